/**
 * Which onset is which planned note: the cheapest way through notes and onsets (dynamic programming), where notes may
 * be missing and onsets be nobody's.
 */
import { lowerBound } from './sorted';

/** What the costs need to know. */
export interface Matching {
  /** Planned seconds of each note, in order. */
  readonly planned: readonly number[];
  /** Seconds by which a note may well be off beside the one before: swept ones bunch together, and the next waits. */
  readonly loose: readonly number[];
  /** Seconds of each onset, in order, and how much each stands out. */
  readonly heard: readonly number[];
  readonly strengths: readonly number[];
  /** How well the pitch of a note agrees with what begins at an onset, −1…1. */
  readonly evidence: (note: number, onset: number) => number;
  /** Where a note is expected, in seconds of the recording, once that is known; and how the tempo differs from the plan's. */
  readonly expected: ((note: number) => number) | null;
  readonly stretch: number;
  /** Seconds of the recording at which the plan starts, about, where that is known. */
  readonly start: number | null;
}

/** The onset of each note, null where none is its; and what it cost. */
export interface Matched {
  readonly onsets: readonly (number | null)[];
  readonly cost: number;
}

/** Costs, as logarithms of odds; measured on simulated takes. */
const MISSING = 4;
/** Of notes beyond the fourth in a row before the first or after the last. */
const MISSING_OUTSIDE = 2;
const PASSED_OVER = 3;
const OUTSIDE_PART = 0.7;
const INTERVAL_MOST = 9;
const SPREAD_SECONDS = 0.012;
const TEMPO_SPREAD = 0.05;
const PITCH_WEIGHT = 2;
const PITCH_MOST = 2;
const PITCH_SCALE = 0.35;
const WEAK_STRENGTH = 0.2;
const WEAK_COST = 1.5;
const PLACE_MOST = 6;
const PLACE_SECONDS = 0.03;
/** Where the start is known, a way that begins elsewhere is dear. */
const START_SECONDS = 0.15;
const START_MOST = 30;
/** So many notes and onsets back a match is sought; further back only over a break. */
const NOTES_BACK = 4;
const ONSETS_BACK = 8;
/** Where it is known when a note is expected, it is not sought further away. */
const BAND_SECONDS = 0.6;
/** Where only the start is known, a note is sought so far away: breaks add up. */
const STARTED_BAND_SECONDS = 20;
const STARTED_BAND_PART = 0.1;

const outside = (notes: number): number =>
  MISSING * Math.min(notes, NOTES_BACK) + MISSING_OUTSIDE * Math.max(0, notes - NOTES_BACK);

/** How the cheapest way came to a note and onset: from which, coded as one number; below 0 it began here. */
const BEGAN = -1;
const codeOf = (onset: number, back: number) => onset * NOTES_BACK + back - 1;

/** Matches notes with onsets; every way within reach is weighed. */
export function match({
  planned,
  loose,
  heard,
  strengths,
  evidence,
  expected,
  stretch,
  start,
}: Matching): Matched {
  const count = heard.length;
  const times = Float64Array.from(heard);
  const passed = new Float64Array(count + 1);
  for (let at = 0; at < count; at++) passed[at + 1] = passed[at]! + PASSED_OVER * Math.min(1, strengths[at]!);
  const passedAll = passed[count]!;

  const ofPair = (note: number, onset: number): number => {
    const pitch = PITCH_WEIGHT * Math.min(PITCH_MOST, Math.max(0, -evidence(note, onset)) / PITCH_SCALE);
    const weak = WEAK_COST * Math.max(0, 1 - strengths[onset]! / WEAK_STRENGTH);
    const room = PLACE_SECONDS + loose[note]!;
    const away = expected ? (times[onset]! - expected(note)) / room : 0;
    return pitch + weak + Math.min(PLACE_MOST, 0.5 * away * away);
  };
  /** The onsets that are thought of for a note. */
  const bandOf = (note: number): readonly [number, number] => {
    if (!expected && start === null) return [0, count];
    const due = expected ? expected(note) : start! + planned[note]! * stretch;
    const reach = expected ? BAND_SECONDS : STARTED_BAND_SECONDS + STARTED_BAND_PART * planned[note]!;
    return [lowerBound(times, due - reach), lowerBound(times, due + reach)];
  };

  // What the cheapest way to each onset costs, for this note and the last few.
  const rows = Array.from({ length: NOTES_BACK + 1 }, () => new Float64Array(count).fill(Infinity));
  const origins = new Int32Array(planned.length * count);
  let [bestNote, bestOnset, bestCost] = [-1, -1, outside(planned.length) + OUTSIDE_PART * passedAll];
  for (let note = 0; note < planned.length; note++) {
    const row = rows[note % rows.length]!.fill(Infinity);
    const [first, end] = bandOf(note);
    const offset = note * count;
    const before = outside(note);
    for (let onset = first; onset < end; onset++) {
      const away = start === null ? 0 : Math.abs(times[onset]! - start - planned[note]!) / START_SECONDS;
      row[onset] = before + OUTSIDE_PART * passed[onset]! + Math.min(START_MOST, 0.5 * away * away);
      origins[offset + onset] = BEGAN;
    }
    for (let back = 1; back <= Math.min(NOTES_BACK, note); back++) {
      const last = rows[(note - back) % rows.length]!;
      const plan = planned[note]! - planned[note - back]!;
      const meant = expected ? expected(note) - expected(note - back) : stretch * plan;
      const sharpness = 0.5 / (2 * SPREAD_SECONDS ** 2 + (TEMPO_SPREAD * plan) ** 2 + loose[note]! ** 2);
      const missed = MISSING * (back - 1);
      for (let onset = first; onset < end; onset++) {
        let cheapest = row[onset]!;
        let from = -1;
        for (let other = Math.max(0, onset - ONSETS_BACK); other < onset; other++) {
          const way = last[other]! + missed + passed[onset]! - passed[other + 1]!;
          if (way >= cheapest) continue;
          const off = times[onset]! - times[other]! - meant;
          const cost = way + Math.min(INTERVAL_MOST, sharpness * off * off);
          if (cost >= cheapest) continue;
          cheapest = cost;
          from = other;
        }
        if (from < 0) continue;
        row[onset] = cheapest;
        origins[offset + onset] = codeOf(from, back);
      }
    }
    if (note > 0) overBreak(rows[(note - 1) % rows.length]!, row, passed, [first, end], origins, offset);
    const after = outside(planned.length - 1 - note);
    for (let onset = first; onset < end; onset++) {
      row[onset]! += ofPair(note, onset);
      const whole = row[onset]! + after + OUTSIDE_PART * (passedAll - passed[onset + 1]!);
      if (whole < bestCost) [bestNote, bestOnset, bestCost] = [note, onset, whole];
    }
  }
  const onsets: (number | null)[] = planned.map(() => null);
  for (let [note, onset] = [bestNote, bestOnset]; note >= 0;) {
    onsets[note] = onset;
    const code = origins[note * count + onset]!;
    if (code === BEGAN) break;
    note -= (code % NOTES_BACK) + 1;
    onset = Math.floor(code / NOTES_BACK);
  }
  return { onsets, cost: bestCost };
}

/** Over a break, when somebody stopped and began again, any later onset may follow. */
function overBreak(
  last: Float64Array,
  row: Float64Array,
  passed: Float64Array,
  [first, end]: readonly [number, number],
  origins: Int32Array,
  offset: number,
): void {
  let [cheapest, from] = [Infinity, -1];
  for (let onset = 0; onset < end; onset++) {
    const other = onset - ONSETS_BACK - 1;
    if (other >= 0 && last[other]! - passed[other + 1]! < cheapest)
      [cheapest, from] = [last[other]! - passed[other + 1]!, other];
    const cost = cheapest + passed[onset]! + INTERVAL_MOST;
    if (onset < first || from < 0 || cost >= row[onset]!) continue;
    row[onset] = cost;
    origins[offset + onset] = codeOf(from, 1);
  }
}
