'use client';
/** Whom a file is for, what was written with it, and whether this browser is that student's. */
import type { Arrival } from '@/work/parcels/taking';
import { Choice } from '../controls/Choice';

export function Whom({
  arrival: { parcel, name, mayBecome, isOwn },
  becomes,
  onBecome,
}: {
  arrival: Arrival;
  becomes: boolean;
  onBecome: (becomes: boolean) => void;
}) {
  return (
    <>
      <p>
        {parcel.to === 'teacher'
          ? `The record of ${name}, given back.`
          : isOwn
            ? 'From your teacher, for you.'
            : `Prepared for ${name}.`}
      </p>
      {parcel.words.trim() === '' ? null : <blockquote>“{parcel.words.trim()}”</blockquote>}
      {mayBecome ? (
        <>
          <Choice
            label="Whose browser is this?"
            value={becomes ? 'student' : 'other'}
            onChange={(id) => onBecome(id === 'student')}
            options={[
              { id: 'student', name: `It is ${name}’s` },
              { id: 'other', name: 'Somebody else’s' },
            ]}
          />
          <p>
            {becomes
              ? `What is on record here as “Me” becomes ${name}’s, so that it can be given back; the student’s view and the warm-up come with it.`
              : 'The file is taken in; who practises here stays as it is.'}
          </p>
        </>
      ) : null}
    </>
  );
}
