'use client';
/** The changes of an exercise that fail most by measure, each with the drill that mends it. */
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import { practiceAt } from '@/addresses';
import { planOf, type TakeRecord } from '@/core';
import { database, readExercise, readPassages } from '@/storage';
import { Panel } from '@/ui/controls/panel';
import { say } from '@/ui/controls/say';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { mendingDrill, NO_SUCH_CHANGE } from '@/work/mendDrill';
import { measuredChanges, type MeasuredChange } from '@/work/take/measured';
import { signedMs } from '@/work/take/words';
import { ChangeTable } from './ChangeTable';

/** The panel; nothing where every change came in time. */
export function Measured({ takes, exerciseId }: { takes: readonly TakeRecord[]; exerciseId: string }) {
  const player = usePlayer();
  const router = useRouter();
  const hashes = [...new Set(takes.map(({ passageHash }) => passageHash))];
  const given = useKept(async () => {
    const [now, passages] = await Promise.all([
      readExercise(database(), exerciseId),
      readPassages(database(), hashes),
    ]);
    return { now, passages: new Map(hashes.map((hash, at) => [hash, passages[at]])) };
  }, [exerciseId, hashes.join(' ')]);
  const changes = useMemo(() => {
    if (!given?.now) return [];
    const { policy } = given.now.exercise;
    const plans = new Map(
      [...given.passages].map(([hash, passage]) => [hash, passage && planOf(passage, policy, player.setup)]),
    );
    return measuredChanges(takes, (hash) => plans.get(hash));
  }, [given, takes, player.setup]);
  if (changes.length === 0) return null;
  const drill = async ({ change: { fromNote, toNote }, passageHash }: MeasuredChange) => {
    const [exercise, played] = [given?.now?.exercise, given?.passages.get(passageHash)];
    const spot = { fromNote, toNote, reasons: {} };
    const id = exercise && played && (await mendingDrill(exerciseId, exercise, played, spot, player.setup));
    if (id) router.push(practiceAt(id));
    else say(NO_SUCH_CHANGE);
  };
  return (
    <Panel aria-label="Changes that fail most, by measure" className="wide">
      <h2>Changes that fail most, by measure</h2>
      <ChangeTable
        heads={['Not in time, or not there', 'Of 100 times', 'Late in the mean, ms']}
        drillLabel="Drill by measure for"
        rows={changes.map((one) => ({
          key: `${one.change.kind} ${one.change.fromNote} ${one.change.toNote}`,
          change: one.change,
          title: null,
          times: [one.faults, one.times],
          rate: one.rate,
          more: signedMs(one.meanMs),
          drill: () => drill(one),
        }))}
      />
    </Panel>
  );
}
