import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsUUID,
  registerDecorator,
  ValidateNested,
  type ValidationOptions,
} from 'class-validator';
import { isDay } from '@upright-elder/core/days';

/** Decorators that several bodies share: ids, days, instants, names, records within records. */

export function check(
  name: string,
  passes: (value: unknown) => boolean,
  options: ValidationOptions,
): PropertyDecorator {
  return (target, property) =>
    registerDecorator({
      name,
      target: target.constructor,
      propertyName: property as string,
      options,
      validator: { validate: passes },
    });
}

const together =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, property) => {
    for (const one of decorators) one(target, property);
  };

/** A UUID. Its letters are made small, so that one id never stands for two things. */
export const IsId = (): PropertyDecorator =>
  together(
    IsUUID(),
    Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.toLowerCase() : value)),
  );

export const DAY_WORDS =
  'the date must be a real day from 1950 on, written year-month-day, such as 2026-08-24';

/** A day of the calendar that there is, from 1950 on. */
export const IsDay = (): PropertyDecorator =>
  check('isDay', (value) => typeof value === 'string' && value >= '1950' && isDay(value), {
    message: DAY_WORDS,
  });

const INSTANT =
  /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d(?::[0-5]\d(?:\.\d{1,9})?)?(?:Z|[+-]\d{2}:[0-5]\d)$/u;

/** An instant, ISO 8601 with its zone. */
export const IsInstant = (): PropertyDecorator =>
  check(
    'isInstant',
    (value) => {
      const day = typeof value === 'string' ? INSTANT.exec(value)?.[1] : undefined;
      return day !== undefined && isDay(day) && !Number.isNaN(Date.parse(value as string));
    },
    { message: 'an instant with its zone is accepted, such as 2026-08-24T09:30:00Z' },
  );

/** Something that can be seen: blanks and marks without a shape alone are no name. */
export const IsName = (message: string): PropertyDecorator =>
  check('isName', (value) => typeof value === 'string' && /[^\p{C}\p{Z}\p{M}]/u.test(value), { message });

type Made = abstract new () => object;
type TypeOf = () => new () => object;

/** What stands within a body: its class, whether it is a list, and how long that may be. */
export interface NestedRule {
  property: string;
  type: TypeOf;
  list: boolean;
  most: number;
}

const rules = new Map<unknown, NestedRule[]>();

function know(rule: Omit<NestedRule, 'property'>): PropertyDecorator {
  return (target, property) => {
    const own = rules.get(target.constructor) ?? [];
    rules.set(target.constructor, [...own, { ...rule, property: property as string }]);
  };
}

/** What stands within a class's bodies, what it inherits included. */
export function nestedIn(made: Made): NestedRule[] {
  const found: NestedRule[] = [];
  for (let one: unknown = made; typeof one === 'function'; one = Object.getPrototypeOf(one))
    found.push(...(rules.get(one) ?? []));
  return found;
}

/** A record within a record: an object, never an array (which `ValidateNested` alone lets in). */
export const Nested = (type: TypeOf): PropertyDecorator =>
  together(know({ type, list: false, most: 1 }), ValidateNested(), Type(type));

/** A list of records; how many it may hold is looked at before anything else of it. */
export const NestedList = (
  type: TypeOf,
  { least = 0, most = Infinity, few }: { least?: number; most?: number; few?: string } = {},
): PropertyDecorator =>
  together(
    know({ type, list: true, most }),
    IsArray(),
    ...(least > 0 ? [ArrayMinSize(least, few === undefined ? {} : { message: few })] : []),
    ...(Number.isFinite(most) ? [ArrayMaxSize(most)] : []),
    ValidateNested({ each: true }),
    Type(type),
  );
