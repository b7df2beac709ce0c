import { ACCEPTED_PICTURES } from './photographs.js';

/** How a paper leaves the shop. */
export const GIVEN_WAYS = ['file', 'mail'] as const;
export type GivenWay = (typeof GIVEN_WAYS)[number];

/** What is taken as an owner’s answer. */
export const ACCEPTED_ANSWERS = `a PDF or ${ACCEPTED_PICTURES}`;
