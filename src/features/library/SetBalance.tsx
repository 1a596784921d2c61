'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import {
  counted,
  exposedPairs,
  exposureOf,
  missingPairs,
  reversePassage,
  setVerdict,
  titledAs,
  type Exposure,
  type SetMember,
  type SetMending,
} from '@/core';
import { addExercises, database, newId, type LibraryItem } from '@/storage';
import { startSetMending, type Running } from '@/workers';
import { PairTable } from '@/ui/charts/PairTable';
import { Button } from '@/ui/controls/Button';
import { Dialog } from '@/ui/controls/Dialog';
import { NumberField } from '@/ui/controls/NumberField';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import { planned } from './items';

const Body = styled.div`
  display: grid;
  gap: 0.7rem;
  ul {
    display: grid;
    gap: 0.3rem;
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 0.75rem;
  }
  small {
    color: ${colour.inkSoft};
  }
  h3 {
    font-size: 1rem;
  }
  dl {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 0.15rem 1rem;
    margin: 0;
  }
  dt {
    color: ${colour.inkSoft};
  }
  dd {
    margin: 0;
  }
`;

const DEFAULT_PASSES = 8;
const MOST_OFFERS = 6;

const timeText = (seconds: number) =>
  seconds < 90 ? `${Math.round(seconds)} seconds` : `${(seconds / 60).toFixed(1)} minutes`;

const perMinute = (count: number, { seconds }: Exposure) => ((count * 60) / seconds).toFixed(0);

function shareText({ kinds, insideShare }: Exposure): string {
  const share = insideShare === null ? '' : ` (${Math.round(insideShare * 100)} % inside)`;
  return `${kinds.outside} outside, ${kinds.inside} inside${share}`;
}

function verdictText(exposure: Exposure): string {
  const { gap, oneSided } = setVerdict(exposure);
  if (gap === null) return 'There are no inside or outside changes to weigh.';
  const total = gap === 0 ? 'In all it balances (50 % inside, give or take 10)' : 'In all it is lopsided';
  if (oneSided.length === 0) return `${total}, and so does every direction of every string pair.`;
  const named = oneSided.map(({ stringFrom, stringTo, kind }) => `${stringFrom} to ${stringTo} only ${kind}`);
  return `${total}; one-sided: ${named.join(', ')}.`;
}

interface SetBalanceProps {
  readonly chosen: readonly LibraryItem[];
  readonly all: readonly LibraryItem[];
  readonly onChoose: (id: string, isChosen: boolean) => void;
  readonly onClose: () => void;
}

/** What several exercises train together in the passes planned for each, and what would balance them. */
export function SetBalance({ chosen, all, onChoose, onClose }: SetBalanceProps) {
  const { setup } = usePlayer();
  const [passes, setPasses] = useState<Readonly<Record<string, number>>>({});
  const [found, setFound] = useState<{ of: readonly SetMember[]; mendings: readonly SetMending[] } | null>(
    null,
  );
  const [isSearching, setSearching] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const running = useRef<Running<SetMending[]> | null>(null);
  const heading = useRef<HTMLParagraphElement>(null);
  useEffect(() => () => running.current?.stop(), []);
  const memberOf = useMemo(
    () =>
      (item: LibraryItem): SetMember => {
        const { record, exercise, startBpm, plan } = planned(item, setup);
        return { id: record.id, exercise, plan, bpm: startBpm, passes: passes[record.id] ?? DEFAULT_PASSES };
      },
    [setup, passes],
  );
  const members = useMemo(() => chosen.map(memberOf), [chosen, memberOf]);
  const exposure = useMemo(() => exposureOf(members), [members]);
  const rows = exposedPairs(exposure);
  const strings = members.flatMap(({ exercise }) => exercise.passage.notes.map(({ string }) => string));
  const missing = missingPairs(rows, strings);
  const titles = new Map(all.map(({ record, exercise }) => [record.id, exercise.title || 'Untitled']));
  const search = () => {
    const chosenIds = new Set(members.map(({ id }) => id));
    const others = all
      .filter(({ record }) => record.archivedAt === null && !chosenIds.has(record.id))
      .map(memberOf);
    setSearching(true);
    setFault(null);
    const run = startSetMending(members, others, setup);
    running.current = run;
    run.result
      .then(
        (mendings) => setFound({ of: members, mendings }),
        (error: Error) => setFault(error.message),
      )
      .finally(() => setSearching(false));
  };
  const textOf = ({ kind, id, passes: next }: SetMending): string => {
    const title = `“${titles.get(id ?? '') ?? ''}”`;
    switch (kind) {
      case 'drop':
        return `Leave ${title} out`;
      case 'add':
        return `Add ${title}, ${counted(next[id!]!, 'pass', 'passes')}`;
      case 'reverse':
        return `Play ${title} backwards instead, as a copy`;
      case 'passes':
        return `Play each in another number of passes: ${members.map((one) => `${titles.get(one.id)} ${next[one.id]} ×`).join(', ')}`;
    }
  };
  const apply = async (mending: SetMending) => {
    const { kind, id } = mending;
    heading.current?.focus();
    if (kind === 'passes') setPasses((now) => ({ ...now, ...mending.passes }));
    if (kind === 'drop') onChoose(id!, false);
    if (kind === 'add') onChoose(id!, true);
    if (kind === 'reverse') {
      const { exercise } = chosen.find(({ record }) => record.id === id)!;
      const copy = {
        ...exercise,
        title: titledAs(exercise.title, '(backwards)'),
        passage: reversePassage(exercise.passage),
        recipe: null,
        brief: null,
      };
      const copyId = newId();
      await addExercises(database(), [{ id: copyId, exercise: copy }], `Backwards: “${exercise.title}”`);
      setPasses((now) => ({ ...now, [copyId]: now[id!] ?? DEFAULT_PASSES }));
      onChoose(id!, false);
      onChoose(copyId, true);
    }
  };
  const isCurrent = found?.of === members;
  return (
    <Dialog title="What these train together" isOpen onClose={onClose}>
      <Body>
        <p ref={heading} tabIndex={-1} role="status">
          <strong>{verdictText(exposure)}</strong>
        </p>
        <PairTable caption="String changes in the passes planned, by pair and direction" rows={rows} />
        {missing.length > 0 ? <p>No change between strings {missing.join(', ')}.</p> : null}
        <dl>
          <dt>In all</dt>
          <dd>
            {shareText(exposure)} in {timeText(exposure.seconds)}; {counted(exposure.skips, 'skip')}
          </dd>
          <dt>A minute</dt>
          <dd>
            {perMinute(exposure.kinds.outside, exposure)} outside,{' '}
            {perMinute(exposure.kinds.inside, exposure)} inside
          </dd>
          <dt>Passes begin</dt>
          <dd>
            {exposure.starts.down} times down, {exposure.starts.up} times up
          </dd>
          <dt>By place in the beat</dt>
          <dd>
            {exposure.places
              .map(({ outside, inside }, at) => `${at + 1}: ${outside} outside, ${inside} inside`)
              .join('; ')}
          </dd>
        </dl>
        <h3>Passes of each</h3>
        <ul>
          {members.map(({ id, passes: count }) => (
            <li key={id}>
              <span>{titles.get(id)}</span>
              <NumberField
                label={`Passes of ${titles.get(id)}`}
                hideLabel
                value={count}
                min={1}
                max={200}
                onChange={(value) => value !== null && setPasses((now) => ({ ...now, [id]: value }))}
              />
            </li>
          ))}
        </ul>
        <div>
          <Button onPress={search} isDisabled={isSearching || isCurrent}>
            {isSearching ? 'Searching …' : 'What would balance them?'}
          </Button>
        </div>
        {fault ? <p role="alert">{fault} Nothing was changed.</p> : null}
        {isCurrent && found.mendings.length === 0 ? (
          <p role="status">Nothing in the library brings them nearer to balance.</p>
        ) : null}
        {isCurrent && found.mendings.length > 0 ? (
          <ul aria-label="What would balance them">
            {found.mendings.slice(0, MOST_OFFERS).map((mending) => (
              <li key={`${mending.kind} ${mending.id}`}>
                <span>
                  {textOf(mending)}
                  <br />
                  <small>
                    {shareText(exposure)} → {shareText(mending.after)}
                    {setVerdict(mending.after).oneSided.length > 0
                      ? `, ${counted(setVerdict(mending.after).oneSided.length, 'direction')} one-sided`
                      : ', no direction one-sided'}
                  </small>
                </span>
                <Button
                  aria-label={`Apply: ${textOf(mending)}`}
                  onPress={() => attempt('Applying it', () => apply(mending))}
                >
                  Apply
                </Button>
              </li>
            ))}
          </ul>
        ) : null}
      </Body>
    </Dialog>
  );
}
