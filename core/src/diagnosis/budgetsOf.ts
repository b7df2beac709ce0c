import type { Uncertain } from '../numeric/index.js';
import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { mm } from '../units/index.js';
import { type QuantityId, type SideMeasured } from '../readings/index.js';
import { firstFretGapWanted, saddleShowingWanted, WHEEL_TRAVEL } from '../targets/index.js';
import { actionBudget, crownFor, type ActionBudget, type BudgetInput } from './budget.js';
import type { Evidence, ReadItem, Today } from './evidence.js';
import { ALONG } from './fold.js';
import { topAtSaddle, type NearBridge } from './rimPlane.js';
import { STRAIGHTEDGE_SCHOOLS } from './schools.js';
import { standOfSide, type SideStance } from './sideStance.js';

/** How a bridge is made, in its middle, m: 8 to 10 mm on a flat top. House caution, from memory. */
const MADE_BRIDGE: Uncertain = { value: 9 * mm, sd: 0.5 * mm };
/** The strings and the glued top do not move the saddle line more than this, either way, m. By trial of the plate model. */
const STRINGS_LIFT: Uncertain = { value: 0, sd: 0.2 * mm };
/** What is believed of the belly's part before anything was read, by its shape as it was seen, m. House figures. */
const BELLY: Record<'unseen' | 'even' | 'folded' | 'sunk', Uncertain> = {
  unseen: { value: 0, sd: 1 * mm },
  even: { value: 0, sd: 0.5 * mm },
  folded: { value: 1 * mm, sd: 0.9 * mm },
  sunk: { value: 0, sd: 0.9 * mm },
};
const STANCE = ['action12', 'firstFretGap', 'relief', 'straightedge', 'saddleShowing'] as const;
/** Every side whose action was read at pitch, with its budget where its stance was read in full. */
export function sidesOf(evidence: Evidence, today: Today = {}): SideStance[] {
  return STRING_SIDES.flatMap((side): SideStance[] => {
    const read = (quantity: QuantityId) => reading(evidence, quantity, side);
    const action = read('action12');
    if (!action) return [];
    const missing = STANCE.filter((quantity) => !read(quantity));
    const measured =
      missing.length === 0
        ? (Object.fromEntries(
            STANCE.map((quantity) => [quantity, read(quantity)!.carried]),
          ) as unknown as SideMeasured)
        : null;
    const budget = measured && budgetOf(evidence, side, measured);
    const ends = {
      wheel: read('wheelHeight')?.carried ?? null,
      breakAngle: read('breakAngle')?.carried ?? null,
    };
    return [
      standOfSide(evidence, side, action.carried, budget, measured, missing, ends, today[side] ?? null),
    ];
  });
}

const reading = ({ reads }: Evidence, quantity: QuantityId, place: ReadItem['place']): ReadItem | undefined =>
  reads.find((one) => one.quantity === quantity && one.place === place);

function budgetOf(evidence: Evidence, side: StringSide, measured: SideMeasured): ActionBudget {
  const { instrument, history } = evidence;
  const neck = instrument.necks[side];
  const wanted = {
    target: instrument.target[side],
    reliefTarget: instrument.reliefTarget,
    gapTarget: firstFretGapWanted(instrument.stringKind)[side].target,
  };
  const season = history[side]?.season ?? { value: 0, sd: 0 };
  const { rim, read } = rimOf(evidence, side);
  return actionBudget({
    side,
    neck,
    measured,
    ...wanted,
    straightedgeTarget: planeWanted(evidence, side, measured, crownFor(neck, wanted)),
    season,
    rim,
    rimEvidence: read,
  });
}

/** What tells belly, thickness and neck of a side apart, with what was read of it. */
export function rimOf(evidence: Evidence, side: StringSide): { rim: BudgetInput['rim']; read: QuantityId[] } {
  const { instrument, history, top } = evidence;
  const season = history[side]?.season ?? { value: 0, sd: 0 };
  const archtop = instrument.type === 'archtop';
  const strings = top?.strings ?? STRINGS_LIFT;
  const { height, read } = bellyAt(evidence, side);
  const thickness = archtop ? null : (reading(evidence, 'bridgeThickness', 'middle')?.carried ?? null);
  const fretPlane = reading(evidence, 'fretPlane', side)?.carried ?? null;
  return {
    rim: {
      sound: {
        value: instrument.builtDome.value + strings.value,
        sd: Math.hypot(instrument.builtDome.sd, strings.sd),
      },
      // an archtop's base is no part of what is asked: its wheels are
      madeThickness: archtop ? { value: 0, sd: 1e-6 } : MADE_BRIDGE,
      // as it would stand where it will be kept
      top: height && { value: height.value - 2 * season.value, sd: Math.hypot(height.sd, season.sd) },
      thickness: archtop ? { value: 0, sd: 1e-6 } : thickness,
      fretPlane,
      belly: BELLY[shapeOf(evidence)],
    },
    read: [...read, ...(fretPlane ? (['fretPlane'] as const) : [])],
  };
}

/** How the top was seen to stand. */
function shapeOf({ points }: Evidence): keyof typeof BELLY {
  const states = points.find(({ point }) => point === 'topShape')?.states ?? [];
  if (states.includes('hollow-and-hump')) return 'folded';
  if (states.includes('sunken-at-the-hole')) return 'sunk';
  return states.includes('even-dome') || states.includes('flat') ? 'even' : 'unseen';
}

/** The top under the saddle over the rim plane, by what was read near it. */
function bellyAt(evidence: Evidence, side: StringSide): { height: Uncertain | null; read: QuantityId[] } {
  if (evidence.instrument.type === 'archtop') {
    const arch = reading(evidence, 'archHeight', side);
    return { height: arch?.carried ?? null, read: arch ? ['archHeight'] : [] };
  }
  const along = evidence.reads.filter(
    ({ quantity, place }) => quantity === 'bellyAlong' && ALONG[place] !== undefined,
  );
  const behind = reading(evidence, 'bellyBehindBridge', 'centre');
  const near: NearBridge[] = [
    ...along.map(({ place, carried }) => ({ ...carried, before: ALONG[place]! })),
    ...(behind && !along.some(({ place }) => place === 'behind40')
      ? [{ ...behind.carried, before: -0.04 }]
      : []),
  ];
  const lean = reading(evidence, 'bridgeTilt', 'centre');
  return {
    height: topAtSaddle(near, lean?.carried ?? null),
    read: [
      ...(behind ? (['bellyBehindBridge'] as const) : []),
      ...(along.length > 0 ? (['bellyAlong'] as const) : []),
      ...(lean ? (['bridgeTilt'] as const) : []),
    ],
  };
}

/**
 * Straightedge over the bridge top that is wanted. Steel: the school's. Nylon: what carries the wanted action on a saddle
 * in the middle of what stands well, since its board runs far lower. Archtop: what has the wanted action with the wheels in
 * the middle of their travel; its first reading where the wheels were not read.
 */
function planeWanted(evidence: Evidence, side: StringSide, measured: SideMeasured, crown: number): number {
  const { type, stringKind } = evidence.instrument;
  if (type === 'archtop') {
    const wheel = reading(evidence, 'wheelHeight', side)?.carried;
    return wheel
      ? measured.saddleShowing.value - wheel.value + WHEEL_TRAVEL.middle - crown
      : (evidence.firstPlane[side] ?? measured.straightedge.value);
  }
  if (stringKind === 'steel') return STRAIGHTEDGE_SCHOOLS[evidence.schools.straightedge];
  const { least, most } = saddleShowingWanted(stringKind);
  return (least + most) / 2 - crown;
}
