import { passageHash, planOf, type PlayerRecord, type RunRecord } from '@/core';
import { playedFigures } from '@/core/record';
import { database, exerciseOf, type NewRun } from '@/storage';
import type { TypedRun } from './RunForm';

/** A run that was typed in, with what the hands did in it; null: its exercise is gone. One that is put right was of the notes that it was played of. */
export async function figured(
  typed: TypedRun,
  player: PlayerRecord,
  old?: RunRecord,
): Promise<NewRun | null> {
  const db = database();
  const record = await db.exercises.get(typed.exerciseId);
  const before = old?.exerciseId === typed.exerciseId ? old : null;
  const kept = record && (await db.passages.get(before?.passageHash ?? record.passageHash));
  if (!record || !kept) return null;
  const part = before?.part ?? null;
  const policy = part ? { ...record.policy, loop: true } : record.policy;
  const exercise = { ...exerciseOf(record, kept.passage), policy };
  const { bpm, passes, subdivision, verdict, reason, day } = typed;
  const plan = planOf(kept.passage, policy, player.setup);
  // At another division the same notes go by faster or slower.
  const asWritten = (bpm * subdivision) / kept.passage.subdivision;
  return {
    playerId: player.id,
    exerciseId: typed.exerciseId,
    sessionId: null,
    at: `${day}T12:00:00+00:00`,
    passageHash: passageHash(kept.passage),
    bpm,
    subdivision,
    part,
    passes,
    verdict,
    stoppedIn: null,
    reason,
    place: null,
    ...playedFigures({ exercise, plan, passes, bpm: asWritten, untilTicks: null }, player.setup),
    sound: null,
    seen: '',
    byHand: true,
    corrects: null,
  };
}
