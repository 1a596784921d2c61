/** How long writing and reading files takes, and placing what is played; medians on this machine. */
import { newExercise, performanceOf } from '@/core';
import { readMidi, readMusicXml, writeMidi, writeMusicXml } from '@/core/formats';
import { measure, passageOf } from './engine';
import { report } from './report';

/** Prints the figures of formats and playing. */
export function benchExchange(): void {
  for (const [count, runs] of [
    [64, 40],
    [10_000, 3],
  ] as const) {
    const passage = passageOf(count);
    const exercise = { ...newExercise('Bench', passage), startBpm: 90 };
    const score = writeMusicXml(exercise);
    const midi = writeMidi(exercise, { bpm: 90, passes: 1, countInBeats: 4, withClick: true });
    const figures: readonly [string, () => unknown][] = [
      ['write a score', () => writeMusicXml(exercise)],
      ['read a score', () => readMusicXml(score)],
      ['write MIDI', () => writeMidi(exercise, { bpm: 90, passes: 1, countInBeats: 4, withClick: true })],
      ['read MIDI', () => readMidi(midi)],
    ];
    for (const [what, work] of figures)
      report(`${what} of ${count.toLocaleString('en')} notes`, measure(runs, work), 'ms', null);
    const played = performanceOf(passage, { loop: true, passes: null, countInBeats: 4 });
    report(
      `one wake of playing, ${count.toLocaleString('en')} notes going round`,
      measure(200, () => played.eventsBetween(400_000, 416_000)),
      'ms',
      null,
    );
  }
}
