/** On a phone, by touch alone: the places at the thumb, the runner and the lane within reach, nothing to be scrolled sideways, nothing too small. */
import { AxeBuilder } from '@axe-core/playwright';
import type { Locator, Page } from '@playwright/test';
import { expect, lane, openLibrary, saved, spoken, test, toPlace } from './fixtures';

test.use({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true });

/** What is to be pressed and is smaller than WCAG 2.2 asks for (2.5.8, 24 px each way); links in a sentence are excepted there. */
const tooSmall = (page: Page) =>
  page.evaluate(() =>
    [
      ...document.querySelectorAll<HTMLElement>('button, summary, [role=tab], [role=checkbox], nav a'),
    ].flatMap((one) => {
      const { width, height } = one.getBoundingClientRect();
      const isSeen = one.checkVisibility({ visibilityProperty: true }) && width > 1;
      return isSeen && (width < 24 || height < 24)
        ? [
            `${one.getAttribute('aria-label') ?? one.textContent}: ${Math.round(width)} × ${Math.round(height)}`,
          ]
        : [];
    }),
  );

const isWithinSight = async (page: Page, name: string | RegExp) => {
  const box = (await page.getByRole('button', { name }).first().boundingBox())!;
  return box.y >= 0 && box.y + box.height <= 740;
};

/** A table is all there, card by card: nothing of it lies at the side. */
const isWhole = (table: Locator) =>
  expect(async () => {
    const { x, width } = (await table.boundingBox())!;
    expect(x).toBeGreaterThanOrEqual(0);
    expect(x + width).toBeLessThanOrEqual(360);
    expect(await table.evaluate((one) => one.scrollWidth - one.clientWidth)).toBeLessThanOrEqual(1);
  }).toPass();

/** The view fits the phone. */
async function fits(page: Page): Promise<void> {
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll('main *, footer *, header *')]
      .filter((one) => one.getBoundingClientRect().right > innerWidth + 1 && one.checkVisibility())
      // The lane and tables scroll by themselves; a list of choices has a twin for forms that nobody sees.
      .filter(
        (one) =>
          !one.closest(
            '[data-lane], [data-scrolls], .for-screen-readers, svg, table, [role=grid], [aria-hidden=true][data-react-aria-prevent-focus]',
          ),
      )
      .map((one) => `${one.tagName} ${one.textContent?.slice(0, 40)}`),
  );
  expect(cut).toEqual([]);
  expect(await tooSmall(page)).toEqual([]);
  expect((await page.getByRole('banner').boundingBox())!.height).toBeLessThanOrEqual(56);
}

test('the Bench plays, a run is judged, the hand is heard, the week and the lesson book are reached, all by the thumb', async ({
  page,
}) => {
  await openLibrary(page);
  await fits(page);
  await page.getByRole('link', { name: 'Over the stile' }).tap();
  await expect(lane(page)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  expect(await isWithinSight(page, 'Play')).toBe(true);
  await expect(page).toHaveTitle('Over the stile · Bench · Yardfell');
  await fits(page);
  for (const name of [/^Fingers/, /^Drills/, /^Goal/, /^To the student/, /^Material/, /^Compose/]) {
    // What comes late under the finger moves the tabs.
    await expect(async () => {
      await page.getByRole('tab', { name }).tap({ timeout: 1000 });
      await expect(page.getByRole('tab', { name })).toHaveAttribute('aria-selected', 'true', {
        timeout: 500,
      });
    }).toPass();
    await expect(page.getByRole('tabpanel')).toBeVisible();
    // What comes late in it too.
    if (name.test('Drills')) await expect(page.locator('[role=tabpanel] select').first()).toBeAttached();
    await fits(page);
  }

  await page.getByRole('navigation').getByRole('link', { name: 'Practice' }).tap();
  await page.getByRole('button', { name: /^Warm/ }).tap();
  await expect(page.locator('[data-phase=ready]')).toBeVisible();
  for (const name of [/^Start/, /^Clean/, /^Hand is tight/, /^It hurts/])
    expect([name, await isWithinSight(page, name)]).toEqual([name, true]);
  await fits(page);
  await page.getByRole('button', { name: /^Start/ }).tap();
  await expect(page.locator('[data-phase=playing]')).toBeVisible();
  await expect(async () => {
    await page.getByRole('button', { name: /^Not clean/ }).tap({ timeout: 500 });
    await expect(page.locator('[data-said]')).toBeVisible({ timeout: 300 });
  }).toPass();
  await page.getByRole('button', { name: /^Hand is tight/ }).tap();
  await expect(page.getByRole('button', { name: /Take “tight” back/ })).toBeVisible();

  await expect(page).toHaveTitle('Over the stile · Practice · Yardfell');
  await toPlace(page, 'Week');
  await expect(page).toHaveTitle('Week · Yardfell');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Week');
  await fits(page);
  await isWhole(page.getByRole('region', { name: 'What is wished for' }).getByRole('table'));
  await toPlace(page, 'Students');
  await fits(page);
  await isWhole(page.getByRole('grid', { name: 'Students' }));
  await page.getByRole('row', { name: 'Orrin' }).tap();
  await expect(page.getByRole('region', { name: 'Lesson book' })).toBeVisible();
  await fits(page);
  await toPlace(page, 'Logbook');
  await expect(page.getByRole('heading', { name: /^Logbook/ })).toBeVisible();
  await fits(page);
});

test('a line is written and changed by taps on a pad of strings and frets, which does not cover the lane', async ({
  page,
}) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).tap();
  await expect(lane(page)).toBeVisible();
  await page.getByRole('button', { name: /^Edit by touch/ }).tap();
  const pad = page.getByRole('region', { name: 'Frets and strings' });
  await expect(pad).toBeVisible();
  await expect(async () => {
    const [of, over] = [(await pad.boundingBox())!, (await lane(page).boundingBox())!];
    expect(over.y).toBeGreaterThanOrEqual(0);
    expect(over.y + over.height).toBeLessThanOrEqual(of.y);
    expect(of.y + of.height).toBeLessThanOrEqual(740);
  }).toPass();
  await fits(page);
  const { violations } = await new AxeBuilder({ page }).include('[data-pad]').analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);

  // The first two notes: the caret goes on by itself; what was on another string moves.
  const [, one, , other] = await pad.getByRole('columnheader').allTextContents();
  const cell = (string: number, fret: string) =>
    pad.getByRole('button', { name: `String ${string}, fret ${fret}`, exact: true });
  await pad.getByRole('button', { name: 'Slot before' }).tap();
  await cell(2, one!).tap();
  await cell(3, other!).tap();
  await pad.getByRole('button', { name: 'Slot before' }).tap();
  await expect(spoken(page)).toContainText(new RegExp(`string 3, fret ${other!}`, 'i'));
  await expect(cell(3, other!)).toHaveAttribute('aria-pressed', 'true');
  await pad.getByRole('button', { name: 'Slot before' }).tap();
  await expect(spoken(page)).toContainText(new RegExp(`string 2, fret ${one!}`, 'i'));

  // Its stroke is locked by a tap, a second note makes it a chord, and all of it is taken back.
  await pad.getByRole('button', { name: /^Stroke: / }).tap();
  await expect(pad.getByRole('button', { name: /^Stroke: .*, locked/ })).toBeVisible();
  await pad.getByRole('button', { name: /^Chord/ }).tap();
  await cell(4, one!).tap();
  await expect(cell(2, one!)).toHaveAttribute('aria-pressed', 'true');
  await expect(cell(4, one!)).toHaveAttribute('aria-pressed', 'true');
  for (let presses = 0; presses < 4; presses++) {
    await page.getByRole('button', { name: /^Undo/ }).tap();
    await saved(page);
  }
  await expect(pad.getByRole('button', { name: /^Stroke: .*, locked/ })).toHaveCount(0);
  // The pad goes along the neck by hand, and away.
  await pad.getByRole('button', { name: 'Nearer to the bridge' }).tap();
  await pad.getByRole('button', { name: 'Close the pad' }).tap();
  await expect(pad).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  await fits(page);
});

test('the screen stays on from the warm-up to the end, between runs too; nothing is drawn under a notch', async ({
  page,
}) => {
  await page.addInitScript(() => {
    Object.assign(window, { awake: 0 });
    const count = window as unknown as { awake: number };
    Object.defineProperty(navigator, 'wakeLock', {
      value: {
        request: () => {
          count.awake++;
          let released = false;
          const release = () => {
            if (!released) count.awake--;
            released = true;
            return Promise.resolve();
          };
          return Promise.resolve({
            release,
            get released() {
              return released;
            },
          });
        },
      },
    });
  });
  const awake = () => page.evaluate(() => (window as unknown as { awake: number }).awake);
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).tap();
  await expect(lane(page)).toBeVisible();
  expect(await awake()).toBe(0);
  await page.goto(page.url().replace('/bench', '/practice'));
  await expect.poll(awake).toBe(1);
  await page.getByRole('button', { name: /^Warm/ }).tap();
  await page.getByRole('button', { name: 'Start' }).tap();
  await expect.poll(awake).toBe(2);
  await page.getByRole('button', { name: /^Stop/ }).first().tap();
  await expect.poll(awake).toBe(1);
  await page.getByRole('button', { name: /^End/ }).tap();
  await expect.poll(awake).toBe(0);
  expect(await page.locator('meta[name=viewport]').getAttribute('content')).not.toContain('cover');
});
