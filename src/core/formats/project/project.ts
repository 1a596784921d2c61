/** Project files: the whole library, or a part of it, as versioned JSON. */
import { OPEN_HAND } from '../../exercise/hand';
import { FRESH_LADDER } from '../../exercise/climb';
import { NEW_PLAYER, type Project } from '../../exercise/records';
import { DEFAULT_SETUP } from '../../instrument/instrument';
import { passageHash } from '../../passage/hash';
import { compareNotes, type Passage } from '../../passage/passage';
import { PROJECT_LIMITS } from './parts';
import { PROJECT_FORMAT, PROJECT_VERSION, projectSchema } from './schema';

/** Why a project file was refused. Nothing of a refused file is used. */
export interface ProjectProblem {
  readonly code:
    'tooLarge' | 'notJson' | 'cutOff' | 'notAProject' | 'newerVersion' | 'badField' | 'inconsistent';
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
  let layer: unknown[] = [value];
  for (let depth = 0; layer.length > 0; depth++) {
    if (depth > limit) return true;
    layer = layer.flatMap((one) => (one !== null && typeof one === 'object' ? Object.values(one) : []));
  }
  return false;
}

/** What a passage's shape does not say: strings that are there, ids that are unique, one note a string and moment, in order. */
function passageFault(passage: Passage): string | null {
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
  const ids = new Set<string>();
  for (const [at, { passageHash: hash }] of project.runs.entries())
    if (!hashes.has(hash))
      return { path: `runs[${at}].passageHash`, message: 'The notes of one run are missing.' };
  for (const [at, exercise] of project.exercises.entries()) {
    if (!hashes.has(exercise.passageHash))
      return {
        path: `exercises[${at}].passageHash`,
        message: `The notes of “${exercise.title}” are missing.`,
      };
    if (ids.has(exercise.id)) return { path: `exercises[${at}].id`, message: 'Two exercises have one id.' };
    ids.add(exercise.id);
  }
  return null;
}

/** Adds a field to every record of a list that has none of it yet. What is no list of records is left for the schema. */
function withField(records: unknown, fields: Readonly<Record<string, unknown>>): unknown {
  if (!Array.isArray(records)) return records;
  return records.map((record: unknown) =>
    record !== null && typeof record === 'object' ? { ...fields, ...record } : record,
  );
}

/** Gives the set-up of every player a limit of stretch. */
function withStretchLimit(players: unknown): unknown {
  if (!Array.isArray(players)) return players;
  return players.map((player: { setup?: unknown } | null) =>
    player !== null && typeof player === 'object' && typeof player.setup === 'object'
      ? { ...player, setup: { stretchLimitMm: DEFAULT_SETUP.stretchLimitMm, ...player.setup } }
      : player,
  );
}

/** A file of an older version in the shape of the current one; a damaged one goes on to the schema as it is. */
function upToDate(value: object): unknown {
  const file = value as Record<string, unknown>;
  if (file.version === 6)
    return { ...file, version: PROJECT_VERSION, runs: withField(file.runs, { part: null }) };
  if (![1, 2, 3, 4, 5].includes(file.version as number)) return file;
  const { setup: _, ...ofPlayers } = NEW_PLAYER;
  return {
    ...file,
    version: PROJECT_VERSION,
    exercises: withField(file.exercises, {
      ...(file.version === 1 ? { origin: null, cues: null } : {}),
      hand: OPEN_HAND,
      recipe: null,
      brief: null,
      drill: null,
    }),
    players: withField(withStretchLimit(file.players), ofPlayers),
    ladders: withField(file.ladders, FRESH_LADDER),
    runs: [],
  };
}

/**
 * Reads a project file. Never throws: a file that is cut off, not a project, of a newer version, too large or in any
 * part wrong is refused whole, with the reasons.
 */
export function readProject(text: string): ProjectReading {
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
  const checked = projectSchema.validate(upToDate(value as object), { abortEarly: false, convert: false });
  if (checked.error) {
    const details = checked.error.details.slice(0, MAX_PROBLEMS);
    const problems = details.map((detail): ProjectProblem => ({
      code: 'badField',
      path: detail.path.join('.'),
      message: `${detail.message}. Nothing was imported.`,
    }));
    return { project: null, problems };
  }
  const {
    format: _format,
    version: _version,
    ...rest
  } = checked.value as Project & Record<'format' | 'version', unknown>;
  const project: Project = rest;
  const fault = consistencyFault(project);
  return fault ? refused('inconsistent', fault.message, fault.path) : { project, problems: [] };
}

/** Writes a project file of the current version: JSON, one value a line at the top level. */
export function writeProject(project: Project): string {
  const { exportedAt, exercises, passages, players, ladders, runs, tombstones } = project;
  const whole = {
    format: PROJECT_FORMAT,
    version: PROJECT_VERSION,
    exportedAt,
    exercises,
    passages,
    players,
    ladders,
    runs,
    tombstones,
  };
  return `${JSON.stringify(whole, null, 1)}\n`;
}
