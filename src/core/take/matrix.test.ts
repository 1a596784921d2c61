/**
 * Each error of the simulated player on each sound: the report names what was put in, and nothing else. The player knows what it did;
 * it shares no code with what hears.
 */
import { expect, it } from 'vitest';
import { checkTake } from './check';
import { isSaid } from './judge';
import type { TakeReport } from './report';
import type { PlayerErrors } from './simulated/player';
import { simulateTake, type PlayerSound, type SimulatedTake } from './simulated/simulate';
import { testPlan } from './testing';

const RATE = 48_000;
const THOROUGH = Number(process.env.THOROUGH ?? 0);
const RING_ON = 'strings ring on';
/** So little slower or faster is no drift. */
const LEAST_DRIFT = 0.003;

const SOUNDS: Readonly<Record<string, PlayerSound>> = {
  clean: {},
  damped: { damped: true },
  'in a room, the click beside it': { room: 0.2, noiseDb: 30, clickDb: -6 },
  driven: { drive: 8 },
  'clean, strings ring on': { ringing: true },
};

const ERRORS: Readonly<Record<string, { errors: PlayerErrors; swept?: boolean }>> = {
  nothing: { errors: {} },
  'inside late': { errors: { lateAfter: { inside: 9 } } },
  'outside early': { errors: { lateAfter: { outside: -9 } } },
  'upstrokes late': { errors: { unevenMs: 9 } },
  'played faster': { errors: { driftMsAMinute: -600 } },
  'a pause': { errors: { pause: { before: 90, seconds: 1.5 } } },
  missing: { errors: { missing: 0.05 } },
  wrong: { errors: { wrong: 0.05 } },
  extra: { errors: { extra: 0.05 } },
  bunched: { errors: { bunchedTo: 0.45 }, swept: true },
};

/** What a report names, by the names of the errors. */
function namedBy(report: TakeReport): string[] {
  const late = report.kinds.filter((kind) => isSaid(kind, report.driven));
  const strokes = report.groups.filter((one) => one.by === 'stroke' && isSaid(one, report.driven));
  const of = (state: string) => report.notes.some((note) => note.state === state);
  return [
    ...late.map(({ change, meanMs }) => `${change} ${meanMs > 0 ? 'late' : 'early'}`),
    ...strokes.map(({ group, meanMs }) => `${group} ${meanMs > 0 ? 'late' : 'early'}`),
    ...(Math.abs(report.slower) > LEAST_DRIFT ? [`played ${report.slower > 0 ? 'slower' : 'faster'}`] : []),
    ...(report.breaks.length > 0 ? ['a pause'] : []),
    ...(of('missing') ? ['missing'] : []),
    ...(of('wrong') ? ['wrong'] : []),
    ...(report.extras.length > 0 ? ['extra'] : []),
    ...(report.notes.filter(({ bunched }) => bunched).length > 0 ? ['bunched'] : []),
    ...(report.ringing && report.ringing.on > 0.5 * report.ringing.told ? [RING_ON] : []),
  ].sort();
}

/** How many of the missing, wrong and extra notes were found, and how many of these were not there. */
function counted(take: SimulatedTake, report: TakeReport) {
  const wrong = new Set(take.wrong);
  const gone = take.onsets.flatMap((onset, at) => (onset === null ? [at] : []));
  const at = (state: string) => report.notes.flatMap((note, index) => (note.state === state ? [index] : []));
  const near = (seconds: number) => take.extras.some((extra) => Math.abs(extra - seconds) < 0.025);
  return {
    missing: [
      gone.length,
      at('missing').filter((index) => gone.includes(index)).length,
      at('missing').length,
    ],
    wrong: [wrong.size, at('wrong').filter((index) => wrong.has(index)).length, at('wrong').length],
    extra: [take.extras.length, report.extras.filter(near).length, report.extras.length],
  };
}

/** Bunched sweeps sound over each other: where an amplifier adds to that nothing is told, and where the strings do, a few are taken for others. */
const BLURRING = ['driven', 'clean, strings ring on'];
const isTold = (error: string, sound: string) => error !== 'bunched' || !BLURRING.includes(sound);

const cells = Object.keys(ERRORS).flatMap((error) =>
  Object.keys(SOUNDS)
    .filter((sound) => isTold(error, sound))
    .map((sound) => [error, sound] as const),
);
/** An eleventh of the cells; in the thorough run all of them. */
const some = cells.filter((_, at) => THOROUGH > 0 || at % 11 === 4);

it.each(some)('of “%s”, %s, that is named and nothing else', (error, sound) => {
  const { errors, swept = false } = ERRORS[error]!;
  const plan = testPlan({ bpm: 110, count: 180, swept });
  for (let seed = 4000; seed < 4000 + Math.max(1, THOROUGH); seed++) {
    const player = { seed, sampleRate: RATE, errors: { spreadMs: 4, ...errors }, sound: SOUNDS[sound]! };
    const take = simulateTake(plan, player);
    const report = checkTake(take.samples, RATE, plan);
    expect(report.notes.filter(({ ringsOn }) => ringsOn)).toHaveLength(report.ringing?.on ?? 0);
    const rings = sound === 'clean, strings ring on';
    // Of bunched sweeps each sounds on under the next, unless the hand damps them.
    const overlaps = error === 'bunched' && sound !== 'damped';
    const expected = [
      ...(error === 'nothing' ? [] : [error]),
      ...(rings || overlaps ? [RING_ON] : []),
    ].sort();
    expect([seed, report.state, ...namedBy(report)]).toEqual([seed, 'judged', ...expected]);
    for (const [put, found, all] of Object.values(counted(take, report))) {
      expect(found).toBeGreaterThanOrEqual(0.7 * put!);
      expect(all! - found!).toBeLessThanOrEqual(1);
    }
    if (error === 'bunched') continue;
    const part = report.ringing && report.ringing.on / report.ringing.told;
    expect([sound, part === null ? null : Math.round(part)]).toEqual([
      sound,
      sound === 'driven' ? null : rings ? 1 : 0,
    ]);
    if (part !== null) expect(Math.abs(part - Math.round(part))).toBeLessThan(0.1);
  }
});

it('of bunched sweeps through an amplifier it is said that they cannot be told apart, and nothing else; of others it is judged', () => {
  for (let seed = 4100; seed < 4101 + 3 * THOROUGH; seed++) {
    const plan = testPlan({ bpm: 110, count: 120, swept: true });
    const hear = (errors: PlayerErrors) => {
      const player = { seed, sampleRate: RATE, errors: { spreadMs: 4, ...errors }, sound: SOUNDS.driven! };
      return checkTake(simulateTake(plan, player).samples, RATE, plan);
    };
    const { state, why, kinds, verdict } = hear({ bunchedTo: 0.45 });
    expect([seed, state, why, kinds, verdict]).toEqual([seed, 'not judged', 'too uneven to tell', [], null]);
    expect([seed, hear({}).state]).toEqual([seed, 'judged']);
  }
}, 600_000);
