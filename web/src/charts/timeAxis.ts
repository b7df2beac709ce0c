import { DAY_MS, isoDate, sayDate } from '@upright-elder/core/days';

/** The axis of dates that every curve over the years shares. */
export const TIME_AXIS = {
  dataKey: 'time',
  type: 'number',
  scale: 'time',
  domain: ['dataMin', 'dataMax'],
  tickFormatter: (time: number) => sayDate(isoDate(time / DAY_MS), 'month'),
  stroke: 'var(--faint)',
  tick: { fill: 'var(--faint)', fontSize: 14 },
} as const;
