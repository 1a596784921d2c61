/** A figure that is moved over the neck, in short: once in notes, and where it goes in words. */
import type { Setup } from '../instrument/instrument';
import type { Exercise } from '../model/exercise';
import type { Recipe } from '../model/recipe';
import type { Stroke } from '../passage/passage';
import { firstNotes } from '../passage/range';
import { counted, times } from '../picking/counting';
import { otherStroke } from '../picking/policy';
import { planOf } from '../plan/plan';
import { isDetached } from './apply';
import { compose } from './compose';

/** A moved figure in short. */
export interface ShortForm {
  /** The figure at its first place, with its strokes; the exercise keeps all else. */
  readonly exercise: Exercise;
  /** Where it goes from there, a sentence or two. */
  readonly words: string;
  /** Notes of all places together. */
  readonly notes: number;
}

const highest = (frets: readonly number[]) => Math.max(...frets);

/** Where the figure goes, as one tells a player: "each fret to fret 12, and back". */
function movesWords({ moves, movesBack, alternate, source }: Recipe, frets: readonly number[]): string {
  const back = movesBack ? ', and back the same way' : '';
  const turned = alternate ? ' Every other place is played backward.' : '';
  switch (moves.kind) {
    case 'none':
      return '';
    case 'frets':
    case 'until': {
      const step = Math.abs(moves.by) === 1 ? 'each fret' : `every ${counted(Math.abs(moves.by), 'fret')}`;
      const way = moves.by < 0 ? 'down the neck' : 'up the neck';
      const to =
        moves.kind === 'until'
          ? `until finger ${moves.finger} reaches fret ${moves.fret}`
          : `until its highest note is at fret ${highest(frets) + moves.by * moves.times}`;
      return `Then the same at ${step} ${way}, ${to}${back}.${turned}`;
    }
    case 'scale':
      return `Then each note to the next of ${moves.tonic} ${moves.scale} on its string, ${times(moves.times)}${back}.${turned}`;
    case 'strings':
      return `Then the same ${source.kind === 'cell' ? 'frets ' : ''}on the next strings, ${times(moves.times)}${back}.${turned}`;
    case 'octaves':
      return `Then the same an octave higher, two strings on, ${times(moves.times)}${back}.${turned}`;
  }
}

/** How strokes go on from place to place: all alike, turned at every second place, or neither. */
function strokesOverPlaces(strokes: readonly (Stroke | null)[], each: number): 'alike' | 'turned' | null {
  let [isAlike, isTurned] = [true, true];
  strokes.forEach((stroke, at) => {
    const first = strokes[at % each]!;
    const turned = first && Math.floor(at / each) % 2 === 1 ? otherStroke(first) : first;
    isAlike &&= stroke === first;
    isTurned &&= stroke === turned;
  });
  return isAlike ? 'alike' : isTurned ? 'turned' : null;
}

/**
 * The short form of an exercise whose recipe moves its figure. Null where nothing is moved, the notes were edited since, or the places are not alike: other
 * numbers of notes, or strokes that neither stay nor turn from place to place (where every
 * other is played backward nothing is said of them).
 */
export function shortForm(exercise: Exercise, setup: Setup): ShortForm | null {
  const { recipe: kept, passage, policy } = exercise;
  if (!kept || kept.recipe.moves.kind === 'none' || isDetached(exercise)) return null;
  const { recipe } = kept;
  const once = compose({ ...recipe, moves: { kind: 'none' }, movesBack: false }, setup);
  if ('fault' in once) return null;
  const each = once.cells.flat().reduce((sum, { also = [] }) => sum + 1 + also.length, 0);
  const count = passage.notes.length;
  if (each === 0 || count <= each || count % each !== 0) return null;
  const plan = planOf(passage, policy, setup);
  const [strokes] = plan.assignment.passes;
  const way = recipe.alternate ? 'alike' : strokesOverPlaces(strokes!, each);
  if (way === null) return null;
  const first = firstNotes(passage, each);
  const start = strokes!.slice(0, each).find((stroke) => stroke !== null) ?? policy.start;
  const words = [
    movesWords(
      recipe,
      first.notes.map(({ fret }) => fret),
    ),
    ...(way === 'turned' ? ['Every second place begins with the other stroke.'] : []),
  ].join(' ');
  return {
    exercise: { ...exercise, passage: first, policy: { ...policy, start, loop: false }, recipe: null },
    words,
    notes: count,
  };
}
