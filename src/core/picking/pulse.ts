/** Alternation tied to the beat: the stroke belongs to the slot, and silent slots use up theirs. */
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import { commonDivisor, modulo } from '../rhythm/periods';
import { slotAt, slotsInBeat, slotsOf } from '../rhythm/slots';
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
  /** With an automatic start: how the other start would have compared. */
  readonly autoStart: Weight | null;
  readonly strokeOf: (pick: Pick, pass: number) => Stroke;
  /** Whether a lock turns a pick against its pulse. */
  readonly isOff: (pick: Pick, pass: number) => boolean;
  /** What it costs more a pass to lock a counted pick so, an automatic start decided again. */
  readonly otherCost: (index: number, stroke: Stroke) => Weight & { readonly start: 0 };
}

/** One way to swing: strokes pass by pass, and what they cost with one pick perhaps locked otherwise. */
function swing(picks: readonly Pick[], grid: PulseGrid, start: Stroke, cycle: boolean) {
  const { passes } = grid;
  const count = picks.length;
  const table = Array.from({ length: passes }, (_, pass) =>
    picks.map((pick) => grid.strokeAt(pick.onsetTicks, pass, start)),
  );
  const given = (at: number, pass: number) => table[pass]![at]!;
  const total = count * passes;
  const pairs = cycle ? total : total - 1;
  const weigh = (stroke: (at: number, pass: number) => Stroke, from: number, to: number): number => {
    let crossings = 0;
    for (let pair = from; pair < to; pair++) {
      const place = modulo(pair, total);
      const next = (place + 1) % total;
      const [a, b] = [place % count, next % count];
      crossings += crossingsBetween(
        picks[a]!,
        stroke(a, Math.floor(place / count)),
        picks[b]!,
        stroke(b, Math.floor(next / count)),
      );
    }
    return crossings;
  };
  const plain = (at: number, pass: number) => picks[at]!.lock ?? given(at, pass);
  const offIn = (at: number, stroke: Stroke | null) => {
    let off = 0;
    for (let pass = 0; pass < passes; pass++) if ((stroke ?? plain(at, pass)) !== given(at, pass)) off++;
    return off;
  };
  let breaks = 0;
  for (let at = 0; at < count; at++) breaks += offIn(at, null);
  const crossings = weigh(plain, 0, pairs);
  return {
    weight: { breaks: breaks / passes, crossings: crossings / passes },
    turned: (index: number, stroke: Stroke): Weight => {
      const turned = (at: number, pass: number) => (at === index ? stroke : plain(at, pass));
      // Only what touches the pick changes, in each pass; short figures are weighed whole.
      let change = 0;
      if (count < 3) change = weigh(turned, 0, pairs) - crossings;
      else
        for (let pass = 0; pass < passes; pass++) {
          const place = pass * count + index;
          const from = cycle ? place - 1 : Math.max(0, place - 1);
          const to = cycle ? place + 1 : Math.min(pairs, place + 1);
          change += weigh(turned, from, to) - weigh(plain, from, to);
        }
      return {
        breaks: (breaks - offIn(index, null) + offIn(index, stroke)) / passes,
        crossings: (crossings + change) / passes,
      };
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
  const swings = { down: swing(counted, grid, 'down', cycle), up: swing(counted, grid, 'up', cycle) };
  const auto = policy.start === 'auto';
  const upIsBetter = compareWeights(swings.up.weight, swings.down.weight) < 0;
  const start: Stroke = policy.start === 'auto' ? (upIsBetter ? 'up' : 'down') : policy.start;
  const [mine, rival] = [swings[start], swings[otherStroke(start)]];
  const given = (pick: Pick, pass: number) => grid.strokeAt(pick.onsetTicks, pass, start);
  return {
    passes: grid.passes,
    startYielded: false,
    autoStart: auto
      ? {
          breaks: rival.weight.breaks - mine.weight.breaks,
          crossings: rival.weight.crossings - mine.weight.crossings,
        }
      : null,
    strokeOf: (pick, pass) => pick.lock ?? given(pick, pass),
    isOff: (pick, pass) => pick.lock !== null && pick.lock !== given(pick, pass),
    otherCost: (index, stroke) => {
      const ways = [mine.turned(index, stroke), ...(auto ? [rival.turned(index, stroke)] : [])];
      const best = ways.reduce((least, way) => (compareWeights(way, least) < 0 ? way : least));
      return {
        breaks: best.breaks - mine.weight.breaks,
        start: 0,
        crossings: best.crossings - mine.weight.crossings,
      };
    },
  };
}
