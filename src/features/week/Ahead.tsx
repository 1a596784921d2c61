'use client';
import { useMemo } from 'react';
import { bpmText } from '@/core';
import { Panel, Table } from '@/ui/controls/panel';
import { dayText } from '@/ui/dayText';
import { weeksAhead } from '@/work/week/ahead';
import type { OpenWeek } from '@/work/week/problem';

/** Where the ladders would lead in the coming weeks. */
export function Ahead({ open }: { open: OpenWeek }) {
  const { mondays, rows } = useMemo(() => weeksAhead(open), [open]);
  if (rows.every(({ bpms }) => bpms.every((bpm) => bpm === null))) return null;
  return (
    <Panel aria-label="The weeks ahead">
      <h2>The weeks ahead, at the soonest</h2>
      <p>
        A guess by the ladders alone: where they would lead were every run clean, and each week like this one.
        Wherever a run is not clean it takes longer. Beats a minute at the end of the week that begins on that
        day.
      </p>
      <Table>
        <thead>
          <tr>
            <th scope="col">Exercise</th>
            <th scope="col" className="number">
              Now
            </th>
            {mondays.map((monday) => (
              <th key={monday} scope="col" className="number">
                {dayText(monday)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ exerciseId, title, fromBpm, bpms }) => (
            <tr key={exerciseId}>
              <th scope="row" className="long">
                {title}
              </th>
              <td className="number">{bpmText(fromBpm)}</td>
              {bpms.map((bpm, at) => (
                <td key={at} className="number">
                  {bpm === null ? 'not planned' : bpmText(bpm)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}
