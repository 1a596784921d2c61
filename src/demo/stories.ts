/** The stories of the demo's students: what they practised, how it went, where it failed. Everything is invented. */
import type { Story } from './runs';

export const STORIES: readonly Story[] = [
  // Steady: four times a week, a little each time, and it shows.
  {
    player: 'Tamsel',
    exercise: 'Kite string',
    days: { from: 98, to: 1, every: 2 },
    runs: 6,
    restSeconds: 25,
    cleanBpm: (gone) => 46 * (1 + 9 * gone) ** 0.16,
    reasons: ['late', 'uneven', 'silent'],
    weakChange: null,
  },
  {
    player: 'Tamsel',
    exercise: 'Gate between two and one',
    days: { from: 60, to: 2, every: 4 },
    runs: 5,
    restSeconds: 20,
    cleanBpm: (gone) => 70 + 14 * gone,
    reasons: ['early', 'uneven'],
    weakChange: null,
  },
  // Stuck: the tempo stopped rising weeks ago, and it is always the same change.
  {
    player: 'Orrin',
    exercise: 'Millrace: three a string to the middle and on',
    days: { from: 84, to: 1, every: 3 },
    runs: 8,
    restSeconds: 20,
    cleanBpm: (gone) => 84 + 16 * Math.min(1, gone * 2.6),
    reasons: ['early', 'wrong'],
    weakChange: 1,
  },
  // Overdoing it: every day, longer and longer without a rest, and slower for it.
  {
    player: 'Brisa',
    exercise: 'Rolling stair in sweeps',
    days: { from: 56, to: 22, every: 2 },
    runs: 6,
    restSeconds: 20,
    cleanBpm: (gone) => 66 + 24 * gone,
    reasons: ['uneven', 'noise'],
    weakChange: null,
  },
  {
    player: 'Brisa',
    exercise: 'Rolling stair in sweeps',
    days: { from: 20, to: 0, every: 1 },
    runs: 20,
    restSeconds: 4,
    cleanBpm: (gone) => 90 - 16 * gone,
    reasons: ['tight', 'noise', 'uneven'],
    weakChange: null,
  },
  // Ready: the goal has come within reach.
  {
    player: 'Ilka',
    exercise: 'Inside knot on four and three',
    days: { from: 40, to: 1, every: 3 },
    runs: 4,
    restSeconds: 20,
    cleanBpm: (gone) => 74 + 24 * gone,
    reasons: ['late', 'uneven'],
    weakChange: null,
  },
  // Nothing heard: it went well, and then it stopped.
  {
    player: 'Peverel',
    exercise: 'Over the stile',
    days: { from: 60, to: 26, every: 4 },
    runs: 4,
    restSeconds: 20,
    cleanBpm: (gone) => 60 + 14 * gone,
    reasons: ['silent', 'early'],
    weakChange: null,
  },
  // One place: everything rises but one change.
  {
    player: 'Sorrel',
    exercise: 'Long way round the weir',
    days: { from: 24, to: 0, every: 2 },
    runs: 5,
    restSeconds: 20,
    cleanBpm: (gone) => 60 + 16 * gone,
    reasons: ['early', 'late'],
    weakChange: 2,
  },
  // Steady, with the week half played.
  {
    player: 'Jessamy',
    exercise: 'Heron between two reeds',
    days: { from: 26, to: 0, every: 2 },
    runs: 4,
    restSeconds: 25,
    cleanBpm: (gone) => 46 + 14 * gone,
    reasons: ['late', 'uneven'],
    weakChange: null,
  },
  // Too easy: the goal was passed a while ago.
  {
    player: 'Dunmar',
    exercise: 'Gate between two and one',
    days: { from: 30, to: 2, every: 3 },
    runs: 4,
    restSeconds: 20,
    cleanBpm: (gone) => 110 + 40 * gone,
    reasons: ['uneven'],
    weakChange: null,
  },
  {
    player: 'Amabel',
    exercise: 'Tide table in fours',
    days: { from: 20, to: 3, every: 3 },
    runs: 3,
    restSeconds: 20,
    cleanBpm: (gone) => 58 + 12 * gone,
    reasons: ['uneven', 'early'],
    weakChange: null,
  },
];
