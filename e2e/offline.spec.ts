/** Without a network: the server is stopped, and everything opens, works and is loaded again; a newer version is offered. */
import type { Page } from '@playwright/test';
import { VIEWS } from '../src/addresses';
import { isInCharge, standBetween, type Between } from './between';
import { expect, lane, openLibrary, row, saved, test as base, toPlace } from './fixtures';

interface Served extends Between {
  /** From now on the worker is one of another version. */
  readonly renew: () => void;
}

/** Stands between the browser and the server of all tests, so that it can be stopped for one. */
const test = base.extend<{ served: Served }>({
  served: async ({}, use) => {
    let suffix = '';
    const between = await standBetween(process.env.YARDFELL_ADDRESS!, {
      changes: (url, body) => (url === '/offline.js' ? Buffer.concat([body, Buffer.from(suffix)]) : body),
    });
    await use({ ...between, renew: () => (suffix = '\n// newer') });
    await between.stop();
  },
  baseURL: async ({ served }, use) => use(served.address),
});

test.use({ serviceWorkers: 'allow' });

/** Waits until the copy is whole and has charge of the page. */
async function ready(page: Page): Promise<void> {
  await openLibrary(page);
  await page.evaluate(isInCharge);
}

/** What shows that a view is there with its record. */
const SHOWS: Record<(typeof VIEWS)[number], [query: string, text: string | RegExp]> = {
  '/': ['', 'Kite string'],
  '/bench': ['exercise', /inside/i],
  '/developers': ['', /Controls and marks/],
  '/files': ['', /Files/],
  '/handout': ['ids', 'Long way round the weir'],
  '/health': ['', 'Health of your data'],
  '/ladder': ['exercise', /Ladder: Long way round the weir/],
  '/link': ['', /link/],
  '/logbook': ['', 'Logbook'],
  '/practice': ['exercise', /Practice: Long way round the weir/],
  '/students': ['', 'Orrin'],
  '/students/one': ['player', 'Orrin'],
  '/students/sheet': ['player', 'Orrin'],
  '/take': ['exercise', /Take check: Long way round the weir/],
  '/week': ['', /Week/],
  '/week/sheet': ['', /Week/],
};

test(
  'with the server stopped every view opens, works and is loaded again',
  { tag: '@always' },
  async ({ page, served }) => {
    // Some 10 MB are kept first, and sixteen views loaded whole.
    test.slow();
    await page.emulateMedia({ colorScheme: 'light' });
    await ready(page);
    await row(page, 'Long way round the weir').click();
    await expect(lane(page)).toBeFocused();
    const exercise = new URL(page.url()).searchParams.get('exercise')!;
    await toPlace(page, 'Students');
    await page.getByRole('row', { name: /^Orrin/ }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Orrin' })).toBeVisible();
    const player = new URL(page.url()).searchParams.get('player')!;
    await served.stop();

    for (const view of VIEWS) {
      const [name, text] = SHOWS[view];
      const asked = name === '' ? '' : `?${name}=${name === 'player' ? player : exercise}`;
      await page.goto(`${view}${asked}`);
      await expect(
        page.locator('main[data-ready=true]').getByText(text).filter({ visible: true }).first(),
      ).toBeVisible();
    }

    // Addresses of before lead on, and the theme is there before anything is drawn.
    await page.getByRole('button', { name: 'Use the dark theme' }).click();
    await page.goto(`/bench/${exercise}`);
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await expect(lane(page)).toBeFocused();

    // Work: an edit is kept, views change without loading anew, a heavy worker runs.
    await page.keyboard.press('7');
    await saved(page);
    await page.evaluate(() => ((window as { isSame?: boolean }).isSame = true));
    await toPlace(page, 'Practice');
    await expect(page.getByRole('heading', { name: /Practice: Long way round the weir/ })).toBeVisible();
    await toPlace(page, 'Week');
    await page
      .getByRole('button', { name: /^Plan the/ })
      .first()
      .click();
    await expect(page.locator('main')).toContainText(/proven|bound|at most/i);
    expect(await page.evaluate(() => (window as { isSame?: boolean }).isSame)).toBe(true);
    await page.reload();
    await expect(page.locator('main[data-ready=true]')).toContainText(/Week/);
  },
);

test(
  'a newer version is offered, taken when told, and another tab goes on with its own',
  { tag: '@always' },
  async ({ page, context, served }) => {
    await ready(page);
    const other = await context.newPage();
    await openLibrary(other);
    served.renew();
    await page.reload();
    const offer = page.getByRole('status').filter({ hasText: 'A newer Yardfell is here' });
    await expect(offer).toBeVisible();
    // Nothing is spoken into a run.
    await row(page, 'Kite string').click();
    await expect(lane(page)).toBeFocused();
    await toPlace(page, 'Practice');
    await expect(page.getByRole('heading', { name: /Practice: Kite string/ })).toBeVisible();
    await expect(offer).toBeHidden();
    await toPlace(page, 'Library');
    await other.evaluate(() => ((window as { isSame?: boolean }).isSame = true));
    await Promise.all([page.waitForEvent('load'), offer.getByRole('button', { name: 'Take it' }).click()]);
    await expect(row(page, 'Kite string')).toBeVisible();
    await expect(offer).toBeHidden();
    const older = other.getByRole('status').filter({ hasText: 'was taken in another tab' });
    await expect(older).toBeVisible();
    expect(await other.evaluate(() => (window as { isSame?: boolean }).isSame)).toBe(true);
    await Promise.all([
      other.waitForEvent('load'),
      older.getByRole('button', { name: 'Load again' }).click(),
    ]);
    await expect(row(other, 'Kite string')).toBeVisible();
  },
);

test('a text shared by another program opens on the Bench, and no server sees it', async ({
  page,
  served,
}) => {
  await ready(page);
  await served.stop();
  await page.evaluate(() => {
    const form = document.createElement('form');
    form.method = 'POST';
    form.action = '/shared';
    form.enctype = 'multipart/form-data';
    for (const [name, value] of [
      ['title', 'From a letter'],
      [
        'text',
        ['e', 'B', 'G', 'D', 'A', 'E']
          .map((name) => `${name}|${name === 'G' ? '5-7-9-7' : '-------'}|`)
          .join('\n'),
      ],
    ]) {
      const field = document.createElement('textarea');
      field.name = name!;
      field.value = value!;
      form.append(field);
    }
    document.body.append(form);
    form.submit();
  });
  await expect(lane(page)).toBeFocused();
  await expect(page).toHaveTitle(/From a letter/);
  await toPlace(page, 'Library');
  await expect(row(page, 'From a letter')).toBeVisible();
  await page.reload();
  // It was taken once.
  await expect(row(page, 'From a letter')).toHaveCount(1);
});

test('a system finds what it installs: names, icons of their size, the files that are opened', async ({
  page,
  baseURL,
}) => {
  await page.goto('/');
  const address = await page.locator('link[rel=manifest]').getAttribute('href');
  const manifest = await (await page.request.get(address!)).json();
  expect(manifest).toMatchObject({ name: 'Yardfell', start_url: '/', display: 'standalone' });
  for (const { src, sizes } of manifest.icons) {
    const size = await page.evaluate(async (from) => {
      const image = await createImageBitmap(await (await fetch(from)).blob());
      return `${image.width}x${image.height}`;
    }, `${baseURL}${src}`);
    expect(size).toBe(sizes);
  }
  const opened = manifest.file_handlers.flatMap(({ accept }: { accept: Record<string, string[]> }) =>
    Object.values(accept).flat(),
  );
  const taken = await page.locator('input[type=file]').getAttribute('accept');
  expect(opened.sort()).toEqual(taken!.split(',').sort());
});
