/** A sitting: what a verdict says of the passes that were played, and what of it is kept, against reckoning by hand. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_SETUP,
  emptyPassage,
  FRESH_LADDER,
  loopSpan,
  newExercise,
  passageHash,
  passBeats,
  putNote,
  type LadderStep,
  type PlayPlace,
} from '@/core';
import { climbOf } from '@/core/drills';
import { afterTight, afterVerdict, newSitting, runFrom, tempoOf, verdictOf } from './sitting';

/** Sixteen notes a bar, two a string up and down. */
function loopOf(notes: number) {
  let passage = emptyPassage();
  const slot = passage.meter.beatTicks / 4;
  for (let at = 0; at < notes; at++) passage = putNote(passage, at * slot, 6 - ((at >> 1) % 6), 5 + (at % 2));
  const exercise = newExercise('Sitting', passage);
  return { ...exercise, policy: { ...exercise.policy, loop: true } };
}

const exercise = loopOf(16);
const climb = climbOf(exercise, undefined, DEFAULT_SETUP);
const beats = passBeats(exercise);
const fresh = (mode: 'ladder' | 'lesson' | 'probe', at = 0) =>
  newSitting(
    { id: 's', playerId: 'p', exerciseId: 'e', mode, startedAt: '2026-11-25T10:00:00+00:00', bpm: 72 },
    at,
    climb.steps.length,
  );

const played = fc
  .record({
    passes: fc.integer({ min: 1, max: 12 }),
    isBroken: fc.boolean(),
    pass: fc.nat(11),
    part: fc.double({ min: 0, max: 0.999, noNaN: true }),
  })
  .map(({ passes, isBroken, pass, part }) => {
    const ticks = Math.floor(part * beats * exercise.passage.meter.beatTicks);
    const brokenAt: PlayPlace | null = isBroken ? ({ pass: pass % passes, ticks } as PlayPlace) : null;
    return { passes, brokenAt };
  });

describe('a sitting', () => {
  it('keeps whole passes where it was clean, and the one it broke in where it was not', () => {
    fc.assert(
      fc.property(played, fc.constantFrom('clean' as const, 'not clean' as const), (run, said) => {
        const verdict = verdictOf(said, run);
        const whole = run.brokenAt ? run.brokenAt.pass : run.passes;
        if (said === 'clean') {
          expect(verdict).toEqual(whole === 0 ? null : { passes: whole, verdict: 'clean', stoppedIn: null });
          return;
        }
        expect(verdict?.verdict).toBe(run.brokenAt ? 'stopped' : 'not clean');
        expect(verdict?.passes).toBe(run.brokenAt ? whole + 1 : whole);
        expect(verdict?.stoppedIn).toBe(run.brokenAt ? whole + 1 : null);
      }),
    );
  });

  it('reckons time and strokes of what was played, at the tempo and of the notes of the step', () => {
    fc.assert(
      fc.property(played, fc.integer({ min: 40, max: 200 }), (run, bpm) => {
        const verdict = verdictOf('not clean', run)!;
        const step = climb.steps[0]!;
        const stepped = climb.stepped(step);
        const kept = runFrom({
          session: fresh('ladder'),
          stepped,
          setup: DEFAULT_SETUP,
          passageHash: passageHash(exercise.passage),
          bpm,
          step,
          seen: '',
          verdict,
          brokenAt: run.brokenAt,
        });
        const { beatTicks } = exercise.passage.meter;
        const inBeats = run.brokenAt
          ? run.brokenAt.pass * beats + run.brokenAt.ticks / beatTicks
          : run.passes * beats;
        expect(kept.seconds).toBeCloseTo((inBeats * 60) / bpm, 6);
        // One stroke a slot, sixteen of them a pass.
        const slots = run.brokenAt ? Math.min(16, Math.ceil((run.brokenAt.ticks / beatTicks) * 4)) : 0;
        expect(kept.strokes).toBe(run.brokenAt ? run.brokenAt.pass * 16 + slots : run.passes * 16);
        expect(kept.part).toBeNull();
      }),
    );
  });

  it('says of which part a run was, and counts the strokes of that part', () => {
    const dense = climbOf(
      exercise,
      { ...FRESH_LADDER, startBpm: 60, goalBpm: 60, kind: 'density' },
      DEFAULT_SETUP,
    );
    const parts = dense.steps.map((step) => {
      const stepped = dense.stepped(step);
      const { passage } = stepped.exercise;
      const kept = runFrom({
        session: fresh('ladder'),
        stepped,
        setup: DEFAULT_SETUP,
        passageHash: passageHash(passage),
        bpm: step.bpm,
        step,
        seen: '',
        verdict: { passes: 3, verdict: 'clean', stoppedIn: null },
        brokenAt: null,
      });
      const { startTicks, endTicks } = loopSpan(passage);
      const inLoop = passage.notes.filter(
        (note) => note.onsetTicks >= startTicks && note.onsetTicks < endTicks,
      );
      expect(kept.strokes).toBe(3 * inLoop.length);
      return kept.part;
    });
    expect(new Set(parts).size).toBeGreaterThan(1);
    expect(parts[0]).not.toBeNull();
    expect(parts.at(-1)).toBeNull();
  });

  it('moves a ladder by its rule, a probe to the first run that is not clean, a lesson not at all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('clean' as const, 'not clean' as const, 'stopped' as const), {
          maxLength: 40,
        }),
        fc.nat(climb.steps.length - 1),
        (verdicts, at) => {
          let [ladder, probe, lesson] = [fresh('ladder', at), fresh('probe'), fresh('lesson')];
          let climbed = 0;
          let isOver = false;
          for (const verdict of verdicts) {
            const before = ladder.climb.at;
            ladder = afterVerdict(ladder, climb.steps, verdict).session;
            expect(Math.abs(ladder.climb.at - before)).toBeLessThanOrEqual(1);
            if (verdict !== 'clean') expect(ladder.climb.at).toBeLessThanOrEqual(before);
            const after = afterVerdict(probe, climb.steps, verdict);
            probe = after.session;
            isOver ||= verdict !== 'clean' || climbed === climb.steps.length - 1;
            if (!isOver) climbed++;
            if (isOver) break;
            expect(after.move).toBe('up');
            lesson = afterVerdict(lesson, climb.steps, verdict).session;
          }
          expect(probe.climb.at).toBe(climbed);
          expect(lesson).toEqual(fresh('lesson'));
        },
      ),
    );
  });

  it('goes slower after a tight hand, on the ladder and in a lesson', () => {
    const steps: readonly LadderStep[] = climb.steps;
    for (const mode of ['ladder', 'lesson'] as const) {
      const session = fresh(mode, steps.length - 1);
      const tight = afterTight(session);
      expect(tempoOf(tight, steps)).toBeLessThan(tempoOf(session, steps));
      expect(tight.tights).toBe(1);
      expect(tempoOf(afterTight(tight), steps)).toBeLessThan(tempoOf(tight, steps));
    }
  });
});
