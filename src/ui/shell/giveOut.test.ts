/** Names of files that go out: whatever the title, no system reads a path or a command in them. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fileName } from './giveOut';

it('file names hold letters, digits, spaces, dashes and underscores alone, and are never empty', () => {
  const hostile = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 120 }),
    fc.constantFrom(
      '../../etc/passwd',
      '<script>alert(1)</script>',
      'CON:\\x',
      '.hidden',
      '\u202Egnp.exe',
      ' ',
    ),
  );
  fc.assert(
    fc.property(hostile, (title) => {
      const name = fileName(title);
      expect(name).toMatch(/^[\p{L}\p{N}_-][\p{L}\p{N} _-]*$/u);
      expect([...name].length).toBeLessThanOrEqual(60);
      expect(name).toBe(name.trim());
    }),
  );
  expect(fileName('Gate between two and one')).toBe('Gate between two and one');
  expect(fileName('../..')).toBe('Untitled');
});
