'use client';
/** Reports that are kept, and what moved since one of them. */
import { useState } from 'react';
import { Ellipsis } from 'lucide-react';
import styled from 'styled-components';
import { bpmText, sizeText, type TakeRecord } from '@/core';
import { database, removeTake } from '@/storage';
import { Menu } from '@/ui/controls/Menu';
import { Panel, Table } from '@/ui/controls/panel';
import { RowButton } from '@/ui/controls/RowButton';
import { download } from '@/ui/shell/download';
import { attempt, told } from '@/work/perform';
import { movements } from '@/work/take/kept';
import type { Recordings } from '@/work/take/recordings';
import { keptText } from '@/work/take/words';
import { Moved } from './Moved';
import { undoOf } from '@/work/undoing';

const MOST = 6;

const Actions = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.35rem;
`;

/** A recording that is kept with its report. */
function Recording({
  take,
  bytes,
  recordings,
  isSame,
  onOpen,
}: {
  take: TakeRecord;
  bytes: number;
  recordings: Recordings;
  isSame: boolean;
  onOpen: (take: TakeRecord) => void;
}) {
  const when = `${take.day} ${take.at.slice(11, 16)}`;
  const save = () =>
    attempt('Saving the recording', async () =>
      download(`take-${take.day}.wav`, await recordings.file(take.id), 'audio/wav'),
    );
  return (
    <>
      {isSame ? (
        <RowButton aria-label={`Open the recording of ${when}`} onClick={() => onOpen(take)}>
          Open ({sizeText(bytes)})
        </RowButton>
      ) : (
        `of other notes, ${sizeText(bytes)} `
      )}
      <Menu
        label={`More for the recording of ${when}`}
        icon={<Ellipsis size={18} aria-hidden />}
        items={[
          { id: 'save', name: 'Save the recording as a file', run: save },
          {
            id: 'delete',
            name: 'Delete the recording',
            run: () => attempt('Deleting the recording', () => recordings.remove(take.id)),
          },
        ]}
      />
    </>
  );
}

/** Earlier takes of the exercise, the newest first; one of them is held against the newest. */
export function Earlier({
  takes,
  recordings,
  kept,
  hash,
  onOpen,
}: {
  takes: readonly TakeRecord[];
  recordings: Recordings;
  /** Bytes of the recordings that are kept, by take. */
  kept: ReadonlyMap<string, number>;
  /** Of the exercise's notes: a recording of others is not held against them. */
  hash: string;
  onOpen: (take: TakeRecord) => void;
}) {
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
              <td className="long">{keptText(take)}</td>
              <td>
                <Actions>
                  {kept.has(take.id) ? (
                    <Recording
                      {...{ take, recordings, onOpen }}
                      bytes={kept.get(take.id)!}
                      isSame={hash === take.passageHash}
                    />
                  ) : null}
                  {take === newest ? null : (
                    <RowButton
                      aria-pressed={take.id === wanted}
                      onClick={() => setWanted(take.id === wanted ? null : take.id)}
                    >
                      What moved since
                    </RowButton>
                  )}
                  <RowButton
                    aria-label={`Delete the take of ${take.day} ${take.at.slice(11, 16)}`}
                    onClick={() => remove(take)}
                  >
                    Delete
                  </RowButton>
                </Actions>
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
          <Moved movements={moved} since={before.day} />
        )
      ) : null}
    </Panel>
  );
}
