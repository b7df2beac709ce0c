import { mm } from '../src/units/index.js';
import type { InstrumentFacts } from '../src/instrument/index.js';

/** A flat-top on steel strings of which only what every instrument must say is known; tests vary it. */
export const FLAT_TOP: InstrumentFacts = {
  type: 'flat-top',
  scale: 0.645,
  bodyJoin: 14,
  topSpecies: 'sitka-spruce',
  laminatedTop: false,
  playingStyle: 'medium',
  reliefTarget: 0.2 * mm,
  targetBass: null,
  targetTreble: null,
  rod: 'none',
  heelDepth: null,
  extension: null,
  bodyLength: null,
  bodyWidth: null,
  archHeight: null,
  stringPull: 735,
  outerPull: { bass: 113, treble: 104 },
  stringKind: 'steel',
  pairedStrings: false,
  build: {},
  topThickness: null,
  domeRadius: null,
  stringHeight: null,
  stringHeightBefore: null,
  assumed: [],
};
