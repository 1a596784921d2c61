/** The public face of the workers. */
import { proxy, transfer, wrap, type Remote } from 'comlink';
import type { Exercise, Mending, Project, SetMember, SetMending, Setup, TakeOptions } from '@/core';
import type { Outcome, SearchEvent, Brief } from '@/core/brief';
import type { FileReading, ListName, TakeRecording, WriteMidiOptions, WrittenProject } from '@/core/formats';
import type { FilesWorker, LongFormat } from './files.worker';
import type { ComposingWorker } from './composing.worker';
import type { Loopback, SimulatedTake, Simulation, TakePlan, TakeReport } from '@/core/take';
import type { TrackPiece } from '@/core/track';
import type { WeekBlocks, WeekConflict, WeekPlanned, WeekProblem } from '@/core/routine';
import type { MendingWorker } from './mending.worker';
import type { TakeWorker } from './take.worker';
import type { TrackForm, TrackWish, TrackWorker } from './track.worker';
import type { WeekWorker } from './week.worker';

/** A reader that has said nothing for so long is ended. */
const SILENCE_MS = 10_000;

/**
 * Work in a worker of its own, which ends with it.
 * @param silenceMs where given, the worker is ended when it has not called `alive` for so long.
 * @throws Error when the worker cannot be started, runs out of memory, or is ended.
 */
async function inWorker<Result>(
  work: (files: Remote<FilesWorker>, alive: () => void) => Promise<Result>,
  silenceMs?: number,
): Promise<Result> {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    let alive = () => {};
    const broken = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(new Error('The work on the file broke off.'));
      if (silenceMs === undefined) return;
      alive = () => {
        clearTimeout(timer);
        timer = setTimeout(
          () => reject(new Error(`It was read for ${silenceMs / 1000} seconds without getting anywhere.`)),
          silenceMs,
        );
      };
      alive();
    });
    return await Promise.race([work(wrap<FilesWorker>(worker), alive), broken]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}

/**
 * Reads a file of any format; its bytes are handed over. A reader that gets nowhere is ended.
 * @param report is told how much of a long file is done, 0–1.
 */
export function readFileInWorker(
  name: string,
  bytes: Uint8Array,
  report: (done: number) => void = () => undefined,
  silenceMs = SILENCE_MS,
): Promise<FileReading> {
  return inWorker<FileReading>((files, alive) => {
    const onReport = (done: number) => {
      alive();
      report(done);
    };
    return files.read(name, transfer(bytes, [bytes.buffer]), proxy(onReport));
  }, silenceMs);
}

/** Writes a project file and reads it back. */
export function writeProjectInWorker(project: Project): Promise<WrittenProject> {
  return inWorker<WrittenProject>((files) => files.writeProject(project));
}

/** A written project and recordings, which are handed over, as one file. @param at when it is written, ISO 8601. */
export function zipInWorker(
  text: string,
  recordings: readonly TakeRecording[],
  at: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const sounds = recordings.map(({ sound }) => sound.buffer);
  return inWorker((files) => files.zip(text, transfer(recordings, sounds), at));
}

/** What the project file's schema says against records of a list, by their place. */
export function faultsInWorker(list: ListName, records: readonly unknown[]): Promise<(string | null)[]> {
  return inWorker<(string | null)[]>((files) => files.faults(list, records));
}

/** Writes an exercise as a score or as MIDI. */
export function writeFileInWorker(
  format: LongFormat,
  exercise: Exercise,
  options: WriteMidiOptions,
): Promise<BlobPart> {
  return inWorker<BlobPart>((files) => files.write(format, exercise, options));
}

/** A search that can be stopped; its result then never comes. */
export interface Running<Result> {
  readonly result: Promise<Result>;
  readonly stop: () => void;
}

/** Runs a search in a worker that ends with it. What it still had to say when it was stopped is not heard: messages outlive their worker. */
function running<Result, Told extends unknown[] = []>(
  worker: Worker,
  search: (report: (...told: Told) => void) => Promise<Result>,
  report: (...told: Told) => void = () => undefined,
): Running<Result> {
  let isStopped = false;
  const result = new Promise<Result>((resolve, reject) => {
    worker.onerror = () => reject(new Error('The search broke off.'));
    const heard = proxy((...told: Told) => (isStopped ? undefined : report(...told)));
    search(heard).then((found) => (isStopped ? undefined : resolve(found)), reject);
  }).finally(() => worker.terminate());
  const stop = () => {
    isStopped = true;
    worker.terminate();
  };
  return { result, stop };
}

/** Searches for what would mend an exercise, in a worker; `report` is told how many changes were tried and what each mends. */
export function startMending(
  exercise: Exercise,
  setup: Setup,
  report: (tried: number, found: Mending | null) => void,
): Running<Mending[]> {
  const worker = new Worker(new URL('./mending.worker.ts', import.meta.url), { type: 'module' });
  return running(worker, (heard) => wrap<MendingWorker>(worker).run(exercise, setup, heard), report);
}

/** Searches for what would bring a set of exercises nearer to balance, in a worker. */
export function startSetMending(
  members: readonly SetMember[],
  others: readonly SetMember[],
  setup: Setup,
): Running<SetMending[]> {
  const worker = new Worker(new URL('./mending.worker.ts', import.meta.url), { type: 'module' });
  return running(worker, () => wrap<MendingWorker>(worker).runSet(members, others, setup));
}

/** A worker that has loaded what composing takes, so that the first search begins at once. */
let spare: Worker | null = null;

const composingWorker = () =>
  new Worker(new URL('./composing.worker.ts', import.meta.url), { type: 'module' });

/** Loads what composing takes before it is asked for; call the result when it will not be. */
export function prepareComposing(): () => void {
  spare ??= composingWorker();
  return () => {
    spare?.terminate();
    spare = null;
  };
}

/** Composes to a brief, in a worker; `report` is told of each line as it is found. The same seed gives the same lines. */
export function startComposing(
  brief: Brief,
  setup: Setup,
  seed: number,
  report: (event: SearchEvent) => void,
): Running<Outcome> {
  const worker = spare ?? composingWorker();
  spare = null;
  return running(worker, (heard) => wrap<ComposingWorker>(worker).run(brief, setup, seed, heard), report);
}

/** Plans a week in a worker; `report` is told of each plan that is better than the one before, the first at once. */
export function startWeek(
  problem: WeekProblem,
  before: WeekBlocks | null,
  closedDays: readonly number[],
  report: (planned: WeekPlanned) => void,
): Running<{ planned: WeekPlanned; conflict: WeekConflict | null }> {
  const worker = new Worker(new URL('./week.worker.ts', import.meta.url), { type: 'module' });
  return running(worker, (heard) => wrap<WeekWorker>(worker).run(problem, before, closedDays, heard), report);
}

export type { TrackForm, TrackWish };

const trackWorker = () => new Worker(new URL('./track.worker.ts', import.meta.url), { type: 'module' });

/** The small form in which this browser can write a track; null: none, a WAV file always. */
export function smallTrackForm(): Promise<TrackForm | null> {
  const worker = trackWorker();
  return running(worker, () => wrap<TrackWorker>(worker).smallForm()).result;
}

/** Renders a practice track in a worker, into a file of the origin's private file system; gives its chapters as text. */
export function startTrack(
  name: string,
  pieces: readonly TrackPiece[],
  wish: TrackWish,
  report: (done: number) => void,
): Running<string> {
  const worker = trackWorker();
  return running(worker, (heard) => wrap<TrackWorker>(worker).render(name, pieces, wish, heard), report);
}

const takeWorker = () => new Worker(new URL('./take.worker.ts', import.meta.url), { type: 'module' });

/** Holds a recording against a plan, in a worker; `report` is told how much is done, 0–1. @param start where in it the plan starts, as far as that is known. */
export function startCheck(
  samples: Float32Array<ArrayBuffer>,
  sampleRate: number,
  plan: TakePlan,
  start: Omit<TakeOptions, 'report'>,
  report: (done: number) => void,
): Running<TakeReport> {
  const worker = takeWorker();
  return running(
    worker,
    (heard) => wrap<TakeWorker>(worker).check(samples, sampleRate, plan, start, heard),
    report,
  );
}

/** Seeks played chirps in a recording, in a worker. */
export function startLoopback(
  samples: Float32Array<ArrayBuffer>,
  sampleRate: number,
  startFrame: number,
): Running<Loopback> {
  const worker = takeWorker();
  const seek = (): Promise<Loopback> => wrap<TakeWorker>(worker).loopback(samples, sampleRate, startFrame);
  return running(worker, seek);
}

/** Plays a plan as the simulated player, in a worker. */
export function startSimulation(plan: TakePlan, simulation: Simulation): Running<SimulatedTake> {
  const worker = takeWorker();
  return running(worker, () => wrap<TakeWorker>(worker).simulate(plan, simulation));
}
