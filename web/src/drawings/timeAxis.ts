import { format } from 'date-fns';

/** The axis of dates that every curve over the years shares. */
export const TIME_AXIS = {
  dataKey: 'time',
  type: 'number',
  scale: 'time',
  domain: ['dataMin', 'dataMax'],
  tickFormatter: (time: number) => format(new Date(time), 'MMM yy'),
  stroke: 'var(--faint)',
  tick: { fill: 'var(--faint)', fontSize: 14 },
} as const;
