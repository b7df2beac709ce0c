import type { Length } from '@upright-elder/contract';
import {
  RELIEF_SCHOOLS,
  setTension,
  STRING_SETS,
  TUNINGS,
  type InstrumentFacts,
  type StringSetId,
} from '@upright-elder/core';
import type { InstrumentEntity } from './instrument.entity.js';

/** What of a stored instrument the computation needs. */
export function factsOf(row: InstrumentEntity): InstrumentFacts {
  const metres = (length: Length | null) => length?.metres ?? null;
  return {
    type: row.type,
    scale: row.scale.metres,
    bodyJoin: row.bodyJoin,
    topSpecies: row.topSpecies,
    laminatedTop: row.laminatedTop,
    playingStyle: row.playingStyle,
    reliefTarget: RELIEF_SCHOOLS[row.reliefSchool].relief,
    targetBass: metres(row.targetBass),
    targetTreble: metres(row.targetTreble),
    rod: row.rod,
    heelDepth: metres(row.heelDepth),
    extension: metres(row.extension),
    bodyLength: metres(row.bodyLength),
    bodyWidth: metres(row.bodyWidth),
    archHeight: metres(row.archHeight),
    stringPull: pullOf(row, row.stringSet),
  };
}

/** Pull of a set on an instrument at its own tuning, N. */
export const pullOf = (
  { tuning, scale }: Pick<InstrumentEntity, 'tuning' | 'scale'>,
  set: StringSetId,
): number => setTension(STRING_SETS[set], TUNINGS[tuning], scale.metres).total;
