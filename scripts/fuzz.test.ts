/** A seeded share of what `npm run fuzz` does, and inputs that once broke a reader. */
import { describe, expect, it } from 'vitest';
import { readMidi, readMusicXml, readProject, readTabText, writeMusicXml, writeTabText } from '@/core';
import { readFile } from '@/core/formats';
import { chance, faultOf, keptFault, mutated, READERS, seedFiles } from './fuzzing';

/** Of the 100,000 a reader that a thorough run takes. */
const INPUTS = process.env.THOROUGH ? 100_000 : 300;

describe('mutated files', () => {
  it.each(READERS)(
    '%s: no throw, none over a second, nothing taken that the schema refuses',
    (reader) => {
      const random = chance(2026);
      const seeds = seedFiles(reader, 2026);
      const inputs = reader === 'project' ? INPUTS / 3 : INPUTS;
      for (let at = 0; at < inputs; at++) {
        const bytes = mutated(seeds[at % seeds.length]!, random);
        const fault = faultOf(reader, bytes);
        if (fault !== null) expect.fail(`input ${at}: ${fault}`);
      }
    },
    3_600_000,
  );

  it('the files that are mutated are in order, and the oracle sees one that is not', () => {
    for (const reader of READERS)
      for (const bytes of seedFiles(reader, 5)) expect(faultOf(reader, bytes)).toBeNull();
    const [good] = seedFiles('midi', 5).map((bytes) => readMidi(bytes).exercise!);
    expect(keptFault(good!)).toBeNull();
    for (const passage of [{ lengthTicks: -Infinity }, { tuning: [64.5, 59, 55, 50, 45, 40] }])
      expect(keptFault({ ...good!, passage: { ...good!.passage, ...passage } })).not.toBeNull();
  });
});

/** A track of a MIDI file from its events. */
function midiOf(division: number, ...events: number[]): Uint8Array {
  const track = [...events, 0, 0xff, 0x2f, 0];
  return Uint8Array.from([
    ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, division >> 8, division & 255],
    ...[0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, track.length],
    ...track,
  ]);
}

const note = (pitch: number, length = 96) => [0, 0x90, pitch, 100, length, 0x80, pitch, 0];

describe('inputs that once were taken wrong or never ended', () => {
  it('MIDI: a length that runs past its track ends at once', () => {
    const file = midiOf(96, 0, 0xff, 0x01, 0xff, 0xff, 0xff, 0x78, 0, 0xff, 0x2f, 0);
    expect(readMidi(file).remarks[0]).toMatch(/not whole/);
  });

  it.each([
    ['wholly below the lowest string', midiOf(96, ...note(30), ...note(33)), /None of its notes lies/],
    ['a beat divided into nothing', midiOf(0, ...note(60)), /no parts/],
    ['only percussion', midiOf(96, 0, 0x99, 38, 100, 96, 0x89, 38, 0), /drums/],
    [
      'a gap of 200,000 beats',
      midiOf(1, ...note(60), 0x8c, 0x9a, 0x40, 0x90, 62, 100, 1, 0x80, 62, 0),
      /longer than 20,000 beats/,
    ],
  ])('MIDI: %s is refused with the reason', (_, file, why) => {
    const { exercise, remarks } = readMidi(file);
    expect(exercise).toBeNull();
    expect(remarks[0]).toMatch(why);
    expect(remarks[0]).toMatch(/Nothing was imported\.$/);
  });

  it('tab: a count row with beat 99 is said, and the notes are taken in order', () => {
    const lines = 'e|-5-7-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|\n  98 99';
    const { passage, problems } = readTabText(lines);
    expect(passage.meter.beats).toBe(4);
    expect(problems.map(({ code }) => code)).toContain('countDoesNotFit');
  });

  it('tab: a count of syllables without a beat is said, and the notes are taken in order', () => {
    const lines = 'e|-5-7-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|\n   & a';
    const { passage, problems } = readTabText(lines);
    expect(passage.lengthTicks).toBeGreaterThan(0);
    expect(problems.map(({ code }) => code)).toContain('countDoesNotFit');
  });

  it('tab: 150,000 notes on one line are refused at once, without running out of stack', () => {
    const long = `e|${'-5'.repeat(150_000)}|\nB|-|\nG|-|\nD|-|\nA|-|\nE|-|`;
    const { passage, problems } = readTabText(long);
    expect(passage.notes).toEqual([]);
    expect(problems.at(-1)?.message ?? problems[0]?.message).toMatch(/20,000 notes|more than/);
  });

  it.each([10_000, 1_000_000])('project: %i empty exercises are refused at once', (count) => {
    const text = `{"format":"yardfell-project","version":9,"exportedAt":"","exercises":[${Array(count).fill('{}').join()}],"passages":[],"players":[],"ladders":[],"runs":[],"signs":[],"tombstones":[],"backup":null}`;
    const { project, problems } = readProject(text);
    expect(project).toBeNull();
    expect(problems.length).toBeLessThanOrEqual(20);
    expect(problems[0]!.message).toMatch(/are the most/);
  });

  it.each([
    ['huge durations', (text: string) => text.replace(/<duration>\d+/g, '<duration>99999999999')],
    [
      'a beat of more ticks than there are',
      (text: string) => text.replace(/<beat-type>\d+/g, '<beat-type>0.25'),
    ],
    ['fractional tunings', (text: string) => text.replace(/<tuning-octave>\d/g, '<tuning-octave>3.37')],
    [
      'a capo between frets',
      (text: string) => text.replace('</staff-details>', '<capo>1.5</capo></staff-details>'),
    ],
  ])('score: %s are refused, or put right', (_, change) => {
    for (const bytes of seedFiles('musicxml', 3).slice(0, 6)) {
      const changed = new TextEncoder().encode(change(new TextDecoder().decode(bytes)));
      expect(faultOf('musicxml', changed)).toBeNull();
    }
  });
});

describe('texts in other encodings', () => {
  const utf16 = (text: string, isBig: boolean, withMark: boolean) => {
    const units = [...(withMark ? '\ufeff' : ''), ...text].map((one) => one.charCodeAt(0));
    return Uint8Array.from(
      units.flatMap((unit) => (isBig ? [unit >> 8, unit & 255] : [unit & 255, unit >> 8])),
    );
  };
  const latin = (text: string) => Uint8Array.from([...text].map((one) => one.charCodeAt(0)));
  const decode = (bytes: Uint8Array, encoding: string) => new TextDecoder(encoding).decode(bytes);
  const score = new TextDecoder().decode(seedFiles('musicxml', 9)[0]);
  const tab = 'Großer Überzug\n\ne|-5-7-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|\n';

  it.each([
    ['UTF-16 little end first with mark', (text: string) => utf16(text, false, true)],
    ['UTF-16 big end first with mark', (text: string) => utf16(text, true, true)],
    ['UTF-16 little end first without mark', (text: string) => utf16(text, false, false)],
    ['UTF-16 big end first without mark', (text: string) => utf16(text, true, false)],
    ['UTF-8 with mark', (text: string) => new TextEncoder().encode(`\ufeff${text}`)],
    ['ISO-8859-1', latin],
  ])('%s are read as they are meant', (_, encoded) => {
    const read = readFile('x.txt', encoded(tab), decode);
    expect(read).toMatchObject({ kind: 'exercise', exercise: { title: 'Großer Überzug' } });
    const named = score
      .replace(/<work-title>[^<]*/, '<work-title>Größe')
      .replace('encoding="UTF-8"', 'encoding="ISO-8859-1"');
    const titled = named.includes('Größe') ? named : score;
    const reading = readFile('x.musicxml', encoded(titled), decode);
    expect(reading.kind === 'exercise' && reading.exercise?.passage.notes.length).toBeGreaterThan(0);
    if (reading.kind === 'exercise' && titled === named) expect(reading.exercise?.title).toBe('Größe');
  });

  it('our own writers are read back after all of this', () => {
    const { exercise } = readMusicXml(score);
    expect(readMusicXml(writeMusicXml(exercise!)).exercise!.passage).toEqual(exercise!.passage);
    expect(readTabText(writeTabText(exercise!.passage)).passage.notes.length).toBe(
      exercise!.passage.notes.length,
    );
  });
});
