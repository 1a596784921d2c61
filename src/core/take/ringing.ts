/**
 * Which notes ring on into the next: by partials of the old note that the new one has none beside, before the new one begins and
 * a little after. A string that is let go loses them within some ten milliseconds, one that rings on hardly any. Common practice, no source.
 */
import { hertzOf } from '../sound/pluck';
import { intervalsOf, type Hearing } from './hear';
import type { PlannedNote, TakePlan } from './plan';
import { powerOfTwo, Spectrum } from './spectrum';

const PARTIALS = 8;
const HIGHEST_HERTZ = 3000;
/** After the new note begins, a string that was let go has so long to fall silent. */
const SETTLED_SECONDS = 0.025;
const BEFORE_SECONDS = 0.003;
const SLOT_PART = 0.9;
const LEAST_WINDOW_SECONDS = 0.035;
const MOST_WINDOW_SECONDS = 0.08;
/** Widths of a window's main lobe (Hann: four bins of its length) that partials must lie apart. */
const LOBE_BINS = 4;
const LEAST_PARTIALS = 2;
/** A partial that does not stand out so far from what lies beside it tells nothing. */
const LEAST_CONTRAST = 3;
/** A note that has all but died away by itself tells nothing. */
const HELD_PART = 0.05;
/** What is left of the old note, beyond which it rings on: by simulation. */
const LEFT_PART = 0.35;

/** Whether a note should have ended where the next begins, on another string and in another pitch. */
function isLetGo(note: PlannedNote, next: PlannedNote): boolean {
  const until = note.until ?? next.onset;
  return (
    note.string !== undefined &&
    next.string !== undefined &&
    note.string !== next.string &&
    note.midi.length === 1 &&
    next.midi.length === 1 &&
    until <= next.onset + 1e-6
  );
}

/**
 * Which notes ring on into the next, of those after which another string is played.
 * @param driven what an amplifier has squared has partials that no string has: nothing is told.
 * @returns of how many it can be told, and the ids of those that do; null where it cannot be told of any note.
 */
export function ringingOf(
  plan: TakePlan,
  hearing: Hearing,
  sampleRate: number,
  driven: boolean,
): { readonly told: number; readonly on: ReadonlySet<string> } | null {
  const { shortest } = intervalsOf(plan);
  const seconds = Math.min(MOST_WINDOW_SECONDS, SLOT_PART * shortest - SETTLED_SECONDS);
  if (driven || seconds < LEAST_WINDOW_SECONDS) return null;
  const length = Math.round(seconds * sampleRate);
  const spectrum = new Spectrum(length, powerOfTwo(2 * length));
  const apart = LOBE_BINS / seconds;
  const size = (powers: Float64Array, hertz: number): number => {
    const bin = Math.round((hertz * spectrum.size) / sampleRate);
    return Math.sqrt(Math.max(powers[bin - 1] ?? 0, powers[bin] ?? 0, powers[bin + 1] ?? 0));
  };
  let told = 0;
  const on = new Set<string>();
  for (let at = 0; at + 1 < plan.notes.length; at++) {
    const [note, next] = [plan.notes[at]!, plan.notes[at + 1]!];
    const heard = hearing.notes[at];
    const after = hearing.notes[at + 1];
    if (!heard || !after || !isLetGo(note, next)) continue;
    const [own, other] = [hertzOf(note.midi[0]!), hertzOf(next.midi[0]!)];
    const alone = Array.from({ length: PARTIALS }, (_, index) => (index + 1) * own).filter(
      (hertz) =>
        hertz < HIGHEST_HERTZ && Math.abs(hertz - Math.max(1, Math.round(hertz / other)) * other) >= apart,
    );
    if (alone.length < LEAST_PARTIALS) continue;
    const frame = (from: number) => Math.round(from * sampleRate);
    const before = Float64Array.from(spectrum.at(hearing.samples, frame(after.at - BEFORE_SECONDS) - length));
    const clear = alone.filter(
      (hertz) => size(before, hertz) > LEAST_CONTRAST * size(before, hertz + 0.5 * own),
    );
    if (clear.length < LEAST_PARTIALS) continue;
    const sum = (powers: Float64Array) => clear.reduce((all, hertz) => all + size(powers, hertz), 0);
    const left = sum(before);
    if (left < HELD_PART * sum(spectrum.at(hearing.samples, frame(heard.at + BEFORE_SECONDS)))) continue;
    const now = spectrum.at(hearing.samples, frame(after.at + SETTLED_SECONDS));
    told++;
    if (sum(now) > LEFT_PART * left) on.add(note.id);
  }
  return told === 0 ? null : { told, on };
}
