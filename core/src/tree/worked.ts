import type { Uncertain } from '../numeric/index.js';
import type { Evidence, Finding, MarkItem, PointItem, ReadItem, Source } from '../diagnosis/index.js';
import { ruleIs } from '../diagnosis/index.js';
import { isAnswered, MADE, riseOf, type Ground, type Structure } from '../repair-plans/index.js';
import {
  HOUSE_TOOLS,
  POINTS,
  QUANTITIES,
  toolSd,
  type Place,
  type PointId,
  type QuantityId,
} from '../readings/index.js';
import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { straightedgeOf, type StanceBelief, type TrueStance } from './belief.js';
import type { Draw } from './draws.js';

/** A box that was opened or glued rises once more under tension, m: of one nobody knows which way it goes. House figures. */
const RISES_ONCE: Uncertain = { value: 0.4e-3, sd: 0.4e-3 };
/** Gluing what was loose takes this share of the fold's part. House figures, no source. */
const GLUED = { value: 0.25, sd: 0.3 };
/** From this rise on a top is called folded by eye, m. House figures, no source. */
const CALLED_FOLDED = { value: 1.2e-3, sd: 0.3e-3 };
/** Wood is read again this near to where it will be kept, %MC. House figure. */
const NEAR_KEPT = 0.4;
/** A top that rises by a metre leans by so much, rad; by trial of the plate model. */
const LEANS = (0.5 * Math.PI) / 180 / 1e-3;
/** Where the belly is read behind the saddle line, m, and how far a straight lean misses it there. House figures. */
const BEHIND = { by: 0.04, sd: 0.19e-3 };

/** The errors of the first reading that most hangs on. */
export const FIRST_READ: readonly string[] = [
  'wood 1',
  'off 1',
  ...['bass', 'treble'].flatMap((side) => [`action12 ${side} 1`, `straightedge ${side} 1`]),
  'bellyBehindBridge centre 1',
  'bridgeTilt centre 1',
];

/** What work on the structure does to how an instrument stands; the box rises once. */
export function worked(
  truth: TrueStance,
  ids: readonly TreatmentId[],
  { ground, belief, draw, risen }: { ground: Ground; belief: StanceBelief; draw: Draw; risen: boolean },
): TrueStance {
  const effects = ids.flatMap((id) => TREATMENTS[id].effects);
  const structures = effects.filter((one): one is Structure => one.on === 'structure');
  const rise = structures.length > 0 && !risen ? riseDrawn(ground, structures) : null;
  const glues = ids.some((id) => TREATMENTS[id].glues && TREATMENTS[id].stage === 'inside');
  const flattens = effects.some(({ on }) => on === 'belly');
  const fold = Math.max(0, truth.belly);
  const flat = ground.effects.effects.flattening;
  const share = (of: { value: number; sd: number }, name: string) =>
    Math.max(0, of.value + of.sd * draw.normal(name));
  const glued = glues ? share(GLUED, 'gluing') * fold : 0;
  const pressed = flattens ? share(flat, 'flattening') * Math.max(0, fold - glued) : 0;
  const belly = (rise ? rise.value + rise.sd * draw.normal('rise') : 0) - glued - pressed;
  const made = ids.some((id) =>
    TREATMENTS[id].effects.some((one) => one.on === 'thickness' && one.by === 'made'),
  );
  const thickness = made ? MADE.value + MADE.sd * draw.normal('bridge') - truth.made : truth.thickness;
  const lifted = belly + thickness - truth.thickness;
  return {
    ...truth,
    belly: truth.belly + belly,
    thickness,
    sides: Object.fromEntries(
      STRING_SIDES.map((side) => [
        side,
        { ...truth.sides[side], action: truth.sides[side].action + belief.sides[side].lever * lifted },
      ]),
    ) as TrueStance['sides'],
  };
}

/** By the shop's own cases, where it has some of what the plan reckons with. */
function riseDrawn(ground: Ground, structures: readonly Structure[]): Uncertain {
  const { effects } = ground.effects;
  const taught = Math.max(effects['rise when opened'].cases, effects['rise when glued'].cases) > 0;
  return taught ? riseOf(ground, structures) : RISES_ONCE;
}

/** What is read once the work is done, and what it then stands on. */
export interface ReadAgain {
  evidence: Evidence;
  /** action of each side as it is believed where it will be kept, m */
  levels: Record<StringSide, { value: number; sd: number }>;
}

/** An instrument read again at pitch: the whole stance, belly, tilt and bridge, by the tools that read it before. */
export function readAgain(
  { evidence, diagnosis, ...ground }: Ground,
  before: TrueStance,
  truth: TrueStance,
  ids: readonly TreatmentId[],
  { belief, draw, round }: { belief: StanceBelief; draw: Draw; round: number },
): ReadAgain {
  const damper = NEAR_KEPT * draw.normal(`wood ${round}`);
  const sensitivity = (side: StringSide) => evidence.history[side]?.sensitivity.value ?? 0;
  const reads: ReadItem[] = [];
  const read = (quantity: QuantityId, place: Place, value: number, widened = 0) => {
    const sd = toolSdOf(evidence, quantity, place);
    const error = sd * draw.normal(`${quantity} ${place} ${round}`);
    const told = { value: value + error, sd: Math.hypot(sd, widened) };
    reads.push({
      quantity,
      place,
      ...told,
      carried: told,
      date: AFTERWARDS,
      examinationId: AFTERWARDS,
      strings: 'pitch',
    });
    return told;
  };
  const archtop = evidence.instrument.type === 'archtop';
  const levels = Object.fromEntries(
    STRING_SIDES.map((side) => {
      const { action, gap, saddle, relief } = truth.sides[side];
      const of = belief.sides[side];
      const season = sensitivity(side) * damper;
      const told = read('action12', side, action + season);
      read('firstFretGap', side, gap);
      read('saddleShowing', side, saddle);
      read('relief', side, relief);
      read('straightedge', side, straightedgeOf(truth, side, of) - season / of.lever);
      return [side, { value: told.value, sd: Math.hypot(told.sd, sensitivity(side) * NEAR_KEPT) }];
    }),
  ) as ReadAgain['levels'];
  if (!archtop) {
    const breathes = 2 * sensitivity('bass') * damper;
    const lean = leanOf(evidence, before) + LEANS * (truth.belly - before.belly);
    const top = truth.sound + truth.belly + breathes;
    read(
      'bellyBehindBridge',
      'centre',
      top + BEHIND.by * Math.tan(lean) + BEHIND.sd * draw.normal(`off ${round}`),
    );
    read('bridgeTilt', 'centre', lean);
    read('bridgeThickness', 'middle', truth.made + truth.thickness);
  }
  const opened = ids.some((id) =>
    TREATMENTS[id].effects.some(({ on }) => on === 'structure' || on === 'thickness'),
  );
  const stays = evidence.reads.filter(
    (one) =>
      !reads.some(({ quantity, place }) => quantity === one.quantity && place === one.place) &&
      !(opened && QUANTITIES[one.quantity].endedBy === 'settings') &&
      // heights along the top are not read again
      one.quantity !== 'bellyAlong',
  );
  const mended = mendedOf(ids, diagnosis.findings, { evidence, diagnosis, ...ground });
  const points = [
    ...evidence.points
      .filter(({ point }) => point !== 'topShape' || archtop)
      .map((one): PointItem => (mended.points.has(one.point) ? { ...one, ...soundAt(one.point) } : one)),
    ...(archtop ? [] : [shapeSeen(evidence, before, truth, draw)]),
  ];
  const kept = evidence.air.kept;
  return {
    levels,
    evidence: {
      ...evidence,
      date: AFTERWARDS,
      pitchDate: AFTERWARDS,
      examinationId: AFTERWARDS,
      heldUnsound: false,
      reads: [...stays, ...reads],
      points,
      marks: evidence.marks.filter(({ id }) => !mended.marks.has(id)),
      history: Object.fromEntries(
        Object.entries(evidence.history).map(([side, one]) => [
          side,
          {
            ...one,
            creep: 'not told' as const,
            visits: opened ? 1 : one.visits + 1,
            driest: opened ? kept.moisture : Math.min(one.driest, kept.moisture),
            season: { value: 0, sd: Math.abs(one.sensitivity.value) * NEAR_KEPT },
            bodyLeaves: false,
            slip: 0,
          },
        ]),
      ),
      moved: opened ? [] : evidence.moved,
      // who finds that they disagree reads them again
      closure: Object.fromEntries(
        STRING_SIDES.map((side) => [
          side,
          { closes: true, residual: 0, sd: 0.1e-3, slips: [], again: false },
        ]),
      ),
      air: {
        ...evidence.air,
        humidity: workable(kept.humidity),
        moisture: { value: kept.moisture, sd: NEAR_KEPT },
      },
      top: evidence.top && { ...evidence.top, belly: null },
      resting: null,
      workedOn: null,
    },
  };
}

/** The day of a reading that is still to come. */
const AFTERWARDS = '9999-12-31';

/** It is read in air in which people work. */
const workable = (humidity: number): number => Math.min(55, Math.max(42, humidity));

function toolSdOf({ reads }: Evidence, quantity: QuantityId, place: Place): number {
  const before = reads.find((one) => one.quantity === quantity && one.place === place && one.sd > 0);
  return before?.sd ?? toolSd(HOUSE_TOOLS[QUANTITIES[quantity].tool]);
}

function leanOf({ reads }: Evidence, { belly }: TrueStance): number {
  const tilt = reads.find(({ quantity }) => quantity === 'bridgeTilt');
  return tilt?.value ?? (0.5 * Math.PI) / 180 + LEANS * belly;
}

/** Called folded by its height; who called it so before, or did not, at a height calls it the same at that height again. */
function shapeSeen({ points }: Evidence, before: TrueStance, truth: TrueStance, draw: Draw): PointItem {
  const states = points.find(({ point }) => point === 'topShape')?.states ?? [];
  const drawn = CALLED_FOLDED.value + CALLED_FOLDED.sd * draw.normal('called folded');
  const from = states.includes('hollow-and-hump')
    ? Math.min(drawn, before.belly)
    : states.includes('even-dome') || states.includes('flat')
      ? Math.max(drawn, before.belly)
      : drawn;
  const folded = truth.belly >= from;
  return {
    point: 'topShape',
    states: [folded ? 'hollow-and-hump' : 'even-dome'],
    verdict: folded ? 'repair' : 'sound',
    frets: [],
    date: AFTERWARDS,
    examinationId: AFTERWARDS,
  };
}

function soundAt(point: PointId): Pick<PointItem, 'states' | 'verdict' | 'date' | 'examinationId'> {
  const sound = POINTS[point].states.find(({ verdict }) => verdict === 'sound')!;
  return { states: [sound.id], verdict: 'sound', date: AFTERWARDS, examinationId: AFTERWARDS };
}

/** Points and marks that were put right: of what was found damaged, that which the work answers. */
function mendedOf(
  ids: readonly TreatmentId[],
  findings: readonly Finding[],
  of: Ground,
): { points: Set<PointId>; marks: Set<MarkItem['id']> } {
  const done = new Set(ids);
  const answered = findings.filter((one) => !ruleIs(one.rule, 'of the action') && isAnswered(one, done, of));
  const sources = answered.flatMap(({ evidence }): Source[] => evidence);
  const points = new Set(
    sources.flatMap((one) => (one.of === 'point' && one.point !== 'topShape' ? [one.point] : [])),
  );
  const marks = new Set([
    ...sources.flatMap((one) => (one.of === 'mark' ? [one.mark] : [])),
    ...answered.flatMap(({ mark }) => (mark === null ? [] : [mark])),
  ]);
  return { points, marks };
}
