/** What is heard: events from anywhere, clicks through the seam, and strings that are in tune. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { loopSpan, type Passage } from '../passage/passage';
import { passages } from '../passage/testing';
import { planOf } from '../plan/plan';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { describeChanges } from '../picking/changes';
import { strikesOf } from '../plan/strikes';
import { passageOn } from '../picking/testing';
import { performanceOf } from './performance';
import { kindVoice, strokeTap, VOICED_KINDS } from './voices';
import { click, hertzOf, pluck } from './pluck';

const looped = fc
  .record({ passage: passages, from: fc.nat(), to: fc.nat(), loop: fc.boolean() })
  .map(({ passage, from, to, loop }) => {
    const onsets = [...new Set(passage.notes.map((note) => note.onsetTicks)), passage.lengthTicks];
    const [startTicks, endTicks] = [from, to].map((at) => onsets[at % onsets.length]!).sort((a, b) => a - b);
    const bounds =
      startTicks! < endTicks! ? { loopBounds: { startTicks: startTicks!, endTicks: endTicks! } } : {};
    return { passage: { ...passage, ...bounds } as Passage, loop };
  });

describe('a performance', () => {
  it('gives each stroke at its note, pass by pass of the period, with the change by which the pick came', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 9 }),
        fc.integer({ min: 1, max: 4 }),
        (strings, passes) => {
          const plan = planOf(
            passageOn(strings),
            { kind: 'alternateByNote', start: 'down', loop: true },
            DEFAULT_SETUP,
          );
          const strikes = strikesOf(plan);
          const performance = performanceOf(plan.passage, { loop: true, passes, countInBeats: 0, strikes });
          const events = performance.eventsBetween(0, performance.endTicks!);
          const strokes = events.filter((event) => event.kind === 'stroke');
          const picked = events.filter((event) => event.kind === 'note');
          expect(strokes.map(({ ticks }) => ticks)).toEqual(picked.map(({ ticks }) => ticks));
          // Strict alternation from the first stroke on, through every seam.
          expect(strokes.map(({ strike }) => strike.stroke)).toEqual(
            strokes.map((_, at) => (at % 2 === 0 ? 'down' : 'up')),
          );
          const changes = describeChanges(
            strokes.map(({ strike }) => ({ string: strike.exit, stroke: strike.stroke })),
          );
          expect(strokes.map(({ arrives }) => arrives)).toEqual([null, ...changes.map(({ kind }) => kind)]);
        },
      ),
    );
  });

  it('gives the same events in one piece or in many, each where its pass says', () => {
    fc.assert(
      fc.property(
        looped,
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.nat(400_000), { maxLength: 6 }),
        ({ passage, loop }, passes, cuts) => {
          const performance = performanceOf(passage, { loop, passes, countInBeats: 4 });
          const end = performance.endTicks!;
          const whole = performance.eventsBetween(performance.startTicks, end);
          const edges = [
            performance.startTicks,
            ...cuts.filter((cut) => cut < end).sort((a, b) => a - b),
            end,
          ];
          const pieces = edges.slice(1).flatMap((to, at) => performance.eventsBetween(edges[at]!, to));
          expect(pieces).toEqual(whole);
          const span = loop ? loopSpan(passage) : { startTicks: 0, endTicks: passage.lengthTicks };
          const inLoop = passage.notes.filter(
            ({ onsetTicks }) => onsetTicks >= span.startTicks && onsetTicks < span.endTicks,
          );
          const notes = whole.filter((event) => event.kind === 'note');
          expect(notes.length).toBe(passage.notes.length + (passes - 1) * inLoop.length);
          for (const event of notes) {
            const place = { pass: event.pass, ticks: event.sounding.ticks };
            expect(performance.placeAt(event.ticks)).toEqual(place);
            expect(performance.ticksAt(place)).toBe(event.ticks);
          }
          expect(end).toBe(passage.lengthTicks + (passes - 1) * (span.endTicks - span.startTicks));
          // The click never stumbles: one each beat, from the count-in on.
          const clicks = whole.filter((event) => event.kind === 'click').map((event) => event.ticks);
          expect(clicks).toEqual(clicks.map((_, at) => (at - 4) * 6720));
          for (const cut of cuts)
            expect(performance.nextBeat(cut)).toBe(clicks.find((ticks) => ticks >= cut) ?? null);
          for (const event of whole.filter((one) => one.kind === 'click')) {
            const beat = performance.beatAt(event.ticks + 1);
            expect([beat?.number === 1, beat?.countIn]).toEqual([event.accent === 'bar', event.countIn]);
          }
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('strings', () => {
  /** The period of the loudest repetition, by autocorrelation with a parabola through its peak. */
  const periodOf = (samples: Float32Array, about: number): number => {
    const likeness = (lag: number) => {
      let sum = 0;
      for (let at = 2000; at < 14_000; at++) sum += samples[at]! * samples[at + lag]!;
      return sum;
    };
    let best = Math.floor(about * 0.8);
    for (let lag = best; lag < about * 1.2; lag++) if (likeness(lag) > likeness(best)) best = lag;
    const [before, peak, after] = [likeness(best - 1), likeness(best), likeness(best + 1)];
    return best + (before - after) / (2 * (before - 2 * peak + after));
  };

  it('are in tune to a few cents (equal temperament, A4 = 440 Hz) and begin at full strength', () => {
    for (const pitch of [30, 40, 45, 52, 59, 64, 76]) {
      const samples = pluck(pitch, 'picked', 48_000);
      const hertz = 48_000 / periodOf(samples, 48_000 / hertzOf(pitch));
      expect(Math.abs(1200 * Math.log2(hertz / hertzOf(pitch)))).toBeLessThan(5);
      const loudest = samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0);
      expect(loudest).toBeLessThanOrEqual(1);
    }
    expect(hertzOf(69)).toBe(440);
  });

  it('die away: muted sooner than picked, dead at once; the click begins in its first sample', () => {
    const energy = (samples: Float32Array, from: number) =>
      samples.slice(from, from + 2000).reduce((sum, one) => sum + one * one, 0);
    const at = 24_000;
    const [picked, muted, dead] = (['picked', 'muted', 'dead'] as const).map((attack) =>
      pluck(50, attack, 48_000),
    );
    expect(energy(picked!, at)).toBeGreaterThan(0.1);
    expect(energy(muted!, at)).toBeLessThan(energy(picked!, at) / 10);
    expect(dead!.length).toBeLessThan(4000);
    expect(click('bar', 48_000)[0]).toBe(1);
  });
});

describe('voices', () => {
  it('begin at full strength, end in silence, never clip, and no two are alike', () => {
    const rate = 48_000;
    const all = [
      strokeTap('down', rate),
      strokeTap('up', rate),
      ...VOICED_KINDS.map((kind) => kindVoice(kind, rate)),
    ];
    for (const samples of all) {
      const peak = samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0);
      expect(Math.abs(samples[0]!)).toBeGreaterThan(0.8 * peak);
      expect(peak).toBeLessThanOrEqual(1);
      expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.01);
    }
    // How often the wave crosses zero in its first 40 ms tells them apart, as the ear does by pitch.
    const crossings = all.map((samples) => {
      const part = samples.slice(0, rate * 0.04);
      return part.reduce(
        (sum, one, at) => sum + Number(at > 0 && Math.sign(one) !== Math.sign(part[at - 1]!)),
        0,
      );
    });
    expect(new Set(crossings).size).toBe(all.length);
  });
});
