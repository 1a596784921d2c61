/** Takes of the simulated player: what was put in is found, and nothing else. At most twenty are rendered. */
import { describe, expect, it } from 'vitest';
import { checkTake, detectOnsets } from './check';
import type { TakeReport } from './report';
import { chanceOf } from './simulated/chance';
import { simulateTake, type Simulation } from './simulated/simulate';
import { medianOf } from './timeline';
import { testPlan, type TestPlan } from './testing';

const RATE = 48_000;

function taken(plan: TestPlan, simulation: Partial<Simulation>) {
  const planned = testPlan(plan);
  const take = simulateTake(planned, { seed: 101, sampleRate: RATE, ...simulation });
  const start = 0.5 + (60 / plan.bpm) * (plan.countInBeats ?? 4);
  return {
    planned,
    take,
    start,
    check: (options = {}) => checkTake(take.samples, simulation.sampleRate ?? RATE, planned, options),
  };
}

/** Absolute errors of the placed notes in milliseconds, in order; those that were left out must be missing. */
function errorsOf({ onsets }: { onsets: readonly (number | null)[] }, report: TakeReport): number[] {
  return report.notes
    .flatMap(({ onset }, at) => {
      const truth = onsets[at]!;
      return onset === null || truth === null ? [] : [Math.abs(onset - truth) * 1000];
    })
    .sort((a, b) => a - b);
}
const said = (report: TakeReport) => [
  ...report.kinds.filter(({ p }) => p < 0.05).map(({ change }) => change),
  // Pairs of strings say of a kind where it happened.
  ...report.groups.filter(({ p, by }) => p < 0.05 && by !== 'pair').map(({ group }) => group),
];

describe('hearing', () => {
  it.each([
    ['clean', { bpm: 120, count: 96 }, {}, 0.3],
    ['slow, so that most of the recording is nothing', { bpm: 50, count: 96, perBeat: 2 }, {}, 0.3],
    ['damped', { bpm: 180, count: 96 }, { damped: true }, 0.4],
    ['swept', { bpm: 200, count: 96, swept: true }, {}, 0.5],
    ['in a room with noise', { bpm: 120, count: 96 }, { room: 0.3, noiseDb: 20 }, 1],
    ['driven', { bpm: 140, count: 96 }, { drive: 8 }, 4.5],
    ['with the click of a loudspeaker', { bpm: 120, count: 96 }, { clickDb: 6 }, 0.3],
    ['hammered', { bpm: 120, count: 96, hammered: true }, {}, 4.5],
  ] as const)('places notes that are %s', (_, plan, sound, mostMs) => {
    const { take, check } = taken(plan, { sound, errors: { spreadMs: 7 } });
    const report = check();
    const errors = errorsOf(take, report);
    expect(errors).toHaveLength(96);
    expect(report.extras.length).toBeLessThanOrEqual(1);
    expect(errors[Math.floor(0.95 * 96)]).toBeLessThanOrEqual(mostMs);
  });

  it('at another sample rate, without knowing the plan', () => {
    const { take } = taken({ bpm: 100, count: 24 }, { sampleRate: 44_100 });
    const onsets = detectOnsets(take.samples, 44_100);
    expect(onsets).toHaveLength(24);
    onsets.forEach((at, note) => expect(Math.abs(at - take.onsets[note]!)).toBeLessThan(0.001));
  });
});

describe('judging', () => {
  it('tells what is missing, wrong and too many, and assigns nothing wrongly', () => {
    const faults = { spreadMs: 7, missing: 0.05, wrong: 0.06, extra: 0.05 };
    const { take, check } = taken({ bpm: 120, count: 160 }, { errors: faults });
    const report = check();
    report.notes.forEach(({ onset, state }, at) => {
      const truth = take.onsets[at]!;
      if (truth === null) expect([at, state]).toEqual([at, 'missing']);
      else expect([at, Math.abs((onset ?? 0) - truth) < 0.01]).toEqual([at, true]);
    });
    const wrong = report.notes.flatMap(({ state }, at) => (state === 'wrong' ? [at] : []));
    expect(wrong).toEqual([...take.wrong].sort((a, b) => a - b));
    expect(report.extras).toHaveLength(take.extras.length);
    expect(report.verdict).toMatchObject({ clean: false });
  });

  it('holds kinds against the commonest where nothing alternates on one string', () => {
    const { check } = taken(
      { bpm: 120, count: 96, swept: true },
      { errors: { spreadMs: 3, lateAfter: { outside: 9 } } },
    );
    const report = check();
    expect(report.reference).toBe('sweep');
    expect(report.kinds.map(({ change, p }) => [change, p < 0.05])).toEqual([['outside', true]]);
    // All are of one finger change or of none: nothing is said of fingers.
    expect(report.groups.filter(({ by }) => by === 'finger' || by === 'place')).toEqual([]);
  });

  // Each error by itself, at 3 ms scatter: it is named, and no other.
  it.each([
    ['nothing', {}, []],
    ['late after inside changes', { lateAfter: { inside: 6 } }, ['inside']],
    ['early after outside changes', { lateAfter: { outside: -6 } }, ['outside']],
    ['late upstrokes', { unevenMs: 6 }, ['upstrokes']],
    ['a slow drift', { driftMsAMinute: 400 }, []],
  ] as const)('names %s and nothing else', (_, errors, names) => {
    const { check } = taken({ bpm: 120, count: 180 }, { errors: { spreadMs: 3, ...errors } });
    const report = check();
    expect(report.state).toBe('judged');
    expect(said(report)).toEqual(names);
    expect(report.notes.every(({ state, bunched }) => state === 'played' && !bunched)).toBe(true);
    expect(report.extras).toEqual([]);
    expect(report.slower).toBeCloseTo('driftMsAMinute' in errors ? 400 / 60_000 : 0, 3);
    expect(report.verdict?.clean).toBe(true);
  });

  it('names bunched sweeps, a pause, and an early end', () => {
    const swept = taken({ bpm: 140, count: 96, swept: true }, { errors: { spreadMs: 3, bunchedTo: 0.45 } });
    const hurried = swept.check();
    expect(hurried.state).toBe('judged');
    // The others are in their time, whatever the bunches do.
    expect(hurried.spreadMs!.all).toBeLessThan(60);
    const bunched = hurried.notes.filter((note) => note.bunched).length;
    const sweeps = swept.planned.notes.filter(({ change }) => change === 'sweep').length;
    expect(bunched).toBeGreaterThan(0.9 * sweeps);
    const { check, start } = taken(
      { bpm: 120, count: 120 },
      { errors: { spreadMs: 4, pause: { before: 60, seconds: 1.7 }, only: [0, 100] } },
    );
    const report = check({ startSeconds: start });
    expect(report.breaks).toEqual([{ noteId: 'n60', seconds: expect.closeTo(1.7, 1) }]);
    expect([report.startedLate, report.stoppedEarly]).toEqual([false, true]);
    expect(report.notes.slice(100).every(({ state }) => state === 'missing')).toBe(true);
  });

  it('is the same later in the recording and louder; behind the click where it is heard', () => {
    const { planned, take, check } = taken(
      { bpm: 120, count: 96 },
      { errors: { spreadMs: 6, lateMs: 20 }, sound: { clickDb: 0 } },
    );
    const plain = check();
    expect(plain.behindClicksMs).toBeGreaterThan(19);
    expect(plain.behindClicksMs).toBeLessThan(21.5);
    const shift = 30_011;
    const later = new Float32Array(take.samples.length + shift);
    take.samples.forEach((value, at) => (later[at + shift] = 1.7 * value));
    const other = checkTake(later, RATE, planned);
    expect(other.notes.map(({ state }) => state)).toEqual(plain.notes.map(({ state }) => state));
    other.notes.forEach(({ deviationMs, onset }, at) => {
      expect(deviationMs! - plain.notes[at]!.deviationMs!).toBeCloseTo(0, 1);
      expect(onset! - plain.notes[at]!.onset!).toBeCloseTo(shift / RATE, 4);
    });
  });

  it('says how it lies behind the click by the clock, where the delay was measured', () => {
    const { check, start } = taken({ bpm: 120, count: 48 }, { errors: { spreadMs: 3, lateMs: -15 } });
    expect(check({ startSeconds: start }).behindClicksMs).toBeNull();
    expect(check({ startSeconds: start, startIsExact: true }).behindClicksMs).toBeCloseTo(-15, -0.5);
  });

  it('names neighbours that were played in each other’s place', () => {
    const plan = testPlan({ bpm: 110, count: 64 });
    const exchanged = {
      ...plan,
      notes: plan.notes.map((note, at) => {
        const other = at === 20 ? plan.notes[21]! : at === 21 ? plan.notes[20]! : note;
        return { ...note, midi: other.midi };
      }),
    };
    const { samples } = simulateTake(exchanged, { seed: 4, sampleRate: RATE, errors: { spreadMs: 4 } });
    const report = checkTake(samples, RATE, plan);
    expect(report.swapped).toEqual([['n20', 'n21']]);
    expect(report.notes.flatMap(({ state }, at) => (state === 'played' ? [] : [at]))).toEqual([20, 21]);
  });

  it('does not judge noise, however loud: neither alone nor where notes are under it', () => {
    const plan = testPlan({ bpm: 120, count: 48 });
    const noises = [
      ['white', 0.005, 1],
      ['pink', 0.5, 0.05],
    ] as const;
    for (const [name, level, smooth] of noises) {
      const { part } = chanceOf(11);
      let value = 0;
      const next = () => level * (value += smooth * (2 * part() - 1 - value));
      const noise = Float32Array.from({ length: 10 * RATE }, next);
      for (const options of [{}, { startSeconds: 2 }])
        expect([name, checkTake(noise, RATE, plan, options).state]).toEqual([name, 'not judged']);
    }
    // As loud as the notes it may be; where it is ten times as loud nothing is said of them.
    const inNoise = (noiseDb: number) =>
      taken({ bpm: 120, count: 60 }, { sound: { noiseDb }, errors: { spreadMs: 5 } });
    const loud = inNoise(0);
    const report = loud.check();
    expect(report.state).toBe('judged');
    // Where nothing stands out to be placed by, it is still placed without a bias.
    expect(medianOf(errorsOf(loud.take, report))).toBeLessThan(1.5);
    expect(inNoise(-20).check()).toMatchObject({ state: 'not judged', why: 'too much beside the notes' });
  });

  it('judges strings that are muted, of which no pitch is asked', () => {
    const { planned, take } = taken({ bpm: 120, count: 48 }, { sound: { damped: true } });
    const muted = { ...planned, notes: planned.notes.map((note) => ({ ...note, midi: [] })) };
    expect(checkTake(take.samples, RATE, muted).state).toBe('judged');
  });

  it('says why it does not judge', () => {
    const plan = testPlan({ bpm: 120, count: 48 });
    expect(checkTake(new Float32Array(RATE), RATE, plan)).toMatchObject({
      state: 'not judged',
      why: 'silence',
    });
    const noise = Float32Array.from({ length: 6 * RATE }, (_, at) => 0.2 * Math.sin(at * at * 1e-3));
    expect(checkTake(noise, RATE, plan).state).toBe('not judged');
    const { take } = taken({ bpm: 120, count: 60, swept: true }, { errors: { spreadMs: 4 } });
    expect(checkTake(take.samples, RATE, plan)).toMatchObject({
      state: 'not judged',
      why: 'another exercise',
    });
  });
});
