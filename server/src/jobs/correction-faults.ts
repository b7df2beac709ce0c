import type { FieldError, JobEventInput } from '@upright-elder/contract';
import type { JobEventBody } from '@upright-elder/core/jobs';
import { bodyFaults } from './job-bodies.js';

export type Corrects = JobEventBody<'corrects'>;
export type Correctable = Pick<JobEventInput, 'kind' | 'v' | 'by' | 'body'>;

/** What a correction leaves of what it corrects: what cannot be read of it, and the reading that it is. */
export function corrected(
  of: Correctable | undefined,
  correction: Corrects,
  at: number,
): { faults: FieldError[]; reading: Correctable | null } {
  // what is corrected may come later, or be a newer program's
  if (!of) return { faults: [], reading: null };
  const { at: time, step: _step, with: _with, uses: _uses, ...fields } = correction.fields ?? {};
  if (time !== undefined && !(Number.isInteger(time) && (time as number) >= 0)) {
    const accepted = 'milliseconds since 1970';
    const field = `events.${at}.body.fields.at`;
    return {
      faults: [{ field, typed: JSON.stringify(time), reason: '“corrects”: it is no instant', accepted }],
      reading: null,
    };
  }
  const after: Correctable = { ...of, body: { ...of.body, ...fields } };
  const faults = bodyFaults(after, at).map((fault) => ({
    ...fault,
    field: fault.field.replace('.body', '.body.fields'),
  }));
  return { faults, reading: of.kind === 'reading' && faults.length === 0 ? after : null };
}
