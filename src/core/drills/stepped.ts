/** An exercise as a step of its ladder has it played, and the whole climb with its times. */
import { ladderSpecOf, passBeats, type KeptLadder } from '../tempo/climb';
import type { Exercise } from '../model/exercise';
import { planOf, type Plan } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { setSubdivision } from '../passage/edits';
import { accentNotes } from '../rhythm/lay';
import { inRhythm } from '../rhythm/variants';
import { tightestChanges, type TightestChange } from '../picking/analysis';
import { buildLadder, ladderTimes, passesInRun, type StepTime } from '../tempo/ladder';
import { type LadderSpec, type LadderStep } from '../model/ladder';
import { densityParts, type DensePart } from './density';

/** An exercise with its plan, as it is played. */
export interface Stepped {
  readonly exercise: Exercise;
  readonly plan: Plan;
  /** Slots a beat. */
  readonly subdivision: number;
}

/** What of a step says which notes are played, and how. */
type Played = Pick<LadderStep, 'part' | 'subdivision' | 'rhythm' | 'accents'>;

/** A ladder with the exercise of each of its steps. */
export interface Climbing {
  readonly spec: LadderSpec;
  readonly steps: readonly LadderStep[];
  readonly times: readonly StepTime[];
  /** Passes in a run of each step. */
  readonly passes: readonly number[];
  readonly parts: readonly DensePart[];
  /** What a step has played. */
  readonly stepped: (step: Played) => Stepped;
  /** The change that leaves the least room at a step; null where no string is changed. */
  readonly fastest: (step: LadderStep) => TightestChange | null;
}

/** The climb of a player on an exercise. */
export function climbOf(exercise: Exercise, kept: KeptLadder | undefined, setup: Setup): Climbing {
  const spec = ladderSpecOf(exercise, kept);
  const plan = planOf(exercise.passage, exercise.policy, setup);
  const isDense = spec.kind === 'density' || (kept?.steps ?? []).some(({ part }) => part !== null);
  const parts = isDense ? densityParts(exercise, plan, setup) : [];
  const steps = kept?.steps ?? buildLadder(spec, isDense ? parts.map(({ part }) => part) : undefined);

  const made = new Map<string, Stepped>();
  const stepped = ({ part, subdivision, rhythm, accents }: Played): Stepped => {
    const key = [part, subdivision, rhythm, accents].join();
    const known = made.get(key);
    if (known) return known;
    const whole = parts.find((one) => one.part === part)?.exercise ?? exercise;
    const isOther = subdivision !== null && subdivision !== whole.passage.subdivision;
    const even = isOther ? setSubdivision(whole.passage, subdivision) : whole.passage;
    // Accents are on the notes, wherever another rhythm puts them.
    const accented = accents ? accentNotes(even, accents) : even;
    const passage = rhythm ? inRhythm(accented, rhythm) : accented;
    const played = passage === whole.passage ? whole : { ...whole, passage };
    const one: Stepped = {
      exercise: played,
      plan: played === exercise ? plan : planOf(played.passage, played.policy, setup),
      // In another rhythm the beat may be divided finer; the tempo is that of the notes as they are written.
      subdivision: even.subdivision,
    };
    made.set(key, one);
    return one;
  };
  const beats = (step: LadderStep) => passBeats(stepped(step).exercise);
  return {
    spec,
    steps,
    times: ladderTimes(steps, beats, spec.countInBeats),
    passes: steps.map((step) => passesInRun(step, beats(step))),
    parts,
    stepped,
    fastest: (step) => {
      const one = stepped(step);
      return tightestChanges(one.exercise.passage, one.plan.analysis, step.bpm, setup)[0] ?? null;
    },
  };
}
