import type { Evidence } from './evidence.js';

/** What can be asked of a truss rod. */
export type Rod = 'none' | 'works' | 'fails' | 'not known';

/** The rod as it is entered, and as it was found: one that spins or is at its end pulls nothing. */
export function rodOf({ instrument, points }: Pick<Evidence, 'instrument' | 'points'>): Rod {
  const states = points.find(({ point }) => point === 'trussRod')?.states ?? [];
  if (instrument.rod === 'none' || states.includes('none-fitted')) return 'none';
  if (states.includes('spins') || states.includes('at-its-end')) return 'fails';
  return instrument.rod === 'adjustable' ? 'works' : 'not known';
}

/** Neck and body are one: there is no joint to open. */
export const isIntegral = ({ build }: Pick<Evidence['instrument'], 'build'>): boolean =>
  build.neckJoint === 'spanish-heel' || build.neckJoint === 'through';
