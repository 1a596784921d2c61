/** The made-up record of the demo, told from its stories. Everything is invented; chance is seeded. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import {
  DEFAULT_SETUP,
  FOOT_OF_LADDER,
  goToStep,
  isStringChange,
  judged,
  passageHash,
  type Exercise,
  type KeptLadder,
  type RunRecord,
  type SignRecord,
} from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart, playedFigures, type Reason, type Run } from '@/core/record';

export interface Story {
  readonly player: string;
  readonly exercise: string;
  /** Days before the last day of the record on which it was practised: from, to, and every so many. */
  readonly days: { readonly from: number; readonly to: number; readonly every: number };
  /** Runs in a sitting. */
  readonly runs: number;
  /** Seconds between two runs. */
  readonly restSeconds: number;
  /** The tempo at which four passes in five are really clean, from how far the story has gone (0 to 1). */
  readonly cleanBpm: (gone: number) => number;
  /** Reasons in the order of their weight, halved each time. */
  readonly reasons: readonly Reason[];
  /** The string change, counted from 0, at which most runs fall apart; null: anywhere. */
  readonly weakChange: number | null;
}

/** How steeply clean runs get rarer with tempo, per octave. */
const SLOPE = 14;

export interface Told {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly playerId: string;
  readonly ladder: KeptLadder | undefined;
}

const pad = (value: number) => String(value).padStart(2, '0');

/** A time of day so many seconds after five in the afternoon, on a day of the demo's own calendar. */
function moment(day: string, seconds: number): string {
  const whole = 17 * 3600 + Math.round(seconds);
  return `${day}T${pad(Math.floor(whole / 3600))}:${pad(Math.floor(whole / 60) % 60)}:${pad(whole % 60)}+00:00`;
}

/**
 * The runs of a story, oldest first. They climb their ladder by its own rule, from where the record would have them begin.
 * @param dayOf the day so many days before the last of the record. @param stamp new stamp fields for each record.
 */
export function toldRuns(
  story: Story,
  told: Told,
  dayOf: (daysBefore: number) => string,
  newId: () => string,
  deviceId: string,
  seed: number,
): RunRecord[] {
  const { exercise, exerciseId, playerId, ladder } = told;
  const random = xoroshiro128plus(seed);
  const chance = () => (random.next() >>> 0) / 2 ** 32;
  const climb = climbOf(exercise, ladder, DEFAULT_SETUP);
  const { steps, passes } = climb;
  const slots = exercise.passage.subdivision;
  const changes = climb.stepped(steps[0]!).plan.analysis.transitions.filter(isStringChange);
  const hash = passageHash(exercise.passage);
  const made: RunRecord[] = [];
  const { from, to, every } = story.days;
  for (let before = from; before >= to; before -= every) {
    // A day off now and then.
    if (every > 1 && chance() < 0.12) continue;
    const gone = (from - before) / (from - to);
    const clean = story.cleanBpm(gone);
    const sessionId = newId();
    const tempo = { bpm: clean, low: clean, high: clean };
    const begin = nextStart(tempo, { says: 'estimate', ...tempo }, steps, slots);
    let at = goToStep(FOOT_OF_LADDER, begin.step, steps.length);
    let seconds = 0;
    for (let count = 0; count < story.runs; count++) {
      const step = steps[at.at]!;
      const { plan } = climb.stepped(step);
      const p = 1 / (1 + Math.exp(-(Math.log(4) - SLOPE * Math.log2(step.bpm / clean))));
      const each = passes[at.at]!;
      const failed = Array.from({ length: each }, () => chance() >= p).indexOf(true);
      const isStopped = failed >= 0 && chance() < 0.4;
      const played = isStopped ? failed + 1 : each;
      const verdict = failed < 0 ? 'clean' : isStopped ? 'stopped' : 'not clean';
      const figures = playedFigures(
        { exercise, plan, passes: played, bpm: step.bpm, untilTicks: null },
        DEFAULT_SETUP,
      );
      seconds += figures.seconds + story.restSeconds;
      const weak =
        story.weakChange !== null && chance() < 0.85
          ? story.weakChange
          : Math.floor(chance() * changes.length);
      const change = changes[weak % changes.length];
      const reason =
        story.reasons[Math.min(story.reasons.length - 1, Math.floor(-Math.log2(chance() + 1e-9) / 1.3))];
      const day = dayOf(before);
      const when = moment(day, seconds);
      const run: Run = {
        playerId,
        exerciseId,
        sessionId,
        at: when,
        day,
        passageHash: hash,
        bpm: step.bpm,
        subdivision: exercise.passage.subdivision,
        passes: played,
        verdict,
        stoppedIn: isStopped ? failed + 1 : null,
        reason: verdict === 'clean' ? null : (reason ?? null),
        place:
          verdict === 'clean' || !change
            ? null
            : {
                fromNote: change.fromNote,
                toNote: change.toNote,
                kind: change.kind,
                stringFrom: change.stringFrom,
                stringTo: change.stringTo,
              },
        ...figures,
        sound: null,
        seen: '',
        part: null,
        byHand: false,
        judgedBy: 'ear',
        corrects: null,
        replaces: [],
      };
      made.push({ ...run, id: newId(), revision: 1, createdAt: when, updatedAt: when, deviceId });
      at = judged(at, steps, verdict, slots).climb;
    }
  }
  return made;
}

/** What the hands said in some runs: tight where that was the reason, and pain at the last of those. */
export function signsIn(runs: readonly RunRecord[], newId: () => string): SignRecord[] {
  const tight = runs.filter(({ reason }) => reason === 'tight');
  return tight.map((run, number) => {
    const { playerId, exerciseId, sessionId, at, day, bpm, subdivision, deviceId } = run;
    const kind = number === tight.length - 1 ? 'pain' : 'tight';
    const said = { playerId, exerciseId, sessionId, at, day, bpm, subdivision, kind } as const;
    return { ...said, id: newId(), revision: 1, createdAt: at, updatedAt: at, deviceId };
  });
}
