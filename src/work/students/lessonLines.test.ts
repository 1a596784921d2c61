/** Lines of a lesson: what they are about is named whatever became of it, and one is changed without the others. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { heardLine, lineTitle, taskLine, withLine } from './lessonLines';

it('is called as the exercise is now, else as it was written, else by what it is', () => {
  const exercises = new Map([
    ['a', { title: 'Weir, renamed' }],
    ['b', { title: '' }],
  ]);
  const called = (exerciseId: string | null, title: string) =>
    lineTitle(taskLine(exerciseId, title), exercises);
  expect(called('a', 'Weir')).toBe('Weir, renamed');
  expect(called('b', 'Weir')).toBe('Untitled');
  expect(called('gone', 'Weir')).toBe('Weir');
  expect(called('gone', '')).toBe('an exercise that was deleted');
  expect(called(null, 'Listening')).toBe('Listening');
  expect(called(null, '')).toBe('Something');
  expect(lineTitle(heardLine('a', 'Weir', 72), exercises)).toBe('Weir, renamed');
});

it('begins with nothing said', () => {
  expect(heardLine('a', 'Weir', null)).toEqual({
    ...{ exerciseId: 'a', title: 'Weir', bpm: null, verdict: '', words: '' },
  });
  expect(taskLine(null, 'Listening')).toEqual({ exerciseId: null, title: 'Listening', words: '' });
});

it('is changed or taken out, the others as they were, in their order', () => {
  const lines = fc.array(fc.record({ words: fc.string(), exerciseId: fc.constant(null) }), { minLength: 1 });
  fc.assert(
    fc.property(lines, fc.nat(), (some, number) => {
      const at = number % some.length;
      const others = (of: readonly unknown[], without: number) => of.filter((_, index) => index !== without);
      const changed = withLine(some, at, { words: 'slower' });
      expect(changed[at]).toEqual({ exerciseId: null, words: 'slower' });
      expect(others(changed, at)).toEqual(others(some, at));
      expect(withLine(some, at, null)).toEqual(others(some, at));
    }),
  );
});
