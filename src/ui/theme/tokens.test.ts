/** Contrast of the colours as WCAG 2.1 defines it (relative luminance, 1.4.3 and 1.4.11). */
import { describe, expect, it } from 'vitest';
import { THEMES } from './tokens';

function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
}

describe.each(Object.entries(THEMES))('the %s theme', (_, colours) => {
  it.each(['paper', 'card', 'sunken'] as const)('is legible on %s', (ground) => {
    for (const text of ['ink', 'inkSoft', 'good', 'warn', 'bad', 'accent'] as const)
      expect(contrast(colours[text], colours[ground]), text).toBeGreaterThanOrEqual(4.5);
    for (const mark of ['outside', 'inside', 'sweep', 'backtrack', 'locked', 'focus', 'caret'] as const)
      expect(contrast(colours[mark], colours[ground]), mark).toBeGreaterThanOrEqual(3);
  });

  it('is legible on the accent', () => {
    expect(contrast(colours.accentInk, colours.accent)).toBeGreaterThanOrEqual(4.5);
  });
});
