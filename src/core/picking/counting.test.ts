/** Counts in words. Common practice, no source. */
import { expect, it } from 'vitest';
import { counted, named, times } from './counting';

it('says one and many as a person would', () => {
  expect([0, 1, 2, 2.5].map((count) => counted(count, 'switch', 'switches'))).toEqual([
    '0 switches',
    '1 switch',
    '2 switches',
    '2.5 switches',
  ]);
  expect([1, 2, 3].map(times)).toEqual(['once', 'twice', '3 times']);
  expect([[3], [3, 5], [3, 5, 7]].map((names) => named('note', names))).toEqual([
    'note 3',
    'notes 3 and 5',
    'notes 3, 5 and 7',
  ]);
});
