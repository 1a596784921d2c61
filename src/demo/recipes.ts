/** Made-up exercises whose notes are worked out by recipe, in keys and shapes of our own. */
import { NO_GOAL, type Goal, type PickingPolicy } from '@/core';
import { firstRecipe, type SourceKind, type Recipe } from '@/core/compose';

export interface DemoRecipe {
  readonly title: string;
  readonly recipe: Recipe;
  readonly subdivision: number;
  readonly policy: PickingPolicy;
  readonly goal: Goal;
  readonly alsoTrains: string;
  readonly startBpm: number;
  readonly notes: readonly { readonly text: string }[];
}

const goal = (parts: Partial<Goal>): Goal => ({ ...NO_GOAL, ...parts });

function recipe<K extends SourceKind>(
  kind: K,
  source: Partial<Extract<Recipe['source'], { kind: K }>>,
  parts: Partial<Recipe> = {},
): Recipe {
  const first = firstRecipe(kind);
  return { ...first, ...parts, source: { ...first.source, ...source } as Recipe['source'] };
}

export const DEMO_RECIPES: readonly DemoRecipe[] = [
  {
    title: 'Lamplighter on the third string',
    recipe: recipe(
      'fingers',
      { order: [1, 3, 2, 4], fret: 3 },
      { strings: [3], moves: { kind: 'until', by: 1, finger: 4, fret: 12 }, alternate: true },
    ),
    subdivision: 4,
    policy: { kind: 'alternateByNote', start: 'down' },
    goal: goal({ technique: 'alternate picking', bpm: 112, words: 'Both hands meet on every note' }),
    alsoTrains: 'the shift of one fret on every beat',
    startBpm: 60,
    notes: [{ text: 'One lamp a beat: the shift happens after the fourth note, not before it.' }],
  },
  {
    title: 'Tide table in fours',
    recipe: recipe(
      'scale',
      { tonic: 'F#', scale: 'phrygian dominant', fret: 2, perString: [3] },
      { strings: [5, 4, 3, 2], figure: { kind: 'sequence', size: 4, step: 1, from: 0 } },
    ),
    subdivision: 4,
    policy: { kind: 'alternateByNote', start: 'down' },
    goal: goal({
      kind: 'balanced',
      technique: 'alternate picking',
      bpm: 100,
      words: 'Each group begins on a beat, wherever the string change falls',
    }),
    alsoTrains: 'hearing the group, not the string',
    startBpm: 56,
    notes: [{ text: 'Accent the first of four and leave the string changes alone.' }],
  },
  {
    title: 'Ferry over four strings',
    recipe: recipe(
      'arpeggio',
      { tonic: 'Bb', chord: 'maj7', inversion: 0, fret: 5, perString: 2, shape: 0 },
      { strings: [4, 3, 2, 1], direction: 'there and back', turn: 'slurred', goesRound: true },
    ),
    subdivision: 3,
    policy: { kind: 'sweep', start: 'down', loop: true },
    goal: goal({ kind: 'sweep', technique: 'sweep picking', bpm: 96, words: 'One push over, one pull back' }),
    alsoTrains: 'a slur that keeps the time at the turn',
    startBpm: 48,
    notes: [{ text: 'Let each finger go as soon as the next note sounds.' }],
  },
  {
    title: 'Bell ringers change places',
    recipe: recipe(
      'chord',
      { tonic: 'D', chord: 'm9', inversion: 0, fret: 3, shape: 0 },
      { strings: [5, 4, 3, 2, 1], figure: { kind: 'strings', order: [5, 3, 4, 2, 3, 1] }, goesRound: true },
    ),
    subdivision: 3,
    policy: { kind: 'alternateByNote', start: 'down', loop: true },
    goal: goal({
      kind: 'outside',
      technique: 'string skipping',
      bpm: 92,
      words: 'The chord stays under the fingers; only the pick travels',
    }),
    alsoTrains: 'landing on the way back without looking',
    startBpm: 50,
    notes: [],
  },
  {
    title: 'Heron between two reeds',
    recipe: recipe(
      'scale',
      { tonic: 'C#', scale: 'minor pentatonic', fret: 9, perString: [], span: 4 },
      { strings: [4, 3, 2, 1], figure: { kind: 'pairs', order: [1, 3, 2, 4] } },
    ),
    subdivision: 4,
    policy: { kind: 'alternateByNote', start: 'up' },
    goal: goal({
      kind: 'balanced',
      technique: 'alternate picking',
      bpm: 88,
      words: 'Every stroke is a string change',
    }),
    alsoTrains: 'rolling one finger over two strings',
    startBpm: 46,
    notes: [{ text: 'Slow enough that no two notes ring together.' }],
  },
  {
    title: 'Rope ladder, left hand resting',
    recipe: recipe(
      'strokes',
      { perString: [2, 3] },
      { strings: [5, 4, 3, 2], direction: 'there and back', goesRound: true },
    ),
    subdivision: 4,
    policy: { kind: 'alternateByNote', start: 'down', loop: true },
    goal: goal({
      kind: 'balanced',
      technique: 'picking hand only',
      words: 'Two and three by turns; the hand knows where it is',
    }),
    alsoTrains: '',
    startBpm: 66,
    notes: [],
  },
  {
    title: 'Stepping stones by octaves',
    recipe: recipe(
      'scale',
      { tonic: 'G', scale: 'major pentatonic', fret: 3, perString: [2] },
      { strings: [6, 5], moves: { kind: 'octaves', times: 2 }, movesBack: true, mask: 'pspp' },
    ),
    subdivision: 4,
    policy: { kind: 'economy', start: 'down' },
    goal: goal({ technique: 'economy picking', bpm: 104, words: 'The same four notes, three times higher' }),
    alsoTrains: 'seeing the octave two strings on',
    startBpm: 58,
    notes: [],
  },
  {
    title: 'Gate latch: the little finger steps out',
    recipe: recipe(
      'fingers',
      { order: [1, 2, 3, 4], fret: 7 },
      { strings: [4], displacement: { which: 'finger', numbers: [1, 2, 3, 4], by: [1] }, repeat: 2 },
    ),
    subdivision: 4,
    policy: { kind: 'alternateByNote', start: 'down' },
    goal: goal({
      strings: [4, 3],
      technique: 'alternate picking',
      bpm: 90,
      words: 'One finger of the four goes next door',
    }),
    alsoTrains: 'every finger change over the pair',
    startBpm: 52,
    notes: [{ text: 'Say the finger that is next door before you play the bar.' }],
  },
  {
    title: 'Placed, then let go',
    recipe: recipe('restStrokes', { each: 1, placed: true }, { strings: [6, 5, 4, 3, 2] }),
    subdivision: 2,
    policy: { kind: 'economy', start: 'down' },
    goal: goal({
      kind: 'sweep',
      technique: 'picking hand only',
      words: 'The pick falls on to the next string and waits there',
    }),
    alsoTrains: 'no tension in the thumb between two strokes',
    startBpm: 54,
    notes: [],
  },
];
