/**
 * The simulated player: strings, hand, room and microphone as samples, faster than they would sound; what was put in is
 * told beside them, so that every report can be checked.
 */
import { click, hertzOf } from '../../sound/pluck';
import { clicksOf, type TakePlan } from '../plan';
import { chanceOf, type Chance } from './chance';
import { playedBy, type PlayedNote, type PlayerErrors } from './player';
import { addNoise, addRoom, drive, powerOf } from './room';
import { addString } from './string';

/** The sound of the instrument and what the recording adds. */
export interface PlayerSound {
  /** The heel of the hand lies on the strings. */
  readonly damped?: boolean;
  /** Nothing is let go: strings ring until they are struck again. */
  readonly ringing?: boolean;
  /** Gain before it is squared; absent: clean. */
  readonly drive?: number;
  /** The room's level beside the sound, 0–1. */
  readonly room?: number;
  /** Decibels that noise lies below the sound. */
  readonly noiseDb?: number;
  /** Decibels of the click beside the notes; absent: it is not in the recording. */
  readonly clickDb?: number;
}

/** How a take is simulated. */
export interface Simulation {
  readonly errors?: PlayerErrors;
  readonly sound?: PlayerSound;
  readonly seed: number;
  readonly sampleRate: number;
  /** Seconds in the recording of the plan's start; at least as long as the count-in. Default: the count-in and half a second. */
  readonly startSeconds?: number;
}

/** A simulated take and what is true of it. */
export interface SimulatedTake {
  readonly samples: Float32Array<ArrayBuffer>;
  /** Seconds in the recording of each planned note; null: left out. */
  readonly onsets: readonly (number | null)[];
  /** Indices of notes that were played wrong. */
  readonly wrong: readonly number[];
  /** Seconds in the recording of notes too many. */
  readonly extras: readonly number[];
}

const LEVEL = 0.12;
/** The pick lies on the string so long before it lets go, with a noise so far below the note. */
const CONTACT_SECONDS = 0.004;
const CONTACT_LEVEL = 0.02;
const TAIL_SECONDS = 1;
/** A dead note: hardly a pitch, and gone at once. */
const DEAD_SECONDS = 0.05;
const DEAD_MIDI = 45;

/** How a technique sets a string going: its strength, and how slowly. */
const TOUCH: Readonly<
  Record<PlayedNote['technique'], { level: number; dullness: number; attackSeconds: number }>
> = {
  pick: { level: 1, dullness: 0.3, attackSeconds: 0.0004 },
  hammer: { level: 0.35, dullness: 0.6, attackSeconds: 0.0015 },
  pull: { level: 0.4, dullness: 0.5, attackSeconds: 0.001 },
  slide: { level: 0.3, dullness: 0.65, attackSeconds: 0.003 },
  tap: { level: 0.5, dullness: 0.5, attackSeconds: 0.001 },
};

/** The pick meets the string: a short noise of falling strength. */
function addContact(samples: Float32Array, from: number, sampleRate: number, chance: Chance): void {
  const length = Math.round(0.0015 * sampleRate);
  for (let at = 0; at < length; at++)
    if (from + at >= 0 && from + at < samples.length)
      samples[from + at]! += CONTACT_LEVEL * LEVEL * 3 * (2 * chance.part() - 1) * (1 - at / length);
}

/** Until when each note sounds, where strings ring until they are struck again. */
function ringing(played: readonly PlayedNote[]): number[] {
  const next = new Map<number | null, number>();
  return played
    .toReversed()
    .map(({ string, at }) => {
      const until = Math.min(next.get(string) ?? Infinity, at + 3);
      next.set(string, at);
      return until;
    })
    .reverse();
}

/** Plays a plan as a player with these errors would, on this instrument, into this recording. */
export function simulateTake(plan: TakePlan, simulation: Simulation): SimulatedTake {
  const { errors = {}, sound = {}, seed, sampleRate } = simulation;
  const clicks = clicksOf(plan);
  const start = simulation.startSeconds ?? Math.max(0, ...clicks.map(({ at }) => -at)) + 0.5;
  const chance = chanceOf(seed + 1);
  const played = playedBy(plan, errors, seed);
  const until = sound.ringing ? ringing(played) : played.map((one) => one.until);
  const end = Math.max(0, ...played.map(({ at }) => at)) + TAIL_SECONDS;
  const samples = new Float32Array(Math.ceil((start + end) * sampleRate));
  played.forEach((one, index) => {
    const touch = TOUCH[one.technique];
    const from = (start + one.at) * sampleRate;
    if (one.technique === 'pick')
      addContact(samples, Math.round(from - CONTACT_SECONDS * sampleRate), sampleRate, chance);
    // The pick damps what it meets before it lets go.
    const contact = played.slice(index + 1, index + 2)[0]?.string === one.string ? 0.5 * CONTACT_SECONDS : 0;
    const frames = Math.max(0.01, until[index]! - one.at - contact) * sampleRate;
    const isDead = one.midi.length === 0;
    const decaySeconds = isDead ? DEAD_SECONDS : sound.damped ? 0.25 : 2.5;
    (isDead ? [DEAD_MIDI] : one.midi).forEach((midi, voice) => {
      // The strings of a chord are met one after the other.
      const at = from + voice * 0.002 * sampleRate;
      const level = (LEVEL * touch.level * (0.85 + 0.3 * chance.part())) / Math.sqrt(one.midi.length || 1);
      const place = 0.1 + 0.06 * chance.part();
      const dullness = touch.dullness + (sound.damped ? 0.25 : 0);
      const plucking = {
        hertz: hertzOf(midi),
        place,
        dullness,
        decaySeconds,
        attackSeconds: touch.attackSeconds,
      };
      addString(samples, { from: at, frames, level, sampleRate }, plucking, chance);
    });
  });
  if (sound.drive) drive(samples, sound.drive / LEVEL, sampleRate);
  const first = Math.floor(start * sampleRate);
  const power = powerOf(samples.subarray(first));
  if (sound.room) addRoom(samples, sound.room, sampleRate);
  if (sound.clickDb !== undefined) {
    // The loudest of a click beside the loudness of the notes, as one would set it by ear.
    const level = Math.sqrt(2 * power) * 10 ** (sound.clickDb / 20);
    for (const { at, sound: accent } of clicks) {
      const from = Math.round((start + at) * sampleRate);
      click(accent, sampleRate).forEach((value, offset) => {
        if (from + offset >= 0 && from + offset < samples.length) samples[from + offset]! += level * value;
      });
    }
  }
  // A recording is never wholly still.
  addNoise(samples, sound.noiseDb ?? 66, power, chance);
  const most = samples.reduce((sum, value) => Math.max(sum, Math.abs(value)), 0);
  const scale = most > 0.95 ? 0.95 / most : 1;
  if (scale !== 1) for (let at = 0; at < samples.length; at++) samples[at]! *= scale;
  const place = new Map(plan.notes.map(({ id }, at) => [id, at]));
  const onsets: (number | null)[] = plan.notes.map(() => null);
  const wrong: number[] = [];
  const extras: number[] = [];
  for (const { note, at, midi } of played) {
    if (!note) extras.push(start + at);
    else {
      const index = place.get(note.id)!;
      onsets[index] = start + at;
      if (midi[0] !== note.midi[0]) wrong.push(index);
    }
  }
  return { samples, onsets, wrong, extras };
}
