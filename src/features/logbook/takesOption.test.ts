/** The chart of takes is given every figure as it is kept, and says only what moved for sure. */
import { expect, it } from 'vitest';
import { demoProject } from '@/demo/library';
import { THEMES } from '@/ui/theme/tokens';
import { movedText, takesOption } from './takesOption';

const takes = demoProject().takes;
const series = takesOption(takes, THEMES.light).series as unknown as {
  name?: string;
  stack?: string;
  data: [string, number][];
}[];

it('draws each kind at its mean, between the edges of its interval', () => {
  const insides = takes.map(({ kinds }) => kinds.find(({ change }) => change === 'inside')!);
  const line = series.find(({ name }) => name === 'inside changes')!;
  expect(line.data.map(([, ms]) => ms)).toEqual(
    insides.map(({ meanMs }) => expect.closeTo(meanMs, 1) as number),
  );
  const [low, band] = series.filter(({ stack }) => stack === 'band of inside');
  low!.data.forEach(([, from], at) => {
    expect(from).toBeCloseTo(insides[at]!.low, 0);
    expect(from + band!.data[at]![1]).toBeCloseTo(insides[at]!.high, 0);
  });
});

it('says what moved for sure since the first, and nothing of one take', () => {
  expect(movedText(takes)).toMatch(
    /^ Inside changes moved by [\d.]+ to [\d.]+ ms since the first, nearer to their place\.$/,
  );
  expect(movedText(takes.slice(0, 1))).toBe('');
  expect(movedText([takes[0]!, takes[0]!, { ...takes[0]!, id: 'other' }])).toMatch(/Nothing moved for sure/);
});
