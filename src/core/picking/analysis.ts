/** What the strokes of a passage do: one pure function from passage and assignment to changes, figures and slants. */
import { MAX_STRINGS, type Setup } from '../instrument/instrument';
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import { secondsOf } from '../time/slots';
import {
  contactOf,
  isStringChange,
  kindOf,
  slantOf,
  slantsOf,
  travelOf,
  type ChangeKind,
  type StringChange,
} from './changes';
import { crossingsBetween, entryString, exitString } from './geometry';
import { picksOf, type Pick } from './picks';
import type { StrokeAssignment } from './strokes';

/** A transition between two picks of the passage. `from` and `to` count picks within the part that is analysed. */
export interface Transition extends StringChange {
  readonly pass: number;
  readonly fromNote: string;
  readonly toNote: string;
  readonly stringFrom: number;
  readonly stringTo: number;
  readonly fromStroke: Stroke;
  readonly toStroke: Stroke;
  readonly seam: boolean;
  /** The change by which a sweep turns: it leaves or enters the one note on the string where the direction turns. */
  readonly turn: boolean;
  /** Pick to pick in ticks; the seam's includes the trailing rest of the pass. */
  readonly gapTicks: number;
}

/** String changes from one string to another in one direction, per pass. */
export interface PairCount {
  readonly stringFrom: number;
  readonly stringTo: number;
  readonly outside: number;
  readonly inside: number;
  readonly sweep: number;
  readonly backtrack: number;
}

/** Counts per pass: those of the period divided by its passes, so halves are possible. */
export interface Figures {
  readonly kinds: Readonly<Record<ChangeKind, number>>;
  readonly strokes: Readonly<Record<Stroke, number>>;
  readonly picks: number;
  readonly skips: number;
  readonly crossings: number;
  readonly travelMm: number;
  /** A run of neighbour sweeps is one motion. */
  readonly motions: number;
  /** Transitions whose two strokes differ. */
  readonly reversals: number;
  readonly pairs: readonly PairCount[];
  /** Inside / (inside + outside); null when there is neither. */
  readonly insideShare: number | null;
}

/** What strokes amount to: every change, and the figures of a pass. */
export interface Analysis {
  /** Everything that is counted: the loop over its full period, seam included, or the whole line. */
  readonly transitions: readonly Transition[];
  /** Lead-in and ending with their joins, where a loop has them. */
  readonly outsideLoop: readonly Transition[];
  readonly passes: number;
  readonly loop: boolean;
  readonly figures: Figures;
  readonly slants: ReturnType<typeof slantsOf>;
  /** Id of the note at each counted pick, for the switch lists (index modulo the picks of the period). */
  readonly pickNotes: readonly string[];
}

interface StruckPick {
  readonly pick: Pick;
  readonly stroke: Stroke;
  readonly pass: number;
}

function transition(
  passage: Passage,
  from: number,
  a: StruckPick,
  to: number,
  b: StruckPick,
  seamTicks: number | null,
): Transition {
  const stringFrom = exitString(a.pick, a.stroke);
  const stringTo = entryString(b.pick, b.stroke);
  const floorward = stringFrom - stringTo;
  const kind = kindOf(a.stroke, b.stroke, floorward);
  const skipped = Math.max(0, Math.abs(floorward) - 1);
  const contact = restsOn(passage, a, stringFrom) ? 'rest' : contactOf(kind, skipped);
  // One object a change, written out field by field: this is the hot path of an analysis.
  return {
    from,
    to,
    kind,
    skipped,
    crossings: crossingsBetween(a.pick, a.stroke, b.pick, b.stroke),
    travel: travelOf(floorward),
    slant: slantOf(contact, a.stroke),
    contact,
    pass: a.pass,
    fromNote: noteOn(passage, a.pick, stringFrom),
    toNote: noteOn(passage, b.pick, stringTo),
    stringFrom,
    stringTo,
    fromStroke: a.stroke,
    toStroke: b.stroke,
    seam: seamTicks !== null,
    turn: false,
    gapTicks: b.pick.onsetTicks - a.pick.onsetTicks + (seamTicks ?? 0),
  };
}

/** Whether a rest stroke has a string to come to rest on. */
function restsOn({ notes, tuning }: Passage, { pick, stroke }: StruckPick, string: number): boolean {
  if (notes[pick.notes[0]!]!.restStroke !== true) return false;
  return stroke === 'down' ? string > 1 : string < tuning.length;
}

/** Id of a pick's note on a string. */
function noteOn({ notes }: Passage, pick: Pick, string: number): string {
  for (const note of pick.notes) if (notes[note]!.string === string) return notes[note]!.id;
  return notes[pick.notes[0]!]!.id;
}

const KINDS: readonly ChangeKind[] = ['alternate', 'repeat', 'outside', 'inside', 'sweep', 'backtrack'];
const KIND_INDEX = { alternate: 0, repeat: 1, outside: 2, inside: 3, sweep: 4, backtrack: 5 } as const;

/** String numbers fit below this. */
const PAIR_TABLE = MAX_STRINGS + 1;

/** Counts of some transitions and picks, divided by the passes they cover. */
function figuresOf(
  transitions: readonly Transition[],
  strokes: readonly Stroke[],
  passes: number,
  setup: Setup,
): Figures {
  // Whole numbers in flat tables: this loop sees every change of a passage.
  const byKind = new Int32Array(KINDS.length);
  const byPair = new Int32Array(PAIR_TABLE * PAIR_TABLE * KINDS.length);
  let [skipCount, crossingCount, neighbourSweeps, reversalCount] = [0, 0, 0, 0];
  for (const change of transitions) {
    const kind = KIND_INDEX[change.kind];
    byKind[kind]!++;
    crossingCount += change.crossings;
    if (change.fromStroke !== change.toStroke) reversalCount++;
    if (change.skipped > 0) skipCount++;
    else if (kind === KIND_INDEX.sweep) neighbourSweeps++;
    byPair[(change.stringFrom * PAIR_TABLE + change.stringTo) * KINDS.length + kind]!++;
  }
  const pairs: PairCount[] = [];
  for (let stringFrom = 1; stringFrom < PAIR_TABLE; stringFrom++)
    for (let stringTo = 1; stringTo < PAIR_TABLE; stringTo++) {
      const at = (stringFrom * PAIR_TABLE + stringTo) * KINDS.length;
      const outside = byPair[at + KIND_INDEX.outside]! / passes;
      const inside = byPair[at + KIND_INDEX.inside]! / passes;
      const sweep = byPair[at + KIND_INDEX.sweep]! / passes;
      const backtrack = byPair[at + KIND_INDEX.backtrack]! / passes;
      if (outside + inside + sweep + backtrack > 0)
        pairs.push({ stringFrom, stringTo, outside, inside, sweep, backtrack });
    }
  const kinds = Object.fromEntries(KINDS.map((kind, at) => [kind, byKind[at]! / passes])) as Record<
    ChangeKind,
    number
  >;
  let down = 0;
  for (const stroke of strokes) if (stroke === 'down') down++;
  const picks = strokes.length / passes;
  const crossings = crossingCount / passes;
  const either = kinds.inside + kinds.outside;
  return {
    kinds,
    strokes: { down: down / passes, up: picks - down / passes },
    picks,
    skips: skipCount / passes,
    crossings,
    travelMm: crossings * setup.stringSpacingMm,
    motions: picks - neighbourSweeps / passes,
    reversals: reversalCount / passes,
    pairs: pairs.sort((a, b) => {
      const thick = (pair: PairCount) => Math.max(pair.stringFrom, pair.stringTo);
      return thick(b) - thick(a) || b.stringFrom - a.stringFrom || b.stringTo - a.stringTo;
    }),
    insideShare: either === 0 ? null : kinds.inside / either,
  };
}

/**
 * Analyses an assignment: every transition of the period with its kind, what it crosses and its time; figures per pass;
 * slants and their switches. With a loop the lead-in and the ending are listed apart and not counted.
 */
export function analyseStrokes(
  passage: Passage,
  assignment: StrokeAssignment,
  loop: boolean,
  setup: Setup,
): Analysis {
  const span = loopSpan(passage);
  const picks = picksOf(passage);
  const isLooped =
    loop && picks.some((pick) => pick.onsetTicks >= span.startTicks && pick.onsetTicks < span.endTicks);
  const counted: StruckPick[] = [];
  const outsideLoop: Transition[] = [];
  for (let pass = 0; pass < assignment.passes.length; pass++) {
    let before: StruckPick | null = null;
    let beforeInLoop = false;
    let at = 0;
    for (const pick of picks) {
      const stroke = assignment.passes[pass]![pick.notes[0]!];
      if (!stroke) continue;
      const struck: StruckPick = { pick, stroke, pass };
      const inLoop = pick.onsetTicks >= span.startTicks && pick.onsetTicks < span.endTicks;
      if (!isLooped || inLoop) counted.push(struck);
      if (isLooped && before && !(beforeInLoop && inLoop))
        outsideLoop.push(transition(passage, at - 1, before, at, struck, null));
      before = struck;
      beforeInLoop = inLoop;
      at++;
    }
  }

  const passTicks = span.endTicks - span.startTicks;
  const transitions: Transition[] = [];
  const last = isLooped ? counted.length : counted.length - 1;
  for (let from = 0; from < last; from++) {
    const to = (from + 1) % counted.length;
    const [a, b] = [counted[from]!, counted[to]!];
    const seam = isLooped && (to === 0 || b.pass !== a.pass);
    transitions.push(transition(passage, from, a, to, b, seam ? passTicks : null));
  }
  const passes = isLooped ? assignment.passes.length : 1;
  const strokes = counted.map((pick) => pick.stroke);
  const figures = figuresOf(transitions, strokes, passes, setup);
  return {
    transitions: figures.kinds.sweep > 0 ? withTurnsMarked(transitions, isLooped) : transitions,
    outsideLoop,
    passes,
    loop: isLooped,
    figures,
    slants: slantsOf(transitions, counted.length, isLooped),
    pickNotes: counted.map(({ pick }) => passage.notes[pick.notes[0]!]!.id),
  };
}

const isNeighbour = (change: Transition | undefined, kind: ChangeKind): change is Transition =>
  change?.kind === kind && change.skipped === 0;

/**
 * Transitions with the turns of sweeps marked: inside straight after a sweep that came the other way (the one note is swept on to), or
 * outside straight before one (it is struck back).
 */
function withTurnsMarked(transitions: readonly Transition[], isLooped: boolean): Transition[] {
  return transitions.map((change, at) => {
    if (change.skipped > 0 || (change.kind !== 'inside' && change.kind !== 'outside')) return change;
    const beside = change.kind === 'inside' ? at - 1 : at + 1;
    const count = transitions.length;
    const other = isLooped ? transitions[(beside + count) % count] : transitions[beside];
    const turn = isNeighbour(other, 'sweep') && other.travel !== change.travel;
    return turn ? { ...change, turn } : change;
  });
}

/** The string change that leaves a note, in one pass or (without a pass) in the first where there is one. */
export function stringChangeFrom(analysis: Analysis, noteId: string, pass?: number): Transition | undefined {
  const isIt = (change: Transition) =>
    change.fromNote === noteId && isStringChange(change) && (pass === undefined || change.pass === pass);
  return analysis.transitions.find(isIt) ?? analysis.outsideLoop.find(isIt);
}

/** The change that leaves the least room at a tempo, by bits a second (Fitts 1954 in MacKenzie's form). */
export interface TightestChange {
  readonly change: Transition;
  readonly seconds: number;
  readonly mmPerSecond: number;
  /** log2(crossings + 1): distance and target both counted in string spacings. */
  readonly bits: number;
  readonly bitsPerSecond: number;
}

/**
 * String changes ranked by bits a second at a tempo; equal ones inside before outside (commonly felt harder).
 * @param bpm beats a minute, above 0.
 */
export function tightestChanges(
  passage: Passage,
  analysis: Analysis,
  bpm: number,
  setup: Setup,
): TightestChange[] {
  return analysis.transitions
    .filter(isStringChange)
    .map((change) => {
      const seconds = secondsOf(change.gapTicks, bpm, passage.meter.beatTicks);
      const bits = Math.log2(change.crossings + 1);
      const mmPerSecond = (change.crossings * setup.stringSpacingMm) / seconds;
      return { change, seconds, mmPerSecond, bits, bitsPerSecond: bits / seconds };
    })
    .sort(
      (a, b) =>
        b.bitsPerSecond - a.bitsPerSecond ||
        Number(b.change.kind === 'inside') - Number(a.change.kind === 'inside') ||
        a.change.from - b.change.from,
    );
}

/** The transitions of a pass whose exit stroke is the larger one: the pick must clear the strings to get on. */
export function largerExits({ transitions, outsideLoop }: Analysis, pass: number): Transition[] {
  return [...transitions, ...outsideLoop].filter((one) => one.pass === pass && one.contact === 'clear');
}
