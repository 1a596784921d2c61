/** The exercise leaves the screen and comes back: scores, MIDI, tab, project files, paper; and files that are bad. */
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { expect, lane, openLibrary, saved, spoken, test, trains } from './fixtures';

const FOREIGN = readFileSync('src/core/formats/musicxml/foreign.testdata.musicxml');

const give = (page: Page, name: string, buffer: Buffer) =>
  page.locator('input[type=file]').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });

const rows = (page: Page) => page.getByRole('listitem').filter({ has: page.getByRole('heading') });

async function saveAs(page: Page, way: string): Promise<{ name: string; content: Buffer }> {
  await page.getByRole('button', { name: 'Give out' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: way, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), content: readFileSync(await download.path()) };
}

/** Everything that the lane says of every place on which a note stands, the first to the last. */
async function readOut(page: Page): Promise<string[]> {
  await lane(page).focus();
  await page.keyboard.press('Home');
  const said: string[] = [];
  for (;;) {
    const now = (await spoken(page).textContent()) ?? '';
    if (now.includes('after the end') || said.at(-1) === now || said.length > 100) return said;
    said.push(now);
    await page.keyboard.press('ArrowRight');
  }
}

/** What a project file says of an exercise, without what belongs to the record. */
function contentOf(file: Buffer) {
  const { exercises, passages } = JSON.parse(file.toString()) as {
    exercises: [Record<string, unknown>];
    passages: [{ passage: { notes: unknown[] } }];
  };
  const { title, policy, goal, startBpm, alsoTrains } = exercises[0];
  return { title, policy, goal, startBpm, alsoTrains, passage: passages[0].passage };
}

test('a score comes in, shows its strokes, is played, laddered, printed, goes out and comes back equal', async ({
  page,
}) => {
  await openLibrary(page);
  await give(page, 'evening reel.musicxml', FOREIGN);
  await expect(lane(page)).toBeVisible();
  await expect(
    page.getByText(/“evening reel.musicxml”, read as a score: .* is in the library/),
  ).toBeVisible();
  await expect(page.getByRole('tab', { name: /^Notes .* remarks? on the file/ })).toBeVisible();
  await page.getByRole('tab', { name: /^Notes/ }).click();
  await expect(page.getByRole('list', { name: 'Remarks on the file' })).toContainText('Not taken over');
  const before = await readOut(page);
  expect(before.join('\n')).toMatch(/downstroke/);
  const trained = await trains(page).textContent();

  await page.keyboard.press(' ');
  await expect(page.locator('[data-playhead]')).toBeVisible();
  await page.keyboard.press(' ');

  await page.getByRole('link', { name: /^Ladder \d/ }).click();
  await page.getByRole('textbox', { name: 'Start, bpm' }).fill('66');
  await page.getByRole('textbox', { name: 'Goal, bpm' }).fill('80');
  await page.getByRole('textbox', { name: 'Passes a run' }).fill('3');
  await page.keyboard.press('Tab');
  await expect(page.locator('[data-total]')).toContainText('5 steps from 66 to 80 bpm: 10 runs');
  await page.getByRole('link', { name: 'Handout' }).last().click();
  await expect(page.locator('[data-sheet] section')).toHaveCount(1);
  await expect(page.locator('[data-sheet]')).toContainText('66 to 80 bpm');
  const printed = page.evaluate(() => new Promise((resolve) => (window.print = () => resolve('printed'))));
  await page.getByRole('button', { name: 'Print' }).click();
  expect(await printed).toBe('printed');

  await page.getByRole('link', { name: 'Bench' }).click();
  const score = await saveAs(page, 'Score (MusicXML)');
  const zipped = await saveAs(page, 'Score, zipped (.mxl)');
  const project = await saveAs(page, 'Project file');
  expect(score.name).toMatch(/\.musicxml$/);
  expect(score.content.toString()).toContain('<per-minute>66</per-minute>');

  for (const { name, content } of [score, zipped]) {
    await page.getByRole('link', { name: 'Library' }).click();
    await give(page, name, content);
    await expect(page).toHaveURL(/\/bench\?exercise=/);
    await expect(trains(page)).toHaveText(trained!);
    expect(await readOut(page)).toEqual(before);
    const again = await saveAs(page, 'Project file');
    expect(contentOf(again.content)).toEqual({ ...contentOf(project.content), startBpm: 66 });
  }
});

test('MIDI, tab and project file of one exercise, and a selection as one file', async ({ page }, info) => {
  await openLibrary(page);
  await page.getByRole('link', { name: 'Over the stile' }).click();
  const midi = await saveAs(page, 'MIDI');
  const file = info.outputPath('out.mid');
  writeFileSync(file, midi.content);
  const listing = execFileSync('midicsv', [file], { encoding: 'utf8' });
  expect(listing).toMatch(/Header, 1, \d+, 6720/);
  expect(listing).toMatch(/Program_c, 0, 25/);
  const tab = await saveAs(page, 'Tab as a text file');
  expect(tab.content.toString()).toMatch(/^e\|/m);
  await page.getByRole('button', { name: 'Give out' }).click();
  await page.getByRole('menuitem', { name: 'Copy as tab' }).click();
  await expect(page.getByText('The tab is on the clipboard')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(tab.content.toString());
  const before = await readOut(page);
  await page.getByRole('link', { name: 'Library' }).click();
  await give(page, 'stile.txt', tab.content);
  await expect(page).toHaveURL(/\/bench\?exercise=/);
  const strings = (some: readonly string[]) =>
    some.map((one) => /^string \d, (fret \d+|dead note)/.exec(one)?.[0]);
  expect(strings(await readOut(page))).toEqual(strings(before));

  await page.getByRole('link', { name: 'Library' }).click();
  for (const title of ['Kite string', 'Long way round the weir'])
    await page.getByRole('checkbox', { name: `Choose ${title}` }).check();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Project file' }).click(),
  ]);
  const { exercises } = JSON.parse(readFileSync(await download.path(), 'utf8')) as {
    exercises: { title: string }[];
  };
  expect(exercises.map(({ title }) => title)).toEqual(['Kite string', 'Long way round the weir']);
});

test('files dropped on the library are taken in, each with its own word', async ({ page }) => {
  await openLibrary(page);
  const count = await rows(page).count();
  const transfer = await page.evaluateHandle((score) => {
    const files = new DataTransfer();
    files.items.add(new File([score], 'reel.musicxml'));
    files.items.add(new File(['e|-5-7-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|'], 'two.txt'));
    files.items.add(new File(['nothing to see'], 'letter.txt'));
    return files;
  }, FOREIGN.toString());
  await page.dispatchEvent('main', 'dragover', { dataTransfer: transfer });
  await expect(page.getByText('Let go to take the files in')).toBeVisible();
  await page.dispatchEvent('main', 'drop', { dataTransfer: transfer });
  await expect(page.getByText(/“letter.txt”: .*Nothing was imported/)).toBeVisible();
  await expect(rows(page)).toHaveCount(count + 2);
  await expect(page.getByText('Let go to take the files in')).toBeHidden();
});

const bomb = (levels: number) =>
  `<?xml version="1.0"?><!DOCTYPE score-partwise [<!ENTITY a0 "ha">${Array.from({ length: levels }, (_, at) => `<!ENTITY a${at + 1} "&a${at};&a${at};&a${at};&a${at};&a${at};&a${at};&a${at};&a${at};">`).join('')}]><score-partwise version="3.0"><part-list/><part id="P1">&a${levels};</part></score-partwise>`;

test('bad files: a clear message, nothing imported, nothing hangs', async ({ page }, info) => {
  await openLibrary(page);
  const count = await rows(page).count();
  const zeros = new Uint8Array(60_000_000);
  const bad: readonly (readonly [string, Buffer, RegExp])[] = [
    ['half.musicxml', FOREIGN.subarray(0, FOREIGN.length / 2), /breaks off|not well-formed|cut off/i],
    ['entities.musicxml', Buffer.from(bomb(12)), /entit/i],
    ['zip.mxl', Buffer.from(zipSync({ 'score.musicxml': zeros }, { level: 9 })), /unpack|large/i],
    ['picture.mid', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]), /none of the formats|No notes/i],
    ['really a picture.mxl', Buffer.from('PK not a zip'), /zip/i],
    [
      'no notes.musicxml',
      Buffer.from(
        FOREIGN.toString().replaceAll(/<(string|fret|octave)>[^<]*<\/\1>|<pitch>[^]*?<\/pitch>/g, ''),
      ),
      /nothing in it to play/i,
    ],
    [
      'twelve.musicxml',
      Buffer.from(
        FOREIGN.toString()
          .replace(/<staff-lines>\d+/, '<staff-lines>12')
          .replace(/<string>\d+/, '<string>12'),
      ),
      /12 strings/,
    ],
  ];
  for (const [name, content, message] of bad) {
    await give(page, name, content);
    const word = page.getByText(`“${name}”`).last();
    await expect(word).toContainText(message);
    await expect(word).toContainText('Nothing was imported.');
    await page.getByRole('button', { name: 'Dismiss' }).first().click();
  }
  const huge = info.outputPath('huge.musicxml');
  writeFileSync(huge, Buffer.alloc(50_000_001, 0x20));
  await page.locator('input[type=file]').setInputFiles(huge);
  await expect(page.getByText('“huge.musicxml” is larger than 50 MB. Nothing was imported.')).toBeVisible();
  await expect(rows(page)).toHaveCount(count);

  await give(page, '../../<img src=x onerror=document.title=1>.musicxml', FOREIGN);
  await expect(page).toHaveURL(/\/bench\?exercise=/);
  await saved(page);
  expect(await page.title()).not.toBe('1');
  const out = await saveAs(page, 'Tab as a text file');
  expect(out.name).not.toMatch(/[<>/\\]|\.\./);
});
