import { ValidationPipe, type ValidationError } from '@nestjs/common';
import type { FieldError } from '@upright-elder/contract';
import { badFields } from './problem.js';

/** Checks every body against its contract class and says per field what was wrong. */
export function validation(): ValidationPipe {
  return new ValidationPipe({
    transform: true,
    whitelist: true,
    forbidNonWhitelisted: true,
    exceptionFactory: (errors) => badFields(errors.flatMap((error) => fieldErrors(error, ''))),
  });
}

function fieldErrors(error: ValidationError, parent: string): FieldError[] {
  const field = parent ? `${parent}.${error.property}` : error.property;
  const own = Object.values(error.constraints ?? {}).map((message) => ({
    field,
    typed: typeof error.value === 'string' ? error.value : (JSON.stringify(error.value) ?? ''),
    reason: message,
    accepted: message,
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => fieldErrors(child, field))];
}
