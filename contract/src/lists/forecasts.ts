export const SERIES_DIMENSIONS = ['length', 'angle', 'cents'] as const;
