/** Random weeks, for tests and measurements. Seeded. */
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xorshift128plus } from 'pure-rand/generator/xorshift128plus';
import type { WeekProblem } from './problem';

/** A random week of so many exercises on so many days. */
export function randomWeek(seed: number, exercises: number, dayCount: number): WeekProblem {
  const generator = xorshift128plus(seed);
  const int = (from: number, to: number) => uniformInt(generator, from, to);
  const weekDays = [0, 1, 2, 3, 4, 5, 6];
  const days: number[] = [];
  while (days.length < dayCount) days.push(...weekDays.splice(int(0, weekDays.length - 1), 1));
  const pairs = () =>
    Array.from({ length: int(1, 3) }, () => {
      const from = int(1, 5);
      const [stringFrom, stringTo] = int(0, 1) === 0 ? [from, from + 1] : [from + 1, from];
      return { stringFrom, stringTo, inside: int(0, 12), outside: int(0, 12) };
    });
  const sorted = days.sort((a, b) => a - b);
  return {
    blockMinutes: 2,
    warmUpMinutes: int(0, 4),
    changeMinutes: int(0, 1),
    pickingMinutes: int(6, 30),
    breakMinutes: int(1, 5),
    fastMinutes: int(0, 12),
    mostExercises: int(1, 7),
    days: sorted.map((day) => ({ day, minutes: int(2, 20) * 2 })),
    items: Array.from({ length: exercises }, (_, at) => {
      const least = int(1, 2);
      return {
        id: `e${at}`,
        isMust: int(0, 2) === 0,
        days: int(1, 4),
        least,
        most: least + int(0, 3),
        weight: int(1, 3),
        isFast: int(0, 3) === 0,
        exposure: pairs(),
        playedDays: int(0, 5) === 0 ? [0] : [],
        lastDay: int(0, 3) === 0 ? -int(1, 3) : null,
        locked: [],
      };
    }),
    played: int(0, 2) === 0 ? pairs() : [],
    share: int(0, 5) === 0 ? null : { low: 0.4, high: 0.6 },
  };
}
