/** What is said of a clean tempo: never more than the record holds. The one place that decides it. */
import { notesPerSecond } from '../time/slots';
import { bpmText } from '../tempo/speeds';
import { dayNumber, type DayRecord } from './day';

/** An estimate is stated from so many clean and so many unclean runs, or so many days of practice with at least one of each. */
const FEWEST_RUNS = 3;
const FEWEST_DAYS = 3;

/** A clean tempo in beats a minute of one subdivision. */
export interface TempoNow {
  readonly bpm: number;
  readonly low: number;
  readonly high: number;
}

/** Tempos in beats a minute of one subdivision. */
export type StatedTempo =
  | ({ readonly says: 'estimate' } & TempoNow)
  | { readonly says: 'too early' }
  /** Nothing was clean, or the estimate lies well below it: the slowest that was tried. */
  | { readonly says: 'not yet clean'; readonly bpm: number }
  /** Nothing was unclean, or the estimate lies well above it: the fastest that was clean. */
  | { readonly says: 'at least'; readonly bpm: number };

/** How many runs of the whole came out clean and how many did not, on how many days, and how fast they were. */
export interface Evidence {
  readonly clean: number;
  readonly unclean: number;
  readonly days: number;
  /** In notes a second. */
  readonly slowest: number;
  readonly fastest: number;
}

export const NO_EVIDENCE: Evidence = { clean: 0, unclean: 0, days: 0, slowest: Infinity, fastest: 0 };

/** What is known after one more day. */
export function withDay(known: Evidence, { speeds }: Pick<DayRecord, 'speeds'>): Evidence {
  if (speeds.length === 0) return known;
  const count = (isClean: boolean) =>
    speeds.reduce((sum, { clean, runs }) => sum + (clean === isClean ? runs : 0), 0);
  const all = speeds.map((group) => group.notesPerSecond);
  return {
    clean: known.clean + count(true),
    unclean: known.unclean + count(false),
    days: known.days + 1,
    slowest: Math.min(known.slowest, ...all),
    fastest: Math.max(known.fastest, ...all),
  };
}

/** Whether so much evidence bears an estimate. */
export function bearsEstimate({ clean, unclean, days }: Evidence): boolean {
  if (clean >= FEWEST_RUNS && unclean >= FEWEST_RUNS) return true;
  return days >= FEWEST_DAYS && clean > 0 && unclean > 0;
}

/** What is stated lies no further than so from what was played: above the fastest clean of the last weeks, below the slowest tried. */
const MOST_ABOVE = 1.08;
const MOST_BELOW = 0.92;
const RECENT_DAYS = 28;

/** The fastest that was clean in the last four weeks, or ever where nothing was; 0: nothing. In notes a second. */
function fastestClean(days: readonly DaySpeeds[], today: string): number {
  const fastest = (some: readonly DaySpeeds[]) =>
    some.reduce(
      (most, { speeds }) =>
        speeds.reduce((best, one) => (one.clean ? Math.max(best, one.notesPerSecond) : best), most),
      0,
    );
  const recent = days.filter(({ day }) => dayNumber(today) - dayNumber(day) < RECENT_DAYS);
  return fastest(recent) || fastest(days);
}

type DaySpeeds = Pick<DayRecord, 'day' | 'speeds'>;

/**
 * What the days of practice of one exercise say of its clean tempo; null without a run of the whole.
 * @param tempo as reckoned; null where faster came out cleaner. @param subdivision slots a beat that tempos are given in.
 */
export function statedTempo(
  days: readonly DaySpeeds[],
  tempo: TempoNow | null,
  subdivision: number,
  today: string,
): StatedTempo | null {
  const evidence = days.reduce(withDay, NO_EVIDENCE);
  const { clean, unclean, slowest, fastest } = evidence;
  const bpm = (speed: number) => speed / notesPerSecond(1, subdivision);
  if (clean + unclean === 0) return null;
  if (clean === 0) return { says: 'not yet clean', bpm: bpm(slowest) };
  if (unclean === 0) return { says: 'at least', bpm: bpm(fastest) };
  if (!tempo || !bearsEstimate(evidence)) return { says: 'too early' };
  const proven = bpm(fastestClean(days, today));
  if (tempo.bpm > MOST_ABOVE * proven) return { says: 'at least', bpm: proven };
  if (tempo.bpm < MOST_BELOW * bpm(slowest)) return { says: 'not yet clean', bpm: bpm(slowest) };
  return { says: 'estimate', ...tempo };
}

/** Rounded as tables round it first, so that both say the same. */
const whole = (bpm: number) => bpmText(Math.round(Number(bpm.toFixed(1))));

/** The clean tempo in words that follow “clean tempo”, with bpm and, of an estimate, where it lies. */
export function statedText(stated: StatedTempo): string {
  switch (stated.says) {
    case 'estimate':
      return `${whole(stated.bpm)} bpm, somewhere from ${rangeText(stated)}`;
    case 'too early':
      return 'too early to say';
    case 'not yet clean':
      return `not yet clean at ${whole(stated.bpm)}, the slowest tried`;
    case 'at least':
      return `at least ${whole(stated.bpm)}, the fastest that came out clean`;
  }
}

/** Where an estimate lies: “73 to 84”. */
export const rangeText = ({ low, high }: TempoNow): string => `${whole(low)} to ${whole(high)}`;

/** The clean tempo in the fewest words: “78”, “≥ 80”, “< 100”; empty where nothing can be said. */
export function statedShort(stated: StatedTempo | null): string {
  if (stated === null || stated.says === 'too early') return '';
  const sign = { estimate: '', 'at least': '≥ ', 'not yet clean': '< ' }[stated.says];
  return sign + whole(stated.bpm);
}
