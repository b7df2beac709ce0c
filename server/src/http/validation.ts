import { ValidationPipe, type ArgumentMetadata, type ValidationError } from '@nestjs/common';
import type { FieldError } from '@upright-elder/contract';
import { bulkFault, MOST_ERRORS, shapeFaults, typedOf } from './body-guard.js';
import { badFields } from './problem.js';

/** Checks every body against its contract class and says per field what was wrong. */
export class BodyPipe extends ValidationPipe {
  constructor() {
    super({
      transform: true,
      whitelist: true,
      forbidNonWhitelisted: true,
      stopAtFirstError: true,
      exceptionFactory: (errors) => badFields(firstOf(errors)),
    });
  }

  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    if (metadata.type === 'body') {
      const bulk = bulkFault(value);
      if (bulk) throw badFields([bulk]);
      const faults = metadata.metatype ? shapeFaults(value, metadata.metatype as new () => object) : [];
      if (faults.length > 0) throw badFields(faults);
    }
    return super.transform(value, metadata) as Promise<unknown>;
  }
}

/** The first errors; a body of rubbish is not told all that is wrong with it. */
function firstOf(errors: readonly ValidationError[]): FieldError[] {
  const found: FieldError[] = [];
  const go = (error: ValidationError, parent: string) => {
    if (found.length >= MOST_ERRORS) return;
    const field = parent ? `${parent}.${error.property}` : error.property;
    for (const message of Object.values(error.constraints ?? {}))
      found.push({
        field: field.slice(0, 200),
        typed: typedOf(error.value),
        reason: typedOf(message),
        accepted: typedOf(message),
      });
    for (const child of error.children ?? []) go(child, field);
  };
  for (const error of errors) go(error, '');
  return found.slice(0, MOST_ERRORS);
}
