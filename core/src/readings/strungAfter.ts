/** What an instrument was strung up after, where its days at pitch are counted. */
export const STRUNG_AFTER = ['new strings', 'slack', 'work'] as const;
export type StrungAfter = (typeof STRUNG_AFTER)[number];
