import { HttpException } from '@nestjs/common';
import type { FieldError, Problem } from '@upright-elder/contract';

/** An error that says what was wrong: problem+json by RFC 9457. */
export class ProblemError extends HttpException {
  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title, problem.status);
  }
}

export function notFound(what: string): ProblemError {
  return new ProblemError({
    type: 'about:blank',
    title: 'Not found',
    status: 404,
    detail: `There is no ${what} under this id.`,
  });
}

/** Fields that cannot be accepted, each with what was typed and what would be accepted. */
export function badFields(errors: FieldError[]): ProblemError {
  const names = errors.map(({ field, reason }) => `${field}: ${reason}`);
  return new ProblemError({
    type: 'urn:upright-elder:problem:fields',
    title: errors.every(({ field }) => field === 'why')
      ? 'A word on why is missing'
      : errors.length === 1
        ? 'One field cannot be accepted'
        : `${errors.length} fields cannot be accepted`,
    status: 422,
    detail: names.join('; '),
    errors,
  });
}

/** What cannot be done at the moment, through no fault of the request. */
export function unavailable(title: string, detail: string): ProblemError {
  return new ProblemError({ type: 'urn:upright-elder:problem:unavailable', title, status: 503, detail });
}

/** Somebody else saved in between; the caller adds both copies. */
export class StaleSave extends Error {}

export function conflict(current: object, yours: object): ProblemError {
  return new ProblemError({
    type: 'urn:upright-elder:problem:stale',
    title: 'Somebody else saved this first',
    status: 409,
    detail: 'Nothing was overwritten. Both versions are here: take theirs, keep yours, or merge them.',
    current,
    yours,
  });
}

/** Runs a save and turns a stale one into a conflict with both copies. */
export async function withBothCopies<T>(
  save: () => Promise<T>,
  current: () => Promise<object>,
  yours: object,
): Promise<T> {
  try {
    return await save();
  } catch (error) {
    if (error instanceof StaleSave) throw conflict(await current(), yours);
    throw error;
  }
}

/** A thing belongs to the instrument that it was first seen on. */
export const STAYS = {
  reason: 'it belongs to another instrument, and evidence is never moved',
  accepted: 'the instrument it was saved for; cross it out, and enter it again for the other one',
};
