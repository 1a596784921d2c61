/** Listening in practice: what is suggested, kept with the run, forgotten; and who judged. */
import { describe, expect, it, vi } from 'vitest';
import { checkTake, MAX_TAKE_NOTES } from '@/core';
import { simulateTake, type PlayerErrors } from '@/core/take';
import { planFor, type TakeAsk } from '../take/desk';
import { askFor, done, fakeMicrophone } from '../take/testing';
import { judgedBy, RunHearing, suggestionOf, type HearingTools, type Suggestion } from './hearing';

const RATE = 24_000;

const ask = (): TakeAsk => askFor(100, 4);

function hearing(
  errors: PlayerErrors,
  change: Partial<HearingTools> = {},
  how: { processed?: string[]; gaps?: { at: number; seconds: number }[] } = {},
) {
  const asked = ask();
  const { samples } = simulateTake(planFor(asked), { seed: 8, sampleRate: RATE, errors });
  const kept: [Suggestion, string][] = [];
  const removed: string[] = [];
  const { world, tools } = fakeMicrophone(() => samples, { sampleRate: RATE, startFrame: 500, ...how });
  const one = new RunHearing({
    ...tools,
    check: (heard, rate, plan, start) => done(checkTake(heard, rate, plan, start)),
    startFrame: () => 500 + (0.5 + 2.4) * RATE,
    keep: (heard, runId) => Promise.resolve(`take ${kept.push([heard, runId])}`),
    remove: async (takeId) => {
      removed.push(takeId);
    },
    ...change,
  });
  return { one, asked, kept, removed, world, state: () => one.getSnapshot() };
}

/** A run from its start to its end, heard. */
async function heardRun(...of: Parameters<typeof hearing>) {
  const all = hearing(...of);
  await all.one.turnOn();
  all.one.begin(all.asked);
  await Promise.resolve();
  await all.one.end(4);
  return all;
}

describe('listening', () => {
  it('suggests clean, is confirmed, and is kept with the run', async () => {
    const { one, kept, state, world } = await heardRun({ spreadMs: 4 });
    expect(state().suggestion).toMatchObject({ clean: true, reason: null, change: null });
    expect(state().suggestion!.text).toMatch(/^Heard: clean, two notes in three within \d/);
    expect(judgedBy(state().suggestion, 'clean')).toBe('confirmed');
    expect(judgedBy(state().suggestion, 'not clean')).toBe('overruled');
    expect(judgedBy(null, 'clean')).toBe('ear');
    await one.wasJudged('run');
    expect(kept.map(([heard, id]) => [heard.clean, id])).toEqual([[true, 'run']]);
    expect([state().suggestion, state().phase, world.isOpen]).toEqual([null, 'open', 1]);
    one.turnOff();
    expect([state().phase, world.isOpen]).toEqual(['off', 0]);
  });

  it('suggests not clean with its place and reason', async () => {
    const { state } = await heardRun({ spreadMs: 3, missing: 0.1 });
    expect(state().suggestion).toMatchObject({ clean: false, reason: 'silent' });
    expect(state().suggestion!.text).toMatch(/^Heard: not clean, a note is missing \(.*pass \d\)\.$/);
  });

  it('names the change that leads to the first fault', () => {
    const asked = ask();
    const plan = planFor(asked);
    const { samples } = simulateTake(plan, { seed: 8, sampleRate: RATE, errors: { spreadMs: 2 } });
    const report = checkTake(samples, RATE, plan);
    const at = plan.notes.findIndex(({ change }) => change === 'inside');
    const verdict = { clean: false, noteId: plan.notes[at]!.id, because: 'wrong' } as const;
    const { change, text, reason } = suggestionOf({ ...report, verdict }, asked)!;
    expect([change!.kind, reason]).toEqual(['inside', 'wrong']);
    expect(text).toContain(`inside, string ${change!.stringFrom} to ${change!.stringTo}, pass 1`);
    expect(suggestionOf({ ...report, verdict: null }, asked)).toBeNull();
  });

  it('of a run that was judged before it was heard is kept all the same; nothing is suggested then', async () => {
    const { one, asked, kept, state } = hearing({ spreadMs: 4 });
    await one.turnOn();
    one.begin(asked);
    await Promise.resolve();
    const ending = one.end(4);
    expect(state().phase).toBe('checking');
    await one.wasJudged('early');
    await ending;
    expect(kept.map(([, id]) => id)).toEqual(['early']);
    expect(state().suggestion).toBeNull();
  });

  it('says what was heard but could not be kept', async () => {
    const { one, asked, state } = hearing(
      { spreadMs: 4 },
      { keep: () => Promise.reject(new Error('no room')) },
    );
    await one.turnOn();
    one.begin(asked);
    await Promise.resolve();
    await one.end(4);
    await one.wasJudged('run');
    expect(state().fault).toMatch(/not kept; the run is.*no room/);
  });

  it('finds a start that is a long time coming on a busy machine', async () => {
    let looks = 0;
    const start = 500 + (0.5 + 2.4) * RATE;
    const { one, asked, state } = hearing(
      { spreadMs: 4 },
      { startFrame: () => (++looks > 200 ? start : null), wait: () => Promise.resolve() },
    );
    await one.turnOn();
    one.begin(asked);
    await vi.waitFor(() => expect(looks).toBe(201));
    await one.end(4);
    expect(state().suggestion?.clean).toBe(true);
  });

  it('says why nothing is suggested: no whole pass, or a click that never began', async () => {
    const short = hearing({ spreadMs: 4 });
    await short.one.turnOn();
    short.one.begin(short.asked);
    await Promise.resolve();
    await short.one.end(0);
    expect(short.state()).toMatchObject({
      phase: 'open',
      fault: expect.stringMatching(/less than one pass/),
    });

    const deaf = hearing({ spreadMs: 4 }, { startFrame: () => null });
    await deaf.one.turnOn();
    deaf.one.begin(deaf.asked);
    await deaf.one.end(4);
    expect(deaf.state()).toMatchObject({
      phase: 'open',
      fault: expect.stringMatching(/start was not found/),
    });
  });

  it('hears no run of more notes than it can match, and keeps nothing where nothing listens', async () => {
    const { one, asked, kept, state } = hearing({ spreadMs: 4 });
    await one.wasJudged('before it was turned on');
    await one.turnOn();
    await one.wasJudged('nothing was heard of it');
    const passes = Math.ceil((MAX_TAKE_NOTES + 1) / 8);
    one.begin({ ...asked, passes });
    await Promise.resolve();
    await one.end(passes);
    expect(state()).toMatchObject({ phase: 'open', fault: 'This run has too many notes to be heard.' });
    one.begin({ ...asked, passes: passes - 1 });
    await Promise.resolve();
    await one.end(4);
    expect([state().suggestion?.clean, kept]).toEqual([true, []]);
  });

  it('forgets when it is turned off, and says what it cannot hear', async () => {
    const { one, asked, kept, state, world } = hearing({ spreadMs: 4 });
    one.begin(asked);
    expect([state().phase, world.restarts]).toEqual(['off', 0]);
    await one.turnOn();
    world.hear({ peak: 0.5, clipped: 0 });
    expect(one.level.getSnapshot()).toEqual({ peak: 0.5, clipped: 0 });
    one.begin(asked);
    await Promise.resolve();
    const ending = one.end(4);
    one.turnOff();
    world.hear({ peak: 0.7, clipped: 0 });
    expect(one.level.getSnapshot()).toBeNull();
    await ending;
    expect([state(), kept, world.isOpen]).toEqual([{ phase: 'off', suggestion: null, fault: null }, [], 0]);
    const opening = one.turnOn();
    one.begin(asked);
    expect([state().phase, state().fault]).toEqual(['opening', expect.stringMatching(/still opening/)]);
    await opening;
    expect(state().phase).toBe('open');
    one.begin(null);
    expect(state().fault).toMatch(/steady tempo/);
    one.begin(asked);
    await one.end(0);
    expect([state().phase, state().suggestion]).toEqual(['open', null]);
    world.lost();
    expect([state().phase, state().fault]).toEqual(['off', expect.stringMatching(/loudspeaker changed/)]);
    const refused = hearing(
      {},
      { openMicrophone: () => Promise.reject(Object.assign(new Error(), { problem: 'refused' })) },
    );
    await refused.one.turnOn();
    expect([refused.state().phase, refused.state().fault]).toEqual([
      'off',
      expect.stringMatching(/Allow it/),
    ]);
  });

  it('gives back what was heard when the verdict is taken back, and takes its report away', async () => {
    const { one, kept, removed, state } = await heardRun({ spreadMs: 2 });
    const heard = state().suggestion;
    await one.wasJudged('run');
    await one.takenBack('another run');
    expect([state().suggestion, removed]).toEqual([null, []]);
    await one.takenBack('run');
    expect([state().suggestion, removed]).toEqual([heard, ['take 1']]);
    await one.wasJudged('run again');
    expect(kept.map(([, runId]) => runId)).toEqual(['run', 'run again']);
  });

  it('says what is missing from the recording, and what the browser left on', async () => {
    const how = { processed: ['echoCancellation'], gaps: [{ at: 3, seconds: 0.02 }] };
    const { state } = await heardRun({ spreadMs: 2 }, {}, how);
    expect(state().suggestion).not.toBeNull();
    expect(state().fault).toMatch(/left echo cancellation on.*20 ms are missing/);
  });
});
