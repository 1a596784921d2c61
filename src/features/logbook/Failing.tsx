'use client';
import { useRouter } from 'next/navigation';
import { memo, useMemo } from 'react';
import { practiceAt } from '@/addresses';
import {
  commonestReason,
  failingChanges,
  isNoOnePlace,
  REASON_MENDINGS,
  type DayRecord,
  type FailingInExercise,
} from '@/core/record';
import { say } from '@/ui/controls/say';
import { NO_SUCH_CHANGE, recordedDrill } from '@/work/mendDrill';
import { usePlayer } from '@/ui/shell/player';
import { Panel } from '@/ui/controls/panel';
import { ChangeTable } from './ChangeTable';

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
    if (id) router.push(practiceAt(id));
    else say(NO_SUCH_CHANGE);
  };
  return (
    <Panel aria-label="Changes that fail most" className={titleOf ? undefined : 'wide'}>
      <h2>Changes that fail most</h2>
      {failing.length === 0 ? (
        <p>No place was named in this time. After a run that was not clean, tap the change in the lane.</p>
      ) : (
        <ChangeTable
          heads={['Failed', 'Of 100 passes', 'Mostly']}
          drillLabel="Drill for"
          rows={failing.map((change) => {
            const reason = commonestReason(change.reasons);
            return {
              key: `${change.exerciseId} ${change.fromNote} ${change.toNote} ${change.kind}`,
              change,
              title: titleOf ? titleOf(change.exerciseId) : null,
              times: [change.runs, change.played],
              rate: change.rate,
              more: reason ? REASON_MENDINGS[reason].name : '–',
              drill: reason === 'tight' ? 'rest, and slower' : () => drill(change),
            };
          })}
        />
      )}
      {isNoOnePlace(failing) ? <p>No one place stands out: several fail about as often.</p> : null}
    </Panel>
  );
});
