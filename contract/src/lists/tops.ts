export const TOP_PRIORS = ['solved', 'solving', 'refused', 'no plan', 'archtop'] as const;
export type TopPrior = (typeof TOP_PRIORS)[number];
