import { row } from '../treatment.js';

/** What a plan holds besides the treatments of the trade's headings. */
export const STEPS = {
  'measure-first': row('measure', 'Measure first', 'what is not told yet', [0.25, 0.5], 0, 1, null, {
    skills: ['measuring'],
  }),
  'glue-splinter': row(
    'today',
    'Glue the splinter back',
    'a loose splinter',
    [0.25, 0.5],
    12,
    2,
    'All pieces looked for, also inside; fitted dry.',
    { skills: ['gluing'], effects: [{ on: 'looks' }] },
  ),
  'battery-out': row(
    'today',
    'Take the battery out, look at the wiring',
    'a leaking battery',
    [0.25, 1],
    0,
    1,
    'Gloves; disconnected from any mains set.',
    { skills: ['electrics'], cautions: ['electrics'], effects: [{ on: 'looks' }], reads: ['electrics'] },
  ),
};
