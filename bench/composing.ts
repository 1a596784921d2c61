/** Composing in the real browser: whether it holds up the page, and how fast it stops. */
import type { Page } from '@playwright/test';
import { report } from './report';

/** Prints the figures of composing 48 notes to a brief on the Bench of a demo exercise. */
export async function benchComposing(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: 'Long way round the weir' }).click();
  await page.getByRole('tab', { name: /^Compose/ }).click();
  await page.getByRole('textbox', { name: 'How many notes' }).fill('48');
  await page.keyboard.press('Tab');
  // As long as it takes to state a brief; what composing needs is loaded meanwhile.
  await page.waitForTimeout(1500);
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) tasks.push(duration);
    }).observe({ type: 'longtask' });
  });
  const first = await page.evaluate(async () => {
    const started = performance.now();
    [...document.querySelectorAll('button')].find((one) => one.textContent === 'Compose')!.click();
    while (!document.querySelector('[aria-label="Lines that grant the brief"] li'))
      await new Promise((resolve) => setTimeout(resolve, 4));
    return performance.now() - started;
  });
  report('composing 48 notes: pressed to the first line shown', first, 'ms', 300);
  await page.waitForTimeout(400);
  const stopped = await page.evaluate(async () => {
    const stop = [...document.querySelectorAll('button')].find((one) => one.textContent === 'Stop')!;
    const started = performance.now();
    stop.click();
    while (!stop.disabled) await new Promise((resolve) => setTimeout(resolve, 1));
    return performance.now() - started;
  });
  report('composing: stopped', stopped, 'ms', 100);
  const longest = await page.evaluate(() => Math.max(0, ...(window as unknown as { tasks: number[] }).tasks));
  report('composing: longest task of the page', longest, 'ms', 50);
}
