import type { Length } from '@upright-elder/contract';
import { knownOr, NOT_KNOWN, USUAL_FACTS, type NotKnown } from '@upright-elder/core/build';
import { ASSUMED_FACTS, type InstrumentFacts } from '@upright-elder/core/instrument';
import { setTension, STRING_SETS, TUNINGS, type StringSetId } from '@upright-elder/core/strings';
import { RELIEF_SCHOOLS } from '@upright-elder/core/targets';
import type { InstrumentEntity } from './instrument.entity.js';

/** What of a stored instrument the computation needs. */
export function factsOf(row: InstrumentEntity): InstrumentFacts {
  const metres = (length: Length | null) => length?.metres ?? null;
  return {
    type: row.type,
    scale: row.scale.metres,
    bodyJoin: row.bodyJoin,
    topSpecies: knownOr(row.topSpecies, USUAL_FACTS.topSpecies),
    laminatedTop: row.laminatedTop,
    playingStyle: knownOr(row.playingStyle, USUAL_FACTS.playingStyle),
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
    build: row.build,
    topThickness: metres(row.topThickness),
    domeRadius: metres(row.domeRadius),
    stringHeight: metres(row.stringHeight),
    stringHeightBefore: metres(row.stringHeightBefore),
    assumed: ASSUMED_FACTS.filter((fact) => row[fact] === NOT_KNOWN),
  };
}

/** Pull of a set on an instrument at its own tuning, N; of the usual one where it is not known. */
export const pullOf = (
  { tuning, scale }: Pick<InstrumentEntity, 'tuning' | 'scale'>,
  set: StringSetId | NotKnown,
): number =>
  setTension(STRING_SETS[knownOr(set, USUAL_FACTS.stringSet)], TUNINGS[tuning], scale.metres).total;
