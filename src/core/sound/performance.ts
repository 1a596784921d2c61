/**
 * What is heard when an exercise is played: clicks and notes against one line of ticks. 0 is where the first pass
 * begins, the count-in lies before it. Everything is a function of the tick, so playing can go on from anywhere.
 */
import { PLAIN_CLICK, type ClickAccent, type ClickPattern } from './clicks';
import type { ChangeKind } from '../picking/changes';
import type { Strike } from '../plan/strikes';
import { swung, unswung } from '../time/swing';
import { ringUntil } from '../passage/held';
import { loopSpan, pitchOf, type Note, type Passage } from '../passage/passage';
import { type Meter } from '../time/slots';

/** How a note is set sounding: by the pick, by a finger, by sliding, or hardly at all. */
export type Attack = 'picked' | 'slurred' | 'slid' | 'muted' | 'dead';

/** One note as it is heard. */
export interface Sounding {
  readonly noteId: string;
  /** Moment in the passage. */
  readonly ticks: number;
  /** Until it is released or its string is struck again, whichever comes first. */
  readonly durationTicks: number;
  /** MIDI note number. */
  readonly pitch: number;
  readonly string: number;
  readonly attack: Attack;
  /** The pitch that a slide comes from. */
  readonly slidFrom: number | null;
  /** Semitones of a bend (a whole tone where its size is not written), 0 without one. */
  readonly bendSemitones: number;
  readonly bendReleased: boolean;
  /** 0–1. */
  readonly loudness: number;
}

/** A sound of a performance, at its tick. */
export type PerformedEvent =
  | {
      readonly kind: 'click';
      readonly ticks: number;
      readonly accent: ClickAccent;
      readonly countIn: boolean;
    }
  | {
      readonly kind: 'stroke';
      readonly ticks: number;
      readonly pass: number;
      readonly strike: Strike;
      /** The kind of change by which the pick came; null where nothing came before. */
      readonly arrives: ChangeKind | null;
    }
  | { readonly kind: 'note'; readonly ticks: number; readonly pass: number; readonly sounding: Sounding };

/** A moment of the performance as a place in the passage. */
export interface PlayPlace {
  readonly pass: number;
  /** In the passage; parts of ticks where it was asked for so. */
  readonly ticks: number;
}

/** A passage as it is heard: its sounds, pass by pass. */
export interface Performance {
  readonly meter: Meter;
  /** Where the count-in begins: 0 or below. */
  readonly startTicks: number;
  /** Where it ends; null when it goes round until it is stopped. */
  readonly endTicks: number | null;
  /** Events at or after one tick and before another, in order. */
  readonly eventsBetween: (fromTicks: number, toTicks: number) => PerformedEvent[];
  /** The first click on a beat at or after a tick; null where there is none any more. */
  readonly nextBeat: (fromTicks: number) => number | null;
  /** Null in the count-in and after the end. */
  readonly placeAt: (ticks: number) => PlayPlace | null;
  /** The moment at which a place is played; a place that is not in the passage gives where the next pass begins. */
  readonly ticksAt: (place: PlayPlace) => number;
  /** The beat that a moment lies in, counted in its bar from 1; null before the count-in and after the end. */
  readonly beatAt: (ticks: number) => Beat | null;
}

/** A beat as it is counted. */
export interface Beat {
  readonly number: number;
  readonly countIn: boolean;
}

/** How a passage is to be heard. */
export interface PerformOptions {
  readonly loop: boolean;
  /** How often the loop is played, or null: until it is stopped. Without a loop the passage is played so often. */
  readonly passes: number | null;
  readonly countInBeats: number;
  /** The strokes, pass by pass of their period, where they are to be heard. */
  readonly strikes?: readonly (readonly Strike[])[];
  readonly clicks?: ClickPattern;
}

const UNWRITTEN_BEND = 2;
const LOUDNESS: Readonly<Record<Attack, number>> = {
  picked: 1,
  slurred: 0.7,
  slid: 0.6,
  muted: 0.85,
  dead: 0.8,
};
const GHOST_LOUDNESS = 0.4;
/** Where some notes are accented the others step back. */
const UNACCENTED_LOUDNESS = 0.65;

function attackOf(note: Note): Attack {
  if (note.dead) return 'dead';
  if (note.palmMute) return 'muted';
  if (note.technique === 'slide') return 'slid';
  return note.technique === 'pick' ? 'picked' : 'slurred';
}

/** The notes of one pass as they are heard. */
export function soundingsOf(passage: Passage): Sounding[] {
  const { notes } = passage;
  const ringing = ringUntil(notes);
  const hasAccents = notes.some(({ accent }) => accent);
  const nextOnString = new Map<number, number>();
  const before = new Map<string, number>();
  const last = new Map<number, number>();
  for (const note of notes) {
    before.set(note.id, last.get(note.string) ?? -1);
    last.set(note.string, pitchOf(passage, note));
  }
  return notes
    .toReversed()
    .map((note): Sounding => {
      const struckAgain = nextOnString.get(note.string) ?? Infinity;
      nextOnString.set(note.string, note.onsetTicks);
      const attack = attackOf(note);
      const from = before.get(note.id)!;
      const heldTicks = (ringing.get(note.id) ?? 0) - note.onsetTicks;
      const lasts = Math.max(note.durationTicks, note.dead ? 0 : heldTicks);
      return {
        noteId: note.id,
        ticks: note.onsetTicks,
        durationTicks: Math.max(1, Math.min(lasts, struckAgain - note.onsetTicks)),
        pitch: pitchOf(passage, note),
        string: note.string,
        attack,
        slidFrom: attack === 'slid' && from >= 0 ? from : null,
        bendSemitones: note.bend ? (note.bend.semitones ?? UNWRITTEN_BEND) : 0,
        bendReleased: note.bend?.released ?? false,
        loudness:
          LOUDNESS[attack] *
          (note.ghost ? GHOST_LOUDNESS : 1) *
          (hasAccents && !note.accent ? UNACCENTED_LOUDNESS : 1),
      };
    })
    .reverse();
}

/** A note at the moment when swing has it heard. */
function swungSounding(passage: Passage, one: Sounding): Sounding {
  const ticks = swung(passage, one.ticks);
  return { ...one, ticks, durationTicks: swung(passage, one.ticks + one.durationTicks) - ticks };
}

/** Of events at one moment. */
const ORDER = { click: 0, stroke: 1, note: 2 } as const;

/** One stretch of passage after another: lead-in, the loop pass by pass, ending. */
interface Layout {
  readonly leadInTicks: number;
  readonly passTicks: number;
  readonly passes: number;
  /** Where the first pass and the ending begin in the passage. */
  readonly passFrom: number;
  readonly endingTicks: number;
}

function layoutOf(passage: Passage, { loop, passes }: PerformOptions): Layout {
  const whole = { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
  const { startTicks, endTicks } = loop ? loopSpan(passage) : whole;
  return {
    leadInTicks: startTicks - whole.startTicks,
    passTicks: endTicks - startTicks,
    passes: passes ?? Infinity,
    passFrom: startTicks,
    endingTicks: whole.endTicks - endTicks,
  };
}

/**
 * Plays an exercise: lead-in, the loop so often, ending. The click goes on evenly through the seam; where a pass is a
 * whole number of beats its bars begin anew with each pass, as they are written, else the bar runs on.
 */
export function performanceOf(passage: Passage, options: PerformOptions): Performance {
  const { meter, pickupTicks } = passage;
  const { leadInTicks, passTicks, passes, passFrom, endingTicks } = layoutOf(passage, options);
  // Stretches are told by written moments, events by heard ones.
  const plain = soundingsOf(passage);
  const soundings =
    passage.swingPercent === undefined ? plain : plain.map((one) => swungSounding(passage, one));
  const heard = (ticks: number) => swung(passage, ticks);
  const written = (ticks: number) => unswung(passage, ticks);
  // Asked for anew with every beat that is placed.
  const strikes = (options.strikes ?? []).map((pass) =>
    pass.map((strike) => ({ strike, heardTicks: heard(strike.ticks) })),
  );
  const barBeats = meter.beats;
  const startTicks = -options.countInBeats * meter.beatTicks;
  const loopEnd = leadInTicks + passTicks * passes;
  const endTicks = Number.isFinite(loopEnd) ? loopEnd + endingTicks : null;
  // Passes of a beat, or of half a bar, make up bars together.
  const makesBars = (meter.beatTicks * barBeats) % passTicks === 0;
  const restartsBars = passTicks % meter.beatTicks === 0 && !makesBars && options.clicks?.countsOn !== true;

  const placeAt = (ticks: number): PlayPlace | null => {
    if (ticks < 0 || (endTicks !== null && ticks >= endTicks)) return null;
    if (ticks < leadInTicks) return { pass: 0, ticks: written(ticks - pickupTicks) };
    if (ticks >= loopEnd) return { pass: passes - 1, ticks: written(ticks - loopEnd + passFrom + passTicks) };
    const pass = Math.floor((ticks - leadInTicks) / passTicks);
    return { pass, ticks: written(ticks - leadInTicks - pass * passTicks + passFrom) };
  };
  const ticksAt = ({ pass, ticks }: PlayPlace): number => {
    const intoPass = heard(ticks) - passFrom;
    if (intoPass < 0 && pass === 0) return leadInTicks + intoPass;
    const isLast = pass >= passes - 1;
    const most = isLast ? passTicks + endingTicks : passTicks;
    return leadInTicks + pass * passTicks + Math.max(0, Math.min(most, intoPass));
  };
  // Beats fall on the first bar line and evenly from there, backward into pick-up and count-in too.
  const firstBeatTicks = pickupTicks % meter.beatTicks;
  /** Beats since the bar line, of a beat that begins at a tick. */
  const inBar = (ticks: number): number => {
    const inPassage = restartsBars && ticks >= 0 ? placeAt(ticks)?.ticks : undefined;
    const beat = Math.round((inPassage ?? ticks - pickupTicks) / meter.beatTicks);
    return ((beat % barBeats) + barBeats) % barBeats;
  };
  const beatAt = (ticks: number): Beat | null => {
    if (ticks < startTicks || (endTicks !== null && ticks >= endTicks)) return null;
    const beat = Math.floor((ticks - firstBeatTicks) / meter.beatTicks);
    return { number: inBar(firstBeatTicks + beat * meter.beatTicks) + 1, countIn: ticks < 0 };
  };

  const { accents, slots, silent } = options.clicks ?? PLAIN_CLICK;
  const isSilentBar = (ticks: number): boolean => {
    if (silent === null || ticks < 0) return false;
    const bar = Math.floor((ticks - firstBeatTicks) / (meter.beatTicks * barBeats));
    return bar % (silent.after + silent.bars) >= silent.after;
  };
  const clicks = (from: number, to: number): Extract<PerformedEvent, { kind: 'click' }>[] => {
    const made: Extract<PerformedEvent, { kind: 'click' }>[] = [];
    const first = Math.ceil((Math.max(from, startTicks) - firstBeatTicks) / meter.beatTicks);
    const put = (ticks: number, accent: ClickAccent) => {
      if (ticks < Math.max(from, startTicks) || ticks >= to || (endTicks !== null && ticks >= endTicks))
        return;
      const countIn = ticks < 0;
      made.push({ kind: 'click', ticks, accent: isSilentBar(ticks) ? 'silent' : accent, countIn });
    };
    // Slots of the beat before the first whole one may lie in the stretch too.
    for (let beat = first - 1; ; beat++) {
      const ticks = firstBeatTicks + beat * meter.beatTicks;
      if (ticks >= to || (endTicks !== null && ticks >= endTicks)) return made;
      put(ticks, accents[inBar(ticks)] ?? 'beat');
      if (!slots || ticks < 0) continue;
      for (let slot = 1; slot < passage.subdivision; slot++)
        put(Math.round(heard(ticks + (slot * meter.beatTicks) / passage.subdivision)), 'slot');
    }
  };

  /** Notes and strokes of a stretch of the passage that stands at an offset in the performance. */
  const notesOf = (
    stretch: { from: number; to: number; offset: number; pass: number },
    from: number,
    to: number,
    into: PerformedEvent[],
  ): void => {
    const { offset, pass } = stretch;
    const isIn = (writtenTicks: number, heardTicks: number) =>
      writtenTicks >= stretch.from &&
      writtenTicks < stretch.to &&
      heardTicks + offset >= from &&
      heardTicks + offset < to;
    soundings.forEach((sounding, at) => {
      if (isIn(plain[at]!.ticks, sounding.ticks))
        into.push({ kind: 'note', ticks: sounding.ticks + offset, pass, sounding });
    });
    for (const { strike, heardTicks } of strikes[pass % strikes.length] ?? []) {
      if (!isIn(strike.ticks, heardTicks)) continue;
      const arrives = pass === 0 && strike.arrives?.seam ? null : (strike.arrives?.kind ?? null);
      into.push({ kind: 'stroke', ticks: heardTicks + offset, pass, strike, arrives });
    }
  };

  const notes = (from: number, to: number): PerformedEvent[] => {
    const made: PerformedEvent[] = [];
    // Swing may carry the last note of a pass beyond its end.
    const late = passage.swingPercent === undefined ? 0 : 1;
    if (from < leadInTicks || late > 0)
      notesOf({ from: -pickupTicks, to: passFrom, offset: pickupTicks, pass: 0 }, from, to, made);
    const firstPass = Math.max(0, Math.floor((from - leadInTicks) / passTicks) - late);
    const lastPass = Math.min(passes - 1, Math.floor((to - leadInTicks) / passTicks));
    for (let pass = firstPass; pass <= lastPass; pass++) {
      const offset = leadInTicks + pass * passTicks - passFrom;
      notesOf({ from: passFrom, to: passFrom + passTicks, offset, pass }, from, to, made);
    }
    if (to > loopEnd) {
      const from2 = passFrom + passTicks;
      const stretch = { from: from2, to: from2 + endingTicks, offset: loopEnd - from2, pass: passes - 1 };
      notesOf(stretch, from, to, made);
    }
    return made;
  };

  return {
    meter,
    startTicks,
    endTicks,
    eventsBetween: (from, to) =>
      [...clicks(from, to), ...notes(from, to)].sort(
        (a, b) => a.ticks - b.ticks || ORDER[a.kind] - ORDER[b.kind],
      ),
    nextBeat: (from) =>
      clicks(from, from + 2 * meter.beatTicks).find(({ accent }) => accent !== 'slot')?.ticks ?? null,
    placeAt,
    ticksAt,
    beatAt,
  };
}
