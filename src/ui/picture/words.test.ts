/** A drawing is a file of its own: nothing is referred to, fonts are inside, sentences are cut between words and lose none. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { colour, THEMES } from '../theme/tokens';
import { linesOf, standalone } from './words';

it('has every colour of either theme inside, and says which is none', () => {
  const markup = `<svg width="9">${Object.values(colour)
    .map((name) => `<path fill="${name}" />`)
    .join('')}</svg>`;
  for (const theme of Object.values(THEMES)) {
    const drawn = standalone(markup, theme, '@font-face {}');
    expect(drawn).not.toContain('var(');
    for (const value of Object.values(theme)) expect(drawn).toContain(`fill="${value}"`);
    expect(drawn).toMatch(/^<svg width="9"><style>@font-face \{\}<\/style><path/);
  }
  expect(standalone('<svg></svg>', {}, '')).toBe('<svg></svg>');
  expect(() => standalone('<svg fill="var(--unknown)" />', THEMES.light, '')).toThrow(/“unknown”/);
});

it('cuts between words alone, as late as it may', () => {
  const words = fc.array(
    fc.string({ minLength: 1, maxLength: 12 }).filter((word) => !word.includes(' ')),
    {
      minLength: 1,
    },
  );
  fc.assert(
    fc.property(words, fc.integer({ min: 4, max: 60 }), (some, letters) => {
      const lines = linesOf(some.join(' '), letters);
      expect(lines.join(' ')).toBe(some.join(' '));
      lines.forEach((line, at) => {
        expect(line.length <= letters || !line.includes(' ')).toBe(true);
        const next = lines[at + 1]?.split(' ')[0];
        if (next !== undefined) expect(line.length + 1 + next.length).toBeGreaterThan(letters);
      });
    }),
  );
});
