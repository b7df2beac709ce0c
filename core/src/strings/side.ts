/** The sides of a neck, by the string that runs there. */
export const STRING_SIDES = ['bass', 'treble'] as const;
export type StringSide = (typeof STRING_SIDES)[number];
