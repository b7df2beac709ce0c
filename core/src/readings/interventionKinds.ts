/** What can be done to an instrument, as far as its readings feel it. */
export const INTERVENTION_KINDS = [
  'structure',
  'pressing',
  'rod',
  'frets',
  'levelling',
  'strings',
  'tuning',
  'anchor',
  'slack',
  'post',
  'saddle',
  'nut',
  'wheels',
  'room',
  'other',
  'unsaid',
] as const;
export type InterventionKind = (typeof INTERVENTION_KINDS)[number];
