/** Lines for lessons: what a teacher would give out, told from the pitches; which wish is not granted; which lines are the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { MAX_BRIEF_NOTES, type Brief } from '../model/brief';
import { pitchOf } from '../passage/passage';
import { landed } from './brief';
import { differs } from './candidate';
import { equalOnPairs } from './draft';
import { unmetWishes } from './meets';
import { LESSON_BRIEFS } from './published/testing';
import { composeToBrief } from './search';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

describe('a line for a lesson', () => {
  it('names the wish that a line does not grant, and no other', () => {
    const { brief } = LESSON_BRIEFS[0]!;
    const [line] = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates;
    const { passage, policy } = line!;
    const unmet = (change: Partial<Brief>) =>
      unmetWishes({ ...brief, ...change }, passage, policy, DEFAULT_SETUP).map(({ kind }) => kind);
    const has = pitchOf(passage, passage.notes[0]!) % 12;
    const other = has === 9 ? 'B' : 'A';
    const ends = pitchOf(passage, passage.notes.at(-1)!) % 12 === 9 ? 'B' : 'A';
    // Round and round, each note against its neighbours.
    const pitches = passage.notes.map((note) => pitchOf(passage, note));
    const turned = pitches.filter((pitch, at) => {
      const [before, after] = [pitches.at(at - 1)!, pitches[(at + 1) % pitches.length]!];
      return (pitch > before && pitch > after) || (pitch < before && pitch < after);
    }).length;
    expect(unmet({ turns: { min: turned, max: turned } })).toEqual([]);
    const WISHES: readonly (readonly [string, Partial<Brief>])[] = [
      ['notes', { notes: brief.notes + 2 }],
      ['start', { start: 'up' }],
      ['startsOn', { startsOn: other }],
      ['endsOn', { endsOn: ends }],
      ['largestLeap', { largestLeap: 1 }],
      ['target', { targets: [{ ...brief.targets[0]!, min: 5, max: 5 }] }],
      ['target', { targets: [{ ...brief.targets[0]!, min: 0, max: 3 }] }],
      ['fingerChange', { fingerChanges: [[4, 4]] }],
      ['turns', { turns: { min: turned + 1, max: null } }],
      ['turns', { turns: { min: 0, max: turned - 1 } }],
      // Strings that are used, frets and tones that are not the brief's.
      ['material', { strings: [3] }],
      ['material', { frets: [5, 6] }],
      ['material', { frets: [9, 12] }],
      ['material', { tones: { kind: 'chord', tonic: 'F#', name: 'M' } }],
    ];
    expect(unmet({})).toEqual([]);
    for (const [kind, change] of WISHES) expect([kind, unmet(change)]).toEqual([kind, [kind]]);
    const once = { ...policy, loop: false };
    expect(unmetWishes(brief, passage, once, DEFAULT_SETUP).map(({ kind }) => kind)).toContain('loop');
    // Over a string, and twice the same note.
    const [first, second, ...rest] = passage.notes;
    const far = { ...passage, notes: [first!, { ...second!, string: 1 }, ...rest] };
    const all = {
      ...brief,
      noSkips: true as const,
      strings: [3, 2, 1],
      targets: [],
      tones: { kind: 'chromatic' as const },
    };
    const kinds = (of: typeof far, wish: Brief) =>
      unmetWishes(wish, of, policy, DEFAULT_SETUP).map(({ kind }) => kind);
    expect(kinds(far, { ...all, largestLeap: null })).toEqual(['noSkips']);
    const twice = {
      ...passage,
      notes: [first!, { ...second!, string: first!.string, fret: first!.fret }, ...rest],
    };
    expect(kinds(twice, all)).toEqual(['noRepeats']);
  });

  // What a teacher would not give out, told from the pitches alone.
  it('gives lines for lessons: no leap over an octave, home on a beat, not to and fro on two notes', () => {
    const some = LESSON_BRIEFS.filter((_, at) => THOROUGH > 1 || at % 5 === 0);
    for (const { name, brief } of some)
      for (const { passage } of composeToBrief(brief, DEFAULT_SETUP, { wanted: 3 }).candidates.slice(0, 3)) {
        const pitches = passage.notes.map((note) => pitchOf(passage, note));
        const rises = pitches.slice(1).map((pitch, at) => pitch - pitches[at]!);
        const inPlace = rises.map((rise, at) => at > 0 && rise === -rises[at - 1]!);
        expect([name, Math.max(...rises.map(Math.abs)) <= 12]).toEqual([name, true]);
        if (!brief.loop) expect((pitches.length - 1) % brief.subdivision).toBe(0);
        expect(inPlace.some((turns, at) => turns && inPlace[at - 1] && inPlace[at - 2])).toBe(false);
      }
  });

  it('takes no more notes than to the next beat, as many as asked where that was exact or it goes round', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: MAX_BRIEF_NOTES }),
        fc.integer({ min: 1, max: 8 }),
        fc.boolean(),
        fc.boolean(),
        (notes, subdivision, loop, lands) => {
          const { lands: _, ...plain } = LESSON_BRIEFS[0]!.brief;
          const brief = { ...plain, notes, subdivision, loop, ...(lands ? { lands: true as const } : {}) };
          const made = landed(brief).notes;
          if (loop || !lands) expect(made).toBe(notes);
          else expect((made - 1) % subdivision).toBe(0);
          expect(Math.abs(made - notes)).toBeLessThan(subdivision);
          expect(made).toBeLessThanOrEqual(MAX_BRIEF_NOTES);
        },
      ),
    );
  });

  it('takes the same cell begun elsewhere for the same line', () => {
    const { brief } = LESSON_BRIEFS[9]!;
    const [first] = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates;
    const turned = (by: number) => {
      const { notes } = first!.passage;
      const from = notes.map((_, at) => notes[(at + by) % notes.length]!);
      return { ...first!, passage: { ...first!.passage, notes: from } };
    };
    for (const by of [0, 1, 4, 7, 15]) expect(differs(first!, turned(by))).toBe(false);
    const other = { ...first!.passage.notes[0]!, fret: 20 };
    const plain = { ...first!, passage: { ...first!.passage, notes: first!.passage.notes.map(() => other) } };
    expect(differs(first!, plain)).toBe(true);
  });

  it('asks for as much of both kinds on each pair in one press, and that can be composed', () => {
    for (const strings of [
      [3, 2],
      [4, 3, 2],
      [4, 3, 2, 1],
      [6, 5, 4, 3, 2, 1],
    ]) {
      const brief = { ...LESSON_BRIEFS[0]!.brief, loop: false, strings, notes: 24 };
      const targets = equalOnPairs(brief);
      expect(targets).toHaveLength(2 * (strings.length - 1));
      expect(new Set(targets.map(({ min, max }) => `${min} ${max}`)).size).toBe(1);
      const { candidates } = composeToBrief({ ...brief, targets }, DEFAULT_SETUP, {
        wanted: 1,
        expansions: 0,
      });
      expect([strings, candidates.length]).toEqual([strings, 1]);
      // Of notes half of which are slurred to, half as many.
      const slurred: Brief = { ...brief, rhythm: 'ps' };
      const some = { ...slurred, targets: equalOnPairs(slurred) };
      expect(composeToBrief(some, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates).toHaveLength(1);
    }
  });
});
