/** From a key to the painted frame on a long exercise, in the real browser with keys 100 ms apart. */
import type { Page } from '@playwright/test';
import { newExercise, NO_RECORDS, passageHash, type Project } from '@/core';
import { writeProject } from '@/core/formats';
import { passageOf } from './engine';
import { report } from './report';

const NOTES = 256;
const PRESSES = 80;
const BETWEEN_MS = 100;
const STAMP = {
  revision: 1,
  createdAt: '2026-01-05',
  updatedAt: '2026-01-05',
  deviceId: 'bench',
  versions: { bench: 1 },
};

function longExercise(): string {
  const passage = passageOf(NOTES);
  const { passage: _, ...fields } = newExercise('Two hundred and fifty-six', passage);
  const hash = passageHash(passage);
  const project: Project = {
    ...NO_RECORDS,
    exportedAt: STAMP.createdAt,
    exercises: [{ ...STAMP, ...fields, id: 'long', passageHash: hash, archivedAt: null }],
    passages: [{ hash, passage }],
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  };
  return writeProject(project);
}

interface Timed {
  readonly painted: number[];
  /** What runs in the page while a key is handled, of keys that took more than 16 ms to the frame. */
  readonly scripts: number[];
  readonly longTasks: number[];
}

/** Listens in the page: when a key was pressed, and when the frame after it was painted. */
async function listen(page: Page): Promise<void> {
  await page.evaluate(() => {
    const timed: Timed = { painted: [], scripts: [], longTasks: [] };
    Object.assign(window, { timed });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) timed.longTasks.push(duration);
    }).observe({ type: 'longtask' });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as PerformanceEventTiming[])
        if (entry.name === 'keydown') timed.scripts.push(entry.processingEnd - entry.processingStart);
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
    document.addEventListener(
      'keydown',
      (event) => {
        requestAnimationFrame(() => {
          // The message is handled once the frame has been drawn.
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => timed.painted.push(performance.now() - event.timeStamp);
          port2.postMessage(null);
        });
      },
      true,
    );
  });
}

const taken = (page: Page) =>
  page.evaluate(() => {
    const { timed } = window as unknown as { timed: Timed };
    const copy = {
      painted: [...timed.painted],
      scripts: [...timed.scripts],
      longTasks: [...timed.longTasks],
    };
    timed.painted.length = 0;
    timed.scripts.length = 0;
    timed.longTasks.length = 0;
    return copy;
  });

const percentile95 = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)] ?? NaN;

/** Presses keys in turn and prints what they took. */
async function press(page: Page, what: string, keys: readonly string[], goalMs: number): Promise<void> {
  for (const key of keys) await page.keyboard.press(key);
  await page.waitForTimeout(500);
  await taken(page);
  for (let at = 0; at < PRESSES; at++) {
    await page.keyboard.press(keys[at % keys.length]!);
    await page.waitForTimeout(BETWEEN_MS);
  }
  const { painted, scripts, longTasks } = await taken(page);
  report(`${what}, key to painted frame, 95th percentile`, percentile95(painted), 'ms', goalMs);
  report(
    `${what}, script in it, 95th percentile`,
    percentile95([...scripts, ...Array<number>(PRESSES - scripts.length).fill(0)]),
    'ms',
    10,
  );
  const most = longTasks.length === 0 ? '' : `, the longest ${Math.round(Math.max(...longTasks))} ms`;
  console.log(`${what}: ${longTasks.length} tasks over 50 ms in ${PRESSES} keys${most}`);
}

/** Prints the figures of keys on the Bench. */
export async function benchKeys(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: 'Kite string' }).waitFor();
  await page.locator('input[type=file]').setInputFiles({
    name: 'long.json',
    mimeType: 'application/json',
    buffer: Buffer.from(longExercise()),
  });
  await page.getByRole('link', { name: 'Two hundred and fifty-six' }).click();
  await page.locator('[data-lane] svg').first().waitFor();
  await page.getByRole('tab', { name: /Strokes and balance/ }).waitFor();
  await listen(page);
  await page.keyboard.press('Home');
  for (let at = 0; at < 20; at++) await page.keyboard.press('ArrowRight');
  await press(page, `${NOTES} notes, caret moved`, ['ArrowRight', 'ArrowLeft'], 20);
  await press(page, `${NOTES} notes, fret changed`, ['+', '-'], 20);
  await page.keyboard.press('Home');
  await press(page, `${NOTES} notes, every stroke turned`, ['u', 'a'], 50);
  await press(page, `${NOTES} notes, slot inserted and deleted at the front`, ['i', 'Delete'], 50);
}
