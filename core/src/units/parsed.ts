/**
 * What every parser of core/units gives back: the value in SI, or in words what was wrong and what would
 * be accepted. A parser never throws on what a person typed.
 */
export type Parsed<T> = { ok: true; value: T } | { ok: false; reason: string; accepted: string };

/** A text that was understood. */
export function parsed<T>(value: T): Parsed<T> {
  return { ok: true, value };
}

/** A text that was not understood. @param accepted what would be, in words */
export function refused<T>(reason: string, accepted: string): Parsed<T> {
  return { ok: false, reason, accepted };
}
