/** How a figure of some slots fits the beat and the bar. */
import { commonDivisor, commonMultiple } from '../time/periods';
import { MAX_SLOTS_PER_BEAT } from '../time/slots';

export interface Fit {
  /** Slots of one pass, and of a beat. */
  readonly slots: number;
  readonly slotsPerBeat: number;
  /** Until a pass begins on the beat again: lcm(n, m) / n passes, lcm(n, m) / m beats. */
  readonly passes: number;
  readonly beats: number;
  /** The same for the bar line. */
  readonly barPasses: number;
  readonly bars: number;
  /** Slots a beat, 1–8, with which every pass ends on a beat: the divisors of n. */
  readonly fitting: readonly number[];
}

/**
 * The fit of a figure. Plain arithmetic of periods; a pass of n slots against m a beat.
 * @param slots slots of a pass, 1 or more. @param slotsPerBeat 1–8. @param barBeats beats of a bar.
 */
export function fitOf(slots: number, slotsPerBeat: number, barBeats: number): Fit {
  const common = commonMultiple(slots, slotsPerBeat);
  const barSlots = slotsPerBeat * barBeats;
  const commonBar = commonMultiple(slots, barSlots);
  return {
    slots,
    slotsPerBeat,
    passes: common / slots,
    beats: common / slotsPerBeat,
    barPasses: commonBar / slots,
    bars: commonBar / barSlots,
    fitting: Array.from({ length: MAX_SLOTS_PER_BEAT }, (_, at) => at + 1).filter(
      (count) => commonDivisor(slots, count) === count,
    ),
  };
}
