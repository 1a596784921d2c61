/** What every browser test has: the application's address, and failure on anything that leaves this machine. */
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { expect, test as base, type Locator, type Page } from '@playwright/test';
import { turnOf } from '../scripts/turns.mjs';

export const test = base.extend<{ itsTurn: void }>({
  // Before any page is opened.
  itsTurn: [
    async ({}, use, { title, file, tags }) => {
      const turn = process.env.YARDFELL_TURN;
      const others = turn !== undefined && !tags.includes('@always');
      base.skip(others && turnOf(`${basename(file)} ${title}`) !== Number(turn), 'Not its turn.');
      await use();
    },
    { auto: true },
  ],
  baseURL: async ({}, use) => use(process.env.YARDFELL_ADDRESS!),
  page: async ({ page, baseURL }, use) => {
    const faults: string[] = [];
    page.on('request', (request) => {
      const url = request.url();
      if (!url.startsWith(baseURL!) && !/^(data|blob):/.test(url))
        faults.push(`a request left this machine: ${url}`);
    });
    page.on('pageerror', (error) => faults.push(`an error was not caught: ${error.message}`));
    page.on('console', (message) => {
      // The browser of the tests says so itself.
      if (message.text().startsWith('Service Worker registration blocked')) return;
      // Hydration warnings, policy violations and missing files all appear here.
      if (message.type() === 'error' || message.type() === 'warning')
        faults.push(`console: ${message.text()} ${message.location().url}`);
    });
    await use(page);
    expect(faults).toEqual([]);
  },
});

export { expect };

/** Opens the Library and waits until the demo is in it. */
export async function openLibrary(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Kite string' })).toBeVisible();
}

/** Says by key that a run broke, as soon as it has begun: before its first note nothing can be judged. */
export async function breakOff(page: Page): Promise<void> {
  await expect(page.locator('[data-playhead]')).toBeVisible();
  await expect(async () => {
    await page.keyboard.press('x');
    await expect(page.getByRole('group', { name: 'Why' })).toBeVisible({ timeout: 3_000 });
  }).toPass();
}

/** Goes to a view by its place: where that does not stand there, as on a phone, by the menu. */
export async function toPlace(page: Page, name: string): Promise<void> {
  const nav = page.getByRole('navigation', { name: 'Views' });
  const link = nav.getByRole('link', { name, exact: true });
  const menu = nav.getByRole('button');
  // An exercise that was just opened has its places a moment later.
  await expect(link.or(menu).filter({ visible: true }).first()).toBeVisible();
  if (await link.isVisible()) return link.click();
  await menu.click();
  await page.getByRole('menuitem', { name, exact: true }).click();
}

/** Moves the focus by the Tab key alone until it is where it should be. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  for (let presses = 0; presses < 80; presses++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('The Tab key does not lead there.');
}

/** Goes to a tab by keyboard, from the one that is selected. */
export async function toTab(page: Page, name: RegExp): Promise<void> {
  await tabTo(page, page.getByRole('tab', { selected: true }));
  await page.keyboard.press('Home');
  for (let presses = 0; presses < 12; presses++) {
    if ((await page.getByRole('tab', { name }).getAttribute('aria-selected')) === 'true') return;
    await page.keyboard.press('ArrowRight');
  }
  throw new Error(`There is no tab ${String(name)}.`);
}

/** Chooses an option of a select by keyboard. */
export async function chooseByKeys(page: Page, label: string, option: string): Promise<void> {
  await tabTo(page, page.getByRole('button', { name: new RegExp(`${label}$`) }));
  await page.keyboard.press('Enter');
  const wanted = page.getByRole('option', { name: option, exact: true });
  await expect(wanted).toBeVisible();
  await page.keyboard.press('Home');
  for (let presses = 0; presses < 40; presses++) {
    if (await wanted.evaluate((element) => element === document.activeElement)) break;
    await page.keyboard.press('ArrowDown');
  }
  await page.keyboard.press('Enter');
  await expect(wanted).toBeHidden();
}

/** The string lane. */
export const lane = (page: Page): Locator => page.getByRole('application');

/** What a screen reader hears of the lane. */
export const spoken = (page: Page): Locator => page.locator('[data-spoken]');

/** The sentence that says what the exercise trains. */
export const trains = (page: Page): Locator => page.locator('[data-trains]');

/** Waits until everything is written to the database. */
export async function saved(page: Page): Promise<void> {
  await expect(page.locator('[data-saved=true]')).toBeVisible();
}

/** Pastes a text where the focus is, through the clipboard. */
export async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((some) => navigator.clipboard.writeText(some), text);
  await page.keyboard.press('Control+v');
}

/** Pastes tab into the Library, which opens it on the Bench. */
export async function pasteTab(page: Page, text: string): Promise<void> {
  await page.getByLabel('Paste tab or note names here and it opens on the Bench').focus();
  await paste(page, text);
}

/** Six lines of tab with notes on the third string. */
export function tabOn(body: string): string {
  const silent = body.replace(/[^|]/g, '-');
  return ['e', 'B', 'G', 'D', 'A', 'E']
    .map((letter) => `${letter}|${letter === 'G' ? body : silent}|`)
    .join('\n');
}

/** The link of an exercise in the Library. */
export const row = (page: Page, title: string): Locator =>
  page.getByRole('link', { name: title, exact: true });

/** The menu of an exercise in the Library. */
export const more = (page: Page, title: string): Locator =>
  page.getByRole('button', { name: `More for ${title}`, exact: true });

/** Gives the Library a file. */
export async function give(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page
    .locator('input[type=file]')
    .setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
}

/** What Export all gives. */
export async function exportAll(page: Page): Promise<Buffer> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export all' }).click(),
  ]);
  return readFileSync(await download.path());
}

/** Does something from the menu of an exercise. */
export async function fromMenu(page: Page, title: string, action: string): Promise<void> {
  const item = page.getByRole('menuitem', { name: action, exact: true });
  // A page that still scrolls to the button closes what it opens, as menus do.
  await expect(async () => {
    if (!(await item.isVisible())) await more(page, title).click();
    await expect(item).toBeVisible({ timeout: 3_000 });
  }).toPass();
  await item.click();
}

/** Counts what a teacher does: each press, and each field that is filled. */
export function acting(page: Page) {
  let actions = 0;
  return {
    count: () => actions,
    press: (role: Parameters<Page['getByRole']>[0], name: string | RegExp) => {
      actions++;
      return page.getByRole(role, typeof name === 'string' ? { name, exact: true } : { name }).click();
    },
    pick: (name: string) => {
      actions++;
      return page.getByText(name, { exact: true }).click();
    },
    fill: async (name: RegExp, text: string) => {
      actions++;
      await page.getByRole('textbox', { name }).fill(text);
      await page.keyboard.press('Tab');
    },
    choose: async (name: RegExp, option: string) => {
      actions += 2;
      await page.getByRole('button', { name }).click();
      await page.getByRole('option', { name: option, exact: true }).click();
    },
  };
}
