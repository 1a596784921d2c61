'use client';
import { useRouter } from 'next/navigation';
import { memo, useMemo } from 'react';
import { counted, KIND_NAMES } from '@/core';
import {
  commonestReason,
  failingChanges,
  isNoOnePlace,
  REASON_MENDINGS,
  type DayRecord,
  type FailingInExercise,
  type Rate,
} from '@/core/record';
import { RowButton } from '@/ui/controls/RowButton';
import { say } from '@/ui/controls/say';
import { KindIcon } from '@/ui/lane/marks';
import { NO_SUCH_CHANGE, recordedDrill } from '@/work/mendDrill';
import { usePlayer } from '@/ui/shell/player';
import { attempt } from '@/work/perform';
import { Panel, Table } from '@/ui/controls/panel';

const MOST = 8;

const rateText = ({ percent, low, high }: Rate) =>
  `${percent.toFixed(1)} (${low.toFixed(1)} to ${high.toFixed(1)})`;

/** The string changes that fail most when they are played, each with the drill that mends it. */
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
              <th scope="col" className="number">
                Failed
              </th>
              <th scope="col">Of 100 passes</th>
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
                    {titleOf ? <small>{titleOf(change.exerciseId)}</small> : null}
                  </th>
                  <td className="number">
                    {change.runs} of {change.played}
                  </td>
                  <td title="with its 90 % interval">{rateText(change.rate)}</td>
                  <td>{reason ? REASON_MENDINGS[reason].name : '–'}</td>
                  <td>
                    {reason === 'tight' ? (
                      'rest, and slower'
                    ) : (
                      <RowButton
                        aria-label={`Drill for: ${words}`}
                        onClick={() => attempt('Making the drill', () => drill(change))}
                      >
                        Drill it
                      </RowButton>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      {isNoOnePlace(failing) ? <p>No one place stands out: several fail about as often.</p> : null}
      {failing.length > MOST ? <p>{counted(failing.length - MOST, 'more change')} less often.</p> : null}
    </Panel>
  );
});
