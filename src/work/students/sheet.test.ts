/** Sentences of the lesson sheet, and which change a line can be made for. */
import { expect, it } from 'vitest';
import type { FailingInExercise } from '@/core/record';
import { doneText, failText } from './sheet';
import { isTrained } from './tasks';

const done = { days: 4, seconds: 2040, runs: 20, clean: 12 } as Parameters<typeof doneText>[0];

it('what was practised: how long, on how many days, how many runs were clean', () => {
  expect(doneText(done)).toBe('34 min on 4 days, 12 of 20 runs clean');
  // To the minute, and below a minute and a half to the second.
  expect(doneText({ ...done, seconds: 2069 })).toMatch(/^34 min on/);
  expect(doneText({ ...done, seconds: 2071 })).toMatch(/^35 min on/);
  expect(doneText({ ...done, seconds: 89.4, days: 1, runs: 1, clean: 0 })).toBe(
    '1 min 29 s on 1 day, 0 of 1 run clean',
  );
  expect(doneText({ ...done, runs: 0 })).toBe('not practised');
});

const failing = { kind: 'inside', stringFrom: 3, stringTo: 2, runs: 15, played: 207 } as FailingInExercise;

it('what fails: where, and how often of how often', () => {
  expect(failText(failing, 'Millrace')).toBe('Millrace: inside from string 3 to 2, in 15 of 207 passes');
  expect(failText({ ...failing, runs: 1, played: 1 }, 'Millrace')).toMatch(/in 1 of 1 pass$/);
});

it('a line can be made for outside, inside and sweep from one string to another, and for nothing else', () => {
  const kinds = ['outside', 'inside', 'sweep', 'alternate', 'repeat', 'backtrack'] as const;
  expect(kinds.map((kind) => isTrained({ ...failing, kind }))).toEqual([
    true,
    true,
    true,
    false,
    false,
    false,
  ]);
  expect(isTrained({ ...failing, stringTo: 3 })).toBe(false);
});
