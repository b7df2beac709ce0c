import { BUILD_PART_IDS, BUILD_PARTS, type BuildPart } from '../construction/index.js';

/**
 * What a body may hold, as JSON Schema (draft 2020-12): the server checks by it, the exchange publishes it, and the type
 * follows from it.
 */
export interface Shape<T> {
  readonly schema: Readonly<Record<string, unknown>>;
  /** never there: it carries the type alone */
  readonly type?: T;
}

/** A part of a body that may be left out. */
export interface Maybe<T> extends Shape<T> {
  readonly optional: true;
}

type Fields = Record<string, Shape<unknown>>;
type Optional<F extends Fields> = { [K in keyof F]: F[K] extends Maybe<unknown> ? K : never }[keyof F];
type TypeOf<S> = S extends Shape<infer T> ? T : never;
type Flat<T> = { [K in keyof T]: T[K] };
/** The type that fields come to. */
export type BodyOf<F extends Fields> = Flat<
  { [K in Exclude<keyof F, Optional<F>>]: TypeOf<F[K]> } & { [K in Optional<F>]?: TypeOf<F[K]> }
>;

export const maybe = <T>({ schema }: Shape<T>): Maybe<T> => ({ schema, optional: true });

/** Words: at least one sign that can be seen. */
export const words = (most = 500): Shape<string> => ({
  schema: { type: 'string', maxLength: most, pattern: '\\S' },
});
export const id: Shape<string> = {
  schema: { type: 'string', pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$' },
};
/** Name of a file that is kept: the SHA-256 of its bytes. */
export const file: Shape<string> = { schema: { type: 'string', pattern: '^[0-9a-f]{64}$' } };
/** ISO date. */
export const day: Shape<string> = { schema: { type: 'string', format: 'date' } };
/** ms since 1970, UTC. */
export const instant: Shape<number> = { schema: { type: 'integer', minimum: 0, maximum: 32503680000000 } };
export const number = (minimum: number, maximum: number): Shape<number> => ({
  schema: { type: 'number', minimum, maximum },
});
export const whole = (minimum: number, maximum: number): Shape<number> => ({
  schema: { type: 'integer', minimum, maximum },
});
export const yesOrNo: Shape<boolean> = { schema: { type: 'boolean' } };
export const oneOf = <const T extends readonly (string | number)[]>(all: T): Shape<T[number]> => ({
  schema: { enum: all },
});
export const orNone = <T>({ schema }: Shape<T>): Shape<T | null> => ({
  schema: { anyOf: [schema, { type: 'null' }] },
});
export const list = <T>({ schema }: Shape<T>, maxItems: number, minItems = 0): Shape<T[]> => ({
  schema: { type: 'array', items: schema, maxItems, minItems },
});
/** From and to, in this order, from nothing up. */
export const span = (most: number): Shape<[number, number]> => ({
  schema: { type: 'array', items: { type: 'number', minimum: 0, maximum: most }, minItems: 2, maxItems: 2 },
});
/** Anything under names: what a correction puts in place of what stood. */
export const anything: Shape<Record<string, unknown>> = { schema: { type: 'object', maxProperties: 20 } };

/** How an instrument is built, part by part; null where a part is not known. */
export const build: Shape<{ [P in BuildPart]?: string | null }> = {
  schema: {
    type: 'object',
    additionalProperties: false,
    properties: Object.fromEntries(
      BUILD_PART_IDS.map((part) => [part, { enum: [...Object.keys(BUILD_PARTS[part].ways), null] }]),
    ),
  },
};

export const fields = <F extends Fields>(of: F): Shape<BodyOf<F>> => ({
  schema: {
    type: 'object',
    properties: Object.fromEntries(Object.entries(of).map(([name, { schema }]) => [name, schema])),
    required: Object.entries(of).flatMap(([name, shape]) => ('optional' in shape ? [] : [name])),
    additionalProperties: false,
  },
});
