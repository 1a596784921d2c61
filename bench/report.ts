/** Prints one figure with its goal and how they compare. */
export function report(what: string, value: number, unit: string, goal: number | null): void {
  const shown = value < 10 ? value.toFixed(3) : value.toFixed(0);
  const against =
    goal === null
      ? ''
      : `   goal ${goal} ${unit}: ${(value / goal).toFixed(2)} of it${value > goal ? '  OVER' : ''}`;
  console.log(`${what.padEnd(58)} ${shown.padStart(8)} ${unit}${against}`);
}
