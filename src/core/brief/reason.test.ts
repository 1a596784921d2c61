/** Reasons in one sentence: each holds whatever the line is, by trying every line; and reads as a teacher would say it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { newExercise } from '../model/exercise';
import type { Brief, Target } from '../model/brief';
import { emptyPassage } from '../passage/empty';
import { landed, wishesOf } from './brief';
import { conflictIn } from './conflict';
import { draftBrief } from './draft';
import { planOf } from '../plan/plan';
import { DEFAULT_SCHOOLS } from '../picking/schools';
import { reasonFor, reasonText } from './reason';
import { composeToBrief } from './search';
import { briefText } from './words';
import { anyBrief, exhaustive } from './testing';

const THOROUGH = Number(process.env.THOROUGH ?? 1);

const target = (parts: Partial<Target>): Target => ({
  ...{ kind: null, strings: null, direction: null, skipped: null, min: 1, max: null },
  ...parts,
});
const brief = (parts: Partial<Brief>): Brief => ({
  ...draftBrief(newExercise('', emptyPassage())),
  ...{ strings: [2, 1], frets: [5, 8], notes: 8, tones: { kind: 'scale', tonic: 'A', name: 'minor' } },
  ...parts,
});
const said = (parts: Partial<Brief>) => {
  const one = brief(parts);
  const reason = reasonFor(one, wishesOf(one));
  return reason && reasonText(reason, one);
};

describe('a reason', () => {
  it('is given only where no line at all grants the brief', () => {
    let given = 0;
    fc.assert(
      fc.property(anyBrief([3, 5], [3, 2], [6, 8]), (one) => {
        if (!reasonFor(one, wishesOf(one))) return;
        given++;
        expect(exhaustive(one)).toBeNull();
      }),
      { numRuns: 400 * THOROUGH },
    );
    expect(given).toBeGreaterThan(10);
  });

  it('counts the way back, and names what there is not', () => {
    const both = [target({ kind: 'inside', min: 5 }), target({ kind: 'outside', min: 5 })];
    const moves = target({ strings: [2, 1], direction: 'ceilingward', min: 6, max: 6 });
    expect(said({ targets: [moves], loop: false })).toBe(
      '6 moves from 1 to 2 need 5 back: that is 11 steps, and 8 notes have 7 steps.',
    );
    expect(said({ targets: [{ ...moves, direction: 'floorward' }], loop: true })).toBe(
      '6 moves from 2 to 1 need 6 back: that is 12 steps, and 8 notes going round have 8 steps.',
    );
    expect(said({ targets: both, loop: false, rhythm: 'ps' })).toBe(
      'That is 10 changes, and 8 notes, 4 of them picked, have 3 steps.',
    );
    expect(said({ targets: [], turns: { min: 7, max: null } })).toBe('8 notes can turn 6 times at most.');
    expect(said({ targets: [], turns: { min: 6, max: null } })).toBeNull();
    expect(said({ targets: [], turns: { min: 8, max: null }, notes: 7, loop: true })).toBe(
      '7 notes going round can turn 6 times at most.',
    );
    expect(said({ targets: [], turns: { min: 3, max: 3 }, loop: true })).toBe(
      'Going round, a line turns up as often as down: 3 in all cannot be.',
    );
    const round = (rhythm: string, notes: number) => said({ targets: [], rhythm, notes, loop: true });
    expect(round('ppp-', 8)).toBe(
      'Going round, the rhythm of 3 notes comes out even with 6 or 9 notes, not with 8.',
    );
    expect(round('pppp.', 3)).toBe(
      'Going round, the rhythm of 4 notes comes out even with 4 notes, not with 3.',
    );
    expect(said({ targets: both, loop: true })).toBe(
      'That is 10 changes, and 8 notes going round have 8 steps.',
    );
    for (const end of ['startsOn', 'endsOn'] as const)
      expect(said({ [end]: 'F#' })).toBe('F# is no note of A minor.');
    // What comes back is asked for by itself: four there and four back are eight steps.
    const four = { ...moves, min: 4, max: 4 };
    expect(said({ targets: [four, { ...four, direction: 'floorward' }], loop: true })).toBeNull();
    expect(said({ targets: [target({ kind: 'sweep' })], policy: 'alternateByNote' })).toContain(
      'Economy picking would',
    );
    expect(said({ targets: [target({ kind: 'sweep', skipped: 1 })], policy: 'economy' })).toContain(
      'not over one',
    );
    expect(said({ targets: [moves], notes: 12 })).toBeNull();
    // What may be counted for both is not added up; as many changes as there are steps may be.
    const any = target({ min: 5 });
    expect(said({ targets: [any, target({ kind: 'inside', min: 5 })], loop: false })).toBeNull();
    // Those that ask for the most are added up, however they stand.
    expect(said({ targets: [target({ min: 3 }), ...both], loop: false })).toContain('That is 10 changes');
    const sweeps = [target({ kind: 'sweep' })];
    expect(said({ targets: sweeps, policy: 'alternateByPulse' })).toContain('Economy picking would');
    expect(said({ targets: sweeps, policy: 'alternateByPulse', rhythm: 'p-', loop: false })).toBeNull();
    expect(said({ targets: sweeps, policy: 'oneSlant' })).toBeNull();
    const [seven, eight] = [7, 8].map((min) => said({ targets: [target({ min })], loop: false }));
    expect([seven, eight]).toEqual([null, 'That is 8 changes, and 8 notes have 7 steps.']);
    for (const skipped of [null, 0])
      expect(said({ targets: [target({ kind: 'sweep', skipped })], policy: 'economy' })).toBeNull();
  });
});

describe('a way out', () => {
  it('may be another policy, another string or wider frets, where all wishes stay', () => {
    const outOf = (one: Brief) => {
      const steps = conflictIn(landed(one), DEFAULT_SETUP);
      let step = steps.next();
      while (!step.done) step = steps.next();
      return step.value.advice;
    };
    const sweeps = outOf(brief({ targets: [target({ kind: 'sweep', min: 2 })], policy: 'alternateByNote' }));
    expect(sweeps.find(({ wish }) => wish.kind === 'policy')?.brief.policy).toBe('economy');
    // Of changes of fingers that are alike one goes first: four notes have room for two.
    const entries = [
      [1, 4],
      [1, 4],
      [1, 4],
    ] as const;
    const fewer = outOf(brief({ notes: 4, frets: [5, 8], fingerChanges: entries }));
    expect(fewer.find(({ wish }) => wish.kind === 'fingerChange')?.brief.fingerChanges).toEqual(
      entries.slice(1),
    );
    // Turns come as near as there are; the most moves along with the least.
    const turnsOf = (turns: NonNullable<Brief['turns']>) =>
      outOf(brief({ targets: [], turns })).find(({ wish }) => wish.kind === 'turns')?.brief.turns;
    expect(turnsOf({ min: 7, max: null })).toEqual({ min: 6, max: null });
    expect(turnsOf({ min: 7, max: 7 })).toEqual({ min: 6, max: 6 });
    // Alternate picking is no way out of itself, nor is another policy where strokes are asked for.
    const policies = (one: Partial<Brief>) =>
      outOf(brief({ frets: [6, 6], tones: { kind: 'scale', tonic: 'A', name: 'minor' }, ...one })).filter(
        ({ wish }) => wish.kind === 'policy',
      );
    expect(policies({ policy: 'alternateByNote' })).toEqual([]);
    expect(policies({ policy: 'economy', strokes: 'du' })).toEqual([]);
    const narrow = outOf(brief({ frets: [6, 6], tones: { kind: 'scale', tonic: 'A', name: 'minor' } }));
    expect(narrow.find(({ wish }) => wish.kind === 'frets')?.brief.frets).toEqual([4, 8]);
    expect(narrow.some(({ wish }) => wish.kind === 'strings' || wish.kind === 'frets')).toBe(true);

    // Another string, the thicker one first; of so many notes the nearest number that comes out even, though it is less.
    const one = outOf(brief({ strings: [3], targets: [target({ min: 2 })] }));
    expect(one.find(({ wish }) => wish.kind === 'strings')?.brief.strings).toEqual([3, 4]);
    const longer = outOf(brief({ strings: [1], targets: [target({ min: 2 })] }));
    expect(longer.find(({ wish }) => wish.kind === 'strings')?.brief.strings).toEqual([1, 2]);
    const round = outOf(brief({ rhythm: 'ppp-', notes: 7, loop: true, targets: [] }));
    expect(round.find(({ wish }) => wish.kind === 'notes')?.brief.notes).toBe(6);

    // Alternate picking on two strings: so many changes as asked need more steps than there are; the nearest number is one with which a line is found.
    const many = brief({
      ...{ strings: [3, 2], frets: [5, 7], notes: 5, tones: { kind: 'chromatic' }, loop: false },
      targets: [target({ kind: 'inside', min: 3, max: 3 }), target({ kind: 'outside', min: 2, max: 2 })],
    });
    for (const { wish, brief: other } of outOf(many).filter((one) => one.wish.kind === 'target')) {
      const at = wish.kind === 'target' ? wish.at : 0;
      const [was, now] = [many.targets[at]!, other.targets[at]!];
      // The most moves along with the least.
      expect(now.max).toBe(now.min);
      expect(exhaustive(other)).not.toBeNull();
      for (let min = was.min - 1; min > now.min; min--) {
        const targets = many.targets.map((one, nth) => (nth === at ? { ...one, min, max: min } : one));
        expect(exhaustive({ ...many, targets })).toBeNull();
      }
    }
  });
});

describe('a stroke pattern as a wish', () => {
  it('stands in the line over and over, in words, and asks no start', () => {
    const wished = brief({
      strings: [4, 3, 2],
      strokes: 'ddu',
      policy: 'oneSlant',
      targets: [target({ kind: 'sweep', min: 2 })],
    });
    const [line] = composeToBrief(wished, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates;
    const plan = planOf(line!.passage, line!.policy, DEFAULT_SETUP);
    const strokes = plan.assignment.passes[0]!;
    strokes.forEach((stroke, at) => expect(stroke).toBe(at % 3 === 2 ? 'up' : 'down'));
    expect(plan.analysis.figures.kinds.sweep).toBeGreaterThanOrEqual(2);
    expect(wishesOf(wished).some(({ kind }) => kind === 'start' || kind === 'slant')).toBe(false);
    expect(briefText(wished, DEFAULT_SCHOOLS)).toContain('strokes down down up over and over, played once');
  });
});
