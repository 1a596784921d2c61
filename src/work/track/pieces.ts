/** What comes on a practice track: an exercise at one tempo, a ladder step by step, or a session exercise by exercise. */
import { bpmText, passBeats, passesInRun, type ClickPattern, type Exercise, type LadderStep } from '@/core';
import type { Climbing } from '@/core/drills';
import type { TrackPiece } from '@/core/track';

/** What a track is to be made of. */
export type TrackOf =
  | {
      readonly kind: 'exercise';
      readonly exercise: Exercise;
      readonly bpm: number;
      readonly passes: number;
      readonly countInBeats: number;
    }
  | { readonly kind: 'ladder'; readonly climb: Climbing }
  | { readonly kind: 'session'; readonly items: readonly SessionPiece[] };

/** An exercise of a session: the step of its ladder that comes next, for some minutes. */
export interface SessionPiece {
  readonly title: string;
  readonly climb: Climbing;
  readonly step: number;
  readonly minutes: number;
}

/** A minute to go over to the next exercise, as the week counts it. */
const CHANGE_SECONDS = 60;

/** A run of a step, as the runner plays it. */
function runOf(
  { spec, stepped }: Climbing,
  step: LadderStep,
  title: string,
  clicks: ClickPattern,
  seed: number,
): TrackPiece {
  const { exercise } = stepped(step);
  return {
    title,
    passage: exercise.passage,
    loop: exercise.policy.loop === true || step.part !== null,
    passes: passesInRun(step, passBeats(exercise)),
    bpm: step.bpm,
    course: step.toBpm === null ? null : { toBpm: step.toBpm, course: step.course, seed },
    clicks,
    countInBeats: spec.countInBeats,
    restSeconds: step.restSeconds,
  };
}

const tempoOf = ({ bpm, toBpm }: LadderStep) =>
  toBpm === null ? `${bpmText(bpm)} bpm` : `${bpmText(bpm)} to ${bpmText(toBpm)} bpm`;

/** How long a piece takes, at the tempo it begins with. */
function secondsOf({ passage, loop, passes, bpm, countInBeats, restSeconds }: TrackPiece): number {
  const beats =
    countInBeats + passes * passBeats({ passage, policy: { kind: 'alternateByNote', start: 'down', loop } });
  return (beats * 60) / bpm + restSeconds;
}

function itemPieces({ title, climb, step: at, minutes }: SessionPiece, clicks: ClickPattern): TrackPiece[] {
  const step = climb.steps[at]!;
  const one = runOf(climb, step, '', clicks, at + 1);
  const runs = Math.max(1, Math.floor((minutes * 60) / secondsOf(one)));
  return Array.from({ length: runs }, (_, run) => ({
    ...one,
    title: `${title}, ${tempoOf(step)}${runs > 1 ? `, run ${run + 1} of ${runs}` : ''}`,
    ...(run === runs - 1 ? { restSeconds: CHANGE_SECONDS } : {}),
    ...(one.course ? { course: { ...one.course, seed: one.course.seed + run } } : {}),
  }));
}

/** The pieces of a track, and which number is spoken before each; null: none. */
export function piecesOf(
  of: TrackOf,
  clicks: ClickPattern,
): { pieces: TrackPiece[]; numbers: (number | null)[] } {
  if (of.kind === 'exercise') {
    const { exercise, bpm, passes, countInBeats } = of;
    const { passage, policy, title } = exercise;
    const piece: TrackPiece = {
      ...{ title: `${title || 'Untitled'}, ${bpmText(bpm)} bpm`, passage, loop: policy.loop === true },
      ...{ passes, bpm, course: null, clicks, countInBeats, restSeconds: 0 },
    };
    return { pieces: [piece], numbers: [null] };
  }
  if (of.kind === 'ladder') {
    const { steps } = of.climb;
    return {
      pieces: steps.map((step, at) =>
        runOf(of.climb, step, `Step ${at + 1} of ${steps.length}, ${tempoOf(step)}`, clicks, at + 1),
      ),
      numbers: steps.map((_, at) => at + 1),
    };
  }
  const byItem = of.items.map((item) => itemPieces(item, clicks));
  // A number is spoken where another exercise begins.
  return {
    pieces: byItem.flat(),
    numbers: byItem.flatMap((some, at) => some.map((_, run) => (run === 0 ? at + 1 : null))),
  };
}
