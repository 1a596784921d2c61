/** A session of several exercises: by turns, closed in the middle, gone on with the next day; what comes back is heard cold. */
import type { Page } from '@playwright/test';
import { expect, openLibrary, test } from './fixtures';

/** Puts a record into a table as if it had come to be there: one of its own, or one like the newest run. */
async function inDatabase(page: Page, table: 'meta' | 'runs', change: object): Promise<void> {
  await page.evaluate(
    ([table, change]) =>
      new Promise<void>((done, failed) => {
        const opening = indexedDB.open('yardfell');
        opening.onerror = () => failed(new Error('no database'));
        opening.onsuccess = () => {
          const changing = opening.result.transaction(table, 'readwrite');
          const store = changing.objectStore(table);
          if (table === 'meta') store.put(change);
          else
            store.getAll().onsuccess = ({ target }) => {
              const all = (target as IDBRequest<{ at: string }[]>).result;
              const newest = all.reduce((last, one) => (one.at > last.at ? one : last));
              store.put({ ...newest, id: crypto.randomUUID(), ...change });
            };
          changing.oncomplete = () => {
            opening.result.close();
            done();
          };
        };
      }),
    [table, change] as const,
  );
}

/** A run that is begun and judged as soon as it can be. */
async function judgedRun(page: Page): Promise<void> {
  await page.keyboard.press(' ');
  await expect(page.locator('[data-phase=playing]')).toBeVisible();
  await expect(async () => {
    await page.keyboard.press('x');
    await expect(page.locator('[data-phase=playing]')).toBeHidden({ timeout: 300 });
  }).toPass();
}

const TITLES = ['Gate between two and one', 'Bell ringers change places'] as const;

test(
  'three exercises by turns are closed in the middle and gone on with the next day, the due one cold',
  { tag: '@always' },
  async ({ page }) => {
    await openLibrary(page);
    // What was clean long ago comes back by itself; two more are chosen.
    for (const title of TITLES) await page.getByRole('checkbox', { name: new RegExp(title) }).check();
    await page.getByRole('button', { name: 'Session', exact: true }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('listitem')).toHaveCount(3);
    await expect(dialog.getByRole('listitem').first()).toContainText('Millrace');
    await expect(dialog.getByRole('listitem').first()).toContainText('comes back today');
    await dialog.getByText('by turns', { exact: true }).click();
    await dialog.getByRole('button', { name: /^Begin: 16 min and 2 runs/ }).click();

    // One warm-up, then the check: cold, and said so.
    const bar = page.getByRole('region', { name: 'Session' });
    await expect(page.locator('[data-cold]')).toContainText('Comes back today');
    await page.keyboard.press('w');
    await expect(bar).toContainText('Session, 1 of 3: 0 of 2 runs. Then');
    await page.keyboard.press(' ');
    await expect(page.locator('[data-phase=playing]')).toBeVisible();
    // After the count-in there is something to judge.
    await expect(async () => {
      await page.keyboard.press('x');
      await expect(bar).toContainText('by turns keeps better', { timeout: 300 });
    }).toPass();
    await expect(page.locator('[data-cold]')).toBeHidden();

    // The space bar goes on to the next exercise, which needs no warm-up.
    const first = await page.getByRole('heading', { level: 1 }).textContent();
    await page.getByRole('button', { name: /^Next:/ }).waitFor();
    await page.keyboard.press(' ');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(first!);
    await expect(bar).toContainText('Session, 2 of 3: 0 of 8 min');
    await expect(page.locator('[data-phase=ready]')).toBeVisible();

    // Closed in the middle; the next day the strip leads back to where it stood, after a warm-up. The clock counts on with each opening.
    await inDatabase(page, 'meta', { key: 'openings', value: 24 });
    // By then the hand has had enough, whichever exercise is on.
    const day = '2026-01-13';
    await inDatabase(page, 'runs', { at: `${day}T09:59:00+00:00`, day, seconds: 31 * 60 });
    await page.goto('/');
    await page.getByRole('link', { name: /Go on with the session/ }).click();
    await expect(page.getByRole('heading', { name: /^Warm up first/ })).toBeVisible();
    await expect(bar).toContainText('Session, 2 of 3');
    await page.keyboard.press('w');
    // A rest is due before anything else.
    await expect(page.getByText(/^31 minutes of picking/)).toBeVisible();
    await page.getByRole('button', { name: 'Enough of this one' }).click();
    await expect(bar).toContainText('Session, 3 of 3');
    await expect(
      page.getByText(/^31 minutes of picking without 5 minutes off: the limit is 30\./),
    ).toBeVisible();
    await page.keyboard.press(' ');
    await expect(page.locator('[data-phase=rest]')).toBeVisible();
    await page.keyboard.press('n');
    await expect(bar).toContainText('Session, 1 of 3: 1 of 2 runs');
    // Of the second it was enough before.
    await page.getByRole('button', { name: 'Enough of this one' }).click();
    await expect(bar).toContainText('Session, 3 of 3');
    await page.getByRole('button', { name: 'End the session' }).click();
    await expect(bar).toBeHidden();
  },
);

test('the drills of a change are played through in a session, one after the other, then the whole', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Inside knot on four and three' }).click();
  await page.getByRole('tab', { name: 'Drills' }).click();
  await page.getByRole('textbox', { name: 'Minutes for all' }).fill('3');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Make 2 drills' }).click();
  await page.getByRole('button', { name: 'Practise them in a session, then the whole' }).click();
  const dialog = page.getByRole('dialog');
  const items = dialog.getByRole('listitem').filter({ hasText: 'Inside knot on four and three' });
  await expect(items).toHaveCount(3);
  await dialog.getByRole('button', { name: /^Begin/ }).click();
  const bar = page.getByRole('region', { name: 'Session' });
  await expect(page.getByRole('heading', { name: /^Warm up first/ })).toBeVisible();
  await page.keyboard.press('w');
  await expect(page.locator('[data-phase=ready]')).toBeVisible();
  const heading = page.getByRole('heading', { level: 1 });
  const seen: string[] = [];
  for (let item = 1; item <= 3; item++) {
    await expect(bar).toContainText(new RegExp(`Session, \\d of \\d`));
    await expect(page.locator('[data-phase=ready]')).toBeVisible();
    seen.push((await heading.textContent())!);
    // A run is heard and judged, then enough of this one.
    await judgedRun(page);
    await page.getByRole('button', { name: item < 3 ? 'Enough of this one' : 'End the session' }).click();
    if (item < 3) await expect(heading).not.toHaveText(seen.at(-1)!);
  }
  // Each of its own, the whole at the end.
  expect(new Set(seen).size).toBe(3);
  await expect(bar).toBeHidden();
});
