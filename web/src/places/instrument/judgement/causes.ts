import type { BudgetCause } from '@upright-elder/core/diagnosis';
import type { ArisesAt } from '@upright-elder/drawings';

/** What makes the action differ from what is wanted, as the page calls it, and where on the instrument it arises. */
export const CAUSES: Record<BudgetCause, { name: string; short: string; at: ArisesAt }> = {
  nut: { name: 'Nut', short: 'nut', at: 'nut' },
  relief: { name: 'Relief and its effect on the neck angle', short: 'relief', at: 'neck' },
  neck: { name: 'Neck angle', short: 'neck angle', at: 'join' },
  season: { name: 'Season', short: 'season', at: 'bridge' },
  belly: { name: 'Belly and bridge tilt', short: 'belly', at: 'bridge' },
  thickness: { name: 'Bridge thickness', short: 'thickness', at: 'bridge' },
  saddle: { name: 'Saddle', short: 'saddle', at: 'bridge' },
  unexplained: { name: 'Not explained', short: 'not explained', at: 'bridge' },
};
