/** A phrase typed as note names ("A4 C5 D5", "a c d e") or scale degrees ("A: 1 b3 4 5"), and where its notes lie on the neck. */
import { stepCost, placesOf, type Place } from './grid';
import { degreeSemitones, pitchClassOf } from '../compose/tones';
import { pitchAt, type Setup, type Tuning } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { emptyPassage } from '../passage/empty';
import type { Note, Passage } from '../passage/passage';
import { modulo } from '../time/periods';

/** A phrase that was read, or in words why not. */
export type PhraseReading =
  | {
      readonly passage: Passage;
      /** What the text does not say and was taken as usual; null where it says all. */
      readonly guessed: string | null;
    }
  | { readonly fault: string };

/** More than a phrase has; longer texts are no phrase. */
const MAX_TOKENS = 512;
const MAX_WORDS_NAMED = 5;

/** Where a degree is counted from, and a first note without an octave lies, unless the text says it: common practice, no source. */
const USUAL_TONIC = 'A';
const MIDDLE_PITCH = 59;
/** The highest fret that a phrase is laid on, and the one that its hand begins near. */
const HIGHEST_FRET = 22;
const FIRST_POSITION = 5;

const KEY = /^\s*(?:in\s+)?([A-Ga-g][#b♯♭]?)\s*:/;
const NOTE = /^([A-Ga-g])([#b♯♭]?)(\d)?$/;
/** A line of tab begins with its string. */
const TAB_LINE = /^\s*[A-Ga-g][#b]?\|/m;
const REST = /^(?:-+|r|\.)$/i;

const sharpened = (sign: string) => (sign === '#' || sign === '♯' ? 1 : sign === '' ? 0 : -1);
const plain = (name: string) =>
  `${name[0]!.toUpperCase()}${name.slice(1).replace('♯', '#').replace('♭', 'b')}`;

/** A sound of the phrase: a pitch class, with its pitch where the octave is said; null is a rest. */
type Sound = { readonly pitchClass: number; readonly pitch: number | null } | null;

function soundOf(token: string, tonic: number | null): Sound | undefined {
  if (REST.test(token)) return null;
  if (tonic !== null) {
    const steps = degreeSemitones(token);
    return steps === null ? undefined : { pitchClass: modulo(tonic + steps, 12), pitch: null };
  }
  const [, letter, sign, octave] = NOTE.exec(token) ?? [];
  if (letter === undefined) return undefined;
  const natural = pitchClassOf(letter.toUpperCase());
  const pitchClass = modulo(natural + sharpened(sign!), 12);
  // The octave is that of the letter: Cb4 lies below C4.
  const pitch = octave === undefined ? null : 12 * (Number(octave) + 1) + natural + sharpened(sign!);
  return { pitchClass, pitch };
}

/** The pitch of a class that lies nearest to another; of two the higher. */
const nearest = (pitchClass: number, to: number) => to - 5 + modulo(pitchClass - to + 5, 12);

/** Pitches one after the other; null is a rest. A note without an octave is the nearest to the one before it. */
function pitchesOf(sounds: readonly Sound[]): (number | null)[] {
  let before = MIDDLE_PITCH;
  return sounds.map((sound) => sound && (before = sound.pitch ?? nearest(sound.pitchClass, before)));
}

/** The places of a row of pitches that ask least of the hand: a shortest path, note by note (Viterbi 1967). Null where one has none. */
function placed(pitches: readonly number[], brief: Brief, setup: Setup): Place[] | null {
  const all = placesOf(brief, setup);
  const layers = pitches.map((pitch) => all.filter((place) => place.pitch === pitch));
  let costs = (layers[0] ?? []).map(({ position }) => Math.abs(position - FIRST_POSITION) / 4);
  const from: number[][] = [];
  for (let at = 1; at < layers.length; at++) {
    const before = layers[at - 1]!;
    const chosen: number[] = [];
    const next = layers[at]!.map((place, index) => {
      let least = Infinity;
      before.forEach((one, other) => {
        const step = stepCost(brief, setup, one, place);
        if (step === null || costs[other]! + step >= least) return;
        least = costs[other]! + step;
        chosen[index] = other;
      });
      return least;
    });
    costs = next;
    from.push(chosen);
  }
  let at = costs.indexOf(Math.min(...costs));
  if (at < 0 || costs[at] === Infinity) return null;
  const line: Place[] = [];
  for (let layer = layers.length - 1; layer >= 0; layer--) {
    line.push(layers[layer]![at]!);
    at = from[layer - 1]?.[at] ?? 0;
  }
  return line.reverse();
}

const quoted = (words: readonly string[]) =>
  `${words
    .slice(0, MAX_WORDS_NAMED)
    .map((word) => `“${word}”`)
    .join(', ')}${words.length > MAX_WORDS_NAMED ? ' and others' : ''}`;

/**
 * Reads a phrase, one note a slot; `-`, `r` or `.` is a rest, commas and bar lines part as spaces do. Degrees are of a major scale on the key
 * before the colon, with # and b. Null where the text is no phrase at all: hardly a word of it is a note.
 * @param subdivision slots a beat.
 */
export function readPhrase(
  text: string,
  {
    tuning,
    subdivision,
    setup,
  }: { readonly tuning: Tuning; readonly subdivision: number; readonly setup: Setup },
): PhraseReading | null {
  if (TAB_LINE.test(text)) return null;
  const key = KEY.exec(text)?.[1];
  const tokens = text
    .replace(KEY, '')
    .split(/[\s,|]+/)
    .filter((token) => token !== '');
  if (tokens.length === 0 || tokens.length > MAX_TOKENS) return null;
  // A number by itself is a degree, and then “b3” is one too.
  const isByDegree = tokens.some((token) => /^[1-9]$/.test(token));
  const tonic = isByDegree ? pitchClassOf(plain(key ?? USUAL_TONIC)) : null;
  const sounds = tokens.map((token) => soundOf(token, tonic));
  const strange = tokens.filter((_, at) => sounds[at] === undefined);
  const notes = sounds.filter((sound) => sound !== undefined && sound !== null).length;
  if (notes < 2 || strange.length * 2 > tokens.length) return null;
  if (strange.length > 0)
    return { fault: `${quoted(strange)}: not read as ${isByDegree ? 'degrees of a scale' : 'note names'}.` };
  const pitches = pitchesOf(sounds.filter((sound) => sound !== undefined));
  const sounding = pitches.filter((pitch) => pitch !== null);
  const brief: Brief = {
    ...{
      tuning,
      capo: 0,
      policy: 'alternateByNote',
      start: 'down',
      slant: null,
      tones: { kind: 'chromatic' },
    },
    ...{
      strings: tuning.map((_, at) => at + 1),
      frets: [0, HIGHEST_FRET],
      notes: sounding.length,
      subdivision,
    },
    ...{ loop: false, targets: [], fingerChanges: [], contour: 'free', largestLeap: null, mayRepeat: true },
    ...{ startsOn: null, endsOn: null, likeness: null },
  };
  const places = placed(sounding, brief, setup);
  if (!places) {
    const low = Math.min(...tuning);
    const high = pitchAt(tuning, tuning.indexOf(Math.max(...tuning)) + 1, HIGHEST_FRET);
    const off = tokens.filter((_, at) => pitches[at] !== null && (pitches[at]! < low || pitches[at]! > high));
    return {
      fault:
        off.length > 0
          ? `${quoted(off)}: not on this instrument up to fret ${HIGHEST_FRET}.`
          : 'No hand of this reach can play these notes one after the other.',
    };
  }
  const slotTicks = 6720 / subdivision;
  let next = 0;
  const laid = pitches.flatMap((pitch, slot): Note[] => {
    if (pitch === null) return [];
    const { string, fret } = places[next++]!;
    const onsetTicks = slot * slotTicks;
    return [{ id: `n${next}`, string, fret, technique: 'pick', onsetTicks, durationTicks: slotTicks }];
  });
  const passage: Passage = {
    ...emptyPassage(tuning),
    subdivision,
    lengthTicks: pitches.length * slotTicks,
    notes: laid,
    nextNoteNumber: next + 1,
  };
  const guesses = [
    ...(isByDegree && key === undefined ? [`degrees are counted from ${USUAL_TONIC}`] : []),
    ...(sounds.some((sound) => sound && sound.pitch === null)
      ? ['where no octave is said the nearest note was taken']
      : []),
  ];
  return { passage, guessed: guesses.length === 0 ? null : `${guesses.join('; ')}` };
}
