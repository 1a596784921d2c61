/**
 * How the drifting clean tempo holds for simulated hands whose tempos a ladder chooses (two clean up, one that is not down): how often the 90 %
 * interval has the truth, and the middle of what it is off. Invented hands; the runs are drawn by a seed.
 */
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { estimateTempoToday } from '@/core';

const PLAYERS = 80;
const DAYS = 24;
/** Two months, the last week every day. */
const SPAN_DAYS = 60;
const LAST_WEEK = 7;
const RUNS_A_DAY = 6;
const PASSES = 2;
const STEP_BPM = 4;

interface Hand {
  readonly name: string;
  /** The tempo at which four of five passes are clean, on a day of the span. */
  readonly truth: (day: number) => number;
  /** Logits an octave. */
  readonly slope?: number;
  /** Passes that go wrong at any tempo. */
  readonly lapses?: number;
}

const between = (from: number, to: number, part: number) =>
  from * (to / from) ** Math.min(1, Math.max(0, part));
const HANDS: readonly Hand[] = [
  { name: 'steady at 90', truth: () => 90 },
  { name: 'a plateau at 95 after a rise from 80', truth: (day) => between(80, 95, day / 30) },
  { name: 'a slow rise, 90 to 105', truth: (day) => between(90, 105, day / SPAN_DAYS) },
  { name: 'a quick rise, 60 to 110', truth: (day) => between(60, 110, day / SPAN_DAYS) },
  {
    name: 'a fall of a fifth over the last week',
    truth: (day) => between(100, 80, (day - SPAN_DAYS + LAST_WEEK) / LAST_WEEK),
  },
  { name: 'fallen by a fifth a week ago', truth: (day) => (day <= SPAN_DAYS - LAST_WEEK ? 100 : 80) },
  { name: 'a fall in the last session alone', truth: (day) => (day < SPAN_DAYS ? 100 : 80) },
  { name: 'a very uneven hand (slope 6)', truth: () => 90, slope: 6 },
  { name: 'one pass of twenty lapses', truth: () => 90, lapses: 0.05 },
];

/** Prints the table. */
export function benchDrift(): void {
  const random = xoroshiro128plus(1);
  const chance = () => uniformInt(random, 0, 1_000_000) / 1_000_001;
  for (const { name, truth, slope = 12, lapses = 0 } of HANDS) {
    let inside = 0;
    const off: number[] = [];
    for (let player = 0; player < PLAYERS; player++) {
      let [bpm, inARow] = [truth(1) * 0.9, 0];
      const runs: { day: number; bpm: number; passes: number; clean: boolean }[] = [];
      for (let session = 1; session <= DAYS; session++) {
        const day =
          session > DAYS - LAST_WEEK
            ? SPAN_DAYS - (DAYS - session)
            : Math.round((session * (SPAN_DAYS - LAST_WEEK)) / (DAYS - LAST_WEEK));
        for (let run = 0; run < RUNS_A_DAY; run++) {
          const logit = Math.log(4) - slope * Math.log2(bpm / truth(day));
          const p = (1 - lapses) / (1 + Math.exp(-logit));
          const clean = Array.from({ length: PASSES }, chance).every((drawn) => drawn < p);
          runs.push({ day, bpm, passes: PASSES, clean });
          inARow = clean ? inARow + 1 : 0;
          if (!clean) bpm = Math.max(30, bpm - STEP_BPM);
          else if (inARow === 2) [bpm, inARow] = [bpm + STEP_BPM, 0];
        }
      }
      const made = estimateTempoToday(runs, { today: SPAN_DAYS });
      const now = truth(SPAN_DAYS);
      if (made && made.low <= now && now <= made.high) inside++;
      if (made) off.push(Math.log2(made.bpm / now));
    }
    off.sort((a, b) => a - b);
    const middle = off[Math.floor(off.length / 2)]!;
    console.log(
      `${name.padEnd(42)} ${((100 * inside) / PLAYERS).toFixed(0).padStart(3)} % held, ${middle >= 0 ? '+' : ''}${middle.toFixed(3)} octaves off in the middle`,
    );
  }
}
