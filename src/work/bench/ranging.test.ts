/** Tab put in at the caret: whatever of it is not taken is said, and a repeat keeps its rests. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  emptyPassage,
  endingWithNotes,
  newExercise,
  notesIn,
  pitchOf,
  putNote,
  rangeBetween,
  readTabText,
  slotsOf,
  type Note,
  type Passage,
  type Range,
} from '@/core';
import { exerciseFault } from '@/core/formats';
import { passages } from '@/core/passage/testing';
import type { Key } from '@/core/compose';
import type { Edit } from './editing';
import { deadMarked, openMarked, pasted as put, twice } from './ranging';
import * as ranging from './ranging';
import { rekeyed, rekeyedText } from './rekeying';

const pasted = (of: Passage, at: typeof caret, text: string): Edit =>
  put(of, at, readTabText(text, { subdivision: of.subdivision }));

const SLOT = 1680;
const caret = { ticks: 0, string: 3 };
const passageIn = (ranged: Edit): Passage => {
  if (!ranged || 'fault' in ranged) throw new Error(ranged?.fault);
  return ranged.passage;
};

describe('tab put in', () => {
  const six = ['e|-5-7-|', 'B|-----|', 'G|-----|', 'D|-----|', 'A|-----|', 'E|-----|'];

  it('goes before the caret, and what was there moves on', () => {
    const there = putNote(emptyPassage(), 0, 4, 9);
    const ranged = pasted(there, caret, six.join('\n'));
    expect(passageIn(ranged).notes.map(({ string, fret, onsetTicks }) => [string, fret, onsetTicks])).toEqual(
      [
        [1, 5, 0],
        [1, 7, SLOT],
        [4, 9, 2 * SLOT],
      ],
    );
    expect(ranged).not.toHaveProperty('remark');
  });

  it('says what it could not take: strings that are not here, signs it does not know', () => {
    const seven = [...six, 'B|-3---|'].join('\n');
    expect(pasted(emptyPassage(), caret, seven)).toMatchObject({
      remark: expect.stringContaining('1 note on strings that are not here left out.') as string,
    });
    expect(pasted(emptyPassage(), caret, six.join('\n').replace('-7-', '-7§'))).toMatchObject({
      remark: expect.stringContaining('not taken, first in line 1') as string,
    });
    expect(pasted(emptyPassage(), caret, 'good morning')).toHaveProperty('fault');
  });
});

it('once more after itself keeps the rest at its end', () => {
  const passage = putNote(putNote(emptyPassage(), 0, 4, 9), 3 * SLOT, 2, 5);
  const range = rangeBetween(passage, 0, 2 * SLOT);
  const onsets = passageIn(twice(passage, range, caret)).notes.map(({ onsetTicks }) => onsetTicks / SLOT);
  expect(onsets).toEqual([0, 3, 6]);
});

describe('eighteen marked slots', () => {
  const line = Array.from({ length: 18 }, (_, at) => at).reduce(
    (of, at) => putNote(of, at * SLOT, 1 + (at % 6), 5),
    emptyPassage(),
  );
  const marked = rangeBetween(line, 0, 17 * SLOT);
  const notesOf = (ranged: Edit) => passageIn(ranged).notes;

  it('are all dead with one press and all sound again with the next; none is added', () => {
    const dead = passageIn(deadMarked(line, marked, caret));
    expect(dead.notes.map((note) => note.dead)).toEqual(Array(18).fill(true));
    expect(notesOf(deadMarked(dead, marked, caret))).toEqual(line.notes);
  });

  it('are all put on the open string', () => {
    expect(notesOf(openMarked(line, marked, caret)).every(({ fret }) => fret === 0)).toBe(true);
    expect(openMarked(passageIn(openMarked(line, marked, caret)), marked, caret)).toHaveProperty('fault');
  });
});

it('six notes typed into an empty exercise come round after the sixth; a length that was given stays', () => {
  const six = [0, 1, 2, 3, 4, 5].reduce((of, at) => putNote(of, at * SLOT, 3, 5), emptyPassage());
  expect(endingWithNotes(six).lengthTicks).toBe(6 * SLOT);
  expect(endingWithNotes({ ...six, lengthTicks: 8 * SLOT }).lengthTicks).toBe(8 * SLOT);
  expect(endingWithNotes(emptyPassage())).toEqual(emptyPassage());
});

const MAJOR = { tonic: 'C', scale: 'major' };
const FALLING = new Set([4, 9, 10, 11]);

it('what another key would do is said in figures that hold, before it is done', () => {
  const tabOf = [0, 2, 4, 5, 7, 8].map((fret, at) => ({
    ...{ id: `n${at}`, string: 4, fret, technique: 'pick' as const },
    ...{ onsetTicks: at * 1680, durationTicks: 1680 },
  }));
  const passage = { ...emptyPassage(), notes: tabOf, lengthTicks: 6 * 1680 };
  const range = { fromTicks: 0, toTicks: 6 * 1680 };
  const said = (from: Key, to: Key) => rekeyedText(passage, range, from, to).text;
  const D = { tonic: 'D', scale: 'major' };
  expect(said(D, D)).toBe(
    'Every note stays as it is; 1 note not of D major stays as far above the degree below.',
  );
  expect(said(D, { ...D, scale: 'mixolydian' })).toMatch(/^Every note stays as it is; /);
  expect(said(D, { ...D, scale: 'minor' })).toMatch(/^1 note moves; 1 note not of D major/);
  expect(said(D, { ...D, scale: 'minor pentatonic' })).toBe(
    '2 notes move; 1 note not of D major stays as far above the degree below; 1 note whose degree D minor pentatonic does not have takes its nearest tone.',
  );
  expect([D, { ...D, scale: 'minor' }].map((to) => rekeyedText(passage, range, D, to).changes)).toEqual([
    false,
    true,
  ]);
  expect(said(D, { ...D, tonic: 'B' })).toContain('2 notes to another string to stay on the neck');
});

it('a transposed note that leaves its string is said; one that stays is not', () => {
  const passage = putNote(putNote(emptyPassage(), 0, 1, 2), 1680, 2, 9);
  const range = { fromTicks: 0, toTicks: 3360 };
  const remarkOf = (edit: Edit) => (edit && 'passage' in edit ? edit.remark : edit?.fault);
  expect(remarkOf(ranging.transposed(passage, range, caret, -2))).toBeUndefined();
  expect(remarkOf(ranging.transposed(passage, range, caret, -5))).toBe(
    '1 note moved to another string to stay on the neck.',
  );
  expect(remarkOf(ranging.transposed(passage, range, caret, -48))).toMatch(/nothing was moved/);
});

it('what was done is called by what it did, there and back', () => {
  const passage = putNote(putNote(emptyPassage(), 0, 3, 5), 1680, 2, 9);
  const range = { fromTicks: 0, toTicks: 3360 };
  const done = (edit: Edit) => {
    if (!edit || 'fault' in edit) throw new Error(edit?.fault ?? 'nothing');
    return edit;
  };
  const there = (act: (of: Passage) => Edit) => {
    const first = done(act(passage));
    return [first.label, done(act(first.passage)).label];
  };
  const lengthened = done(ranging.stretched(passage, range, caret, 1));
  expect([
    done(ranging.fretsBy(passage, range, caret, 1)).label,
    done(ranging.fretsBy(passage, range, caret, -1)).label,
    done(ranging.lockMarked(passage, range, caret, 'up')).label,
    done(ranging.lockMarked(passage, range, caret, ['up', null])).label,
    done(ranging.lockMarked(passage, range, caret, null)).label,
    lengthened.label,
    done(ranging.stretched(lengthened.passage, range, caret, -1)).label,
  ]).toEqual([
    ...['Frets up', 'Frets down', 'Lock the marked', 'Lock the marked', 'Leave to the plan'],
    ...['Longer', 'Shorter'],
  ]);
  expect(there((of) => ranging.palmMarked(of, range, caret))).toEqual(['Palm mute', 'Ring again']);
  expect(there((of) => ranging.deadMarked(of, range, caret))).toEqual(['Dead notes', 'Sound again']);
  expect(there((of) => ranging.heldMarked(of, range, caret))).toEqual(['Hold together', 'Let go']);
});

// Every action on every range of any passage: what it does to the marked notes, and that it does nothing to the others.
describe('an action on marked slots', () => {
  const scene = fc.record({ passage: passages, from: fc.nat(60), to: fc.nat(60) });
  const pitches = (of: Passage, notes: readonly Note[]) => notes.map((note) => pitchOf(of, note));
  interface Action {
    readonly run: (of: Passage, range: Range) => Edit;
    /** What must hold of the marked notes after it, by the notes before. */
    readonly holds: (before: readonly Note[], after: readonly Note[], of: Passage) => boolean;
  }
  const same = (key: 'string' | 'fret') => (before: readonly Note[], after: readonly Note[]) =>
    before.every((note, index) => note[key] === after[index]![key]);
  const ACTIONS: Readonly<Record<string, Action>> = {
    'frets up': {
      run: (of, range) => ranging.fretsBy(of, range, caret, 1),
      holds: (before, after) => before.every((one, i) => one.dead || after[i]!.fret === one.fret + 1),
    },
    'another string at the same fret': {
      run: (of, range) => ranging.acrossStrings(of, range, caret, 1, 'fret'),
      holds: (before, after) =>
        same('fret')(before, after) && before.every((one, i) => after[i]!.string === one.string + 1),
    },
    'another string at the same pitch': {
      run: (of, range) => ranging.acrossStrings(of, range, caret, -1, 'pitch'),
      holds: (before, after, of) =>
        before.every((one, i) => one.dead || pitchOf(of, one) === pitchOf(of, after[i]!)),
    },
    'a fifth up': {
      run: (of, range) => ranging.transposed(of, range, caret, 7),
      holds: (before, after, of) =>
        pitches(of, before).every((pitch, i) => before[i]!.dead || pitches(of, after)[i] === pitch + 7),
    },
    'in another mode': {
      run: (of, range) => rekeyed(of, range, caret, MAJOR, { ...MAJOR, scale: 'minor' }),
      holds: (before, after, of) =>
        pitches(of, before).every((pitch, i) => {
          const fell = pitch - pitches(of, after)[i]!;
          // Of a major scale the third, sixth and seventh fall; a note between two goes with the one below it.
          return before[i]!.dead ? fell === 0 : fell === (FALLING.has(pitch % 12) ? 1 : 0);
        }),
    },
    'all with the second finger': {
      run: (of, range) => ranging.fingered(of, range, caret, 2),
      holds: (_before, after) => after.every(({ finger }) => finger === 2),
    },
    'no fingers': {
      run: (of, range) => ranging.fingered(of, range, caret, null),
      holds: (_before, after) => after.every(({ finger }) => finger === undefined),
    },
    'locked down': {
      run: (of, range) => ranging.lockMarked(of, range, caret, 'down'),
      holds: (_before, after) =>
        after.every(({ lock, technique }) => technique !== 'pick' || lock?.stroke === 'down'),
    },
    'left to the plan': {
      run: (of, range) => ranging.lockMarked(of, range, caret, null),
      holds: (_before, after) => after.every(({ lock }) => lock === undefined),
    },
    'palm mutes': {
      run: (of, range) => ranging.palmMarked(of, range, caret),
      holds: (before, after) => {
        const wanted = before.every(({ palmMute }) => palmMute) ? undefined : true;
        return after.every(({ palmMute }) => palmMute === wanted);
      },
    },
    held: {
      run: (of, range) => ranging.heldMarked(of, range, caret),
      holds: (before, after, of) => {
        const wasOne = before.every(({ held }) => held !== undefined && held === before[0]!.held);
        if (wasOne) return after.every(({ held }) => held === undefined);
        const number = after[0]!.held;
        return (
          number !== undefined &&
          after.every(({ held }) => held === number) &&
          !of.notes.some(({ held }) => held === number)
        );
      },
    },
    'dead notes': {
      run: (of, range) => ranging.deadMarked(of, range, caret),
      holds: (before, after) => {
        const wanted = before.every(({ dead }) => dead) ? undefined : true;
        return after.every(({ dead }) => dead === wanted);
      },
    },
    'open strings': {
      run: (of, range) => ranging.openMarked(of, range, caret),
      holds: (before, after) => same('string')(before, after) && after.every(({ fret }) => fret === 0),
    },
  };

  it.each(Object.entries(ACTIONS))(
    '%s: does that to the marked notes, and nothing to the others',
    (_, { run, holds }) => {
      let done = 0;
      fc.assert(
        fc.property(scene, ({ passage, from, to }) => {
          const slots = slotsOf(passage);
          const range = rangeBetween(
            passage,
            slots[from % slots.length]!.ticks,
            slots[to % slots.length]!.ticks,
          );
          const marked = notesIn(passage, range);
          const edit = run(passage, range);
          if (!edit || 'fault' in edit) {
            expect(edit?.fault).toMatch(/^[A-Z].*\.$/);
            return;
          }
          done++;
          const after = new Map(edit.passage.notes.map((note) => [note.id, note]));
          for (const note of passage.notes)
            if (!marked.includes(note)) expect(after.get(note.id)).toEqual(note);
          if (marked.length > 0)
            expect(
              holds(
                marked,
                marked.map(({ id }) => after.get(id)!),
                passage,
              ),
            ).toBe(true);
          expect(exerciseFault(newExercise('Ranged', edit.passage))).toBeNull();
        }),
        { numRuns: 60 },
      );
      // A refusal each time would pass all of the above.
      expect(done).toBeGreaterThan(3);
    },
  );
});
