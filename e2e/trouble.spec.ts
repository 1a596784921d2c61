/** When something breaks: a view that fails, a database that another version wants. */
import { readFileSync } from 'node:fs';
import { expect, test as base, type Download } from '@playwright/test';
import { openLibrary } from './fixtures';

// These tests cause errors on purpose, so they do without the fixture that fails on any.
const test = base.extend({ baseURL: async ({}, use) => use(process.env.YARDFELL_ADDRESS!) });

test('a view that breaks still lets all data be saved to a file', { tag: '@always' }, async ({ page }) => {
  await openLibrary(page);
  await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('yardfell');
      request.onsuccess = () => resolve(request.result);
    });
    const store = db.transaction('passages', 'readwrite').objectStore('passages');
    await new Promise<void>((resolve) => {
      store.getAll().onsuccess = (event) => {
        for (const record of (event.target as IDBRequest<{ passage: { notes: unknown } }[]>).result) {
          record.passage.notes = null;
          store.put(record);
        }
        store.transaction.oncomplete = () => resolve();
      };
    });
    db.close();
  });
  await page.reload();
  await expect(page.getByRole('heading', { name: 'This view stopped working' })).toBeVisible();
  // The damaged notes fit no project file, so all tables go out raw beside it; which of the two comes first is the browser's choice.
  const downloads: Download[] = [];
  page.on('download', (download) => downloads.push(download));
  await page.getByRole('button', { name: 'Save everything to a file' }).click();
  await expect.poll(() => downloads.length).toBe(2);
  const texts = await Promise.all(
    downloads.map(async (download) => readFileSync(await download.path(), 'utf8')),
  );
  expect(texts.filter((text) => text.includes('"Bell ringers change places"'))).toHaveLength(1);
});

test('a tab gives way to a newer version of the database and says so', async ({ page }) => {
  await openLibrary(page);
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const request = indexedDB.open('yardfell', 1000);
        request.onsuccess = () => {
          request.result.close();
          resolve();
        };
      }),
  );
  await expect(page.getByText('A newer version was opened in another tab.')).toBeVisible();
});
