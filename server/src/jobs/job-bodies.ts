import type { FieldError } from '@upright-elder/contract';
import { BODY_VERSION, isJobEvent, JOB_EVENTS, type JobEvent } from '@upright-elder/core/jobs';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';

const ajv = new Ajv2020({ allErrors: true, strictTuples: false });
addFormats.default(ajv);

const compiled = new Map<string, ValidateFunction>();

/** What cannot be accepted in the body of an event; nothing where a newer program wrote it, which is kept unread. */
export function bodyFaults(event: Pick<JobEvent, 'kind' | 'v' | 'body'>, at: number): FieldError[] {
  const { kind } = event;
  if (!isJobEvent(kind) || event.v > BODY_VERSION) return [];
  let check = compiled.get(kind);
  if (!check) {
    check = ajv.compile(JOB_EVENTS[kind].body.schema);
    compiled.set(kind, check);
  }
  if (check(event.body)) return [];
  return (check.errors ?? []).map((error) => ({
    field: `events.${at}.body${error.instancePath.replaceAll('/', '.')}`,
    typed: JSON.stringify(valueAt(event.body, error.instancePath))?.slice(0, 60) ?? '',
    reason: `“${kind}”: ${reasonOf(error)}`,
    accepted: acceptedBy(error),
  }));
}

function valueAt(body: unknown, path: string): unknown {
  return path
    .split('/')
    .slice(1)
    .reduce<unknown>((one, name) => (one as Record<string, unknown> | undefined)?.[name], body);
}

function reasonOf({ keyword, params }: ErrorObject): string {
  const given = params as Record<string, unknown>;
  switch (keyword) {
    case 'required':
      return `“${String(given.missingProperty)}” is missing`;
    case 'additionalProperties':
      return `unknown: “${String(given.additionalProperty)}”`;
    case 'maxLength':
      return `it is longer than ${String(given.limit)} signs`;
    case 'maxItems':
    case 'maxProperties':
      return `it holds more than ${String(given.limit)}`;
    case 'minItems':
      return `it holds less than ${String(given.limit)}`;
    case 'type':
      return `it is not of the type “${String(given.type)}”`;
    case 'pattern':
      return 'it is empty, or no id';
    case 'format':
      return 'it is no day';
    default:
      return 'it is none of what is accepted';
  }
}

function acceptedBy({ keyword, params }: ErrorObject): string {
  const given = params as Record<string, unknown>;
  switch (keyword) {
    case 'enum':
      return (given.allowedValues as unknown[]).join(', ');
    case 'required':
      return `a body with “${String(given.missingProperty)}”`;
    case 'additionalProperties':
      return `a body without “${String(given.additionalProperty)}”`;
    case 'minimum':
    case 'maximum':
      return `${String(given.comparison)} ${String(given.limit)}`;
    case 'pattern':
      return 'words, or an id where one belongs';
    case 'format':
      return 'a day such as 2026-12-01';
    default:
      return 'a body as its kind has it';
  }
}
