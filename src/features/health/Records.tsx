'use client';
import { counted, titleOf } from '@/core';
import type { AsideRecord, Damaged } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { download } from '@/ui/shell/download';
import { momentText } from '@/ui/dayText';
import { mendIntegrity, mendOne, setOneAside, type Checked } from '@/work/health';
import { attempt } from '@/work/perform';
import { Item, Part, TABLES } from './parts';

/** Records that cannot be read, each with what can be done about it. */
export function DamagedPart({
  damaged,
  onDone,
}: {
  damaged: readonly Damaged[];
  onDone: (done: Damaged) => void;
}) {
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

/** What does not hold together, and mending it. */
export function IntegrityPart({ checked, onDone }: { checked: Checked; onDone: () => void }) {
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
        <p className="good">
          {checked.damaged.length > 0 ? 'What can be read holds together' : 'All of it holds together'}:
          notes, runs and days were recounted.
        </p>
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

/** Records as they were before they were mended or taken out of use. */
export function Aside({ aside }: { aside: readonly AsideRecord[] }) {
  if (aside.length === 0) return null;
  return (
    <Part title="Laid aside">
      <p>Records as they were before they were mended or taken out of use.</p>
      <ul>
        {aside.map(({ id, table, raw, why, at }) => (
          <Item key={id}>
            <div>
              {titleOf(raw) || (TABLES[table] ?? table)}
              <small>
                {momentText(at)} · {why}
              </small>
            </div>
            <Button
              aria-label={`Save raw: ${table} of ${momentText(at)}`}
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
