/** A recipe in words. */
import { counted, times } from '../picking/counting';
import { canApproach } from './around';
import { MASK_LETTERS } from './mask';
import { chordName } from './names';
import type { Approach, Recipe } from '../model/recipe';

/** "strings 6 to 1", "strings 5, 3, 1". */
function stringsText(strings: readonly number[]): string {
  if (strings.length === 1) return `string ${strings[0]}`;
  const isRun = strings.every((string, at) => at === 0 || strings[at - 1]! - string === 1);
  return isRun ? `strings ${strings[0]} to ${strings.at(-1)}` : `strings ${strings.join(', ')}`;
}

function perStringText(counts: readonly number[]): string {
  return counts.length === 1 ? `${counts[0]} on each string` : `${counts.join(' and ')} on a string by turns`;
}

/** "4, 4 and 1": the words of a list. */
function listText(numbers: readonly (number | string)[]): string {
  return numbers.length < 2 ? numbers.join() : `${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`;
}

function displacementText({ displacement }: Recipe): string {
  if (!displacement) return '';
  const { which, numbers, by } = displacement;
  const whose = `${which === 'finger' ? 'finger' : 'note'} ${listText(numbers)}`;
  return `${whose} in turn on another string (${by.map((strings) => (strings === 0 ? 'its own' : strings > 0 ? `${strings} floorward` : `${-strings} ceilingward`)).join(', ')})`;
}

const octavesText = (octaves: number) => (octaves === 1 ? 'one octave' : counted(octaves, 'octave'));

const PROGRESSION_WORDS = {
  held: 'held',
  strings: 'string by string',
  arpeggio: 'as arpeggios',
} as const;

/** A scale with where it lies: a window by the frets it holds, a layout by its notes a string. */
function scaleText(source: Extract<Recipe['source'], { kind: 'scale' }>): string {
  const { tonic, scale, fret, span, perString, octaves = 0, added = [] } = source;
  const where = perString.length === 0 ? `in frets ${fret} to ${fret + span - 1}` : `from fret ${fret}`;
  return [
    `${tonic} ${scale}${added.length > 0 ? ` with added ${listText(added)}` : ''} ${where}`,
    octaves > 0 ? `root to root over ${octavesText(octaves)}` : '',
    perString.length === 0 ? '' : perStringText(perString),
    perString.length > 1 ? 'from the thickest' : '',
  ]
    .filter((part) => part !== '')
    .join(', ');
}

function sourceText({ source }: Recipe): string {
  switch (source.kind) {
    case 'fingers':
      return `Fingers ${source.order.join(' ')}${source.rotate ? ', each string from the next finger,' : ''} at fret ${source.fret}`;
    case 'scale':
      return scaleText(source);
    case 'arpeggio':
    case 'chord':
      return `${source.tonic} ${chordName(source.chord)} ${source.kind} from fret ${source.fret}${source.kind === 'chord' && source.held === false ? ', let go string by string' : ''}`;
    case 'progression':
      return `${source.chords.join(' ')} ${PROGRESSION_WORDS[source.as]} near fret ${source.fret}, shapes near each other${source.notesEach > 0 ? `, ${counted(source.notesEach, 'note')} on each` : ''}`;
    case 'cell':
      return source.notes.length === 0
        ? 'A cell without notes yet: mark some in the lane, or type them there'
        : `A cell of ${counted(source.notes.length, 'note')}`;
    case 'strokes':
      return `The picking hand alone, ${perStringText(source.perString)}`;
    case 'restStrokes':
      return `Rest strokes${source.placed ? ', each placed first' : ', in one motion'}, ${source.each} on each string`;
  }
}

/** Steps from each note in turn, with what they are called. */
export const INTERVALS = [
  { steps: [1, 3], name: 'broken thirds' },
  { steps: [1, 4], name: 'broken fourths' },
  { steps: [1, 5], name: 'broken fifths' },
  { steps: [1, 6], name: 'broken sixths' },
  { steps: [1, 8], name: 'broken octaves' },
  { steps: [1, 10], name: 'broken tenths' },
  { steps: [1, 3, 5], name: 'triads' },
  { steps: [1, 3, 5, 7], name: 'sevenths' },
] as const;

/** "in broken thirds (1 3)", "steps 2 1 3 from each note". */
function brokenText(steps: readonly number[]): string {
  const known = INTERVALS.find((one) => one.steps.join() === steps.join());
  return known ? `in ${known.name} (${steps.join(' ')})` : `steps ${steps.join(' ')} from each note`;
}

/** How each note is approached, in words. */
export const APPROACH_NAMES: Readonly<Record<Approach, string>> = {
  below: 'from a semitone below',
  above: 'from the note above',
  'above and below': 'from above and below',
  'below and above': 'from below and above',
};

/** What is added to each note, and the strokes and accents that come over and over. */
function addedText(recipe: Recipe): string[] {
  const { approach, pedal, each = 1, strokes = '', accents = [] } = recipe;
  const before = pedal?.every === 1 ? 'each note' : `every ${pedal?.every} notes`;
  return [
    approach && canApproach(recipe) ? `each note ${APPROACH_NAMES[approach]}` : '',
    pedal ? `before ${before} the pedal note (string ${pedal.string}, fret ${pedal.fret})` : '',
    each > 1 ? `each note ${times(each)}` : '',
    strokes === '' ? '' : `strokes ${strokeWords(strokes)}, over and over`,
    accents.length === 0 ? '' : `accents in groups of ${listText(accents)}`,
  ];
}

/** "down down up" of a stroke pattern in letters. */
export const strokeWords = (strokes: string): string =>
  [...strokes].map((letter) => (letter === 'd' ? 'down' : 'up')).join(' ');

function figureText({ figure }: Recipe): string {
  switch (figure.kind) {
    case 'run':
      return '';
    case 'sequence':
      return `in groups of ${figure.size}`;
    case 'plan':
      return `${figure.counts.join(', ')} on the strings in turn${figure.again ? ', over again where a string has fewer' : ''}`;
    case 'broken':
      return `${brokenText(figure.steps)}${figure.alternate ? ', every other backward' : ''}`;
    case 'pairs':
      return `pair after pair in the order ${figure.order.join(' ')}`;
    case 'strings':
      return `strings in the order ${figure.order.join(' ')}`;
    case 'build':
      return `built up from ${figure.from === 1 ? 'one string' : `${figure.from} strings`}`;
  }
}

function movesText({ moves, movesBack }: Recipe): string {
  const back = movesBack ? ' and back' : '';
  switch (moves.kind) {
    case 'none':
      return '';
    case 'until':
      return `along the neck until finger ${moves.finger} reaches fret ${moves.fret}${back}`;
    case 'frets':
      return `moved ${counted(Math.abs(moves.by), 'fret')} ${moves.by < 0 ? 'back' : 'on'}, ${times(moves.times)}${back}`;
    case 'scale':
      return `moved through ${moves.tonic} ${moves.scale}, ${times(moves.times)}${back}`;
    case 'strings':
      return `moved to the next strings, ${times(moves.times)}${back}`;
    case 'octaves':
      return `moved up by octaves, ${times(moves.times)}${back}`;
  }
}

/** How ends are turned, in words. */
export const TURN_NAMES: Readonly<Record<Recipe['turn'], string>> = {
  shared: 'once',
  repeated: 'twice',
  'repeated far': 'twice at the far end only',
  'repeated near': 'twice where it begins again only',
  slurred: 'slurred',
};

/** A recipe's name is no longer: it stands in lists. */
const MOST_LETTERS = 90;

/** A recipe in a few words, as the name of an exercise: as many parts of its sentence as a list has room for. */
export function recipeName(recipe: Recipe): string {
  const [first = '', ...more] = recipeText(recipe).slice(0, -1).split('; ');
  let name = first;
  for (const part of more) if (name.length + part.length + 2 <= MOST_LETTERS) name = `${name}, ${part}`;
  return name;
}

/** How many versions of the cell there are where numbers and strings go in turn: each number with each distance. */
export const versionsInTurn = ({ displacement }: Recipe): number =>
  displacement ? displacement.numbers.length * displacement.by.length : 1;

/** A recipe in one sentence. */
export function recipeText(recipe: Recipe): string {
  const { source, strings, direction, turn } = recipe;
  const both = direction === 'there and back' || direction === 'back and there';
  const turnText = both ? `, the turning note ${TURN_NAMES[turn]}` : '';
  const parts = [
    sourceText(recipe),
    source.kind === 'cell' ? '' : stringsText(strings),
    figureText(recipe),
    direction === 'there' ? '' : `${direction}${turnText}`,
    movesText(recipe),
    recipe.alternate ? 'every other place backward' : '',
    displacementText(recipe),
    recipe.chain.length > 1 || recipe.chain === 'B'
      ? `cells ${[...recipe.chain].join(' ')}${recipe.chain.includes('B') ? `, B ${recipe.variation}` : ''}`
      : '',
    recipe.mask === '' || recipe.damped
      ? ''
      : `${[...recipe.mask].map((letter) => MASK_LETTERS[letter as keyof typeof MASK_LETTERS] ?? letter).join(', ')} in turn`,
    recipe.repeat > 1 ? `each cell ${times(recipe.repeat)}` : '',
    ...addedText(recipe),
    recipe.damped ? 'on damped strings' : '',
    recipe.goesRound ? 'round and round' : '',
  ];
  return `${parts.filter((part) => part !== '').join('; ')}.`;
}
