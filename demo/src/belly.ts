import { pathLength, type BodyPlan } from '@upright-elder/core/body-plan';
import { normal, seededChance } from '@upright-elder/core/numeric';
import type { Place } from '@upright-elder/core/readings';
import { setTension, STRING_SETS, TUNINGS } from '@upright-elder/core/strings';
import {
  armsToLoad,
  bellyStation,
  builtDome,
  SolvedTop,
  topSpec,
  loadSpots,
  type LooseStretch,
} from '@upright-elder/core/top';
import { parseLength, mm } from '@upright-elder/core/units';
import { planOfInvented } from './maps.js';
import type { InventedInstrument } from './truth.js';

/** Wood was this dry when the tops were glued, %MC. */
export const GLUED_AT = 8.5;

/** A mesh that is not the program's, m. */
const SPACING = 0.0145;

/** A top as it really is: not of the thickness, stiffness and sides that the program takes, and its gaps a little open. */
interface TrueTop {
  plan: BodyPlan;
  top: SolvedTop;
  loose: LooseStretch[];
  /** of the strings that it is built for, N */
  tension: number;
}

const tops = new Map<string, TrueTop>();

function trueTop(instrument: InventedInstrument): TrueTop {
  const { input, seed } = instrument;
  const known = tops.get(input.nickname);
  if (known) return known;
  const plan = planOfInvented(instrument);
  const chance = seededChance(1000 + seed);
  const thickness = 2.75 * mm + 0.2 * mm * normal(chance);
  const stiffer = Math.exp(0.12 * normal(chance));
  const half = plan.outline.length / 2;
  const loose =
    input.nickname === 'Little Anchor' ? looseLegs(plan).map((one) => ({ ...one, gap: 0.1 * mm })) : [];
  const spec = topSpec(plan, { species: input.topSpecies, laminated: input.laminatedTop, thickness });
  const { along, across, shear } = spec.sheet;
  const top = new SolvedTop(
    {
      ...spec,
      sheet: { ...spec.sheet, along: along * stiffer, across: across * stiffer, shear: shear * stiffer },
      // thinner towards the edge, as a hand leaves it
      local: ([x, y]) => ({
        thickness: 1 - 0.1 * Math.min(1, Math.hypot(x / 0.19, (y - half) / half) ** 4),
        patch: null,
      }),
      rim: { inPlane: 4e5, turning: 40 },
    },
    { spacing: SPACING, recorded: loose },
  );
  const scale = parseLength(input.scale.text, input.scale.unit);
  const tension = setTension(
    STRING_SETS[input.stringSet],
    TUNINGS[input.tuning],
    scale.ok ? scale.value : 0.645,
  )!.total;
  const found = { plan, top, loose, tension };
  tops.set(input.nickname, found);
  return found;
}

const bellies = new Map<string, (place: Place, risen: number) => number>();

/**
 * The belly of an invented flat top at a station, mm over the rim: what is left of its dome, what strings do to it with
 * the set it has taken, and the damp.
 *
 * @returns of a station and the rise of the saddle line by damp and age since it was glued, mm
 */
export function bellyOf(instrument: InventedInstrument): (place: Place, risen: number) => number {
  const { nickname } = instrument.input;
  const found = bellies.get(nickname);
  if (found) return found;
  const { truth } = instrument;
  const { plan, top, loose, tension } = trueTop(instrument);
  const strung = top.state(loose, { pull: tension, moisture: 0 });
  const [damper, drier] = top.states(loose, [
    { pull: tension, moisture: 1, felt: 0 },
    { pull: tension, moisture: -1, felt: 0 },
  ]);
  const perMoisture = (damper!.saddle.rise - drier!.saddle.rise) / 2;
  const belly = (place: Place, risen: number) => {
    const point = bellyStation(plan, place);
    if (!point) throw new Error(`the belly is not read at ${place}`);
    const built = 1000 * builtDome(plan, top.spec.domeRadius, point);
    const pulled = 1000 * top.at(strung.rise, point);
    const damp = risen * ((top.at(damper!.rise, point) - top.at(drier!.rise, point)) / 2 / perMoisture);
    return (truth.dome ?? 1) * built + (1 + (truth.set ?? 0)) * pulled + damp;
  };
  bellies.set(nickname, belly);
  return belly;
}

/** Both lower legs of the X over their outer two thirds. */
const looseLegs = (plan: BodyPlan): LooseStretch[] =>
  plan.braces
    .filter(({ kind }) => kind === 'X brace')
    .map(({ id, path }) => ({ brace: id, from: 0, to: (2 / 3) * pathLength(path.slice(0, 2)) }));

/** What a dial read at each spot of a walk, mm: zero, under the weight, zero again. */
export interface Walked {
  spot: string;
  zero: string;
  loaded: string;
  back: string;
}

/** A weight walked over an invented top, its one arm loose or glued; spots missed a little, the dial read to a hundredth. */
export function walkOf(
  instrument: InventedInstrument,
  { arm, share, newtons }: { arm: string; share: number; newtons: number },
  seed: number,
): Walked[] {
  const { plan, top } = trueTop(instrument);
  const chance = seededChance(seed);
  const gauss = () => normal(chance);
  const spots = loadSpots(plan);
  const of = armsToLoad(plan).find(({ name }) => name === arm)!;
  const loose = share > 0 ? [{ brace: of.brace, from: 0, to: share * of.length, gap: 0.6 * mm }] : [];
  const missed = spots.map(({ point: [x, y] }) => [x + 2 * mm * gauss(), y + 2 * mm * gauss()] as const);
  return top.dips(missed, newtons, loose).map((dip, i) => {
    const back = Math.abs(0.007 * gauss());
    return {
      spot: spots[i]!.id,
      zero: '0',
      loaded: (1000 * dip + 0.008 * gauss()).toFixed(2),
      back: back.toFixed(2),
    };
  });
}
