import type { TopModel } from '@upright-elder/contract';
import type { TopFacts } from '@upright-elder/core/top';

/** What is measured and known of a top, as the plate model takes it; what is not stays out. */
export const factsOf = (known: TopModel): TopFacts => ({
  species: known.species,
  laminated: known.laminated,
  thickness: known.thickness ?? undefined,
  domeRadius: known.domeRadius ?? undefined,
  stringHeight: known.stringHeight ?? undefined,
  slope: known.stringSlope ?? undefined,
  downShare: known.downShare ?? undefined,
  bridgeThickness: known.bridgeThickness ?? undefined,
  plateThickness: known.plateThickness ?? undefined,
});
