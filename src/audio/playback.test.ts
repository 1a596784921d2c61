/** Playing against an audio clock moved by hand: what is placed where, and what is taken back. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { DEFAULT_SETUP, emptyPassage, planOf, putNote, type Passage } from '@/core';
import type { Playback } from './playback';
import { installFakeAudio, type FakeAudio } from './testing';

const SOUNDS = { volume: 0.5, click: true, notes: false, strokes: false, kinds: false, called: false };
/** One bar of four beats, a note on the first. */
const BAR = putNote(emptyPassage(), 0, 2, 5);

let audio: FakeAudio;
let playback: Playback;
const tick = (ms: number) => vi.advanceTimersByTime(ms);
const score = (passage: Passage, loop = true) => ({
  plan: planOf(passage, { kind: 'alternateByNote', start: 'down', loop }, DEFAULT_SETUP),
  loop,
  passes: loop ? null : 1,
  countInBeats: 4,
});
/** Times of what is heard, in seconds from the first, to a thousandth. */
const heard = () => {
  const times = audio.started
    .filter((one) => one.isHeard)
    .map(({ seconds }) => seconds)
    .sort((a, b) => a - b);
  return times.map((seconds) => Math.round((seconds - times[0]!) * 1000) / 1000);
};

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'setTimeout', 'clearTimeout', 'performance'] });
  audio = installFakeAudio((name, value) => vi.stubGlobal(name, value));
  // Each test with an output of its own.
  vi.resetModules();
  playback = new (await import('./playback')).Playback();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('playing', () => {
  it('clicks evenly from the count-in on, holds the screen awake, and stops when asked', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    audio.pass(3, tick);
    expect(heard().slice(0, 7)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3]);
    expect(audio.wakeLocks()).toBe(1);
    expect(playback.snapshot().isPlaying).toBe(true);
    expect(playback.place()?.pass).toBe(0);
    expect(playback.beat()).toEqual({ number: 2, countIn: false });
    playback.stop();
    await Promise.resolve();
    expect(audio.wakeLocks()).toBe(0);
    expect(playback.place()).toBeNull();
    const count = audio.started.length;
    audio.pass(2, tick);
    expect(audio.started).toHaveLength(count);
  });

  it('changes tempo at the next click: what was placed beyond it is taken back and placed anew', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    audio.pass(1.2, tick);
    playback.setTempo(60);
    audio.pass(4, tick);
    expect(heard().slice(0, 7)).toEqual([0, 0.5, 1, 1.5, 2.5, 3.5, 4.5]);
  });

  it('goes on at the same place when the exercise is edited, though its length changes', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    // Pass 2 of the loop, on its second beat: count-in 2 s, a pass 2 s.
    audio.pass(4.75, tick);
    const before = playback.place()!;
    const longer = putNote(BAR, BAR.lengthTicks, 1, 3);
    expect(longer.lengthTicks).toBeGreaterThan(BAR.lengthTicks);
    playback.setScore(score(longer));
    audio.pass(0.5, tick);
    const after = playback.place()!;
    expect(after.pass).toBe(before.pass);
    expect(after.ticks - before.ticks).toBeGreaterThan(6000);
    expect(after.ticks - before.ticks).toBeLessThan(7500);
    expect(heard().slice(0, 10)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5]);
  });

  it('plays the pass to its end when the loop is turned off, edits on the way included', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    audio.pass(4.75, tick);
    playback.setScore(score(BAR, false));
    audio.pass(0.3, tick);
    playback.setScore(score(putNote(BAR, 6720, 3, 7), false));
    audio.pass(0.5, tick);
    expect(playback.snapshot().isPlaying).toBe(true);
    audio.pass(2, tick);
    expect(playback.snapshot().isPlaying).toBe(false);
    expect(heard().at(-1)).toBe(5.5);
  });

  it('leaves out what comes too late rather than playing it late, and says so', async () => {
    await playback.start(score(BAR), 240, SOUNDS);
    audio.pass(0.5, tick);
    // The page sleeps for four seconds while the sound card goes on.
    audio.pass(4, () => undefined);
    tick(60);
    expect(playback.snapshot().problem).toBe('held up');
    audio.pass(2, tick);
    expect(heard().every((seconds) => Number.isInteger(seconds * 4))).toBe(true);
    playback.dismiss();
    expect(playback.snapshot().problem).toBeNull();
  });

  it('ends and says so when the sound is interrupted, or its clock stands still without a word', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    audio.pass(0.5, tick);
    audio.setState('suspended');
    expect(playback.snapshot()).toMatchObject({ isPlaying: false, problem: 'interrupted' });
    await playback.start(score(BAR), 120, SOUNDS);
    expect(playback.snapshot()).toMatchObject({ isPlaying: true, problem: null });
    audio.pass(0.5, tick);
    tick(3000);
    expect(playback.snapshot()).toMatchObject({ isPlaying: false, problem: 'interrupted' });
  });

  it('mutes and unmutes click and notes from where it is', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    audio.pass(1.1, tick);
    playback.setSounds({ ...SOUNDS, click: false });
    audio.pass(2, tick);
    expect(heard()).toEqual([0, 0.5, 1]);
    playback.setSounds({ ...SOUNDS, click: false, notes: true });
    audio.pass(2, tick);
    // The last is placed ahead and not sounding yet.
    expect(heard().slice(3)).toEqual([4, 6]);
  });

  it('plays on when devices change, and begins on the new ones the next time, also where they changed in silence', async () => {
    await playback.start(score(BAR), 120, SOUNDS);
    audio.pass(0.5, tick);
    audio.changeDevices();
    audio.pass(0.5, tick);
    expect(playback.snapshot().isPlaying).toBe(true);
    playback.stop();
    await playback.start(score(BAR), 120, SOUNDS);
    expect(audio.contexts()).toBe(2);
    playback.stop();
    audio.changeDevices();
    await playback.start(score(BAR), 120, SOUNDS);
    expect(audio.contexts()).toBe(3);
    playback.stop();
    await playback.start(score(BAR), 120, SOUNDS);
    expect(audio.contexts()).toBe(3);
  });
});

describe('strokes that are heard', () => {
  /** Two slow notes on one string, then one on the next, then a rest. */
  const line = [3, 3, 2].reduce((one, string, at) => putNote(one, at * 1680, string, 5), emptyPassage());
  const lengths = () => audio.started.filter((one) => one.isHeard).map(({ frames }) => frames);
  const spoken = { down: 111, up: 222 };
  beforeEach(() => {
    vi.stubGlobal('fetch', (url: URL) =>
      Promise.resolve({
        ok: true,
        arrayBuffer: () => Promise.resolve(url.href.includes('down') ? 'down' : 'up'),
      }),
    );
    audio.decode = (data) => spoken[data as unknown as 'down' | 'up'];
  });

  it('each by its tap, and the change by its voice', async () => {
    await playback.start(score(line, false), 60, { ...SOUNDS, click: false, strokes: true });
    audio.pass(7, tick);
    expect(lengths()).toHaveLength(3);
    const taps = lengths();
    playback.stop();
    audio.pass(1, tick);
    await playback.start(score(line, false), 60, { ...SOUNDS, click: false, kinds: true });
    audio.pass(7, tick);
    // One change of string, and it sounds like no tap.
    expect(lengths().slice(3)).toHaveLength(1);
    expect(taps).not.toContain(lengths()[3]);
  });

  it('called where there is room for a word; after a rest always', async () => {
    await playback.start(score(line, false), 30, { ...SOUNDS, click: false, called: true });
    audio.pass(14, tick);
    expect(lengths()).toEqual([spoken.down, spoken.up, spoken.down]);
    playback.stop();
    audio.pass(1, tick);
    await playback.start(score(line, false), 180, { ...SOUNDS, click: false, called: true });
    audio.pass(4, tick);
    // Too fast for words between; the first, and the last, after which there is time.
    expect(lengths().slice(3)).toEqual([spoken.down, spoken.down]);
  });

  it('say when the words cannot be read, and everything else sounds', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve({ ok: false, status: 404 }));
    await playback.start(score(line, false), 60, { ...SOUNDS, called: true });
    audio.pass(5, tick);
    expect(playback.snapshot()).toMatchObject({ isPlaying: true, problem: 'no voice' });
    expect(lengths().length).toBeGreaterThan(4);
  });
});
