/** Fixed briefs that the search is measured and checked by: ten of hard kinds, fourteen as a teacher would write them. Invented. */
import { STANDARD_TUNING } from '../../instrument/instrument';
import type { Target, Brief } from '../../model/brief';

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
  largestLeap: 12,
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

/** As a teacher begins: a position, a key, a length that may end on the next beat. */
const LESSON: Brief = { ...PLAIN, lands: true, strings: [4, 3, 2, 1], frets: [5, 9] };
const minor = (tonic: string) => ({ kind: 'scale', tonic, name: 'minor' }) as const;

/** Briefs of what is given out in lessons. */
export const LESSON_BRIEFS: readonly PublishedBrief[] = [
  {
    name: 'inside only, two strings, eight notes round',
    brief: {
      ...LESSON,
      loop: true,
      notes: 8,
      strings: [3, 2],
      tones: minor('D'),
      targets: [all('inside', 4), all('outside', 0, 0)],
    },
  },
  {
    name: 'outside only, three strings, 16 notes',
    brief: {
      ...LESSON,
      strings: [3, 2, 1],
      tones: minor('A'),
      targets: [all('outside', 4, null), all('inside', 0, 0)],
    },
  },
  {
    name: 'both kinds alike, four strings, pentatonic',
    brief: {
      ...LESSON,
      tones: { kind: 'scale', tonic: 'A', name: 'minor pentatonic' },
      targets: [all('inside', 4), all('outside', 4)],
    },
  },
  {
    name: 'equal on each pair',
    brief: {
      ...LESSON,
      notes: 24,
      tones: minor('E'),
      targets: [4, 3, 2].flatMap((thick) =>
        (['inside', 'outside'] as const).map((kind) => ({
          ...all(kind, 1),
          strings: [thick, thick - 1] as const,
        })),
      ),
    },
  },
  {
    name: 'triplets, one change a beat',
    brief: { ...LESSON, subdivision: 3, notes: 12, tones: minor('G'), targets: [all(null, 4, null)] },
  },
  {
    name: 'an arpeggio swept, minor seventh',
    brief: {
      ...LESSON,
      policy: 'sweep',
      notes: 12,
      frets: [5, 9],
      tones: { kind: 'chord', tonic: 'A', name: 'm7' },
      targets: [all('sweep', 4, null)],
    },
  },
  {
    name: 'economy up and down a mode',
    brief: {
      ...LESSON,
      policy: 'economy',
      notes: 24,
      contour: 'arch',
      strings: [6, 5, 4, 3, 2, 1],
      tones: { kind: 'scale', tonic: 'D', name: 'mixolydian' },
      targets: [all('sweep', 5, null)],
    },
  },
  {
    name: 'one slant for a beginner, no skips',
    brief: {
      ...LESSON,
      policy: 'oneSlant',
      slant: 'downward',
      noSkips: true,
      tones: minor('B'),
      targets: [all(null, 5, null)],
    },
  },
  {
    name: 'two skips, said',
    brief: { ...LESSON, notes: 16, tones: minor('C'), targets: [{ ...ANY, skipped: 1, min: 2, max: 2 }] },
  },
  {
    name: 'a bar that goes round on the tonic',
    brief: {
      ...LESSON,
      loop: true,
      notes: 16,
      tones: { kind: 'scale', tonic: 'F', name: 'major' },
      targets: [all('inside', 2), all('outside', 2)],
    },
  },
  {
    name: 'falling, from the fifth to the root',
    brief: {
      ...LESSON,
      contour: 'falling',
      notes: 12,
      tones: minor('A'),
      startsOn: 'E',
      endsOn: 'A',
      targets: [all(null, 3, null)],
    },
  },
  {
    name: 'in groups, up three and back one',
    brief: {
      ...LESSON,
      contour: 'sequence',
      notes: 24,
      strings: [6, 5, 4, 3, 2, 1],
      tones: { kind: 'scale', tonic: 'G', name: 'major' },
      targets: [all(null, 6, null)],
    },
  },
  {
    name: 'first to fourth finger over the strings',
    brief: {
      ...LESSON,
      notes: 16,
      tones: minor('C#'),
      frets: [4, 8],
      targets: [all('outside', 2, null)],
      fingerChanges: [
        [1, 4],
        [4, 1],
      ],
    },
  },
  {
    name: 'seven strings, low, inside',
    brief: {
      ...LESSON,
      tuning: [64, 59, 55, 50, 45, 40, 35],
      strings: [7, 6, 5],
      frets: [1, 5],
      tones: { kind: 'scale', tonic: 'E', name: 'phrygian' },
      targets: [all('inside', 4), all('outside', 0, 0)],
    },
  },
].map(({ name, brief }) => ({ name, brief: brief as Brief, isPossible: true }));
