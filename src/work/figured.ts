/** A run that is typed in, with the figures that a played one has. */
import { isStringChange, KIND_NAMES, passageHash, planOf, type PlayerRecord, type RunRecord } from '@/core';
import { playedFigures, type Reason, type RunPlace, type Verdict } from '@/core/record';
import { database, readExercise, readPassage, type NewRun } from '@/storage';

/** What is typed in of a run, or of several alike. */
export interface TypedRun {
  readonly exerciseId: string;
  readonly day: string;
  readonly bpm: number;
  readonly subdivision: number;
  readonly passes: number;
  readonly verdict: Verdict;
  readonly reason: Reason | null;
  /** Where it fell apart; absent: as it was said before, or nowhere. */
  readonly place?: RunPlace | null;
  readonly count: number;
}

/** A run that was typed in, with what the hands did in it; null: its exercise is gone. One that is put right was of the notes that it was played of. */
export async function figured(
  typed: TypedRun,
  player: PlayerRecord,
  old?: RunRecord,
): Promise<NewRun | null> {
  const now = await readExercise(database(), typed.exerciseId);
  const before = old?.exerciseId === typed.exerciseId ? old : null;
  const passage = before ? await readPassage(database(), before.passageHash) : now?.exercise.passage;
  if (!now || !passage) return null;
  const part = before?.part ?? null;
  const policy = part ? { ...now.exercise.policy, loop: true } : now.exercise.policy;
  const exercise = { ...now.exercise, passage, policy };
  const { bpm, passes, subdivision, verdict, reason, day } = typed;
  const plan = planOf(passage, policy, player.setup);
  // At another division the same notes go by faster or slower.
  const asWritten = (bpm * subdivision) / passage.subdivision;
  return {
    playerId: player.id,
    exerciseId: typed.exerciseId,
    sessionId: null,
    at: `${day}T12:00:00+00:00`,
    passageHash: passageHash(passage),
    bpm,
    subdivision,
    part,
    passes,
    verdict,
    stoppedIn: null,
    reason,
    place: verdict === 'clean' ? null : typed.place === undefined ? (before?.place ?? null) : typed.place,
    ...playedFigures({ exercise, plan, passes, bpm: asWritten, untilTicks: null }, player.setup),
    sound: null,
    seen: '',
    byHand: true,
    judgedBy: 'ear',
    corrects: null,
    replaces: [],
  };
}

/** The string changes of an exercise as a run may name them, each once, in order. */
export async function placesOf(
  exerciseId: string,
  { setup }: Pick<PlayerRecord, 'setup'>,
): Promise<readonly { readonly name: string; readonly place: RunPlace }[]> {
  const found = await readExercise(database(), exerciseId);
  if (!found) return [];
  const { passage, policy } = found.exercise;
  const numbers = new Map(passage.notes.map(({ id }, at) => [id, at + 1]));
  const changes = planOf(passage, policy, setup).analysis.transitions;
  return changes
    .filter((one) => isStringChange(one) && one.pass === 0)
    .map(({ fromNote, toNote, kind, stringFrom, stringTo, seam }) => ({
      name: `notes ${numbers.get(fromNote)} to ${numbers.get(toNote)}${seam ? ', round' : ''}: ${KIND_NAMES[kind]}, string ${stringFrom} to ${stringTo}`,
      place: { fromNote, toNote, kind, stringFrom, stringTo },
    }));
}
