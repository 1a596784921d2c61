/** Where on the lane a moment of a take stands: planned seconds, seconds of the recording and pixels, one by the other. */
import type { LaneSystem } from '@/ui/lane/layout';
import { noteIdOf, passOf, type TakePlan, type TakeReport } from '@/core/take';

/** A piece of a straight line from x to y, in order of x. */
export type Line = readonly (readonly [number, number])[];

/** A value on a line through points; beyond the ends it goes on as it came. */
export function along(line: Line, x: number): number {
  if (line.length === 0) return 0;
  if (line.length === 1) return line[0]![1] + x - line[0]![0];
  let at = line.findIndex(([point]) => point > x);
  if (at === -1) at = line.length - 1;
  at = Math.max(1, at);
  const [[fromX, fromY], [toX, toY]] = [line[at - 1]!, line[at]!];
  return toX === fromX ? fromY : fromY + ((x - fromX) / (toX - fromX)) * (toY - fromY);
}

/** The line the other way round. */
export const turned = (line: Line): Line => line.map(([x, y]) => [y, x]);

/** A note of a take on the lane. */
export interface StripNote {
  /** Its place in the plan. */
  readonly index: number;
  readonly noteId: string;
  /** Where it was planned, and where it was played; null: missing. */
  readonly plannedX: number;
  readonly playedX: number | null;
}

/** One pass of a take on one system of the lane. */
export interface Strip {
  readonly notes: readonly StripNote[];
  /** Of notes too many. */
  readonly extras: readonly number[];
  /** Seconds of the recording by pixels. */
  readonly seconds: Line;
  readonly fromX: number;
  readonly toX: number;
}

/** Lays a pass out over a system. */
export function stripOf(
  system: LaneSystem,
  slotWidth: number,
  plan: TakePlan,
  report: TakeReport,
  pass: number,
): Strip {
  const xOf = new Map(system.columns.flatMap(({ notes, x }) => notes.map(({ id }) => [id, x] as const)));
  const here = plan.notes.flatMap((note, index) => {
    const x = passOf(note.id) === pass ? xOf.get(noteIdOf(note.id)) : undefined;
    return x === undefined ? [] : [{ index, note, x }];
  });
  const first = system.columns[0]?.x ?? 0;
  const last = system.columns.at(-1)?.x ?? 0;
  const [fromX, toX] = [first - slotWidth / 2, last + slotWidth / 2];
  // A slot lasts as long everywhere in a system; a single note tells where, the next tells how long.
  const secondsByX: [number, number][] = here.map(({ index, x }) => [x, report.due[index]!]);
  if (secondsByX.length === 1) {
    const { index, x } = here[0]!;
    const other = plan.notes[index + 1] ? index + 1 : index - 1;
    const slots = 1;
    const gap = Math.abs((report.due[other] ?? report.due[index]! + 0.25) - report.due[index]!);
    secondsByX.push([x + slots * slotWidth, report.due[index]! + gap]);
  }
  const seconds: Line = secondsByX;
  const xs = turned(seconds);
  const notes = here.map(({ index, note, x }): StripNote => {
    const { onset } = report.notes[index]!;
    return {
      index,
      noteId: noteIdOf(note.id),
      plannedX: x,
      playedX: onset === null ? null : along(xs, onset),
    };
  });
  const [from, to] = [along(seconds, fromX), along(seconds, toX)];
  return {
    notes,
    extras:
      seconds.length === 0
        ? []
        : report.extras.filter((at) => at >= from && at < to).map((at) => along(xs, at)),
    seconds,
    fromX,
    toX,
  };
}

/** The loudest of each pixel of a strip, 0–1 of the loudest of the take. */
export function envelopeOf(
  strip: Strip,
  samples: Float32Array,
  sampleRate: number,
  loudest: number,
): number[] {
  if (strip.seconds.length === 0) return [];
  const count = Math.max(0, Math.floor(strip.toX - strip.fromX));
  return Array.from({ length: count }, (_, pixel) => {
    const from = Math.floor(along(strip.seconds, strip.fromX + pixel) * sampleRate);
    const to = Math.max(from + 1, Math.floor(along(strip.seconds, strip.fromX + pixel + 1) * sampleRate));
    let most = 0;
    for (let at = Math.max(0, from); at < to && at < samples.length; at++) {
      const value = Math.abs(samples[at]!);
      if (value > most) most = value;
    }
    return Math.min(1, most / (loudest || 1));
  });
}
