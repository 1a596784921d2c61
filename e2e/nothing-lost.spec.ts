/** What was entered is there again: after undo and redo, after deleting, after a wiped browser, on a full disk; and what fails is said. */
import { chromium } from '@playwright/test';
import {
  breakOff,
  exportAll,
  expect,
  fromMenu,
  give,
  lane,
  more,
  openLibrary,
  row,
  saved,
  tabTo,
  test,
} from './fixtures';

test('a new exercise undone and done again in the Library has its notes, and its own undo goes on', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('button', { name: 'New empty exercise' }).click();
  await expect(lane(page)).toBeFocused();
  for (const fret of ['5', '7', '8', '7', '5', '4']) {
    await page.keyboard.press(fret);
    await page.keyboard.press('ArrowRight');
  }
  await saved(page);
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(row(page, 'New exercise')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Undone: New exercise.*“New exercise” \(6 notes\)/)).toBeVisible();
  await expect(row(page, 'New exercise')).toBeHidden();
  await page.keyboard.press('Control+Shift+z');
  await row(page, 'New exercise').click();
  await expect(page.getByRole('tab', { name: 'Notes 6' })).toBeVisible();
  await expect(lane(page)).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('tab', { name: 'Notes 5' })).toBeVisible();
});

test('what is deleted by keyboard comes back by the key, from its message, and from the shelf', async ({
  page,
}) => {
  await openLibrary(page);
  const remove = async (title: string) => {
    await tabTo(page, row(page, title));
    await tabTo(page, more(page, title));
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: 'Delete', exact: true }).waitFor();
    await page.keyboard.press('End');
    while (
      !(await page
        .getByRole('menuitem', { name: 'Delete', exact: true })
        .evaluate((one) => one === document.activeElement))
    )
      await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Enter');
    await expect(row(page, title)).toBeHidden();
  };
  await remove('Kite string');
  // The focus is where the next thing is, and undo works there.
  expect(await page.evaluate(() => document.activeElement?.closest('li') !== null)).toBe(true);
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Kite string')).toBeVisible();

  await remove('Kite string');
  await fromMenu(page, 'Over the stile', 'Archive');
  await expect(row(page, 'Over the stile')).toBeHidden();
  // One key leads to the messages; their undo undoes what they name, not what was done last.
  await page.keyboard.press('F6');
  const undo = page
    .getByText('“Kite string” is deleted')
    .locator('xpath=ancestor::*[@role="alertdialog" or @role="dialog"][1]')
    .getByRole('button', { name: 'Undo' });
  await tabTo(page, undo);
  await page.keyboard.press('Enter');
  await expect(row(page, 'Kite string')).toBeVisible();
  await expect(row(page, 'Over the stile')).toBeHidden();

  await remove('Kite string');
  await page.reload();
  await page.getByRole('button', { name: /Shelf$/ }).click();
  await page.getByRole('option', { name: 'deleted' }).click();
  const shelf = page.getByRole('listitem').filter({ hasText: 'Kite string' }).first();
  await expect(shelf).toContainText('30 days left');
  await shelf.getByRole('button', { name: 'Bring back Kite string' }).click();
  await expect(page.getByText('Back again: “Kite string”.')).toBeVisible();
  await page.getByRole('button', { name: /Shelf$/ }).click();
  await page.getByRole('option', { name: 'in use' }).click();
  await row(page, 'Kite string').click();
  await expect(page.getByRole('tab', { name: /^Notes [1-9]/ })).toBeVisible();
});

test(
  'an action on what another tab deleted is refused in words',
  { tag: '@always' },
  async ({ page, context }) => {
    await openLibrary(page);
    await fromMenu(page, 'Kite string', 'Rename');
    const other = await context.newPage();
    await other.goto('/');
    // Past the application, so that this tab does not hear of it.
    await other.evaluate(
      () =>
        new Promise((resolve) => {
          const opening = indexedDB.open('yardfell');
          opening.onsuccess = () => {
            const table = opening.result.transaction('exercises', 'readwrite').objectStore('exercises');
            table.openCursor().onsuccess = (event) => {
              const cursor = (event.target as IDBRequest<IDBCursorWithValue | null>).result;
              if (!cursor) return resolve(null);
              if ((cursor.value as { title: string }).title === 'Kite string') cursor.delete();
              cursor.continue();
            };
          };
        }),
    );
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Kite tail');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/not there any more; it was deleted\. Nothing was changed\./)).toBeVisible();
  },
);

test(
  'a browser without room says what was kept for an edit, an import and a verdict, and still exports',
  { tag: '@always' },
  async ({ baseURL, launchOptions }, info) => {
    // A profile on the disk: in one that is kept in memory Chromium enforces no limit.
    const context = await chromium.launchPersistentContext(info.outputPath('profile'), {
      ...launchOptions,
      baseURL: baseURL!,
      viewport: { width: 1280, height: 800 },
    });
    const page = await context.newPage();
    page.setDefaultTimeout(25_000);
    await openLibrary(page);
    await row(page, 'Kite string').click();
    await expect(lane(page)).toBeFocused();
    await saved(page);
    const bench = page.url();
    // The browser's own limit, really enforced by it; asked anew once nothing holds the database open.
    await page.goto('about:blank');
    const devtools = await context.newCDPSession(page);
    const { origin } = new URL(bench);
    await devtools.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
    await expect(async () => {
      await page.waitForTimeout(4_000);
      await page.goto(bench);
      await expect(lane(page)).toBeFocused();
      await page.keyboard.press('9');
      await expect(page.getByText(/no room left: the last edit is not saved/)).toBeVisible({
        timeout: 8_000,
      });
    }).toPass();
    await expect(page.getByRole('button', { name: 'Save a file' })).toBeVisible();

    await page.getByRole('link', { name: 'Practice' }).click();
    await page
      .getByRole('button', { name: /Begin|Warm|ready/i })
      .first()
      .click();
    await page.keyboard.press(' ');
    await breakOff(page);
    await expect(page.getByText(/no room left/).last()).toBeVisible();

    await page.goto('/');
    await give(page, 'two.txt', Buffer.from('e|-5-7-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|'));
    await expect(
      page.getByText(/Importing “two.txt” did not work: the browser has no room left.*Nothing was changed/),
    ).toBeVisible();
    const file = JSON.parse((await exportAll(page)).toString()) as { exercises: unknown[] };
    expect(file.exercises.length).toBeGreaterThan(10);
    await context.close();
  },
);
