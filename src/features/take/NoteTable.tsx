'use client';
/** Every note of a pass as a table, for those who do not see the lane. */
import { counted, KIND_NAMES, noteById } from '@/core';
import { noteIdOf, passOf } from '@/core/take';
import { Panel, Table } from '@/ui/controls/panel';
import type { CheckedTake } from '@/work/take/desk';

const STATES = { played: 'played', wrong: 'another pitch', missing: 'missing' } as const;

/** The notes of a pass, folded away until they are asked for. */
export function NoteTable({ take, pass }: { take: CheckedTake; pass: number }) {
  const { plan, report, ask } = take;
  const rows = plan.notes.flatMap((note, index) => (passOf(note.id) === pass ? [{ note, index }] : []));
  return (
    <Panel as="details">
      <summary>
        All {counted(rows.length, 'note')} of pass {pass + 1}
      </summary>
      <Table>
        <thead>
          <tr>
            <th scope="col">Note</th>
            <th scope="col">String and fret</th>
            <th scope="col">After</th>
            <th scope="col" className="number">
              Late, ms
            </th>
            <th scope="col">How</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ note, index }) => {
            const { deviationMs, state, bunched, ringsOn } = report.notes[index]!;
            const written = noteById(ask.exercise.passage, noteIdOf(note.id));
            return (
              <tr key={note.id}>
                <th scope="row">{index + 1}</th>
                <td>{written ? `${written.string}, ${written.dead ? 'dead' : written.fret}` : '–'}</td>
                <td>{note.change ? KIND_NAMES[note.change] : '–'}</td>
                <td className="number">
                  {deviationMs === null ? '–' : deviationMs.toFixed(1).replace('-', '−')}
                </td>
                <td>
                  {bunched ? 'bunched' : STATES[state]}
                  {ringsOn ? ', rings on' : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Panel>
  );
}
