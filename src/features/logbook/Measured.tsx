'use client';
/** The changes of an exercise that fail most by measure, each with the drill that mends it. */
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import { counted, KIND_NAMES, planOf, type TakeRecord } from '@/core';
import { database, readExercise, readPassages } from '@/storage';
import { Panel, Table } from '@/ui/controls/panel';
import { RowButton } from '@/ui/controls/RowButton';
import { say } from '@/ui/controls/say';
import { KindIcon } from '@/ui/lane/marks';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { mendingDrill, NO_SUCH_CHANGE } from '@/work/mendDrill';
import { attempt } from '@/work/perform';
import { measuredChanges, type MeasuredChange } from '@/work/take/measured';
import { signedMs } from '@/work/take/words';

const MOST = 8;

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
    if (id) router.push(`/practice/${id}`);
    else say(NO_SUCH_CHANGE);
  };
  return (
    <Panel aria-label="Changes that fail most, by measure" className="wide">
      <h2>Changes that fail most, by measure</h2>
      <Table>
        <thead>
          <tr>
            <th scope="col">Change</th>
            <th scope="col" className="number">
              Not in time, or not there
            </th>
            <th scope="col">Of 100 times</th>
            <th scope="col" className="number">
              Late in the mean, ms
            </th>
            <th scope="col">
              <span className="for-screen-readers">Drill</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {changes.slice(0, MOST).map((one) => {
            const { kind, stringFrom, stringTo, fromNote, toNote } = one.change;
            const words = `${KIND_NAMES[kind]}, string ${stringFrom} to ${stringTo}`;
            const { percent, low, high } = one.rate;
            return (
              <tr key={`${kind} ${fromNote} ${toNote}`} data-measured>
                <th scope="row" className="long">
                  <KindIcon kind={kind} size={15} /> {words}
                </th>
                <td className="number">
                  {one.faults} of {one.times}
                </td>
                <td title="with its 90 % interval">
                  {percent.toFixed(1)} ({low.toFixed(1)} to {high.toFixed(1)})
                </td>
                <td className="number">{signedMs(one.meanMs)}</td>
                <td>
                  <RowButton
                    aria-label={`Drill by measure for: ${words}`}
                    onClick={() => attempt('Making the drill', () => drill(one))}
                  >
                    Drill it
                  </RowButton>
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      {changes.length > MOST ? <p>{counted(changes.length - MOST, 'more change')} less often.</p> : null}
    </Panel>
  );
}
