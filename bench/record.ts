/** The logbook on a record of 20,000 runs over three years, in the real browser. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import {
  emptyPassage,
  newExercise,
  NO_RECORDS,
  passageHash,
  putNote,
  type Project,
  type RunRecord,
} from '@/core';
import { VERDICTS } from '../src/core/model/run';
import { dayAfter, NO_KINDS, REASONS } from '@/core/record';
import { writeProject } from '@/core/formats';
import { report } from './report';

const RUNS = 20_000;
const EXERCISES = 40;
const DAYS = 3 * 365;
const RUNS_A_DAY = Math.round(RUNS / (DAYS * 0.75));

const stamp = (id: string, at: string) => ({
  id,
  revision: 1,
  createdAt: at,
  updatedAt: at,
  deviceId: 'bench',
});

/** Three years of made-up practice that end on a day: three exercises a day, six days in eight. */
export function recordOf(lastDay: string, count = RUNS, playerId = 'me'): Project {
  let passage = emptyPassage();
  for (let slot = 0; slot < 16; slot++)
    passage = putNote(passage, slot * 1680, 1 + (slot % 6), 5 + (slot % 4));
  const hash = passageHash(passage);
  const at = `${lastDay}T09:00:00+00:00`;
  const runs = Array.from({ length: count }, (_, number): RunRecord => {
    const sitting = Math.floor(number / RUNS_A_DAY);
    const day = dayAfter(lastDay, -Math.floor(sitting / 0.75));
    const ofDay = number % RUNS_A_DAY;
    const exercise = (sitting * 3 + Math.floor((ofDay * 3) / RUNS_A_DAY)) % EXERCISES;
    const bpm = 60 + ((number * 7) % 60);
    const isClean = (number * 31) % 60 > bpm - 60;
    const when = `${day}T17:${String(Math.floor(ofDay / 2)).padStart(2, '0')}:${ofDay % 2 === 0 ? '10' : '40'}+00:00`;
    return {
      ...stamp(`${playerId}-run-${number}`, when),
      playerId,
      exerciseId: `practised-${exercise}`,
      sessionId: `s-${sitting}`,
      at: when,
      day,
      passageHash: hash,
      bpm,
      subdivision: 4,
      passes: 1 + (number % 4),
      verdict: isClean ? VERDICTS[0] : VERDICTS[1],
      stoppedIn: null,
      reason: isClean ? null : REASONS[number % REASONS.length]!,
      place: isClean
        ? null
        : {
            fromNote: `n${1 + (number % 12)}`,
            toNote: `n${2 + (number % 12)}`,
            kind: 'outside',
            stringFrom: 2,
            stringTo: 1,
          },
      seconds: 20,
      strokes: 64,
      exposure: { ...NO_KINDS, outside: 8, inside: 6 },
      wideStretches: 0,
      sound: null,
      seen: '',
      part: null,
      byHand: false,
      judgedBy: 'ear',
      corrects: null,
      replaces: [],
    };
  });
  return {
    ...NO_RECORDS,
    exportedAt: at,
    exercises: Array.from({ length: EXERCISES }, (_, number) => {
      const { passage: _p, ...fields } = newExercise(`Practised ${number + 1}`, passage);
      const made = { ...stamp(`practised-${number}`, at), versions: { bench: 1 } };
      return { ...made, ...fields, passageHash: hash, archivedAt: null };
    }),
    passages: [{ hash, passage }],
    runs,
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  };
}

const MEDIAN_OF = 5;
const FILTER_ROUNDS = 6;
const FILTERS = [
  ['radio', 'everything'],
  ['option', 'Practised 7'],
  ['radio', '4 weeks'],
  ['option', 'all exercises'],
] as const;
const median = (some: number[]) => some.sort((a, b) => a - b)[Math.floor(some.length / 2)]!;

/** Prints how long the logbook takes to open and to filter. */
export async function benchRecord(page: Page, address: string): Promise<void> {
  await page.goto(address);
  const today = await page.evaluate(() => new Date().toISOString().slice(0, 10));
  const text = writeProject(recordOf(today));
  // From the disk, as a browser has it: handed over in memory, half of the time would be the handing over.
  const folder = mkdtempSync(join(tmpdir(), 'yardfell-'));
  const path = join(folder, 'record.json');
  writeFileSync(path, text);
  await page.locator('[data-next]').waitFor();
  const began = Date.now();
  await page.locator('input[type=file]').first().setInputFiles(path);
  await page.getByText(/40 exercises, .*added/).waitFor({ timeout: 120_000 });
  rmSync(folder, { recursive: true });
  report(`${RUNS} runs (${Math.round(text.length / 1e6)} MB) imported`, Date.now() - began, 'ms', 5000);

  // The demo opens on a student of its own; the record is that of "me".
  await page.getByRole('button', { name: /^Student:/ }).click();
  await page.getByRole('button', { name: /Student of the moment/ }).click();
  await page.getByRole('option', { name: 'Me', exact: true }).click();
  await page.keyboard.press('Escape');

  const opened: number[] = [];
  for (let run = 0; run < MEDIAN_OF; run++) {
    await page.goto(address);
    await page.locator('[data-next]').waitFor();
    opened.push(
      await page.evaluate(async () => {
        const started = performance.now();
        [...document.querySelectorAll<HTMLElement>('nav a')]
          .find((one) => one.textContent === 'Logbook')!
          .click();
        while (!document.querySelector('[data-book] td'))
          await new Promise((resolve) => setTimeout(resolve, 2));
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        return performance.now() - started;
      }),
    );
  }
  report('Logbook with 20,000 runs, pressed to painted', median(opened), 'ms', 500);

  const took = new Map<string, number[]>();
  const whole = new Map<string, number[]>();
  /** From the choice to what it shows, and until nothing of it is being worked out any more. */
  const filtered = async (role: 'option' | 'radio', name: string): Promise<[number, number]> => {
    if (role === 'option') await page.getByRole('button', { name: /Exercise$/ }).click();
    await page.getByRole(role, { name, exact: true }).waitFor();
    return page.evaluate(
      async (wanted) => {
        const book = document.querySelector<HTMLElement>('[data-book]')!;
        const before = book.dataset.book;
        const found = [...document.querySelectorAll<HTMLElement>(`[role=${wanted.role}]`)];
        const started = performance.now();
        found.find((one) => one.textContent === wanted.name)!.click();
        while (book.dataset.book === before && performance.now() - started < 5000)
          await new Promise((resolve) => setTimeout(resolve, 1));
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        const painted = performance.now() - started;
        while (document.querySelector('[data-book] [aria-busy=true]'))
          await new Promise((resolve) => setTimeout(resolve, 1));
        return [painted, performance.now() - started] as [number, number];
      },
      { role, name },
    );
  };
  for (let round = 0; round < FILTER_ROUNDS; round++)
    for (const [role, name] of FILTERS) {
      const ms = await filtered(role, name);
      took.set(name, [...(took.get(name) ?? []), ms[0]]);
      whole.set(name, [...(whole.get(name) ?? []), ms[1]]);
    }
  for (const [name, all] of took) {
    report(`filter: ${name}, chosen to painted, the first time`, all[0]!, 'ms', 100);
    report(
      `filter: ${name}, chosen to painted, median of ${all.length - 1} more`,
      median(all.slice(1)),
      'ms',
      100,
    );
    report(`filter: ${name}, until its charts are whole, median`, median(whole.get(name)!), 'ms', null);
  }
}
