/** What the user waits for, in the real browser on the production build. */
import { chromium, type Page } from '@playwright/test';
import { emptyPassage, newExercise, NO_RECORDS, passageHash, putNote, type Project } from '@/core';
import { writeProject } from '@/core/formats';
import { freePort, startServer } from '../scripts/tools.mjs';
import { benchComposing } from './composing';
import { benchKeys } from './keys';
import { benchMerge } from './merge';
import { benchRecord } from './record';
import { report } from './report';
import { benchSlow } from './slow';
import { benchTrackFiles } from './track';

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
const STAMP = {
  revision: 1,
  createdAt: '2026-01-05T10:00:00+00:00',
  updatedAt: '2026-01-05T10:00:00+00:00',
  deviceId: 'bench',
  versions: { bench: 1 },
};

/** A library of many different exercises. */
function libraryOf(count: number): string {
  const made = Array.from({ length: count }, (_, at) => {
    let passage = emptyPassage();
    for (let slot = 0; slot < 16; slot++)
      passage = putNote(passage, slot * 1680, 1 + ((at + slot * 7) % 6), (at + slot) % 15);
    return { passage, hash: passageHash(passage), title: `Exercise ${at + 1}` };
  });
  const project: Project = {
    ...NO_RECORDS,
    exportedAt: STAMP.createdAt,
    exercises: made.map(({ passage, hash, title }, at) => {
      const { passage: _, ...fields } = newExercise(title, passage);
      return { ...STAMP, ...fields, id: `bench-${at}`, passageHash: hash, archivedAt: null };
    }),
    passages: [...new Map(made.map(({ hash, passage }) => [hash, { hash, passage }])).values()],
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  };
  return writeProject(project);
}

/** Prints how long a library of many exercises takes to open. */
async function benchLibrary(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.locator('main[data-ready=true] li svg').first().waitFor();
  await page.locator('input[type=file]').setInputFiles({
    name: 'many.json',
    mimeType: 'application/json',
    buffer: Buffer.from(libraryOf(500)),
  });
  await page.getByText(/500 exercises.* added/).waitFor({ timeout: 60_000 });
  const painted: number[] = [];
  for (let run = 0; run < 5; run++) {
    await page.goto(address, { waitUntil: 'commit' });
    painted.push(
      await page.evaluate(async () => {
        while (!document.querySelector('main li svg')) await new Promise((resolve) => setTimeout(resolve, 4));
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        return performance.now();
      }),
    );
  }
  report(
    'Library with 500 exercises, navigation to painted rows',
    painted.sort((a, b) => a - b)[2]!,
    'ms',
    1000,
  );
}

/** Prints the browser's figures, or only those of a part. */
export async function benchBrowser(
  part: 'all' | 'keys' | 'record' | 'merge' | 'track' | 'slow' | 'library',
): Promise<void> {
  const { address, child, stop } = await startServer(await freePort(0), { YARDFELL_DEMO: '1' });
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: FLAGS });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    if (part === 'slow') return await benchSlow(context, address);
    if (part === 'library') return await benchLibrary(page, address);
    if (part === 'keys') return await benchKeys(page, address);
    if (part === 'track') return await benchTrackFiles(page, address);
    if (part === 'merge') return await benchMerge(page, address);
    if (part === 'record') return await benchRecord(page, address);
    await page.goto(address);
    await page.getByRole('link', { name: 'Kite string' }).waitFor();

    const body = '-5-7-8-7'.repeat(2500);
    const silent = '-'.repeat(body.length);
    const text = ['e', 'B', 'G', 'D', 'A', 'E']
      .map((letter) => `${letter}|${letter === 'G' ? body : silent}|`)
      .join('\n');
    const pasted = await page.evaluate(async (tab) => {
      const data = new DataTransfer();
      data.setData('text/plain', tab);
      const started = performance.now();
      document
        .querySelector('textarea')!
        .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
      while (!document.querySelector('[data-lane] svg text'))
        await new Promise((resolve) => setTimeout(resolve, 4));
      await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
      return performance.now() - started;
    }, text);
    report('10,000 notes pasted to first painted system', pasted, 'ms', 1000);

    await page.goto(address);
    for (const at of [0, 1, 2, 3]) await page.getByRole('checkbox').nth(at).check();
    const toPages = await page.evaluate(async () => {
      const started = performance.now();
      [...document.querySelectorAll('button')].find((one) => one.textContent.includes('Handout'))!.click();
      while (!document.querySelector('[data-sheet] section'))
        await new Promise((resolve) => setTimeout(resolve, 4));
      await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
      return performance.now() - started;
    });
    report('handout of four exercises, pressed to painted pages', toPages, 'ms', null);

    await benchKeys(page, address);
    await benchComposing(page, address);

    await benchRecord(page, address);
    await benchMerge(page, address);
    await benchTrackFiles(page, address);

    await page.goto(`${address}/developers`);
    await page.getByRole('button', { name: 'Measure the click' }).click();
    console.log(await page.locator('[data-click-check]').textContent({ timeout: 60_000 }));

    await benchLibrary(page, address);
  } finally {
    await browser.close();
    child.removeAllListeners('exit');
    stop();
  }
}
