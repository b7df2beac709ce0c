/** What a weight was set on: spots over the braces one after the other, or the bridge. */

export const WEIGHING_KINDS = ['walk', 'bridge'] as const;
export type WeighingKind = (typeof WEIGHING_KINDS)[number];

/** When a walk was made: a glue-up is judged by the same spots before and after it. */

export const WEIGHING_MOMENTS = ['as it came', 'before gluing', 'after gluing'] as const;
export type WeighingMoment = (typeof WEIGHING_MOMENTS)[number];
