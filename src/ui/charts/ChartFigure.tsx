'use client';
import { Download } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { attempt } from '@/work/perform';
import { Button } from '../controls/Button';
import { download } from '../shell/download';
import { colour } from '../theme/tokens';
import { dayText } from '@/ui/dayText';

const Figure = styled.figure`
  margin: 0;
  padding: 0.75rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  figcaption {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.75rem;
    min-height: 2rem;
  }
  h2 {
    margin-right: auto;
    font-size: 1rem;
  }
  .said {
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
  .table {
    overflow-x: auto;
    max-height: 22rem;
    overflow-y: auto;
  }
  table {
    border-collapse: collapse;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 0.15rem 0.9rem 0.15rem 0;
    border-bottom: 1px solid ${colour.line};
    text-align: left;
    white-space: nowrap;
  }
  thead th {
    position: sticky;
    top: 0;
    background: ${colour.card};
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
  }
  tbody th {
    font-weight: 500;
  }
`;

const ISO_DAY = /^\d{4}-\d{2}-\d{2}$/;

/** Days are written out on the screen; the file keeps them as they are, to be sorted. */
function shown<T>(cell: T): T | string {
  return typeof cell === 'string' && ISO_DAY.test(cell) ? dayText(cell) : cell;
}

/** A table behind a chart: heads and rows of plain values. */
export interface ChartTable {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

interface ChartFigureProps {
  readonly title: string;
  /** What it says in a sentence. */
  readonly said?: ReactNode;
  /** Null: there is nothing to draw, and the sentence says why. While it is being worked out its buttons keep their places. */
  readonly table: ChartTable | null | 'coming';
  /** Name of the file that the table is saved as. */
  readonly file: string;
  /** Choices about what is drawn. */
  readonly choices?: ReactNode;
  readonly children: ReactNode;
}

/** A chart with what it says, its table, and the table as a file. */
export function ChartFigure({ title, said, table: given, file, choices, children }: ChartFigureProps) {
  const [isTable, setIsTable] = useState(false);
  const isComing = given === 'coming';
  const table = isComing ? null : given;
  const save = async () => {
    const { csvFormatRows } = await import('d3-dsv');
    const rows = [table!.heads, ...table!.rows].map((row) => row.map((cell) => String(cell ?? '')));
    download(file, csvFormatRows(rows), 'text/csv');
  };
  return (
    <Figure aria-label={title}>
      <figcaption>
        <h2>{title}</h2>
        {choices}
        {table || isComing ? (
          <>
            <Button
              look="quiet"
              aria-pressed={isTable}
              isDisabled={isComing}
              onPress={() => setIsTable(!isTable)}
            >
              {isTable ? 'Show the picture' : 'Show the table'}
            </Button>
            <Button
              look="quiet"
              aria-label={`Save “${title}” as CSV`}
              isDisabled={isComing}
              onPress={() => attempt('Saving the table', save)}
            >
              <Download size={15} aria-hidden /> CSV
            </Button>
          </>
        ) : null}
      </figcaption>
      {said ? <p className="said">{said}</p> : null}
      {table && isTable ? (
        // A part that scrolls must be reached by key.
        <div className="table" tabIndex={0} role="region" aria-label={`${title}, table`}>
          <table>
            <thead>
              <tr>
                {table.heads.map((head) => (
                  <th scope="col" key={head}>
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {table.rows.map((row, at) => (
                <tr key={at}>
                  {row.map((cell, column) =>
                    column === 0 ? (
                      <th scope="row" key={column}>
                        {shown(cell)}
                      </th>
                    ) : (
                      <td key={column}>{shown(cell ?? '–')}</td>
                    ),
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        children
      )}
    </Figure>
  );
}
