/** The control of what is heard: loaded late, nothing asked meanwhile is lost, and a start that was taken back is none. */
import '@/storage/testing';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { PlaybackState, Score } from '@/audio';
import type { SoundSettings } from '@/storage';
import { PlaybackControl, silence, type PlaybackLike } from './playing';
import { listening } from './testing';

const SOUNDS = { volume: 0.4, click: true, notes: true, countInBars: 1 } as SoundSettings;
const SCORE = { loop: true } as Score;
const heard = () => new Promise((resolve) => setTimeout(resolve));

/** A playback that notes what it is told. */
function fakePlayback() {
  const calls: string[] = [];
  const listeners = new Set<() => void>();
  let state: PlaybackState = { isPlaying: false, bpm: 0, problem: null, finished: 0 };
  const set = (next: Partial<PlaybackState>) => {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  };
  const playback = {
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    snapshot: () => state,
    start: (_: Score, bpm: number, sounds: SoundSettings) => {
      calls.push(`start ${bpm} at ${sounds.volume}`);
      set({ isPlaying: true, bpm });
      return Promise.resolve();
    },
    stop: () => {
      calls.push('stop');
      set({ isPlaying: false });
    },
    stopAtClick: () => calls.push('stop at click'),
    setTempo: (bpm: number) => {
      calls.push(`tempo ${bpm}`);
      set({ bpm });
    },
    setScore: () => calls.push('score'),
    setSounds: ({ volume }: SoundSettings) => calls.push(`sounds ${volume}`),
    preview: (kind: string, volume: number) => {
      calls.push(`preview ${kind} at ${volume}`);
      return Promise.resolve();
    },
    dismiss: () => calls.push('dismiss'),
    place: () => ({ pass: 2 }),
    startFrame: () => 480,
    beat: () => ({ beat: 1 }),
  };
  return { calls, set, playback: playback as unknown as PlaybackLike, listeners };
}

function setUp(load?: () => Promise<PlaybackLike>) {
  const fake = fakePlayback();
  const kept: Partial<SoundSettings>[] = [];
  let loads = 0;
  const sounds = {
    read: () => Promise.resolve(SOUNDS),
    keep: (next: Partial<SoundSettings>) => {
      kept.push(next);
      return Promise.resolve();
    },
  };
  const control = new PlaybackControl(() => {
    loads++;
    return load ? load() : Promise.resolve(fake.playback);
  }, sounds);
  return { ...fake, kept, control, loads: () => loads };
}

it('is silent and loads nothing until it is asked; listeners from before hear what comes after', async () => {
  const { control, calls, set, loads } = setUp();
  let told = 0;
  const end = control.subscribe(() => told++);
  const nothing = [silence(), null, null, null, 0];
  const now = () => [control.getSnapshot(), control.place(), control.beat(), control.startFrame(), loads()];
  expect(now()).toEqual(nothing);
  control.stop();
  control.setTempo(90);
  control.followScore(SCORE);
  control.stopAtClick();
  control.dismiss();
  expect(calls).toEqual([]);
  control.toggle(SCORE, 80, null);
  await heard();
  expect(calls).toEqual(['start 80 at 0.4']);
  expect(told).toBeGreaterThan(0);
  expect([control.place(), control.beat(), control.startFrame()]).toEqual([{ pass: 2 }, { beat: 1 }, 480]);
  const before = told;
  set({ problem: 'held up' });
  expect(told).toBe(before + 1);
  end();
  set({ problem: null });
  expect(told).toBe(before + 1);
});

it('a start that was stopped while it loaded does not sound: the view may be another by then', async () => {
  let come!: () => void;
  const fake = fakePlayback();
  const { control } = setUp(() => new Promise((resolve) => (come = () => resolve(fake.playback))));
  control.start(SCORE, 80, SOUNDS);
  control.stop();
  come();
  await heard();
  expect(fake.calls).toEqual([]);
  control.start(SCORE, 90, { ...SOUNDS, volume: 1 });
  come();
  await heard();
  expect(fake.calls).toEqual(['start 90 at 1']);
});

it('follows a tempo only where it plays at another', async () => {
  const { control, calls } = setUp();
  control.followTempo(70);
  control.start(SCORE, 80, SOUNDS);
  await heard();
  control.followTempo(80);
  control.followTempo(84);
  control.followTempo(84);
  control.toggle(SCORE, 84, SOUNDS);
  control.followTempo(90);
  expect(calls).toEqual(['start 80 at 0.4', 'tempo 84', 'stop']);
});

it('of two choices in a row, before anything is read again, both are heard and each is kept beside the other', async () => {
  const { control, calls, kept } = setUp();
  control.prepare();
  await heard();
  control.setSounds({ volume: 0.9 }, SOUNDS);
  control.setSounds({ click: false }, SOUNDS);
  expect(calls).toEqual(['sounds 0.9', 'sounds 0.9']);
  expect(kept).toEqual([{ volume: 0.9 }, { click: false }]);
  await heard();
  // What is shown by now holds them, and may be another choice since.
  control.setSounds({ notes: true }, { ...SOUNDS, volume: 0.2 });
  expect(calls.at(-1)).toBe('sounds 0.2');
});

it('settings are heard at once and kept; what cannot be loaded is said, and tried again at the next press', async () => {
  const { told } = listening();
  const { control, calls, kept } = setUp();
  control.prepare();
  await heard();
  control.setSounds({ volume: 0.9 }, SOUNDS);
  control.preview('inside', 0.9);
  await heard();
  expect([calls, kept.map(({ volume }) => volume), told]).toEqual([
    ['sounds 0.9', 'preview inside at 0.9'],
    [0.9],
    [],
  ]);
  let fails = true;
  const fake = fakePlayback();
  const other = setUp(() =>
    fails ? Promise.reject(new Error('the server is gone')) : Promise.resolve(fake.playback),
  );
  other.control.start(SCORE, 80, SOUNDS);
  await heard();
  expect(told.map(({ text }) => text)).toEqual([
    expect.stringMatching(/^Playing did not work: the server is gone\./),
  ]);
  fails = false;
  other.control.start(SCORE, 80, SOUNDS);
  await heard();
  expect(fake.calls).toEqual(['start 80 at 0.4']);
});

/** Presses and departures in any order, before and after it is there: it sounds if and only if the last of them was a start. */
it('ends as it was asked last', async () => {
  const acts = fc.array(fc.constantFrom('start', 'stop', 'come', 'wait'), { maxLength: 12 });
  await fc.assert(
    fc.asyncProperty(acts, async (some) => {
      const fake = fakePlayback();
      let come: () => void = () => undefined;
      const there = new Promise<PlaybackLike>((resolve) => (come = () => resolve(fake.playback)));
      const { control } = setUp(() => there);
      let wanted = false;
      for (const act of some) {
        if (act === 'start') control.start(SCORE, 80, SOUNDS);
        if (act === 'stop') control.stop();
        if (act === 'come') come();
        if (act === 'wait') await heard();
        if (act === 'start' || act === 'stop') wanted = act === 'start';
      }
      come();
      await heard();
      expect(control.getSnapshot().isPlaying).toBe(wanted);
    }),
    { numRuns: 60 },
  );
});
