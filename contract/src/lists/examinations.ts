export const METERS = ['pin', 'pinless'] as const;
export type Meter = (typeof METERS)[number];

/** The two frets held for the relief lie in these ranges. */

export const HELD_FRETS = { first: [1, 5], second: [8, 20] } as const;
