/** Starting points on scales and fingers. Common practice, no source. */
import {
  countBlank,
  direction,
  fretBlank,
  key,
  made,
  named,
  numbers,
  scaleBlank,
  scaleOf,
  some,
  stringsBlank,
  waysBlank,
  type Of,
  type Point,
} from './blanks';
import type { Figure } from '../model/recipe';
import { INTERVALS } from './words';

/** Starting points on scales and finger patterns. */
export const SCALE_POINTS: readonly Point[] = [
  {
    id: 'scale',
    name: 'A scale up and down',
    trains: 'outside and inside changes as the notes a string decide',
    sentence: '{key} {scale} {way} from fret {fret}, {each} notes a string',
    blanks: {
      key: key('A'),
      scale: scaleBlank('minor'),
      way: waysBlank,
      fret: fretBlank(5),
      each: countBlank('Notes a string', 3, [2, 3, 4]),
    },
    make: (filled) => ({
      recipe: made('scale', { ...scaleOf(filled), perString: [Number(filled.each)] }, direction(filled)),
      subdivision: filled.each === '3' ? 3 : 4,
    }),
  },
  {
    id: 'octaves',
    name: 'A scale from root to root',
    trains: 'the whole scale by its octaves, in position or along the neck',
    sentence: '{key} {scale} over {octaves} {layout} from fret {fret}, {way}',
    blanks: {
      key: key('G'),
      scale: scaleBlank('major'),
      octaves: named('Octaves', '2', [
        ['1', 'one octave'],
        ['2', 'two octaves'],
        ['3', 'three octaves'],
      ]),
      layout: named('Laid out', '3', [
        ['box', 'in position'],
        ['2', 'two notes a string'],
        ['3', 'three notes a string'],
      ]),
      fret: fretBlank(2),
      way: waysBlank,
    },
    make: (filled) => ({
      recipe: made(
        'scale',
        {
          ...scaleOf(filled),
          octaves: Number(filled.octaves),
          perString: filled.layout === 'box' ? [] : [Number(filled.layout)],
        },
        direction(filled),
      ),
    }),
  },
  {
    id: 'along',
    name: 'A scale along one or two strings',
    trains: 'shifts of position, with few string changes or none',
    sentence: '{key} {scale} over one octave along {strings}, {way}',
    blanks: {
      key: key('E'),
      scale: scaleBlank('minor'),
      strings: named('Strings', '2', [
        ['1', 'string 1'],
        ['2', 'string 2'],
        ['3', 'string 3'],
        ['2 1', 'strings 2 and 1'],
        ['4 3', 'strings 4 and 3'],
        ['6 5', 'strings 6 and 5'],
      ]),
      way: waysBlank,
    },
    make: (filled) => {
      const strings = numbers(filled.strings!);
      const perString = [strings.length === 1 ? 8 : 4];
      return {
        recipe: made(
          'scale',
          { ...scaleOf({ ...filled, fret: '0' }), octaves: 1, perString },
          { strings, ...direction(filled) },
        ),
      };
    },
  },
  {
    id: 'broken',
    name: 'Broken thirds and wider',
    trains: 'changes on every note, and skips where the step is wide',
    sentence: '{key} {scale} in {steps}, {way} from fret {fret}, {order}',
    blanks: {
      key: key('D'),
      scale: scaleBlank('mixolydian'),
      steps: named(
        'Steps',
        '1 3',
        INTERVALS.map(({ steps, name }) => [steps.join(' '), name] as const),
      ),
      way: waysBlank,
      fret: fretBlank(5),
      order: named('Order', 'same', [
        ['same', 'each group upward'],
        ['down', 'each group downward'],
        ['turns', 'by turns up and down'],
      ]),
    },
    make: (filled) => {
      const steps = numbers(filled.steps!);
      const figure: Figure = {
        kind: 'broken',
        steps: filled.order === 'down' ? steps.reverse() : steps,
        ...(filled.order === 'turns' ? { alternate: true as const } : {}),
      };
      const recipe = made(
        'scale',
        { ...scaleOf(filled), perString: [], span: 5 },
        { figure, ...direction(filled) },
      );
      return { recipe, subdivision: steps.length === 3 ? 3 : 4 };
    },
  },
  {
    id: 'groups',
    name: 'A scale in groups',
    trains: 'string changes that fall on another note of each group',
    sentence: '{key} {scale} in groups of {size}, {way} from fret {fret}',
    blanks: {
      key: key('B'),
      scale: scaleBlank('minor'),
      size: countBlank('Notes in a group', 4, [3, 4, 5, 6, 7]),
      way: named('Way', 'there', [
        ['there', 'up'],
        ['back', 'down'],
      ]),
      fret: fretBlank(7),
    },
    make: (filled) => ({
      recipe: made('scale', scaleOf(filled), {
        figure: { kind: 'sequence', size: Number(filled.size), step: 1, from: 0 },
        ...direction(filled),
      }),
      subdivision: filled.size === '3' || filled.size === '6' ? 3 : 4,
    }),
  },
  {
    id: 'cross',
    name: 'Groups across the beat',
    trains: 'accents against the beat: the hand counts one thing, the foot another',
    sentence: '{key} {scale} in groups of {size} with an accent on each, {beat} notes a beat',
    blanks: {
      key: key('C#'),
      scale: scaleBlank('minor'),
      size: countBlank('Notes in a group', 5, [3, 5, 7]),
      beat: countBlank('Notes a beat', 4, [2, 3, 4]),
    },
    make: (filled) => ({
      recipe: made('scale', scaleOf({ ...filled, fret: '4' }), {
        figure: { kind: 'sequence', size: Number(filled.size), step: 1, from: 0 },
        accents: [Number(filled.size)],
      }),
      subdivision: Number(filled.beat),
    }),
  },
  {
    id: 'skipping',
    name: 'Skipping a string',
    trains: 'skips both ways, the pick passing over a silent string',
    sentence: '{key} {scale} from fret {fret}, strings in the order {order}',
    blanks: {
      key: key('E'),
      scale: scaleBlank('minor pentatonic'),
      fret: fretBlank(5),
      order: stringsBlank('6 4 5 3 4 2 3 1', [
        '6 4 5 3 4 2 3 1',
        '4 2 3 1',
        '5 3 4 2',
        '6 4 2',
        '6 3 5 2 4 1',
      ]),
    },
    make: (filled) => ({
      recipe: made(
        'scale',
        { ...scaleOf(filled), perString: [2] },
        { figure: { kind: 'strings', order: numbers(filled.order!) } },
      ),
      goal: { technique: 'string skipping' },
    }),
  },
  {
    id: 'each',
    name: 'Each note several times',
    trains: 'the stroke alone, before the other hand moves; string changes far apart',
    sentence: '{key} {scale} {way} from fret {fret}, each note {times}',
    blanks: {
      key: key('F#'),
      scale: scaleBlank('minor pentatonic'),
      way: waysBlank,
      fret: fretBlank(2),
      times: named('Times', '4', [
        ['2', 'twice'],
        ['3', '3 times'],
        ['4', '4 times'],
      ]),
    },
    make: (filled) => ({
      recipe: made(
        'scale',
        { ...scaleOf(filled), perString: [2] },
        { each: Number(filled.times), ...direction(filled) },
      ),
      subdivision: filled.times === '3' ? 3 : 4,
    }),
  },
  {
    id: 'pedal',
    name: 'A scale over a pedal note',
    trains: 'a skip away and back on every note',
    sentence: '{key} {scale} on strings {strings} from fret {fret} over open string {pedal}',
    blanks: {
      key: key('A'),
      scale: scaleBlank('phrygian dominant'),
      strings: stringsBlank('3 2 1', ['3 2 1', '2 1', '4 3 2', '1']),
      fret: fretBlank(5),
      pedal: countBlank('Pedal string', 5, [6, 5, 4]),
    },
    make: (filled) => ({
      recipe: made('scale', scaleOf(filled), {
        strings: numbers(filled.strings!),
        pedal: { string: Number(filled.pedal), fret: 0, every: 1 },
      }),
    }),
  },
  {
    id: 'fingers',
    name: 'Fingers in an order of their own',
    trains: 'both hands together: a finger a note, a change after each four',
    sentence: 'Fingers {order} from fret {fret} over all strings, {way}',
    blanks: {
      order: some('Order', '1 3 2 4', ['1 2 3 4', '1 3 2 4', '1 4 2 3', '2 4 1 3', '4 2 3 1', '1 3 4']),
      fret: fretBlank(5),
      way: waysBlank,
    },
    make: (filled) => ({
      recipe: made(
        'fingers',
        { order: numbers(filled.order!) as Of<'fingers'>['order'], fret: Number(filled.fret) },
        direction(filled),
      ),
      subdivision: filled.order === '1 3 4' ? 3 : 4,
    }),
  },
];
