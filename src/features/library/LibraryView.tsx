'use client';
import { Download, Upload } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useMemo, useState } from 'react';
import styled from 'styled-components';
import { counted, GOAL_TECHNIQUES, ME } from '@/core';
import {
  currentPlayer,
  database,
  firstStepsOpen,
  hasPractised,
  LIBRARY,
  loadDemo,
  readLibrary,
} from '@/storage';
import { Button } from '@/ui/controls/Button';
import { FileButton } from '@/ui/controls/FileButton';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Select } from '@/ui/controls/Select';
import { TextField } from '@/ui/controls/TextField';
import { bound, keyHandler, keyList, UNDO_KEYS, useKeySheet, useUndoKeys } from '@/ui/keys/keys';
import { exportLibrary } from '@/ui/shell/exportLibrary';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import { useHasStarted } from '@/ui/shell/started';
import { attempt, once } from '@/work/perform';
import { undoIn } from '@/work/undoing';
import { useImporting } from '@/ui/taking/useImporting';
import { ExerciseRow, rowColumns } from './ExerciseRow';
import { choose as select, EVERYTHING, folded, planned, SORTS, type Sort, type Wanted } from './items';
import { PasteBox } from './PasteBox';
import { More, STRETCH, useRowCount } from './stretches';
import { useFileDrop } from './useFileDrop';
import { useGiven } from './useGiven';
import { usePractised } from './usePractised';
import { useKept } from '@/ui/shell/useKept';

/** Keeps the place of what comes next until the record is read. */
const StripPlace = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-height: 8.4rem;
  &:empty {
    border: 1px solid ${colour.line};
    border-radius: 0.4rem;
  }
`;

const NextStrip = dynamic(() => import('./NextStrip').then((module) => module.NextStrip), { ssr: false });
const DeletedShelf = dynamic(() => import('./DeletedShelf').then((module) => module.DeletedShelf), {
  ssr: false,
});
const ImportDialog = dynamic(() => import('@/ui/taking/ImportDialog').then((module) => module.ImportDialog), {
  ssr: false,
});
const FirstOffer = dynamic(() => import('./FirstOffer').then((module) => module.FirstOffer), { ssr: false });
const ChosenBar = dynamic(() => import('./ChosenBar').then((module) => module.ChosenBar), { ssr: false });

const Root = styled.div`
  display: grid;
  gap: 0.9rem;
  outline: none;
`;

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 0.75rem;
  h1 {
    margin-right: auto;
    font-size: 1.45rem;
  }
  .search {
    flex: 0 1 16rem;
  }
  .choice {
    flex: 0 0 10.5rem;
  }
`;

const Heads = styled.div`
  display: grid;
  grid-template-columns: ${rowColumns};
  align-items: end;
  gap: 1rem;
  padding: 0 0.5rem 0.2rem;
  border-bottom: 2px solid ${colour.line};
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
  @media (max-width: 60rem) {
    display: none;
  }
`;

const DropHint = styled.div`
  position: fixed;
  inset: 0.5rem;
  z-index: 60;
  display: grid;
  place-items: center;
  padding: 2rem;
  border: 3px dashed ${colour.accent};
  border-radius: 0.75rem;
  background: ${colour.paper};
  font-size: 1.25rem;
  font-weight: 650;
  opacity: 0.94;
  pointer-events: none;
`;

const SORT_NAMES: Record<Sort, string> = {
  changed: 'changed last',
  title: 'by title',
  inside: 'most inside first',
  tempo: 'slowest first',
  practised: 'practised last',
};

const KEYS = keyList('Library', [[['/'], 'Search']], UNDO_KEYS);
const SHEET = [KEYS];

/** The Library: the first screen. */
export function LibraryView() {
  const player = usePlayer();
  // With the rows it is known whether something comes to stand over them: nothing moves under a hand that is about to press.
  const [items, hasRecord, isNew] = useKept(async () => {
    // Whose library it is is asked here too: with a student that is not known yet every row would be made twice.
    const id = (await currentPlayer(database()))?.id ?? ME;
    return Promise.all([
      readLibrary(database(), id),
      hasPractised(database(), id),
      firstStepsOpen(database()),
    ]);
  }) ?? [undefined, false, false];
  const practised = usePractised(player.id);
  const [wanted, setWanted] = useState<Wanted>(EVERYTHING);
  const [shown, setShown] = useState(STRETCH);
  const [chosenIds, setChosenIds] = useState<readonly string[]>([]);
  const router = useRouter();
  const importing = useImporting();
  useKeySheet(SHEET);
  const deferred = useDeferredValue(wanted);
  const found = useMemo(
    () => select(items ?? [], deferred, player.setup, practised?.lastDays),
    [items, deferred, player.setup, practised?.lastDays],
  );
  const [openIds, setOpenIds] = useState<readonly string[]>([]);
  const groups = useMemo(() => folded(found, items ?? []), [found, items]);
  const count = useRowCount(items !== undefined, shown);
  const rows = useMemo(
    () =>
      groups.slice(0, count).flatMap(({ item, drills }) => {
        const isOpen = openIds.includes(item.record.id);
        const shownDrills = isOpen ? drills : [];
        return [
          { item: planned(item, player.setup), drillCount: drills.length, isOpen, isUnder: false },
          ...shownDrills.map((drill) => ({
            item: planned(drill, player.setup),
            drillCount: 0,
            isOpen: false,
            isUnder: true,
          })),
        ];
      }),
    [groups, count, openIds, player.setup],
  );
  const onFold = useMemo(
    () => (id: string) =>
      setOpenIds((some) => (some.includes(id) ? some.filter((one) => one !== id) : [...some, id])),
    [],
  );
  const set = (change: Partial<Wanted>) => {
    setWanted((one) => ({ ...one, ...change }));
    setShown(STRETCH);
  };
  const onMore = useMemo(() => () => setShown((count) => count + STRETCH), []);
  const onKeyDown = keyHandler(
    bound(KEYS, {
      '/': (event) => event.currentTarget.querySelector<HTMLElement>('.search input')?.focus(),
    }),
  );
  useUndoKeys((way) => undoIn(LIBRARY, way));
  const isOver = useFileDrop(importing.importFiles);
  useGiven(importing.takeFiles);
  const choose = useMemo(
    () => (id: string, isChosen: boolean) =>
      setChosenIds((some) => (isChosen ? [...some, id] : some.filter((one) => one !== id))),
    [],
  );
  const chosenItems = chosenIds.flatMap((id) => items?.find(({ record }) => record.id === id) ?? []);
  const isDeleted = wanted.shelf === 'deleted';
  const hasStarted = useHasStarted();
  const isEmpty = hasStarted && items?.length === 0 && !isDeleted;

  return (
    <Root tabIndex={-1} onKeyDown={onKeyDown}>
      {items && (hasRecord || practised?.underWay) ? (
        <StripPlace>{practised ? <NextStrip items={items} {...practised} /> : null}</StripPlace>
      ) : null}
      {isNew && found[0] ? <FirstOffer exerciseId={found[0].record.id} /> : null}
      <PasteBox />
      <Bar>
        <h1>Library</h1>
        {isDeleted ? null : (
          <>
            <div className="search">
              <TextField
                label="Search"
                type="search"
                value={wanted.search}
                onChange={(search) => set({ search })}
              />
            </div>
            <div className="choice">
              <Select
                label="Technique"
                value={wanted.technique}
                options={[
                  { id: 'any', name: 'any technique' },
                  ...GOAL_TECHNIQUES.map((name) => ({ id: name, name })),
                ]}
                onChange={(technique) => set({ technique })}
              />
            </div>
            <div className="choice">
              <Select
                label="Order"
                value={wanted.sort}
                options={SORTS.map((id) => ({ id, name: SORT_NAMES[id] }))}
                onChange={(sort) => set({ sort })}
              />
            </div>
          </>
        )}
        <div className="choice">
          <Select
            label="Shelf"
            value={wanted.shelf}
            options={[
              { id: 'current', name: 'in use' },
              { id: 'archived', name: 'archived' },
              { id: 'deleted', name: 'deleted' },
            ]}
            onChange={(shelf) => set({ shelf })}
          />
        </div>
        <FileButton
          isMultiple
          accept=".json,.zip,.musicxml,.xml,.mxl,.mid,.midi,.txt,.tab"
          onSelect={importing.importFiles}
        >
          <Upload size={16} aria-hidden /> Import
        </FileButton>
        <Button onPress={() => attempt('Exporting', exportLibrary)}>
          <Download size={16} aria-hidden /> Export all
        </Button>
      </Bar>
      <p className="for-screen-readers" role="status">
        {items !== undefined && !isDeleted ? `${counted(found.length, 'exercise')} shown.` : ''}
        {chosenItems.length > 0 ? ` ${chosenItems.length} ticked.` : ''}
      </p>
      {items === undefined || (items.length === 0 && !hasStarted) ? (
        <p aria-busy="true">Opening the library …</p>
      ) : null}
      {isEmpty ? (
        <EmptyState title="Nothing here yet">
          <p>
            The Library keeps your exercises with their goals, strokes and tempos. Paste a tab into the box
            above, begin an empty exercise, or look at what others might look like:
          </p>
          <div>
            <Button
              look="primary"
              onPress={() => {
                once('Loading the demo library', () => loadDemo(database()));
              }}
            >
              Load the demo library
            </Button>
          </div>
        </EmptyState>
      ) : null}
      {isDeleted ? <DeletedShelf /> : null}
      {items !== undefined && hasStarted && !isEmpty && !isDeleted && found.length === 0 ? (
        <EmptyState title={wanted.shelf === 'archived' ? 'Nothing is archived' : 'No exercise fits'}>
          <p>
            {wanted.shelf === 'archived'
              ? 'What you archive is kept here, out of the way.'
              : `Of ${counted(items.length, 'exercise')} none fits the search and the choices above.`}
          </p>
          <Button onPress={() => set(EVERYTHING)}>Show everything in use</Button>
        </EmptyState>
      ) : null}
      {rows.length > 0 && !isDeleted ? (
        <section aria-label={counted(found.length, 'exercise')}>
          <Heads aria-hidden>
            <span />
            <span>How it goes</span>
            <span>Exercise and goal</span>
            <span>Technique</span>
            <span>Outside : inside</span>
            <span>Tempo, last</span>
          </Heads>
          <ul>
            {rows.map(({ item, ...fold }) => (
              <ExerciseRow
                key={item.record.id}
                item={item}
                lastDay={practised?.lastDays.get(item.record.id) ?? null}
                cleanRate={practised?.cleanRates.get(item.record.id) ?? null}
                isChosen={chosenIds.includes(item.record.id)}
                onChoose={choose}
                onFold={onFold}
                {...fold}
              />
            ))}
            {count === shown && shown < groups.length ? <More key={shown} onMore={onMore} /> : null}
          </ul>
        </section>
      ) : null}
      {chosenItems.length > 0 ? (
        <ChosenBar
          chosen={chosenItems}
          all={items ?? []}
          onChoose={choose}
          onHandout={(ids) => router.push(`/handout?ids=${ids.join()}`)}
          onClear={() => setChosenIds([])}
        />
      ) : null}
      {importing.question ? <ImportDialog question={importing.question} onAnswer={importing.answer} /> : null}
      {isOver ? (
        <DropHint aria-hidden>
          Let go to take the files in: scores (MusicXML), MIDI, tab as text, project files
        </DropHint>
      ) : null}
    </Root>
  );
}
