'use client';
/** How what is kept is: how much, how safe, whether it holds together; and putting it right. */
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { counted } from '@/core';
import { askToPersist, database, type AsideRecord } from '@/storage';
import { backupState } from '@/storage/backup';
import { readAside, type Damaged } from '@/storage/health';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { backupText } from '@/ui/shell/DataMenu';
import { download } from '@/ui/shell/download';
import { exportLibrary } from '@/ui/shell/exportLibrary';
import { colour } from '@/ui/theme/tokens';
import {
  checkAll,
  mendIntegrity,
  mendOne,
  readRoom,
  setOneAside,
  type Checked,
  type Room,
} from '@/work/health';
import { rawLibrary } from '@/work/givingOut';
import { attempt } from '@/work/perform';

const Root = styled.div`
  display: grid;
  gap: 1rem;
  max-width: 62rem;
  margin: 0 auto;
  outline: none;
  h1 {
    font-size: 1.45rem;
  }
  section {
    display: grid;
    gap: 0.5rem;
    padding: 0.9rem 1rem;
    border: 1px solid ${colour.line};
    border-radius: 0.5rem;
    background: ${colour.card};
  }
  h2 {
    font-size: 1.1rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  ul {
    display: grid;
    gap: 0.4rem;
  }
  .bad {
    color: ${colour.bad};
    font-weight: 600;
  }
  .good {
    font-weight: 600;
  }
  p,
  dd,
  li {
    overflow-wrap: anywhere;
  }
`;

const Facts = styled.dl`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
  gap: 0.5rem 1rem;
  dt {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  dd {
    font-size: 1.15rem;
    font-variant-numeric: tabular-nums;
  }
`;

const Item = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.75rem;
  padding-top: 0.4rem;
  border-top: 1px solid ${colour.line};
  > div {
    flex: 1 1 18rem;
    min-width: 0;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
`;

const TABLES: Readonly<Record<string, string>> = {
  exercises: 'Exercises',
  passages: 'Versions of notes',
  players: 'Students',
  ladders: 'Ladders',
  runs: 'Runs',
  days: 'Days of practice',
  shelf: 'On the shelf',
  log: 'Steps of undo',
  aside: 'Laid aside',
};

function sizeText(bytes: number | null): string {
  if (bytes === null) return 'not told';
  if (bytes < 1_000_000) return `${Math.round(bytes / 1000)} kB`;
  return bytes < 1_000_000_000
    ? `${(bytes / 1_000_000).toFixed(1)} MB`
    : `${(bytes / 1_000_000_000).toFixed(1)} GB`;
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

function Safety({ room, onAsked }: { room: Room | null; onAsked: () => void }) {
  const state = useLiveQuery(() => backupState(database()));
  return (
    <Part title="Where it is kept, and how safe">
      <Facts>
        <div>
          <dt>Taken</dt>
          <dd>{room ? sizeText(room.usedBytes) : '…'}</dd>
        </div>
        <div>
          <dt>Room in this browser</dt>
          <dd>{room ? sizeText(room.quotaBytes) : '…'}</dd>
        </div>
        <div>
          <dt>May the browser clear it</dt>
          <dd>
            {room?.isPersistent === null ? 'not told' : room?.isPersistent ? 'no' : 'when it needs room'}
          </dd>
        </div>
      </Facts>
      <p>
        Everything is in this browser alone. {state ? backupText(state) : ''}.
        {state?.folder
          ? ''
          : ' A folder for backups can be chosen behind the drive sign at the top, where the browser allows it.'}
      </p>
      <div className="acts">
        {room?.isPersistent === false ? (
          <Button
            onPress={() =>
              attempt('Asking', async () => {
                const isPromised = await askToPersist();
                say(
                  isPromised
                    ? 'The browser promised to keep it.'
                    : 'The browser did not promise. It does so for pages that are used often, bookmarked or installed.',
                );
                onAsked();
              })
            }
          >
            Ask the browser to keep it
          </Button>
        ) : null}
        <Button look="primary" onPress={() => attempt('Exporting', exportLibrary)}>
          Export all as a file
        </Button>
        <Button
          onPress={() =>
            attempt('Saving it raw', async () => {
              const { name, text } = await rawLibrary();
              download(name, text);
            })
          }
        >
          Save everything raw
        </Button>
      </div>
      <p>
        The file can be taken in again. Raw holds every record as it is, also those that cannot be read; it is
        for looking into, not for taking in.
      </p>
    </Part>
  );
}

function DamagedPart({ damaged, onDone }: { damaged: readonly Damaged[]; onDone: (done: Damaged) => void }) {
  const act = (what: string, one: Damaged, work: (one: Damaged) => Promise<string>) =>
    attempt(what, async () => {
      say(await work(one));
      onDone(one);
    });
  if (damaged.length === 0) return <p className="good">Every record can be read as it should be.</p>;
  return (
    <>
      <p className="bad">
        {damaged.length === 1
          ? '1 record cannot be read as it should be.'
          : `${damaged.length} records cannot be read as they should be.`}{' '}
        Mending keeps every field that can be kept; setting aside takes a record out of use. Either way it
        lies below as it was.
      </p>
      <ul aria-label="Damaged records">
        {damaged.map((one) => {
          const name = one.title || `${TABLES[one.table] ?? one.table}: ${one.id.slice(0, 12)}`;
          return (
            <Item key={`${one.table} ${one.id}`}>
              <div>
                {name}
                <small>{one.why}</small>
              </div>
              <Button aria-label={`Mend ${name}`} onPress={() => act('Mending', one, mendOne)}>
                Mend
              </Button>
              <Button aria-label={`Set aside ${name}`} onPress={() => act('Setting aside', one, setOneAside)}>
                Set aside
              </Button>
            </Item>
          );
        })}
      </ul>
    </>
  );
}

function IntegrityPart({ checked, onDone }: { checked: Checked; onDone: () => void }) {
  const { integrity } = checked;
  const { wrongHashes, wrongDays, withoutNotes, runsOfDeleted, runsWithoutNotes } = integrity;
  const isMendable = wrongHashes.length > 0 || wrongDays > 0;
  const faults = [
    wrongDays > 0 ? `${counted(wrongDays, 'day')} of practice are not what their runs add up to.` : '',
    wrongHashes.length > 0
      ? `${counted(wrongHashes.length, 'version')} of notes do not match the name they are kept under.`
      : '',
    withoutNotes.length > 0 ? `The notes are missing of: ${withoutNotes.slice(0, 5).join(', ')}.` : '',
    runsWithoutNotes > 0 ? `The notes are missing of ${counted(runsWithoutNotes, 'run')}.` : '',
  ].filter((fault) => fault !== '');
  return (
    <>
      {faults.length === 0 ? (
        <p className="good">All of it holds together: notes, runs and days were recounted.</p>
      ) : (
        faults.map((fault) => (
          <p key={fault} className="bad">
            {fault}
          </p>
        ))
      )}
      {runsOfDeleted > 0 ? (
        <p>{counted(runsOfDeleted, 'run')} are of exercises that were deleted; they stay in the logbook.</p>
      ) : null}
      {isMendable ? (
        <div className="acts">
          <Button
            look="primary"
            onPress={() =>
              attempt('Mending', async () => {
                await mendIntegrity(integrity);
                say('Recounted and put right.');
                onDone();
              })
            }
          >
            Put it right
          </Button>
        </div>
      ) : null}
    </>
  );
}

function Aside({ aside }: { aside: readonly AsideRecord[] }) {
  if (aside.length === 0) return null;
  return (
    <Part title="Laid aside">
      <p>Records as they were before they were mended or taken out of use.</p>
      <ul>
        {aside.map(({ id, table, raw, why, at }) => (
          <Item key={id}>
            <div>
              {String((raw as { title?: unknown; name?: unknown } | null)?.title ?? TABLES[table] ?? table)}
              <small>
                {at.slice(0, 16).replace('T', ' ')} · {why}
              </small>
            </div>
            <Button
              aria-label={`Save raw: ${table} of ${at.slice(0, 16)}`}
              onPress={() =>
                download(`yardfell-aside-${table}-${at.slice(0, 10)}.json`, JSON.stringify(raw, null, 1))
              }
            >
              Save raw
            </Button>
          </Item>
        ))}
      </ul>
    </Part>
  );
}

/** The health of what is kept. */
export function Health() {
  const [checked, setChecked] = useState<Checked | null>(null);
  const [room, setRoom] = useState<Room | null>(null);
  const aside = useLiveQuery(() => readAside(database()));
  const look = useCallback(() => {
    attempt('Looking at what is kept', async () => {
      setRoom(await readRoom());
      setChecked(await checkAll());
    });
  }, []);
  useEffect(look, [look]);
  return (
    <Root tabIndex={-1}>
      <h1>Health of your data</h1>
      <Safety room={room} onAsked={look} />
      <Part title="What is kept">
        {checked ? (
          <>
            <Facts>
              {Object.entries(checked.integrity.counts).map(([table, count]) => (
                <div key={table}>
                  <dt>{TABLES[table] ?? table}</dt>
                  <dd>{count.toLocaleString('en')}</dd>
                </div>
              ))}
            </Facts>
            <div role="status">
              <IntegrityPart checked={checked} onDone={look} />
            </div>
            <DamagedPart
              damaged={checked.damaged}
              onDone={(done) => {
                // Off the list at once; looking at everything again takes a moment.
                setChecked({ ...checked, damaged: checked.damaged.filter((one) => one !== done) });
                look();
              }}
            />
            <div className="acts">
              <Button onPress={look}>Look again</Button>
            </div>
          </>
        ) : (
          <p aria-busy="true">Every record is looked at …</p>
        )}
      </Part>
      <Aside aside={aside ?? []} />
    </Root>
  );
}
