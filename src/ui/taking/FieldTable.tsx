'use client';
/** Two versions of a record side by side, field by field. */
import type { Difference } from '@/core';
import type { Around } from '@/work/parcels/listing';
import { nameOf, valueText } from './differences';

export function FieldTable({
  difference,
  around,
  other,
}: {
  difference: Difference;
  around: Around;
  /** What the other version is called. */
  other: string;
}) {
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">What differs</th>
          <th scope="col">Here</th>
          <th scope="col">{other}</th>
        </tr>
      </thead>
      <tbody>
        {difference.fields.map(({ field, here, there }) => (
          <tr key={field}>
            <th scope="row">{nameOf(field)}</th>
            <td>{valueText(field, here, around)}</td>
            <td>{valueText(field, there, around)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
