/** Files of older versions. */
import { ME, type LogEntry, type ShelvedRecord, type SiblingRecord } from '../../model/records';
import {
  LAST_APART,
  PROJECT_VERSION,
  TABLE_NAMES,
  TABLES_SINCE,
  upToDateEntry,
  upToDateRecord,
  upToDateShelved,
  upToDateSibling,
  upToDateTombstone,
} from '../../model/tables';
import { ADDED_FIELDS } from './added';

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
      ? { ...player, setup: { ...ADDED_FIELDS.stretchLimit, ...player.setup } }
      : player,
  );
}

/** Gives every record the vector that its device and revision stand for; of the built-in player's first version nothing was said. */
function withVersions(records: unknown): unknown {
  if (!Array.isArray(records)) return records;
  return records.map((record: { id?: unknown; deviceId?: unknown; revision?: unknown } | null) => {
    if (record === null || typeof record !== 'object') return record;
    const isUnsaid = record.id === ME && record.revision === 1;
    return { versions: isUnsaid ? {} : { [String(record.deviceId)]: record.revision }, ...record };
  });
}

/** Sittings that were open in an older version are over; their runs are on record. */
function withoutSittings(backup: unknown): unknown {
  const { settings } = (backup ?? {}) as { settings?: unknown };
  if (settings === null || typeof settings !== 'object') return backup;
  const kept = Object.entries(settings).filter(([key]) => !key.startsWith('practice:'));
  return { ...(backup as object), settings: Object.fromEntries(kept) };
}

/** A file of one of the versions that were counted apart from the database's, in the shape of the last of them. */
function lastApart(file: Record<string, unknown>): Record<string, unknown> {
  if (file.version === LAST_APART || file.version === 9) return file;
  const since9 = (older: Record<string, unknown>) => ({
    ...older,
    signs: [],
    backup: withoutSittings(older.backup),
  });
  const since8 = (older: Record<string, unknown>) =>
    since9({
      ...older,
      exercises: withVersions(older.exercises),
      players: withVersions(older.players),
      ladders: withVersions(older.ladders),
      tombstones: withField(older.tombstones, { versions: {} }),
      backup: null,
    });
  if (file.version === 8) return since9(file);
  if (file.version === 7) return since8(file);
  if (file.version === 6) return since8({ ...file, runs: withField(file.runs, ADDED_FIELDS.runPart) });
  return since8({
    ...file,
    exercises: withField(file.exercises, {
      ...(file.version === 1 ? ADDED_FIELDS.exerciseOrigin : {}),
      ...ADDED_FIELDS.exerciseHand,
      ...ADDED_FIELDS.exerciseRecipe,
      ...ADDED_FIELDS.exerciseBrief,
    }),
    players: withField(withStretchLimit(file.players), ADDED_FIELDS.playerParticulars),
    ladders: withField(file.ladders, ADDED_FIELDS.ladderSteps),
    runs: [],
  });
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object';

/** Whatever is a record in a list, filled with what it lacks; anything else is left for the schema. */
const eachFilled = <One>(list: unknown, fill: (one: One) => unknown): unknown =>
  Array.isArray(list) ? list.map((one: unknown) => (isObject(one) ? fill(one as One) : one)) : list;

/** Deletions had no names of their own: of runs and signs each gets the one that all copies of it get. */
const withStones = (tombstones: unknown): unknown => eachFilled(tombstones, upToDateTombstone);

/** A file of an older version in the shape of the current one; a damaged one goes on to the schema as it is. */
export function upToDate(value: object): Record<string, unknown> {
  const { version } = value as { version?: unknown };
  const isOlder = Number.isInteger(version) && Number(version) >= 1 && Number(version) < PROJECT_VERSION;
  if (!isOlder) return value as Record<string, unknown>;
  const file = Number(version) > LAST_APART ? (value as Record<string, unknown>) : lastApart(value as never);
  const { backup } = file;
  return {
    ...file,
    version: PROJECT_VERSION,
    ...Object.fromEntries(
      TABLE_NAMES.map((table) => {
        const isLater = Number(version) < (TABLES_SINCE[table] ?? 0);
        return [table, isLater ? [] : eachFilled(file[table], (one) => upToDateRecord(table, one))];
      }),
    ),
    tombstones: withStones(file.tombstones),
    siblings: eachFilled(file.siblings ?? [], (one: SiblingRecord) => upToDateSibling(one)),
    parcel: file.parcel ?? null,
    backup: isObject(backup)
      ? {
          ...backup,
          shelf: eachFilled(backup.shelf, (one: ShelvedRecord) => upToDateShelved(one)),
          log: eachFilled(backup.log, (one: LogEntry) => upToDateEntry(one)),
        }
      : backup,
  };
}
