import type { Settings, Wishes } from '@upright-elder/core/repair-plans';
import type { PlanSettings } from '../plans.js';

export const STRAIGHTEDGE_IDS = ['level', 'just above', 'above before the strings pull'] as const;

export const CRACK_SCHOOLS = ['now', 'watch first'] as const;

export const BELLY_SCHOOLS = ['flatten', 'accept', 'set the neck to it'] as const;

export const SEASON_SCHOOLS = ['held air', 'two saddles', 'safe height'] as const;

/** Settings of a plan as the computation takes them. */

export const settingsOf = ({ saddle, pull, humidity }: PlanSettings): Settings => ({
  saddle,
  pull,
  air: humidity ?? null,
});

/** What a plan wants otherwise than it is recorded. */

export const wishesOf = ({ target, schools }: PlanSettings): Wishes => ({
  ...(target.bass !== undefined || target.treble !== undefined ? { target } : {}),
  ...(Object.keys(schools).length > 0 ? { schools } : {}),
});
