'use client';
import { useRouter } from 'next/navigation';
import { memo, useMemo } from 'react';
import { counted, KIND_NAMES } from '@/core';
import {
  commonestReason,
  failingChanges,
  REASON_MENDINGS,
  type DayRecord,
  type FailingInExercise,
} from '@/core/record';
import { RowButton } from '@/ui/controls/RowButton';
import { say } from '@/ui/controls/say';
import { KindIcon } from '@/ui/lane/marks';
import { NO_SUCH_CHANGE, recordedDrill } from '@/ui/shell/mendDrill';
import { usePlayer } from '@/ui/shell/player';
import { attempt } from '@/work/perform';
import { Panel, Table } from './look';

const MOST = 8;

/** The string changes that were named most often, each with the drill that mends it. */
export const Failing = memo(function Failing({
  days,
  titleOf,
}: {
  days: readonly DayRecord[];
  /** Null: all are of one exercise. */
  titleOf: ((id: string) => string) | null;
}) {
  const player = usePlayer();
  const router = useRouter();
  const failing = useMemo(() => failingChanges(days), [days]);
  const drill = async (change: FailingInExercise) => {
    const id = await recordedDrill(change, player.setup);
    if (id) router.push(`/practice/${id}`);
    else say(NO_SUCH_CHANGE);
  };
  const shown = failing.slice(0, MOST);
  return (
    <Panel aria-label="Changes that fail most" className={titleOf ? undefined : 'wide'}>
      <h2>Changes that fail most</h2>
      {shown.length === 0 ? (
        <p>No place was named in this time. After a run that was not clean, tap the change in the lane.</p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th scope="col">Change</th>
              {titleOf ? <th scope="col">Exercise</th> : null}
              <th scope="col" className="number">
                Runs
              </th>
              <th scope="col">Mostly</th>
              <th scope="col">
                <span className="for-screen-readers">Drill</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((change) => {
              const reason = commonestReason(change.reasons);
              const words = `${KIND_NAMES[change.kind]}, string ${change.stringFrom} to ${change.stringTo}`;
              return (
                <tr key={`${change.exerciseId} ${change.fromNote} ${change.toNote} ${change.kind}`}>
                  <th scope="row" className="long">
                    <KindIcon kind={change.kind} size={15} /> {words}
                  </th>
                  {titleOf ? <td className="long">{titleOf(change.exerciseId)}</td> : null}
                  <td className="number">{change.runs}</td>
                  <td>{reason ? REASON_MENDINGS[reason].name : '–'}</td>
                  <td>
                    <RowButton
                      aria-label={`Drill for: ${words}`}
                      onClick={() => attempt('Making the drill', () => drill(change))}
                    >
                      Drill it
                    </RowButton>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      {failing.length > MOST ? <p>{counted(failing.length - MOST, 'more change')} less often.</p> : null}
    </Panel>
  );
});
