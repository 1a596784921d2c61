/** The handout on paper: the PDF that the browser prints, read by poppler. */
import { execFileSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import { expect, openLibrary, test } from './fixtures';

interface Printed {
  readonly pages: number;
  /** Width and height in points. */
  readonly size: readonly number[];
  /** Text of each page, as it stands. */
  readonly texts: readonly string[];
  /** Every word with its box in points. */
  readonly words: readonly {
    readonly page: number;
    readonly text: string;
    readonly box: readonly number[];
  }[];
}

async function print(page: Page, path: string): Promise<Printed> {
  await page.pdf({ path, preferCSSPageSize: true, printBackground: true });
  const info = execFileSync('pdfinfo', [path], { encoding: 'utf8' });
  const pages = Number(/^Pages:\s+(\d+)/m.exec(info)![1]);
  const size = /^Page size:\s+([\d.]+) x ([\d.]+)/m.exec(info)!.slice(1, 3).map(Number);
  const texts = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })
    .split('\f')
    .slice(0, pages);
  const boxes = execFileSync('pdftotext', ['-bbox', path, '-'], { encoding: 'utf8' });
  let at = -1;
  const words = [
    ...boxes.matchAll(/<page |<word xMin="(.*?)" yMin="(.*?)" xMax="(.*?)" yMax="(.*?)">(.*?)<\/word>/g),
  ].flatMap((match) => {
    if (match[5] === undefined) {
      at++;
      return [];
    }
    return [{ page: at, text: match[5], box: match.slice(1, 5).map(Number) }];
  });
  return { pages, size, texts, words };
}

/** No word reaches into the white edge or lies on another one. */
function expectNothingCut({ size, words }: Printed): void {
  const [width, height] = size as [number, number];
  const EDGE = 36;
  for (const { text, box } of words) {
    const [left, top, right, bottom] = box as [number, number, number, number];
    expect([text, left >= EDGE, top >= EDGE - 4, right <= width - EDGE, bottom <= height - EDGE]).toEqual([
      text,
      true,
      true,
      true,
      true,
    ]);
  }
}

const TITLES = ['Long way round the weir', 'Kite string', 'Over the stile'];

for (const [paper, points] of [
  ['A4', [595, 842]],
  ['Letter', [612, 792]],
] as const)
  test(`several exercises on ${paper}: whole pages, all of the text, nothing cut`, async ({ page }, info) => {
    await openLibrary(page);
    for (const title of TITLES) await page.getByRole('checkbox', { name: `Choose ${title}` }).check();
    await page.getByRole('button', { name: 'Handout' }).click();
    await page.getByRole('radio', { name: paper }).click();
    const sheets = page.locator('[data-sheet] section');
    await expect(sheets.first()).toBeVisible();
    await page.getByRole('button', { name: 'Title and order' }).click();
    await page.getByLabel('Title of the sheet, for a group for example').fill('Tuesday group');
    const order = page.getByRole('list', { name: 'Order of the exercises' }).getByRole('listitem');
    const [first, second] = await order.allInnerTexts();
    await order
      .nth(1)
      .getByRole('button', { name: /earlier$/ })
      .click();
    await expect(order.first()).toContainText(second!.split('\n').at(-1)!);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Title and order' })).toBeFocused();
    await expect(sheets.first()).toContainText('Tuesday group');
    await page.getByRole('switch', { name: 'For whom' }).press('Space');
    await expect(sheets.first()).not.toContainText('For ___');
    await page.reload();
    await expect(sheets.first()).toContainText('Tuesday group');
    await expect(sheets.first()).not.toContainText('For ___');
    const headings = await sheets.getByRole('heading', { level: 2 }).allInnerTexts();
    expect(headings.slice(0, 2)).toEqual([second, first].map((text) => text!.split('\n').at(-1)));
    const shown = await sheets.count();
    const printed = await print(page, info.outputPath('sheet.pdf'));
    expect(printed.pages).toBe(shown);
    expect(printed.size.map(Math.round)).toEqual(points);
    expectNothingCut(printed);
    const all = printed.texts.join('\n');
    for (const title of TITLES) expect(all).toContain(title);
    expect(all).toContain('Count the last bar aloud.');
    expect(all.match(/Larger stroke|No exit needs a larger stroke/g)).toHaveLength(TITLES.length);
    expect(all.match(/What I noticed/g)).toHaveLength(TITLES.length);
    expect(all).toMatch(/4 passes a run, 76 to 104 bpm/);
    expect(all).not.toMatch(/Library|Give out|Print/);
    // Each system is on one page: between its string numbers 1 and 6 no page ends.
    const systems = await sheets.evaluateAll((pages) =>
      pages.flatMap((one) => {
        const content = one.querySelector('.content')!.getBoundingClientRect();
        return [...one.querySelectorAll('[data-system]')].map((system) => {
          const box = system.getBoundingClientRect();
          return box.top >= content.top && box.bottom <= content.bottom;
        });
      }),
    );
    expect(systems.length).toBeGreaterThan(5);
    expect(systems).not.toContain(false);
  });

test('what is left out by choice is not printed, and the choice is remembered', async ({ page }, info) => {
  await openLibrary(page);
  await page.getByRole('button', { name: 'More for Over the stile' }).click();
  await page.getByRole('menuitem', { name: 'Handout to print' }).click();
  await expect(page.locator('[data-sheet]')).toContainText('What I noticed');
  for (const part of ['Notes', 'Ladder', 'Room to write'])
    await page.getByText(part, { exact: true }).click();
  await expect(page.locator('[data-sheet]')).not.toContainText('What I noticed');
  await page.reload();
  await expect(page.locator('[data-sheet] section')).toHaveCount(1);
  const { texts, pages } = await print(page, info.outputPath('bare.pdf'));
  expect(pages).toBe(1);
  expect(texts[0]).toContain('Over the stile');
  expect(texts[0]).not.toMatch(/What I noticed|a run/);
});
