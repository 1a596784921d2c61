/** Walking through a MusicXML part: every note of the tab staff with its moment, and what stands round it. */
import { MAX_CAPO } from '../../instrument/instrument';
import { TICKS_PER_QUARTER } from '../../time/slots';
import { FOREIGN_LIMITS, type LeftOut } from '../foreign';
import { child, childrenOf, numberOf, textOf, type XmlElement } from './xml';

/** A `<note>` as read. */
export interface ReadNote {
  readonly onsetTicks: number;
  durationTicks: number;
  /** Of a staff without tab 0 until it is put on the neck. */
  string: number;
  fret: number;
  /** As sounded according to the pitch element and the transposition of the part, if there is one. */
  readonly pitch: number | null;
  readonly element: XmlElement;
  readonly where: string;
  /** Whether it rings on beyond its value. */
  isLetRing: boolean;
}

/** What a part holds, with moments in ticks from its beginning. */
export interface ReadPart {
  readonly notes: ReadNote[];
  /** Notes on the other staff with their marks, by moment and pitch; of a unison in the order in which they are written. */
  readonly marksElsewhere: Map<string, XmlElement[]>;
  readonly measures: {
    readonly startTicks: number;
    /** Whether it holds less than the meter in force. */
    readonly isShort: boolean;
    /** Marked as no bar of its own, such as a pick-up. */
    readonly isImplicit: boolean;
  }[];
  readonly endTicks: number;
  readonly meter: { readonly beats: number; readonly beatType: number } | null;
  readonly tempo: { readonly quartersAMinute: number } | null;
  readonly words: { readonly ticks: number; readonly text: string }[];
  readonly repeats: { readonly ticks: number; readonly direction: 'forward' | 'backward' }[];
  readonly staffDetails: XmlElement | null;
}

/** A refusal, with the sentence to show. */
export class RefusedScore extends Error {}

const STEP_SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** MIDI note number of a pitch given by step, alteration and octave; null when it is none. */
export function midiOf(step: string | null, alter: number | null, octave: number | null): number | null {
  const semitone = STEP_SEMITONES[(step ?? '').toUpperCase()];
  if (semitone === undefined || octave === null) return null;
  return 12 * (octave + 1) + semitone + Math.round(alter ?? 0);
}

/** Directions that say nothing that an exercise keeps, and that nobody misses. */
const SILENT = new Set(['print', 'backup', 'forward', 'note', 'attributes', 'barline', 'direction', 'sound']);

function staffOf(element: XmlElement): number {
  return numberOf(element, 'staff') ?? 1;
}

/** The technical marks of a note. */
export function technicalOf(note: XmlElement): XmlElement[] {
  return childrenOf(note, 'notations').flatMap((notations) =>
    childrenOf(notations, 'technical').flatMap((technical) => technical.children),
  );
}

/** Whether a note rings on beyond its value. */
function isLetRing(note: XmlElement): boolean {
  return childrenOf(note, 'notations')
    .flatMap((notations) => childrenOf(notations, 'tied'))
    .some((tied) => tied.attributes.type === 'let-ring');
}

function hasPlace(note: XmlElement): boolean {
  const names = technicalOf(note).map((one) => one.name);
  return names.includes('string') && names.includes('fret');
}

/** The clefs of a part that say that a staff is tab. */
const tabClefs = (part: XmlElement): XmlElement[] =>
  childrenOf(part, 'measure')
    .flatMap((measure) => childrenOf(measure, 'attributes'))
    .flatMap((attributes) => childrenOf(attributes, 'clef'))
    .filter((clef) => textOf(clef, 'sign') === 'TAB');

/** The staff of a part that is its tab: by its clef, else the one with most strings and frets. Null when there is none. */
export function tabStaffOf(part: XmlElement): number | null {
  const counts = new Map<number, number>();
  for (const measure of childrenOf(part, 'measure'))
    for (const note of childrenOf(measure, 'note'))
      if (hasPlace(note)) counts.set(staffOf(note), (counts.get(staffOf(note)) ?? 0) + 1);
  if (counts.size === 0) return null;
  const byClef = tabClefs(part)
    .map((clef) => Number(clef.attributes.number ?? 1))
    .find((staff) => counts.has(staff));
  return byClef ?? [...counts].sort((a, b) => b[1] - a[1])[0]![0];
}

/** The staves of a part that have notes with a pitch, in order; tab that says no places stands back behind others. */
export function pitchedStavesOf(part: XmlElement): number[] {
  const staves = childrenOf(part, 'measure').flatMap((measure) =>
    childrenOf(measure, 'note').flatMap((note) => (child(note, 'pitch') ? [staffOf(note)] : [])),
  );
  const all = [...new Set(staves)].sort((a, b) => a - b);
  const tab = new Set(tabClefs(part).map((clef) => Number(clef.attributes.number ?? 1)));
  const others = all.filter((staff) => !tab.has(staff));
  return others.length > 0 ? others : all;
}

/** How a part is read: the staff that counts, and whether its notes say string and fret or a pitch alone. */
export interface PartReading {
  readonly staff: number;
  readonly byPitch: boolean;
}

/** Reads one part, one of its staves foremost. */
export function readPart(
  part: XmlElement,
  { staff: tabStaff, byPitch }: PartReading,
  left: LeftOut,
): ReadPart {
  const notes: ReadNote[] = [];
  const marksElsewhere = new Map<string, XmlElement[]>();
  const measures: ReadPart['measures'] = [];
  const words: ReadPart['words'] = [];
  const repeats: ReadPart['repeats'] = [];
  let [meter, tempo, staffDetails]: [ReadPart['meter'], ReadPart['tempo'], XmlElement | null] = [
    null,
    null,
    null,
  ];
  let divisions = 1;
  let measureStart = 0;
  /** Of the meter in force, which may have changed. */
  let barTicks = 0;
  /** Semitones from what is written to what sounds. */
  let transposed = 0;
  /** Notes that are tied on, by string and fret or by pitch. */
  const held = new Map<string, ReadNote>();

  const keyOf = ({ string, fret, pitch }: Pick<ReadNote, 'string' | 'fret' | 'pitch'>) =>
    byPitch ? `${pitch}` : `${string}/${fret}`;

  const ticksOf = (duration: number, where: string): number => {
    const ticks = (duration * TICKS_PER_QUARTER) / divisions;
    if (!Number.isInteger(ticks)) left.add('the exact length of a note or rest, which was rounded', where);
    return Math.round(ticks);
  };

  const readAttributes = (attributes: XmlElement, where: string) => {
    divisions = Math.max(1, numberOf(attributes, 'divisions') ?? divisions);
    const read = timeOf(child(attributes, 'time'));
    if (read) {
      const { beats, beatType, written } = read;
      if (written.includes('+'))
        left.add(`the grouping of a bar of ${written}, which is counted as ${beats}/${beatType}`, where);
      if (meter && (meter.beats !== beats || meter.beatType !== beatType))
        left.add('a change of meter', where);
      else meter ??= { beats, beatType };
      barTicks = barTicksOf({ beats, beatType });
    }
    const transpose = childrenOf(attributes, 'transpose').find(
      ({ attributes: of }) => of.number === undefined || Number(of.number) === tabStaff,
    );
    if (transpose)
      transposed = (numberOf(transpose, 'chromatic') ?? 0) + 12 * (numberOf(transpose, 'octave-change') ?? 0);
    for (const details of childrenOf(attributes, 'staff-details')) {
      if (Number(details.attributes.number ?? 1) !== tabStaff && details.attributes.number !== undefined)
        continue;
      if (child(details, 'staff-tuning') || child(details, 'staff-lines')) staffDetails ??= details;
      const capo = numberOf(details, 'capo') ?? 0;
      if (capo < 0 || capo > MAX_CAPO || !Number.isInteger(capo))
        left.add(`a capo at fret ${capo}, which is put at the nearest that there is`, where);
    }
  };

  const readNote = (note: XmlElement, onset: number, duration: number, where: string) => {
    const pitchElement = child(note, 'pitch');
    const written = midiOf(
      textOf(pitchElement, 'step'),
      numberOf(pitchElement, 'alter'),
      numberOf(pitchElement, 'octave'),
    );
    const pitch = written === null ? null : written + transposed;
    if (staffOf(note) !== tabStaff) {
      if (pitch === null || child(note, 'rest')) return;
      const place = `${onset}/${pitch}`;
      marksElsewhere.set(place, [...(marksElsewhere.get(place) ?? []), note]);
      return;
    }
    if (child(note, 'rest')) return;
    if (child(note, 'grace')) return left.add('grace note', where);
    const technical = technicalOf(note);
    const said = (name: string) => Number(technical.find((one) => one.name === name)?.text ?? NaN);
    const [string, fret] = byPitch ? [0, 0] : [said('string'), said('fret')];
    const tied = childrenOf(note, 'tie').map((tie) => tie.attributes.type);
    const hasOwn = Number.isInteger(string) && Number.isInteger(fret) && (pitch !== null || !byPitch);
    const key = hasOwn ? keyOf({ string, fret, pitch }) : null;
    const from = tied.includes('stop')
      ? key === null
        ? [...held.values()].find((one) => one.pitch === pitch)
        : held.get(key)
      : undefined;
    if (from) {
      from.durationTicks = onset + duration - from.onsetTicks;
      from.isLetRing ||= isLetRing(note);
      if (!tied.includes('start')) held.delete(keyOf(from));
      return;
    }
    if (key === null)
      return left.add(byPitch ? 'note without a pitch' : 'note without string and fret', where);
    if (notes.length >= FOREIGN_LIMITS.notes)
      throw new RefusedScore(`It has more than ${FOREIGN_LIMITS.notes} notes.`);
    const read: ReadNote = {
      onsetTicks: onset,
      durationTicks: duration,
      string,
      fret,
      pitch,
      element: note,
      where,
      isLetRing: isLetRing(note),
    };
    notes.push(read);
    if (tied.includes('start')) held.set(key, read);
  };

  const readDirection = (direction: XmlElement, ticks: number, where: string) => {
    const sound = numberOfAttribute(child(direction, 'sound'), 'tempo');
    for (const type of childrenOf(direction, 'direction-type'))
      for (const one of type.children) {
        if (one.name === 'words' && one.text !== '')
          words.push({ ticks, text: one.text.slice(0, FOREIGN_LIMITS.textLength) });
        else if (one.name === 'metronome') {
          const perMinute = Number(textOf(one, 'per-minute') ?? NaN);
          const quarters = perMinute * beatUnitQuarters(one);
          if (sound === null && quarters > 0) takeTempo(quarters, where);
        } else if (one.name !== 'words') left.add(elementName(one.name), where);
      }
    if (sound !== null) takeTempo(sound, where);
  };
  const takeTempo = (quartersAMinute: number, where: string) => {
    if (tempo && tempo.quartersAMinute !== quartersAMinute) left.add('a change of tempo', where);
    else tempo ??= { quartersAMinute };
  };

  for (const [at, measure] of childrenOf(part, 'measure').entries()) {
    const where = `bar ${measure.attributes.number ?? at + 1}`;
    let [position, furthest, chordOnset] = [measureStart, measureStart, measureStart];
    for (const element of measure.children) {
      const duration = () => ticksOf(numberOf(element, 'duration') ?? 0, where);
      if (element.name === 'attributes') readAttributes(element, where);
      else if (element.name === 'backup') position = Math.max(measureStart, position - duration());
      else if (element.name === 'forward') position += duration();
      else if (element.name === 'note') {
        const length = child(element, 'grace') ? 0 : duration();
        const onset = child(element, 'chord') ? chordOnset : position;
        readNote(element, onset, length, where);
        chordOnset = onset;
        if (!child(element, 'chord')) position += length;
      } else if (element.name === 'direction') readDirection(element, position, where);
      else if (element.name === 'sound') {
        const bpm = numberOfAttribute(element, 'tempo');
        if (bpm !== null) takeTempo(bpm, where);
      } else if (element.name === 'barline') {
        const direction = child(element, 'repeat')?.attributes.direction;
        if (direction === 'forward') repeats.push({ ticks: measureStart, direction });
        else if (direction === 'backward') repeats.push({ ticks: Math.max(furthest, position), direction });
        if (child(element, 'ending')) left.add('a first or second ending', where);
      }
      if (!SILENT.has(element.name)) left.add(elementName(element.name), where);
      furthest = Math.max(furthest, position);
    }
    const length = furthest - measureStart;
    const isImplicit = measure.attributes.implicit === 'yes';
    if (barTicks > 0 && length > barTicks)
      left.add('the bar line after a bar that holds more than its meter: what follows comes later', where);
    measures.push({ startTicks: measureStart, isShort: length < barTicks, isImplicit });
    measureStart = furthest;
  }
  return {
    notes,
    marksElsewhere,
    measures,
    endTicks: measureStart,
    meter,
    tempo,
    words,
    repeats,
    staffDetails,
  };
}

/** A meter as written; of several numbers together (3+2 over 8, or 3/8 + 2/4) their sum. Null where there is none that can be counted. */
function timeOf(time: XmlElement | null): { beats: number; beatType: number; written: string } | null {
  const [tops, bottoms] = [childrenOf(time, 'beats'), childrenOf(time, 'beat-type')];
  const pairs = tops.map((top, at) => ({
    beats: top.text.split('+').map(Number),
    beatType: Number(bottoms[at]?.text ?? NaN),
  }));
  const isCountable =
    pairs.length > 0 &&
    pairs.every(({ beats, beatType }) =>
      [...beats, beatType].every((one) => Number.isInteger(one) && one > 0),
    );
  if (!isCountable) return null;
  const beatType = Math.max(...pairs.map((pair) => pair.beatType));
  const beats = pairs.reduce(
    (sum, pair) => sum + (pair.beats.reduce((all, one) => all + one, 0) * beatType) / pair.beatType,
    0,
  );
  const written = pairs.map((pair) => `${pair.beats.join('+')}/${pair.beatType}`).join(' + ');
  return Number.isInteger(beats) ? { beats, beatType, written } : null;
}

function barTicksOf(meter: ReadPart['meter']): number {
  return meter ? (meter.beats * 4 * TICKS_PER_QUARTER) / meter.beatType : 0;
}

function numberOfAttribute(element: XmlElement | null, name: string): number | null {
  const number = Number(element?.attributes[name] ?? NaN);
  return Number.isFinite(number) && number > 0 ? number : null;
}

const UNIT_QUARTERS: Readonly<Record<string, number>> = {
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
  '16th': 0.25,
};

function beatUnitQuarters(metronome: XmlElement): number {
  const unit = UNIT_QUARTERS[textOf(metronome, 'beat-unit') ?? ''] ?? NaN;
  return child(metronome, 'beat-unit-dot') ? unit * 1.5 : unit;
}

/** An element's name in words. */
export function elementName(name: string): string {
  return name.replaceAll('-', ' ');
}
