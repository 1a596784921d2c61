/**
 * Takes as they are heard: how well notes are found and placed, faults told, and how fast; beside them, on the same files, an open onset
 * detector (Debian's aubio-tools, its best of thirty settings) and, where fluidsynth and a sound font are there, a sampled instrument.
 * Seeds are others than those that the method was set with.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeMidi, type MidiEvent } from 'midi-file';
import { checkTake, detectOnsets } from '@/core';
import {
  simulateTake,
  type PlayerErrors,
  type PlayerSound,
  type TakePlan,
  type TakeReport,
} from '@/core/take';
import { testPlan, type TestPlan } from '@/core/take/testing';

const RATE = 48_000;
const SEED = 9001;
const FONT = '/usr/share/sounds/sf2/FluidR3_GM.sf2';
const folder = mkdtempSync(join(tmpdir(), 'takes-'));

function wavOf(samples: Float32Array): Buffer {
  const file = Buffer.alloc(44 + 2 * samples.length);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + 2 * samples.length, 4);
  file.write('WAVEfmt ', 8);
  [16, 0x00010001, RATE, 2 * RATE, 0x00100002].forEach((value, at) => file.writeUInt32LE(value, 16 + 4 * at));
  file.write('data', 36);
  file.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((value, at) =>
    file.writeInt16LE(Math.round(32_767 * Math.max(-1, Math.min(1, value))), 44 + 2 * at),
  );
  return file;
}

/** How many of two lists belong together, each at most once, within a tolerance: harmonic mean of recall and precision. */
function measure(truth: readonly number[], heard: readonly number[], tolerance: number): number {
  let [found, next] = [0, 0];
  const sorted = [...heard].sort((a, b) => a - b);
  for (const at of [...truth].sort((a, b) => a - b)) {
    while (next < sorted.length && sorted[next]! < at - tolerance) next++;
    if (next < sorted.length && sorted[next]! <= at + tolerance) {
      found++;
      next++;
    }
  }
  return (2 * found) / (truth.length + heard.length || 1);
}

const quantile = (values: readonly number[], part: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(part * values.length))] ?? NaN;

/** The best that the open detector does on a file, of its methods and thresholds. */
function bestOfAubio(
  samples: Float32Array,
  truth: readonly number[],
): { tight: number; loose: number } | null {
  if (!existsSync('/usr/bin/aubioonset')) return null;
  const file = join(folder, 'take.wav');
  writeFileSync(file, wavOf(samples));
  let best = { tight: 0, loose: 0 };
  for (const method of ['default', 'energy', 'hfc', 'complex', 'specflux', 'mkl'])
    for (const threshold of ['0.1', '0.2', '0.3', '0.5', '0.7']) {
      const args = ['-i', file, '-O', method, '-t', threshold, '-B', '1024', '-H', '128', '-M', '0.02'];
      const heard = execFileSync('/usr/bin/aubioonset', args, {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'ignore'],
      })
        .split('\n')
        .filter(Boolean)
        .map(Number);
      const tight = measure(truth, heard, 0.01);
      if (tight > best.tight) best = { tight, loose: measure(truth, heard, 0.025) };
    }
  return best;
}

/** Milliseconds by which placed notes are off, of those that were played. */
const errorsOf = (truth: readonly (number | null)[], report: TakeReport): number[] =>
  report.notes.flatMap(({ onset }, at) => {
    const due = truth[at];
    return onset === null || due === null || due === undefined ? [] : [(onset - due) * 1000];
  });

function line(
  name: string,
  truth: readonly (number | null)[],
  samples: Float32Array<ArrayBuffer>,
  plan: TakePlan,
  shiftMs = 0,
): void {
  const began = performance.now();
  const report = checkTake(samples, RATE, plan);
  const ms = performance.now() - began;
  const errors = errorsOf(truth, report).map((error) => Math.abs(error - shiftMs));
  const there = truth.flatMap((at) => (at === null ? [] : [at + shiftMs / 1000]));
  const heard = [...report.notes.flatMap(({ onset }) => (onset === null ? [] : [onset])), ...report.extras];
  const near = errors.filter((error) => error < 25);
  const other = bestOfAubio(samples, there);
  const blind = measure(there, detectOnsets(samples, RATE), 0.01);
  console.log(
    `${name.padEnd(44)} F10 ${measure(there, heard, 0.01).toFixed(3)}  F25 ${measure(there, heard, 0.025).toFixed(3)}  ` +
      `median ${quantile(near, 0.5).toFixed(2)}  95 % ${quantile(near, 0.95).toFixed(2)} ms  ${report.state}` +
      `  ${(samples.length / RATE / (ms / 1000)).toFixed(0)} × real time | blind F10 ${blind.toFixed(3)}` +
      (other ? ` | open detector F10 ${other.tight.toFixed(3)} F25 ${other.loose.toFixed(3)}` : ''),
  );
}

const MATERIALS: readonly (readonly [string, TestPlan, PlayerSound])[] = [
  ['clean, 60 bpm sixteenths', { bpm: 60, count: 320 }, {}],
  ['clean, 140 bpm', { bpm: 140, count: 320 }, {}],
  ['clean, 200 bpm', { bpm: 200, count: 320 }, {}],
  ['damped, 160 bpm', { bpm: 160, count: 320 }, { damped: true }],
  ['strings ring on, 120 bpm', { bpm: 120, count: 320 }, { ringing: true }],
  ['in a room, 120 bpm', { bpm: 120, count: 320 }, { room: 0.3 }],
  ['sweeps, 14 a second', { bpm: 210, count: 320, swept: true }, {}],
  ['noise 20 dB', { bpm: 140, count: 320 }, { noiseDb: 20 }],
  ['noise 10 dB', { bpm: 140, count: 320 }, { noiseDb: 10 }],
  ['driven, 100 bpm', { bpm: 100, count: 320 }, { drive: 8 }],
  ['driven, 200 bpm', { bpm: 200, count: 320 }, { drive: 8 }],
  ['driven sweeps, 14 a second', { bpm: 210, count: 320, swept: true }, { drive: 8 }],
  ['driven, noise 20 dB', { bpm: 140, count: 320 }, { drive: 8, noiseDb: 20 }],
  ['click at −6 dB', { bpm: 120, count: 320 }, { clickDb: -6 }],
  ['click at +6 dB', { bpm: 120, count: 320 }, { clickDb: 6 }],
  ['click at −6 dB, driven', { bpm: 120, count: 320 }, { clickDb: -6, drive: 8 }],
  ['hammered on, clean', { bpm: 120, count: 320, hammered: true }, {}],
  ['driven, strings ring into each other', { bpm: 140, count: 320 }, { drive: 12, ringing: true }],
];

const FAULTS: PlayerErrors = { spreadMs: 7, missing: 0.05, wrong: 0.06, extra: 0.05 };

/** What is told of faults that were put in. */
function faults(name: string, sound: PlayerSound, seed: number): void {
  const plan = testPlan({ bpm: 120, count: 560 });
  const take = simulateTake(plan, { seed, sampleRate: RATE, errors: FAULTS, sound });
  const report = checkTake(take.samples, RATE, plan);
  const wrong = new Set(take.wrong);
  let [missing, gone, falsely, assigned, found, falselyWrong] = [0, 0, 0, 0, 0, 0];
  report.notes.forEach(({ onset, state }, at) => {
    const truth = take.onsets[at]!;
    if (truth === null) gone++;
    if (truth === null && onset === null) missing++;
    if (truth !== null && onset === null) falsely++;
    if (onset !== null && (truth === null || Math.abs(onset - truth) > 0.025)) assigned++;
    if (state === 'wrong' && wrong.has(at)) found++;
    else if (state === 'wrong') falselyWrong++;
  });
  const extras = take.extras.filter((at) =>
    report.extras.some((heard) => Math.abs(heard - at) < 0.025),
  ).length;
  console.log(
    `faults, ${name.padEnd(16)} missing ${missing} of ${gone}, ${falsely} falsely; wrong ${found} of ${wrong.size}, ${falselyWrong} falsely; ` +
      `too many ${extras} of ${take.extras.length}, ${report.extras.length - extras} falsely; wrongly assigned ${assigned} of 560`,
  );
}

/** A plan as a sampled instrument plays it; its onsets are those of the MIDI events. */
function sampled(plan: TakePlan, program: number, gain: string): Float32Array<ArrayBuffer> {
  // The synthesizer places events on whole buffers of 64 frames: so do we.
  const perSecond = RATE / 64;
  const timed = plan.notes.flatMap(({ onset, midi }, at) => {
    const until = plan.notes[at + 1]?.onset ?? onset + 0.3;
    const note = { channel: 0, noteNumber: midi[0]! };
    return [
      { at: onset + 1, event: { type: 'noteOn', velocity: 100, ...note } },
      { at: until + 0.995, event: { type: 'noteOff', velocity: 0, ...note } },
    ];
  });
  timed.sort((a, b) => a.at - b.at);
  let last = 0;
  const events = timed.map(({ at, event }) => {
    const ticks = Math.round(at * perSecond);
    const deltaTime = ticks - last;
    last = ticks;
    return { deltaTime, ...event } as MidiEvent;
  });
  const head = [
    { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 1_000_000 },
    { deltaTime: 0, type: 'programChange', channel: 0, programNumber: program },
  ] as MidiEvent[];
  const end = { deltaTime: perSecond, meta: true, type: 'endOfTrack' } as MidiEvent;
  const [midi, wav] = [join(folder, 'plan.mid'), join(folder, 'plan.wav')];
  const data = writeMidi({
    header: { format: 0, numTracks: 1, ticksPerBeat: perSecond },
    tracks: [[...head, ...events, end]],
  });
  writeFileSync(midi, Buffer.from(data));
  execFileSync(
    'fluidsynth',
    [
      '-ni',
      '-R',
      '0',
      '-C',
      '0',
      '-g',
      gain,
      '-r',
      String(RATE),
      '-O',
      's16',
      '-T',
      'wav',
      '-F',
      wav,
      FONT,
      midi,
    ],
    { stdio: 'ignore' },
  );
  const bytes = readFileSync(wav);
  const from = bytes.indexOf('data') + 8;
  return Float32Array.from(
    { length: Math.floor((bytes.length - from) / 4) },
    (_, at) => (bytes.readInt16LE(from + 4 * at) + bytes.readInt16LE(from + 4 * at + 2)) / 65_536,
  );
}

/** Prints all figures of takes. */
export function benchTake(): void {
  console.log('\nTakes of the simulated player, 7 ms scatter, 320 notes each');
  MATERIALS.forEach(([name, test, sound], at) => {
    const plan = testPlan(test);
    const take = simulateTake(plan, { seed: SEED + at, sampleRate: RATE, errors: { spreadMs: 7 }, sound });
    line(name, take.onsets, take.samples, plan);
  });
  for (const [name, sound] of [
    ['clean', {}],
    ['driven', { drive: 8 }],
    ['noise 10 dB', { noiseDb: 10 }],
    ['click 0 dB', { clickDb: 0 }],
  ] as const)
    for (const seed of [SEED + 50, SEED + 51]) faults(name, sound, seed);
  if (existsSync(FONT)) {
    console.log('\nA sampled instrument (fluidsynth), as MIDI says it, less the median delay of its samples');
    for (const [name, program, noiseDb] of [
      ['sampled, clean', 27, null],
      ['sampled, clean, noise 20 dB', 27, 20],
      ['sampled, overdriven', 29, null],
      ['sampled, distorted', 30, null],
    ] as const) {
      const plan = testPlan({ bpm: 15 / ((94 * 64) / RATE), count: 240, countInBeats: 0 });
      const samples = sampled(plan, program, '0.6');
      if (noiseDb !== null) addNoise(samples, noiseDb);
      const truth = plan.notes.map(({ onset }) => onset + 1);
      const shift = quantile(errorsOf(truth, checkTake(samples, RATE, plan)), 0.5);
      line(name, truth, samples, plan, shift);
    }
  }
}

function addNoise(samples: Float32Array, decibels: number): void {
  const power = samples.reduce((sum, value) => sum + value * value, 0) / samples.length;
  let state = 1;
  for (let at = 0; at < samples.length; at++) {
    let sum = 0;
    for (let draw = 0; draw < 12; draw++) {
      state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
      sum += state / 2 ** 32;
    }
    samples[at]! += (sum - 6) * Math.sqrt(power) * 10 ** (-decibels / 20);
  }
}
