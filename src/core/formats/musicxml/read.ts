/** Reading MusicXML into an exercise; whatever is not taken over is listed. */
import { newExercise, MAX_TITLE, type Exercise, type StudentNote } from '../../model/exercise';
import { MAX_BPM, MIN_BPM } from '../../model/tempo';
import { takeStrokes } from '../tab/taking';
import {
  MAX_FRET,
  MAX_CAPO,
  MAX_STRINGS,
  MIN_STRINGS,
  pitchAt,
  usualTuning,
  type Tuning,
} from '../../instrument/instrument';
import { setLocks } from '../../passage/edits';
import { compareNotes, type Note, type Passage, type Stroke } from '../../passage/passage';
import { counted } from '../../picking/counting';
import { assignStrokes } from '../../picking/strokes';
import { COMMON_METER, MAX_SLOTS_PER_BEAT, TICKS_PER_QUARTER } from '../../time/slots';
import { checkedPart, joinedParts } from '../checked';
import { FOREIGN_LIMITS, LeftOut, refusedFile, type ForeignPart, type ForeignReading } from '../foreign';
import { gridByBeat } from '../grid';
import { noteFrom } from './marks';
import { onStrings, partsIn, type FoundPart } from './found';
import { elementName, midiOf, readPart, RefusedScore, type ReadNote, type ReadPart } from './part';
import { digestOf, PARTICULARS_FIELD, readParticulars, type Particulars } from './particulars';
import { child, childrenOf, numberOf, parseXml, textOf, type XmlElement } from './xml';
import { unfolded } from './unfold';
import { STROKES_TURN } from './write';

function tuningOf({ staffDetails, notes }: ReadPart, capo: number): Tuning {
  const lines = numberOf(staffDetails, 'staff-lines');
  const tunings = childrenOf(staffDetails, 'staff-tuning');
  const count = Math.max(lines ?? 0, tunings.length, 0) || Math.max(6, ...notes.map((note) => note.string));
  if (count > MAX_STRINGS || count < MIN_STRINGS)
    throw new RefusedScore(
      `It is for ${count} strings; exercises here have ${MIN_STRINGS} to ${MAX_STRINGS}.`,
    );
  const usual = usualTuning(count);
  const open = new Map<number, number>();
  for (const tuning of tunings) {
    const string = count + 1 - Number(tuning.attributes.line ?? NaN);
    const pitch = midiOf(
      textOf(tuning, 'tuning-step'),
      numberOf(tuning, 'tuning-alter'),
      numberOf(tuning, 'tuning-octave'),
    );
    if (pitch !== null && pitch >= 0 && pitch <= 127 && Number.isInteger(string)) open.set(string, pitch);
  }
  // Without a tuning the pitches say it, string by string.
  for (const note of notes)
    if (note.pitch !== null && tunings.length === 0 && !open.has(note.string))
      open.set(note.string, note.pitch - note.fret - capo);
  return usual.map((pitch, at) => open.get(at + 1) ?? pitch);
}

/** The longest beat that a passage has: two whole notes. */
const MAX_BEAT_TICKS = 53_760;

function meterOf({ meter }: ReadPart): Passage['meter'] {
  if (!meter) return COMMON_METER;
  const unit = (4 * TICKS_PER_QUARTER) / meter.beatType;
  const isUsable = Number.isInteger(unit) && Number.isInteger(meter.beats) && meter.beats > 0;
  if (!isUsable || meter.beats > 32 || unit < 840 || unit > MAX_BEAT_TICKS) return COMMON_METER;
  // Three, six, nine … of a value shorter than a quarter are counted in threes, as is usual.
  const isCompound = meter.beatType >= 8 && meter.beats % 3 === 0 && meter.beats > 3;
  return isCompound
    ? { beats: meter.beats / 3, beatTicks: unit * 3 }
    : { beats: meter.beats, beatTicks: unit };
}

/** Notes of the passage in order, one a string and moment, with what could not be kept told. */
function placeNotes(
  part: ReadPart,
  offset: number,
  tuning: Tuning,
  capo: number,
  left: LeftOut,
): { notes: Note[]; strokes: Record<string, Stroke> } {
  const byPlace = new Map<string, ReadNote>();
  for (const read of part.notes) {
    const isThere = read.string >= 1 && read.string <= tuning.length;
    if (!isThere) left.add('note on a string that is not there', read.where);
    else if (read.fret < 0 || read.fret > MAX_FRET) left.add(`note beyond fret ${MAX_FRET}`, read.where);
    else if (byPlace.has(`${read.onsetTicks}/${read.string}`))
      left.add('second note on one string at once', read.where);
    else byPlace.set(`${read.onsetTicks}/${read.string}`, read);
  }
  const inOrder = [...byPlace.values()].sort((a, b) => a.onsetTicks - b.onsetTicks || b.string - a.string);
  const strokes: Record<string, Stroke> = {};
  /** How many notes of one moment and pitch were met. */
  const unisons = new Map<string, number>();
  let mismatched = 0;
  // Notes that ring on one after the other are one span; those at one moment with one of them are in it.
  let [span, wasRinging] = [0, false];
  const notes = inOrder.map((read, at): Note => {
    const id = `n${at + 1}`;
    if (read.pitch !== null && read.pitch !== pitchAt(tuning, read.string, read.fret) + capo) mismatched++;
    const place = `${read.onsetTicks}/${read.pitch}`;
    const other = part.marksElsewhere.get(place)?.[unisons.get(place) ?? 0];
    unisons.set(place, (unisons.get(place) ?? 0) + 1);
    const { note, stroke } = noteFrom(read, other, left);
    if (read.isLetRing && !wasRinging) span++;
    if (read.isLetRing || inOrder[at + 1]?.onsetTicks !== read.onsetTicks) wasRinging = read.isLetRing;
    if (stroke && note.technique === 'pick') strokes[id] = stroke;
    else if (stroke) left.add('stroke on a note that is slurred or tapped', read.where);
    return {
      ...note,
      ...(read.isLetRing ? { held: span } : {}),
      id,
      onsetTicks: read.onsetTicks - offset,
      durationTicks: Math.max(1, read.durationTicks),
    };
  });
  if (mismatched > 0)
    left.add(
      `the pitch of ${counted(mismatched, 'note')}, which does not fit string and fret; string and fret were taken`,
      'whole',
    );
  return { notes: notes.sort(compareNotes), strokes };
}

/** Where the program chose the strings, a slur may have come to go from one to another: such notes are picked. */
function onOneString(notes: readonly Note[], left: LeftOut): Note[] {
  // The last note before this moment, and the last of this moment.
  let [before, here]: (Note | undefined)[] = [];
  return notes.map((note) => {
    const { technique, string, onsetTicks } = note;
    if (here && here.onsetTicks < onsetTicks) before = here;
    here = note;
    const isJoined = technique === 'hammer' || technique === 'pull' || technique === 'slide';
    if (!isJoined || before?.string === string) return note;
    left.add('a slur from one string to another, which is picked', 'whole');
    return { ...note, technique: 'pick' };
  });
}

function loopOf(
  part: ReadPart,
  offset: number,
  lengthTicks: number,
  left: LeftOut,
): Passage['loopBounds'] | 'whole' | null {
  const end = part.repeats.find((one) => one.direction === 'backward');
  if (!end) return null;
  const start = part.repeats.findLast((one) => one.direction === 'forward' && one.ticks < end.ticks);
  const used = start ? 2 : 1;
  for (const _ of part.repeats.slice(used)) left.add('a further repeat', 'after the first');
  const bounds = { startTicks: (start?.ticks ?? 0) - offset, endTicks: end.ticks - offset };
  if (bounds.endTicks <= bounds.startTicks) return null;
  return bounds.startTicks <= -offset && bounds.endTicks >= lengthTicks ? 'whole' : bounds;
}

function studentNotesOf(part: ReadPart, notes: readonly Note[], offset: number): StudentNote[] {
  return part.words
    .filter(({ text }) => text !== STROKES_TURN)
    .map(({ ticks, text }, at) => ({
      id: `w${at + 1}`,
      text,
      pinnedTo: ticks === 0 ? null : (notes.find((note) => note.onsetTicks === ticks - offset)?.id ?? null),
    }));
}

/** Puts back what travelled in the miscellaneous field. */
function withMarks(passage: Passage, { restStrokes = [], held = {}, dampers = {} }: Particulars): Passage {
  const rests = new Set(restStrokes);
  const notes = passage.notes.map((note, index): Note => ({
    ...note,
    ...(rests.has(index) ? { restStroke: true } : {}),
    ...(note.held !== undefined && held[index] !== undefined ? { held: held[index] } : {}),
    ...(dampers[index] ? { damper: dampers[index] } : {}),
  }));
  return { ...passage, notes };
}

function withParticulars(exercise: Exercise, particulars: Particulars, left: LeftOut): Exercise {
  const { policy, goal, alsoTrains, cues, hand, subdivision, beatSubdivisions, swingPercent } = particulars;
  const back: Exercise = {
    ...exercise,
    policy: { ...policy, loop: exercise.policy.loop === true },
    goal,
    alsoTrains,
    cues,
    ...(hand ? { hand } : {}),
    passage: {
      ...exercise.passage,
      subdivision,
      beatSubdivisions,
      ...(swingPercent === undefined ? {} : { swingPercent }),
    },
  };
  if (digestOf(back.passage) !== particulars.notesAre) {
    left.add(
      'locks of strokes and the changes that notes to the student are pinned to: the notes were changed since',
      'whole',
    );
    return back;
  }
  const { notes } = back.passage;
  const locks = Object.entries(particulars.locks).flatMap(([at, lock]) => {
    const id = notes[Number(at)]?.id;
    return id === undefined ? [] : [[id, lock] as const];
  });
  return {
    ...back,
    passage: withMarks(setLocks(back.passage, Object.fromEntries(locks)), particulars),
    studentNotes: particulars.studentNotes.map(({ text, pinnedTo }, at) => ({
      id: `w${at + 1}`,
      text,
      pinnedTo: pinnedTo === null ? null : (notes[pinnedTo]?.id ?? null),
    })),
  };
}

function particularsIn(score: XmlElement, left: LeftOut): Particulars | null {
  const fields = childrenOf(child(child(score, 'identification'), 'miscellaneous'), 'miscellaneous-field');
  const own = fields.find((field) => field.attributes.name === PARTICULARS_FIELD);
  if (!own) return null;
  const particulars = readParticulars(own.text);
  if (!particulars) left.add('policy, goal and locks of this program, which were damaged', 'whole');
  return particulars;
}

/**
 * Length of the pick-up: a first bar that holds less than its meter, with what is numbered X… after it. Together they must be less than
 * a bar, for a bar may be cut in two where a loop begins in it.
 */
function pickupOf(element: XmlElement, { measures }: ReadPart, barTicks: number, left: LeftOut): number {
  const [first] = measures;
  if (!first?.isShort) return 0;
  const numbers = childrenOf(element, 'measure').map((measure) => measure.attributes.number ?? '');
  const next = numbers.findIndex((number, at) => at > 0 && number !== '0' && !number.startsWith('X'));
  const pickup = measures[next]?.startTicks ?? 0;
  if (pickup === 0 || pickup >= barTicks) return 0;
  if (!first.isImplicit && numbers[0] !== '0' && !numbers[0]!.startsWith('X'))
    left.add('rests before the first note: the first bar is short, so it is a pick-up', 'bar 1');
  return pickup;
}

/** Whether an exercise's own plan gives the strokes that are written. */
function agrees({ passage, policy }: Exercise, strokes: Readonly<Record<string, Stroke>>): boolean {
  const given = assignStrokes(passage, policy).passes[0];
  return passage.notes.every(({ id }, at) => strokes[id] === undefined || strokes[id] === given?.[at]);
}

function readOnePart(score: XmlElement, found: FoundPart, title: string): ForeignPart {
  const { name, byPitch } = found;
  const left = new LeftOut();
  const out = unfolded(found.element);
  const element = out?.part ?? found.element;
  const part = readPart(element, found, left);
  const capo = Math.max(0, Math.min(MAX_CAPO, Math.round(numberOf(part.staffDetails, 'capo') ?? 0)));
  const tuning = byPitch ? tuningOf({ ...part, notes: [] }, capo) : tuningOf(part, capo);
  if (byPitch) onStrings(part, tuning, capo, left);
  const meter = meterOf(part);
  const offset = pickupOf(element, part, meter.beats * meter.beatTicks, left);
  const { notes: placed, strokes } = placeNotes(part, offset, tuning, capo, left);
  const notes = byPitch ? onOneString(placed, left) : placed;
  if (notes.length === 0)
    return {
      ...{ name, exercise: null },
      remarks: [
        byPitch
          ? 'None of its notes lies on the strings of the instrument.'
          : 'None of its notes has a string and fret that can be used.',
      ],
    };
  const lengthTicks = Math.max(part.endTicks - offset, notes.at(-1)!.onsetTicks + 1);
  const loop = loopOf(part, offset, lengthTicks, left);
  const { subdivision, beatSubdivisions } = gridByBeat(notes, meter.beatTicks, MAX_SLOTS_PER_BEAT);
  const passage: Passage = {
    tuning,
    ...(capo > 0 ? { capo } : {}),
    meter,
    pickupTicks: offset,
    subdivision,
    beatSubdivisions,
    lengthTicks,
    ...(loop !== null && loop !== 'whole' && loop !== undefined ? { loopBounds: loop } : {}),
    notes,
    nextNoteNumber: notes.length + 1,
  };
  const fresh = newExercise(title.slice(0, MAX_TITLE), passage);
  const bpm = part.tempo
    ? (part.tempo.quartersAMinute * TICKS_PER_QUARTER) / meter.beatTicks
    : fresh.startBpm;
  const startBpm = Math.max(MIN_BPM, Math.min(MAX_BPM, Math.round(bpm * 1000) / 1000));
  if (startBpm !== Math.round(bpm * 1000) / 1000)
    left.add(`a start tempo of ${Math.round(bpm)} bpm`, 'whole');
  const base: Exercise = {
    ...fresh,
    startBpm,
    policy: { ...fresh.policy, loop: loop !== null },
    studentNotes: studentNotesOf(part, notes, offset),
  };
  const particulars = particularsIn(score, left);
  const exercise = particulars ? withParticulars(base, particulars, left) : base;
  const remarks = [
    ...(byPitch ? ['Strings and frets are chosen by the program: there is no tab of it.'] : []),
    ...(out
      ? [`Repeats and endings are written out: ${counted(out.bars, 'bar')} became ${out.written}.`]
      : []),
    ...left.remarks(),
  ];
  return checkedPart({
    name,
    exercise: agrees(exercise, strokes) ? exercise : takeStrokes(exercise, strokes),
    remarks,
    ...(byPitch ? { isPlaced: true } : {}),
  });
}

function read(score: XmlElement, fallbackTitle: string): ForeignReading {
  const left = new LeftOut();
  const found = partsIn(score, left);
  const written = textOf(child(score, 'work'), 'work-title') || textOf(score, 'movement-title') || '';
  const title = written || fallbackTitle;
  const parts = found.map((part) => {
    try {
      return readOnePart(score, part, found.length === 1 ? title : `${title}: ${part.name}`);
    } catch (error) {
      if (!(error instanceof RefusedScore)) throw error;
      return { name: part.name, exercise: null, remarks: [error.message] };
    }
  });
  return joinedParts(parts, left.remarks());
}

/**
 * Reads MusicXML (score-partwise): each part with strings and frets becomes an exercise, then each staff with pitches alone, which are put on
 * the neck; strokes become locks only where the policy that fits them best differs. Never throws.
 * @returns the first part as `exercise`, and all of them in `parts` where there are several.
 */
export function readMusicXml(text: string, fallbackTitle = 'From a score'): ForeignReading {
  if (text.length > FOREIGN_LIMITS.bytes)
    return refusedFile(`It has more than ${FOREIGN_LIMITS.bytes / 1_000_000} million characters.`);
  try {
    const root = parseXml(text);
    if (root.name === 'score-timewise')
      return refusedFile('It is a score ordered by time; save it part by part (score-partwise).');
    if (root.name !== 'score-partwise')
      return refusedFile(`It is no score: its root is “${elementName(root.name)}”.`);
    return read(root, fallbackTitle);
  } catch (error) {
    if (error instanceof RefusedScore) return refusedFile(error.message);
    return refusedFile((error as Error).message.split('\n')[0]!.slice(0, 240));
  }
}
