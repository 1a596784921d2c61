'use client';
/** String changes by how often they fail, each with the drill that mends it. */
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { counted, KIND_NAMES, type Transition } from '@/core';
import type { Rate } from '@/core/record';
import { RowButton } from '@/ui/controls/RowButton';
import { Table } from '@/ui/controls/panel';
import { KindIcon } from '@/ui/lane/marks';
import { once } from '@/work/perform';

/** A change that fails. */
export interface ChangeRow {
  readonly key: string;
  readonly change: Pick<Transition, 'kind' | 'stringFrom' | 'stringTo'>;
  /** The exercise it is in; null: it is said above. */
  readonly title: string | null;
  /** How often it failed, of how many. */
  readonly times: readonly [number, number];
  readonly rate: Rate;
  /** What else is known of it. */
  readonly more: string;
  /** Makes its drill; a text says what is better than one. */
  readonly drill: (() => Promise<void>) | string;
}

/** The change is read first and what else is known may take two lines: words are not cut. */
const Wrapped = styled(Table)`
  th[scope='row'],
  td.more {
    white-space: normal;
  }
  th[scope='row'] {
    min-width: 9.5rem;
  }
  td.more {
    min-width: 6rem;
  }
`;

const MOST = 8;

const rateText = ({ percent, low, high }: Rate) =>
  `${percent.toFixed(1)} (${low.toFixed(1)} to ${high.toFixed(1)})`;

/** The first of the rows, and how many more there are. @param heads of what is counted, of what it is counted in, and of what else is known. */
export function ChangeTable({
  rows,
  heads: [times, rate, more],
  drillLabel,
}: {
  readonly rows: readonly ChangeRow[];
  readonly heads: readonly [string, string, ReactNode];
  readonly drillLabel: string;
}) {
  return (
    <>
      <Wrapped>
        <thead>
          <tr>
            <th scope="col">Change</th>
            <th scope="col" className="number">
              {times}
            </th>
            <th scope="col">{rate}</th>
            <th scope="col">{more}</th>
            <th scope="col">
              <span className="for-screen-readers">Drill</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST).map(({ key, change, title, times: [failed, played], ...row }) => {
            const words = `${KIND_NAMES[change.kind]}, string ${change.stringFrom} to ${change.stringTo}`;
            const { drill } = row;
            return (
              <tr key={key}>
                <th scope="row">
                  <KindIcon kind={change.kind} size={15} /> {words}
                  {title === null ? null : <small>{title}</small>}
                </th>
                <td className="number">
                  {failed} of {played}
                </td>
                <td title="with its 90 % interval">{rateText(row.rate)}</td>
                <td className="more">{row.more}</td>
                <td>
                  {typeof drill === 'string' ? (
                    drill
                  ) : (
                    <RowButton
                      aria-label={`${drillLabel}: ${words}`}
                      onClick={() => once('Making the drill', drill, undefined, key)}
                    >
                      Drill it
                    </RowButton>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Wrapped>
      {rows.length > MOST ? <p>{counted(rows.length - MOST, 'more change')} less often.</p> : null}
    </>
  );
}
