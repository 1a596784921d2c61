/** A practice track: pieces one after the other on whole frames, with count-in, passes and rest. */
import type { TempoCourse } from '../model/ladder';
import { loopSpan, type Passage } from '../passage/passage';
import type { ClickPattern } from '../sound/clicks';
import { performanceOf, type Performance } from '../sound/performance';
import { courseMap } from '../tempo/course';
import { frameAt, steadyTempo, type TempoMap } from '../tempo/tempoMap';

/** Something that is played on a track: a step of a ladder, or an exercise of a session. */
export interface TrackPiece {
  /** What it is called in the list of chapters. */
  readonly title: string;
  readonly passage: Passage;
  readonly loop: boolean;
  readonly passes: number;
  readonly bpm: number;
  /** Where its tempo goes; null: it is steady. */
  readonly course: { readonly toBpm: number; readonly course: TempoCourse; readonly seed: number } | null;
  readonly clicks: ClickPattern;
  readonly countInBeats: number;
  /** Silence after it. */
  readonly restSeconds: number;
}

/** A piece on its frames. */
export interface LaidPiece {
  readonly piece: TrackPiece;
  readonly performance: Performance;
  readonly map: TempoMap;
  /** Where it begins, what is spoken before it included. */
  readonly startFrame: number;
  /** Where its count-in begins. */
  readonly countInFrame: number;
  /** Where its rest begins, and where the next piece does. */
  readonly restFrame: number;
  readonly endFrame: number;
}

function mapOf(piece: TrackPiece, performance: Performance, sampleRate: number, frame: number): TempoMap {
  const { meter, startTicks, endTicks, ticksAt } = performance;
  const steady = steadyTempo(sampleRate, meter.beatTicks, piece.bpm, { ticks: startTicks, frame });
  if (!piece.course) return steady;
  const { startTicks: from } = loopSpan(piece.passage);
  const later = Array.from({ length: piece.passes - 1 }, (_, at) => ticksAt({ pass: at + 1, ticks: from }));
  return courseMap(steady, { ...piece.course, bpm: piece.bpm, passTicks: [0, ...later, endTicks!] });
}

/**
 * Lays pieces one after the other.
 * @param leadFrames silence before each count-in, by the number of the piece: room for what is spoken.
 */
export function layTrack(
  pieces: readonly TrackPiece[],
  sampleRate: number,
  leadFrames: (at: number) => number = () => 0,
): LaidPiece[] {
  let startFrame = 0;
  return pieces.map((piece, at) => {
    const { passage, loop, passes, countInBeats, clicks } = piece;
    const performance = performanceOf(passage, { loop, passes, countInBeats, clicks });
    const countInFrame = startFrame + leadFrames(at);
    const map = mapOf(piece, performance, sampleRate, countInFrame);
    const restFrame = frameAt(map, performance.endTicks!);
    const endFrame = restFrame + Math.round(piece.restSeconds * sampleRate);
    const laid = { piece, performance, map, startFrame, countInFrame, restFrame, endFrame };
    startFrame = endFrame;
    return laid;
  });
}

const two = (value: number) => String(value).padStart(2, '0');

/** The chapters of a track as text: a line each, `h:mm:ss` and its title. */
export function chaptersOf(laid: readonly LaidPiece[], sampleRate: number): string {
  const lines = laid.map(({ piece, startFrame }) => {
    const seconds = Math.floor(startFrame / sampleRate);
    const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60];
    return `${hours}:${two(minutes)}:${two(seconds % 60)}  ${piece.title}`;
  });
  return `${lines.join('\n')}\n`;
}
