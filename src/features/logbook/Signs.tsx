'use client';
import { memo, useState } from 'react';
import { bpmText, times, type SignRecord } from '@/core';
import { database, removeSign } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { RowButton } from '@/ui/controls/RowButton';
import { say } from '@/ui/controls/say';
import { attempt } from '@/work/perform';
import { undoOf } from '@/work/undoing';
import { Panel, Table } from '@/ui/controls/panel';
import { dayText } from '@/ui/dayText';

const STRETCH = 8;
const NAMES = { tight: 'tight', pain: 'it hurt' } as const;

async function takeAway(sign: SignRecord): Promise<void> {
  const entry = await removeSign(database(), sign);
  say(`“${NAMES[sign.kind]}” of ${dayText(sign.day)} was deleted.`, undoOf(entry));
}

/** What the hand said while it practised: tight, or pain. Nothing is drawn where it said nothing. */
export const Signs = memo(function Signs({
  signs,
  titleOf,
}: {
  signs: readonly SignRecord[];
  /** Null: all are of one exercise. */
  titleOf: ((id: string) => string) | null;
}) {
  const [shown, setShown] = useState(STRETCH);
  if (signs.length === 0) return null;
  const pains = signs.filter(({ kind }) => kind === 'pain').length;
  const tights = signs.length - pains;
  // Pain first: it must not be pushed off the list.
  const listed = [...signs].sort((a, b) => Number(b.kind === 'pain') - Number(a.kind === 'pain'));
  return (
    <Panel aria-label="What the hand said">
      <h2>What the hand said</h2>
      <p>
        {pains > 0 ? `It hurt ${times(pains)}. ` : ''}
        {tights > 0 ? `It was tight ${times(tights)}.` : ''}
      </p>
      <Table>
        <thead>
          <tr>
            <th scope="col">Day</th>
            {titleOf ? <th scope="col">Exercise</th> : null}
            <th scope="col" className="number">
              bpm
            </th>
            <th scope="col">Hand</th>
            <th scope="col">
              <span className="for-screen-readers">Delete</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {listed.slice(0, shown).map((sign) => (
            <tr key={sign.id}>
              <th scope="row">{dayText(sign.day)}</th>
              {titleOf ? <td className="long">{titleOf(sign.exerciseId) || 'Untitled'}</td> : null}
              <td className="number">{bpmText(sign.bpm)}</td>
              <td>{sign.kind === 'pain' ? <strong>{NAMES.pain}</strong> : NAMES.tight}</td>
              <td>
                <RowButton
                  aria-label={`Delete “${NAMES[sign.kind]}” of ${dayText(sign.day)}`}
                  onClick={() => attempt('Deleting', () => takeAway(sign))}
                >
                  Delete
                </RowButton>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {listed.length > shown ? (
        <div>
          <Button onPress={() => setShown(shown + STRETCH)}>Show more</Button>
        </div>
      ) : null}
    </Panel>
  );
});
