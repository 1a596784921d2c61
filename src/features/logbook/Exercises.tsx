'use client';
import Link from 'next/link';
import { memo } from 'react';
import { benchAt, practiceAt } from '@/addresses';
import { durationText, type ExerciseRecord } from '@/core';
import { rangeText, statedShort, type ExerciseInBook } from '@/core/record';
import { dayText } from '@/ui/dayText';
import type { Judged } from '@/work/book';
import { Panel, Table } from '@/ui/controls/panel';

// Links are slow to make and stay the same when the figures beside them change.
const Title = memo(function Title({ id, title, isThere }: { id: string; title: string; isThere: boolean }) {
  const name = title || 'Untitled';
  return isThere ? (
    <Link href={benchAt(id)} prefetch={false}>
      {name}
    </Link>
  ) : (
    name
  );
});

const GoOn = memo(function GoOn({ id }: { id: string }) {
  return (
    <Link href={practiceAt(id)} prefetch={false}>
      Practise
    </Link>
  );
});

interface ExercisesProps {
  readonly listed: readonly ExerciseInBook[];
  /** Null: not worked out yet. */
  readonly judged: ReadonlyMap<string, Judged> | null;
  readonly exercises: ReadonlyMap<string, ExerciseRecord>;
  readonly titleOf: (id: string) => string;
}

/** The exercises of the time that is shown, each with its figures. */
export const Exercises = memo(function Exercises({ listed, judged, exercises, titleOf }: ExercisesProps) {
  return (
    <Panel aria-label="Exercises">
      <h2>Exercises, last practised first</h2>
      <Table>
        <thead>
          <tr>
            <th scope="col">Exercise</th>
            <th scope="col">Last</th>
            <th scope="col" className="number">
              Clean tempo
            </th>
            <th scope="col">90 % interval</th>
            <th scope="col" className="number">
              Runs
            </th>
            <th scope="col" className="number">
              Clean
            </th>
            <th scope="col">Time</th>
            <th scope="col">
              <span className="for-screen-readers">Go on</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {listed.map(({ exerciseId: id, lastDay, runs, clean, seconds }) => {
            const tempo = judged?.get(id)?.stated ?? null;
            const unknown = judged ? '–' : '…';
            const isThere = exercises.has(id);
            return (
              <tr key={id}>
                <th scope="row" className="long">
                  <Title id={id} title={titleOf(id)} isThere={isThere} />
                </th>
                <td>{dayText(lastDay)}</td>
                <td className="number">
                  {statedShort(tempo) === '' ? unknown : `${statedShort(tempo)} bpm`}
                </td>
                <td>{tempo?.says === 'estimate' ? rangeText(tempo) : (tempo?.says ?? unknown)}</td>
                <td className="number">{runs}</td>
                <td className="number">{Math.round((100 * clean) / runs)} %</td>
                <td>{durationText(seconds)}</td>
                <td>{isThere ? <GoOn id={id} /> : null}</td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Panel>
  );
});
