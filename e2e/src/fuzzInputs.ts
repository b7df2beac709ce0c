/** A number from 0 to below 1. */
export type Chance = () => number;

interface Schema {
  $ref?: string;
  type?: string;
  enum?: unknown[];
  items?: Schema;
  properties?: Record<string, Schema>;
  required?: string[];
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  format?: string;
}
interface Spec {
  parameters?: { name: string; in: string; schema?: Schema }[];
  requestBody?: { content?: Record<string, { schema: Schema }> };
}
export interface OpenApi {
  paths: Record<string, Record<string, Spec>>;
  components: { schemas: Record<string, Schema> };
}
export interface Operation {
  path: string;
  method: string;
  spec: Spec;
}

/** Seeded chance (mulberry32, public domain), so that a run can be repeated. */
export function randomOf(seed: number): Chance {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export const pick = <T>(chance: Chance, from: readonly T[]): T => from[Math.floor(chance() * from.length)]!;

const TEXTS = [
  '',
  ' ',
  '0',
  '-1',
  '1e308',
  'NaN',
  '7/64',
  '½',
  '45',
  '0.45',
  '12 000',
  '2026-02-31',
  '2026-W10-1',
  '2026-123',
  '20260101',
  '2026-01-01T00:00:00,5Z',
  '2026-08-20',
  "'; DROP TABLE person; --",
  '<script>alert(1)</script>',
  '../../etc/passwd',
  '%00',
  '\u0000',
  '\u202e\u200b',
  '𝕬'.repeat(40),
  'x'.repeat(5000),
  '__proto__',
  'constructor',
  '{{7*7}}',
  'null',
];
const VALUES: (() => unknown)[] = [
  () => null,
  () => [],
  () => [[]],
  () => ({}),
  () => [null],
  () => true,
  () => 0,
  () => -1,
  () => 1.5,
  () => 1e308,
  () => Number.MAX_SAFE_INTEGER,
  () => Array.from({ length: 3000 }, () => ({})),
  () => Array.from({ length: 300 }, () => []),
  () => Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`k${i}`, i])),
  () => nested(60),
];

function nested(depth: number): unknown {
  let value: unknown = 1;
  for (let i = 0; i < depth; i++) value = i % 2 ? { a: value } : [value];
  return value;
}

export const junkId = (chance: Chance): string =>
  chance() < 0.4
    ? `019aa000-0000-7000-8000-${Math.floor(chance() * 1e12)
        .toString()
        .padStart(12, '0')}`
    : pick(chance, [
        'nope',
        '0',
        '../x',
        'C84F0000-0000-7000-8000-000000000001',
        'a'.repeat(300),
        'action12.bass',
        '%',
        '☃',
      ]);

export function queryFor(chance: Chance, { parameters = [] }: Spec): string {
  const wanted = parameters.filter((one) => one.in === 'query' && chance() < 0.7);
  const extra = chance() < 0.05 ? [{ name: pick(chance, ['x', '__proto__', 'a[b]']) }] : [];
  const pairs = [...wanted, ...extra].map(({ name }) => {
    const value = pick(chance, [
      ...TEXTS.filter((text) => text.length < 200),
      '1',
      'pitch',
      'true',
      '°C',
      'mm',
      '99999999999',
    ]);
    return `${encodeURIComponent(name)}=${encodeURIComponent(value)}`;
  });
  return pairs.length > 0 ? `?${pairs.join('&')}` : '';
}

/** A body by the description, nearly right. */
export function bodyFor(chance: Chance, spec: Spec, description: OpenApi): unknown {
  const schema = spec.requestBody?.content?.['application/json']?.schema;
  return schema ? valueFor(chance, schema, description, 0) : {};
}

function valueFor(chance: Chance, schema: Schema, description: OpenApi, depth: number): unknown {
  if (schema.$ref) {
    const found = description.components.schemas[schema.$ref.split('/').at(-1)!];
    return found && depth < 6 ? valueFor(chance, found, description, depth + 1) : {};
  }
  if (schema.enum) return pick(chance, schema.enum);
  if (schema.properties || schema.type === 'object')
    return Object.fromEntries(
      Object.entries(schema.properties ?? {}).map(([key, one]) => [
        key,
        valueFor(chance, one, description, depth + 1),
      ]),
    );
  if (schema.type === 'array')
    return Array.from({ length: Math.floor(chance() * 3) }, () =>
      valueFor(chance, schema.items ?? {}, description, depth + 1),
    );
  if (schema.type === 'boolean') return chance() < 0.5;
  if (schema.type === 'integer' || schema.type === 'number')
    return Math.floor((schema.minimum ?? 0) + chance() * ((schema.maximum ?? 20) - (schema.minimum ?? 0)));
  if (schema.format === 'uuid') return junkId(chance);
  return pick(chance, TEXTS).slice(0, schema.maxLength ?? 60);
}

/** The body as JSON, spoilt at some places; now and then no JSON at all. */
export function mutated(chance: Chance, body: unknown): string {
  const fate = chance();
  if (fate < 0.02)
    return pick(chance, ['', '{', 'null', '[]', '"x"', '{"a":1}}', '\u0000', '[[[['.repeat(2000)]);
  if (fate < 0.03) return `${'{"a":['.repeat(2500)}1${']}'.repeat(2500)}`;
  const copy = structuredClone(body);
  const spoils = fate < 0.2 ? 0 : fate < 0.8 ? 1 : 4;
  for (let i = 0; i < spoils; i++) spoil(chance, copy);
  return JSON.stringify(copy);
}

function spoil(chance: Chance, body: unknown): void {
  let at = body;
  for (let depth = 0; depth < 6; depth++) {
    if (typeof at !== 'object' || at === null) return;
    const keys = Object.keys(at);
    if (keys.length === 0) return;
    const key = pick(chance, keys) as keyof typeof at;
    const within: unknown = at[key];
    if (typeof within === 'object' && within !== null && chance() < 0.6) {
      at = within;
      continue;
    }
    const fate = chance();
    if (fate < 0.1) delete at[key];
    else if (fate < 0.2) Object.assign(at, { [pick(chance, TEXTS).slice(0, 20) || 'x']: 1 });
    else Object.assign(at, { [key]: fate < 0.55 ? pick(chance, TEXTS) : pick(chance, VALUES)() });
    return;
  }
}
