/** What is typed is never written back without what was typed before it, however late the record is read again. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { landed, reading, typing, untyped, type Typing } from './typed';

interface Goal {
  readonly words: string;
  readonly bpm: number | null;
}
interface Student {
  readonly goals: readonly Goal[];
}

it('an older reading that comes by after a write has landed takes nothing back', () => {
  let state: Typing<Student> = untyped(1);
  state = landed(typing(state, { goals: [{ words: '', bpm: null }] }), 2);
  state = landed(typing(state, { goals: [{ words: 'in the dark', bpm: null }] }), 3);
  state = reading(state, 2);
  expect(state.typed.goals).toEqual([{ words: 'in the dark', bpm: null }]);
  expect(reading(state, 3)).toMatchObject({ typed: {}, seen: 3 });
  // What failed is not waited for; what another wrote comes in.
  expect(reading(landed(typing(reading(state, 3), { goals: [] }), null), 4).typed).toEqual({});
});

it('by any order of typing, landing and reading: each write has all that was typed before', () => {
  const step = fc.constantFrom('type', 'land', 'read');
  fc.assert(
    fc.property(
      fc.array(step, { minLength: 12, maxLength: 60 }),
      fc.infiniteStream(fc.nat(3)),
      (steps, late) => {
        let state: Typing<{ list: number[] }> = untyped(1);
        // The table: revision by revision. Readings come in order, but as late as they like.
        const kept: number[][] = [[]];
        const onTheWay: number[][] = [];
        let read = 0;
        let next = 0;
        for (const what of steps) {
          const shown = state.typed.list ?? kept[state.seen - 1]!;
          if (what === 'type') {
            const list = [...shown, next++];
            expect(list).toEqual(Array.from({ length: next }, (_, at) => at));
            onTheWay.push(list);
            state = typing(state, { list });
          } else if (what === 'land' && onTheWay.length > 0) {
            kept.push(onTheWay.shift()!);
            state = landed(state, kept.length);
          } else if (what === 'read') {
            read = Math.min(kept.length - 1, read + late.next().value!);
            state = reading(state, read + 1);
          }
        }
      },
    ),
  );
});
