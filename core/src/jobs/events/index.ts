import type { BodyOfKind } from './typed.js';
import { OF_CLOCKS } from './ofClocks.js';
import { OF_HAND } from './ofHand.js';
import { OF_JOB } from './ofJob.js';
import { OF_MATTER } from './ofMatter.js';
import { OF_PLAN } from './ofPlan.js';
import { OF_SURPRISE, OF_UPKEEP } from './ofSurprise.js';
import { OF_WORK } from './ofWork.js';

/** Everything that can happen in a job. A new kind is one entry in the list of its subject. */
export const JOB_EVENTS = {
  ...OF_JOB,
  ...OF_PLAN,
  ...OF_WORK,
  ...OF_CLOCKS,
  ...OF_HAND,
  ...OF_MATTER,
  ...OF_SURPRISE,
  ...OF_UPKEEP,
};
export type JobEventId = keyof typeof JOB_EVENTS;
export type JobEventBody<K extends JobEventId> = BodyOfKind<(typeof JOB_EVENTS)[K]>;

/** Where in the body of an event an owner is named, or speaks: what goes when their data are erased. */
export const OWNERS_WORDS: { readonly [K in JobEventId]?: readonly (keyof JobEventBody<K> & string)[] } = {
  opened: ['asked', 'playing'],
  ordered: ['say'],
  agreed: ['option'],
  declined: ['why'],
  withdrawn: ['why'],
  'consent withdrawn': ['why'],
  needed: ['for'],
  'owner asked': ['say'],
  'owner answered': ['say'],
  'owner told': ['how'],
  'handed over': ['who'],
  'part given back': ['to'],
  'mishap settled': ['offer'],
};

export const isJobEvent = (kind: string): kind is JobEventId => Object.hasOwn(JOB_EVENTS, kind);
