/** Ten fixed briefs that the search is measured and checked by. Invented. */
import { STANDARD_TUNING } from '../instrument/instrument';
import type { Target, Brief } from '../model/brief';

const ANY: Target = { kind: null, strings: null, direction: null, skipped: null, min: 0, max: null };

const between = (
  kind: Target['kind'],
  from: number,
  to: number,
  min: number,
  max: number | null = min,
): Target => ({
  ...ANY,
  kind,
  strings: [Math.max(from, to), Math.min(from, to)],
  direction: from > to ? 'floorward' : 'ceilingward',
  min,
  max,
});

const all = (kind: Target['kind'], min: number, max: number | null = min): Target => ({
  ...ANY,
  kind,
  min,
  max,
});

const PLAIN: Brief = {
  tuning: STANDARD_TUNING,
  capo: 0,
  policy: 'alternateByNote',
  start: 'down',
  slant: null,
  tones: { kind: 'scale', tonic: 'B', name: 'dorian' },
  strings: [6, 5, 4, 3, 2, 1],
  frets: [7, 11],
  notes: 16,
  subdivision: 4,
  loop: false,
  targets: [],
  fingerChanges: [],
  contour: 'free',
  largestLeap: null,
  mayRepeat: false,
  startsOn: null,
  endsOn: null,
  likeness: null,
};

/** Each way from 2 to 1 needs a way back, and under this slant every way back is outside. */
const ONE_SLANT: Brief = {
  ...PLAIN,
  notes: 23,
  strings: [3, 2, 1],
  frets: [5, 9],
  tones: { kind: 'chromatic' },
  slant: 'downward',
};

export interface PublishedBrief {
  readonly name: string;
  readonly brief: Brief;
  readonly isPossible: boolean;
}

/** Briefs of published kinds of exercise. */
export const PUBLISHED_BRIEFS: readonly PublishedBrief[] = [
  {
    name: '16 notes, three strings, four exact targets',
    isPossible: true,
    brief: {
      ...PLAIN,
      strings: [4, 3, 2],
      targets: [
        between('inside', 4, 3, 2),
        between('outside', 3, 4, 1),
        between('inside', 3, 2, 2),
        between('outside', 2, 3, 2),
      ],
    },
  },
  {
    name: '32 notes, six strings, ten exact targets',
    isPossible: true,
    brief: {
      ...PLAIN,
      notes: 32,
      targets: [
        between('inside', 6, 5, 2),
        between('outside', 6, 5, 1),
        between('inside', 5, 6, 1),
        between('inside', 5, 4, 2),
        between('outside', 4, 5, 3),
        between('inside', 3, 2, 2),
        between('outside', 3, 2, 1),
        between('inside', 2, 1, 2),
        between('outside', 2, 1, 1),
        between('inside', 1, 2, 2),
      ],
    },
  },
  {
    name: '32 notes, six strings, ranges',
    isPossible: true,
    brief: {
      ...PLAIN,
      notes: 32,
      tones: { kind: 'scale', tonic: 'F#', name: 'phrygian dominant' },
      targets: [all('inside', 8, 12), all('outside', 4, 8), { ...ANY, skipped: 1, min: 2, max: 4 }],
    },
  },
  {
    name: '23 notes, two strings and one slant, inside from 2 to 1',
    isPossible: true,
    brief: { ...ONE_SLANT, targets: [between('inside', 2, 1, 6), all('outside', 5)] },
  },
  {
    name: 'the same with one outside change too few: impossible',
    isPossible: false,
    brief: { ...ONE_SLANT, targets: [between('inside', 2, 1, 6), all('outside', 4)] },
  },
  {
    name: '24 notes, chromatic, with four finger changes',
    isPossible: true,
    brief: {
      ...PLAIN,
      notes: 24,
      tones: { kind: 'chromatic' },
      strings: [5, 4, 3],
      targets: [all('inside', 6), all('outside', 4)],
      fingerChanges: [
        [1, 4],
        [4, 1],
        [2, 4],
        [3, 1],
      ],
    },
  },
  {
    name: '33 notes as an odd round, both kinds on every pair',
    isPossible: true,
    brief: {
      ...PLAIN,
      notes: 33,
      loop: true,
      targets: [5, 4, 3, 2, 1].flatMap((thinner) => [
        { ...ANY, strings: [thinner + 1, thinner] as const, direction: 'floorward' as const, min: 1 },
        { ...ANY, strings: [thinner + 1, thinner] as const, direction: 'ceilingward' as const, min: 1 },
      ]),
    },
  },
  {
    name: '48 notes, economy, twelve sweeps of an added-ninth chord',
    isPossible: true,
    brief: {
      ...PLAIN,
      notes: 48,
      policy: 'economy',
      tones: { kind: 'chord', tonic: 'C#', name: 'madd9' },
      frets: [4, 9],
      targets: [all('sweep', 12), all('inside', 0, 0)],
    },
  },
  {
    name: '64 notes, alternate, equal kinds, an arch, no leap over a fifth',
    isPossible: true,
    brief: {
      ...PLAIN,
      notes: 64,
      contour: 'arch',
      largestLeap: 7,
      targets: [all('inside', 12), all('outside', 12)],
    },
  },
  {
    name: 'more changes than notes between them: impossible',
    isPossible: false,
    brief: { ...PLAIN, notes: 16, targets: [between('outside', 3, 2, 9)] },
  },
];
