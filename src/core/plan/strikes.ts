/** Each stroke of a plan in its order: what it sounds, from which gap to which, and the changes on both sides of it. */
import type { Plan } from './plan';
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import { secondsOf } from '../time/slots';
import type { Transition } from '../picking/analysis';
import { isStringChange, restString } from '../picking/changes';
import { exitString, gapAfter, gapBefore } from '../picking/geometry';
import { picksOf } from '../picking/picks';
import { SIDE_AFTER } from '../picking/schools';

/** One stroke of the pick. */
export interface Strike {
  readonly pass: number;
  /** Onset in the passage. */
  readonly ticks: number;
  readonly stroke: Stroke;
  readonly noteIds: readonly string[];
  /** The string that is sounded last. */
  readonly exit: number;
  readonly gapBefore: number;
  readonly gapAfter: number;
  /** How the pick came here, null where nothing came before; in a loop the seam on every time round but the first. */
  readonly arrives: Transition | null;
  /** How it goes on from here; null at the end of a line. */
  readonly leaves: Transition | null;
  /** Nothing sounded just before: where players fall back to a downstroke. */
  readonly afterRest: boolean;
}

/** For each pick whether nothing sounds just before it: at the beginning, or where all notes before have ended. */
function restsBefore(passage: Passage, onsets: readonly number[], isLooped: boolean): boolean[] {
  const { startTicks, endTicks } = loopSpan(passage);
  let [at, sounds] = [0, -Infinity];
  const lastEnd = Math.max(...passage.notes.map((note) => note.onsetTicks + note.durationTicks), -Infinity);
  return onsets.map((ticks) => {
    for (let note = passage.notes[at]; note && note.onsetTicks < ticks; note = passage.notes[++at])
      sounds = Math.max(sounds, note.onsetTicks + note.durationTicks);
    if (sounds > -Infinity) return sounds < ticks;
    return !isLooped || ticks > startTicks || lastEnd < endTicks;
  });
}

/** The strokes of a plan, one list for each pass of its period; lead-in and ending stand in every pass. */
export function strikesOf({ passage, assignment, analysis }: Plan): Strike[][] {
  const picks = picksOf(passage);
  // Last the loop's own: where an ending follows, its last stroke goes round as well as on, and round is the rule.
  const all = [...analysis.outsideLoop, ...analysis.transitions];
  const leaving = new Map(all.map((change) => [`${change.pass} ${change.fromNote}`, change]));
  const arriving = new Map<string, Transition>();
  for (const change of all) {
    const pass = change.seam ? (change.pass + 1) % assignment.passes.length : change.pass;
    arriving.set(`${pass} ${change.toNote}`, change);
  }
  const onsets = picks.map((pick) => pick.onsetTicks);
  const rests = restsBefore(passage, onsets, analysis.loop);
  const find = (changes: ReadonlyMap<string, Transition>, pass: number, ids: readonly string[]) =>
    ids.map((id) => changes.get(`${pass} ${id}`)).find((change) => change !== undefined) ?? null;
  return assignment.passes.map((strokes, pass) =>
    picks.flatMap((pick, at): Strike[] => {
      const stroke = strokes[pick.notes[0]!];
      if (!stroke) return [];
      const noteIds = pick.notes.map((note) => passage.notes[note]!.id);
      return [
        {
          pass,
          ticks: pick.onsetTicks,
          stroke,
          noteIds,
          exit: exitString(pick, stroke),
          gapBefore: gapBefore(pick, stroke),
          gapAfter: gapAfter(pick, stroke),
          arrives: find(arriving, pass, noteIds),
          leaves: find(leaving, pass, noteIds),
          afterRest: rests[at]!,
        },
      ];
    }),
  );
}

/** Room that a spoken word needs, in seconds. */
const CALL_SECONDS = 0.4;

/** Whether a stroke is called at a tempo: where there is room for a word, and always on the first note after a rest. */
export function isCalled({ afterRest, leaves }: Strike, bpm: number, beatTicks: number): boolean {
  return afterRest || leaves === null || secondsOf(leaves.gapTicks, bpm, beatTicks) >= CALL_SECONDS;
}

/** Where the pick must be seen standing when the player stops after a stroke, and what a wrong stop looks like; ends with a full stop. */
export function standsText({ stroke, exit, leaves }: Strike): string {
  const side = SIDE_AFTER[stroke];
  const here = `on the ${side} of string ${exit}`;
  if (leaves?.contact === 'rest')
    return `${here}, lying on string ${restString(exit, stroke)}. In the air it was lifted: push on until it rests.`;
  if (!leaves || !isStringChange(leaves)) return `${here}, in the plane of the strings.`;
  const { kind, stringTo } = leaves;
  if (kind === 'outside')
    return `past string ${stringTo}, on its ${side}, out of the strings. Where it stands in the gap: go out further.`;
  return `${here}, out of the strings and clear of it. Where it still touches string ${exit} or stands between the strings: go out further.`;
}
