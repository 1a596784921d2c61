/** Pulse against its definition, facts of the trade for the other policies, and their comparison. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkGoal } from '../balance/goal';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { NO_GOAL } from '../model/exercise';
import { pitchOf, type Passage, type Stroke } from '../passage/passage';
import { withPullOff } from '../passage/pulledOff';
import { analyseStrokes } from './analysis';
import { picksOf } from './picks';
import { maySlurAfter } from './slurring';
import { comparePolicies } from './compare';
import { placesInBeat } from './places';
import { otherStroke, type PickingPolicy } from './policy';
import { assignStrokes, otherCosts } from './strokes';
import { DEFAULT_SCHOOLS } from './schools';
import { passageOn } from './testing';
import { loneTurns } from './turns';
import { reasonText } from './words';

const stroke = fc.constantFrom<Stroke>('down', 'up');

describe('by pulse', () => {
  const scene = fc.record({
    /** Slots with a note, of as many as the pass has. */
    taken: fc.array(fc.boolean(), { minLength: 1, maxLength: 14 }),
    subdivision: fc.integer({ min: 1, max: 5 }),
    beats: fc.integer({ min: 2, max: 4 }),
    restart: fc.constantFrom('never' as const, 'beat' as const, 'bar' as const),
    start: stroke,
    loop: fc.boolean(),
    lock: fc.option(fc.record({ at: fc.nat(13), stroke })),
  });

  it('every stroke is that of its slot, silent slots count, and a lock turns its own note alone', () => {
    fc.assert(
      fc.property(scene, ({ taken, subdivision, beats, restart, start, loop, lock }) => {
        const slotTicks = 6720 / subdivision;
        const slots = taken.flatMap((isTaken, slot) => (isTaken || slot === 0 ? [slot] : []));
        const base = passageOn(slots.map((slot) => 1 + (slot % 6)));
        const passage: Passage = {
          ...base,
          subdivision,
          meter: { beats, beatTicks: 6720 },
          lengthTicks: taken.length * slotTicks,
          notes: base.notes.map((note, at) => ({
            ...note,
            onsetTicks: slots[at]! * slotTicks,
            durationTicks: slotTicks,
            ...(lock && lock.at === at ? { lock: { stroke: lock.stroke } } : {}),
          })),
        };
        const policy: PickingPolicy = { kind: 'alternateByPulse', restart, start, loop };
        const { passes, unmet } = assignStrokes(passage, policy);
        const unit = restart === 'never' ? 2 : restart === 'beat' ? subdivision : subdivision * beats;
        const pulse = (slot: number, pass: number): Stroke =>
          ((slot + pass * taken.length) % unit) % 2 === 0 ? start : otherStroke(start);
        const isOff = (at: number, pass: number) =>
          lock?.at === at && lock.stroke !== pulse(slots[at]!, pass);
        passes.forEach((strokes, pass) => {
          const expected = slots.map((slot, at) => (lock?.at === at ? lock.stroke : pulse(slot, pass)));
          expect(strokes).toEqual(expected);
        });
        if (loop)
          expect(slots.map((slot) => pulse(slot, passes.length))).toEqual(
            slots.map((slot) => pulse(slot, 0)),
          );
        const off = passes.flatMap((_, pass) => slots.filter((__, at) => isOff(at, pass)));
        expect(unmet.filter(({ code }) => code === 'ruleBroken')).toHaveLength(off.length);
        // Turning a note costs the passes in which its pulse agrees, less those in which it does not.
        const last = slots.length - 1;
        const turned = otherStroke(passes[0]![last]!);
        const change = passes.reduce(
          (sum, _, pass) => sum + Number(turned !== pulse(slots[last]!, pass)) - Number(isOff(last, pass)),
          0,
        );
        expect(otherCosts(passage, policy)(0, last)!.breaks).toBeCloseTo(change / passes.length, 9);
      }),
      { numRuns: 500 },
    );
  });

  // rulings.md, By pulse: slot 0 is the first bar line, pick-up slots are negative, the start names the stroke of slot 0 and each restart.
  it('counts a pick-up backward from the bar line, and beats that are divided otherwise by their own slots', () => {
    const uneven = fc.record({
      beats: fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 2, maxLength: 6 }),
      subdivision: fc.integer({ min: 1, max: 4 }),
      pickup: fc.nat(4),
      restart: fc.constantFrom('never' as const, 'beat' as const, 'bar' as const),
      start: stroke,
    });
    fc.assert(
      fc.property(uneven, ({ beats, subdivision, pickup, restart, start }) => {
        const before = Math.min(pickup, subdivision);
        const beatTicks = 6720;
        // Each slot with its onset and how many slots lie between it and where its count begins.
        const slots: { onsetTicks: number; durationTicks: number; count: number }[] = [];
        for (let at = -before; at < 0; at++) {
          const durationTicks = beatTicks / subdivision;
          const inBeat = subdivision + at;
          const count = restart === 'never' ? at : restart === 'beat' ? inBeat : subdivision + inBeat;
          slots.push({ onsetTicks: at * durationTicks, durationTicks, count });
        }
        let [all, inBar] = [0, 0];
        beats.forEach((here, beat) => {
          if (beat % 2 === 0) inBar = 0;
          for (let at = 0; at < here; at++) {
            const durationTicks = beatTicks / here;
            const count = restart === 'never' ? all : restart === 'beat' ? at : inBar;
            slots.push({ onsetTicks: beat * beatTicks + at * durationTicks, durationTicks, count });
            all++;
            inBar++;
          }
        });
        const base = passageOn(slots.map((_, at) => 1 + (at % 6)));
        const passage: Passage = {
          ...base,
          subdivision,
          meter: { beats: 2, beatTicks },
          pickupTicks: (before * beatTicks) / subdivision,
          beatSubdivisions: Object.fromEntries(beats.map((here, beat) => [beat, here])),
          lengthTicks: beats.length * beatTicks,
          notes: base.notes.map((note, at) => {
            const { onsetTicks, durationTicks } = slots[at]!;
            return { ...note, onsetTicks, durationTicks };
          }),
        };
        const { passes } = assignStrokes(passage, { kind: 'alternateByPulse', restart, start });
        expect(passes[0]).toEqual(slots.map(({ count }) => (count % 2 === 0 ? start : otherStroke(start))));
      }),
      { numRuns: 200 },
    );
  });

  it('groups of three that begin anew each beat run down, up, down', () => {
    const passage = { ...passageOn([3, 3, 3, 2, 2, 2]), subdivision: 3 };
    const notes = passage.notes.map((note, at) => ({ ...note, onsetTicks: at * 2240, durationTicks: 2240 }));
    const triplets = { ...passage, notes, lengthTicks: 6 * 2240 };
    const strokes = (restart: 'never' | 'beat') =>
      assignStrokes(triplets, { kind: 'alternateByPulse', start: 'down', restart })
        .passes[0]!.map((one) => one![0])
        .join('');
    expect(strokes('beat')).toBe('duddud');
    expect(strokes('never')).toBe('dududu');
  });
});

describe('facts of the trade, common practice, no source', () => {
  const plan = (strings: readonly number[], policy: Partial<PickingPolicy>) => {
    const passage = passageOn(strings);
    const full: PickingPolicy = { kind: 'sweep', start: 'down', ...policy };
    const assignment = assignStrokes(passage, full);
    const analysis = analyseStrokes(passage, assignment, full.loop === true, DEFAULT_SETUP);
    return { ...assignment, analysis, row: assignment.passes[0]!.map((one) => one?.[0] ?? '-').join('') };
  };
  const threes = [6, 5, 4, 3, 2, 1].flatMap((s) => [s, s, s]);

  it('a three-string arpeggio whose turning string is picked twice: four sweeps, two motions a pass, the seam alternates', () => {
    const { row, analysis } = plan([3, 2, 1, 1, 2, 3], { loop: true });
    expect(row).toBe('ddduuu');
    expect(analysis.figures).toMatchObject({ kinds: { sweep: 4 }, motions: 2 });
    expect(analysis.transitions.at(-1)!.kind).toBe('alternate');
  });

  it('three a string with slurs: one pick a string, five sweeps in one motion, all the rest slurred', () => {
    const { row, slurred, analysis, unmet } = plan(threes, { maySlur: true });
    expect(row).toBe('d--d--d--d--d--d--');
    expect(slurred).toHaveLength(12);
    expect(analysis.figures).toMatchObject({ kinds: { sweep: 5 }, motions: 1 });
    expect(unmet).toEqual([]);
  });

  // Strings 3 2 1 and back, the top pulled off as written: frets 9-10-12p8-10-9.
  const backAndForth = (technique: 'pick' | 'pull') => {
    const passage = passageOn([3, 2, 1, 1, 2, 3], { 2: { fret: 12 }, 3: { fret: 8, technique } });
    return (turn: 'onward' | 'back' | 'pulled') => {
      const policy: PickingPolicy = { kind: 'sweep', start: 'down', turn };
      const assignment = assignStrokes(passage, policy);
      const analysis = analyseStrokes(passage, assignment, false, DEFAULT_SETUP);
      return {
        row: assignment.passes[0]!.map((one) => one?.[0] ?? '-').join(''),
        unmet: assignment.unmet,
        why: reasonText(assignment.reasons[0]![2]!, DEFAULT_SCHOOLS),
        turns: analysis.transitions.filter((one) => one.turn).map(({ kind, fromNote }) => [kind, fromNote]),
        goal: checkGoal({ ...NO_GOAL, kind: 'sweep' }, analysis),
      };
    };
  };

  it('a sweep that turns on one picked note is no fault: swept on to, or struck back with the stroke of the way back', () => {
    const of = backAndForth('pull');
    const onward = of('onward');
    expect([onward.row, onward.unmet, onward.turns]).toEqual(['ddd-uu', [], [['inside', 'n2']]]);
    expect(onward.goal).toMatchObject({ met: 3, of: 3, state: 'met' });
    expect(onward.goal.text).toContain('3 of 3, the turn apart');
    const back = of('back');
    expect([back.row, back.unmet, back.turns]).toEqual(['ddu-uu', [], [['outside', 'n1']]]);
    expect(back.why).toContain('struck back');
    expect(back.goal.text).toContain('3 of 3, the turn apart');
  });

  it('two notes on the turning string are picked so that the second sweeps on, or the second is pulled', () => {
    const of = backAndForth('pick');
    expect([of('onward').row, of('onward').turns]).toEqual(['ddduuu', []]);
    expect([of('pulled').row, of('pulled').unmet]).toEqual(['ddd-uu', []]);
    expect(of('pulled').why).toContain('the rest of it is slurred');
  });

  it('where the turning note stands alone a pull-off can be put in, on a tone of the figure', () => {
    const passage = passageOn([3, 2, 1, 2, 3], { 2: { fret: 12 } });
    const policy: PickingPolicy = { kind: 'sweep', start: 'down', turn: 'pulled' };
    expect(loneTurns(passage, policy)).toEqual(['n2']);
    const pulled = withPullOff(passage, 'n2')!;
    const pitches = passage.notes.map((note) => pitchOf(passage, note) % 12);
    expect(pulled.fret).toBeLessThan(12);
    expect(pitches).toContain(pitchOf(passage, { string: 1, fret: pulled.fret }) % 12);
    const { passes, unmet } = assignStrokes(pulled.passage, policy);
    expect(passes[0]!.map((one) => one?.[0] ?? '-').join('')).toBe('ddd-uu');
    expect([unmet, loneTurns(pulled.passage, policy)]).toEqual([[], []]);
  });

  it('without slurs an exit that leaves against the way on is reported, and the next string is entered right', () => {
    const { row, unmet } = plan([3, 3, 2], {});
    expect(row).toBe('dud');
    expect(unmet).toEqual([{ code: 'unfitExit', note: 1, pass: 0 }]);
  });

  it('two a string needs nothing for one slant; three a string is swept or slurred into it', () => {
    const twos = [6, 5, 4].flatMap((s) => [s, s]);
    expect(plan(twos, { kind: 'oneSlant', slant: 'downward' }).unmet).toEqual([]);
    const swept = plan(threes, { kind: 'oneSlant', slant: 'downward' });
    expect(swept.unmet).toEqual([]);
    expect(swept.analysis.figures.kinds.sweep).toBe(5);
    const unswept = plan(threes, { kind: 'oneSlant', slant: 'downward', maySweep: false, maySlur: true });
    expect(unswept.unmet).toEqual([]);
    expect(unswept.analysis.figures.kinds.sweep).toBe(0);
    expect(unswept.slurred.length).toBeGreaterThan(0);
  });

  it('slurs only what hangs on a picked note of its string, through slurs that are written', () => {
    const slurs = (strings: readonly number[], written: number) => {
      const passage = passageOn(strings, { [written]: { technique: 'hammer' } });
      return strings.map((_, at) => {
        const [before, pick] = [at - 2, at].map((note) =>
          picksOf(passage).find(({ notes }) => notes[0] === note),
        );
        return before && pick ? maySlurAfter(passage, before, pick) : null;
      });
    };
    // The third hangs on the first through the hammer-on; where that leads from another string it hangs in the air.
    expect(slurs([3, 3, 3], 1)[2]).toBe(true);
    expect(slurs([3, 2, 3], 1)[2]).toBe(false);
    expect(slurs([2, 3, 3], 1)[2]).toBe(false);
  });

  it('the least travel of three a string is none', () => {
    expect(plan(threes, { kind: 'leastTravel' }).analysis.figures.crossings).toBe(0);
  });

  it('the table of policies agrees with each policy by itself', () => {
    const passage = passageOn(threes);
    const policy: PickingPolicy = { kind: 'alternateByNote', start: 'down' };
    const compared = comparePolicies(passage, policy, DEFAULT_SETUP);
    const mine = assignStrokes(passage, policy).passes[0]!;
    for (const slant of ['downward', 'upward'] as const)
      expect(
        comparePolicies(passage, { kind: 'oneSlant', start: 'down', slant }, DEFAULT_SETUP)
          .filter(({ isInUse }) => isInUse)
          .map((one) => one.policy.slant),
      ).toEqual([slant]);
    expect(compared.filter(({ isInUse }) => isInUse).map(({ policy: one }) => one.kind)).toEqual([
      policy.kind,
    ]);
    for (const { policy: one, figures, differs } of compared) {
      const assignment = assignStrokes(passage, one);
      expect(figures).toEqual(analyseStrokes(passage, assignment, false, DEFAULT_SETUP).figures);
      expect(differs).toEqual(mine.flatMap((given, at) => (assignment.passes[0]![at] === given ? [] : [at])));
    }
  });
});

describe('strokes by place in the beat', () => {
  it('are counted over the common period: lcm(n, m) / n passes for the beat, two for an odd alternating loop', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 15 }), fc.integer({ min: 1, max: 6 }), (slots, subdivision) => {
        const base = passageOn(Array<number>(slots).fill(3));
        const slotTicks = 6720 / subdivision;
        const passage: Passage = {
          ...base,
          subdivision,
          lengthTicks: slots * slotTicks,
          notes: base.notes.map((note, at) => ({
            ...note,
            onsetTicks: at * slotTicks,
            durationTicks: slotTicks,
          })),
        };
        const assignment = assignStrokes(passage, { kind: 'alternateByNote', start: 'down', loop: true });
        const { strokePasses, beatPasses, passes, counts } = placesInBeat(passage, assignment, true);
        expect(strokePasses).toBe(slots % 2 === 0 ? 1 : 2);
        // Played on and on: the first pass that begins on a beat again.
        let again = 1;
        while ((again * slots) % subdivision !== 0) again++;
        expect(beatPasses).toBe(again);
        let both = 1;
        while (both % strokePasses !== 0 || both % beatPasses !== 0) both++;
        expect(passes).toBe(both);
        const expected = counts.map(() => ({ down: 0, up: 0 }));
        for (let at = 0; at < slots * passes; at++)
          expected[at % subdivision]![at % 2 === 0 ? 'down' : 'up']++;
        expect(counts).toEqual(expected);
      }),
    );
  });
});
