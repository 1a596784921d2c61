/** Every view in both themes: nothing serious for axe, nothing clipped at 400 % zoom, the policy in force. */
import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { breakOff, expect, lane, openLibrary, test, toPlace } from './fixtures';

const VIEWS = [
  'Library',
  'Bench',
  'Ladder',
  'Practice',
  'Take',
  'Students',
  'Student',
  'Week',
  'Logbook',
  'Handout',
  'Health',
  'Controls and marks',
] as const;
/** Views that are reached from an exercise. */
const OF_EXERCISE: readonly string[] = ['Bench', 'Ladder', 'Practice', 'Take', 'Handout'];

/** What axe holds against the page; in the other theme only colours are other. */
async function expectNothingSerious(page: Page, rules?: string[], within?: string): Promise<void> {
  const axe = within ? new AxeBuilder({ page }).include(within) : new AxeBuilder({ page });
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(serious.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' ')}`)).toEqual([]);
}

for (const view of VIEWS)
  test(`${view}: axe finds nothing serious, light or dark`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
    await openLibrary(page);
    if (OF_EXERCISE.includes(view)) {
      await page.getByRole('link', { name: 'Long way round the weir' }).click();
      await expect(lane(page)).toBeFocused();
    }
    if (view === 'Logbook') {
      await page.getByRole('button', { name: /^Student:/ }).click();
      await page.getByRole('button', { name: /Student of the moment/ }).click();
      await page.getByRole('option', { name: 'Orrin' }).click();
      await page.keyboard.press('Escape');
    }
    if (!['Bench', 'Library', 'Health', 'Controls and marks'].includes(view))
      await page
        .getByRole('navigation')
        .getByRole('link', { name: view === 'Student' ? 'Students' : view })
        .click();
    if (view === 'Take') {
      await page.getByRole('radio', { name: 'Simulated player' }).press('Space');
      await page.getByRole('button', { name: 'Let it play' }).press('Enter');
      await expect(page.locator('[data-take-verdict]')).toBeVisible({ timeout: 90_000 });
    }
    if (view === 'Students') await expect(page.getByRole('grid', { name: 'Students' })).toBeVisible();
    if (view === 'Student') {
      await page.getByRole('row', { name: 'Tamsel' }).click();
      await page.getByRole('button', { name: 'Lesson of today' }).click();
      await page.getByRole('button', { name: '+ Kite string' }).first().click();
      await expect(page.getByRole('textbox', { name: 'What was heard' })).toBeVisible();
    }
    if (view === 'Week') {
      await page.getByRole('button', { name: 'The week after' }).click();
      await expect(page).toHaveURL(/from=/);
      await page.getByRole('button', { name: 'Plan the week' }).click();
      await expect(page.locator('[data-planned]')).toBeVisible({ timeout: 60_000 });
    }
    if (view === 'Ladder') await expect(page.locator('[data-total]')).toBeVisible();
    if (view === 'Ladder' || view === 'Logbook')
      await expect(page.locator('[data-chart] canvas').first()).toBeVisible();
    if (view === 'Practice') {
      await expect(page.getByRole('heading', { name: /^Warm up/ })).toBeVisible();
      await page.keyboard.press('w');
      await page.keyboard.press(' ');
      await breakOff(page);
    }
    if (view === 'Handout') await expect(page.locator('[data-sheet] section').first()).toBeVisible();
    if (view === 'Library') await page.getByRole('checkbox').first().check();
    if (view === 'Controls and marks') await page.goto('/developers');
    if (view === 'Health') {
      await page.goto('/health');
      await expect(page.getByText('All of it holds together')).toBeVisible({ timeout: 90_000 });
    }
    const parts =
      view === 'Bench'
        ? ['Strokes and balance', 'Material', 'Fingers', 'Pick in motion', 'Notes', 'Goal', 'To the student']
        : [null];
    for (const part of parts) {
      if (part) await page.getByRole('tab', { name: new RegExp(`^${part}`) }).click();
      // What stands round a panel is the same for all of them.
      const within = part === parts[0] ? undefined : '[role=tabpanel]';
      await page.emulateMedia({ colorScheme: 'light' });
      await expectNothingSerious(page, undefined, within);
      await page.emulateMedia({ colorScheme: 'dark' });
      await expectNothingSerious(page, ['color-contrast'], within);
    }
  });

test('at 400 % zoom nothing but the lane scrolls sideways', async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 640 });
  await openLibrary(page);
  const overflow = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  await expect(page.locator('[data-next]')).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await expect(page.getByRole('button', { name: /^Sheet for/ })).toBeVisible();
  // What comes last is there too.
  await expect(page.getByRole('button', { name: 'Drawing and words' })).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await toPlace(page, 'Ladder');
  await expect(page.locator('[data-total]')).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await toPlace(page, 'Practice');
  await page.getByRole('button', { name: /^Warm/ }).click();
  await expect(page.locator('[data-tempo]')).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await toPlace(page, 'Logbook');
  await expect(page.getByRole('heading', { name: /^Logbook/ })).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await toPlace(page, 'Students');
  await expect(page.getByRole('grid', { name: 'Students' })).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await page.getByRole('row', { name: 'Orrin' }).click();
  await expect(page.getByRole('region', { name: 'Lesson book' })).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await toPlace(page, 'Handout');
  await expect(page.locator('[data-sheet] section').first()).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
  await page.goto('/files');
  await expect(page.getByRole('list', { name: 'Files' })).toBeVisible();
  expect(await overflow()).toBeLessThanOrEqual(0);
});

test(
  'pages carry a policy without unsafe-eval, and the chosen theme is there before anything is drawn',
  { tag: '@always' },
  async ({ page }) => {
    const response = await page.goto('/');
    const policy = (await response!.allHeaders())['content-security-policy']!;
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toContain("'unsafe-eval'");
    const health = await page.request.get('/api/health');
    expect([health.status(), await health.json()]).toEqual([200, { status: 'ok' }]);
    await page.getByRole('button', { name: 'Use the dark theme' }).click();
    await page.goto('/week');
    // A script of the head, which waits for nothing, runs before there is anything to draw.
    const inHead = await page.evaluate(() =>
      [...document.head.querySelectorAll('script:not([src])')].some(({ textContent }) =>
        textContent.includes('dataset.theme'),
      ),
    );
    expect(inHead).toBe(true);
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  },
);

test('with text twice as large the lane is twice as large, and is hit where it is pressed', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Long way round the weir' }).click();
  await expect(lane(page)).toBeFocused();
  const figure = lane(page).locator('[data-note=n1]').first();
  const before = (await figure.boundingBox())!;
  await page.evaluate(() => {
    document.documentElement.style.fontSize = '200%';
  });
  // A browser's own text size is there from the start; here the frame is measured when it changes.
  await page.setViewportSize({ width: 1270, height: 800 });
  await expect.poll(async () => (await figure.boundingBox())!.height / before.height).toBeCloseTo(2, 0);
  const said = page.locator('[data-spoken]');
  await lane(page).press('Home');
  const first = (await said.textContent())!;
  expect(first).toMatch(/fret \d/);
  await lane(page).press('End');
  await expect(said).not.toHaveText(first);
  await lane(page).evaluate((element) => {
    element.scrollTo({ top: 0 });
    element.scrollIntoView({ block: 'center' });
  });
  const box = (await figure.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(said).toHaveText(first);
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
});

test('the key sheet opens by ? in the view and not while typing', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('textbox', { name: 'Title' }).focus();
  await page.keyboard.press('End');
  await page.keyboard.type('?');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Over the stile?');
  await lane(page).focus();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Lock a downstroke');
});

test('what opens over the page has a name: menus and lists', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  for (const opener of [/^Give out/, /^Student:/, /^Drawing and words/]) {
    await page.getByRole('button', { name: opener }).first().click();
    await expect(page.getByRole('dialog').first()).toBeVisible();
    const unnamed = await page
      .locator('[role=dialog], [role=menu], [role=listbox]')
      .evaluateAll((all) =>
        all
          .filter((one) => !one.getAttribute('aria-label') && !one.getAttribute('aria-labelledby'))
          .map((one) => one.outerHTML.slice(0, 200)),
      );
    expect([String(opener), unnamed]).toEqual([String(opener), []]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
});

test('letters typed in an open list stay in the list', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Rolling stair in sweeps' }).click();
  await expect(lane(page)).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: /Sounded$/ }).click();
  await expect(page.getByRole('listbox')).toBeVisible();
  await page.keyboard.press('l');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('switch', { name: 'Loop' })).not.toBeChecked();
  await lane(page).focus();
  await page.keyboard.press('l');
  await expect(page.getByRole('switch', { name: 'Loop' })).toBeChecked();
});
