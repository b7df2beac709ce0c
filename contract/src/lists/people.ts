export const ROLES = ['owner', 'luthier', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];
