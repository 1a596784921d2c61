/** Columns or counted slots laid on the beat. */
import { type Meter, COMMON_METER, MAX_SLOTS_PER_BEAT, TICKS_PER_QUARTER } from '../../time/slots';
import type { CountedSlot } from './rows';

/** Where each column stands and how long it lasts. */
export interface Timing {
  readonly meter: Meter;
  readonly subdivision: number;
  readonly beatSubdivisions: Readonly<Record<number, number>>;
  readonly pickupTicks: number;
  readonly lengthTicks: number;
  readonly onsetTicks: readonly number[];
  readonly durationTicks: readonly number[];
  /** Bars of the text, from 0, that hold another number of columns than the first whole one. */
  readonly unevenBars: readonly number[];
}

/** The most beats that a bar may have. */
export const MAX_BEATS = 32;

/** Sixteenths, where nothing else is written. */
const DEFAULT_SUBDIVISION = 4;

function meterFor(columnsPerBar: number): { meter: Meter; subdivision: number } | null {
  for (const beats of [4, 3, 2, 5, 7]) {
    const subdivision = columnsPerBar / beats;
    if (Number.isInteger(subdivision) && subdivision >= 1 && subdivision <= MAX_SLOTS_PER_BEAT)
      return { meter: { beats, beatTicks: TICKS_PER_QUARTER }, subdivision };
  }
  return null;
}

/** Several bars of one size tell meter and subdivision, or with the subdivision asked for the meter alone. */
function readBars(
  size: number,
  count: number,
  subdivision: number | undefined,
): { meter: Meter; subdivision: number } | null {
  if (size === 0 || count < 2) return null;
  const beats = subdivision === undefined ? null : size / subdivision;
  if (beats !== null && subdivision !== undefined && Number.isInteger(beats) && beats > 1 && beats < 8)
    return { meter: { beats, beatTicks: TICKS_PER_QUARTER }, subdivision };
  return meterFor(size);
}

/** What a figure of n notes wants: threes where it divides by three and not by four, or fills a bar with them. */
function wantedSubdivision(columnCount: number): number {
  const isThrees = columnCount % 3 === 0 && (columnCount % 4 !== 0 || columnCount === 12);
  return isThrees ? 3 : DEFAULT_SUBDIVISION;
}

/**
 * Each column takes the next slot. Several bars of equal size tell the meter, a shorter first one being a pick-up;
 * otherwise the number of notes suggests the subdivision (six want triplets, eight sixteenths: common practice, no source).
 */
export function timeByOrder(
  columnCount: number,
  bars: readonly number[],
  asked: { meter?: Meter; subdivision?: number },
): Timing {
  const edges = [0, ...bars.filter((bar) => bar < columnCount), columnCount];
  const sizes = edges.slice(1).map((edge, at) => edge - edges[at]!);
  const closed = bars.includes(columnCount) ? sizes : sizes.slice(0, -1);
  const size = closed.length > 1 ? closed[1]! : (closed[0] ?? 0);
  const hasPickup = closed.length > 1 && sizes[0]! < size;
  const even = closed.slice(hasPickup ? 1 : 0).every((one) => one === size) && sizes.at(-1)! <= size;
  const fromBars = even
    ? readBars(size, sizes.filter((one) => one === size).length, asked.subdivision)
    : null;
  const meter = asked.meter ?? fromBars?.meter ?? COMMON_METER;
  const subdivision = asked.subdivision ?? fromBars?.subdivision ?? wantedSubdivision(columnCount);
  const slotTicks = meter.beatTicks / subdivision;
  const pickupTicks = fromBars && hasPickup ? sizes[0]! * slotTicks : 0;
  return {
    meter,
    subdivision,
    beatSubdivisions: {},
    pickupTicks,
    lengthTicks: columnCount * slotTicks - pickupTicks,
    onsetTicks: Array.from({ length: columnCount }, (_, at) => at * slotTicks - pickupTicks),
    durationTicks: new Array<number>(columnCount).fill(slotTicks),
    unevenBars: even ? [] : closed.flatMap((one, at) => (one === size ? [] : [at])),
  };
}

const isNumber = (syllable: string) => /^\d+$/.test(syllable);

/** Slots of an incomplete last beat, told by its syllables: "e" belongs to four, "trip" to three, "&" alone to two. */
function divisionOfPart(syllables: readonly string[], usual: number): number {
  const second = syllables[1]?.toLowerCase();
  if (second === 'e') return 4;
  if (second === 'trip') return 3;
  if ((second === '&' || second === '+' || second === 'and') && syllables.length === 2) return 2;
  return Math.max(usual, syllables.length);
}

/** The most frequent number of slots among some beats. */
function usualDivision(beats: readonly (readonly CountedSlot[])[]): number {
  const votes = new Map<number, number>();
  for (const beat of beats) votes.set(beat.length, (votes.get(beat.length) ?? 0) + 1);
  return [...votes].sort((a, b) => b[1] - a[1])[0]?.[0] ?? DEFAULT_SUBDIVISION;
}

/**
 * The rhythm that a count row writes: numbers are beats, other syllables the slots between, a slot without a note a
 * rest or, marked "=", the note before held. Null when a beat has more slots than a passage can have, or there is no beat.
 */
export function timeByCount(
  slots: readonly CountedSlot[],
  columnCount: number,
  asked: { meter?: Meter },
): Timing | null {
  const beats: CountedSlot[][] = [];
  const partial: CountedSlot[] = [];
  for (const slot of slots) {
    if (isNumber(slot.syllable)) beats.push([slot]);
    else (beats.at(-1) ?? partial).push(slot);
  }
  // Syllables between beats alone say of no beat where it begins.
  if (beats.length === 0) return null;
  const numbers = beats.map((beat) => Number(beat[0]!.syllable));
  const firstBar = numbers.indexOf(1);
  const pickupBeats = firstBar > 0 ? firstBar : 0;
  const highest = numbers.reduce((most, one) => Math.max(most, one), 1);
  if (highest > MAX_BEATS) return null;
  const isClosed = numbers.filter((number) => number === 1).length > 1 || pickupBeats > 0;
  const beatCount = isClosed ? highest : Math.max(highest, COMMON_METER.beats);
  const meter = asked.meter ?? { beats: beatCount, beatTicks: TICKS_PER_QUARTER };
  const subdivision = usualDivision(beats.length > 1 ? beats.slice(0, -1) : beats);
  if (beats.some((beat) => beat.length > MAX_SLOTS_PER_BEAT) || subdivision > MAX_SLOTS_PER_BEAT) return null;

  const onsetTicks = new Array<number>(columnCount).fill(0);
  const durationTicks = new Array<number>(columnCount).fill(0);
  const beatSubdivisions: Record<number, number> = {};
  let sounding: number | null = null;
  const place = (slot: CountedSlot, ticks: number, length: number) => {
    if (slot.column !== null) {
      onsetTicks[slot.column] = ticks;
      durationTicks[slot.column] = length;
      sounding = slot.column;
    } else if (slot.held && sounding !== null) durationTicks[sounding]! += length;
    else sounding = null;
  };
  const partialSlot = meter.beatTicks / subdivision;
  const pickupTicks = pickupBeats * meter.beatTicks + partial.length * partialSlot;
  if (partial.length >= subdivision && partial.length > 0) return null;
  partial.forEach((slot, at) => place(slot, at * partialSlot - pickupTicks, partialSlot));
  let lengthTicks = 0;
  beats.forEach((beat, at) => {
    const number = at - pickupBeats;
    const isLast = at === beats.length - 1;
    const division =
      isLast && beat.length < subdivision
        ? divisionOfPart(
            beat.map((slot) => slot.syllable),
            subdivision,
          )
        : beat.length;
    if (division !== subdivision) beatSubdivisions[number] = division;
    const length = meter.beatTicks / division;
    beat.forEach((slot, index) => place(slot, number * meter.beatTicks + index * length, length));
    lengthTicks = number * meter.beatTicks + beat.length * length;
  });
  return {
    meter,
    subdivision,
    beatSubdivisions,
    pickupTicks,
    lengthTicks,
    onsetTicks,
    durationTicks,
    unevenBars: [],
  };
}
