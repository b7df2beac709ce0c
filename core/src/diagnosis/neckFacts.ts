import type { QuestionId } from './questions.js';
import { mm } from '../units/index.js';
import type { Evidence } from './evidence.js';
import type { Known } from './known.js';

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

/** A sound hole that stands so far out of its plane is sunk, m. House figure. */
const SUNK = 0.8 * mm;

/** The sound hole lies sunk: what holds the neck's foot has moved, and comes before its angle. */
export const holeSunk = (known: Known): boolean =>
  known.has('topShape', 'sunken-at-the-hole') ||
  known.readsOf('soundHole').some(({ value, sd }) => value - 2 * sd > SUNK);

/** How it is joined is asked where nobody knows it. */
export const asksJoint = ({ instrument }: Known): QuestionId[] =>
  instrument.build.neckJoint ? [] : ['joint-kind'];
