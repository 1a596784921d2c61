/** Filling pages: what must hold for any pieces. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { renderToStaticMarkup } from 'react-dom/server';
import { DEFAULT_SETUP, durationText, emptyPassage, FRESH_LADDER, OPEN_HAND } from '@/core';
import { applyRecipe, firstRecipe, type Recipe } from '@/core/compose';
import { climbOf } from '@/core/drills';
import { demoProject } from '@/demo/library';
import { VIEW_AT_FIRST } from '@/storage';
import { paginate, type Piece } from './paginate';
import { piecesOf } from './pieces';
import type { SheetItem } from './sheetPiece';

const PAGE = 1000;
const pieces = fc.array(
  fc.record({
    height: fc.integer({ min: 1, max: 600 }),
    withNext: fc.boolean(),
    startsPage: fc.integer({ min: 0, max: 9 }).map((one) => one === 0),
    of: fc.constant('one'),
  }),
  { maxLength: 40 },
);

const heightOf = (some: readonly Piece[], page: readonly number[]) =>
  page.reduce((sum, at) => sum + some[at]!.height, 0);

describe('pages', () => {
  it('hold every piece once and in order, and none is overfull', () => {
    fc.assert(
      fc.property(pieces, (some) => {
        const pages = paginate(some, PAGE);
        expect(pages.flat()).toEqual(some.map((_, at) => at));
        for (const page of pages) {
          expect(page.length).toBeGreaterThan(0);
          expect(heightOf(some, page)).toBeLessThanOrEqual(PAGE);
        }
      }),
    );
  });

  it('keep a heading with what follows, and are turned only where something no longer fits', () => {
    fc.assert(
      fc.property(pieces, (some) => {
        const plain = some.map((piece) => ({ ...piece, height: piece.withNext ? 40 : piece.height }));
        // At most three headings in a row, so that every group fits on a page.
        const short = plain.map((piece, at) => (at % 4 === 3 ? { ...piece, withNext: false } : piece));
        const pages = paginate(short, PAGE);
        for (const [index, page] of pages.entries()) {
          const last = page.at(-1)!;
          const next = pages[index + 1];
          if (!next) continue;
          expect(short[last]!.withNext).toBe(false);
          const group = next.slice(0, next.findIndex((at) => !short[at]!.withNext) + 1 || next.length);
          if (!short[next[0]!]!.startsPage)
            expect(heightOf(short, page) + heightOf(short, group)).toBeGreaterThan(PAGE);
        }
      }),
    );
  });

  it('are not turned inside an exercise that fits a page', () => {
    const exercises = fc.array(fc.array(fc.integer({ min: 1, max: 300 }), { minLength: 1, maxLength: 6 }), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(exercises, (all) => {
        const some = all.flatMap((heights, of) =>
          heights.map((height) => ({ height, withNext: false, startsPage: false, of: String(of) })),
        );
        const pages = paginate(some, PAGE);
        all.forEach((heights, of) => {
          if (heights.reduce((sum, height) => sum + height, 0) > PAGE) return;
          expect(pages.filter((page) => page.some((at) => some[at]!.of === String(of)))).toHaveLength(1);
        });
      }),
    );
  });
});

const KITE = (() => {
  const { exercises, passages } = demoProject();
  const record = exercises.find(({ title }) => title === 'Kite string')!;
  const { passage } = passages.find(({ hash }) => hash === record.passageHash)!;
  return { ...record, passage };
})();
const PLAYER = { setup: DEFAULT_SETUP, hand: OPEN_HAND };
const SETTINGS = {
  paper: 'a4',
  notes: false,
  ladder: true,
  room: true,
  pageEach: false,
  forWhom: true,
  plainly: true,
  short: true,
  code: false,
} as const;
const textOf = (some: ReturnType<typeof piecesOf>) =>
  some
    .map(({ body }) => renderToStaticMarkup(body))
    .join('')
    .replaceAll(/<[^>]+>/g, ' ');

it('an exercise and its twin share one ladder and one room to write, after both', () => {
  const twin = {
    ...KITE,
    drill: { parentId: 'k', order: 0, stage: 'twin' as const, hands: 'both' as const },
  };
  const items = [KITE, twin, KITE].map((exercise, at) => ({
    id: ['k', 't', 'o'][at]!,
    exercise,
    ladder: undefined,
  }));
  const keys = piecesOf(items, PLAYER, SETTINGS, VIEW_AT_FIRST, 700).map(({ key }) => key);
  for (const part of ['ladder', 'room'])
    expect(keys.filter((key) => key.endsWith(`-${part}`))).toEqual([`t-${part}`, `o-${part}`]);
});

it('a moved figure is printed once with where it goes, or whole where that is wished', () => {
  const recipe: Recipe = {
    ...firstRecipe('fingers'),
    moves: { kind: 'frets', by: 1, times: 7 },
    movesBack: true,
  };
  const applied = applyRecipe({ ...KITE, passage: emptyPassage() }, recipe, DEFAULT_SETUP);
  if ('fault' in applied) throw new Error(applied.fault.code);
  const items = [{ id: 'm', exercise: applied.exercise, ladder: undefined }];
  const systems = (short: boolean) => {
    const some = piecesOf(items, PLAYER, { ...SETTINGS, short }, VIEW_AT_FIRST, 700);
    return { count: some.filter(({ key }) => key.includes('lane')).length, text: textOf(some) };
  };
  const [once, whole] = [systems(true), systems(false)];
  expect(once.text).toContain('Then the same at each fret up the neck, until its highest note is at fret 15');
  expect(whole.text).not.toContain('Then the same');
  // Eight places there and seven back.
  expect(whole.count).toBeGreaterThan(once.count * 8);
});

it('plain words have no word of the trade for how the pick is held', () => {
  const items = [{ id: 'k', exercise: KITE, ladder: undefined }];
  const plain = textOf(piecesOf(items, PLAYER, SETTINGS, VIEW_AT_FIRST, 700));
  const trade = textOf(piecesOf(items, PLAYER, { ...SETTINGS, plainly: false }, VIEW_AT_FIRST, 700));
  expect(plain).toContain('the pick must tilt both ways');
  expect(plain).not.toContain('slant');
  expect(trade).toContain('the exits ask for both slants');
});

it.each(['even', 'density', 'overshoot'] as const)(
  'a ladder of kind %s is printed as it is climbed',
  (kind) => {
    const ladder = { ...FRESH_LADDER, kind, startBpm: 60, goalBpm: 84 } as unknown as SheetItem['ladder'];
    const printed = piecesOf([{ id: 'k', exercise: KITE, ladder }], PLAYER, SETTINGS, VIEW_AT_FIRST, 700)
      .filter(({ key }) => key.includes('ladder'))
      .map(({ body }) => renderToStaticMarkup(body))
      .join('');
    const { steps, times } = climbOf(KITE, ladder, DEFAULT_SETUP);
    expect(printed.split('<li>')).toHaveLength(steps.length + 1);
    expect(printed).toContain(durationText(times.at(-1)!.untilSeconds));
  },
);
