import { isRecord, nestedIn, type FieldError } from '@upright-elder/contract';

/**
 * What a body may be before anything of it is read closer. class-transformer compares every key with every other and
 * class-validator goes into every record of a list whatever its length, so a small body could hold the server for a
 * minute: its shape is looked at first, and at most a few errors are told.
 */
const DEEPEST = 24;
const MOST_KEYS = 400;
const MOST_PARTS = 600_000;
/** So many errors are told at once. */
export const MOST_ERRORS = 20;
const LONGEST_TYPED = 200;

type Made = abstract new () => object;

/** What was typed, short enough to be repeated in an answer. */
export function typedOf(value: unknown): string {
  const text = typeof value === 'string' ? value : shown(value);
  return text.length > LONGEST_TYPED ? `${text.slice(0, LONGEST_TYPED)}…` : text;
}

function shown(value: unknown): string {
  if (Array.isArray(value)) return `a list of ${value.length}`;
  if (isRecord(value)) return `a record of ${Object.keys(value).length}`;
  return JSON.stringify(value) ?? '';
}

const fault = (field: string, typed: unknown, reason: string, accepted: string): FieldError => ({
  field,
  typed: typedOf(typed),
  reason,
  accepted,
});

/** Depth, width and characters of a body of any kind; null where it can be read closer. */
export function bulkFault(body: unknown): FieldError | null {
  const todo: { value: unknown; depth: number; field: string }[] = [{ value: body, depth: 0, field: '' }];
  let parts = 0;
  for (let one = todo.pop(); one; one = todo.pop()) {
    const { value, depth, field } = one;
    if (typeof value === 'string' && /\p{Surrogate}/u.test(value))
      return fault(field, '', 'it holds half of a character', 'text whose characters are whole');
    if (typeof value !== 'object' || value === null) continue;
    if (depth > DEEPEST)
      return fault(
        field.slice(0, 80),
        value,
        'it is nested too deep',
        'what the description of this interface shows',
      );
    const list = Array.isArray(value);
    const entries = Object.entries(value);
    parts += entries.length;
    if (parts > MOST_PARTS || (!list && entries.length > MOST_KEYS))
      return fault(field, value, 'it holds too many parts', 'what the description of this interface shows');
    for (const [key, within] of entries)
      todo.push({
        value: within,
        depth: depth + 1,
        field: field ? `${field}.${key.slice(0, 40)}` : key.slice(0, 40),
      });
  }
  return null;
}

/** Where a record, or a list of them, is something else or too long; nothing of what it holds is looked at. */
export function shapeFaults(body: unknown, made: Made, field = ''): FieldError[] {
  if (!isRecord(body)) return [fault(field, body, 'it is no record', 'an object with named parts')];
  const faults: FieldError[] = [];
  for (const { property, type, list, most } of nestedIn(made)) {
    const value = body[property];
    const path = field ? `${field}.${property}` : property;
    if (value === undefined || value === null || faults.length >= MOST_ERRORS) continue;
    if (!list) faults.push(...shapeFaults(value, type(), path));
    else if (!Array.isArray(value)) faults.push(fault(path, value, 'it is no list', 'a list'));
    else if (value.length > most) faults.push(fault(path, value, 'it is too long', `at most ${most}`));
    else
      for (const [i, one] of value.entries()) {
        if (faults.length >= MOST_ERRORS) break;
        faults.push(...shapeFaults(one, type(), `${path}.${i}`));
      }
  }
  return faults.slice(0, MOST_ERRORS);
}
