/** A field that a later version brings: what was kept before has it afterwards, wherever it lay, and so have files. */
import 'fake-indexeddb/auto';
import { Dexie } from 'dexie';
import { expect, it, vi } from 'vitest';
import { field, text } from '@/core/model/field';

/** Later than any that is there. */
const SINCE = vi.hoisted(() => 40);
const WAS = 'nothing was asked';

// As whoever comes next adds it: one line of a description.
vi.mock('@/core/model/player', async (original) => {
  const player = await original<typeof import('@/core/model/player')>();
  const phone = field(text(), { first: 'new', since: SINCE, was: WAS });
  return { ...player, PLAYER_FIELDS: { ...player.PLAYER_FIELDS, phone } };
});

const { NEW_PLAYER, NO_RECORDS, PROJECT_VERSION, readProject, writeProject } = await import('@/core');
const { Database } = await import('./indexed');
const { VERSIONS } = await import('./versions');

const { phone: _, ...unasked } = NEW_PLAYER as typeof NEW_PLAYER & { phone: string };
const STAMP = {
  revision: 1,
  createdAt: '2026-01-05',
  updatedAt: '2026-01-05',
  deviceId: 'd',
  versions: { d: 1 },
};
const PLAYER = { ...STAMP, ...unasked, id: 'p', name: 'Ada' };
const AT = '2026-01-06';
const SHELVED = {
  table: 'players',
  id: 'q',
  record: PLAYER,
  shelvedAt: AT,
  action: 'a',
  label: 'l',
  why: 'deleted',
};
const ENTRY = {
  ...{ id: 'e', scope: 'library', seq: 1, label: 'Delete', undone: 0, mergeKey: null, at: AT, touchedMs: 0 },
  changes: [
    { table: 'players', id: 'q', before: PLAYER, after: null },
    { table: 'players', id: 'p', before: { name: 'A' }, after: { name: 'Ada' } },
  ],
};

it('is the version of database and file', () => {
  expect([PROJECT_VERSION, VERSIONS.at(-1)?.version]).toEqual([SINCE, SINCE]);
  expect(NEW_PLAYER).toMatchObject({ phone: 'new' });
});

it('is given to what is in the database, on its shelf and where undo brings it back', async () => {
  const before = new Dexie('older');
  for (const { version, stores } of VERSIONS.filter(({ version }) => version < SINCE))
    before.version(version).stores(stores);
  await before.open();
  await Promise.all([
    before.table('players').add(PLAYER),
    before.table('shelf').add(SHELVED),
    before.table('log').add(ENTRY),
  ]);
  before.close();

  const now = new Database('older');
  expect(await now.players.get('p')).toEqual({ ...PLAYER, phone: WAS });
  expect((await now.shelf.toArray())[0]?.record).toEqual({ ...PLAYER, phone: WAS });
  const [removed, renamed] = (await now.log.get('e'))!.changes;
  expect(removed?.before).toEqual({ ...PLAYER, phone: WAS });
  expect(renamed).toEqual(ENTRY.changes[1]);
  now.close();
});

it('is given to what a file of the version before holds, and asked of one of today', () => {
  const lists = { ...NO_RECORDS, passages: [], tombstones: [], siblings: [], parcel: null };
  const backup = { settings: {}, log: [ENTRY], shelf: [SHELVED] };
  const file = (version: number) =>
    writeProject({ exportedAt: AT, ...lists, players: [PLAYER], backup } as never).replace(
      `"version": ${PROJECT_VERSION}`,
      `"version": ${version}`,
    );
  const { project } = readProject(file(SINCE - 1));
  expect(project?.players[0]).toEqual({ ...PLAYER, phone: WAS });
  expect(project?.backup?.shelf[0]?.record).toMatchObject({ phone: WAS });
  expect(project?.backup?.log[0]?.changes[0]?.before).toMatchObject({ phone: WAS });
  expect(readProject(file(SINCE)).problems[0]?.message).toContain('phone');
});
