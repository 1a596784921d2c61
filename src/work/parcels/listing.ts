/** Files that went and came, and what is still said in two ways. */
import { bpmText, counted, type Difference, type Passage, type RunRecord } from '@/core';
import {
  database,
  LIBRARY,
  readExerciseRecords,
  readPassages,
  readPlayers,
  undoOrRedo,
  type DatabaseHandle,
} from '@/storage';
import { givenFiles, takenFiles, type TakenFile } from '@/storage/parcels';
import { readContested, readUnsettled, settle, settleRun, type Unsettled } from '@/storage/settling';
import { told } from '../perform';
import { recordParts } from '../records';
import { undoOf, undoText } from '../undoing';

/** A file that went or came, as it is listed. */
export interface ListedFile {
  readonly id: string;
  readonly at: string;
  readonly name: string;
  readonly way: 'given' | 'taken' | 'taken back';
  readonly playerId: string | null;
  /** What was in it, or what it brought. */
  readonly what: string;
  readonly words: string;
}

const broughtText = ({ counts, beside }: TakenFile): string => {
  const parts = recordParts(counts);
  const brought = parts.length > 0 ? `Brought or changed ${parts.join(', ')}.` : '';
  const versions = beside > 0 ? `${counted(beside, 'other version')} to be settled.` : '';
  return [brought, versions].filter((text) => text !== '').join(' ') || 'Brought nothing that was not here.';
};

/** All files that went and came, the latest first. @param playerId those of one student. */
export async function listFiles(
  playerId: string | null = null,
  db: DatabaseHandle = database(),
): Promise<ListedFile[]> {
  const [given, taken] = await Promise.all([givenFiles(db), takenFiles(db)]);
  const all: ListedFile[] = [
    ...given.map((one) => ({ ...one, way: 'given' as const, words: '' })),
    ...taken.map((one) => ({
      ...{ id: one.id, at: one.at, name: one.name || 'A file', what: broughtText(one) },
      ...{ playerId: one.parcel?.playerId ?? null, words: one.parcel?.words ?? '' },
      way: one.isTakenBack ? ('taken back' as const) : ('taken' as const),
    })),
  ];
  return all
    .filter((one) => playerId === null || one.playerId === playerId)
    .sort((one, other) => other.at.localeCompare(one.at));
}

/** Takes a file back, or in again, and tells what stayed. */
export async function turnFile({ id, way }: ListedFile, db: DatabaseHandle = database()): Promise<void> {
  const turn = way === 'taken' ? 'undo' : 'redo';
  told(undoText(await undoOrRedo(db, LIBRARY, turn, id), turn));
}

/** What words about records need: students, exercises and notes. */
export interface Around {
  readonly players: readonly { readonly id: string; readonly name: string }[];
  readonly exercises: readonly { readonly id: string; readonly title: string }[];
  readonly passages: readonly { readonly hash: string; readonly passage: Passage }[];
}

/** What is said in two ways. */
export interface InTwo {
  readonly unsettled: readonly Unsettled[];
  /** Runs that were put right on two devices: what may hold of each, what counts first. */
  readonly runs: readonly (readonly RunRecord[])[];
  readonly around: Around;
}

const hashesIn = ({ here, there }: Difference): string[] =>
  [here, there].flatMap((one) => (one && 'passageHash' in one ? [one.passageHash] : []));

/** Reads what nobody has settled yet. */
export async function readInTwo(db: DatabaseHandle = database()): Promise<InTwo> {
  const [unsettled, runs] = await Promise.all([readUnsettled(db), readContested(db)]);
  const hashes = unsettled.flatMap(({ difference }) => hashesIn(difference));
  const [players, exercises, passages] = await Promise.all([
    readPlayers(db),
    readExerciseRecords(db),
    readPassages(db, hashes),
  ]);
  const found = hashes.flatMap((hash, at) => (passages[at] ? [{ hash, passage: passages[at] }] : []));
  return { unsettled, runs, around: { players, exercises, passages: found } };
}

/** Settles a record: what is shown holds, or what lies beside it. */
export async function settleRecord(
  { key, difference }: Unsettled,
  takes: 'shown' | 'other',
  db: DatabaseHandle = database(),
): Promise<void> {
  const { table, id } = difference;
  const entry = await settle(db, table, id, takes === 'shown' ? null : key);
  told('Settled. The other version lies on the shelf “deleted” in the Library for 30 days.', undoOf(entry));
}

/** Settles which correction of a run holds. */
export async function settleCorrection(run: RunRecord, db: DatabaseHandle = database()): Promise<void> {
  told('Settled; the other correction counts no more.', undoOf(await settleRun(db, run)));
}

/** A run as it is set beside another: when, at what tempo, how it went. */
export const runText = ({ day, bpm, passes, verdict, reason }: RunRecord): string =>
  `${day}, at ${bpmText(bpm)}, ${counted(passes, 'pass', 'passes')}: ${verdict}${reason ? ` (${reason})` : ''}`;
