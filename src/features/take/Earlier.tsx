'use client';
/** Reports that are kept, and what moved since one of them. */
import { useState } from 'react';
import { bpmText, type TakeRecord } from '@/core';
import { database, removeTake } from '@/storage';
import { Panel, Table } from '@/ui/controls/panel';
import { RowButton } from '@/ui/controls/RowButton';
import { attempt, told } from '@/work/perform';
import { movements } from '@/work/take/kept';
import { changesName, msText } from '@/work/take/words';
import { undoOf } from '@/work/undoing';

const signed = (ms: number) => `${ms < 0 ? '−' : '+'}${msText(ms)}`;

/** A kept report in a few words. */
function saysOf({ notJudged, kinds, notes, extras }: TakeRecord): string {
  if (notJudged) return `not judged: ${notJudged}`;
  const sure = kinds
    .filter(({ p }) => p < 0.05)
    .map((kind) => `${changesName(kind.change)} ${signed(kind.meanMs)} ms`);
  const faults = notes.filter(({ state }) => state !== 'played').length + extras;
  return [
    ...(sure.length > 0 ? sure : ['no kind late or early']),
    ...(faults > 0 ? [`${faults} faults`] : []),
  ].join(', ');
}

const MOST = 6;

/** Earlier takes of the exercise, the newest first; one of them is held against the newest. */
export function Earlier({ takes }: { takes: readonly TakeRecord[] }) {
  const [wanted, setWanted] = useState<string | null>(null);
  const [isAll, setIsAll] = useState(false);
  const [newest] = takes;
  if (!newest) return null;
  const before = takes.find(({ id }) => id === wanted);
  const moved = before && before !== newest ? movements(before, newest) : [];
  const remove = (take: TakeRecord) =>
    attempt('Deleting the take', async () => {
      const entry = await removeTake(database(), take);
      told('The take is deleted.', entry ? undoOf(entry) : undefined);
    });
  return (
    <Panel aria-label="Kept takes">
      <h2>Kept takes</h2>
      <Table>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col" className="number">
              bpm
            </th>
            <th scope="col">Heard from</th>
            <th scope="col">Says</th>
            <th scope="col">
              <span className="for-screen-readers">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {(isAll ? takes : takes.slice(0, MOST)).map((take) => (
            <tr key={take.id} data-kept-take>
              <th scope="row">
                {take.day} {take.at.slice(11, 16)}
              </th>
              <td className="number">{bpmText(take.bpm)}</td>
              <td>{take.source}</td>
              <td className="long">{saysOf(take)}</td>
              <td>
                {take === newest ? null : (
                  <RowButton
                    aria-pressed={take.id === wanted}
                    onClick={() => setWanted(take.id === wanted ? null : take.id)}
                  >
                    What moved since
                  </RowButton>
                )}{' '}
                <RowButton
                  aria-label={`Delete the take of ${take.day} ${take.at.slice(11, 16)}`}
                  onClick={() => remove(take)}
                >
                  Delete
                </RowButton>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {takes.length > MOST && !isAll ? (
        <RowButton onClick={() => setIsAll(true)}>{takes.length - MOST} more</RowButton>
      ) : null}
      {before && before !== newest ? (
        moved.length === 0 ? (
          <p role="status">The two takes share no kind of change of which both can tell.</p>
        ) : (
          <ul role="status" data-moved>
            {moved.map(({ change, fromMs, toMs, low, high }) => (
              <li key={change}>
                {changesName(change)}: {signed(fromMs)} to {signed(toMs)} ms, moved by {signed(toMs - fromMs)}{' '}
                (95 %: {signed(low)} to {signed(high)}){low <= 0 && high >= 0 ? ', which may be nothing' : ''}
              </li>
            ))}
          </ul>
        )
      ) : null}
    </Panel>
  );
}
