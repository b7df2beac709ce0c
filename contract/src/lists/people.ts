export const ROLES = ['master', 'luthier', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];
