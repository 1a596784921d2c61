/**
 * One seed for every property test, so that the same commit always passes or always fails. The thorough run takes another each time (it
 * is printed with what fails), unless `SEED` says which.
 */
import fc from 'fast-check';

const { SEED, THOROUGH } = process.env;
if (SEED ?? !THOROUGH) fc.configureGlobal({ seed: Number(SEED ?? 1) });
