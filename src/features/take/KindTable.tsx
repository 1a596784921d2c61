'use client';
/** How late notes come after each kind of change: a table whose rows are drawn on one scale of milliseconds. */
import styled from 'styled-components';
import { kindColour, KindIcon } from '@/ui/lane/marks';
import { Table } from '@/ui/controls/panel';
import { colour } from '@/ui/theme/tokens';
import { capital, type ChangeKind } from '@/core';
import { isSaid, type KindLateness, type TakeReport } from '@/core/take';
import { changesName, latenessText } from '@/work/take/words';

/** Rows that are drawn on one scale. */
export const Rows = styled(Table)`
  caption {
    padding: 0.75rem 0 0.3rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    text-align: left;
  }
  svg {
    display: block;
  }
  th span {
    display: inline-flex;
    align-items: center;
    gap: 0.35rem;
  }
  .sure {
    font-weight: 650;
  }
  td,
  th {
    vertical-align: middle;
  }
  thead svg text {
    fill: ${colour.inkSoft};
  }
`;

/** Of what is drawn in a row. */
export const WIDTH = 230;
export const HEIGHT = 22;
/** Milliseconds at least to each side, so that small differences look small. */
const LEAST_MS = 10;

/** Milliseconds to pixels, the same for all rows. */
export function scaleOf(some: readonly Pick<KindLateness, 'low' | 'high'>[]): {
  most: number;
  x: (ms: number) => number;
} {
  const most = some.reduce((far, { low, high }) => Math.max(far, -low, high), LEAST_MS) * 1.1;
  return { most, x: (ms) => WIDTH / 2 + (ms / most) * (WIDTH / 2 - 4) };
}

function Interval({
  one,
  x,
  isSure,
  fill,
}: {
  one: KindLateness;
  x: (ms: number) => number;
  isSure: boolean;
  fill: string;
}) {
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden>
      <path d={`M${x(0)},0 V${HEIGHT}`} stroke={colour.inkSoft} strokeWidth={1} />
      <path
        d={`M${x(one.low)},${HEIGHT / 2} H${x(one.high)}`}
        stroke={fill}
        strokeWidth={isSure ? 5 : 2.5}
        strokeLinecap="round"
      />
      <circle
        cx={x(one.meanMs)}
        cy={HEIGHT / 2}
        r={5}
        fill={isSure ? fill : colour.card}
        stroke={fill}
        strokeWidth={2}
      />
    </svg>
  );
}

/** A row: what the notes are, and how late. */
export interface LatenessRow {
  readonly name: string;
  readonly kind: ChangeKind | null;
  readonly one: KindLateness;
}

/** Rows on one scale. */
export function LatenessTable({
  rows,
  head,
  driven,
}: {
  rows: readonly LatenessRow[];
  head: string;
  driven: boolean;
}) {
  const { most, x } = scaleOf(rows.map(({ one }) => one));
  const step = most > 60 ? 50 : most > 25 ? 20 : most > 12 ? 10 : 5;
  return (
    <Rows>
      <thead>
        <tr>
          <th scope="col">{head}</th>
          <th scope="col" className="number">
            Notes
          </th>
          <th scope="col">
            <span className="for-screen-readers">Drawn</span>
            <svg width={WIDTH} height={16} aria-hidden fontSize={11} textAnchor="middle">
              {[-step, 0, step].map((ms) => (
                <text key={ms} x={x(ms)} y={12}>
                  {ms === 0 ? '0 ms' : ms < 0 ? `${step} early` : `${step} late`}
                </text>
              ))}
            </svg>
          </th>
          <th scope="col">Mean and 95 % interval</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, kind, one }) => {
          const isSure = isSaid(one, driven);
          return (
            <tr key={name} data-lateness={isSure ? 'sure' : 'not sure'}>
              <th scope="row">
                <span>
                  {kind ? <KindIcon kind={kind} size={15} /> : null} {capital(name)}
                </span>
              </th>
              <td className="number">{one.n}</td>
              <td>
                <Interval one={one} x={x} isSure={isSure} fill={kind ? kindColour(kind) : colour.accent} />
              </td>
              <td className={isSure ? 'long sure' : 'long'}>
                {latenessText(one)}
                {isSure ? '' : ' (may be nothing)'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Rows>
  );
}

/** The kinds of change of a take. */
export function KindTable({ report }: { report: Pick<TakeReport, 'kinds' | 'driven'> }) {
  return (
    <LatenessTable
      head="After"
      driven={report.driven}
      rows={report.kinds.map((one) => ({ name: changesName(one.change), kind: one.change, one }))}
    />
  );
}
