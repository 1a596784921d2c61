/** The picking hand in words: every part that is named is said, nothing that is left open. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { AFTER_SWEPT, DAMPERS } from '../passage/dampers';
import { emptyPassage } from '../passage/empty';
import type { Note, Passage } from '../passage/passage';
import {
  GRIP_DEPTHS,
  GRIPS,
  handFor,
  MAX_EDGE_ANGLE,
  MOTIONS,
  OPEN_HAND,
  PICK_PARTS,
  SLANTS_AT_REST,
  SUPPORTS,
  type PickingHand,
} from './hand';
import { handText, noteDampersText } from './handWords';

const hands: fc.Arbitrary<PickingHand> = fc.record({
  motion: fc.constantFrom(null, ...MOTIONS),
  edgeAngleDegrees: fc.option(fc.integer({ min: 0, max: MAX_EDGE_ANGLE })),
  gripDepth: fc.constantFrom(null, ...GRIP_DEPTHS),
  pickPart: fc.constantFrom(null, ...PICK_PARTS),
  support: fc.constantFrom(null, ...SUPPORTS),
  grip: fc.constantFrom(null, ...GRIPS),
  slantAtRest: fc.constantFrom(null, ...SLANTS_AT_REST),
  pickThicknessMm: fc.constantFrom(null, 0.6, 1.5, 3),
  pickShape: fc.constantFrom(null, 'rounded', 'small and pointed'),
  damper: fc.constantFrom(null, ...DAMPERS),
  afterSwept: fc.constantFrom(null, ...AFTER_SWEPT),
});

it('is said part by part, and not at all where nothing is named', () => {
  expect(handText(OPEN_HAND)).toBe('');
  fc.assert(
    fc.property(hands, (hand) => {
      const said = handText(hand);
      const { pickThicknessMm: thick, pickShape: shape, ...others } = hand;
      const named = Object.values(others).filter((part) => part !== null).length;
      const parts = named + Number(thick !== null || shape !== null);
      expect(said === '' ? 0 : said.split('; ').length).toBe(parts);
      for (const word of [hand.motion && hand.motion.split(' ')[0]!, shape, thick && `${thick} mm`])
        if (word) expect(said).toContain(word);
      if (hand.support)
        expect(said).toContain(`hand ${hand.support === 'floating' ? '' : 'on the '}${hand.support}`);
      if (hand.grip) expect(said).toContain(`${hand.grip}${hand.grip === 'tip' ? 's' : ''} of`);
      if (hand.damper) expect(said).toContain(`damped by the ${hand.damper}`);
      if (hand.afterSwept) expect(said).toMatch(new RegExp(`${hand.afterSwept}.* swept note`));
      if (hand.gripDepth) expect(said).toContain(`${hand.gripDepth} grip`);
      if (hand.pickPart) expect(said).toContain(`with its ${hand.pickPart}`);
      if (hand.edgeAngleDegrees) expect(said).toContain(`${hand.edgeAngleDegrees}°`);
      if (hand.slantAtRest)
        expect(said).toMatch(
          new RegExp(`at rest .*${hand.slantAtRest === 'none' ? 'no' : hand.slantAtRest} slant`),
        );
    }),
  );
});

it('what an exercise leaves open is as the player is set up, also a flat pick, which is not open', () => {
  fc.assert(
    fc.property(hands, hands, (hand, usual) => {
      const taken = handFor(hand, usual);
      for (const part of Object.keys(OPEN_HAND) as (keyof PickingHand)[])
        expect(taken[part]).toBe(hand[part] === null ? usual[part] : hand[part]);
    }),
  );
});

it('notes that say their own damper are named by number, together where they say the same', () => {
  const passage = withDampers([undefined, 'picking thumb', 'edge of the palm', 'picking thumb']);
  expect(noteDampersText(passage)).toBe(
    'note 3 damped by the edge of the palm; notes 2, 4 damped by the picking thumb',
  );
  expect(noteDampersText(withDampers([undefined]))).toBe('');
});

function withDampers(dampers: readonly Note['damper'][]): Passage {
  const passage = emptyPassage();
  return {
    ...passage,
    notes: dampers.map((damper, at) => ({
      ...{ id: `n${at}`, string: 3, fret: at, onsetTicks: at, durationTicks: 1, technique: 'pick' },
      ...(damper ? { damper } : {}),
    })),
  };
}
