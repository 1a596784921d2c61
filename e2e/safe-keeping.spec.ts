/** Out and in again, two versions beside each other, files that are damaged, backups: what is kept can be had again. */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { freePort, startServer } from '../scripts/tools.mjs';
import { exportAll, expect, fromMenu, give, openLibrary, row, test } from './fixtures';

test(
  'exported, wiped and restored, everything is as it was; another version is shown and both are kept',
  { tag: '@always' },
  async ({ page, browser }, info) => {
    await openLibrary(page);
    await page.getByRole('button', { name: /^Student: Orrin/ }).click();
    await page.getByRole('button', { name: /^Orrin: hand, instrument/ }).click();
    await page.getByLabel('Goals').fill('even changes at 96');
    await page.getByRole('button', { name: 'Close' }).click();
    await fromMenu(page, 'Over the stile', 'Delete');
    await expect(row(page, 'Over the stile')).toBeHidden();
    const file = await exportAll(page);

    // Another browser with nothing in it: the demo is taken away first.
    const context = await browser.newContext({
      baseURL: info.project.use.baseURL ?? process.env.YARDFELL_ADDRESS!,
    });
    const empty = await context.newPage();
    await empty.goto('/');
    await expect(row(empty, 'Kite string')).toBeVisible();
    await empty.evaluate(
      () =>
        new Promise((resolve) => {
          const opening = indexedDB.open('yardfell');
          opening.onsuccess = () => {
            const names = [
              'exercises',
              'passages',
              'ladders',
              'runs',
              'signs',
              'lessons',
              'weeks',
              'takes',
              'days',
              'log',
              'shelf',
              'tombstones',
              'players',
            ];
            const transaction = opening.result.transaction(names, 'readwrite');
            for (const name of names)
              if (name === 'players') {
                transaction.objectStore(name).openCursor().onsuccess = (event) => {
                  const cursor = (event.target as IDBRequest<IDBCursorWithValue | null>).result;
                  if (cursor?.key !== 'me') cursor?.delete();
                  cursor?.continue();
                };
              } else transaction.objectStore(name).clear();
            transaction.oncomplete = resolve;
          };
        }),
    );
    await empty.reload();
    await expect(empty.getByText('Nothing here yet')).toBeVisible();
    await give(empty, 'backup.json', file);
    const asked = empty.getByRole('dialog', { name: 'In “backup.json”' });
    await expect(asked).toContainText('everything comes back just as it was');
    await asked.getByRole('button', { name: 'Restore' }).click();
    await expect(row(empty, 'Kite string')).toBeVisible();
    const content = (some: Buffer) => {
      const { exportedAt: _, ...rest } = JSON.parse(some.toString()) as {
        exportedAt: string;
        backup: object;
      };
      return rest;
    };
    expect(content(await exportAll(empty))).toEqual(content(file));
    await empty.keyboard.press('Control+z');
    await expect(row(empty, 'Over the stile')).toBeVisible();

    // Both sides go on; the file of the one is taken in by the other.
    const rename = async (on: Page, to: string) => {
      await fromMenu(on, 'Kite string', 'Rename');
      await on.keyboard.press('Control+a');
      await on.keyboard.type(to);
      await on.keyboard.press('Enter');
      await expect(row(on, to)).toBeVisible();
    };
    await rename(empty, 'Kite there');
    await rename(page, 'Kite here');
    await give(page, 'theirs.json', await exportAll(empty));
    const question = page.getByRole('dialog', { name: 'In “theirs.json”' });
    const card = question.getByRole('listitem').filter({ hasText: 'Kite here' });
    await expect(card).toContainText('changed here and in the file');
    await expect(card.getByRole('row', { name: /title/ })).toContainText('Kite there');
    await card.getByRole('radio', { name: 'Take the file’s' }).click();
    await question.getByRole('button', { name: 'Take it in' }).click();
    await expect(row(page, 'Kite there')).toBeVisible();
    await page.getByRole('button', { name: /Shelf$/ }).click();
    await page.getByRole('option', { name: 'deleted' }).click();
    const shelf = page.getByRole('list', { name: /on the shelf/ });
    await expect(shelf.getByRole('listitem').filter({ hasText: 'Kite here' })).toContainText('Other version');
    await context.close();
  },
);

/** A MIDI file with two melodic tracks and one of percussion. */
function game(): Buffer {
  const track = (name: string, channel: number, pitches: readonly number[]) => {
    const events = [
      ...[0, 0xff, 0x03, name.length, ...Buffer.from(name)],
      ...pitches.flatMap((pitch) => [0, 0x90 | channel, pitch, 90, 96, 0x80 | channel, pitch, 0]),
      ...[0, 0xff, 0x2f, 0],
    ];
    return [0x4d, 0x54, 0x72, 0x6b, 0, 0, events.length >> 8, events.length & 255, ...events];
  };
  return Buffer.from([
    ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 1, 0, 3, 0, 96],
    ...track('Drums', 9, [36, 38, 36]),
    ...track('Lead', 0, [64, 67, 71, 72]),
    ...track('Bass line', 1, [40, 43, 45]),
  ]);
}

test('the parts of a MIDI file are offered; one that never ends is refused and the next import works', async ({
  page,
}) => {
  await openLibrary(page);
  const endless = Buffer.from([
    ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, 16],
    ...[0, 0xff, 0x01, 0xff, 0xff, 0xff, 0x78, 0, 0xff, 0x2f, 0, 0, 0xff, 0x2f, 0, 0],
  ]);
  await give(page, 'endless.mid', endless);
  await expect(page.getByText(/“endless.mid”: .*not whole.*Nothing was imported/)).toBeVisible();
  await give(page, 'level one.mid', game());
  const asked = page.getByRole('dialog', { name: 'In “level one.mid”' });
  await expect(asked.getByRole('checkbox')).toHaveCount(2);
  await asked.getByRole('checkbox', { name: /Bass line/ }).check();
  // Joined they would be one; they are taken each for itself, higher up the neck.
  await asked.getByRole('switch', { name: /^Join what is ticked/ }).press('Space');
  await expect(asked.getByRole('button', { name: 'Take it as one' })).toBeEnabled();
  await expect(asked.getByRole('list', { name: 'Joined' })).toContainText('notes');
  await asked.getByRole('switch', { name: /^Join what is ticked/ }).press('Space');
  await asked.getByRole('button', { name: /Without tab it is put/ }).click();
  await page.getByRole('option', { name: 'near fret 9' }).click();
  await expect(asked.getByText(/frets (8|9|10|11) to/).first()).toBeVisible();
  await asked.getByRole('button', { name: 'Take 2 parts' }).click();
  await expect(row(page, 'level one: Lead')).toBeVisible();
  await expect(row(page, 'level one: Bass line')).toBeVisible();
});

test('a damaged record is found on start, shown, mended with what can be saved, and lies aside as it was', async ({
  page,
}) => {
  await openLibrary(page);
  await page.evaluate(
    () =>
      new Promise((resolve) => {
        const opening = indexedDB.open('yardfell');
        opening.onsuccess = () => {
          const transaction = opening.result.transaction(['exercises', 'meta'], 'readwrite');
          transaction.objectStore('exercises').openCursor().onsuccess = (event) => {
            const cursor = (event.target as IDBRequest<IDBCursorWithValue | null>).result;
            const record = cursor?.value as { title: string } | undefined;
            if (record?.title === 'Kite string') cursor!.update({ ...record, startBpm: -3 });
            cursor?.continue();
          };
          transaction.objectStore('meta').delete('damage');
          transaction.oncomplete = resolve;
        };
      }),
  );
  await page.reload();
  await page.getByRole('link', { name: 'See and mend' }).click({ timeout: 30_000 });
  await expect(page.getByRole('list', { name: 'Damaged records' })).toContainText('Kite string');
  // Nothing is said of all of it while some of it cannot be read.
  const whole = page.getByText('holds together: notes, runs and days were recounted');
  await expect(whole).toHaveText(/^What can be read holds/);
  await page.getByRole('button', { name: 'Mend Kite string' }).click();
  await expect(page.getByText(/Mended: “Kite string”.*start tempo.*lies aside/)).toBeVisible();
  await expect(page.getByText('Every record can be read as it should be.')).toBeVisible();
  await expect(whole).toHaveText(/^All of it holds/);
  await expect(page.getByRole('region', { name: 'Laid aside' })).toContainText('Kite string');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save everything raw' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('"startBpm": -3');
});

test.describe('by the clock', () => {
  let address = '';
  let stop = () => {};
  // A server without a seed: here the browser's own clock counts, and is set by hand.
  test.beforeAll(async () => {
    const server = await startServer(await freePort(0), { YARDFELL_DEMO: '1' });
    server.child.removeAllListeners('exit');
    ({ address, stop } = server);
  });
  test.afterAll(() => stop());
  test.use({ baseURL: async ({}, use) => use(address) });

  test('a folder that was chosen gets the backups of days with changes; ten are kept', async ({ page }) => {
    await page.addInitScript(() => {
      Object.assign(window, { showDirectoryPicker: () => navigator.storage.getDirectory() });
    });
    const names = () =>
      page.evaluate(async () => {
        const found: string[] = [];
        const folder = await navigator.storage.getDirectory();
        for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys())
          found.push(name);
        return found.sort();
      });
    // What is done a while after the start is done once the page is ready and that while has gone by.
    const started = async () => {
      await page.locator('main[data-ready=true]').waitFor();
      await page.clock.runFor(15_000);
    };
    await page.clock.install({ time: new Date('2026-03-02T18:00:00') });
    await openLibrary(page);
    // Nine of earlier days, and a file of somebody else.
    await page.evaluate(async () => {
      const folder = await navigator.storage.getDirectory();
      for (let day = 10; day < 19; day++)
        await folder.getFileHandle(`yardfell-backup-2026-02-${day}-180000.json`, { create: true });
      await folder.getFileHandle('letter.json', { create: true });
    });
    const menu = page.getByRole('button', { name: 'Your data' });
    await menu.click();
    await page.getByRole('menuitem', { name: /Choose a folder/ }).click();
    await expect(page.getByText(/The first backup is written: yardfell-backup-2026-03-02/)).toBeVisible();
    expect(await names()).toHaveLength(11);
    // Nothing more on the same day; after a day's work the next start writes it.
    await fromMenu(page, 'Kite string', 'Duplicate');
    await expect(row(page, 'Kite string (copy)')).toBeVisible();
    await page.reload();
    await started();
    await page.clock.setSystemTime(new Date('2026-03-03T09:00:00'));
    await page.reload();
    await started();
    await expect.poll(async () => (await names()).some((name) => name.includes('2026-03-03'))).toBe(true);
    // The oldest go once the newest is there.
    await expect
      .poll(async () => (await names()).filter((name) => name.startsWith('yardfell')).length)
      .toBe(10);
    const kept = await names();
    expect(kept.filter((name) => name.includes('2026-03-02'))).toHaveLength(1);
    expect(kept[0]).toBe('letter.json');
    expect(kept[1]).toContain('2026-02-11');
    await menu.click();
    await expect(page.getByRole('menu')).toContainText('Last backup 3 Mar 2026');
  });

  test('where no folder can be chosen, a word is said after a week of changes without an export', async ({
    page,
  }) => {
    await page.clock.install({ time: new Date('2026-03-02T18:00:00') });
    await openLibrary(page);
    await page.clock.setSystemTime(new Date('2026-03-08T18:00:00'));
    await page.reload();
    await expect(row(page, 'Kite string')).toBeVisible();
    await page.clock.runFor(10_000);
    await expect(page.getByText(/kept in this browser alone/)).toBeHidden();
    await page.clock.setSystemTime(new Date('2026-03-10T18:00:00'));
    await page.reload();
    await page.clock.runFor(10_000);
    const word = page
      .getByRole('status')
      .filter({ hasText: '8 days of work are kept in this browser alone' });
    await expect(word).toBeVisible();
    await Promise.all([
      page.waitForEvent('download'),
      word.getByRole('button', { name: 'Export all' }).click(),
    ]);
    await expect(word).toBeHidden();
  });
});
