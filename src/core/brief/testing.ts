/** Random briefs, and the search by trying every line, said plainly and sharing nothing with the search but its weights. */
import fc from 'fast-check';
import { DEFAULT_SETUP, STANDARD_TUNING } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { describeChanges } from '../picking/changes';
import {
  CHANGES_ON,
  CONTOURS,
  type FingerChange,
  type Target,
  type Brief,
  BRIEF_POLICIES,
} from '../model/brief';
import { placesOf, type Place } from './grid';
import { WEIGHTS } from './weights';

/** None more often than some. */
const FINGER_CHANGES: readonly (readonly FingerChange[])[] = [
  [],
  [],
  [],
  [[1, 3]],
  [[1, 3, 'floorward']],
  [[1, 3, null, 2]],
  [
    [3, 1],
    [3, 1],
  ],
];

export const otherWay = (stroke: Stroke): Stroke => (stroke === 'down' ? 'up' : 'down');
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

export const anyBrief = (
  lengths: [number, number],
  strings: number[],
  frets: [number, number],
): fc.Arbitrary<Brief> =>
  fc
    .integer({ min: lengths[0], max: lengths[1] })
    .chain((notes) =>
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
        fingerChanges: fc.constantFrom(...FINGER_CHANGES),
        strokes: fc.constantFrom(...Array<string>(8).fill(''), 'ddu', 'duu'),
        contour: fc.constantFrom(...CONTOURS),
        largestLeap: fc.constantFrom(null, 5, 9),
        noSkips: fc.constantFrom(true as const, undefined, undefined),
        changesOn: fc.constantFrom(null, null, null, ...CHANGES_ON),
        turns: fc.constantFrom(
          null,
          null,
          null,
          { min: 2, max: null },
          { min: 1, max: 1 },
          { min: 0, max: 2 },
        ),
        rhythm: fc.constantFrom('', '', '', '', '', 'ps', 'pps.', 'p-p'),
        mayRepeat: fc.boolean(),
        startsOn: fc.constantFrom(null, null, 'B'),
        endsOn: fc.constantFrom(null, null, 'E'),
        likeness: fc.constantFrom(
          null,
          null,
          { wish: 'unlike' as const, places: [{ string: 3, fret: 7 }] },
          { wish: 'like' as const, places: [{ string: 2, fret: 8 }] },
        ),
      }),
    )
    .map(({ noSkips, ...brief }) => ({ ...brief, ...(noSkips ? { noSkips } : {}) }));

/** A target counted anew from the picks of all passes, by pass. */
export function recount(
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

export const within = ({ min, max }: Target, count: number) => count >= min && (max === null || count <= max);

/** Every stroke row that a policy allows for some strings, by its plain words. */
function strokeRows(brief: Brief, strings: readonly number[]): Stroke[][] {
  if (brief.strokes) {
    // Over and over from the first note: a round must come home on its first stroke.
    if (brief.loop && strings.length % brief.strokes.length !== 0) return [];
    const count = strings.length + (brief.loop ? 1 : 0);
    const letters = Array.from({ length: count }, (_, at) => brief.strokes![at % brief.strokes!.length]);
    return [letters.map((letter) => (letter === 'd' ? 'down' : 'up'))];
  }
  if (brief.policy === 'alternateByPulse') {
    // Down, up from slot to slot, silent ones too: by the slots of the picked notes, and of the first one again.
    const slots = Array.from({ length: brief.notes + 1 }, (_, note) => signed(brief, note));
    const row = slots
      .filter(({ sign }, note) => sign === 'p' && (note < brief.notes || brief.loop))
      .map(({ slot }) => (slot % 2 === 0 ? brief.start : otherWay(brief.start)));
    return [row];
  }
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

/** The sign under which a note stands, and the slot, counted along the signs one by one. */
function signed({ rhythm = '' }: Brief, note: number): { readonly sign: string; readonly slot: number } {
  if (rhythm === '') return { sign: 'p', slot: note };
  for (let [slot, seen] = [0, 0]; ; slot++) {
    const sign = rhythm[slot % rhythm.length]!;
    if (sign !== 'p' && sign !== 's') continue;
    if (seen++ === note) return { sign, slot };
  }
}

/** What a line costs, said plainly; null where the brief or the hand forbids it. */
function plainCost(brief: Brief, line: readonly Place[]): number | null {
  const steps = brief.loop ? [...line, line[0]!] : line;
  const mmOf = (fret: number) => 648 * (1 - 2 ** (-(fret + brief.capo) / 12));
  // A round is whole beats long where strings change by them, and whole times through its rhythm.
  if (brief.changesOn && brief.loop && signed(brief, line.length).slot % brief.subdivision !== 0) return null;
  if (brief.loop && brief.rhythm && signed(brief, line.length).slot % brief.rhythm.length !== 0) return null;
  let cost = 0;
  for (const [at, b] of steps.entries()) {
    const beside = at < line.length ? brief.likeness?.places[at] : undefined;
    if (beside) {
      const isThere = b.string === beside.string && b.fret === beside.fret;
      if (brief.likeness!.wish === 'like' ? !isThere : isThere) cost += WEIGHTS.likeness;
    }
    // The triad of B dorian: B, D, F#.
    const { sign, slot } = signed(brief, at);
    if (at < line.length && slot % brief.subdivision === 0 && brief.tones.kind === 'scale')
      cost += [11, 2, 6].includes(b.pitch % 12) ? 0 : WEIGHTS.offTriad;
    const a = steps[at - 1];
    if (!a) continue;
    if (sign === 's' && (a.string !== b.string || a.fret === b.fret || a.finger === b.finger)) return null;
    if (sign === 's' && a.position !== b.position) return null;
    const leap = Math.abs(a.pitch - b.pitch);
    if ((leap === 0 && !brief.mayRepeat) || leap > (brief.largestLeap ?? 99)) return null;
    // Seven semitones are a fifth; each more costs two more.
    cost += leap > 7 ? 3 + 2 * (leap - 7) : WEIGHTS.leap[leap]!;
    const over = Math.abs(a.string - b.string) - 1;
    if (over > 0 && brief.noSkips) return null;
    const isOnBeat = slot % brief.subdivision === 0;
    if (brief.changesOn && over >= 0 && isOnBeat !== (brief.changesOn === 'the beat')) return null;
    const isAsked = brief.targets.some(
      ({ max, skipped, strings }) =>
        max !== 0 && (skipped === 1 || (strings && Math.abs(strings[0] - strings[1]) > 1)),
    );
    if (over > 0 && !isAsked) cost += WEIGHTS.skip * over;
    if (a.position !== b.position) cost += WEIGHTS.shift + Math.abs(a.position - b.position);
    // An open string asks nothing of the hand.
    else if (a.fret === 0 || b.fret === 0) cost += 0;
    else if (Math.abs(mmOf(a.fret) - mmOf(b.fret)) > DEFAULT_SETUP.stretchLimitMm) return null;
    else if (a.finger === b.finger && a.fret !== b.fret) cost += WEIGHTS.hop;
    else if (a.finger === b.finger && a.string !== b.string)
      cost += Math.abs(a.string - b.string) > 1 ? 2 : 1;
    if (b.fret > 0 && (b.fret < b.position || b.fret > b.position + 3)) cost += WEIGHTS.reach;
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
  }
  const moved = steps
    .slice(1)
    .map((b, at) => b.pitch - steps[at]!.pitch)
    .filter((rise) => rise !== 0);
  const isRoundTurned = brief.loop && moved.length > 0 && Math.sign(moved[0]!) !== Math.sign(moved.at(-1)!);
  let turned = isRoundTurned ? 1 : 0;
  moved.slice(1).forEach((rise, at) => {
    if (Math.sign(rise) === Math.sign(moved[at]!)) return;
    turned++;
    cost += WEIGHTS.turn + (rise === -moved[at]! ? WEIGHTS.inPlace : 0);
  });
  // Round the seam only which way it goes is told.
  if (isRoundTurned) cost += WEIGHTS.turn;
  if (brief.turns && (turned < brief.turns.min || turned > (brief.turns.max ?? Infinity))) return null;
  if (brief.tones.kind === 'chromatic') return cost;
  const tonic = { B: 11, 'C#': 1 }[brief.tones.tonic];
  const home = brief.loop ? line[0]! : line.at(-1)!;
  if ((brief.loop ? brief.startsOn : brief.endsOn) === null && home.pitch % 12 !== tonic)
    cost += WEIGHTS.noTonic;
  return cost;
}

const pickedOf = (brief: Brief, line: readonly Place[]) =>
  line.filter((_, note) => signed(brief, note).sign === 'p');

/** `isFree`: one slant may go against the grain and sweep over a skip. */
function grants(brief: Brief, line: readonly Place[], row: readonly Stroke[], isFree: boolean): boolean {
  const strings = pickedOf(brief, line).map(({ string }) => string);
  const passes = brief.loop && row.at(-1) !== row[0] ? 2 : 1;
  // In a round economy and sweep come home in one pass, unless no neighbour string is entered: then they alternate throughout.
  const entersNeighbour = strings.some(
    (string, at) => Math.abs(string - strings[(at + 1) % strings.length]!) === 1,
  );
  if (
    passes === 2 &&
    (brief.policy === 'oneSlant' || (!brief.policy.startsWith('alternate') && entersNeighbour))
  )
    return false;
  const once = row.slice(0, strings.length);
  const strokes = passes === 2 ? [...once, ...once.map(otherWay)] : once;
  const slant = brief.slant ?? (brief.policy === 'oneSlant' && !brief.strokes ? 'downward' : null);
  const picks = strokes.map((stroke, at) => ({ string: strings[at % strings.length]!, stroke }));
  const changes = describeChanges(picks, { loop: brief.loop });
  if (slant !== null && changes.some((change) => change.slant !== null && change.slant !== slant))
    return false;
  if (
    brief.policy === 'oneSlant' &&
    !brief.strokes &&
    changes.some(
      ({ kind, skipped }) =>
        kind === 'repeat' || (!isFree && (kind === 'backtrack' || (kind === 'sweep' && skipped > 0))),
    )
  )
    return false;
  return (
    brief.targets.every((target) => within(target, recount(target, strings, strokes, passes, brief.loop))) &&
    grantsPlaces(brief, line)
  );
}

/** What is asked of the places, whatever the strokes: changes of fingers, the first and the last note. */
function grantsPlaces(brief: Brief, line: readonly Place[]): boolean {
  const steps = line
    .slice(0, brief.loop ? line.length : -1)
    .map((place, at) => [place, line[(at + 1) % line.length]!] as const);
  return (
    brief.fingerChanges.every(([from, to, way = null, string], _, all) => {
      // As often as it stands there.
      const asked = all.filter(
        (one) => one[0] === from && one[1] === to && (one[2] ?? null) === way && one[3] === string,
      ).length;
      const had = steps.filter(
        ([a, b]) =>
          a.finger === from &&
          b.finger === to &&
          a.string !== b.string &&
          (string === undefined || b.string === string) &&
          (way === null || a.string > b.string === (way === 'floorward')),
      );
      return had.length >= asked;
    }) &&
    (brief.startsOn === null || line[0]!.pitch % 12 === 11) &&
    (brief.endsOn === null || line.at(-1)!.pitch % 12 === 4)
  );
}

/** The least cost of all lines there are; null where none grants the brief. */
export function exhaustive(brief: Brief): number | null {
  return bestOf(brief, false) ?? (brief.policy === 'oneSlant' && !brief.strokes ? bestOf(brief, true) : null);
}

/** The least cost of all lines on some strings, whatever the strokes; null where there is none. */
export function cheapestOn(brief: Brief, strings: readonly number[]): number | null {
  const places = placesOf(brief, DEFAULT_SETUP);
  const lines = strings.reduce<Place[][]>(
    (all, string) =>
      all.flatMap((line) => places.flatMap((place) => (place.string === string ? [[...line, place]] : []))),
    [[]],
  );
  const costs = lines.flatMap((line) => (grantsPlaces(brief, line) ? (plainCost(brief, line) ?? []) : []));
  return costs.length === 0 ? null : Math.min(...costs);
}

function bestOf(brief: Brief, isFree: boolean): number | null {
  const places = placesOf(brief, DEFAULT_SETUP);
  let best: number | null = null;
  const go = (line: Place[]) => {
    if (line.length === brief.notes) {
      const cost = plainCost(brief, line);
      if (cost === null || (best !== null && cost >= best)) return;
      const strings = pickedOf(brief, line).map(({ string }) => string);
      if (strokeRows(brief, strings).some((row) => grants(brief, line, row, isFree))) best = cost;
      return;
    }
    for (const place of places) go([...line, place]);
  };
  go([]);
  return best;
}

/** What a part of the search comes to, run to its end. */
export function ended<Result>(part: Generator<unknown, Result>): Result {
  for (;;) {
    const next = part.next();
    if (next.done) return next.value;
  }
}
