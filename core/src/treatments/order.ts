import { TREATMENTS, type TreatmentId } from './catalogue/index.js';
import { WORK_STAGES, type WorkStage } from './treatment.js';

/** An amount that a step takes, adds or turns. SI, with its error. */
export interface Amount {
  of: string;
  value: number;
  sd: number;
}

/** A chosen treatment before it has its place. */
export interface Chosen {
  id: TreatmentId;
  /** why it is in the plan */
  why: string;
  /** findings that it answers */
  answers: string[];
  amounts: Amount[];
  /** why its amounts are not given yet; null where they are, or it has none */
  withheld: string | null;
}

/** A treatment in its place, with the arrows that put it there. */
export interface Ordered extends Chosen {
  place: number;
  after: { id: TreatmentId; because: string }[];
}

/** What of the earlier stages must be done before one of a later stage, and the reason that the planner prints. */
const BEFORE: Partial<Record<WorkStage, Partial<Record<WorkStage, string>>>> = {
  look: {
    today: 'what is live now comes before what is only dirty; loose finish is laid down before cleaning',
  },
  moisture: {
    today: 'slack before wetting, drying, heating or opening anything',
    look: 'dirt hides cracks, and they are measured before they close',
  },
  'taken off': { today: 'slack before opening anything', moisture: 'wood is worked at working moisture' },
  cracks: {
    today: 'slack before opening anything',
    moisture: 'moisture before structural glue: wood glued dry or damp is glued at the wrong size',
    'taken off': 'what covers a crack comes off first',
  },
  inside: {
    today: 'slack before opening anything',
    look: 'what is loose is found first',
    moisture: 'moisture before structural glue: wood glued dry or damp is glued at the wrong size',
    cracks: 'a crack before the brace, plate or bridge that covers it',
  },
  belly: {
    cracks: 'no heat over an open crack',
    inside: 'braces and plate before flattening: otherwise the fold comes back',
    moisture: 'moisture before structural work',
  },
  bridge: {
    cracks: 'a crack before the bridge that covers it',
    inside: 'inside before outside: what carries the bridge before the bridge',
    belly: 'the belly before the bridge that sits on it',
    'taken off': 'the footprint is cleaned while it is off',
  },
  rest: {
    inside: 'the glue has set before it carries',
    bridge: 'an old box that was opened moves once more under tension',
    belly: 'a flattened belly gives part of it back under tension',
    cracks: 'the glue has set before it carries',
    moisture: 'it is judged at working moisture',
  },
  measure: {
    rest: 'only a settled box is measured for good',
    moisture: 'it is measured at working moisture',
  },
  'neck straight': {
    moisture: 'a neck bends with its moisture; it is judged at working moisture',
    measure: 'the readings are made to agree first',
  },
  'neck angle': {
    'neck straight': 'the neck is straight before its angle is judged',
    rest: 'belly and bridge settle before the neck angle: the angle is set to where the bridge ends up',
    inside: 'what holds the heel must stand still first',
    look: 'numbers, labels and hidden fixings are noted first',
    measure: 'the angle is cut by what was measured',
  },
  frets: {
    'neck angle': 'the angle before the frets',
    'neck straight': 'the neck is straight and settled before frets are levelled',
  },
  nut: {
    frets: 'frets before the nut',
    'neck straight': 'the neck is set before the nut is cut',
    'neck angle': 'board and frets before the nut',
    measure: 'the readings are made to agree before anything is cut',
  },
  saddle: {
    nut: 'nut before saddle',
    rest: 'the saddle is cut to its last height only after resting',
    'neck straight': 'the neck is set before the saddle is cut',
    'neck angle': 'the neck angle is settled before the saddle is cut',
    measure: 'the readings are made to agree before anything is cut',
  },
  'set-up': Object.fromEntries(WORK_STAGES.slice(0, -1).map((stage) => [stage, 'the last thing of all'])),
};

/** Within a stage the order of the catalogue holds; these pairs need a reason of their own. */
const WITHIN: Partial<Record<TreatmentId, Partial<Record<TreatmentId, string>>>> = {
  'fit-heel': { 'neck-off': 'the steamed joint dries before it is cut' },
  'reglue-neck': { 'fit-heel': 'a dry fit passes before glue is warmed' },
  extension: { 'reglue-neck': 'glued flat after a reset the board gets a kink at the body join' },
  'replace-plate': { 'graft-top': 'the top before the plate that covers it' },
  'spot-level': { 'seat-fret': 'loose frets seated before any levelling' },
  'level-frets': { 'seat-fret': 'loose frets seated before any levelling' },
  refret: { 'seat-fret': 'loose frets seen to first' },
  'ramp-holes': { saddle: 'ramps after the saddle height is known' },
};

/** What stands elsewhere within its stage than in the catalogue. */
const LATE: Partial<Record<TreatmentId, number>> = { 'seat-fret': -1, extension: 900 };

const CATALOGUE = Object.keys(TREATMENTS) as TreatmentId[];
const rank = (id: TreatmentId): number =>
  WORK_STAGES.indexOf(TREATMENTS[id].stage) * 1000 + (LATE[id] ?? CATALOGUE.indexOf(id));

/** Puts treatments in the order of the bench, each with the arrows that put it there. Each id once. */
export function orderTreatments(chosen: readonly Chosen[]): Ordered[] {
  const sorted = [...chosen].sort((a, b) => rank(a.id) - rank(b.id));
  return sorted.map((one, i) => ({
    ...one,
    place: i + 1,
    after: sorted.slice(0, i).flatMap(({ id }) => {
      const because = WITHIN[one.id]?.[id] ?? BEFORE[TREATMENTS[one.id].stage]?.[TREATMENTS[id].stage];
      return because ? [{ id, because }] : [];
    }),
  }));
}
