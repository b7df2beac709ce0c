import type { JobEventKind } from './kind.js';

/** The body of a kind of event. */
export type BodyOfKind<K> = K extends JobEventKind<infer B> ? B : never;
