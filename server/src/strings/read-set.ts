import type { FieldError, StringSetInput } from '@upright-elder/contract';
import { readString, type StringSpec } from '@upright-elder/core/strings';
import { badFields } from '../http/problem.js';

/** Strings of a set as read, lengths m. @throws ProblemError naming every string that cannot be read or cannot be */
export function readSet({ typed, unit, paired }: StringSetInput): StringSpec[] {
  const errors: FieldError[] = [];
  if (paired && typed.length % 2 === 1)
    errors.push({
      field: 'paired',
      typed: `${typed.length} strings`,
      reason: 'strings in pairs are an even number',
      accepted: 'an even number of strings, or a set that is not in pairs',
    });
  const strings = typed.flatMap((one, i) => {
    const read = readString(one, unit);
    if (read.ok) return read.value;
    for (const { field, ...fault } of read.faults)
      errors.push({ field: `typed.${i}.${field}`, typed: one[field], ...fault });
    return [];
  });
  if (errors.length > 0) throw badFields(errors);
  return strings;
}
