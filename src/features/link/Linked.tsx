'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import { bpmText, counted, ladderSpecOf, ME, planOf, trainsSentence } from '@/core';
import { readLink, type LinkedExercise } from '@/core/formats';
import { Button } from '@/ui/controls/Button';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Page, PageHead, Panel } from '@/ui/controls/panel';
import { say } from '@/ui/controls/say';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';
import { keepLinked } from '@/work/linking';
import { once } from '@/work/perform';

const Lane = styled.div`
  overflow-x: auto;
`;

const onHash = (listener: () => void) => {
  window.addEventListener('hashchange', listener);
  return () => window.removeEventListener('hashchange', listener);
};

function Shown({ linked: { exercise, ladder } }: { linked: LinkedExercise }) {
  const { setup } = usePlayer();
  const view = useView();
  const plan = useMemo(() => planOf(exercise.passage, exercise.policy, setup), [exercise, setup]);
  const { goalBpm } = ladderSpecOf(exercise, ladder ?? undefined);
  const locks = exercise.passage.notes.filter(({ lock }) => lock).length;
  return (
    <Panel aria-label={exercise.title || 'Untitled'}>
      <h2>{exercise.title || 'Untitled'}</h2>
      <Lane>
        <SmallLane plan={plan} width={640} />
      </Lane>
      <p>
        {counted(exercise.passage.notes.length, 'note')}, {exercise.passage.subdivision} a beat
        {locks > 0 ? `, ${counted(locks, 'stroke')} locked` : ''}. {trainsSentence(plan.analysis, view)}
      </p>
      <p>
        {ladder
          ? `With a ladder from ${bpmText(ladder.startBpm)} to ${bpmText(goalBpm)} bpm.`
          : `Begins at ${bpmText(exercise.startBpm)} bpm; no ladder comes with it.`}
        {exercise.cues ? ` Cues: ${exercise.cues}` : ''}
      </p>
    </Panel>
  );
}

/** What a link brings, before anything of it is kept. */
export function Linked() {
  const router = useRouter();
  const player = usePlayer();
  const fragment = useSyncExternalStore(
    onHash,
    () => location.hash.slice(1),
    () => '',
  );
  const read = useMemo(() => readLink(fragment), [fragment]);
  if ('fault' in read)
    return (
      <EmptyState title="This link cannot be opened">
        <p>{read.fault.message} Nothing was kept.</p>
        <Link href="/">To the Library</Link>
      </EmptyState>
    );
  const { linked } = read;
  const keep = () =>
    once('Keeping it', async () => {
      const ids = await keepLinked(linked, player);
      say(
        `${counted(ids.length, 'exercise')} from the link ${ids.length === 1 ? 'is' : 'are'} in the Library.`,
      );
      router.push(ids.length === 1 ? benchAt(ids[0]!) : '/');
    });
  const hasLadder = linked.some(({ ladder }) => ladder !== null);
  return (
    <Page tabIndex={-1} data-linked={linked.length}>
      <PageHead>
        <h1>{linked.length === 1 ? 'An exercise from a link' : `${linked.length} exercises from a link`}</h1>
        <span className="facts">
          Nothing is kept yet.{' '}
          {hasLadder ? `The ladder would be that of ${player.id === ME ? 'yourself' : player.name}.` : ''}
        </span>
        <Button look="primary" onPress={keep}>
          Keep {linked.length === 1 ? 'it' : 'them'} in the Library
        </Button>
        <Button onPress={() => router.push('/')}>Leave it</Button>
      </PageHead>
      {linked.map((one, at) => (
        <Shown key={at} linked={one} />
      ))}
    </Page>
  );
}
