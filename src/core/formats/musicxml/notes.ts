/** The written notes of a MusicXML measure. */
import { Note as Spelled } from 'tonal';
import { pitchOf, type Note, type Passage, type Stroke } from '../../passage/passage';
import type { WrittenPiece } from './measures';
import { el, type XmlElement } from './xml';

/** What the notes of a part share. */
export interface NoteContext {
  readonly passage: Passage;
  /** By note index; of the first pass. */
  readonly strokes: readonly (Stroke | null)[];
  /** The note before on the same string, by note index, and the one after: what slurs and slides join. */
  readonly before: readonly (number | null)[];
  readonly after: readonly (number | null)[];
  /** The number of the slur or slide into a note, by note index. */
  readonly lines: readonly number[];
}

/** Slurs, slides and the like that sound at once are told apart by a number of up to six. */
const MOST_LINES = 6;

function isJoined(note: Note): boolean {
  return note.technique !== 'pick' && note.technique !== 'tap';
}

/** Numbers for the joints into notes, so that no two that overlap have the same. */
function linesFor({ notes }: Passage, before: readonly (number | null)[]): number[] {
  const joints = notes.flatMap((note, to) => {
    const from = before[to];
    return isJoined(note) && from !== null && from !== undefined ? [{ from, to }] : [];
  });
  const lines = notes.map(() => 1);
  const busyUntil = new Array<number>(MOST_LINES).fill(-1);
  for (const { from, to } of joints.sort((a, b) => a.from - b.from)) {
    const free = busyUntil.findIndex((until) => until <= from);
    const line = free < 0 ? MOST_LINES - 1 : free;
    busyUntil[line] = to;
    lines[to] = line + 1;
  }
  return lines;
}

/** The neighbours of every note on its string. */
export function neighboursOf(passage: Passage): Pick<NoteContext, 'before' | 'after' | 'lines'> {
  const { notes } = passage;
  const before = notes.map((): number | null => null);
  const after = notes.map((): number | null => null);
  const last = new Map<number, number>();
  notes.forEach((note, index) => {
    const previous = last.get(note.string);
    if (previous !== undefined) {
      before[index] = previous;
      after[previous] = index;
    }
    last.set(note.string, index);
  });
  return { before, after, lines: linesFor(passage, before) };
}

/** Standard and tab staff: their number, their voice, and what is written on them. */
const STAVES = { standard: { staff: 1, voice: 1 }, tab: { staff: 2, voice: 2 } } as const;
export type StaffName = keyof typeof STAVES;

function pitchElement(pitch: number): XmlElement {
  const { letter, alt, oct } = Spelled.get(Spelled.fromMidiSharps(pitch));
  return el('pitch', [el('step', letter), alt === 0 ? null : el('alter', alt), el('octave', oct ?? 0)]);
}

const SLUR_NAMES = { hammer: 'hammer-on', pull: 'pull-off' } as const;

/** Slurs, hammer-ons, pull-offs and slides that end and begin at a note. */
function joints(note: Note, index: number, { passage, before, after, lines }: NoteContext) {
  const slurs: XmlElement[] = [];
  const technical: XmlElement[] = [];
  const join = (technique: Note['technique'], type: 'start' | 'stop', number: number) => {
    slurs.push(el('slur', null, { type, number }));
    if (technique === 'slide') slurs.push(el('slide', null, { type, number, 'line-type': 'solid' }));
    else if (technique === 'hammer' || technique === 'pull') {
      const letter = technique === 'hammer' ? 'H' : 'P';
      technical.push(el(SLUR_NAMES[technique], type === 'start' ? letter : null, { type, number }));
    }
  };
  if (isJoined(note)) {
    if (before[index] !== null) join(note.technique, 'stop', lines[index]!);
    // From nowhere, which the notation has no sign for.
    else technical.push(el('other-technical', note.technique));
  }
  const next = after[index] === null ? undefined : passage.notes[after[index]!];
  if (next && isJoined(next)) join(next.technique, 'start', lines[after[index]!]!);
  return { slurs, technical };
}

function technicalOf(
  note: Note,
  index: number,
  context: NoteContext,
  joined: XmlElement[],
  staffName: StaffName,
): XmlElement | null {
  // Bow marks are signs of standard notation; readers of tab staves do not expect them there.
  const stroke = staffName === 'standard' ? context.strokes[index] : null;
  const bends = note.bend
    ? [
        el('bend', [el('bend-alter', note.bend.semitones ?? 2)]),
        note.bend.released ? el('bend', [el('bend-alter', note.bend.semitones ?? 2), el('release')]) : null,
        note.bend.semitones === null ? el('other-technical', 'bend of open size') : null,
      ]
    : [];
  const marks = [
    stroke ? el(stroke === 'down' ? 'down-bow' : 'up-bow') : null,
    ...joined,
    note.technique === 'tap' ? el('tap', 'T') : null,
    ...bends,
    note.finger ? el('fingering', note.finger) : null,
    el('string', note.string),
    el('fret', note.fret),
  ];
  return el('technical', marks);
}

function articulationsOf(note: Note): XmlElement | null {
  const marks = [
    note.accent ? el('accent') : null,
    note.slideIn ? el(note.slideIn === 'from below' ? 'scoop' : 'plop') : null,
    note.slideOut ? el(note.slideOut === 'upward' ? 'doit' : 'falloff') : null,
  ].filter((one) => one !== null);
  return marks.length > 0 ? el('articulations', marks) : null;
}

function vibratoOf(note: Note): XmlElement | null {
  if (!note.vibrato) return null;
  return el('ornaments', [el('wavy-line', null, { type: 'start' }), el('wavy-line', null, { type: 'stop' })]);
}

function notationsOf(
  piece: WrittenPiece,
  note: Note,
  index: number,
  context: NoteContext,
  staffName: StaffName,
): XmlElement | null {
  const isFirst = !piece.tiedFrom;
  const isLead = index === piece.index;
  const { slurs, technical } = isFirst ? joints(note, index, context) : { slurs: [], technical: [] };
  const content = [
    piece.tiedFrom ? el('tied', null, { type: 'stop' }) : null,
    piece.tiedTo ? el('tied', null, { type: 'start' }) : null,
    note.held === undefined || piece.tiedTo ? null : el('tied', null, { type: 'let-ring' }),
    ...slurs,
    ...(isLead ? tuplets(piece) : []),
    isFirst ? technicalOf(note, index, context, technical, staffName) : null,
    isFirst ? vibratoOf(note) : null,
    isFirst ? articulationsOf(note) : null,
  ].filter((one) => one !== null);
  return content.length > 0 ? el('notations', content) : null;
}

function tuplets(piece: WrittenPiece): XmlElement[] {
  return [
    ...(piece.tupletStarts ? [el('tuplet', null, { type: 'start', bracket: 'yes' })] : []),
    ...(piece.tupletStops ? [el('tuplet', null, { type: 'stop' })] : []),
  ];
}

function valueElements({ value }: WrittenPiece): (XmlElement | null)[] {
  return [value.type ? el('type', value.type) : null, ...Array.from({ length: value.dots }, () => el('dot'))];
}

function modification({ value }: WrittenPiece): XmlElement | null {
  if (!value.tuplet) return null;
  const { actual, normal } = value.tuplet;
  return el('time-modification', [el('actual-notes', actual), el('normal-notes', normal)]);
}

function notehead(note: Note): XmlElement | null {
  if (!note.dead && !note.ghost) return null;
  return el('notehead', note.dead ? 'x' : 'normal', note.ghost ? { parentheses: 'yes' } : {});
}

/** A note or a rest as one or more `<note>` elements of one staff. */
export function noteElements(piece: WrittenPiece, staffName: StaffName, context: NoteContext): XmlElement[] {
  const { staff, voice } = STAVES[staffName];
  const { value } = piece;
  if (piece.notes.length === 0) {
    const tupletMarks = tuplets(piece);
    return [
      el('note', [
        el('rest'),
        el('duration', value.ticks),
        el('voice', voice),
        ...valueElements(piece),
        modification(piece),
        el('staff', staff),
        tupletMarks.length > 0 ? el('notations', tupletMarks) : null,
      ]),
    ];
  }
  return piece.notes.map((note, at) =>
    el('note', [
      at > 0 ? el('chord') : null,
      pitchElement(pitchOf(context.passage, note)),
      el('duration', value.ticks),
      piece.tiedFrom ? el('tie', null, { type: 'stop' }) : null,
      piece.tiedTo ? el('tie', null, { type: 'start' }) : null,
      el('voice', voice),
      ...valueElements(piece),
      modification(piece),
      notehead(note),
      el('staff', staff),
      notationsOf(piece, note, piece.index + at, context, staffName),
      note.palmMute ? el('play', [el('mute', 'palm')]) : null,
    ]),
  );
}
