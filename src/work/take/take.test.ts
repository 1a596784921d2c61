/** A take from press to report, with a microphone, a click and a player of our own; and its words. */
import { describe, expect, it } from 'vitest';
import { checkTake, DEFAULT_SETUP, planOf, type TakeRecord } from '@/core';
import { simulateTake, type TakeReport } from '@/core/take';
import {
  LONGEST_SECONDS,
  planFor,
  TakeDesk,
  usualPasses,
  type CheckedTake,
  type TakeAsk,
  type TakeTools,
} from './desk';
import { movements, takeOf } from './kept';
import { warningsOf } from './microphone';
import { PLAYERS } from './simulated';
import { askFor, done, fakeMicrophone } from './testing';
import {
  behindText,
  keptText,
  latenessText,
  movementText,
  noteText,
  untold,
  verdictText,
  worstText,
} from './words';
import { worstChanges } from './worst';

const RATE = 24_000;

const ask = (passes = 14): TakeAsk => askFor(120, passes);

/** A desk whose world is in the test's hands. */
function desk(change: Partial<TakeTools> = {}) {
  const kept: CheckedTake[] = [];
  const click = { ended: (_: boolean) => undefined as void };
  const asked = ask();
  const take = simulateTake(planFor(asked), { seed: 5, sampleRate: RATE, errors: PLAYERS.inside.errors });
  const how = { sampleRate: RATE, startFrame: 1000, processed: ['noiseSuppression'] };
  const { world, tools: microphone } = fakeMicrophone(() => take.samples, how);
  const tools: TakeTools = {
    ...microphone,
    click: {
      start: () => Promise.resolve(1000 + 2.5 * RATE),
      onEnd: (tell) => {
        click.ended = tell;
        return () => (click.ended = () => undefined);
      },
      stop: () => click.ended(false),
    },
    decode: () => Promise.resolve({ samples: take.samples, sampleRate: RATE }),
    check: (samples, rate, of, start, report) => done(checkTake(samples, rate, of, { ...start, report })),
    simulate: (of, how) => done(simulateTake(of, how)),
    keep: (one) => Promise.resolve(`take ${kept.push(one)}`),
    ...change,
  };
  const made = new TakeDesk(tools);
  return { desk: made, asked, world, click, kept, state: () => made.getSnapshot() };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));
const file = new File([new Uint8Array(8)], 'sunday.wav');

describe('a take', () => {
  it('is recorded to its click, checked and kept; the microphone is closed', async () => {
    const { desk: one, asked, world, click, kept, state } = desk();
    await one.record(asked);
    expect([state().phase, world.isOpen]).toEqual(['recording', 1]);
    world.hear({ peak: 1, clipped: 3 });
    expect(one.level.getSnapshot()).toEqual({ peak: 1, clipped: 3 });
    click.ended(true);
    await settled();
    expect([state().phase, world.isOpen, world.dropped]).toEqual(['idle', 0, 0]);
    const { checked, keptId } = state();
    expect([kept, keptId, one.level.getSnapshot()]).toEqual([[checked], 'take 1', null]);
    expect(checked!.report.state).toBe('judged');
    expect(checked!.warnings.join(' ')).toMatch(/noise suppression.*too loud/);
    expect(verdictText(checked!.report)).toMatch(/^Inside changes come \d/);
  });

  it('that is forgotten, lost or overtaken closes the microphone, and nothing comes of it', async () => {
    const { desk: one, asked, world, kept, state } = desk();
    await one.record(asked);
    one.cancel();
    expect([state().phase, world.isOpen, state().checked]).toEqual(['idle', 0, null]);
    await one.record(asked);
    world.lost();
    expect([state().phase, world.isOpen]).toEqual(['idle', 0]);
    expect(state().fault).toMatch(/went away/);
    // Forgotten while it opens: it is closed as soon as it is open.
    const opening = one.record(asked);
    one.cancel();
    await opening;
    expect([state().phase, world.isOpen, state().fault]).toEqual(['idle', 0, null]);
    await one.record(asked);
    await one.open(asked, file, null);
    expect([world.isOpen, state().checked?.source, kept.length]).toEqual([0, 'file', 1]);
  });

  it.each([
    ['refused', /Allow it/],
    ['none', /no microphone/],
    ['busy', /another program/],
  ])('says why the microphone does not open: %s', async (problem, text) => {
    const {
      desk: one,
      asked,
      state,
    } = desk({
      openMicrophone: () => Promise.reject(Object.assign(new Error(problem), { problem })),
    });
    await one.record(asked);
    expect(state().fault).toMatch(text);
    expect(state().phase).toBe('idle');
  });

  it('says what is wrong with a file, with the sound, with the check; what was checked before stays', async () => {
    let isBad = false;
    const long = { samples: new Float32Array(2 * (LONGEST_SECONDS + 1)), sampleRate: 2 };
    const broken = desk({
      decode: () => (isBad ? Promise.reject(new Error('no')) : Promise.resolve(long)),
    });
    await broken.desk.open(broken.asked, file, null);
    expect(broken.state().fault).toMatch(/longer than ten minutes/);
    isBad = true;
    await broken.desk.open(broken.asked, file, null);
    expect(broken.state().fault).toMatch(/“sunday.wav” is no sound file/);
    const silent = desk({
      click: { ...({} as TakeTools['click']), start: () => Promise.resolve(null), stop: () => undefined },
    });
    await silent.desk.record(silent.asked);
    expect([silent.state().fault, silent.world.isOpen]).toEqual([expect.stringMatching(/does not let/), 0]);
    let breaks = false;
    const check: TakeTools['check'] = (samples, rate, of) =>
      breaks
        ? { result: Promise.reject(new Error('out of memory')), stop: () => undefined }
        : done(checkTake(samples, rate, of));
    const { desk: one, asked, state } = desk({ check });
    await one.simulate(asked, 'somebody', { errors: {}, sound: {}, seed: 1 });
    const before = state().checked;
    expect(before?.source).toBe('simulated player');
    breaks = true;
    await one.open(asked, file, null);
    expect([state().fault, state().checked]).toEqual([expect.stringMatching(/out of memory/), before]);
  });

  it('that cannot be kept stays in sight and can be kept again', async () => {
    let isFull = true;
    const kept: CheckedTake[] = [];
    const {
      desk: one,
      asked,
      state,
    } = desk({
      keep: (take) =>
        isFull ? Promise.reject(new Error('no room')) : Promise.resolve(`take ${kept.push(take)}`),
    });
    await one.open(asked, file, null);
    expect([state().phase, state().checked?.source]).toEqual(['idle', 'file']);
    expect(state().fault).toMatch(/was not kept, but it is still here.*no room/);
    isFull = false;
    await one.keep();
    expect([state().fault, kept]).toEqual([null, [state().checked]]);
  });

  it('that is asked for twice before it is kept is kept once', async () => {
    const { desk: one, asked, kept } = desk();
    await one.simulate(asked, 'somebody', { errors: {}, sound: {}, seed: 1 });
    const both = await Promise.all([one.keep(), one.keep()]);
    expect([both, kept.length]).toEqual([['take 1', 'take 1'], 1]);
  });

  it('that is opened again from its recording is shown and not kept anew; a file that is gone is told', async () => {
    const { desk: one, asked, kept, state } = desk();
    const of = { takeId: 'old', source: 'microphone', name: 'microphone, Monday' } as const;
    await one.reopen(asked, file, of);
    expect([state().checked?.name, state().keptId, kept]).toEqual(['microphone, Monday', 'old', []]);
    expect([await one.keep(), kept]).toEqual(['old', []]);
    const broken = desk({ decode: () => Promise.reject(new Error('not found')) });
    await broken.desk.reopen(broken.asked, file, of);
    expect(broken.state().fault).toMatch(/cannot be read: not found/);
  });

  it('whose click fails closes the microphone and says so', async () => {
    const click = { start: () => Promise.reject(new Error('no device')), stop: () => undefined };
    const { desk: one, asked, world, state } = desk({ click: click as unknown as TakeTools['click'] });
    await one.record(asked);
    expect([state().phase, world.isOpen, state().fault]).toEqual([
      'idle',
      0,
      expect.stringMatching(/no device/),
    ]);
  });

  it('is asked so often round that its rarest change can be told, and not for longer than a minute or so', () => {
    expect(usualPasses(ask())).toBe(12);
    expect(usualPasses({ ...ask(), bpm: 20 })).toBe(12);
    const { exercise } = ask();
    // On one string every note is of the one kind there is: twice round is enough for eight of them.
    const notes = exercise.passage.notes.map((note) => ({ ...note, string: 3 }));
    const flat = { ...exercise, passage: { ...exercise.passage, notes } };
    const plan = planOf(flat.passage, flat.policy, DEFAULT_SETUP);
    expect(usualPasses({ ...ask(), exercise: flat, plan })).toBe(2);
    const long = { ...exercise, passage: { ...exercise.passage, lengthTicks: 400 * 6720 } };
    expect(usualPasses({ ...ask(), exercise: long })).toBe(1);
  });
});

describe('what a take says', () => {
  const { desk: one, asked, state } = desk();
  const report = async (errors: Parameters<TakeDesk['simulate']>[2]['errors']): Promise<TakeReport> => {
    await one.simulate(asked, 'somebody', { errors, sound: {}, seed: 9 });
    return state().checked!.report;
  };

  it('names the changes that are most worth a drill', async () => {
    const late = await report({ spreadMs: 2, lateAfter: { inside: 25 } });
    const worst = worstChanges(asked.plan, planFor(asked), late);
    expect(worst[0]!.change.kind).toBe('inside');
    expect(worst[0]!.meanMs).toBeGreaterThan(5);
    // Those that are late or fail most come first, three at most.
    const missed = worstChanges(
      asked.plan,
      planFor(asked),
      await report({ spreadMs: 6, missing: 0.3, lateAfter: { inside: 9 } }),
    );
    const weights = missed.map(({ meanMs, faults, times }) => Math.abs(meanMs) + (20 * faults) / times);
    expect(weights.length).toBeGreaterThan(1);
    expect(weights).toEqual(weights.toSorted((a, b) => b - a));
    expect(worstChanges(asked.plan, planFor(asked), await report({ spreadMs: 1 }))).toEqual([]);
  });

  it('is kept in a form that the records take, and held against an earlier one', async () => {
    const of = { ...asked, source: 'file', runId: null, sessionId: null } as const;
    const [early, later] = [
      takeOf(await report({ spreadMs: 4, lateAfter: { inside: 14 } }), of),
      takeOf(await report({ spreadMs: 4 }), of),
    ];
    expect(early.notes).toHaveLength(planFor(asked).notes.length);
    const [inside] = movements(early, later).filter(({ change }) => change === 'inside');
    // 14 ms less, and the interval of the difference holds it.
    expect(inside!.low).toBeLessThan(-14 + 4);
    expect(inside!.high).toBeLessThan(0);
    expect(inside!.low).toBeLessThan(inside!.high);
    expect(movementText(inside!)).toMatch(
      /^\+1\d to [+−][\d.]+ ms, moved by −1\d \(95 %: −\d\d to −[\d.]+\)$/,
    );
    expect(movementText({ ...inside!, high: 1 })).toMatch(/may be nothing$/);
  });

  it('is said in words', () => {
    expect(latenessText({ n: 9, meanMs: 6.04, low: 4, high: 8.2, p: 0 })).toBe(
      '6 ms late, between 4 and 8.2',
    );
    expect(latenessText({ n: 9, meanMs: -6, low: -13, high: 1, p: 0.2 })).toBe(
      '6 ms early, between 1 late and 13',
    );
    expect(behindText({ behindClicksMs: null })).toBeNull();
    expect(behindText({ behindClicksMs: -12.3 })).toBe('It lies 12 ms before the click.');
    expect(warningsOf({ gaps: [{ at: 2.04, seconds: 0.05 }] }, 0, [])).toEqual([
      '50 ms are missing from the recording, first at 2.0 s: the device or the browser could not keep up.',
    ]);
    const heard = { behindClicksMs: 3, driven: true } as TakeReport;
    expect(untold(heard).some((text) => text.includes('click'))).toBe(false);
    expect(untold(heard).some((text) => text.includes('driven'))).toBe(true);
  });

  it('is said note by note, and of a kept one in a few words', async () => {
    await one.simulate(asked, 'somebody', {
      errors: { spreadMs: 1, lateAfter: { inside: 25 }, missing: 0.1 },
      sound: {},
      seed: 9,
    });
    const checked = state().checked!;
    const texts = checked.plan.notes.map((_, at) => noteText(checked, at));
    expect(texts[0]).toMatch(/^Note 1: string 3 fret 5/);
    checked.report.notes.forEach((note, at) => {
      expect(texts[at]!.includes('missing')).toBe(note.state === 'missing');
      expect(texts[at]).not.toMatch(/undefined|null|NaN/);
    });
    const late = checked.plan.notes.findIndex(
      ({ change }, at) => change === 'inside' && checked.report.notes[at]!.deviationMs! > 10,
    );
    expect(texts[late]).toMatch(/, inside, \d\d ms late/);
    const of = { ...asked, source: 'file', runId: null, sessionId: null } as const;
    const record = { ...takeOf(checked.report, of), id: 't' } as TakeRecord;
    expect(keptText(record)).toMatch(/inside changes \+\d\d ms.*\d+ faults$/);
    expect(keptText({ ...record, notJudged: 'silence' })).toBe('not judged: silence');
    const change = asked.plan.analysis.transitions[0]!;
    expect(worstText({ change, meanMs: 0.4, faults: 0, times: 1 })).toBe('in time in the mean of 1 time');
    expect(worstText({ change, meanMs: -8, faults: 2, times: 9 })).toBe(
      'not as it should be 2 of 9 times, else 8 ms early',
    );
  });
});
