/** Exercises for the tests of scores. */
import fc from 'fast-check';
import { DAMPERS } from '../../passage/dampers';
import { SLANT_WISHES, TURN_WAYS } from '../../picking/policy';
import { newExercise, type Exercise } from '../../model/exercise';
import { MAX_EDGE_ANGLE, MOTIONS, OPEN_HAND } from '../../model/hand';
import type { Note, Passage } from '../../passage/passage';
import { passages } from '../../passage/testing';
import { METERS } from '../../time/slots';

/** Passages of every meter with pick-ups, loops and fingers. */
export const decorated = fc
  .record({
    passage: passages,
    meter: fc.constantFrom(...Object.values(METERS)),
    pickupBeats: fc.integer({ min: 0, max: 2 }),
    loop: fc.option(fc.tuple(fc.nat(), fc.nat())),
    fingers: fc.array(fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, undefined), {
      minLength: 1,
      maxLength: 7,
    }),
    dampers: fc.array(fc.constantFrom(undefined, undefined, ...DAMPERS), { minLength: 1, maxLength: 5 }),
  })
  .map(({ passage, meter, pickupBeats, loop, fingers, dampers }): Passage => {
    const stretch = meter.beatTicks / 6720;
    const pickupTicks = Math.min(pickupBeats, meter.beats - 1) * meter.beatTicks;
    const isLong = passage.lengthTicks * stretch > pickupTicks;
    const shift = isLong ? pickupTicks : 0;
    const notes = passage.notes.map((note, at): Note => {
      const finger = fingers[at % fingers.length];
      const damper = dampers[at % dampers.length];
      return {
        ...note,
        onsetTicks: note.onsetTicks * stretch - shift,
        durationTicks: note.durationTicks * stretch,
        ...(finger ? { finger } : {}),
        ...(damper ? { damper } : {}),
      };
    });
    const onsets = [...new Set(notes.map((note) => note.onsetTicks)), passage.lengthTicks * stretch - shift];
    const [a, b] = (loop ?? [0, 0]).map((pick) => onsets[pick % onsets.length]!).sort((x, y) => x - y);
    return {
      ...passage,
      meter,
      notes,
      pickupTicks: shift,
      lengthTicks: passage.lengthTicks * stretch - shift,
      ...(a! < b! && (a! > -shift || b! < passage.lengthTicks * stretch - shift)
        ? { loopBounds: { startTicks: a!, endTicks: b! } }
        : {}),
    };
  });

/** Exercises with all that a score can carry, and what it cannot. */
export const exercises = fc
  .record({
    passage: decorated,
    title: fc
      .string({ unit: 'grapheme', maxLength: 30 })
      .filter((title) => title.trim() === title && title !== ''),
    policy: fc.oneof(
      fc.record({ kind: fc.constantFrom('alternateByNote' as const, 'economy' as const) }),
      fc.record({ kind: fc.constant('sweep' as const), turn: fc.constantFrom(...TURN_WAYS) }),
      fc.record({ kind: fc.constant('oneSlant' as const), slant: fc.constantFrom(...SLANT_WISHES) }),
    ),
    damper: fc.constantFrom(null, ...DAMPERS),
    start: fc.constantFrom('down' as const, 'up' as const, 'auto' as const),
    words: fc.constantFrom('', 'Wide & "slow" <here>', 'Stop and look'),
    startBpm: fc.integer({ min: 20, max: 300 }),
    loops: fc.boolean(),
    motion: fc.constantFrom(null, ...MOTIONS),
    edge: fc.option(fc.integer({ min: 0, max: MAX_EDGE_ANGLE })),
  })
  .map(({ passage, title, policy, start, words, startBpm, loops, motion, edge, damper }): Exercise => ({
    ...newExercise(title, passage),
    hand: { ...OPEN_HAND, motion, edgeAngleDegrees: edge, damper },
    policy: { ...policy, start, loop: loops || passage.loopBounds !== undefined },
    startBpm,
    studentNotes: words ? [{ id: 'w1', text: words, pinnedTo: passage.notes.at(-1)!.id }] : [],
  }));
