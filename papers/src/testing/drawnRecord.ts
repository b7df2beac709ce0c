import { seededChance } from '@upright-elder/core/numeric';
import { AMBITIONS, type RepairPlan } from '@upright-elder/core/repair-plans';
import { TREATMENT_IDS, TREATMENTS } from '@upright-elder/core/treatments';
import type { PaperRecord, PlanOnPaper } from '../record.js';
import { RECORD } from './record.js';

/** Signs and figures as people and sentences write them. */
const WORDS = [
  'action 9½/64 in',
  '130 ± 20 thou',
  '−⅛ in',
  '≤ 7/64',
  '√2',
  'φ 12 mm',
  '62\u00a0mm',
  'treble leg of the X',
  'straightedge',
  'glued, opened, replaced or taken off',
  'Łódź 1974',
  'naïve façade',
  'Ω 4.7 k',
  'inside, below the sound hole',
  'abcdefghijklmnopqrstuvwxyzabcdefghijklmnopqrstuvwxyzabcdefghijklmnopqrstuvwxyz',
];

/** The smallest JPEG that every reader takes: one grey pixel. */
const PIXEL = Uint8Array.from(
  atob(
    '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACf/EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AKp//2Q==',
  ),
  (sign) => sign.charCodeAt(0),
);

/** A drawn instrument: none to thirteen findings, odd names and figures, no photograph or forty, plans of any kind. */
export function drawnRecord(seed: number): PaperRecord {
  const chance = seededChance(seed);
  const upTo = (n: number) => Math.floor(chance() * (n + 1));
  const one = <T>(of: readonly T[]): T => of[upTo(of.length - 1)]!;
  const some = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));
  const said = (n = 6) => some(1 + upTo(n), () => one(WORDS)).join(', ');
  const span = (most: number): [number, number] => {
    const from = chance() * most;
    return [from, from * (1 + chance())];
  };
  const plan = (i: number): PlanOnPaper => {
    const ids = some(1 + upTo(13), () => one(TREATMENT_IDS));
    const sides = (['bass', 'treble'] as const).map((side) => ({
      side,
      action: { value: chance() * 5e-3, sd: 1e-4 },
      months: some(12, (month) => ({ day: 20300 + 30 * month, median: chance() * 5e-3 })),
    }));
    const of = {
      kinds: i === 0 ? ['leave it'] : [AMBITIONS[(i - 1) % AMBITIONS.length]],
      ids,
      outcome: { sides, chance: chance(), slack: chance() < 0.1 },
      cost: {
        ...{ hours: span(40), days: span(60), money: chance() < 0.8 ? span(9000) : null },
        ...{ undo: 1 + upTo(4), originals: one(['untouched', 'kept apart', 'altered', 'lost']) },
      },
      undone: [],
    };
    return {
      name: one(WORDS),
      chosen: chance() < 0.2,
      // only what papers read of a plan is drawn
      plan: of as unknown as RepairPlan,
      tree: null,
      left: some(upTo(5), () => `${said(2)}.`),
      steps: ids.map((id) => ({
        name: TREATMENTS[id].name,
        why: `${said()}.`,
        hands: span(12),
        materials: some(upTo(4), () => one(WORDS)),
        consent: TREATMENTS[id].consent === true,
      })),
    };
  };
  const photographs = chance() < 0.5 ? 0 : 40;
  return {
    ...RECORD,
    heights: one(['64ths', 'thou', 'mm'] as const),
    lengths: one(['mm', 'in'] as const),
    instrument: {
      ...RECORD.instrument,
      ...{ nickname: `${one(WORDS)} ${seed}`, maker: said(3), identity: said(20), complaint: said(12) },
      owner: some(1 + upTo(6), () => one(WORDS)).join(' '),
      doubtful: some(upTo(6), () => one(WORDS)),
    },
    judged: {
      ...RECORD.judged,
      unsound: chance() < 0.2,
      findings: some(upTo(13), () => ({
        severity: one(['live', 'structural', 'playing', 'watch'] as const),
        text: `${said()}.`,
        more: some(upTo(3), () => said()),
        never: some(upTo(4), () => one(WORDS)),
        marks: [],
      })),
      notLooked: some(upTo(12), () => one(WORDS)),
    },
    done: some(upTo(30), () => ({ when: `about ${1900 + upTo(120)}`, what: said() })),
    photographs: some(photographs, () => ({ bytes: PIXEL, said: one(WORDS), caption: said(10) })),
    plans: some(upTo(4), plan),
    quick:
      chance() < 0.3
        ? null
        : {
            ...{ date: '2026-04-05', byName: said(1), asking: one(['', '£ 1 300', '$ 75']) },
            words: {
              ...{ first: `${said()}.`, state: one(['Sound', 'Watch', 'Repair']) },
              ...{ lines: some(upTo(3), () => `${said()}.`), unseen: some(upTo(2), () => `${said()}.`) },
            },
            points: some(upTo(20), () => ({
              name: said(1),
              found: said(3),
              verdict: one(['sound', 'watch', 'repair']),
            })),
          },
    job:
      chance() < 0.3
        ? null
        : {
            ...{ name: said(2), asked: said(), opened: '2026-01-02' },
            handedOver: chance() < 0.5 ? null : '2026-03-04',
            came: some(upTo(9), () => ({ say: said(3), estimated: span(9), worked: chance() * 20 })),
            used: some(upTo(5), () => said(2)),
            open: some(upTo(9), () => ({
              name: said(2),
              hands: span(9),
              materials: some(upTo(3), () => one(WORDS)),
            })),
            finished: some(upTo(4), () => said(2)),
            wanted: some(upTo(4), () => said(2)),
            ours: some(upTo(2), () => said()),
            log: some(upTo(20), (day) => ({
              day: `2026-02-${10 + (day % 18)}`,
              lines: some(1 + upTo(5), () => said()),
            })),
            parts: some(upTo(12), () => ({ name: said(2), where: said(2) })),
            otherwise: some(upTo(3), () => said()),
            leftOut: some(upTo(3), () => said()),
          },
  };
}
