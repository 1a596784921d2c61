/** Counts in words. Common practice, no source. */
import { expect, it } from 'vitest';
import { counted, countedMany, named, sizeText, times } from './counting';
import { withArticle } from './names';

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
  expect([1, 2, 12_400].map((count) => countedMany(count, 'sweep'))).toEqual([
    '1 sweep',
    '2 sweeps',
    '12,400 sweeps',
  ]);
  expect((['down', 'up'] as const).map(withArticle)).toEqual(['a downstroke', 'an upstroke']);
  const sizes = [0, 1, 12_000, 998_500, 999_000, 3_400_000, 12_000_000, 999_000_000, 1_200_000_000];
  expect(sizes.map(sizeText)).toEqual([
    ...['0 kB', '1 kB', '12 kB', '999 kB', '1.0 MB', '3.4 MB', '12 MB', '999 MB', '1.2 GB'],
  ]);
});
