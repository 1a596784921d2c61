/** Lines in a rhythm: against trying every line, and read sign by sign from the notes that come out. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { newExercise } from '../model/exercise';
import { emptyPassage } from '../passage/empty';
import type { Passage } from '../passage/passage';
import { planOf } from '../plan/plan';
import { landed, wishesOf } from './brief';
import { draftBrief } from './draft';
import { unmetWishes } from './meets';
import { reasonFor, reasonText } from './reason';
import { cleanRhythm, pickedNotes, rhythmOf } from './rhythm';
import { composeToBrief } from './search';
import { anyBrief, exhaustive } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const anyRhythm = fc
  .array(fc.constantFrom('p', 'p', 's', '-', '.'), { minLength: 1, maxLength: 7 })
  .map((signs) => cleanRhythm(`p${signs.join('')}`));

const brief = (parts: Partial<Brief>): Brief => ({
  ...draftBrief(newExercise('', emptyPassage())),
  ...{ strings: [4, 3, 2], frets: [5, 8], notes: 12, tones: { kind: 'scale', tonic: 'A', name: 'minor' } },
  ...{ targets: [], lands: undefined as never },
  ...parts,
});

/** What sounds on each slot, drawn from the notes. */
function drawn({ notes, meter, lengthTicks }: Passage, subdivision: number): string {
  const slot = meter.beatTicks / subdivision;
  const signs = Array<string>(lengthTicks / slot).fill('.');
  for (const { onsetTicks, durationTicks, technique } of notes) {
    signs.fill('-', onsetTicks / slot, (onsetTicks + durationTicks) / slot);
    signs[onsetTicks / slot] = technique === 'pick' ? 'p' : 's';
  }
  return signs.join('');
}

describe('a line in a rhythm', () => {
  it('is the best of all lines, or there is none, as trying every line finds', () => {
    let found = 0;
    fc.assert(
      fc.property(anyBrief([3, 5], [3, 2], [7, 9]), anyRhythm, (some, rhythm) => {
        // With few other wishes, or hardly any line grants all.
        const asked = { ...some, rhythm, fingerChanges: [], targets: some.targets.slice(0, 1) };
        const { state, candidates } = composeToBrief(asked, DEFAULT_SETUP, { wanted: 2, explains: false });
        const best = exhaustive(asked);
        expect([candidates[0]?.cost ?? null, state]).toEqual([best, best === null ? 'impossible' : 'best']);
        if (best !== null) found++;
      }),
      { numRuns: 50 * THOROUGH },
    );
    expect(found).toBeGreaterThan(5);
  });

  it('stands, sounds, and is struck or slurred as its signs say, over and over; slurs lie on one string', () => {
    fc.assert(
      fc.property(anyRhythm, fc.boolean(), fc.constantFrom(2, 3, 4), (rhythm, loop, subdivision) => {
        const { notes: each } = rhythmOf({ rhythm });
        const asked = brief({ rhythm, loop, subdivision, notes: 2 * each });
        const { candidates, state } = composeToBrief(asked, DEFAULT_SETUP, {
          ...{ wanted: 2, expansions: 0, explains: false },
        });
        // More than four slurs in a row ask for more fingers than there are here.
        if (!rhythm.includes('sss') && !loop) expect(state).toBe('best found');
        for (const { passage, policy } of candidates) {
          const whole = rhythm.repeat(2);
          // What is silent at the end of a line that is played once is not written.
          expect(drawn(passage, subdivision)).toBe(loop ? whole : whole.replace(/\.+$/, ''));
          const { assignment } = planOf(passage, policy, DEFAULT_SETUP);
          passage.notes.forEach(({ technique, string, fret }, at) => {
            if (technique === 'pick') return;
            const before = passage.notes[at - 1]!;
            expect([string, technique]).toEqual([before.string, fret > before.fret ? 'hammer' : 'pull']);
            expect(assignment.passes.every((pass) => pass[at] === null)).toBe(true);
          });
        }
      }),
      { numRuns: 25 * THOROUGH },
    );
  });

  it('is named among what is not granted, where a note stands, sounds or is struck otherwise', () => {
    const asked = brief({ rhythm: 'ps-.', notes: 8 });
    const [line] = composeToBrief(asked, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates;
    const { passage, policy } = line!;
    const unmet = (notes: Passage['notes']) =>
      unmetWishes(asked, { ...passage, notes }, policy, DEFAULT_SETUP).map(({ kind }) => kind);
    const [first, second, ...rest] = passage.notes;
    expect(unmet(passage.notes)).toEqual([]);
    expect(unmet([first!, { ...second!, technique: 'pick' }, ...rest])).toContain('rhythm');
    expect(unmet([first!, { ...second!, durationTicks: second!.durationTicks / 2 }, ...rest])).toContain(
      'rhythm',
    );
    const later = rest.map((note) => ({ ...note, onsetTicks: note.onsetTicks + first!.durationTicks }));
    expect(unmet([first!, second!, ...later])).toContain('rhythm');
    expect(unmetWishes({ ...asked, rhythm: 'pp-.' }, passage, policy, DEFAULT_SETUP)).toEqual([
      { kind: 'rhythm' },
    ]);
  });

  it('ends on a beat with a picked note where the length is open', () => {
    fc.assert(
      fc.property(
        anyRhythm,
        fc.integer({ min: 2, max: 20 }),
        fc.integer({ min: 1, max: 6 }),
        (rhythm, notes, subdivision) => {
          const { notes: count } = landed(brief({ rhythm, notes, subdivision, lands: true }));
          const begins = [...rhythm.repeat(count)].flatMap((sign, slot) =>
            'ps'.includes(sign) ? [slot] : [],
          );
          const last = begins[count - 1]!;
          expect([last % subdivision, rhythm[last % rhythm.length]]).toEqual([0, 'p']);
        },
      ),
    );
  });

  it('going round is whole times through its signs long, and says so where it is not', () => {
    const asked = brief({ rhythm: 'pps', notes: 10, loop: true });
    expect(reasonText(reasonFor(asked, wishesOf(asked))!, asked)).toBe(
      'Going round, the rhythm of 3 notes comes out even with 9 or 12 notes, not with 10.',
    );
    expect(reasonFor({ ...asked, notes: 12 }, wishesOf(asked))).toBeNull();
    const { state, conflict } = composeToBrief(asked, DEFAULT_SETUP);
    expect(state).toBe('impossible');
    expect(conflict!.wishes.map(({ kind }) => kind).toSorted()).toEqual(['loop', 'notes', 'rhythm']);
    expect(conflict!.advice.find(({ wish }) => wish.kind === 'notes')!.brief.notes % 3).toBe(0);
  });
});

it('a rhythm is read from its signs alone, and begins with what is picked', () => {
  expect(cleanRhythm('P s  - x')).toBe('ps-');
  expect(cleanRhythm('. s p p')).toBe('pp');
  expect(cleanRhythm('p . - s s - p')).toBe('p..ps-p');
  expect(cleanRhythm('s . -')).toBe('');
  expect(pickedNotes({ rhythm: 'pss.', notes: 7 })).toBe(3);
  expect(pickedNotes({ notes: 7 })).toBe(7);
});
