/** A passage cut into written measures: bars, cut again where the loop begins or ends inside one. */
import { loopSpan, type Note, type Passage } from '../../passage/passage';
import { slotsInBeat } from '../../time/slots';
import { gridFor, valuesOf, wholeBeats, type BeatGrid, type WrittenValue } from './values';

/** Notes of one onset (none: a rest) for one written value. */
export interface WrittenPiece {
  readonly ticks: number;
  readonly value: WrittenValue;
  readonly notes: readonly Note[];
  /** Index of the first of `notes` in the passage, −1 for a rest. */
  readonly index: number;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
  readonly tupletStarts: boolean;
  readonly tupletStops: boolean;
}

export interface WrittenMeasure {
  readonly startTicks: number;
  readonly endTicks: number;
  readonly number: string;
  /** Shorter than the meter says. */
  readonly isImplicit: boolean;
  readonly repeatStarts: boolean;
  readonly repeatEnds: boolean;
  readonly pieces: readonly WrittenPiece[];
}

/** A stretch with the same notes sounding, or silence. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly index: number;
  readonly count: number;
}

/** One voice: notes of one onset last until the first of them ends or the next begins. */
function stretchesOf({ notes, pickupTicks, lengthTicks }: Passage): Stretch[] {
  const stretches: Stretch[] = [];
  let at = -pickupTicks;
  const rest = (to: number) => {
    if (to > at) stretches.push({ from: at, to, index: -1, count: 0 });
    at = to;
  };
  for (let index = 0; index < notes.length;) {
    const { onsetTicks } = notes[index]!;
    let count = 1;
    while (notes[index + count]?.onsetTicks === onsetTicks) count++;
    const chord = notes.slice(index, index + count);
    const next = notes[index + count]?.onsetTicks ?? lengthTicks;
    const to = Math.min(lengthTicks, next, ...chord.map((note) => onsetTicks + note.durationTicks));
    rest(onsetTicks);
    stretches.push({ from: onsetTicks, to, index, count });
    at = to;
    index += count;
  }
  rest(lengthTicks);
  return stretches;
}

/** Moments at which measures begin: bar lines and the ends of the loop. */
function bordersOf(passage: Passage): number[] {
  const barTicks = passage.meter.beats * passage.meter.beatTicks;
  const { startTicks, endTicks } = loopSpan(passage);
  const borders = new Set([-passage.pickupTicks, passage.lengthTicks, startTicks, endTicks]);
  const first = Math.ceil(-passage.pickupTicks / barTicks) * barTicks;
  for (let bar = first; bar < passage.lengthTicks; bar += barTicks) borders.add(bar);
  return [...borders]
    .filter((one) => one >= -passage.pickupTicks && one <= passage.lengthTicks)
    .sort((a, b) => a - b);
}

type Half = Omit<WrittenPiece, 'tupletStarts' | 'tupletStops'>;

/** Cuts a stretch that lies in one measure at its beats and writes each part. */
function piecesOf(
  passage: Passage,
  { from, to, index, count }: Stretch,
  grids: (beat: number) => BeatGrid | null,
): Half[] {
  const { beatTicks } = passage.meter;
  const notes = index < 0 ? [] : passage.notes.slice(index, index + count);
  const halves: Half[] = [];
  for (let at = from; at < to;) {
    const beat = Math.floor(at / beatTicks);
    const beatEnd = (beat + 1) * beatTicks;
    const onBeat = at === beat * beatTicks;
    const beats = onBeat ? Math.floor((to - at) / beatTicks) : 0;
    let values: WrittenValue[] = [];
    for (let some = beats; some > 0 && values.length === 0; some--) {
      const whole = wholeBeats(some * beatTicks);
      if (whole) values = [whole];
    }
    if (values.length === 0) values = valuesOf(Math.min(to, beatEnd) - at, beatTicks, grids(beat));
    for (const value of values) {
      const end = at + value.ticks;
      halves.push({ ticks: at, value, notes, index, tiedFrom: at > from, tiedTo: end < to });
      at = end;
    }
  }
  return halves;
}

/** Marks where tuplets begin and end: with each beat that has one. */
function withTuplets(halves: readonly Half[], beatTicks: number): WrittenPiece[] {
  const beatOf = (half: Half | undefined) => (half?.value.tuplet ? Math.floor(half.ticks / beatTicks) : null);
  return halves.map((half, at) => {
    const beat = beatOf(half);
    return {
      ...half,
      tupletStarts: beat !== null && beatOf(halves[at - 1]) !== beat,
      tupletStops: beat !== null && beatOf(halves[at + 1]) !== beat,
    };
  });
}

/** The measures of a passage, as they are written. */
export function measuresOf(passage: Passage, isLooped: boolean): WrittenMeasure[] {
  const { beatTicks, beats } = passage.meter;
  const stretches = stretchesOf(passage);
  const borders = bordersOf(passage);
  const momentsByBeat = new Map<number, number[]>();
  const mark = (ticks: number) => {
    const beat = Math.floor(ticks / beatTicks);
    const there = momentsByBeat.get(beat);
    if (there) there.push(ticks - beat * beatTicks);
    else momentsByBeat.set(beat, [ticks - beat * beatTicks]);
  };
  for (const stretch of stretches) mark(stretch.from);
  for (const border of borders) mark(border);
  const grids = new Map<number, BeatGrid | null>();
  const gridOf = (beat: number): BeatGrid | null => {
    const known = grids.get(beat);
    if (known !== undefined) return known;
    const moments = momentsByBeat.get(beat) ?? [];
    const own = slotsInBeat(passage, beat);
    const grid = gridFor(beatTicks, moments, own) ?? gridFor(beatTicks, moments, 1);
    grids.set(beat, grid);
    return grid;
  };
  const loop = loopSpan(passage);
  let place = 0;
  let number = 0;
  return borders.slice(0, -1).map((startTicks, at): WrittenMeasure => {
    const endTicks = borders[at + 1]!;
    const halves: Half[] = [];
    for (; place < stretches.length && stretches[place]!.from < endTicks; place++) {
      const stretch = stretches[place]!;
      const from = Math.max(stretch.from, startTicks);
      const to = Math.min(stretch.to, endTicks);
      const cut = piecesOf(passage, { ...stretch, from, to }, gridOf);
      const isFirst = from === stretch.from;
      const isLast = to === stretch.to;
      cut.forEach((half, part) =>
        halves.push({
          ...half,
          tiedFrom: half.tiedFrom || !isFirst,
          tiedTo: half.tiedTo || (part === cut.length - 1 && !isLast),
        }),
      );
      if (!isLast) break;
    }
    const isImplicit = endTicks - startTicks < beats * beatTicks;
    const beginsBar = startTicks % (beats * beatTicks) === 0;
    if (beginsBar) number++;
    return {
      startTicks,
      endTicks,
      number: beginsBar ? String(number) : at === 0 ? '0' : `X${at}`,
      isImplicit,
      repeatStarts: isLooped && startTicks === loop.startTicks,
      repeatEnds: isLooped && endTicks === loop.endTicks,
      pieces: withTuplets(halves, beatTicks),
    };
  });
}
