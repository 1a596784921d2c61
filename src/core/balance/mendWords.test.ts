/** Mendings in words: each sentence says the very change that is made, held against the notes before and after. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise, NO_GOAL, type Goal } from '../model/exercise';
import type { Note } from '../passage/passage';
import type { PickingPolicy } from '../picking/policy';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { passageOn } from '../picking/testing';
import { mendings } from './mend';
import { mendText, shareText } from './mendWords';

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 16 });
const policies = fc.record({
  kind: fc.constantFrom<PickingPolicy['kind']>('alternateByNote', 'economy'),
  start: fc.constantFrom('down', 'up'),
  loop: fc.boolean(),
});

describe('a mending in words', () => {
  it('says the very change that it makes', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(
        strings,
        policies,
        fc.constantFrom<Goal['kind']>('outside', 'inside', 'balanced', 'sweep'),
        (on, policy, kind) => {
          const exercise = { ...newExercise('', passageOn(on)), policy };
          const wanting = { ...exercise, goal: { ...NO_GOAL, kind } };
          for (const mending of mendings(wanting, DEFAULT_SETUP)) {
            const text = mendText(wanting, mending, DEFAULT_SCHOOLS);
            expect(text).toMatch(/^[A-Z].*\.$/);
            expect(text).not.toMatch(/undefined|null|NaN/);
            seen.add(mending.first ? 'two' : mending.kind);
            if (mending.first) {
              expect(text).toMatch(/\. Then: [A-Z]/);
              continue;
            }
            const before = exercise.passage.notes;
            const after = mending.passage.notes;
            const named = /note (\d+) \(string (\d), fret (\d+)\)/.exec(text)?.slice(1).map(Number);
            if (mending.kind === 'slur' || mending.kind === 'otherString') {
              const changed = before.findIndex(
                (note, at) =>
                  JSON.stringify(note) !== JSON.stringify(after.find(({ id }) => id === before[at]!.id)),
              );
              expect(named).toEqual([changed + 1, before[changed]!.string, before[changed]!.fret]);
              const now = after.find(({ id }) => id === before[changed]!.id)!;
              if (mending.kind === 'otherString')
                expect(text).toContain(`on string ${now.string} at fret ${now.fret}: the same pitch`);
              else expect(now.technique).toBe(now.fret > before[changed - 1]!.fret ? 'hammer' : 'pull');
            }
            const places = (notes: readonly Note[]) =>
              notes.map(({ string, fret }) => `${string}.${fret}`).join();
            if (mending.kind === 'start')
              expect(text).toContain(mending.policy.start === 'up' ? 'an upstroke' : 'a downstroke');
            if (mending.kind === 'oneMore') expect(places(after)).toBe(places([...before, before.at(-1)!]));
            if (mending.kind === 'oneLess') expect(places(after)).toBe(places(before.slice(0, -1)));
            if (mending.kind === 'reverse') expect(places(after)).toBe(places([...before].reverse()));
            if (mending.kind === 'thereAndBack')
              expect(places(after)).toBe(places([...before, ...[...before].reverse().slice(1)]));
            if (mending.kind === 'thereAndBackTwice')
              expect(places(after)).toBe(places([...before, ...[...before].reverse()]));
            if (mending.kind === 'oneMore' || mending.kind === 'oneLess')
              expect(/balances itself/.test(text)).toBe(
                policy.loop === true && policy.kind === 'alternateByNote',
              );
            if (mending.kind === 'shiftStrings') {
              const by = after[0]!.string - before[0]!.string;
              // A thicker string lies toward the ceiling.
              expect(text).toContain(by === 1 ? 'toward the ceiling' : 'toward the floor');
              expect(places(after)).toBe(
                places(before.map((note) => ({ ...note, string: note.string + by }))),
              );
            }
          }
        },
      ),
      { numRuns: 60 },
    );
    for (const kind of ['start', 'oneMore', 'reverse', 'otherString', 'policy'])
      expect([...seen]).toContain(kind);
  });

  it('the share names sweeps only where there are any', () => {
    expect(shareText({ outside: 3, inside: 12, sweep: 0, changes: 15 })).toBe('3 outside, 12 inside');
    expect(shareText({ outside: 2.5, inside: 0, sweep: 1, changes: 4 })).toBe(
      '2.5 outside, 0 inside, 1 swept',
    );
  });
});
