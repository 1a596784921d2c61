/** A brief in words: every sentence has the figures of its wish, and counts one as one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyPassage } from '../passage/empty';
import { newExercise } from '../model/exercise';
import type { Brief, Target } from '../model/brief';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { wishesOf, withFingerWish, type Wish } from './brief';
import { draftBrief } from './draft';
import { adviceText, briefName, briefText, outcomeText, targetText, wishText } from './words';
import { tonesText } from './tonesText';

const target = fc.record({
  kind: fc.constantFrom<Target['kind']>(null, 'outside', 'inside', 'sweep'),
  strings: fc.constantFrom<Target['strings']>(null, [2, 1], [6, 5]),
  direction: fc.constantFrom<Target['direction']>(null, 'floorward', 'ceilingward'),
  skipped: fc.constantFrom(null, 0, 1),
  min: fc.nat(4),
  more: fc.option(fc.nat(3), { nil: null }),
});
const targets = target.map(({ more, ...rest }): Target => ({
  ...rest,
  max: more === null ? null : rest.min + more,
}));

describe('a target', () => {
  it('says from how many to how many, and of what', () => {
    fc.assert(
      fc.property(targets, (one) => {
        const text = targetText(one);
        const { min, max, kind } = one;
        const range: [number, number | null] = text.startsWith('any number of ')
          ? [0, null]
          : text.startsWith('at least ')
            ? [Number(text.split(' ')[2]), null]
            : text.startsWith('at most ')
              ? [0, Number(text.split(' ')[2])]
              : text.startsWith('no ')
                ? [0, 0]
                : / to \d/.test(text.slice(0, 6))
                  ? [Number(text.split(' ')[0]), Number(text.split(' ')[2])]
                  : [Number(text.split(' ')[0]), Number(text.split(' ')[0])];
        expect(range).toEqual([min, max]);
        const name = kind === null ? 'string change' : kind === 'sweep' ? 'sweep' : `${kind} change`;
        const isOne = max === 1 || (max === null && min === 1);
        expect(text).toMatch(new RegExp(`${name}${isOne ? '(?!s)' : 's'}`));
        for (const string of one.strings ?? []) expect(text).toContain(` ${string}`);
        expect(text.includes('over 1 string')).toBe(one.skipped === 1);
      }),
    );
  });

  it('reads as a teacher would say it', () => {
    const one: Target = {
      kind: 'inside',
      strings: [2, 1],
      direction: 'floorward',
      skipped: null,
      min: 6,
      max: 6,
    };
    expect(targetText(one)).toBe('6 inside changes from 2 to 1');
    expect(
      targetText({ ...one, kind: null, strings: null, direction: null, skipped: 1, min: 4, max: null }),
    ).toBe('at least 4 string changes, over 1 string');
    expect(targetText({ ...one, kind: 'sweep', strings: null, direction: null, min: 0, max: 0 })).toBe(
      'no sweeps',
    );
  });
});

const brief: Brief = {
  ...draftBrief(newExercise('', emptyPassage())),
  targets: [{ kind: 'outside', strings: null, direction: null, skipped: null, min: 1, max: null }],
  fingerChanges: [[2, 4]],
  notes: 12,
  start: 'up',
  slant: 'upward',
  policy: 'oneSlant',
  startsOn: 'A',
  endsOn: 'F#',
  largestLeap: 7,
  turns: { min: 2, max: 3 },
  rhythm: 'ps.',
};
const WISHES: readonly (readonly [Wish, string, string])[] = [
  [{ kind: 'target', at: 0 }, 'at least 1 outside change', 'Ask for at least 1 outside change'],
  [
    { kind: 'fingerChange', at: 0 },
    'a change from finger 2 to finger 4',
    'Of finger changes ask for a change from finger 2 to finger 4',
  ],
  [{ kind: 'notes' }, '12 notes', 'Make it 12 notes long'],
  [{ kind: 'start' }, 'the start with an upstroke', 'Start with an upstroke'],
  [{ kind: 'startsOn' }, 'the first note A', 'Leave the first note open'],
  [{ kind: 'endsOn' }, 'the last note F#', 'Leave the last note open'],
  [{ kind: 'largestLeap' }, 'no leap over 7 semitones', 'Allow leaps up to 7 semitones'],
  [{ kind: 'noRepeats' }, 'no note twice in a row', 'Allow a note twice in a row'],
  [{ kind: 'rhythm' }, 'the rhythm picked, slurred to, rest', 'Pick a note on every slot'],
  [{ kind: 'turns' }, '2 to 3 turns of direction', 'Ask for 2 to 3 turns of direction'],
  [{ kind: 'loop' }, 'that it goes round', 'Play it once instead of round'],
];

describe('a wish', () => {
  it.each(WISHES)('%o: %s', (wish, asked, advised) => {
    expect(wishText(wish, brief, DEFAULT_SCHOOLS)).toBe(asked);
    expect(adviceText({ wish, brief, isSure: true }, DEFAULT_SCHOOLS)).toBe(advised);
    expect(adviceText({ wish, brief, isSure: false }, DEFAULT_SCHOOLS)).toBe(`${advised}: this may work`);
  });

  it('for finger changes says how often, and which way', () => {
    const often: Brief = {
      ...brief,
      fingerChanges: [
        [1, 3, 'floorward'],
        [1, 3, 'floorward'],
        [4, 1],
      ],
    };
    expect(wishText({ kind: 'fingerChange', at: 0 }, often, DEFAULT_SCHOOLS)).toBe(
      '2 changes from finger 1 to finger 3, floorward',
    );
    expect(briefText(often, DEFAULT_SCHOOLS)).toContain('floorward; a change from finger 4 to finger 1');
    const onString: Brief = { ...brief, fingerChanges: [[2, 1, null, 4]] };
    expect(wishText({ kind: 'fingerChange', at: 0 }, onString, DEFAULT_SCHOOLS)).toBe(
      'a change from finger 2 to finger 1, to string 4',
    );
    expect(withFingerWish(often, 0, [2, 3], 1)).toEqual([
      [2, 3],
      [4, 1],
    ]);
    expect(withFingerWish(often, 1, [4, 1], 0)).toEqual([
      [1, 3, 'floorward'],
      [1, 3, 'floorward'],
    ]);
    const none = { wish: { kind: 'fingerChange', at: 0 } as const, brief: { ...brief, fingerChanges: [] } };
    expect(adviceText({ ...none, isSure: true }, DEFAULT_SCHOOLS)).toBe('Do without that finger change');
    const free = { wish: { kind: 'turns' } as const, brief: { ...brief, turns: null } };
    expect(adviceText({ ...free, isSure: true }, DEFAULT_SCHOOLS)).toBe(
      'Let the line turn as often as it likes',
    );
  });

  it('of a slant names it, or does without', () => {
    const wish: Wish = { kind: 'slant' };
    expect(wishText(wish, brief, DEFAULT_SCHOOLS)).toBe('one slant: upward (grip end up)');
    expect(adviceText({ wish, brief, isSure: true }, DEFAULT_SCHOOLS)).toContain(
      'Take the other slant: upward',
    );
    const free: Brief = { ...brief, policy: 'economy', slant: null };
    expect(adviceText({ wish, brief: free, isSure: true }, DEFAULT_SCHOOLS)).toBe('Do without one slant');
  });
});

it('an outcome claims no more than was proven', () => {
  const of = (state: 'best' | 'best found' | 'impossible' | 'none found', more: object = {}) =>
    outcomeText({ state, candidates: [{ cost: 12 }], bound: 9, conflict: null, ...more } as never);
  expect(of('best')).toMatch(/proven best/);
  expect(of('best found')).toMatch(/at most 3 steps above what no line can beat/);
  expect(of('best found', { bound: null })).toMatch(/is not known/);
  expect(of('none found')).toMatch(/nor a proof that there is none/);
  const conflict = (wishes: number, isSure = true) => ({
    wishes: Array.from({ length: wishes }),
    advice: [],
    isSure,
  });
  expect(of('impossible')).toMatch(/every line was looked at/);
  expect(of('impossible', { conflict: conflict(0) })).toMatch(/this hand has too few of these notes/);
  expect(of('impossible', { conflict: conflict(1) })).toMatch(/this wish cannot be granted/);
  expect(of('impossible', { conflict: conflict(2) })).toMatch(/these wishes cannot be granted together\.$/);
  expect(of('impossible', { conflict: conflict(2, false) })).toMatch(/perhaps fewer of them/);
});

it('tones have their tonic, and chords their name in words', () => {
  expect(tonesText({ ...brief, tones: { kind: 'chromatic' } })).toBe('chromatic');
  expect(tonesText({ ...brief, tones: { kind: 'scale', tonic: 'B', name: 'dorian' } })).toBe('B dorian');
  expect(tonesText({ ...brief, tones: { kind: 'chord', tonic: 'C#', name: 'm7' } })).toBe('C# minor seventh');
});

describe('the sentence of a brief', () => {
  const { lands: _, ...drafted } = draftBrief(newExercise('', emptyPassage()));
  const plain: Brief = { ...drafted, targets: [], start: 'down', largestLeap: null };
  // Each wish by itself, and the words that only it brings.
  const WISHES: readonly (readonly [Partial<Brief>, string])[] = [
    [{ notes: 7 }, '7 notes'],
    [{ notes: 7, lands: true }, '9 notes, so that it ends on a beat'],
    [{ noSkips: true }, 'no skips'],
    [{ changesOn: 'the beat' }, 'strings change on the beat only'],
    [{ changesOn: 'off the beat' }, 'strings change off the beat only'],
    [{ rhythm: 'p-' }, 'picked, held on, over and over'],
    [{ turns: { min: 1, max: null } }, 'at least 1 turn of direction'],
    [{ turns: { min: 0, max: 2 } }, 'at most 2 turns of direction'],
    [{ subdivision: 3 }, '3 a beat'],
    [{ tones: { kind: 'chord', tonic: 'D', name: 'm7' } }, 'D minor seventh'],
    [{ strings: [2, 5] }, 'strings 5, 2,'],
    [{ strings: [4] }, 'on string 4,'],
    [{ frets: [3, 9] }, 'frets 3 to 9'],
    [{ policy: 'economy' }, 'economy picking'],
    [{ policy: 'oneSlant', slant: 'upward' }, 'one slant, upward'],
    [{ slant: 'upward' }, 'exits for upward'],
    [{ start: 'up' }, 'starting with an upstroke'],
    [{ loop: !plain.loop }, plain.loop ? 'played once' : 'going round'],
    [{ targets: brief.targets }, 'at least 1 outside change'],
    [{ fingerChanges: [[4, 1]] }, 'from finger 4 to finger 1'],
    [{ contour: 'arch' }, 'up, then down'],
    [{ contour: 'sequence' }, 'three up and one back'],
    [{ largestLeap: 5 }, 'no leap over 5 semitones'],
    [{ startsOn: 'Bb' }, 'the first note Bb'],
    [{ endsOn: 'G#' }, 'the last note G#'],
    [{ mayRepeat: true }, 'twice in a row'],
    [{ likeness: { wish: 'like', places: [] } }, 'near to'],
    [{ likeness: { wish: 'unlike', places: [] } }, 'away from'],
  ];

  it('names every wish, and none that was not made', () => {
    for (const [wish, words] of WISHES) {
      expect(briefText({ ...plain, ...wish }, DEFAULT_SCHOOLS)).toContain(words);
      expect(briefText(plain, DEFAULT_SCHOOLS)).not.toContain(words);
    }
    const none = 'no changes in particular';
    expect(briefText(plain, DEFAULT_SCHOOLS)).toContain(none);
    expect(briefText({ ...plain, targets: brief.targets }, DEFAULT_SCHOOLS)).not.toContain(none);
    expect(briefText(plain, DEFAULT_SCHOOLS)).not.toMatch(/null|undefined|NaN|; ;|; \./);
    // No field of a brief is without its words: the tuning and capo are the exercise's.
    const named = new Set(WISHES.flatMap(([wish]) => Object.keys(wish)));
    expect(Object.keys(plain).filter((field) => !named.has(field))).toEqual(['tuning', 'capo']);
  });

  it('names each wish by itself, as it can be given up', () => {
    const all: Brief = {
      ...plain,
      ...{ notes: 9, start: 'up', slant: 'upward', loop: true, targets: brief.targets, mayRepeat: false },
      ...{ fingerChanges: [[4, 1]], largestLeap: 5, startsOn: 'Bb', endsOn: 'G#', noSkips: true },
      ...{ changesOn: 'the beat', turns: { min: 2, max: 2 }, rhythm: 'p-' },
    };
    const words = Object.fromEntries(
      wishesOf(all).map((wish) => [wish.kind, wishText(wish, all, DEFAULT_SCHOOLS)]),
    );
    expect(words).toEqual({
      startsOn: 'the first note Bb',
      endsOn: 'the last note G#',
      largestLeap: 'no leap over 5 semitones',
      noRepeats: 'no note twice in a row',
      noSkips: 'no skip',
      changesOn: 'strings change on the beat only',
      turns: '2 turns of direction',
      rhythm: 'the rhythm picked, held on',
      fingerChange: 'a change from finger 4 to finger 1',
      start: 'the start with an upstroke',
      slant: expect.stringMatching(/^one slant: upward/),
      loop: 'that it goes round',
      notes: '9 notes',
      target: 'at least 1 outside change',
    });
    // Advice counts down the strings, from the thickest.
    const given = { wish: { kind: 'strings' }, brief: { ...all, strings: [2, 5, 3] }, isSure: true } as const;
    expect(adviceText(given, DEFAULT_SCHOOLS)).toContain('strings 5, 3, 2');
  });

  it('gives a line its name: what it trains, how long it is, with which notes', () => {
    expect(briefName({ ...plain, notes: 8, tones: { kind: 'scale', tonic: 'A', name: 'minor' } })).toBe(
      '8 notes, A minor',
    );
    expect(briefName({ ...brief, rhythm: '', tones: { kind: 'chromatic' } })).toBe(
      'Outside, 13 notes, chromatic',
    );
  });
});
