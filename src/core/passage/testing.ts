/** Random passages for tests of formats. */
import fc from 'fast-check';
import { usualTuning } from '../instrument/instrument';
import { COMMON_METER } from '../time/slots';
import type { Note, Passage } from './passage';

const marks = fc.record(
  {
    dead: fc.constant(true as const),
    ghost: fc.constant(true as const),
    vibrato: fc.constant(true as const),
    slideIn: fc.constantFrom('from below' as const, 'from above' as const),
    slideOut: fc.constantFrom('upward' as const, 'downward' as const),
    bend: fc.record({ semitones: fc.constantFrom(null, 1, 2, 3), released: fc.boolean() }),
    lock: fc.record({ stroke: fc.constantFrom('down' as const, 'up' as const) }),
    technique: fc.constantFrom('hammer' as const, 'pull' as const, 'slide' as const, 'tap' as const),
  },
  { requiredKeys: [] },
);
const cell = fc.record({ fret: fc.integer({ min: 0, max: 24 }), marks });
const moment = fc.record({
  on: fc.dictionary(fc.integer({ min: 1, max: 9 }).map(String), cell, { minKeys: 1, maxKeys: 2 }),
  palmMute: fc.boolean(),
  lasts: fc.integer({ min: 1, max: 3 }),
  ring: fc.constantFrom('not' as const, 'not' as const, 'on' as const, 'anew' as const),
  rest: fc.integer({ min: 0, max: 2 }),
});

/** A passage in the form that every reader gives: one length a moment, one lock a pick, marks that fit their technique. */
export const passages = fc
  .record({
    moments: fc.array(moment, { minLength: 1, maxLength: 40 }),
    strings: fc.constantFrom(4, 6, 7, 8, 9),
    subdivision: fc.integer({ min: 1, max: 8 }),
  })
  .map(({ moments, strings, subdivision }): Passage => {
    const slotTicks = 6720 / subdivision;
    const notes: Note[] = [];
    let slot = 0;
    let [span, wasRinging] = [0, false];
    for (const { on, palmMute, lasts, ring, rest } of moments) {
      const here = Object.entries(on).filter(([string]) => Number(string) <= strings);
      if (here.length > 0) {
        if (ring === 'anew' || (ring === 'on' && !wasRinging)) span++;
        wasRinging = ring !== 'not';
      }
      const lock = here.find(([, one]) => one.marks.lock && !one.marks.technique)?.[1].marks.lock;
      for (const [string, { fret, marks: some }] of here.sort((a, b) => Number(b[0]) - Number(a[0]))) {
        const { technique = 'pick', lock: _, slideIn, bend, ...others } = some;
        const picked = technique === 'pick';
        notes.push({
          ...others,
          id: `n${notes.length + 1}`,
          string: Number(string),
          fret,
          technique,
          onsetTicks: slot * slotTicks,
          durationTicks: lasts * slotTicks,
          ...(bend && !some.dead ? { bend } : {}),
          ...(picked && slideIn ? { slideIn } : {}),
          ...(picked && lock ? { lock } : {}),
          ...(ring === 'not' ? {} : { held: span }),
          ...(palmMute ? { palmMute: true as const } : {}),
        });
      }
      slot += here.length > 0 ? lasts + rest : 0;
    }
    return {
      tuning: usualTuning(strings),
      meter: COMMON_METER,
      pickupTicks: 0,
      subdivision,
      beatSubdivisions: {},
      lengthTicks: Math.max(1, slot) * slotTicks,
      notes,
      nextNoteNumber: notes.length + 1,
    };
  })
  .filter((passage) => passage.notes.length > 0);
