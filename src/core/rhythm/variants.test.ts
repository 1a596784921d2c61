/** Rhythms for practice: the notes in their order, at the lengths that the trade's words say (common practice, no source). */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { passages } from '../passage/testing';
import { passageFault } from '../formats/project/project';
import { RHYTHMS, type Rhythm } from './names';
import { inRhythm } from './variants';

/** Lengths of the first eight moments, in slots as written. */
const LENGTHS: Readonly<Record<Rhythm, { fine: readonly number[]; coarse: readonly number[] }>> = {
  'long, short': { fine: [1.5, 0.5, 1.5, 0.5, 1.5, 0.5, 1.5, 0.5], coarse: [2, 1, 2, 1, 2, 1, 2, 1] },
  'short, long': { fine: [0.5, 1.5, 0.5, 1.5, 0.5, 1.5, 0.5, 1.5], coarse: [1, 2, 1, 2, 1, 2, 1, 2] },
  bursts: { fine: [1, 1, 1, 1, 0.5, 0.5, 0.5, 0.5], coarse: [2, 2, 2, 2, 1, 1, 1, 1] },
  'with stops': { fine: [2, 2, 2, 2, 2, 2, 2, 2], coarse: [2, 2, 2, 2, 2, 2, 2, 2] },
};

it('keeps the notes in their order, each as long as its rhythm says, and lengthens nothing in pairs', () => {
  fc.assert(
    fc.property(passages, fc.constantFrom(...RHYTHMS), (passage, rhythm) => {
      const made = inRhythm(passage, rhythm);
      const bare = ({ notes }: typeof made) =>
        notes.map(({ onsetTicks: _o, durationTicks: _d, ...note }) => note);
      expect(bare(made)).toEqual(bare(passage));
      const slot = 6720 / passage.subdivision;
      const onsets = [...new Set(made.notes.map(({ onsetTicks }) => onsetTicks)), made.lengthTicks];
      const gaps = onsets.slice(1).map((onset, at) => (onset - onsets[at]!) / slot);
      const lengths = LENGTHS[rhythm][passage.subdivision <= 4 ? 'fine' : 'coarse'];
      gaps.forEach((gap, at) => expect(gap).toBeCloseTo(lengths[at % 8]!, 9));
      // What sounds lasts to the next note, but for stops: a rest as long as the note.
      const sounds = made.notes.map(({ onsetTicks, durationTicks }) => {
        const next = onsets.find((onset) => onset > onsetTicks)!;
        return durationTicks / (next - onsetTicks);
      });
      for (const share of sounds) expect(share).toBeCloseTo(rhythm === 'with stops' ? 0.5 : 1, 9);
      expect(onsets[0]! + passage.pickupTicks).toBe(0);
      expect(passageFault(made)).toBeNull();
    }),
  );
});
