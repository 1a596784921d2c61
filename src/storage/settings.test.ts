/** Settings: two choices in a row both hold, also where the second does not know of the first; what is new is as at first. */
import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { Database } from './indexed';
import {
  handoutSettings,
  keepHandoutSettings,
  keepViewSettings,
  VIEW_AT_FIRST,
  viewSettings,
} from './settings';

it('each choice is kept beside the others', async () => {
  const db = new Database('settings');
  await Promise.all([
    keepViewSettings(db, { thickOnTop: true }),
    keepViewSettings(db, { singleKeys: false }),
    keepHandoutSettings(db, { code: true }),
  ]);
  expect(await viewSettings(db)).toEqual({ ...VIEW_AT_FIRST, thickOnTop: true, singleKeys: false });
  expect((await handoutSettings(db)).code).toBe(true);
  await keepViewSettings(db, { thickOnTop: false });
  expect((await viewSettings(db)).singleKeys).toBe(false);
  await db.delete();
});
