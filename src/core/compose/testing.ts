/** Random recipes for tests. */
import fc from 'fast-check';
import { usualTuning } from '../instrument/instrument';
import {
  APPROACHES,
  type Moves,
  DIRECTIONS,
  type Source,
  type Recipe,
  type Figure,
  TURNS,
  VARIATIONS,
} from '../model/recipe';
import { CHORDS, SCALES } from './names';

const tonics = fc.constantFrom('C', 'F#', 'Bb', 'D', 'Ab');
const small = (min: number, max: number) => fc.integer({ min, max });
const fret = small(0, 14);
const anySource: fc.Arbitrary<Source> = fc.oneof(
  fc.record({
    kind: fc.constant('fingers' as const),
    order: fc.shuffledSubarray([1, 2, 3, 4] as const, { minLength: 2 }),
    rotate: fc.boolean(),
    fret,
  }),
  fc.record({
    kind: fc.constant('scale' as const),
    tonic: tonics,
    scale: fc.constantFrom(...SCALES),
    fret,
    perString: fc.array(small(1, 4), { maxLength: 3 }),
    span: small(3, 6),
    passing: fc.constant(false),
    octaves: fc.constantFrom(0, 0, 1, 2),
    added: fc.constantFrom([], [], ['2', 'b5']),
  }),
  fc.record({
    kind: fc.constant('progression' as const),
    chords: fc.constantFrom(['Am7', 'D7', 'Gmaj7'], ['Bb', 'F/A'], ['C#m7b5'], ['E9', 'none']),
    as: fc.constantFrom('held' as const, 'strings' as const, 'arpeggio' as const),
    perString: fc.constantFrom(1 as const, 2 as const),
    fret,
    notesEach: fc.constantFrom(0, 6, 8),
  }),
  fc.record({
    kind: fc.constant('arpeggio' as const),
    tonic: tonics,
    chord: fc.constantFrom(...CHORDS.map(([sign]) => sign)),
    inversion: small(0, 3),
    fret,
    perString: fc.constantFrom(1 as const, 2 as const),
    shape: small(0, 5),
  }),
  fc.record({
    kind: fc.constant('chord' as const),
    tonic: tonics,
    chord: fc.constantFrom(...CHORDS.map(([sign]) => sign)),
    inversion: small(0, 2),
    fret,
    shape: small(0, 5),
  }),
  fc.record({
    kind: fc.constant('strokes' as const),
    perString: fc.array(small(1, 4), { minLength: 1, maxLength: 3 }),
  }),
  fc.record({ kind: fc.constant('restStrokes' as const), each: small(1, 3), placed: fc.boolean() }),
);
const anyFigure: fc.Arbitrary<Figure> = fc.oneof(
  fc.constant({ kind: 'run' as const }),
  fc.record({
    kind: fc.constant('sequence' as const),
    size: small(2, 6),
    step: small(1, 3),
    from: small(0, 3),
  }),
  fc.record({
    kind: fc.constant('plan' as const),
    counts: fc.array(small(1, 7), { minLength: 1, maxLength: 3 }),
  }),
  fc.record({
    kind: fc.constant('plan' as const),
    counts: fc.array(small(1, 7), { minLength: 1, maxLength: 3 }),
    again: fc.constant(true as const),
  }),
  fc.record({
    kind: fc.constant('pairs' as const),
    order: fc.shuffledSubarray([1, 2, 3, 4], { minLength: 2 }),
  }),
  fc.record({
    kind: fc.constant('broken' as const),
    steps: fc.constantFrom([1, 3], [3, 1], [1, 3, 5], [1, 10]),
    ...{ alternate: fc.constant(true as const) },
  }),
  fc.record({ kind: fc.constant('build' as const), from: small(1, 3) }),
);
const anyMoves: fc.Arbitrary<Moves> = fc.oneof(
  fc.constant({ kind: 'none' as const }),
  fc.record({ kind: fc.constant('frets' as const), by: small(-3, 3), times: small(0, 5) }),
  fc.record({
    kind: fc.constant('until' as const),
    by: small(1, 3),
    finger: fc.constantFrom(1 as const, 4 as const),
    fret: small(5, 15),
  }),
  fc.record({ kind: fc.constant('strings' as const), by: fc.constantFrom(-1, 1), times: small(0, 3) }),
  fc.record({ kind: fc.constant('octaves' as const), times: small(0, 2) }),
);
/** Recipes of every kind of source but the teacher's own cells; a good part of them gives notes. */
export const recipes: fc.Arbitrary<Recipe> = fc
  .record({
    count: fc.constantFrom(4, 6, 6, 7, 9),
    capo: fc.constantFrom(0, 0, 3),
    source: anySource,
    figure: anyFigure,
    direction: fc.constantFrom(...DIRECTIONS),
    turn: fc.constantFrom(...TURNS),
    moves: anyMoves,
    movesBack: fc.boolean(),
    alternate: fc.boolean(),
    repeat: small(1, 3),
    chain: fc.constantFrom('A', 'AB', 'AAB', 'ABAB'),
    variation: fc.constantFrom(...VARIATIONS),
    displacement: fc.option(
      fc.record({
        which: fc.constantFrom('finger' as const, 'note' as const),
        numbers: fc.constant([1, 2]),
        by: fc.constantFrom([1], [-1, 1]),
      }),
    ),
    mask: fc.constantFrom('', 'ps', 'pss', 'pnl'),
    damped: fc.boolean(),
    goesRound: fc.boolean(),
    approach: fc.constantFrom(null, null, null, ...APPROACHES),
    pedal: fc.option(fc.record({ string: small(1, 6), fret: small(0, 9), every: small(1, 3) }), { freq: 4 }),
    each: fc.constantFrom(1, 1, 1, 2, 3),
    strokes: fc.constantFrom('', '', 'ddu', 'dud'),
    accents: fc.constantFrom([], [], [3], [3, 3, 2]),
    from: small(0, 3),
    many: small(1, 6),
  })
  .map(({ count: strings, from, many, ...rest }): Recipe => ({
    ...rest,
    tuning: usualTuning(strings),
    strings: Array.from({ length: strings }, (_, at) => strings - at).slice(from, from + many),
  }));
