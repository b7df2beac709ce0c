/** Glues by kind. */
export const GLUE_IDS = ['hide', 'fish', 'aliphatic'] as const;
export type GlueId = (typeof GLUE_IDS)[number];

/**
 * How long each stays open, s, from and to: common practice, no source. The bench plans by `plan`; a shop that has its own
 * figure sets it.
 */
export const GLUES: Record<GlueId, { name: string; open: [number, number]; plan: number }> = {
  hide: { name: 'hot hide glue', open: [60, 120], plan: 90 },
  fish: { name: 'fish glue', open: [300, 600], plan: 300 },
  aliphatic: { name: 'aliphatic resin glue', open: [300, 480], plan: 300 },
};

/** Calls of an open joint: at half its time, and when that is over; s from its start. House figures. */
export const openCalls = (plan: number): { at: number; say: string }[] => [
  { at: plan / 2, say: 'Clamp it' },
  { at: plan, say: 'Too late: take it off, clean it and begin again' },
];
