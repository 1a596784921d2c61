/** What of a library a project file can hold. What it cannot is named, and the rest goes out. */
import type { Backup, Project } from '../../model/records';
import { titleOf } from '../../model/tables';
import { passageHash } from '../../passage/hash';
import type { Passage } from '../../passage/passage';
import { PROJECT_LIMITS } from './parts';
import { passageFault, readProject, writeProject } from './project';
import { BACKUP_SCHEMAS, RECORD_SCHEMAS, type ListName } from './schema';

/** A record that the schema refuses. */
export interface RefusedRecord {
  readonly list: ListName | 'shelf' | 'log' | 'settings';
  readonly id: string;
  /** A title or name where it has one. */
  readonly title: string;
  /** In words, with the field. */
  readonly why: string;
}

const REASONS = 3;

/** Why a record of a list is refused, in words; null where it is not. */
export function recordFault(list: ListName, record: unknown): string | null {
  const { error } = RECORD_SCHEMAS[list].required().validate(record, { abortEarly: false, convert: false });
  if (error)
    return error.details
      .slice(0, REASONS)
      .map(({ message }) => message)
      .join('; ');
  if (list !== 'passages') return null;
  const { hash, passage } = record as { hash: string; passage: Passage };
  return passageFault(passage) ?? (passageHash(passage) === hash ? null : 'it does not match its hash');
}

const idOf = (record: { id?: unknown; hash?: unknown }) =>
  [record.id, record.hash].find((one) => typeof one === 'string') ?? '';

/** A project without the records that its schema refuses, and those by name. */
export function exportable(project: Project): { project: Project; leftOut: RefusedRecord[] } {
  const leftOut: RefusedRecord[] = [];
  const taken = <T extends object>(
    list: RefusedRecord['list'],
    records: readonly T[],
    fault: (one: T) => string | null,
  ) =>
    records.filter((record) => {
      const why = fault(record);
      if (why !== null) leftOut.push({ list, id: idOf(record), title: titleOf(record), why });
      return why === null;
    });
  const passages = taken('passages', project.passages, (one) => recordFault('passages', one));
  const hashes = new Set(passages.map(({ hash }) => hash));
  const withNotes = (list: ListName) => (record: object & { passageHash: string }) =>
    recordFault(list, record) ?? (hashes.has(record.passageHash) ? null : 'its notes cannot be read');
  const plain = (list: ListName) => (record: object) => recordFault(list, record);
  const backupFault = (list: 'shelf' | 'log') => (record: object) =>
    BACKUP_SCHEMAS[list].validate(record, { convert: false }).error?.message ?? null;
  const ofBackup = ({ settings, log, shelf }: Backup): Backup => ({
    settings: Object.fromEntries(
      Object.entries(settings).filter(([key, value]) => {
        const { error } = BACKUP_SCHEMAS.settings.validate({ [key]: value }, { convert: false });
        if (error) leftOut.push({ list: 'settings', id: key, title: '', why: error.message });
        return !error;
      }),
    ),
    log: taken('log', log, backupFault('log')),
    shelf: taken('shelf', shelf, (one) => {
      const hash = one.record.passageHash;
      const lacksNotes = typeof hash === 'string' && !hashes.has(hash);
      return backupFault('shelf')(one) ?? (lacksNotes ? 'its notes cannot be read' : null);
    }),
  });
  const rest = {
    ...project,
    passages,
    exercises: taken('exercises', project.exercises, withNotes('exercises')),
    players: taken('players', project.players, plain('players')),
    ladders: taken('ladders', project.ladders, plain('ladders')),
    runs: taken('runs', project.runs, withNotes('runs')),
    signs: taken('signs', project.signs, plain('signs')),
    lessons: taken('lessons', project.lessons, plain('lessons')),
    weeks: taken('weeks', project.weeks, plain('weeks')),
    takes: taken('takes', project.takes, withNotes('takes')),
    tombstones: taken('tombstones', project.tombstones, plain('tombstones')),
    siblings: taken('siblings', project.siblings, (one) => {
      const hash = one.record?.passageHash;
      const lacksNotes = typeof hash === 'string' && !hashes.has(hash);
      return recordFault('siblings', one) ?? (lacksNotes ? 'its notes cannot be read' : null);
    }),
    backup: project.backup && ofBackup(project.backup),
  };
  return { project: rest, leftOut };
}

/** Without what can be undone, whose old notes take most of the room, and the notes that only it names. */
function withoutLog(project: Project): Project {
  const { backup, exercises, runs, takes } = project;
  if (!backup) return project;
  const shelved = backup.shelf.map(({ record }) => record.passageHash);
  const used = new Set<unknown>([
    ...[...exercises, ...runs, ...takes].map((one) => one.passageHash),
    ...shelved,
  ]);
  return {
    ...project,
    passages: project.passages.filter(({ hash }) => used.has(hash)),
    backup: { ...backup, log: [] },
  };
}

/** A file as it is given out, and the records that could not go into it. */
export interface WrittenProject {
  readonly text: string;
  /** What the file does not hold because its schema refuses it. */
  readonly leftOut: readonly RefusedRecord[];
  /** Whether what could be undone had to stay out, because the file would be too long. */
  readonly isWithoutLog: boolean;
  /** Why the file cannot be read back; null where it can, as it should. */
  readonly fault: string | null;
}

/** Writes a project file and reads it back before it is given out. */
export function writeCheckedProject(whole: Project): WrittenProject {
  const { project, leftOut } = exportable(whole);
  const full = writeProject(project);
  const isWithoutLog = full.length > PROJECT_LIMITS.characters && project.backup !== null;
  const text = isWithoutLog ? writeProject(withoutLog(project)) : full;
  const { problems } = readProject(text);
  return { text, leftOut, isWithoutLog, fault: problems[0]?.message ?? null };
}
