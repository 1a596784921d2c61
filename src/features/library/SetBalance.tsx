'use client';
import { useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import {
  counted,
  exposedPairs,
  exposureOf,
  exposureText,
  missingPairs,
  setAfterText,
  setMendingText,
  setVerdictText,
  type Exposure,
  type SetMember,
  type SetMending,
  times,
} from '@/core';
import type { LibraryItem } from '@/storage';
import { startSetMending } from '@/workers';
import { PairTable } from '@/ui/charts/PairTable';
import { Button } from '@/ui/controls/Button';
import { Dialog } from '@/ui/controls/Dialog';
import { NumberField } from '@/ui/controls/NumberField';
import { usePlayer } from '@/ui/shell/player';
import { useSearch } from '@/ui/shell/useSearch';
import { colour } from '@/ui/theme/tokens';
import { applySetMending, DEFAULT_SET_PASSES, mendSet, type SetMended } from '@/work/balancingSet';
import { once } from '@/work/perform';
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

const MOST_OFFERS = 6;

const timeText = (seconds: number) =>
  seconds < 90 ? counted(Math.round(seconds), 'second') : `${(seconds / 60).toFixed(1)} minutes`;

const perMinute = (count: number, { seconds }: Exposure) => ((count * 60) / seconds).toFixed(0);

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
  const { search, shown: found, isRunning, fault } = useSearch<SetMended>();
  const heading = useRef<HTMLParagraphElement>(null);
  const memberOf = useMemo(
    () =>
      (item: LibraryItem): SetMember => {
        const { record, exercise, startBpm, plan } = planned(item, setup);
        return {
          id: record.id,
          exercise,
          plan,
          bpm: startBpm,
          passes: passes[record.id] ?? DEFAULT_SET_PASSES,
        };
      },
    [setup, passes],
  );
  const members = useMemo(() => chosen.map(memberOf), [chosen, memberOf]);
  const exposure = useMemo(() => exposureOf(members), [members]);
  const rows = exposedPairs(exposure);
  const strings = members.flatMap(({ exercise }) => exercise.passage.notes.map(({ string }) => string));
  const missing = missingPairs(rows, strings);
  const titles = new Map(all.map(({ record, exercise }) => [record.id, exercise.title || 'Untitled']));
  const chosenIds = members.map(({ id }) => id);
  const begin = () => {
    const others = all
      .filter(({ record }) => record.archivedAt === null && !chosenIds.includes(record.id))
      .map(memberOf);
    mendSet(search, startSetMending, members, others, setup);
  };
  const titleOf = (id: string) => titles.get(id) ?? '';
  const textOf = (mending: SetMending) => setMendingText(mending, chosenIds, titleOf);
  const apply = async (mending: SetMending) => {
    heading.current?.focus();
    const of = chosen.find(({ record }) => record.id === mending.id)?.exercise ?? null;
    const change = await applySetMending(mending, of, (id) => passes[id] ?? DEFAULT_SET_PASSES);
    setPasses((now) => ({ ...now, ...change.passes }));
    if (change.out !== null) onChoose(change.out, false);
    if (change.in !== null) onChoose(change.in, true);
  };
  const mendings = found?.of === members ? found.mendings : null;
  return (
    <Dialog title="What these train together" isOpen onClose={onClose}>
      <Body>
        <p ref={heading} tabIndex={-1} role="status">
          <strong>{setVerdictText(exposure)}</strong>
        </p>
        <PairTable caption="String changes in the passes planned, by pair and direction" rows={rows} />
        {missing.length > 0 ? <p>No change between strings {missing.join(', ')}.</p> : null}
        <dl>
          <dt>In all</dt>
          <dd>
            {exposureText(exposure)} in {timeText(exposure.seconds)}; {counted(exposure.skips, 'skip')}
          </dd>
          <dt>A minute</dt>
          <dd>
            {perMinute(exposure.kinds.outside, exposure)} outside,{' '}
            {perMinute(exposure.kinds.inside, exposure)} inside
          </dd>
          <dt>Passes begin</dt>
          <dd>
            {times(exposure.starts.down)} down, {times(exposure.starts.up)} up
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
          <Button onPress={begin} isDisabled={isRunning || mendings !== null}>
            {isRunning ? 'Searching …' : 'What would balance them?'}
          </Button>
        </div>
        {fault ? <p role="alert">{fault} Nothing was changed.</p> : null}
        {mendings?.length === 0 ? (
          <p role="status">Nothing in the library brings them nearer to balance.</p>
        ) : null}
        {mendings && mendings.length > 0 ? (
          <ul aria-label="What would balance them">
            {mendings.slice(0, MOST_OFFERS).map((mending) => (
              <li key={`${mending.kind} ${mending.id}`}>
                <span>
                  {textOf(mending)}
                  <br />
                  <small>
                    {exposureText(exposure)} → {setAfterText(mending)}
                  </small>
                </span>
                <Button
                  aria-label={`Apply: ${textOf(mending)}`}
                  onPress={() => once('Applying it', () => apply(mending), undefined, textOf(mending))}
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
