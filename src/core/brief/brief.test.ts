/**
 * The search against exhaustive enumeration, against an independent recount by the ordinary analysis, and against the worked
 * briefs of the model (an Euler trail needs as many ways back as ways there, so some briefs are impossible by arithmetic).
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP, STANDARD_TUNING } from '../instrument/instrument';
import { checkGoal } from '../balance/goal';
import { newExercise, NO_GOAL } from '../exercise/exercise';
import { planOf } from '../exercise/plan';
import { emptyPassage } from '../passage/empty';
import type { Finger, Stroke } from '../passage/passage';
import { describeChanges } from '../picking/changes';
import { BRIEF_POLICIES, CONTOURS, type Brief, type Target, type Wish } from './brief';
import { draftBrief, withCandidate } from './draft';
import { placesOf, WEIGHTS, type Place } from './grid';
import { PUBLISHED_BRIEFS } from './published';
import { differs } from './candidate';
import { composeToBrief } from './search';

const otherWay = (stroke: Stroke): Stroke => (stroke === 'down' ? 'up' : 'down');
const anyTarget = (notes: number): fc.Arbitrary<Target> =>
  fc
    .record({
      kind: fc.constantFrom('outside', 'inside', 'sweep', null),
      strings: fc.constantFrom([3, 2] as const, [2, 1] as const, null),
      direction: fc.constantFrom('floorward', 'ceilingward', null),
      skipped: fc.constantFrom(0, 1, null),
      min: fc.integer({ min: 0, max: Math.ceil(notes / 3) }),
      more: fc.constantFrom(0, 0, 1, null),
    })
    .map(({ more, ...target }) => ({ ...target, max: more === null ? null : target.min + more }));

const anyBrief = (
  lengths: [number, number],
  strings: number[],
  frets: [number, number],
): fc.Arbitrary<Brief> =>
  fc.integer({ min: lengths[0], max: lengths[1] }).chain((notes) =>
    fc.record({
      tuning: fc.constant(STANDARD_TUNING),
      capo: fc.constantFrom(0, 2),
      policy: fc.constantFrom(...BRIEF_POLICIES),
      start: fc.constantFrom('down', 'up'),
      slant: fc.constantFrom(null, null, 'downward', 'upward'),
      tones: fc.constantFrom(
        { kind: 'chromatic' as const },
        { kind: 'scale' as const, tonic: 'B', name: 'dorian' },
        { kind: 'chord' as const, tonic: 'C#', name: 'm7' },
      ),
      strings: fc.constant(strings),
      frets: fc.constant(frets),
      notes: fc.constant(notes),
      subdivision: fc.constantFrom(3, 4),
      loop: fc.boolean(),
      targets: fc.array(anyTarget(notes), { maxLength: 2 }),
      fingerChanges: fc.constantFrom([], [], [[1, 3] as [Finger, Finger]]),
      contour: fc.constantFrom(...CONTOURS),
      largestLeap: fc.constantFrom(null, 5, 9),
      mayRepeat: fc.boolean(),
      startsOn: fc.constantFrom(null, null, 'B'),
      endsOn: fc.constantFrom(null, null, 'E'),
      likeness: fc.constantFrom(null, null, { wish: 'unlike' as const, places: [{ string: 3, fret: 7 }] }),
    }),
  );

/** A target counted anew from the picks of all passes, by pass. */
function recount(
  target: Target,
  strings: readonly number[],
  strokes: readonly Stroke[],
  passes: number,
  loop: boolean,
) {
  const picks = strokes.map((stroke, at) => ({ string: strings[at % strings.length]!, stroke }));
  return (
    describeChanges(picks, { loop }).filter(
      ({ from, to, kind, travel, skipped }) =>
        travel !== null &&
        (target.kind === null || target.kind === kind) &&
        (target.direction === null || target.direction === travel) &&
        (target.skipped === null || target.skipped === skipped) &&
        (target.strings === null ||
          [picks[from]!.string, picks[to]!.string].sort().join() === [...target.strings].sort().join()),
    ).length / passes
  );
}

const within = ({ min, max }: Target, count: number) => count >= min && (max === null || count <= max);

/** Every stroke row that a policy allows for some strings, by its plain words. */
function strokeRows(brief: Brief, strings: readonly number[]): Stroke[][] {
  let rows: Stroke[][] = [[brief.start]];
  for (let at = 1; at < strings.length + (brief.loop ? 1 : 0); at++) {
    const floorward = strings[at - 1]! - strings[at % strings.length]!;
    rows = rows.flatMap((row) => {
      const last = row.at(-1)!;
      const travels = (brief.policy === 'economy' || brief.policy === 'sweep') && Math.abs(floorward) === 1;
      const next: Stroke[] = travels
        ? [floorward > 0 ? 'down' : 'up']
        : brief.policy === 'oneSlant' && floorward !== 0
          ? ['down', 'up']
          : [otherWay(last)];
      return next.map((stroke) => [...row, stroke]);
    });
  }
  return rows;
}

/** What a line costs, said plainly; null where the brief or the hand forbids it. */
function plainCost(brief: Brief, line: readonly Place[]): number | null {
  const steps = brief.loop ? [...line, line[0]!] : line;
  const mmOf = (fret: number) => 648 * (1 - 2 ** (-(fret + brief.capo) / 12));
  let cost = 0;
  const ways: number[] = [];
  for (const [at, b] of steps.entries()) {
    if (at < line.length && brief.likeness?.places[at])
      cost += b.string === 3 && b.fret === 7 ? WEIGHTS.likeness : 0;
    const a = steps[at - 1];
    if (!a) continue;
    const leap = Math.abs(a.pitch - b.pitch);
    if ((leap === 0 && !brief.mayRepeat) || leap > (brief.largestLeap ?? 99)) return null;
    cost += WEIGHTS.leap[Math.min(leap, 13)]!;
    if (a.position !== b.position) cost += WEIGHTS.shift + Math.abs(a.position - b.position);
    else if (Math.abs(mmOf(a.fret) - mmOf(b.fret)) > DEFAULT_SETUP.stretchLimitMm) return null;
    else if (a.finger === b.finger && a.fret !== b.fret) cost += WEIGHTS.hop;
    else if (a.finger === b.finger && a.string !== b.string)
      cost += Math.abs(a.string - b.string) > 1 ? 2 : 1;
    if (b.fret < b.position || b.fret > b.position + 3) cost += WEIGHTS.reach;
    const way = Math.sign(b.pitch - a.pitch);
    const wanted =
      brief.contour === 'free' || at === line.length
        ? 0
        : {
            rising: 1,
            falling: -1,
            arch: at - 1 < (line.length - 1) / 2 ? 1 : -1,
            sequence: at % 4 === 0 ? -1 : 1,
          }[brief.contour];
    if (wanted !== 0 && way !== wanted) cost += WEIGHTS.offContour;
    ways.push(way);
  }
  const moved = ways.filter((way) => way !== 0);
  const rounds = brief.loop && moved.length > 0 ? [...moved, moved[0]!] : moved;
  cost += rounds.slice(1).filter((way, at) => way !== rounds[at]).length * WEIGHTS.turn;
  if (!brief.loop && brief.endsOn === null && brief.tones.kind !== 'chromatic')
    cost += line.at(-1)!.pitch % 12 === { B: 11, 'C#': 1 }[brief.tones.tonic] ? 0 : WEIGHTS.noCadence;
  return cost;
}

function grants(brief: Brief, line: readonly Place[], row: readonly Stroke[]): boolean {
  const strings = line.map(({ string }) => string);
  const passes = brief.loop && row.at(-1) !== row[0] ? 2 : 1;
  // In a round all policies but the alternate one come home in one pass.
  if (passes === 2 && brief.policy !== 'alternateByNote') return false;
  const once = row.slice(0, line.length);
  const strokes = passes === 2 ? [...once, ...once.map(otherWay)] : once;
  const slant = brief.slant ?? (brief.policy === 'oneSlant' ? 'downward' : null);
  const picks = strokes.map((stroke, at) => ({ string: strings[at % strings.length]!, stroke }));
  const changes = describeChanges(picks, { loop: brief.loop });
  if (slant !== null && changes.some((change) => change.slant !== null && change.slant !== slant))
    return false;
  if (
    brief.policy === 'oneSlant' &&
    changes.some(
      ({ kind, skipped }) => kind === 'backtrack' || kind === 'repeat' || (kind === 'sweep' && skipped > 0),
    )
  )
    return false;
  const steps = changes
    .filter(({ from }) => from < line.length)
    .map(({ from }) => [line[from]!, line[(from + 1) % line.length]!] as const);
  return (
    brief.targets.every((target) => within(target, recount(target, strings, strokes, passes, brief.loop))) &&
    brief.fingerChanges.every(([from, to]) =>
      steps.some(([a, b]) => a.string !== b.string && a.finger === from && b.finger === to),
    ) &&
    (brief.startsOn === null || line[0]!.pitch % 12 === 11) &&
    (brief.endsOn === null || line.at(-1)!.pitch % 12 === 4)
  );
}

/** The least cost of all lines there are; null where none grants the brief. */
function exhaustive(brief: Brief): number | null {
  const places = placesOf(brief, DEFAULT_SETUP);
  let best: number | null = null;
  const go = (line: Place[]) => {
    if (line.length === brief.notes) {
      const cost = plainCost(brief, line);
      if (cost === null || (best !== null && cost >= best)) return;
      const strings = line.map(({ string }) => string);
      if (strokeRows(brief, strings).some((row) => grants(brief, line, row))) best = cost;
      return;
    }
    for (const place of places) go([...line, place]);
  };
  go([]);
  return best;
}

describe('composing to a brief', () => {
  it('finds the same optimum, and the same impossible ones, as trying every line', () => {
    fc.assert(
      fc.property(anyBrief([2, 5], [3, 2], [7, 9]), (brief) => {
        const { state, candidates } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 3 });
        const best = exhaustive(brief);
        if (best === null) expect(candidates).toEqual([]);
        else expect([candidates[0]?.cost, state]).toEqual([best, 'best']);
        if (best === null) expect(state).toBe('impossible');
      }),
      { numRuns: 150 },
    );
  });

  it('gives only lines that the ordinary analysis finds to grant the brief, each unlike the others', () => {
    let found = 0;
    fc.assert(
      fc.property(anyBrief([6, 30], [4, 3, 2, 1], [5, 8]), (brief) => {
        const { candidates } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 3, expansions: 0 });
        found += candidates.length;
        candidates.forEach(({ passage, policy }, at) => {
          const { assignment, analysis } = planOf(passage, policy, DEFAULT_SETUP);
          const strings = passage.notes.map(({ string }) => string);
          expect(strings.length).toBe(brief.notes);
          const strokes = assignment.passes.flat() as Stroke[];
          for (const target of brief.targets)
            expect(within(target, recount(target, strings, strokes, analysis.passes, brief.loop))).toBe(true);
          if (brief.slant)
            expect(analysis.slants.slants.filter((slant) => slant !== brief.slant)).toEqual([]);
          for (const other of candidates.slice(0, at)) expect(differs(candidates[at]!, other)).toBe(true);
        });
      }),
      { numRuns: 200 },
    );
    // Most briefs by chance are possible; a search that finds nothing would pass all of the above.
    expect(found).toBeGreaterThan(200);
  });

  it('settles the published briefs, and from 23 notes on the one of the model', () => {
    for (const { name, brief, isPossible } of PUBLISHED_BRIEFS) {
      const { state, candidates } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 });
      expect([name, state, candidates.length]).toEqual([
        name,
        isPossible ? 'best found' : 'impossible',
        isPossible ? 1 : 0,
      ]);
    }
    const { brief } = PUBLISHED_BRIEFS[3]!;
    const states = [21, 22, 23].map(
      (notes) => composeToBrief({ ...brief, notes }, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).state,
    );
    expect(states).toEqual(['impossible', 'impossible', 'best found']);
  });

  it('names wishes in conflict of which each is needed, and advice that helps', () => {
    const conflicts = PUBLISHED_BRIEFS.filter(({ isPossible }) => !isPossible);
    for (const { brief } of conflicts) {
      const { conflict } = composeToBrief(brief, DEFAULT_SETUP);
      expect(conflict!.wishes.length).toBeGreaterThan(1);
      expect(conflict!.advice.length).toBeGreaterThan(0);
      for (const advice of conflict!.advice) {
        const { state } = composeToBrief(advice.brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 });
        expect(state).toBe('best found');
      }
    }
  });

  // The brute force knows nothing of flows and proofs: it tries every line.
  it('advises only what works, and names only wishes that are in conflict, as trying every line finds', () => {
    let [advised, checked] = [0, 0];
    const canTry = ({ notes }: Brief) => notes <= 6;
    fc.assert(
      fc.property(anyBrief([2, 5], [3, 2], [7, 9]), (brief) => {
        const { conflict } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1 });
        if (!conflict) return;
        for (const { brief: changed, isSure } of conflict.advice) {
          if (!canTry(changed)) continue;
          if (isSure) expect(exhaustive(changed)).not.toBeNull();
          advised++;
        }
        // The wishes that are named, and no others.
        const has = (kind: Wish['kind'], at = 0) =>
          conflict.wishes.some((wish) => wish.kind === kind && (!('at' in wish) || wish.at === at));
        if (!has('notes') || (brief.loop && !has('loop'))) return;
        const only: Brief = {
          ...brief,
          startsOn: has('startsOn') ? brief.startsOn : null,
          endsOn: has('endsOn') ? brief.endsOn : null,
          largestLeap: has('largestLeap') ? brief.largestLeap : null,
          mayRepeat: has('noRepeats') ? brief.mayRepeat : true,
          fingerChanges: brief.fingerChanges.filter((_, at) => has('fingerChange', at)),
          targets: brief.targets.filter((_, at) => has('target', at)),
          ...(has('slant')
            ? {}
            : { slant: null, policy: brief.policy === 'oneSlant' ? 'alternateByNote' : brief.policy }),
        };
        const starts: readonly Brief[] = has('start')
          ? [only]
          : [only, { ...only, start: otherWay(only.start) }];
        for (const one of starts) expect(exhaustive(one)).toBeNull();
        checked++;
      }),
      { numRuns: 150 },
    );
    expect(advised).toBeGreaterThan(30);
    expect(checked).toBeGreaterThan(5);
  });

  it('advises what works in the brief that use found: neither an open first note nor seven notes', () => {
    const brief: Brief = {
      ...PUBLISHED_BRIEFS[0]!.brief,
      ...{ policy: 'alternateByNote', start: 'down', slant: null, strings: [3, 2], frets: [7, 9], notes: 6 },
      ...{ tones: { kind: 'scale', tonic: 'B', name: 'dorian' }, loop: false, fingerChanges: [] },
      targets: [{ kind: 'outside', strings: null, direction: null, skipped: null, min: 3, max: 3 }],
      ...{
        largestLeap: 2,
        startsOn: 'E',
        endsOn: 'E',
        mayRepeat: false,
        contour: 'free',
        likeness: null,
        capo: 0,
      },
    };
    const { state, conflict } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1 });
    expect(state).toBe('impossible');
    for (const advice of conflict!.advice.filter(({ isSure }) => isSure))
      expect(composeToBrief(advice.brief, DEFAULT_SETUP, { wanted: 1 }).candidates).toHaveLength(1);
    expect(conflict!.advice.filter(({ isSure }) => isSure).length).toBeGreaterThan(0);
  });

  it('says that it is impossible where there are no two notes to go between', () => {
    const { brief } = PUBLISHED_BRIEFS[0]!;
    const { state, conflict } = composeToBrief({ ...brief, strings: [3], frets: [8, 8] }, DEFAULT_SETUP);
    expect([state, conflict?.wishes]).toEqual(['impossible', []]);
  });

  it('is drafted from a goal so that what comes of it meets the goal', () => {
    for (const kind of ['outside', 'inside', 'balanced', 'sweep'] as const) {
      const exercise = { ...newExercise('Drafted', emptyPassage()), goal: { ...NO_GOAL, kind } };
      const brief = draftBrief(exercise);
      const [first] = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates;
      const made = withCandidate({ ...exercise, goal: NO_GOAL }, brief, first!);
      expect(made.goal.kind).toBe(kind);
      expect(
        checkGoal(made.goal, planOf(made.passage, made.policy, DEFAULT_SETUP).analysis).met,
      ).toBeGreaterThan(0);
    }
  });

  it('gives the same for the same seed, and other lines for another', () => {
    const { brief } = PUBLISHED_BRIEFS[1]!;
    const lines = (seed: number) =>
      composeToBrief(brief, DEFAULT_SETUP, { seed, wanted: 3, expansions: 0 }).candidates.map(
        ({ passage }) => passage,
      );
    expect(lines(7)).toEqual(lines(7));
    expect(lines(7)).not.toEqual(lines(8));
  });
});
