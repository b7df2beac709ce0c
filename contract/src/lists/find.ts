export const HIT_KINDS = ['instrument', 'mark', 'finding', 'note', 'photograph', 'work', 'log'] as const;
export type HitKind = (typeof HIT_KINDS)[number];
