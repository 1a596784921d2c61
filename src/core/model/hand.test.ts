/** The picking hand in words: every part that is named is said, nothing that is left open. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { GRIP_DEPTHS, handFor, handText, MAX_EDGE_ANGLE, MOTIONS, OPEN_HAND, PICK_PARTS } from './hand';

it('is said part by part, and not at all where nothing is named', () => {
  expect(handText(OPEN_HAND)).toBe('');
  fc.assert(
    fc.property(
      fc.record({
        motion: fc.constantFrom(null, ...MOTIONS),
        edgeAngleDegrees: fc.option(fc.integer({ min: 0, max: MAX_EDGE_ANGLE })),
        gripDepth: fc.constantFrom(null, ...GRIP_DEPTHS),
        pickPart: fc.constantFrom(null, ...PICK_PARTS),
      }),
      (hand) => {
        const said = handText(hand);
        const usual = { ...OPEN_HAND, motion: 'arm', gripDepth: 'middle' } as const;
        const filled = handFor(hand, usual);
        for (const part of ['motion', 'edgeAngleDegrees', 'gripDepth', 'pickPart'] as const)
          expect(filled[part]).toBe(hand[part] === null ? usual[part] : hand[part]);
        const named = Object.values(hand).filter((part) => part !== null);
        expect(said === '' ? 0 : said.split(', ').length).toBe(named.length);
        if (hand.motion) expect(said).toContain(hand.motion);
        if (hand.gripDepth) expect(said).toContain(`${hand.gripDepth} grip`);
        if (hand.pickPart) expect(said).toContain(`with its ${hand.pickPart}`);
        if (hand.edgeAngleDegrees) expect(said).toContain(`${hand.edgeAngleDegrees}°`);
      },
    ),
  );
});
