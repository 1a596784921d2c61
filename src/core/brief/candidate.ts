/** A line that was found, as an exercise has it. */
import { applyRecipe } from '../compose/apply';
import { firstRecipe } from '../compose/recipe';
import type { CellNote, KeptRecipe, Recipe } from '../model/recipe';
import { newExercise } from '../model/exercise';
import type { Setup } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import type { Passage } from '../passage/passage';
import { withStrokes } from '../picking/keepStrokes';
import type { PickingPolicy } from '../picking/policy';
import type { Found } from './along';
import { policyOf } from './brief';
import { STROKES } from './pickRules';
import type { Lattice } from './lattice';
import { unmetWishes } from './meets';
import { partsOf, type Parts } from './parts';
import { rankCost, returnsIn } from './returning';
import { rhythmOf, slurFrom } from './rhythm';

/** A line that grants the brief. */
export interface Candidate {
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  readonly recipe: KeptRecipe;
  /** What the line and the hand pay, in the steps of `WEIGHTS`. */
  readonly cost: number;
  /** The same, by what is paid for. */
  readonly parts: Parts;
  /** How often its figure returns, where that is wished for. */
  readonly returns: number;
}

/** How a note of a line is sounded and for how long, where the brief asks for a rhythm. */
function inRhythm(
  { brief, places, slurred }: Lattice,
  line: readonly number[],
  note: number,
): Partial<CellNote> {
  if (!brief.rhythm) return {};
  const { slotOf, sounds } = rhythmOf(brief);
  const isLast = note === brief.notes - 1 && !brief.loop;
  const slots = sounds(note);
  return {
    ...(slurred[note] === 1
      ? { technique: slurFrom(places[line[note - 1]!]!.fret, places[line[note]!]!.fret) }
      : {}),
    slots,
    until: isLast ? slots : slotOf(note + 1) - slotOf(note),
  };
}

/** The candidate of a line; null when the ordinary analysis does not find the brief granted. */
export function candidateOf(lattice: Lattice, found: Found, setup: Setup): Candidate | null {
  const { brief, rules } = lattice;
  const recipe: Recipe = {
    ...firstRecipe('cell', brief.tuning, brief.capo),
    source: {
      kind: 'cell',
      notes: found.places.map((at, note) => {
        const { string, fret, finger } = lattice.places[at]!;
        return {
          ...{ string, fret },
          // Fingers are left to the fingering unless the brief asks for some.
          ...(brief.fingerChanges.length > 0 && finger !== 0 ? { finger } : {}),
          ...inRhythm(lattice, found.places, note),
        };
      }),
    },
    goesRound: brief.loop,
    strokes: brief.strokes ?? '',
  };
  const policy = policyOf(brief);
  const grid = { ...emptyPassage(brief.tuning), subdivision: brief.subdivision };
  const applied = applyRecipe({ ...newExercise('', grid), policy }, recipe, setup);
  if ('fault' in applied) return null;
  let { passage } = applied.exercise;
  if (brief.policy === 'oneSlant' && !brief.strokes) {
    const strokes = found.strokes.map((stroke, note) =>
      lattice.slurred[note] === 1 ? null : STROKES[Math.floor(stroke / rules.slots)]!,
    );
    passage = withStrokes(passage, policy, strokes);
  }
  if (unmetWishes(brief, passage, policy, setup).length > 0) return null;
  const parts = partsOf(lattice, setup, found.places);
  const returns = returnsIn(brief, passage);
  return { passage, policy, recipe: applied.exercise.recipe!, cost: found.cost, parts, returns };
}

/** So many of four places may be the same in lines that differ. */
const ALIKE_OF_FOUR = 3;

/**
 * Whether at least a quarter of the places differ in string or fret, also where one line is begun later: the same cell turned, or the
 * same round begun elsewhere, is the same line.
 */
export function differs(a: Candidate, b: Candidate): boolean {
  const [one, other] = [a, b].map(({ passage }) =>
    passage.notes.map(({ string, fret }) => string * 64 + fret),
  ) as [number[], number[]];
  const length = Math.max(one.length, other.length);
  const isAlike = (from: readonly number[], to: readonly number[], shift: number) => {
    const isRound = a.policy.loop === true && from.length === to.length;
    const places = isRound ? length : length - shift;
    let same = 0;
    for (let at = 0; at < places; at++) if (from[(at + shift) % length] === to[at]) same++;
    // A line begun later is the same only where every note is: what lies beside each other by chance is not.
    return isRound || shift === 0 ? same * 4 > places * ALIKE_OF_FOUR : same === places;
  };
  // Begun more than half a line later there is too little to be told by.
  const shifts = Array.from({ length: Math.floor(length / 2) + 1 }, (_, shift) => shift);
  return !shifts.some((shift) => isAlike(one, other, shift) || isAlike(other, one, shift));
}

/** Best first, without those that hardly differ from a better one. */
export function ranked(candidates: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = [];
  const rank = ({ cost, returns }: Candidate) => rankCost(cost, returns);
  for (const candidate of [...candidates].sort((a, b) => rank(a) - rank(b)))
    if (kept.every((better) => differs(better, candidate))) kept.push(candidate);
  return kept;
}

/** The places of a candidate. */
export function lineIn({ places }: Lattice, { passage }: Candidate): Pick<Found, 'places'> {
  return {
    places: passage.notes.map((note) =>
      places.findIndex(({ string, fret }) => string === note.string && fret === note.fret),
    ),
  };
}
