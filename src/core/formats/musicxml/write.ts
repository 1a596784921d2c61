/** An exercise as MusicXML 3.0 (score-partwise): one part with a standard and a tab staff. */
import { Note as Spelled } from 'tonal';
import { strToU8, zipSync } from 'fflate';
import type { Exercise } from '../../model/exercise';
import { loopSpan, type Passage } from '../../passage/passage';
import { withSlurs } from '../../picking/overlay';
import { assignStrokes } from '../../picking/strokes';
import { TICKS_PER_QUARTER } from '../../time/slots';
import { measuresOf, type WrittenMeasure } from './measures';
import { neighboursOf, noteElements, type NoteContext } from './notes';
import { particularsOf, PARTICULARS_FIELD } from './particulars';
import { el, writeXml, type XmlElement } from './xml';

/** Program 26 (counted from 1) is the steel-string guitar of General MIDI 1. */
const STEEL_GUITAR = 26;

function tuningElements({ tuning }: Passage): XmlElement[] {
  // Staff lines are counted from below, where the thickest string lies.
  return tuning
    .map((pitch, at) => {
      const { letter, alt, oct } = Spelled.get(Spelled.fromMidiSharps(pitch));
      return el(
        'staff-tuning',
        [
          el('tuning-step', letter),
          alt === 0 ? null : el('tuning-alter', alt),
          el('tuning-octave', oct ?? 0),
        ],
        { line: tuning.length - at },
      );
    })
    .reverse();
}

function timeElement({ beats, beatTicks }: Passage['meter']): XmlElement {
  // Plain beats divide a whole note; compound ones are three of the next value.
  const isPlain = Number.isInteger((4 * TICKS_PER_QUARTER) / beatTicks);
  const unit = isPlain ? beatTicks : beatTicks / 3;
  return el('time', [
    el('beats', isPlain ? beats : beats * 3),
    el('beat-type', Math.max(1, Math.round((4 * TICKS_PER_QUARTER) / unit))),
  ]);
}

function attributesOf(passage: Passage): XmlElement {
  return el('attributes', [
    el('divisions', TICKS_PER_QUARTER),
    el('key', [el('fifths', 0)]),
    timeElement(passage.meter),
    el('staves', 2),
    el('clef', [el('sign', 'G'), el('line', 2), el('clef-octave-change', -1)], { number: 1 }),
    el('clef', [el('sign', 'TAB'), el('line', Math.ceil(passage.tuning.length / 2) + 2)], { number: 2 }),
    el(
      'staff-details',
      [
        el('staff-lines', passage.tuning.length),
        ...tuningElements(passage),
        passage.capo ? el('capo', passage.capo) : null,
      ],
      { number: 2 },
    ),
  ]);
}

function tempoElement(bpm: number, beatTicks: number): XmlElement {
  const isDotted =
    (beatTicks * 2) % (3 * (TICKS_PER_QUARTER / 2)) === 0 && beatTicks % TICKS_PER_QUARTER !== 0;
  const isQuarter = beatTicks === TICKS_PER_QUARTER || beatTicks === TICKS_PER_QUARTER * 1.5;
  // Where a beat is neither a quarter nor a dotted one the tempo is given in quarters.
  const quarters = (bpm * beatTicks) / TICKS_PER_QUARTER;
  return el(
    'direction',
    [
      el('direction-type', [
        el('metronome', [
          el('beat-unit', 'quarter'),
          isDotted && isQuarter ? el('beat-unit-dot') : null,
          el('per-minute', isQuarter ? bpm : quarters),
        ]),
      ]),
      el('staff', 1),
      el('sound', null, { tempo: quarters }),
    ],
    { placement: 'above' },
  );
}

function wordsElement(words: string): XmlElement {
  return el('direction', [el('direction-type', [el('words', words)]), el('staff', 1)], {
    placement: 'above',
  });
}

/** What is said at a moment: notes to the student, and that the strokes turn round with each pass. */
function wordsByNote(exercise: Exercise, turns: boolean): { free: string[]; pinned: Map<string, string[]> } {
  const free: string[] = [];
  const pinned = new Map<string, string[]>();
  for (const { text, pinnedTo } of exercise.studentNotes) {
    if (text.trim() === '') continue;
    const isThere = pinnedTo !== null && exercise.passage.notes.some((note) => note.id === pinnedTo);
    if (!isThere) free.push(text);
    else pinned.set(pinnedTo, [...(pinned.get(pinnedTo) ?? []), text]);
  }
  if (turns) free.push(STROKES_TURN);
  return { free, pinned };
}

/** Written where an odd loop turns its strokes round each time. */
export const STROKES_TURN = 'Every other time all strokes turn round.';

function barline(location: 'left' | 'right', direction: 'forward' | 'backward'): XmlElement {
  const style = direction === 'forward' ? 'heavy-light' : 'light-heavy';
  return el('barline', [el('bar-style', style), el('repeat', null, { direction })], { location });
}

function measureElement(
  measure: WrittenMeasure,
  head: readonly XmlElement[],
  context: NoteContext,
  pinned: ReadonlyMap<string, readonly string[]>,
): XmlElement {
  const { pieces } = measure;
  const standard = pieces.flatMap((piece) => [
    ...(piece.tiedFrom ? [] : piece.notes.flatMap((note) => pinned.get(note.id) ?? [])).map(wordsElement),
    ...noteElements(piece, 'standard', context),
  ]);
  return el(
    'measure',
    [
      measure.repeatStarts ? barline('left', 'forward') : null,
      ...head,
      ...standard,
      el('backup', [el('duration', measure.endTicks - measure.startTicks)]),
      ...pieces.flatMap((piece) => noteElements(piece, 'tab', context)),
      measure.repeatEnds ? barline('right', 'backward') : null,
    ],
    { number: measure.number, implicit: measure.isImplicit ? 'yes' : undefined },
  );
}

/**
 * Writes an exercise as MusicXML 3.0: tuning, strings, frets, fingers, strokes as bow marks, slurs, slides, bends,
 * tuplets, the loop as a repeat, notes to the student as words, the start tempo. A note that rings over the next onset
 * is written up to it. What notation has no sign for (policy, goal, locks) travels in a miscellaneous field.
 * @param bpm the tempo that is written; absent: the exercise's own start.
 */
export function writeMusicXml(exercise: Exercise, bpm = exercise.startBpm): string {
  const { policy, title } = exercise;
  const { passes, slurred } = assignStrokes(exercise.passage, policy);
  const passage = withSlurs(exercise.passage, slurred);
  const isLooped = policy.loop === true && passage.notes.length > 0;
  const { free, pinned } = wordsByNote(exercise, isLooped && passes.length > 1);
  const context: NoteContext = { passage, strokes: passes[0] ?? [], ...neighboursOf(passage) };
  const head = [attributesOf(passage), tempoElement(bpm, passage.meter.beatTicks), ...free.map(wordsElement)];
  const measures = measuresOf(passage, isLooped && loopSpan(passage).endTicks > loopSpan(passage).startTicks);
  return writeXml(
    el(
      'score-partwise',
      [
        el('work', [el('work-title', title || 'Untitled')]),
        el('identification', [
          el('encoding', [el('software', 'Yardfell')]),
          el('miscellaneous', [
            el('miscellaneous-field', particularsOf(exercise), { name: PARTICULARS_FIELD }),
          ]),
        ]),
        el('part-list', [
          el(
            'score-part',
            [
              el('part-name', 'Guitar'),
              el('score-instrument', [el('instrument-name', 'Guitar')], { id: 'P1-I1' }),
              el('midi-instrument', [el('midi-channel', 1), el('midi-program', STEEL_GUITAR)], {
                id: 'P1-I1',
              }),
            ],
            { id: 'P1' },
          ),
        ]),
        el(
          'part',
          measures.map((measure, at) => measureElement(measure, at === 0 ? head : [], context, pinned)),
          { id: 'P1' },
        ),
      ],
      // All of it is 3.0, but the tie of a note that is let ring.
      { version: passage.notes.some(({ held }) => held !== undefined) ? '4.0' : '3.0' },
    ),
  );
}

const CONTAINER = `<?xml version="1.0" encoding="UTF-8"?>
<container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>
`;

/** The same, zipped as an `.mxl` file with its container description. */
export function writeCompressedMusicXml(exercise: Exercise, bpm?: number): Uint8Array<ArrayBuffer> {
  return zipSync(
    {
      'META-INF/container.xml': strToU8(CONTAINER),
      'score.musicxml': strToU8(writeMusicXml(exercise, bpm)),
    },
    // The same exercise gives the same bytes.
    { mtime: '1980-01-01T00:00:00' },
  );
}
