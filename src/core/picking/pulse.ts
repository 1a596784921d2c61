/** Alternation tied to the beat: the stroke belongs to the slot, and silent slots use up theirs. */
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import { commonDivisor, modulo } from '../time/periods';
import { slotAt, slotsInBeat, slotsOf } from '../time/slots';
import { crossingsBetween } from './geometry';
import type { Pick } from './picks';
import { otherStroke, type PickingPolicy } from './policy';

/** More passes than this are no period that anyone would play. */
const MAX_PERIOD = 64;

interface PulseGrid {
  /** Passes until the strokes come round. */
  readonly passes: number;
  /** The stroke of a moment in a pass, from that of slot 0 and of each restart. */
  readonly strokeAt: (ticks: number, pass: number, start: Stroke) => Stroke;
}

/** The last slot that begins at or before a moment. */
function lastAt(starts: readonly number[], ticks: number): number {
  let [low, high] = [0, starts.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (starts[middle]! <= ticks) low = middle + 1;
    else high = middle;
  }
  return Math.max(0, low - 1);
}

/** Slots from the beginning of a beat or bar to the one that a moment falls in, silent ones included. */
function slotInUnit(passage: Passage, ticks: number, unitTicks: number): number {
  const { beatTicks } = passage.meter;
  const slot = slotAt(passage, ticks);
  let count = slot.indexInBeat;
  for (let beat = (ticks - modulo(ticks, unitTicks)) / beatTicks; beat < slot.beat; beat++)
    count += slotsInBeat(passage, beat);
  return count;
}

/**
 * The swing over a passage. Slot 0 is the first bar line, pick-up slots are negative. With a restart that does not fall
 * on the seam the beats run on through it, so the period is common to both.
 */
function pulseGrid(passage: Passage, policy: PickingPolicy): PulseGrid {
  const starts = slotsOf(passage).map((slot) => slot.ticks);
  const before = starts.filter((ticks) => ticks < 0).length;
  const { startTicks, endTicks } = loopSpan(passage);
  const passTicks = endTicks - startTicks;
  const { beats, beatTicks } = passage.meter;
  const strokeOf = (slot: number, start: Stroke) => (modulo(slot, 2) === 0 ? start : otherStroke(start));
  const restart = policy.restart ?? 'never';
  if (restart === 'never') {
    const aPass = starts.filter((ticks) => ticks >= startTicks && ticks < endTicks).length;
    return {
      passes: policy.loop && aPass % 2 === 1 ? 2 : 1,
      strokeAt: (ticks, pass, start) => strokeOf(lastAt(starts, ticks) - before + pass * aPass, start),
    };
  }
  const unit = restart === 'beat' ? beatTicks : beats * beatTicks;
  const runsOn = policy.loop === true && passTicks % unit !== 0;
  const period = runsOn ? unit / commonDivisor(passTicks, unit) : 1;
  return {
    passes: Math.min(MAX_PERIOD, period),
    strokeAt: (ticks, pass, start) => {
      if (!runsOn) return strokeOf(slotInUnit(passage, ticks, unit), start);
      const slot = slotAt(passage, ticks);
      const running = modulo(slot.ticks + pass * passTicks, unit);
      return strokeOf(Math.floor(running / slot.durationTicks + 1e-9), start);
    },
  };
}

interface Weight {
  /** Both a pass. */
  readonly breaks: number;
  readonly crossings: number;
}

const compareWeights = (a: Weight, b: Weight) => a.breaks - b.breaks || a.crossings - b.crossings;

export interface PulseSolution {
  readonly passes: number;
  readonly startYielded: false;
  readonly cost: readonly number[];
  /** With an automatic start: how the other start would have compared. */
  readonly autoStart: Weight | null;
  readonly strokeOf: (pick: Pick, pass: number) => Stroke;
  /** Whether a lock turns a pick against its pulse. */
  readonly isOff: (pick: Pick, pass: number) => boolean;
  /** What it costs more a pass to lock a counted pick so, an automatic start decided again. */
  readonly otherCost: (index: number, stroke: Stroke) => Weight & { readonly start: 0 };
}

/** One way to swing: what it costs, and what it would with one pick locked otherwise. */
interface Swing {
  readonly weight: Weight;
  readonly turned: (index: number, stroke: Stroke) => Weight;
}

/** `given` holds the strokes of the pulse pass by pass. */
function swing(picks: readonly Pick[], given: readonly Stroke[], cycle: boolean): Swing {
  const count = picks.length;
  const total = given.length;
  const passes = total / count;
  const strokes = given.map((stroke, place) => picks[place % count]!.lock ?? stroke);
  const off = new Int32Array(count);
  for (let place = 0; place < total; place++) if (strokes[place] !== given[place]) off[place % count]!++;
  /** Crossings from a place to the next, with one pick turned perhaps. */
  const crossed = (place: number, index: number, stroke: Stroke): number => {
    const next = place + 1 === total ? 0 : place + 1;
    const [a, b] = [place % count, next % count];
    const [from, to] = [a === index ? stroke : strokes[place]!, b === index ? stroke : strokes[next]!];
    return crossingsBetween(picks[a]!, from, picks[b]!, to);
  };
  const pairs = cycle ? total : total - 1;
  const none = -1;
  const sum = (index: number, stroke: Stroke) => {
    let crossings = 0;
    for (let place = 0; place < pairs; place++) crossings += crossed(place, index, stroke);
    return crossings;
  };
  const breaks = off.reduce((all, one) => all + one, 0);
  const crossings = sum(none, 'down');
  return {
    weight: { breaks: breaks / passes, crossings: crossings / passes },
    turned: (index, stroke) => {
      let change = 0;
      let offNow = 0;
      for (let place = index; place < total; place += count) {
        if (given[place] !== stroke) offNow++;
        // Only what touches the pick changes.
        if (count < 3) continue;
        const before = place === 0 ? total - 1 : place - 1;
        if (before < pairs) change += crossed(before, index, stroke) - crossed(before, none, stroke);
        if (place < pairs) change += crossed(place, index, stroke) - crossed(place, none, stroke);
      }
      // Short figures are weighed whole: there both neighbours may be the pick itself.
      if (count < 3) change = sum(index, stroke) - crossings;
      return { breaks: (breaks - off[index]! + offNow) / passes, crossings: (crossings + change) / passes };
    },
  };
}

/** Solves the strokes of at least one counted pick by pulse: of the loop, or of the whole line. */
export function solvePulse(
  passage: Passage,
  policy: PickingPolicy,
  counted: readonly Pick[],
  cycle: boolean,
): PulseSolution {
  const grid = pulseGrid(passage, { ...policy, loop: cycle });
  const down: Stroke[] = [];
  for (let pass = 0; pass < grid.passes; pass++)
    for (const pick of counted) down.push(grid.strokeAt(pick.onsetTicks, pass, 'down'));
  const swings = { down: swing(counted, down, cycle), up: swing(counted, down.map(otherStroke), cycle) };
  const auto = policy.start === 'auto';
  const upIsBetter = compareWeights(swings.up.weight, swings.down.weight) < 0;
  const start: Stroke = policy.start === 'auto' ? (upIsBetter ? 'up' : 'down') : policy.start;
  const [mine, rival] = [swings[start], swings[otherStroke(start)]];
  const given = (pick: Pick, pass: number) => grid.strokeAt(pick.onsetTicks, pass, start);
  return {
    passes: grid.passes,
    startYielded: false,
    cost: [mine.weight.breaks],
    autoStart: auto
      ? {
          breaks: rival.weight.breaks - mine.weight.breaks,
          crossings: rival.weight.crossings - mine.weight.crossings,
        }
      : null,
    strokeOf: (pick, pass) => pick.lock ?? given(pick, pass),
    isOff: (pick, pass) => pick.lock !== null && pick.lock !== given(pick, pass),
    otherCost: (index, stroke) => {
      let best = mine.turned(index, stroke);
      if (auto) {
        const way = rival.turned(index, stroke);
        if (compareWeights(way, best) < 0) best = way;
      }
      return {
        breaks: best.breaks - mine.weight.breaks,
        start: 0,
        crossings: best.crossings - mine.weight.crossings,
      };
    },
  };
}
