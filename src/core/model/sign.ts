/** What a hand said while it practised: kept by itself, whatever the verdict was, and never changed. */
import { oneOf, type Said } from './field';
import { PRACTISED_FIELDS } from './run';

/** `tight`: go slower. `pain`: stop for the day. */
export const SIGNS = ['tight', 'pain'] as const;
/** What a hand may say. */
export type SignKind = (typeof SIGNS)[number];

/** That a hand was tight or hurt, when and at what. */
export const SIGN_FIELDS = { ...PRACTISED_FIELDS, kind: oneOf(SIGNS) } as const;
/** That a hand was tight or hurt. */
export type Sign = Said<typeof SIGN_FIELDS>;

/** What is said when a hand hurts. */
export const CAUTION =
  'Stop for today. If pain, numbness or tingling stays, see a doctor or physiotherapist.';
