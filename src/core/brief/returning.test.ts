/** A figure that returns: counted anew from the degrees of another library, in lines that grant their brief. */
import { Note, Scale } from 'tonal';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise } from '../model/exercise';
import type { Brief } from '../model/brief';
import { emptyPassage } from '../passage/empty';
import { pitchOf } from '../passage/passage';
import { draftBrief } from './draft';
import { unmetWishes } from './meets';
import { composeToBrief } from './search';
import { briefText } from './words';
import { DEFAULT_SCHOOLS } from '../picking/schools';

const brief = (parts: Partial<Brief>): Brief => ({
  ...draftBrief(newExercise('', emptyPassage())),
  ...{ strings: [5, 4, 3, 2], frets: [5, 9], notes: 16, tones: { kind: 'scale', tonic: 'A', name: 'minor' } },
  ...parts,
});

/** How often the first so many degrees come again, moved. */
function recounted(pitches: readonly number[], size: number): number {
  const names = Scale.get('A minor').notes.map((name) => Note.chroma(name)!);
  // Degrees from A upward.
  const degree = (pitch: number) => 7 * Math.floor((pitch - 9) / 12) + names.indexOf(pitch % 12);
  const shape = (from: number) =>
    pitches.slice(from, from + size).map((pitch) => degree(pitch) - degree(pitches[from]!));
  const steps = pitches.slice(1, 2 * size).map((pitch, at) => degree(pitch) - degree(pitches[at]!));
  if (new Set(steps).size === 1) return 0;
  let count = 0;
  for (let from = size; from + size <= pitches.length; from += size)
    if (shape(from).join() === shape(0).join() && degree(pitches[from]!) !== degree(pitches[0]!)) count++;
  return count;
}

describe('a figure that returns', () => {
  it.each([3, 4] as const)('of %i notes stands first, in lines that grant all else', (size) => {
    const plain = brief({
      targets: [{ kind: 'inside', strings: null, direction: null, skipped: null, min: 2, max: null }],
    });
    const wished: Brief = { ...plain, returns: size };
    const { candidates, state } = composeToBrief(wished, DEFAULT_SETUP, { wanted: 4, expansions: 0 });
    expect(state).toBe('best found');
    const counts = candidates.map(({ passage, policy, returns }) => {
      expect(unmetWishes(wished, passage, policy, DEFAULT_SETUP)).toEqual([]);
      const count = recounted(
        passage.notes.map((note) => pitchOf(passage, note)),
        size,
      );
      expect(returns).toBe(count);
      return count;
    });
    const without = composeToBrief(plain, DEFAULT_SETUP, { wanted: 4, expansions: 0 }).candidates;
    const before = without.map(({ passage }) =>
      recounted(
        passage.notes.map((note) => pitchOf(passage, note)),
        size,
      ),
    );
    expect(counts[0]).toBeGreaterThan(Math.max(...before));
    expect(briefText(wished, DEFAULT_SCHOOLS)).toContain(`a figure of ${size} that returns, moved`);
  });
});
