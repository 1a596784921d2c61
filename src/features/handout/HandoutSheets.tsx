'use client';
import { Printer } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import styled from 'styled-components';
import { ME } from '@/core';
import { shortForm } from '@/core/compose';
import {
  database,
  handoutSettings,
  keepHandoutSettings,
  readSheet,
  timestamp,
  type HandoutSettings,
} from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Switch } from '@/ui/controls/Switch';
import { useKeySheet, type KeyGroup } from '@/ui/keys/keys';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import { isLocal } from '@/work/linking';
import { attempt } from '@/work/perform';
import { useCodes } from './useCodes';
import { OrderButton } from './OrderButton';
import { Pages } from './Pages';
import { contentSize, PAPER_NAMES } from './paper';
import { piecesOf } from './pieces';
import { dayText } from '@/ui/dayText';
import { useKept } from '@/ui/shell/useKept';

const Choices = styled.div`
  position: sticky;
  top: 0;
  z-index: 10;
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.4rem 1.25rem;
  margin-bottom: 1rem;
  padding: 0.5rem 0;
  background: ${colour.paper};
  h1 {
    margin-right: auto;
    align-self: center;
    font-size: 1.45rem;
  }
`;

const KEYS: readonly KeyGroup[] = [
  {
    title: 'Handout',
    bindings: [{ keys: ['Ctrl+p'], does: 'Print, by the browser' }],
  },
];

const PARTS = [
  { key: 'notes', name: 'Notes' },
  { key: 'ladder', name: 'Ladder' },
  { key: 'room', name: 'Room to write' },
] as const;

/** The Handout: exercises on paper, as they will be printed. */
export function HandoutSheets({ ids, title }: { ids: readonly string[]; title: string }) {
  const router = useRouter();
  const player = usePlayer();
  const view = useView();
  const wanted = ids.join();
  const items = useKept(
    () => readSheet(database(), wanted === '' ? [] : wanted.split(','), player.id),
    [wanted, player.id],
  );
  const settings = useKept(() => handoutSettings(database()));
  useKeySheet(KEYS);
  const date = useMemo(() => dayText(timestamp()), []);
  const codes = useCodes(items, settings?.code ?? false);
  const pieces = useMemo(
    () =>
      items && settings
        ? piecesOf(items, player, settings, view, contentSize(settings.paper).width, codes)
        : null,
    [items, settings, player, view, codes],
  );
  const hasMoved = useMemo(
    () => items?.some(({ exercise }) => shortForm(exercise, player.setup) !== null),
    [items, player.setup],
  );
  if (!items || !settings || !pieces) return <p aria-busy="true">Preparing the sheet …</p>;
  if (items.length === 0)
    return (
      <EmptyState title="Nothing to hand out yet">
        <p>
          A handout puts one exercise or several on paper, with strokes, fingers, your notes and a ladder to
          tick. Tick exercises in the <Link href="/">Library</Link> and choose Handout, or use Give out on the
          Bench.
        </p>
      </EmptyState>
    );
  const set = (change: Partial<HandoutSettings>) =>
    attempt('Keeping the choice', () => keepHandoutSettings(database(), change));
  // What the sheet holds stands in its address: it is the same after a reload, and in a bookmark.
  const go = (order: readonly string[], name: string) =>
    router.replace(
      `/handout?ids=${order.join()}${name.trim() === '' ? '' : `&title=${encodeURIComponent(name)}`}`,
      { scroll: false },
    );
  const missing = ids.length - items.length;
  return (
    <>
      <Choices data-screen-only>
        <h1>Handout{items.length > 1 ? `: ${items.length} exercises` : ''}</h1>
        <Choice
          label="Paper"
          hideLabel
          value={settings.paper}
          options={(['a4', 'letter'] as const).map((id) => ({ id, name: PAPER_NAMES[id] }))}
          onChange={(paper) => set({ paper })}
        />
        {PARTS.map(({ key, name }) => (
          <Switch key={key} isOn={settings[key]} onChange={(isOn) => set({ [key]: isOn })}>
            {name}
          </Switch>
        ))}
        {items.length > 1 ? (
          <Switch isOn={settings.pageEach} onChange={(pageEach) => set({ pageEach })}>
            A page each
          </Switch>
        ) : null}
        <Switch isOn={settings.forWhom} onChange={(forWhom) => set({ forWhom })}>
          For whom
        </Switch>
        {hasMoved ? (
          <Switch isOn={settings.short} onChange={(short) => set({ short })}>
            Moved figures once
          </Switch>
        ) : null}
        <Switch isOn={settings.plainly} onChange={(plainly) => set({ plainly })}>
          Plain words
        </Switch>
        <Switch isOn={settings.code} onChange={(code) => set({ code })}>
          Code for a phone
        </Switch>
        {items.length > 1 ? (
          <OrderButton items={items} title={title} onChange={(order, name) => go(order, name)} />
        ) : null}
        <Button look="primary" onPress={() => window.print()} style={{ marginLeft: 'auto' }}>
          <Printer size={16} aria-hidden /> Print
        </Button>
      </Choices>
      {settings.code && isLocal(location.origin) ? (
        <p data-screen-only role="status">
          The code leads to {location.host}, which only this machine reaches: a phone opens it where Yardfell
          has an address of its own.
        </p>
      ) : null}
      {missing > 0 ? (
        <p data-screen-only role="status">
          {missing === 1 ? 'One exercise of this address is' : `${missing} exercises of this address are`} not
          in this browser and left out.
        </p>
      ) : null}
      <Pages
        pieces={pieces}
        paper={settings.paper}
        head={
          !settings.forWhom ? '' : player.id === ME ? 'For ________________________' : `For ${player.name}`
        }
        title={title}
        date={date}
      />
    </>
  );
}
