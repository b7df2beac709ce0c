import type { ReadingInput } from '@upright-elder/contract';
import {
  INNER_STRINGS,
  QUANTITIES,
  STRINGS_BY_NUMBER,
  type Place,
  type QuantityId,
} from '@upright-elder/core/readings';
import { bellyOf, GLUED_AT } from './belly.js';
import type { InventedInstrument, Visit } from './truth.js';

/** The state of the body on the day of a visit. */
interface Day {
  /** of the saddle line since the instrument was invented, mm */
  rise: number;
  moisture: number;
  years: number;
  noise: (sd: number) => number;
}

/** What a visit reads beyond the stance: little at a re-check, everything at a full examination. */
export function bodyReadings(instrument: InventedInstrument, visit: Visit, day: Day): ReadingInput[] {
  const { truth, input } = instrument;
  const { rise, moisture, years, noise } = day;
  const archtop = input.type === 'archtop';
  const at = (quantity: QuantityId, place: Place, value: number, decimals = 2): ReadingInput => ({
    quantity,
    place,
    text: value.toFixed(decimals),
    unit: QUANTITIES[quantity].unit,
  });
  const all = (quantity: QuantityId, value: (place: Place, i: number) => number, decimals = 2) =>
    QUANTITIES[quantity].places.map((place, i) => at(quantity, place, value(place, i), decimals));
  // since it was glued: the rise is counted from the day it was invented
  const risen = rise + truth.breathing * (truth.at - GLUED_AT);
  const belly = archtop ? null : bellyOf(instrument);
  const shaped = (place: Place) => belly!(place, risen) + noise(0.06);
  const gap = truth.lifting
    ? Math.max(
        0,
        truth.lifting.gap + truth.lifting.perYear * years + truth.lifting.perDry * (truth.at - moisture),
      )
    : 0;
  const body: ReadingInput[] = archtop
    ? [
        at('bellyBehindBridge', 'centre', truth.belly! + rise + noise(0.06), 1),
        ...all(
          'archHeight',
          (place) => truth.belly! + rise - (place === 'treble' ? 0.4 : 0) + noise(0.06),
          1,
        ),
      ]
    : [
        at('bellyBehindBridge', 'centre', shaped('behind40'), 1),
        ...all('bellyAlong', shaped, 1),
        ...all(
          'bridgeGap',
          (place) => gap * (place === 'middle' ? 1 : 0.6) + (gap > 0 ? Math.abs(noise(0.015)) : 0),
        ),
      ];
  if (!visit.full) return visit.strings === 'slack' ? [] : body;
  const cents = { string6: -3, string5: -1, string4: 2, string3: 4, string2: 1, string1: -2 } as const;
  const full: ReadingInput[] = [
    ...INNER_STRINGS.map((place) => at('firstFretGapInner', place, truth.gap - 0.02 + noise(0.015))),
    ...STRINGS_BY_NUMBER.map((place, i) => at('nutSlot', place, 0.55 - i * 0.07 + noise(0.02))),
    ...STRINGS_BY_NUMBER.map((place) => at('intonation', place, cents[place] + noise(0.8), 0)),
    ...all('radius', () => (input.bodyJoin === 12 ? 16 : 12), 0),
    at('fretHeight', 'lowest', 0.72 + noise(0.03)),
    at('fretHeight', 'highest', 1.02 + noise(0.03)),
    at('nutWidth', 'centre', input.bodyJoin === 12 ? 44.5 : 42.9, 1),
    at('neckTwist', 'centre', 0.1 + noise(0.05), 1),
    ...all('breakAngle', () => (archtop ? 14 : 22) + noise(1), 0),
    ...all('edgeOutside', (place) => (place === 'bass' ? 4.25 : 4), 2),
    ...all('jointGap', () => Math.abs(noise(0.01))),
  ];
  const flat = (): ReadingInput[] => [
    ...(['bassWing', 'middle', 'trebleWing'] as const).map((place) => ({
      ...at('bridgeThickness', place, 0),
      text: [0, 1, 2].map(() => ((place === 'middle' ? 8.6 : 7.2) + noise(0.05)).toFixed(2)).join('; '),
    })),
    ...all('bellyAcross', shaped, 1),
    ...all('soundHole', () => Math.max(0, 0.2 + 0.15 * (truth.set ?? 0) + noise(0.04))),
    at('plateThickness', 'centre', 2.6 + noise(0.1), 1),
    ...(gap > 0
      ? [...all('bridgeGapDepth', () => 9 + 6 * gap, 0), at('bridgeGapLength', 'centre', 46 + 60 * gap, 0)]
      : []),
  ];
  const arched: ReadingInput[] = [
    at('backArch', 'centre', 15.2 + noise(0.05), 1),
    ...all('wheelHeight', () => 1.4 + noise(0.05)),
  ];
  return [...body, ...full, ...(archtop ? arched : flat())];
}
