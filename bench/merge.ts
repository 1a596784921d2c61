/** A record that comes back to the teacher: 5,000 runs, a fifth of them here already, some put right on both sides. */
import type { Page } from '@playwright/test';
import { NEW_PLAYER, type Project } from '@/core';
import { writeProject } from '@/core/formats';
import { recordOf } from './record';
import { report } from './report';

const RUNS = 5000;
const HERE = 1000;

/** The record of a student as it is given back, with so many of its runs. */
function backOf(today: string, count: number): Project {
  const project = recordOf(today, count, 'bench-student');
  const at = project.exportedAt;
  const stamp = { revision: 1, createdAt: at, updatedAt: at, deviceId: 'bench', versions: { bench: 1 } };
  const corrected = project.runs
    .filter((_, number) => number % 50 === 0)
    .map((run) => ({ ...run, id: `${run.id}-right`, bpm: run.bpm + 1, corrects: run.id }));
  return {
    ...project,
    players: [{ ...stamp, ...NEW_PLAYER, id: 'bench-student', name: 'Bench' }],
    runs: [...project.runs, ...corrected],
    parcel: { to: 'teacher', playerId: 'bench-student', words: '', warmUp: [] },
  };
}

/** Prints how long it takes until a record that comes back is merged, from the answer to the message. */
export async function benchMerge(page: Page, address: string): Promise<void> {
  const today = await page.evaluate(() => new Date().toISOString().slice(0, 10));
  const take = async (count: number) => {
    await page.goto(address);
    await page.locator('[data-ready=true]').waitFor();
    const began = Date.now();
    await page.locator('input[type=file]').setInputFiles({
      name: `${count}.json`,
      mimeType: 'application/json',
      buffer: Buffer.from(writeProject(backOf(today, count))),
    });
    await page.getByRole('button', { name: 'Take it in' }).waitFor({ timeout: 120_000 });
    const asked = Date.now();
    await page.getByRole('button', { name: 'Take it in' }).press('Enter');
    await page.getByText(new RegExp(`“${count}.json”: .*added`)).waitFor({ timeout: 120_000 });
    return [asked - began, Date.now() - asked] as const;
  };
  await take(HERE);
  const [shown, merged] = await take(RUNS);
  report(`record of ${RUNS} runs given back, dropped to shown`, shown, 'ms', null);
  report('  … and merged, pressed to told', merged, 'ms', 2000);
}
