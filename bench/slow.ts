/** What the user waits for on a machine that is four times slower: the page's thread is held up by the browser; its workers are not. */
import type { BrowserContext, Page } from '@playwright/test';
import { report } from './report';

const TIMES = [1, 4];
const LOADS = 5;
const KEYS = 60;
const VERDICTS = 6;
const BETWEEN_MS = 250;

const quantile = (values: readonly number[], part: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(part * values.length))]!;

/** From the navigation to the frame in which something is there and the page answers. */
async function usable(page: Page, address: string, selector: string): Promise<number> {
  const times: number[] = [];
  for (let load = 0; load < LOADS; load++) {
    await page.goto(address, { waitUntil: 'commit' });
    times.push(
      await page.evaluate(async (wanted) => {
        while (!document.querySelector(`main[data-ready=true] ${wanted}`))
          await new Promise((resolve) => setTimeout(resolve, 4));
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        return performance.now();
      }, selector),
    );
  }
  return quantile(times, 0.5);
}

/** Each key from its press until the page has painted what it shows, before anything else has its turn, in the page's own time. */
async function keysIn(page: Page, keys: readonly string[], betweenMs: number): Promise<number[]> {
  await page.evaluate(() => {
    const painted: number[] = [];
    Object.assign(window, { painted });
    const { scheduler } = window as unknown as {
      scheduler: { postTask: (task: () => void, options: { priority: 'user-blocking' }) => void };
    };
    document.addEventListener(
      'keydown',
      ({ timeStamp }) =>
        requestAnimationFrame(() => {
          const note = () => painted.push(performance.now() - timeStamp);
          scheduler.postTask(note, { priority: 'user-blocking' });
        }),
      true,
    );
  });
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.waitForTimeout(betweenMs);
  }
  return page.evaluate(() => (window as unknown as { painted: number[] }).painted);
}

/** Prints the figures, unthrottled and throttled. */
export async function benchSlow(context: BrowserContext, address: string): Promise<void> {
  const page = await context.newPage();
  await page.goto(address);
  const link = page.getByRole('link', { name: 'Long way round the weir', exact: true });
  await link.waitFor();
  const bench = `${address}${await link.getAttribute('href')}`;
  const client = await context.newCDPSession(page);
  for (const times of TIMES) {
    const name = times === 1 ? '' : `, ${times} times slower`;
    await client.send('Emulation.setCPUThrottlingRate', { rate: times });
    report(`Library, navigation to usable${name}`, await usable(page, address, 'li svg'), 'ms', 2500);
    report(
      `Bench, navigation to usable${name}`,
      await usable(page, bench, '[data-lane] svg text'),
      'ms',
      2000,
    );
    await page.locator('[data-lane]').focus();
    await page.waitForTimeout(1500);
    const keys = Array.from({ length: KEYS }, (_, at) =>
      at % 2 === 0 ? String(5 + (at % 4)) : 'ArrowRight',
    );
    const typed = await keysIn(page, keys, BETWEEN_MS);
    report(`a key in the lane of 64 notes, painted, 95 %${name}`, quantile(typed, 0.95), 'ms', 100);
    report(`  … median${name}`, quantile(typed, 0.5), 'ms', null);

    await page.goto(bench.replace('/bench', '/practice'));
    const warm = page.getByRole('button', { name: /^Warm/ });
    if (await warm.isVisible().catch(() => false)) await warm.click();
    await page.waitForTimeout(2000);
    await page.keyboard.press('w');
    const verdicts: number[] = [];
    for (let run = 0; run < VERDICTS; run++) {
      await page.locator('[data-phase]').first().focus();
      await page.keyboard.press(' ');
      await page.locator('[data-playhead]').waitFor();
      await page.waitForTimeout(1000);
      verdicts.push((await keysIn(page, ['x'], 600)).at(-1)!);
      await page.keyboard.press('s');
      await page.waitForTimeout(300);
      await page.reload();
      await page.waitForTimeout(2500);
    }
    report(`a verdict, pressed to painted, 95 %${name}`, quantile(verdicts, 0.95), 'ms', 50);
    report(`  … median${name}`, quantile(verdicts, 0.5), 'ms', null);
  }
}
