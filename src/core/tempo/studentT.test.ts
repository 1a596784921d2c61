/** Student's t against a printed table: Fisher & Yates, as in Abramowitz & Stegun (1964), table 26.10; values from memory. */
import { expect, it } from 'vitest';
import { studentQuantile } from './studentT';

it.each([
  [1, 6.314, 12.706, 63.657],
  [2, 2.92, 4.303, 9.925],
  [3, 2.353, 3.182, 5.841],
  [4, 2.132, 2.776, 4.604],
  [5, 2.015, 2.571, 4.032],
  [9, 1.833, 2.262, 3.25],
  [10, 1.812, 2.228, 3.169],
  [20, 1.725, 2.086, 2.845],
  [30, 1.697, 2.042, 2.75],
  [60, 1.671, 2, 2.66],
  [120, 1.658, 1.98, 2.617],
])('with %i degrees of freedom: 95 % below %d, 97.5 % below %d, 99.5 % below %d', (freedom, ...printed) => {
  const found = [0.95, 0.975, 0.995].map((probability) => studentQuantile(probability, freedom));
  expect(found.map((value) => Number(value.toFixed(3)))).toEqual(printed);
});

it('refuses what it has no value for', () => {
  for (const [probability, freedom] of [
    [0.4, 5],
    [1, 5],
    [0.95, 0],
    [0.95, 2.5],
  ] as const)
    expect(() => studentQuantile(probability, freedom)).toThrow(RangeError);
});
