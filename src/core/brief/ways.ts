/**
 * The way that a line came to a note, which says what going on costs: it may turn round, and turn in place, which is back by the interval
 * that it came by (A B A).
 */
import { WEIGHTS } from './weights';

/** Intervals up to an octave are told apart; wider ones count as one. */
const WIDEST = 12;

/**
 * Ways are numbers: 0 none yet; odd up, even down. 1 and 2: by an interval that is not known, as round a seam; the others by
 * 1, 1, 2, 2, … semitones.
 */
export const WAYS = 3 + 2 * WIDEST;
/** The ways that say no more than a direction, or none: how a loop may come to its first note. */
export const DIRECTIONS_COME = [0, 1, 2] as const;

/** The way of an interval; 0 for a pitch that stays. */
export const wayOf = (rise: number): number =>
  rise === 0 ? 0 : 2 * Math.min(WIDEST, Math.abs(rise)) + (rise > 0 ? 1 : 2);

/** 1 up, 2 down, 0 none. */
export const directionOf = (way: number): number => (way === 0 ? 0 : 2 - (way & 1));

/** 0 where it is not known. */
const sizeOf = (way: number) => (way - 1) >> 1;

/** Whether going on some way after having come some way turns the direction. */
export const turns = (came: number, way: number): boolean =>
  came !== 0 && way !== 0 && directionOf(came) !== directionOf(way);

/** What going on some way costs after having come some way. */
export function turnCost(came: number, way: number): number {
  if (!turns(came, way)) return 0;
  const isInPlace = sizeOf(came) > 0 && sizeOf(came) === sizeOf(way);
  return WEIGHTS.turn + (isInPlace ? WEIGHTS.inPlace : 0);
}

/** The way that a line has come after a step: a pitch that stays leaves it as it was. */
export const wayAfter = (came: number, way: number): number => (way === 0 ? came : way);

const NONE = -1;

/**
 * The least of some values by way when going from one to another costs `turnCost`; looked up for each way without comparing all
 * with all. (What it costs is the same either way, so it serves forward and backward.)
 */
export class LeastByWay {
  /** The least value where it was looked up last, turn included, and the way it has there; −1: none. */
  least = Infinity;
  at = NONE;
  /** By direction: the way with the least value and what that is, and the same of the next, which has another size. */
  private readonly first = new Int32Array(3);
  private readonly firstValue = new Float64Array(3);
  private readonly second = new Int32Array(3);
  private readonly secondValue = new Float64Array(3);

  /** @param price what each turn costs besides. */
  constructor(private readonly price = 0) {}

  /** Takes `WAYS` values that begin somewhere in a list. @returns whether any of them is finite. */
  take(values: Float64Array, from: number): boolean {
    for (let direction = 0; direction < 3; direction++) {
      let [first, value, second, next] = [NONE, Infinity, NONE, Infinity];
      const end = direction === 0 ? 1 : WAYS;
      for (let way = direction; way < end; way += 2) {
        const here = values[from + way]!;
        if (here < value) {
          [second, next] = [first, value];
          [first, value] = [way, here];
        } else if (here < next) [second, next] = [way, here];
      }
      this.first[direction] = first;
      this.firstValue[direction] = value;
      this.second[direction] = second;
      this.secondValue[direction] = next;
    }
    return this.first[0]! + this.first[1]! + this.first[2]! > 3 * NONE;
  }

  private offer(way: number, value: number): void {
    if (value < this.least) {
      this.least = value;
      this.at = way;
    }
  }

  /** Looks up the least of all values with what turning to or from `way` costs. */
  look(way: number): void {
    const { first, firstValue, second, secondValue } = this;
    this.least = firstValue[0]!;
    this.at = first[0]!;
    if (way === 0) {
      this.offer(first[1]!, firstValue[1]!);
      this.offer(first[2]!, firstValue[2]!);
      return;
    }
    const direction = directionOf(way);
    const other = 3 - direction;
    this.offer(first[direction]!, firstValue[direction]!);
    this.offer(first[other]!, firstValue[other]! + turnCost(first[other]!, way) + this.price);
    this.offer(second[other]!, secondValue[other]! + turnCost(second[other]!, way) + this.price);
  }

  /** The same of those alone that do not turn, or of those alone that do; `way` is none that stays. */
  lookOnly(way: number, turning: boolean): void {
    const { first, firstValue, second, secondValue } = this;
    const direction = directionOf(way);
    [this.least, this.at] = turning ? [Infinity, NONE] : [firstValue[0]!, first[0]!];
    if (!turning) return this.offer(first[direction]!, firstValue[direction]!);
    const other = 3 - direction;
    for (const [from, value] of [
      [first[other]!, firstValue[other]!],
      [second[other]!, secondValue[other]!],
    ] as const)
      this.offer(from, value + turnCost(from, way) + this.price);
  }
}
