/** Strokes that are to be kept although a policy would give others. */
import type { Passage, Stroke } from '../passage/passage';
import type { PickingPolicy } from './policy';
import { assignStrokes } from './strokes';

/**
 * The passage with locks on the notes whose stroke the policy, left to itself, would give otherwise.
 * @param strokes by note; null where a note is not picked or any stroke will do.
 */
export function withStrokes(
  passage: Passage,
  policy: PickingPolicy,
  strokes: readonly (Stroke | null)[],
): Passage {
  let locked = passage;
  // A lock may change what the policy gives elsewhere (also which slant fits), so it is asked until nothing is left to lock.
  for (;;) {
    const { passes } = assignStrokes(locked, policy);
    let isDone = true;
    const notes = locked.notes.map((note, at) => {
      const wanted = strokes[at];
      if (!wanted || note.lock?.stroke === wanted || passes.every((given) => given[at] === wanted))
        return note;
      isDone = false;
      return { ...note, lock: { stroke: wanted } };
    });
    if (isDone) return locked;
    locked = { ...locked, notes };
  }
}
