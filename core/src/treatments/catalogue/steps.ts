import { treatment } from '../treatment.js';

/** What a plan holds besides the treatments of the trade's headings. */
export const STEPS = {
  'measure-first': treatment({
    name: 'Measure first',
    for: 'what is not told yet',
    stage: 'measure',
    roles: ['no work on wood', 'company'],
    hands: [0.25, 0.5],
    wait: 0,
    undo: 1,
    gate: null,
    skills: ['measuring'],
  }),
  'glue-splinter': treatment({
    name: 'Glue the splinter back',
    for: 'a loose splinter',
    stage: 'today',
    hands: [0.25, 0.5],
    wait: 12,
    undo: 2,
    gate: 'All pieces looked for, also inside; fitted dry.',
    skills: ['gluing'],
    effects: [{ on: 'looks' }],
  }),
  'battery-out': treatment({
    name: 'Take the battery out, look at the wiring',
    for: 'a leaking battery',
    stage: 'today',
    hands: [0.25, 1],
    wait: 0,
    undo: 1,
    gate: 'Gloves; disconnected from any mains set.',
    skills: ['electrics'],
    cautions: ['electrics'],
    effects: [{ on: 'looks' }],
    reads: ['electrics'],
  }),
};
