/** Ticks, beats and slots: where notes may stand. */

/** Beats in a bar and how long one is: 4 × 6,720 is 4/4, 2 × 10,080 is 6/8 counted in two. */
export interface Meter {
  readonly beats: number;
  readonly beatTicks: number;
}

/** How the time of a passage is divided: all that slots are reckoned from. */
export interface Grid {
  readonly meter: Meter;
  /** Length of the incomplete bar before the first bar line; notes there have negative onsets. */
  readonly pickupTicks: number;
  /** Slots a beat, 1–8. */
  readonly subdivision: number;
  /** Beats (counted from the first bar line) that are divided otherwise. */
  readonly beatSubdivisions: Readonly<Record<number, number>>;
  /** Percent of two slots that the first takes when it is played. Absent: straight, 50. */
  readonly swingPercent?: number;
  /** Where the pass ends, in ticks from the first bar line. */
  readonly lengthTicks: number;
}

/** Whole for one to eight slots a beat, for eighth and dotted beats too, and within MIDI's 15 bits. */
export const TICKS_PER_QUARTER = 6720;

/** No beat is divided into more. */
export const MAX_SLOTS_PER_BEAT = 8;

/** Four quarters to the bar. */
export const COMMON_METER: Meter = { beats: 4, beatTicks: TICKS_PER_QUARTER };

/** The meters offered, by the name they are written with. */
export const METERS: Readonly<Record<string, Meter>> = {
  '2/4': { beats: 2, beatTicks: 6720 },
  '3/4': { beats: 3, beatTicks: 6720 },
  '4/4': COMMON_METER,
  '5/4': { beats: 5, beatTicks: 6720 },
  '7/4': { beats: 7, beatTicks: 6720 },
  '6/8': { beats: 2, beatTicks: 10080 },
  '9/8': { beats: 3, beatTicks: 10080 },
  '12/8': { beats: 4, beatTicks: 10080 },
};

/** How a meter is written, for example "4/4" or "6/8". */
export function meterName(meter: Meter): string {
  if (meter.beatTicks % TICKS_PER_QUARTER === 0)
    return `${(meter.beats * meter.beatTicks) / TICKS_PER_QUARTER}/4`;
  return `${(meter.beats * meter.beatTicks) / (TICKS_PER_QUARTER / 2)}/8`;
}

/** A place where a note may stand. */
export interface Slot {
  readonly ticks: number;
  readonly durationTicks: number;
  /** Counted from the first bar line; negative in a pick-up. */
  readonly beat: number;
  /** 0 is on the beat. */
  readonly indexInBeat: number;
  readonly slotsInBeat: number;
}

/** Slots a beat at a beat counted from the first bar line. */
export function slotsInBeat(grid: Grid, beat: number): number {
  return grid.beatSubdivisions[beat] ?? grid.subdivision;
}

/** All slots of a passage in order, pick-up included. */
export function slotsOf(grid: Grid): Slot[] {
  const { beatTicks } = grid.meter;
  const slots: Slot[] = [];
  for (let beat = Math.floor(-grid.pickupTicks / beatTicks); beat * beatTicks < grid.lengthTicks; beat++) {
    const count = slotsInBeat(grid, beat);
    const durationTicks = beatTicks / count;
    for (let index = 0; index < count; index++) {
      const ticks = beat * beatTicks + index * durationTicks;
      if (ticks >= -grid.pickupTicks && ticks < grid.lengthTicks)
        slots.push({ ticks, durationTicks, beat, indexInBeat: index, slotsInBeat: count });
    }
  }
  return slots;
}

/** The slot that a moment falls in; moments before or after the passage are counted on in the same grid. */
export function slotAt(grid: Grid, ticks: number): Slot {
  const { beatTicks } = grid.meter;
  const beat = Math.floor(ticks / beatTicks);
  const count = slotsInBeat(grid, beat);
  const durationTicks = beatTicks / count;
  const index = Math.floor((ticks - beat * beatTicks) / durationTicks);
  return {
    ticks: beat * beatTicks + index * durationTicks,
    durationTicks,
    beat,
    indexInBeat: index,
    slotsInBeat: count,
  };
}

/** The moment of the slot after the one that `ticks` falls in. */
export function nextSlotTicks(grid: Grid, ticks: number): number {
  const slot = slotAt(grid, ticks);
  return slot.ticks + slot.durationTicks;
}

const SYLLABLES: Readonly<Record<number, readonly string[]>> = {
  2: ['&'],
  3: ['trip', 'let'],
  4: ['e', '&', 'a'],
};

/** What is counted at a slot: "1", "&", "e", "trip" … and a dot where the trade has no syllable. Common practice, no source. */
export function countSyllable(grid: Grid, slot: Slot): string {
  if (slot.indexInBeat === 0) {
    const { beats } = grid.meter;
    return String((((slot.beat % beats) + beats) % beats) + 1);
  }
  return SYLLABLES[slot.slotsInBeat]?.[slot.indexInBeat - 1] ?? '.';
}

/** Notes a second at a tempo: bpm × slots a beat / 60. */
export function notesPerSecond(bpm: number, slotsPerBeat: number): number {
  return (bpm * slotsPerBeat) / 60;
}

/** Length of some ticks in seconds at a tempo in beats (of the passage's meter) a minute. */
export function secondsOf(ticks: number, bpm: number, beatTicks: number): number {
  return ((ticks / beatTicks) * 60) / bpm;
}
