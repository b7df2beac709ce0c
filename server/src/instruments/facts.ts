import type { Length } from '@upright-elder/contract';
import { knownOr, NOT_KNOWN, USUAL_FACTS } from '@upright-elder/core/construction';
import { ASSUMED_FACTS, type InstrumentFacts } from '@upright-elder/core/instrument';
import { RELIEF_SCHOOLS } from '@upright-elder/core/targets';
import type { StrungFacts } from '../strings/known-strings.js';
import type { InstrumentEntity } from './instrument.entity.js';

/** What of a stored instrument the computation needs. */
export function factsOf(row: InstrumentEntity, strung: StrungFacts): InstrumentFacts {
  const metres = (length: Length | null) => length?.metres ?? null;
  return {
    type: row.type,
    scale: row.scale.metres,
    bodyJoin: row.bodyJoin,
    topSpecies: knownOr(row.topSpecies, USUAL_FACTS.topSpecies),
    laminatedTop: row.laminatedTop,
    playingStyle: knownOr(row.playingStyle, USUAL_FACTS.playingStyle),
    reliefTarget: RELIEF_SCHOOLS[row.reliefSchool].relief[strung.stringKind],
    targetBass: metres(row.targetBass),
    targetTreble: metres(row.targetTreble),
    rod: row.rod,
    heelDepth: metres(row.heelDepth),
    heelWidth: metres(row.heelWidth),
    extension: metres(row.extension),
    bodyLength: metres(row.bodyLength),
    bodyWidth: metres(row.bodyWidth),
    archHeight: metres(row.archHeight),
    ...strung,
    build: row.build,
    topThickness: metres(row.topThickness),
    domeRadius: metres(row.domeRadius),
    stringHeight: metres(row.stringHeight),
    stringHeightBefore: metres(row.stringHeightBefore),
    assumed: ASSUMED_FACTS.filter((fact) =>
      fact === 'scale' ? row.doubtful.includes('scale length') : row[fact] === NOT_KNOWN,
    ),
  };
}
