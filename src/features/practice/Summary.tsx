'use client';
import Link from 'next/link';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { ladderAt } from '@/addresses';
import { bpmText, counted, durationText, KIND_NAMES, times, type RunRecord } from '@/core';
import { REASON_MENDINGS, statedText, type StatedTempo } from '@/core/record';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';

const Card = styled.section`
  display: grid;
  gap: 0.6rem;
  justify-items: start;
  padding: 1rem 1.25rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  h2 {
    font-size: 1.25rem;
  }
  ul {
    padding-left: 1.2rem;
    list-style: disc;
    font-size: 1.1rem;
  }
  .warn {
    color: ${colour.warn};
  }
  section ul {
    display: grid;
    gap: 0.35rem;
    padding: 0;
    list-style: none;
    font-size: 1rem;
  }
  section li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.75rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem 1rem;
  }
`;

interface SummaryProps {
  readonly exerciseId: string;
  readonly runs: readonly RunRecord[];
  /** What the record says of the clean tempo; null: nothing. */
  readonly stated: StatedTempo | null;
  /** Where the next sitting begins, in a sentence with its exercise; null: it has no ladder. */
  readonly nextTime: string | null;
  /** How often the hand was tight in this sitting. */
  readonly tights: number;
  /** Where today was much for a hand. */
  readonly warnings: readonly string[];
  /** What can follow where the goal was reached; null: it was not. */
  readonly whatNow: ReactNode;
  /** Whether a run still waits for its verdict. */
  readonly waits: boolean;
  readonly onAgain: () => void;
  /** Makes the drill that mends the change named most often; null where none was named. */
  readonly onDrill: (() => void) | null;
}

/** The change that was named most often. */
export function worstPlace(runs: readonly RunRecord[]): RunRecord | null {
  const named = runs.filter(({ place }) => place !== null);
  const keyOf = ({ place }: RunRecord) => `${place!.fromNote} ${place!.toNote}`;
  const count = (run: RunRecord) => named.filter((one) => keyOf(one) === keyOf(run)).length;
  return named.reduce<RunRecord | null>(
    (best, run) => (best === null || count(run) > count(best) ? run : best),
    null,
  );
}

/** The end of a sitting: what to write down, and what comes next. */
export function Summary(props: SummaryProps) {
  const { exerciseId, runs, stated, nextTime, tights, whatNow, warnings, waits, onAgain, onDrill } = props;
  const clean = runs.filter(({ verdict }) => verdict === 'clean');
  const best = Math.max(0, ...clean.map(({ bpm }) => bpm));
  const seconds = runs.reduce((sum, run) => sum + run.seconds, 0);
  const passes = runs.reduce((sum, run) => sum + run.passes, 0);
  const worst = worstPlace(runs);
  return (
    <Card aria-label="What to write down" data-summary>
      <h2>{runs.length === 0 ? 'Nothing was judged' : 'Write down'}</h2>
      {runs.length === 0 ? (
        <p>No run was judged, so nothing is on record. The ladder stands where it stood.</p>
      ) : (
        <ul>
          <li>
            {counted(runs.length, 'run')}, {clean.length} clean; {counted(passes, 'pass', 'passes')}, played
            for {durationText(seconds)}
          </li>
          <li>
            {best > 0
              ? `Fastest clean run: ${bpmText(best)} bpm`
              : 'No run was clean: begin slower next time'}
          </li>
          {stated ? <li>Clean tempo: {statedText(stated)}</li> : null}
          {tights > 0 ? (
            <li>The hand was tight {times(tights)}: begin slower next time, with rests</li>
          ) : null}
          {worst?.place ? (
            <li>
              It falls apart at the change from string {worst.place.stringFrom} to {worst.place.stringTo} (
              {KIND_NAMES[worst.place.kind]})
              {worst.reason
                ? `: ${REASON_MENDINGS[worst.reason].name}. ${REASON_MENDINGS[worst.reason].cue}`
                : ''}
            </li>
          ) : null}
          {nextTime ? <li data-next-time>Next time: {nextTime}</li> : null}
        </ul>
      )}
      {waits ? <p>The last run was not judged yet; it waits.</p> : null}
      {whatNow}
      {warnings.map((warning) => (
        <p className="warn" key={warning}>
          Much for a hand today: {warning}.
        </p>
      ))}
      <div className="acts">
        {onDrill ? (
          <Button look="primary" onPress={onDrill}>
            Make the drill that mends it
          </Button>
        ) : null}
        {waits ? (
          <Button look="primary" onPress={onAgain}>
            Judge the last run
          </Button>
        ) : null}
        {tights === 0 && !waits ? <Button onPress={onAgain}>Practise on</Button> : null}
        <Link href={`/logbook?exercise=${exerciseId}`} prefetch={false}>
          Logbook
        </Link>
        <Link href={ladderAt(exerciseId)} prefetch={false}>
          Tempo ladder
        </Link>
        {tights > 0 && !waits ? (
          <Button look="quiet" onPress={onAgain}>
            Practise on, slower
          </Button>
        ) : null}
      </div>
    </Card>
  );
}
