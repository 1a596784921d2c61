/**
 * Contrast of the colours as WCAG 2.1 defines it (relative luminance, 1.4.3 and 1.4.11), and how far apart they stay for eyes that lack a cone:
 * Machado, Oliveira & Fernandes (2009), severity 1 (matrices from memory), distance in CIELAB, D65.
 */
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { KindIcon } from '../lane/marks';
import { THEMES } from './tokens';

type Three = readonly [number, number, number];

/** Red, green and blue as light, 0 to 1. */
function light(hex: string): Three {
  return [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  }) as unknown as Three;
}

function luminance(hex: string): number {
  const [r, g, b] = light(hex);
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
}

const times = (matrix: readonly Three[], [x, y, z]: Three) =>
  matrix.map(([a, b, c]) => a * x + b * y + c * z) as unknown as Three;

/** What an eye sees that lacks a cone; of none, what every eye sees. */
const EYES: Readonly<Record<string, readonly Three[]>> = {
  'every cone': [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  'no long-wave cone': [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  'no middle-wave cone': [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  'no short-wave cone': [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

const TO_XYZ: readonly Three[] = [
  [0.4124, 0.3576, 0.1805],
  [0.2126, 0.7152, 0.0722],
  [0.0193, 0.1192, 0.9505],
];

function lab(of: Three): Three {
  const [x, y, z] = times(TO_XYZ, of.map((one) => Math.min(1, Math.max(0, one))) as unknown as Three);
  const root = (t: number) => (t > 0.008856 ? Math.cbrt(t) : 7.787 * t + 16 / 116);
  const [a, b, c] = [root(x / 0.9505), root(y), root(z / 1.089)];
  return [116 * b - 16, 500 * (a - b), 200 * (b - c)];
}

/** How unlike two colours are to an eye; about 2 is the least that is seen. */
function apart(a: string, b: string, eye: readonly Three[]): number {
  const [one, other] = [a, b].map((hex) => lab(times(eye, light(hex)))) as [Three, Three];
  return Math.hypot(...one.map((value, at) => value - other[at]!));
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

  it.each(Object.entries(EYES))('tells outside, inside and sweep apart for an eye with %s', (_name, eye) => {
    const { outside, inside, sweep } = colours;
    for (const [a, b] of [
      [outside, inside],
      [inside, sweep],
      [outside, sweep],
    ] as const)
      expect(apart(a, b, eye)).toBeGreaterThan(15);
  });
});

it('the kinds differ in shape too, for grey and for paper', () => {
  const shapes = (['outside', 'inside', 'sweep', 'backtrack', 'repeat'] as const).map(
    (kind) => /d="([^"]+)"/.exec(renderToStaticMarkup(createElement(KindIcon, { kind })))![1],
  );
  expect(new Set(shapes).size).toBe(shapes.length);
});
