/** The marks of a MusicXML note: how it is sounded, with which finger and stroke. */
import type { Bend, Finger, Note, Stroke, Technique } from '../../passage/passage';
import type { LeftOut } from '../foreign';
import { elementName, technicalOf, type ReadNote } from './part';
import { child, childrenOf, numberOf, type XmlElement } from './xml';

const STROKES: Readonly<Record<string, Stroke>> = { 'down-bow': 'down', 'up-bow': 'up' };
const SLUR_SIGNS: Readonly<Record<string, Technique>> = { 'hammer-on': 'hammer', 'pull-off': 'pull' };
const FROM_NOWHERE: Readonly<Record<string, Technique>> = { hammer: 'hammer', pull: 'pull', slide: 'slide' };
const SLIDES_IN: Readonly<Record<string, Note['slideIn']>> = { scoop: 'from below', plop: 'from above' };
const SLIDES_OUT: Readonly<Record<string, Note['slideOut']>> = { doit: 'upward', falloff: 'downward' };

/** Marks that are read elsewhere, or say nothing that is missed. */
const READ_ELSEWHERE = new Set([
  'string',
  'fret',
  'tied',
  'tuplet',
  'slur',
  'technical',
  'articulations',
  'ornaments',
  'slide',
  'glissando',
]);

function hasStop(elements: readonly XmlElement[]): boolean {
  return elements.some((one) => one.attributes.type === 'stop');
}

/** How a note that is joined to the one before is sounded; plain slurs are told apart by nothing but the pitch. */
function techniqueOf(marks: readonly XmlElement[], notations: readonly XmlElement[]): Technique {
  if (marks.some((one) => one.name === 'tap')) return 'tap';
  for (const mark of marks) {
    const joined = SLUR_SIGNS[mark.name];
    if (joined && mark.attributes.type === 'stop') return joined;
    const alone = mark.name === 'other-technical' ? FROM_NOWHERE[mark.text] : undefined;
    if (alone) return alone;
  }
  const named = (name: string) => notations.filter((one) => one.name === name);
  const isSlid = hasStop(named('slide')) || hasStop(named('glissando'));
  return isSlid && hasStop(named('slur')) ? 'slide' : 'pick';
}

function bendOf(marks: readonly XmlElement[]): Bend | null {
  const bends = marks.filter((one) => one.name === 'bend');
  if (bends.length === 0) return null;
  const size = Math.max(0, Math.min(12, Math.abs(numberOf(bends[0], 'bend-alter') ?? 0)));
  const isOpen = marks.some((one) => one.name === 'other-technical' && one.text === 'bend of open size');
  return { semitones: isOpen ? null : size, released: bends.some((one) => child(one, 'release') !== null) };
}

/** Whether a slur ends here that no sign explains. */
function isPlainSlur(marks: readonly XmlElement[], notations: readonly XmlElement[]): boolean {
  return hasStop(notations.filter((one) => one.name === 'slur')) && techniqueOf(marks, notations) === 'pick';
}

type Placeless = Omit<Note, 'id' | 'onsetTicks' | 'durationTicks'>;

/** A note with its marks; `elsewhere` is the same note on the other staff. */
export function noteFrom(
  read: ReadNote,
  elsewhere: XmlElement | undefined,
  left: LeftOut,
): { note: Placeless; stroke: Stroke | null } {
  const { element, string, fret, where } = read;
  const marks = technicalOf(element);
  const notations = childrenOf(element, 'notations').flatMap((one) => one.children);
  const others = elsewhere ? technicalOf(elsewhere) : [];
  const inside = (group: string) =>
    notations.filter((one) => one.name === group).flatMap((one) => one.children);
  const strokeOf = (some: readonly XmlElement[]) =>
    some.map((one) => STROKES[one.name]).find(Boolean) ?? null;
  const fingering = [...marks, ...others].find((one) => one.name === 'fingering')?.text ?? '';
  const finger = /^[1-4]$/.test(fingering) ? (Number(fingering) as Finger) : null;
  if (fingering !== '' && finger === null) left.add(`fingering “${fingering.slice(0, 10)}”`, where);
  const head = child(element, 'notehead');
  const bend = bendOf(marks);
  const articulations = inside('articulations');
  const ornaments = inside('ornaments');
  const slideIn = articulations.map((one) => SLIDES_IN[one.name]).find(Boolean);
  const slideOut = articulations.map((one) => SLIDES_OUT[one.name]).find(Boolean);
  const isMuted = childrenOf(element, 'play').some((play) =>
    childrenOf(play, 'mute').some((mute) => mute.text === 'palm'),
  );
  if (isPlainSlur(marks, notations)) left.add('a slur that is neither hammer-on, pull-off nor slide', where);
  for (const one of [...marks, ...notations, ...articulations, ...ornaments]) {
    const isKnown =
      READ_ELSEWHERE.has(one.name) ||
      STROKES[one.name] ||
      SLUR_SIGNS[one.name] ||
      SLIDES_IN[one.name] ||
      SLIDES_OUT[one.name] ||
      ['tap', 'bend', 'fingering', 'wavy-line', 'accent'].includes(one.name) ||
      (one.name === 'other-technical' && (FROM_NOWHERE[one.text] ?? one.text === 'bend of open size'));
    if (!isKnown) left.add(elementName(one.name), where);
  }
  for (const one of element.children)
    if (['lyric', 'accidental-text'].includes(one.name)) left.add(elementName(one.name), where);
  const note: Placeless = {
    string,
    fret,
    technique: techniqueOf(marks, notations),
    ...(finger ? { finger } : {}),
    ...(head?.text === 'x' ? { dead: true as const } : {}),
    ...(head?.attributes.parentheses === 'yes' ? { ghost: true as const } : {}),
    ...(isMuted ? { palmMute: true as const } : {}),
    ...(articulations.some((one) => one.name === 'accent') ? { accent: true as const } : {}),
    ...(ornaments.some((one) => one.name === 'wavy-line') ? { vibrato: true as const } : {}),
    ...(bend ? { bend } : {}),
    ...(slideIn ? { slideIn } : {}),
    ...(slideOut ? { slideOut } : {}),
  };
  return { note, stroke: strokeOf(marks) ?? strokeOf(others) };
}
