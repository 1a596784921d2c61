/** Days as records keep them. */
import { kind } from './field';

/** A local day, `2026-11-25`. */
export const DAY = kind<string>((joi) =>
  joi
    .string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
);
