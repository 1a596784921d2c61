/** How long strokes, reasons, costs of the other choice and analysis take; medians on this machine. */
import { applyRecipe, firstRecipe } from '@/core/compose';
import { fingerPassage } from '@/core/fretting';
import {
  analyseStrokes,
  assignStrokes,
  DEFAULT_SETUP,
  emptyPassage,
  newExercise,
  POLICY_KINDS,
  readTabText,
  writeMidi,
  type Exercise,
  type Note,
  type Passage,
  type PickingPolicy,
} from '@/core';
import { report } from './report';

/** A long line that turns at each end of the neck's strings, with a skip now and then; the same each time. */
export function passageOf(count: number): Passage {
  const strings = [6, 6, 6, 5, 5, 5, 4, 4, 4, 3, 3, 2, 2, 1, 1, 1, 3, 3, 5, 5];
  const notes = Array.from({ length: count }, (_, at): Note => ({
    id: `n${at + 1}`,
    string: strings[at % strings.length]!,
    fret: 5 + (at % 4),
    onsetTicks: at * 1680,
    durationTicks: 1680,
    technique: 'pick',
    ...(at % 97 === 50 ? { lock: { stroke: 'down' as const } } : {}),
  }));
  return { ...emptyPassage(), lengthTicks: count * 1680, notes, nextNoteNumber: count + 1 };
}

function median(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}

/** The median time of some runs, in milliseconds, after some to warm up. */
export function measure(runs: number, work: () => unknown): number {
  for (let warm = 0; warm < runs / 4; warm++) work();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

/** Prints the engine's figures. */
export function benchEngine(): void {
  for (const kind of POLICY_KINDS)
    for (const loop of [false, true]) {
      const policy: PickingPolicy = { kind, start: 'auto', loop, maySlur: true };
      for (const [count, goalMs, runs] of [
        [256, 0.5, 400],
        [10_000, 20, 60],
      ] as const) {
        const passage = passageOf(count);
        const ms = measure(runs, () =>
          analyseStrokes(passage, assignStrokes(passage, policy), loop, DEFAULT_SETUP),
        );
        report(`assign + analyse, ${count} notes, ${kind}${loop ? ', loop' : ''}`, ms, 'ms', goalMs);
      }
    }
  // Six strings in groups, moved through its scale and back: a recipe of a little over 500 notes.
  const recipe = {
    ...firstRecipe('scale'),
    figure: { kind: 'sequence', size: 4, step: 1, from: 0 } as const,
    moves: { kind: 'scale', by: 1, times: 4, tonic: 'B', scale: 'dorian' } as const,
    movesBack: true,
  };
  const blank = newExercise('', emptyPassage());
  const written = () => {
    const applied = applyRecipe(blank, recipe, DEFAULT_SETUP);
    if ('fault' in applied) throw new Error(applied.fault.code);
    return applied.exercise.passage;
  };
  for (const loop of [false, true]) {
    const policy: PickingPolicy = { kind: 'alternateByNote', start: 'auto', loop };
    report(
      `recipe of ${written().notes.length} notes with fingers, strokes and analysis${loop ? ', loop' : ''}`,
      measure(40, () => {
        const passage = written();
        fingerPassage(passage, DEFAULT_SETUP, { loop });
        analyseStrokes(passage, assignStrokes(passage, policy), loop, DEFAULT_SETUP);
      }),
      'ms',
      50,
    );
  }
  for (const count of [64, 256]) {
    const passage = passageOf(count);
    // Four strings struck together, in another place each time.
    const chords = {
      ...passage,
      notes: passage.notes.flatMap((note, at) =>
        [4, 3, 2, 1].map((string) => ({
          ...note,
          id: `${note.id}.${string}`,
          string,
          fret: 3 + ((at * 5) % 9) + ((string * at) % 3),
        })),
      ),
    };
    for (const loop of [false, true])
      for (const [name, some] of [['single notes', passage] as const, ['chords', chords] as const])
        report(
          `fingers of ${count} ${name}${loop ? ', loop' : ''}`,
          measure(name === 'chords' ? 5 : 20, () => fingerPassage(some, DEFAULT_SETUP, { loop })),
          'ms',
          null,
        );
  }
  const body = '-5-7-8-7'.repeat(2500);
  const silent = '-'.repeat(body.length);
  const text = ['e', 'B', 'G', 'D', 'A', 'E']
    .map((letter) => `${letter}|${letter === 'G' ? body : silent}|`)
    .join('\n');
  const long: Exercise = { ...newExercise('Long', passageOf(10_000)), startBpm: 100 };
  report(
    'write a MIDI file of 10,000 notes',
    measure(3, () => writeMidi(long, { bpm: 100, passes: 1, countInBeats: 0, withClick: true })),
    'ms',
    200,
  );
  report(
    'read a tab of 10,000 notes',
    measure(10, () => readTabText(text)),
    'ms',
    null,
  );
}
