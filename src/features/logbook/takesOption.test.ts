/** The chart of takes is given every figure as it is kept, and says only what moved for sure. */
import { expect, it } from 'vitest';
import { demoProject } from '@/demo/library';
import { THEMES } from '@/ui/theme/tokens';
import { agreementText, movedText, takesOption } from './takesOption';

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

it('says how often ear and measure agreed, and which way they differed', () => {
  const { runs } = demoProject();
  const [first, second, third, fourth] = runs;
  const heard = [first, second, third, fourth].map((run, at) => ({
    ...takes[0]!,
    runId: run!.id,
    verdict: { clean: at !== 1, noteId: null, because: null },
  }));
  const judged = [
    { ...first!, verdict: 'clean' as const },
    { ...second!, verdict: 'clean' as const },
    // Put right since: it goes by what stands now.
    { ...third!, id: 'later', corrects: third!.id, verdict: 'not clean' as const },
    { ...fourth!, verdict: 'clean' as const, judgedBy: 'measured' as const },
  ];
  expect(agreementText(heard, judged)).toBe(
    ' Ear and measure agreed in 1 of 3 runs that were heard; 1 was clean by ear alone, 1 by measure alone.',
  );
  expect(agreementText(takes, judged)).toBe('');
});
