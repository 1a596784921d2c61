/** Project files: the whole library, or a part of it, as versioned JSON. */
import type Joi from 'joi';
import { type Project } from '../../model/records';
import { PROJECT_VERSION, TABLE_NAMES } from '../../model/tables';
import { passageHash } from '../../passage/hash';
import { compareNotes, type Passage } from '../../passage/passage';
import { upToDate } from './older';
import { PROJECT_LIMITS } from './parts';
import { quickCheck, type Check } from './quick';
import { PROJECT_FORMAT, projectSchema, RECORD_SCHEMAS, type ListName } from './schema';

/** Why a project file was refused. Nothing of a refused file is used. */
export interface ProjectProblem {
  readonly code:
    | 'tooLarge'
    | 'notJson'
    | 'cutOff'
    | 'notAProject'
    | 'newerVersion'
    | 'badField'
    | 'inconsistent';
  /** Where in the file, for example `exercises[3].title`; empty for the whole. */
  readonly path: string;
  readonly message: string;
}

export type ProjectReading =
  | { readonly project: Project; readonly problems: readonly [] }
  | { readonly project: null; readonly problems: readonly ProjectProblem[] };

const MAX_PROBLEMS = 20;

function refused(code: ProjectProblem['code'], message: string, path = ''): ProjectReading {
  return { project: null, problems: [{ code, path, message: `${message} Nothing was imported.` }] };
}

/** Depth of nesting, counted without recursion and given up at a limit. */
function isDeeperThan(value: unknown, limit: number): boolean {
  const left: { one: unknown; depth: number }[] = [{ one: value, depth: 0 }];
  for (let top = left.pop(); top; top = left.pop()) {
    const { one, depth } = top;
    if (one === null || typeof one !== 'object') continue;
    if (depth >= limit) return true;
    for (const inner of Object.values(one)) left.push({ one: inner, depth: depth + 1 });
  }
  return false;
}

/** What a passage's shape does not say: strings that are there, ids that are unique, one note a string and moment, in order. */
export function passageFault(passage: Passage): string | null {
  const ids = new Set<string>();
  const places = new Set<string>();
  for (const [at, note] of passage.notes.entries()) {
    if (note.string > passage.tuning.length) return `note ${note.id} is on a string that is not there`;
    if (ids.has(note.id)) return `two notes have the id ${note.id}`;
    const place = `${note.onsetTicks}/${note.string}`;
    if (places.has(place)) return `two notes begin at once on string ${note.string}`;
    const isOut = note.onsetTicks < -passage.pickupTicks || note.onsetTicks >= passage.lengthTicks;
    if (isOut) return `note ${note.id} lies outside the passage`;
    const next = passage.notes[at + 1];
    if (next && compareNotes(note, next) > 0) return 'the notes are not in order';
    ids.add(note.id);
    places.add(place);
  }
  return null;
}

function consistencyFault(project: Project): { path: string; message: string } | null {
  const hashes = new Set<string>();
  for (const [at, { hash, passage }] of project.passages.entries()) {
    const fault = passageFault(passage);
    if (fault) return { path: `passages[${at}]`, message: `In one passage ${fault}.` };
    if (passageHash(passage) !== hash)
      return {
        path: `passages[${at}].hash`,
        message: 'A passage does not match its hash: the file was changed by hand or damaged.',
      };
    hashes.add(hash);
  }
  for (const name of TABLE_NAMES) {
    const ids = new Set<string>();
    for (const [at, { id }] of project[name].entries()) {
      if (ids.has(id)) return { path: `${name}[${at}].id`, message: `Two ${name} have one id.` };
      ids.add(id);
    }
  }
  for (const [at, { passageHash: hash }] of project.runs.entries())
    if (!hashes.has(hash))
      return { path: `runs[${at}].passageHash`, message: 'The notes of one run are missing.' };
  for (const [at, exercise] of project.exercises.entries())
    if (!hashes.has(exercise.passageHash))
      return {
        path: `exercises[${at}].passageHash`,
        message: `The notes of “${exercise.title}” are missing.`,
      };
  for (const [at, { id, record }] of project.siblings.entries()) {
    if (record && record.id !== id)
      return { path: `siblings[${at}].id`, message: 'A version has another id than its record.' };
    if (record && 'passageHash' in record && !hashes.has(String(record.passageHash)))
      return { path: `siblings[${at}].record`, message: 'The notes of another version are missing.' };
  }
  for (const [at, { record }] of (project.backup?.shelf ?? []).entries())
    if (typeof record.passageHash === 'string' && !hashes.has(record.passageHash))
      return {
        path: `backup.shelf[${at}].record.passageHash`,
        message: 'The notes of something on the shelf are missing.',
      };
  return null;
}

/** Told how much of the work is done, 0–1. */
export type Report = (done: number) => void;

const LISTS = Object.keys(RECORD_SCHEMAS) as ListName[];

/** So many records are checked between two reports. */
const REPORT_EVERY = 500;

const OPTIONS = { abortEarly: false, convert: false } as const;

/** What is surely well needs no Joi; made once a list, when its first record is read. */
const quick = new Map<ListName, Check | null>();

function isSurelyFit(name: ListName, record: unknown): boolean {
  if (!quick.has(name)) quick.set(name, quickCheck(RECORD_SCHEMAS[name].required()));
  return quick.get(name)?.(record) ?? false;
}

/** Checks record by record: what it takes grows with what is there, and it ends at the first twenty faults. */
function schemaFaults(file: Record<string, unknown>, report?: Report): ProjectProblem[] {
  const problems: ProjectProblem[] = [];
  const note = (error: Joi.ValidationError | undefined, at: readonly (string | number)[]) => {
    for (const detail of error?.details ?? [])
      if (problems.length < MAX_PROBLEMS)
        problems.push({
          code: 'badField',
          path: [...at, ...detail.path].join('.'),
          message: `${detail.message}. Nothing was imported.`,
        });
  };
  const lists = LISTS.map((name) => ({ name, records: file[name] }));
  for (const { name, records } of lists)
    if (Array.isArray(records) && records.length > PROJECT_LIMITS[name])
      problems.push({
        code: 'tooLarge',
        path: name,
        message: `It holds ${records.length.toLocaleString('en')} ${name}; ${PROJECT_LIMITS[name].toLocaleString('en')} are the most. Nothing was imported.`,
      });
  if (problems.length > 0) return problems;
  // The frame without its lists; what is no list is a fault of the frame.
  const emptied = lists.flatMap(({ name, records }) => (Array.isArray(records) ? [[name, []] as const] : []));
  note(projectSchema.validate({ ...file, ...Object.fromEntries(emptied) }, OPTIONS).error, []);
  const total = lists.reduce((sum, { records }) => sum + (Array.isArray(records) ? records.length : 0), 0);
  let checked = 0;
  for (const { name, records } of lists) {
    if (!Array.isArray(records)) continue;
    for (const [at, record] of records.entries()) {
      if (!isSurelyFit(name, record))
        note(RECORD_SCHEMAS[name].required().validate(record, OPTIONS).error, [name, at]);
      if (problems.length >= MAX_PROBLEMS) return problems;
      if (++checked % REPORT_EVERY === 0) report?.(checked / total);
    }
  }
  return problems;
}

/**
 * Reads a project file. Never throws: a file that is cut off, not a project, of a newer version, too large or in any
 * part wrong is refused whole, with the reasons.
 */
export function readProject(text: string, report?: Report): ProjectReading {
  if (text.length > PROJECT_LIMITS.characters)
    return refused(
      'tooLarge',
      `The file has more than ${PROJECT_LIMITS.characters / 1_000_000} million characters.`,
    );
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    const begins = text.trimStart().startsWith('{') && text.includes(PROJECT_FORMAT);
    return begins
      ? refused('cutOff', 'The file begins like a project file but breaks off: it is not whole.')
      : refused('notJson', 'The file is not a project file: it is no JSON.');
  }
  const head = value as { format?: unknown; version?: unknown } | null;
  if (head === null || typeof head !== 'object' || head.format !== PROJECT_FORMAT)
    return refused('notAProject', 'The file is not a project file of this program.');
  if (typeof head.version === 'number' && head.version > PROJECT_VERSION)
    return refused(
      'newerVersion',
      `The file was written by a newer version (file version ${head.version}, this program reads up to ${PROJECT_VERSION}).`,
    );
  if (isDeeperThan(value, PROJECT_LIMITS.depth))
    return refused('badField', 'The file is nested deeper than a project ever is.');
  const file = upToDate(value as object);
  const problems = schemaFaults(file, report);
  if (problems.length > 0) return { project: null, problems };
  const { format: _format, version: _version, ...rest } = file;
  const project = rest as unknown as Project;
  const fault = consistencyFault(project);
  return fault ? refused('inconsistent', fault.message, fault.path) : { project, problems: [] };
}

/** Writes a project file of the current version: JSON, one value a line at the top level. */
export function writeProject(project: Project): string {
  const whole = {
    format: PROJECT_FORMAT,
    version: PROJECT_VERSION,
    exportedAt: project.exportedAt,
    ...Object.fromEntries(LISTS.map((name) => [name, project[name]])),
    parcel: project.parcel,
    backup: project.backup,
  };
  return `${JSON.stringify(whole, null, 1)}\n`;
}
