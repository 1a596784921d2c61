/** Scores of other hands and damaged ones: what is taken, what is listed, why one is refused. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { newExercise, type Exercise } from '../../model/exercise';
import { assignStrokes } from '../../picking/strokes';
import { readMusicXml } from './read';
import { readCompressedMusicXml } from './zipped';
import { decorated } from './testing';
import { writeMusicXml } from './write';

describe('foreign and broken files', () => {
  const good = writeMusicXml(newExercise('Good', fc.sample(decorated, { numRuns: 1, seed: 5 })[0]!));

  it('never throw, whatever is cut out or put in, and never give half an exercise', () => {
    const cut = fc.record({
      at: fc.nat(good.length),
      length: fc.nat(400),
      put: fc.string({ maxLength: 20 }),
    });
    fc.assert(
      fc.property(cut, ({ at, length, put }) => {
        const { exercise, remarks } = readMusicXml(good.slice(0, at) + put + good.slice(at + length));
        if (!exercise) expect(remarks[0]).toMatch(/Nothing was imported\.$/);
        else expect(exercise.passage.notes.length).toBeGreaterThan(0);
      }),
      { numRuns: 300 },
    );
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        expect(readCompressedMusicXml(bytes).exercise).toBeNull();
        expect(readMusicXml(String.fromCharCode(...bytes)).exercise).toBeNull();
      }),
    );
  });

  it('are refused with the reason: cut in half, entities, bombs, no notes, twelve strings', () => {
    const why = (reading: { exercise: Exercise | null; remarks: readonly string[] }) => {
      expect(reading.exercise).toBeNull();
      return reading.remarks.join(' ');
    };
    expect(why(readMusicXml(good.slice(0, good.length / 2)))).toMatch(/breaks off|not whole/);
    const bomb =
      '<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>';
    expect(why(readMusicXml(bomb))).toMatch(/entities/);
    const placeless = good.replaceAll(/<(string|fret)>.*?<\/\1>/g, '');
    expect(readMusicXml(placeless).remarks.join()).toMatch(/Strings and frets are chosen/);
    expect(why(readMusicXml(placeless.replaceAll(/<pitch>[^]*?<\/pitch>/g, '')))).toMatch(
      /nothing in it to play/,
    );
    expect(why(readMusicXml(good.replace(/<staff-lines>\d/, '<staff-lines>12')))).toMatch(/12 strings/);
    const zeros = zipSync({ 'score.xml': new Uint8Array(60_000_000) }, { level: 9 });
    expect(zeros.length).toBeLessThan(100_000);
    expect(why(readCompressedMusicXml(zeros))).toMatch(/unpack/);
    // A header that lies about the size.
    const lying = zeros.slice();
    const view = new DataView(lying.buffer);
    for (let at = 0; at < lying.length - 4; at++)
      if (view.getUint32(at, true) === 60_000_000) view.setUint32(at, 1000, true);
    expect(readCompressedMusicXml(lying).exercise).toBeNull();
    expect(why(readCompressedMusicXml(zipSync({ '../../x.txt': strToU8('x') })))).toMatch(/no score/);
  });

  it('give an exercise from a tab part of another hand, with all that was left out listed', () => {
    const foreign = readFileSync(join(import.meta.dirname, 'foreign.testdata.musicxml'), 'utf8');
    const { exercise, remarks } = readMusicXml(foreign);
    expect(exercise!.title).toBe('Sluice');
    expect(exercise!.startBpm).toBe(84);
    expect(
      exercise!.passage.notes.map(({ string, fret, technique }) => `${string}/${fret} ${technique}`),
    ).toEqual(['4/2 pick', '4/4 hammer', '3/2 pick', '3/4 pick', '2/5 pick']);
    expect(exercise!.passage.tuning).toEqual([64, 59, 55, 50, 45, 38]);
    expect(assignStrokes(exercise!.passage, exercise!.policy).passes[0]).toEqual([
      'down',
      null,
      'up',
      'up',
      'down',
    ]);
    expect(exercise!.passage.notes.map((note) => note.lock?.stroke ?? null)).toEqual([
      'down',
      null,
      null,
      'up',
      null,
    ]);
    expect(remarks.join('\n')).toMatch(/dynamics/);
    expect(remarks.join('\n')).toMatch(/grace note/);
    expect(remarks.join('\n')).toMatch(/part “Flute”/);
    expect([exercise!.policy.loop, exercise!.passage.loopBounds]).toEqual([true, undefined]);
  });
});
