/** A picture of the lane leaves the page: as SVG that another program draws, as PNG in its size, and by the clipboard. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, lane, openLibrary, test } from './fixtures';

/** Width and height of a PNG (its header, ISO/IEC 15948). */
const sizeOf = (png: Buffer): [number, number] => [png.readUInt32BE(16), png.readUInt32BE(20)];

async function saved(page: Page, name: string): Promise<Buffer> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name, exact: true }).press('Enter'),
  ]);
  return readFileSync((await download.path())!);
}

test('of marked notes alone, with the strokes that they have in the whole', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('m');
  for (let more = 0; more < 3; more++) await page.keyboard.press('ArrowRight');
  const strip = page.getByRole('region', { name: 'The marked slots' });
  await expect(strip).toContainText('4 notes marked');
  await strip.getByRole('button', { name: 'Picture …' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Picture of a part of “Kite string”' });
  await expect(dialog.getByRole('img')).toBeVisible();
  const svg = (await saved(page, 'Save as SVG')).toString();
  expect(/<text[^>]*>Kite string, a part<\/text>/.test(svg)).toBe(true);
  // Counted as in the whole, from the second note of the triplet on; frets with their fingers, and no others.
  const texts = [...svg.matchAll(/<text[^>]*>([^<]*)<\/text>/g)].map(([, text]) => text);
  expect(texts.slice(texts.indexOf('6') + 1).join(' ')).toBe('1 trip let 2 trip 8 1 9 3 7 1 11 h 4');
});

test('light and dark, with words and without, as SVG, PNG and on the clipboard', async ({ page }) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Kite string' }).click();
  await expect(lane(page)).toBeFocused();
  await page.getByRole('button', { name: 'Give out' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Picture …' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: /^Picture of/ });
  await expect(dialog.getByRole('img')).toBeVisible();

  const svg = (await saved(page, 'Save as SVG')).toString();
  // Text is text, and nothing is left to be looked up.
  expect(/<text[^>]*>Kite string<\/text>/.test(svg)).toBe(true);
  expect([svg.includes('font/woff2;base64,'), svg.includes('var(')]).toEqual([true, false]);
  const [, width, height] = /width="(\d+)" height="([\d.]+)"/.exec(svg)!.map(Number) as [
    number,
    number,
    number,
  ];
  const folder = mkdtempSync(join(tmpdir(), 'picture-'));
  writeFileSync(join(folder, 'lane.svg'), svg);
  const drawn = spawnSync('/usr/bin/rsvg-convert', [
    '-o',
    join(folder, 'lane.png'),
    join(folder, 'lane.svg'),
  ]);
  expect(drawn.stderr.toString()).toBe('');
  const elsewhere = sizeOf(readFileSync(join(folder, 'lane.png')));
  expect(elsewhere).toEqual([width, Math.round(height)]);

  expect(sizeOf(await saved(page, 'Save as PNG'))[0]).toBe(2 * width);
  await dialog.getByRole('button', { name: /Dots of a PNG$/ }).press('Enter');
  await page.getByRole('option', { name: /for print/ }).press('Enter');
  expect(sizeOf(await saved(page, 'Save as PNG'))[0]).toBe(3.125 * width);

  await dialog.getByRole('switch', { name: 'Title and what it trains' }).press('Space');
  await dialog.getByRole('radio', { name: 'Dark' }).press('Space');
  await expect(async () => {
    const other = (await saved(page, 'Save as SVG')).toString();
    expect([/<text[^>]*>Kite string/.test(other), other.includes('#182a34')]).toEqual([false, true]);
  }).toPass();
  await dialog.getByRole('button', { name: 'Copy the picture' }).press('Enter');
  await expect(page.getByText('The picture is on the clipboard.')).toBeVisible();
  const types = await page.evaluate(async () =>
    (await navigator.clipboard.read()).flatMap((item) => item.types),
  );
  expect(types).toContain('image/png');
});
