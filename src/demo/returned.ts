/** A record of Orrin's that comes back, to try merging with: runs of two days, one of them put right, a ladder that went on, a cue that both changed. */
import { NO_RECORDS, type Project, type RunRecord } from '@/core';
import { dayAfter } from '@/core/record';
import { seededSources } from '@/storage/sources';
import { demoProject } from './library';

const STUDENT = 'Orrin';
const RUNS = 8;
const SEED = 20_260_112;
/** The day of the example in the documentation: that of the seeded clock. */
export const RETURNED_ON = '2026-01-12';

/** The record as it is given back on a day. */
export function returnedRecord(today: string): Project {
  const demo = demoProject();
  const { newId } = seededSources(SEED, 0);
  const deviceId = newId();
  const { id: playerId } = demo.players.find(({ name }) => name === STUDENT)!;
  const exportedAt = `${today}T19:40:00+00:00`;
  const runs = demo.runs
    .filter((run) => run.playerId === playerId)
    .slice(-RUNS)
    .map((run, number): RunRecord => {
      const day = number < RUNS / 2 ? dayAfter(today, -1) : today;
      const at = `${day}T18:${String(10 + number)}:00+00:00`;
      const stamp = { id: newId(), revision: 1, createdAt: at, updatedAt: at, deviceId };
      return { ...run, ...stamp, at, day, sessionId: null, bpm: run.bpm + 2 };
    });
  const last = runs.at(-1)!;
  const right: RunRecord = {
    ...last,
    ...{ id: newId(), verdict: 'clean', stoppedIn: null, reason: null, place: null, corrects: last.id },
  };
  const ladder = demo.ladders.find((one) => one.playerId === playerId)!;
  const exercise = demo.exercises.find(({ id }) => id === ladder.exerciseId)!;
  const hashes = new Set([exercise.passageHash, ...runs.map((run) => run.passageHash)]);
  return {
    ...NO_RECORDS,
    exportedAt,
    // Written from an older version than the one that the teacher has.
    exercises: [{ ...exercise, cues: 'Breathe out at the change.', versions: { [deviceId]: 1 }, deviceId }],
    ladders: [
      {
        ...{ ...ladder, startBpm: ladder.startBpm + 4, revision: ladder.revision + 1, deviceId },
        versions: { ...ladder.versions, [deviceId]: 1 },
      },
    ],
    runs: [...runs, right],
    passages: demo.passages.filter(({ hash }) => hashes.has(hash)),
    tombstones: [],
    siblings: [],
    parcel: {
      to: 'teacher',
      playerId,
      words: 'The change from 5 to 4 is better when I breathe out. Tuesday I was away.',
      warmUp: [],
    },
    backup: null,
  };
}
