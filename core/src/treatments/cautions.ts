/** Usual cautions, shown where the step is. They never say that a step is safe. */
export const CAUTIONS = {
  heat: 'Burns: steam jets, irons, hot plates and glue pots; cover the finish, keep eyes away from hose couplings, never hold a loose hose.',
  celluloid: 'Celluloid (pickguards, binding, some tuner buttons) catches fire: no open heat near it.',
  dust: 'Dust of shell, bone, hard tropical woods and old finish: extraction and a respirator; old finish and metal parts may hold lead.',
  tension: 'Strings under tension: eyes; clip ends; slacken before opening a joint.',
  support: 'Heavy clamps and a body on its edge: support it.',
  protected: 'Some woods, ivory, shell and tortoise are protected: papers before moving or selling them.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** Said under every list of cautions. */
export const CAUTIONS_DEFER =
  'Usual cautions only: the product’s data sheet, local rules and licensed practice come first.';
