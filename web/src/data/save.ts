import type { FieldError } from '@upright-elder/contract';
import { toast } from 'sonner';
import { ProblemError } from './api.js';

/** Field errors of a refused save by field, and a word to the person about it. */
export function refusals(error: unknown): Record<string, string> {
  if (error instanceof ProblemError) {
    toast.error(error.problem.title, {
      description: error.problem.errors ? undefined : error.problem.detail,
    });
    return Object.fromEntries(
      (error.problem.errors ?? []).map((e: FieldError) => [
        e.field,
        e.accepted === e.reason ? e.reason : `${e.reason}. Accepted: ${e.accepted}.`,
      ]),
    );
  }
  toast.error(error instanceof Error ? error.message : 'It could not be saved.');
  return {};
}
