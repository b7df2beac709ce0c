/** What a weight was set on: spots over the braces one after the other, or the bridge. */

export const LOAD_TEST_KINDS = ['walk', 'bridge'] as const;
export type LoadTestKind = (typeof LOAD_TEST_KINDS)[number];

/** When a walk was made: a glue-up is judged by the same spots before and after it. */

export const LOAD_TEST_MOMENTS = ['as it came', 'before gluing', 'after gluing'] as const;
export type LoadTestMoment = (typeof LOAD_TEST_MOMENTS)[number];
