/** What the chart of takes draws, and what it says. */
import { capital, counted, type ChangeKind, type RunRecord, type TakeRecord } from '@/core';
import { timeAxis } from '@/ui/charts/dates';
import { axisLook, tipLook, type ChartColours } from '@/ui/charts/look';
import { tenths } from '@/ui/charts/tempoSeries';
import { movements } from '@/work/take/kept';
import { changesName, msText } from '@/work/take/words';

const GRID = { left: 46, right: 14, top: 34, bottom: 26 };
const BAND_OPACITY = 0.16;
const SHOWN = ['inside', 'outside', 'sweep', 'backtrack'] as const;
const SYMBOLS = { inside: 'diamond', outside: 'circle', sweep: 'triangle', backtrack: 'rect' } as const;

type Shown = (typeof SHOWN)[number];
const kindIn = ({ kinds }: TakeRecord, change: ChangeKind) => kinds.find((kind) => kind.change === change);

/** The lines and bands of the kinds, as the chart draws them. */
export function takesOption(takes: readonly TakeRecord[], colours: ChartColours) {
  const kinds = SHOWN.filter((change) => takes.some((take) => kindIn(take, change)));
  const of = (change: Shown, value: (kind: TakeRecord['kinds'][number]) => number) =>
    takes.flatMap((take) => {
      const kind = kindIn(take, change);
      return kind ? [[take.at.slice(0, 19), tenths(value(kind))]] : [];
    });
  return {
    grid: GRID,
    legend: { top: 0, right: 0, textStyle: { color: colours.ink }, data: kinds.map(changesName) },
    tooltip: { trigger: 'axis', ...tipLook(colours) },
    xAxis: { ...timeAxis, ...axisLook(colours) },
    yAxis: { type: 'value', name: 'ms late', ...axisLook(colours) },
    series: kinds.flatMap((change) => {
      const edge = {
        type: 'line',
        stack: `band of ${change}`,
        // The lower edge may lie below 0 and the band above it.
        stackStrategy: 'all',
        symbol: 'none',
        silent: true,
        lineStyle: { opacity: 0 },
        tooltip: { show: false },
      };
      return [
        { ...edge, data: of(change, ({ low }) => low) },
        {
          ...edge,
          data: of(change, ({ low, high }) => high - low),
          areaStyle: { color: colours[change], opacity: BAND_OPACITY },
        },
        {
          name: changesName(change),
          type: 'line',
          symbol: SYMBOLS[change],
          symbolSize: 8,
          data: of(change, ({ meanMs }) => meanMs),
          lineStyle: { color: colours[change], width: 2 },
          itemStyle: { color: colours[change] },
        },
      ];
    }),
  };
}

/** What moved from the first to the last, in words. */
export function movedText(takes: readonly TakeRecord[]): string {
  const [first, last] = [takes[0]!, takes.at(-1)!];
  if (first === last) return '';
  const sure = movements(first, last).filter(({ low, high }) => low > 0 || high < 0);
  if (sure.length === 0) return ' Nothing moved for sure since the first of them.';
  return ` ${sure
    .map(({ change, fromMs, toMs, low, high }) => {
      const size = Math.abs(toMs) < Math.abs(fromMs) ? 'nearer to their place' : 'further off';
      const by = [Math.abs(low), Math.abs(high)].sort((a, b) => a - b).map(msText);
      return `${capital(changesName(change))} moved by ${by[0]} to ${by[1]} ms since the first, ${size}`;
    })
    .join('; ')}.`;
}

/** How often ear and measure said the same of runs that were heard; empty where none was. */
export function agreementText(takes: readonly TakeRecord[], runs: readonly RunRecord[]): string {
  // A run that was put right goes by the first of its chain.
  const byId = new Map(runs.map((run) => [run.corrects ?? run.id, run]));
  const both = takes.flatMap(({ runId, verdict }) => {
    const run = runId === null ? undefined : byId.get(runId);
    return run && verdict && run.judgedBy !== 'measured'
      ? [{ ear: run.verdict === 'clean', measure: verdict.clean }]
      : [];
  });
  if (both.length === 0) return '';
  const same = both.filter(({ ear, measure }) => ear === measure).length;
  const kinder = both.filter(({ ear, measure }) => ear && !measure).length;
  const stricter = both.length - same - kinder;
  const apart = [
    ...(kinder > 0 ? [`${kinder} ${kinder === 1 ? 'was' : 'were'} clean by ear alone`] : []),
    ...(stricter > 0 ? [`${stricter} by measure alone`] : []),
  ].join(', ');
  return ` Ear and measure agreed in ${same} of ${counted(both.length, 'run')} that were heard${apart === '' ? '' : `; ${apart}`}.`;
}
