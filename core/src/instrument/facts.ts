import type { BreathingOfKind } from '../forecast/index.js';
import type { Build } from '../construction/index.js';
import type { Schools } from '../diagnosis/index.js';
import type { Stretch } from '../body-plan/marks.js';
import type { Face, MarkKind, MarkState, Path, BodyPlan } from '../body-plan/index.js';
import type { PointId, ReadingValue, StateId, StrungAfter } from '../readings/index.js';
import type { StringKind } from '../strings/index.js';
import type { Outer, PlayingStyle } from '../targets/index.js';
import type { TreatmentId } from '../treatments/index.js';
import type { MeterKind, SpeciesId } from '../wood/index.js';
import type { InterventionKind } from './interventions.js';
import type { MoveFacts } from './stays.js';
import type { StorageFacts } from './storage.js';

/**
 * What is recorded of an instrument, reduced to what the computation needs: SI, percent and whole days, no words that
 * are only shown. Lists are oldest first. Everything that is worked out of an instrument is worked out from this, and
 * is as old as this is.
 */
export interface InstrumentRecord {
  instrument: InstrumentFacts;
  examinations: ExaminationFacts[];
  interventions: InterventionFacts[];
  marks: MarkFacts[];
  /** null where no plan of its body is drawn */
  plan: BodyPlan | null;
  /** what the plate model found for that plan as it is now; null where it is not solved */
  top: SolvedTopFacts | null;
  /** where it will be kept */
  kept: StorageFacts;
  /** what the shop follows otherwise than the house */
  schools?: Partial<Schools>;
  /** share of what is solved for a top that the shop's own tops move by; the house's where left out */
  inUse?: number;
  /** how the shop's own of its kind breathe, where they were shown to differ from all */
  ofKind?: BreathingOfKind;
}

export const INSTRUMENT_TYPES = ['flat-top', 'archtop'] as const;
export type InstrumentType = (typeof INSTRUMENT_TYPES)[number];

/** What an instrument is. Lengths m; null where it was not measured. */
export interface InstrumentFacts {
  type: InstrumentType;
  scale: number;
  /** fret at which the neck meets the body */
  bodyJoin: number;
  topSpecies: SpeciesId;
  laminatedTop: boolean;
  playingStyle: PlayingStyle;
  /** relief wanted between fret 1 and the body join */
  reliefTarget: number;
  /** wanted action at fret 12; null takes the playing style's */
  targetBass: number | null;
  targetTreble: number | null;
  rod: 'adjustable' | 'none' | 'unknown';
  heelDepth: number | null;
  /** across the cheeks, where they meet the body */
  heelWidth?: number | null;
  extension: number | null;
  bodyLength: number | null;
  bodyWidth: number | null;
  archHeight: number | null;
  /** of the string set at pitch, N */
  stringPull: number;
  /** of its outer strings alone, N */
  outerPull: Outer;
  stringKind: StringKind;
  /** two strings a course */
  pairedStrings: boolean;
  build: Build;
  /** of the top, in the middle of the lower bout */
  topThickness: number | null;
  /** of the sphere that the top was built on */
  domeRadius: number | null;
  /** of the strings over the top at the saddle, and 100 mm before it */
  stringHeight: number | null;
  stringHeightBefore: number | null;
  /** what nobody knows, and a usual one stands for */
  assumed: AssumedFact[];
}

/** Facts that a usual one stands for while nobody knows them. */
export const ASSUMED_FACTS = ['topSpecies', 'stringSet', 'playingStyle', 'scale'] as const;
export type AssumedFact = (typeof ASSUMED_FACTS)[number];

export const STRING_STATES = ['pitch', 'slack', 'off'] as const;
export type StringState = (typeof STRING_STATES)[number];

/** One examination. Percent, °C, days; null where it was not read. */
export interface ExaminationFacts {
  id: string;
  /** YYYY-MM-DD */
  date: string;
  strings: StringState;
  /** what needs pitch was not taken, because the instrument is unsound */
  heldUnsound?: boolean;
  daysAtPitch: number | null;
  /** what it was strung up after; null where that was not asked */
  pitchAfter?: StrungAfter | null;
  humidity: number | null;
  celsius: number | null;
  /** its air was said to be misread: it tells nothing */
  airMisread?: boolean;
  /** mean of what a moisture meter showed, and its species setting in words */
  meter: { shown: number; kind: MeterKind | null; setting: string } | null;
  /** the two frets held for the relief */
  reliefFrets: [number, number];
  readings: ReadingValue[];
  findings: { point: PointId; states: StateId[]; frets: number[] }[];
}

/** Something that was done to the instrument. */
export interface InterventionFacts {
  id: string;
  date: string;
  /** its day is only roughly known: nothing is reckoned from it in days */
  roughly?: boolean;
  /** the examination of the same day that it followed; null where it came before all of that day */
  follows: string | null;
  kinds: InterventionKind[];
  /** of the catalogue, where it was some of them */
  treatments?: TreatmentId[];
  /** at the bench, where somebody wrote them down */
  hours?: number;
  /** where it was taken, where it was moved */
  moved?: MoveFacts;
}

/** A mark of the map with its sightings that stand, oldest first. Lengths m. */
export interface MarkFacts {
  id: string;
  kind: MarkKind;
  face: Face;
  name: string;
  /** the brace that is loose */
  brace: string | null;
  sightings: {
    date: string;
    path: Path;
    /** by ruler; null where it was only drawn */
    ruled: number | null;
    /** of a crack at its widest; how far a loose brace stands open with the strings off */
    width: number | null;
    /** of a loose brace: its tip is let into the lining; null where nobody looked */
    letIn: boolean | null;
    /** how far a feeler goes in */
    depth: number | null;
    /** along the brace; null where it is none */
    stretch: Stretch | null;
    state: MarkState;
  }[];
}

/** What the plate model found for an instrument's own plan. */
export interface SolvedTopFacts {
  /** at the saddle line, m per %MC, of a solid top; null where it could not be solved */
  rise: number | null;
  /** how much of the top's shrinking braces and rim hold back, 0 to 1; null where it could not be solved */
  restraint: number | null;
  /** by what factor it breathes differently since an intervention, by its id */
  breathes: Readonly<Record<string, number>>;
  /** null where it could not be solved */
  strung?: StrungTopFacts | null;
}

/** What the strings do to a top at pitch, glued, and how its last belly profile stands against that. */
export interface StrungTopFacts {
  /** of the saddle line, m, and the turn of the bridge, rad */
  rise: number;
  turn: number;
  /** the whole distortion against the glued, unset top; null where the belly was not read at enough places */
  belly: {
    verdict: 'sound dome' | 'folding' | 'cannot tell';
    /** near 0 sound, large folding */
    foldIndex: { value: number; sd: number };
    /** far damper than the air says: what a brace that came loose and was not found looks like */
    lookInside: boolean;
    date: string;
  } | null;
}
