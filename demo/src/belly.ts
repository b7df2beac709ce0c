import { pathLength, type Plan } from '@upright-elder/core/map';
import type { Place } from '@upright-elder/core/readings';
import { setTension, STRING_SETS, TUNINGS } from '@upright-elder/core/strings';
import { bellyStation, builtDome, SolvedTop, topSpec, type LooseStretch } from '@upright-elder/core/top';
import { parseLength } from '@upright-elder/core/units';
import { planOfInvented } from './maps.js';
import type { InventedInstrument } from './truth.js';

/** Wood was this dry when the tops were glued, %MC. */
export const GLUED_AT = 8.5;

/** Coarser than the program's own mesh: the truth is not what the program computes. */
const SPACING = 0.017;

const known = new Map<string, (place: Place, risen: number) => number>();

/**
 * The belly of an invented flat top at a station, mm over the rim: what is left of its dome, what strings do to it with
 * the set it has taken, and the damp.
 *
 * @returns of a station and the rise of the saddle line by damp and age since it was glued, mm
 */
export function bellyOf(instrument: InventedInstrument): (place: Place, risen: number) => number {
  const { nickname } = instrument.input;
  const found = known.get(nickname);
  if (found) return found;
  const { input, truth } = instrument;
  const plan = planOfInvented(instrument);
  const spec = topSpec(plan, { species: input.topSpecies, laminated: input.laminatedTop });
  const top = new SolvedTop(spec, { spacing: SPACING });
  const loose = nickname === 'Little Anchor' ? looseLegs(plan) : [];
  const scale = parseLength(input.scale.text, input.scale.unit);
  const tension = setTension(
    STRING_SETS[input.stringSet],
    TUNINGS[input.tuning],
    scale.ok ? scale.value : 0.645,
  )!.total;
  const pull = top.state(loose, { pull: tension, moisture: 0 });
  const moisture = top.open(loose).moisture;
  const belly = (place: Place, risen: number) => {
    const point = bellyStation(plan, place);
    if (!point) throw new Error(`the belly is not read at ${place}`);
    const built = 1000 * builtDome(plan, spec.domeRadius, point);
    const strung = 1000 * top.at(pull.rise, point);
    const damp = risen * (top.at(moisture.rise, point) / moisture.saddle.rise);
    return (truth.dome ?? 1) * built + (1 + (truth.set ?? 0)) * strung + damp;
  };
  known.set(nickname, belly);
  return belly;
}

/** Both lower legs of the X over their outer two thirds. */
const looseLegs = (plan: Plan): LooseStretch[] =>
  plan.braces
    .filter(({ kind }) => kind === 'X brace')
    .map(({ id, path }) => ({ brace: id, from: 0, to: (2 / 3) * pathLength(path.slice(0, 2)) }));
