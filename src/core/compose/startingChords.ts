/** Starting points on chords: sweeps, rolls, progressions. Common practice, no source. */
import {
  chordBlank,
  countBlank,
  fretBlank,
  key,
  made,
  direction,
  named,
  numbers,
  stringsBlank,
  waysBlank,
  type Filled,
  type Point,
} from './blanks';
import type { Recipe } from '../model/recipe';
import { APPROACH_NAMES } from './words';

const chordsOf = ({ chords, fret, each }: Filled) => ({
  chords: chords!.split(/\s+/).filter((name) => name !== ''),
  fret: Number(fret),
  notesEach: Number(each),
});

/** Starting points on chords. */
export const CHORD_POINTS: readonly Point[] = [
  {
    id: 'sweep',
    name: 'A swept arpeggio',
    trains: 'one stroke over several strings, and the turn',
    sentence: 'Sweep {key} {chord} over strings {strings} near fret {fret}, the top {turn}',
    blanks: {
      key: key('A'),
      chord: chordBlank('m'),
      strings: stringsBlank('5 4 3 2 1', ['3 2 1', '4 3 2 1', '5 4 3 2 1', '6 5 4 3 2 1']),
      fret: fretBlank(5),
      turn: named('The top', 'slurred', [
        ['slurred', 'slurred'],
        ['shared', 'struck once'],
        ['repeated far', 'struck twice'],
      ]),
    },
    make: (filled) => ({
      recipe: made(
        'arpeggio',
        { tonic: filled.key!, chord: filled.chord!, inversion: 0, fret: Number(filled.fret), perString: 2 },
        {
          strings: numbers(filled.strings!),
          direction: 'there and back',
          turn: filled.turn as Recipe['turn'],
        },
      ),
      policy: { kind: 'sweep' },
      goal: { technique: 'sweep picking', kind: 'sweep' },
    }),
  },
  {
    id: 'roll',
    name: 'A picking roll over chords',
    trains: 'a stroke pattern that stays whatever the strings and the other hand do',
    sentence: '{chords} held near fret {fret}, {each}, strings {order} with {strokes}',
    blanks: {
      chords: { label: 'Chords', first: 'Am7 D7 Gmaj7 Em', choices: 'chords' },
      fret: fretBlank(5),
      each: named('Notes on each', '8', [
        ['0', 'once through on each'],
        ...[4, 6, 8, 12, 16].map((count) => [String(count), `${count} notes on each`] as const),
      ]),
      order: stringsBlank('4 3 2 4 3 2 4 3', ['4 3 2 4 3 2 4 3', '4 3 2 1', '3 2 1', '4 3 2 3', '4 2 3 1']),
      strokes: named('Strokes', 'ddu', [
        ['ddu', 'down down up'],
        ['dud', 'down up down'],
        ['duu', 'down up up'],
        ['dduddudu', 'down down up, down down up, down up'],
        ['', 'strokes by the policy'],
      ]),
    },
    make: (filled) => {
      const roll = numbers(filled.order!);
      const strings = [...new Set(roll)].sort((a, b) => b - a);
      const source = { ...chordsOf(filled), as: 'held' as const };
      const figure = { kind: 'strings' as const, order: roll };
      return {
        recipe: made('progression', source, { strings, figure, strokes: filled.strokes!, goesRound: true }),
        subdivision: 2,
      };
    },
  },
  {
    id: 'progression',
    name: 'Arpeggios through chords',
    trains: 'the same way over the strings while the shapes change under it',
    sentence: '{chords} as arpeggios near fret {fret} over strings {strings}, {way}, {each} notes on each',
    blanks: {
      chords: { label: 'Chords', first: 'Am7 D7 Gmaj7 Em', choices: 'chords' },
      fret: fretBlank(5),
      strings: stringsBlank('4 3 2 1', ['3 2 1', '4 3 2 1', '5 4 3 2 1', '5 4 3']),
      way: waysBlank,
      each: countBlank('Notes on each', 8, [4, 6, 8, 12, 16]),
    },
    make: (filled) => ({
      recipe: made(
        'progression',
        { ...chordsOf(filled), as: 'arpeggio' },
        { strings: numbers(filled.strings!), ...direction(filled), goesRound: true },
      ),
      subdivision: 2,
    }),
  },
  {
    id: 'enclosure',
    name: 'Tones of a chord, approached',
    trains: 'the tone on the beat, the way to it in between',
    sentence: 'Each tone of {key} {chord} near fret {fret} {approach}',
    blanks: {
      key: key('C'),
      chord: chordBlank('7'),
      fret: fretBlank(7),
      approach: named('Approach', 'above and below', Object.entries(APPROACH_NAMES)),
    },
    make: (filled) => ({
      recipe: made(
        'arpeggio',
        { tonic: filled.key!, chord: filled.chord!, inversion: 0, fret: Number(filled.fret), perString: 2 },
        { approach: filled.approach as NonNullable<Recipe['approach']> },
      ),
      subdivision: filled.approach!.includes('and') ? 3 : 2,
    }),
  },
];
