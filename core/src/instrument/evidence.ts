import type { Uncertain } from '../numeric/index.js';
import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { mm } from '../units/index.js';
import { hasOwnAir, ROOM_CELSIUS, type PathOfRooms } from '../air/index.js';
import { archRise } from '../archtop/index.js';
import {
  HOUSE_SCHOOLS,
  type AirItem,
  type Evidence,
  type JudgedInstrument,
  type PlaneMoved,
  type PointItem,
  type ReadItem,
  type Schools,
  type SideHistory,
} from '../diagnosis/index.js';
import { bodyTells, topMovement } from '../forecast/index.js';
import {
  readingOn,
  verdictOf,
  type QuantityId,
  type ReadingValue,
  type SideMeasured,
} from '../readings/index.js';
import { checkClosure } from '../stance/index.js';
import { builtDome } from '../top/index.js';
import { humidityForMoisture } from '../wood/index.js';
import { airDoubtOf } from './airDoubt.js';
import { archMoved } from './arch.js';
import { markItem } from './evidenceMarks.js';
import { readItems } from './evidenceReads.js';
import type { ExaminationFacts, InstrumentRecord } from './facts.js';
import { actionTarget, COMMON_ARCH, woodSourceOf, type InstrumentFit } from './fit.js';
import { neckOf } from './geometry.js';
import { beginsEpoch } from './interventions.js';
import { restingOf } from './resting.js';
import { timelineOf } from './timeline.js';
import { meterOf, woodAt, type WoodSource } from './wood.js';

/** A flat top's built dome at the saddle where no plan of it is drawn, m. House figure: 9 m over a common body. */
const COMMON_DOME: Uncertain = { value: 2.2 * mm, sd: 0.65 * mm };
const DOME_RADIUS = 9;
/** What a built dome is off by, as a share of it, while its radius is not known, and once it is. House figures. */
const DOME_SD = { notMeasured: 0.3, measured: 0.06 };

/** Everything recorded of an instrument in one bundle; plain values, without a day in it. */
export function gatherEvidence(
  record: InstrumentRecord,
  fit: InstrumentFit,
  path: PathOfRooms,
  schools: Schools = HOUSE_SCHOOLS,
): Evidence {
  const { instrument, examinations, interventions, marks } = record;
  const source = woodSourceOf(record, fit, path);
  const reads = readItems(record, fit, source);
  const last = examinations.at(-1) ?? null;
  const pitch = examinations.findLast(({ strings }) => strings === 'pitch') ?? null;
  const arch = archOf(record, fit, source);
  const structure = interventions.findLast(
    ({ kinds }) => kinds.includes('structure') || kinds.includes('pressing'),
  );
  return {
    instrument: judgedInstrument(record),
    schools,
    date: last?.date ?? null,
    pitchDate: pitch?.date ?? null,
    examinationId: last?.id ?? null,
    heldUnsound: last?.heldUnsound ?? false,
    reads,
    points: pointItems(examinations),
    marks: marks.flatMap((mark) => markItem(mark, record, fit, source) ?? []),
    history: Object.fromEntries(
      fit.sides
        .filter(({ side }) => reads.some(({ quantity, place }) => quantity === 'action12' && place === side))
        .map((side) => [side.side, historyOf(side, fit)]),
    ),
    moved: STRING_SIDES.flatMap((side) => movedOf(record, fit, source, side) ?? []),
    closure: closures(record, reads),
    air: airItem(record, fit, path, source),
    top: topItem(record),
    arch,
    firstPlane: instrument.type === 'archtop' ? firstPlanes(examinations) : {},
    resting: restingOf(fit, pitch, record),
    workedOn: structure?.date ?? null,
  };
}

/** A solved top knows its strings' own rise to so much, m, and their turn as a share of it. House figures. */
const STRINGS_RISE_SD = 0.15 * mm;
const STRINGS_TURN_SD = 0.3;

function topItem({ top }: InstrumentRecord): Evidence['top'] {
  const strung = top?.strung;
  if (!strung) return null;
  const { rise, turn, belly } = strung;
  return {
    strings: { value: rise, sd: STRINGS_RISE_SD },
    turn: { value: turn, sd: STRINGS_TURN_SD * Math.abs(turn) },
    belly: belly && { verdict: belly.verdict, lookInside: belly.lookInside, date: belly.date },
  };
}

function judgedInstrument({ instrument, plan }: InstrumentRecord): JudgedInstrument {
  const { type, domeRadius, archHeight } = instrument;
  const dome = (): Uncertain => {
    if (type === 'archtop')
      return archHeight === null
        ? { value: COMMON_ARCH.height, sd: 2 * mm }
        : { value: archHeight, sd: 0.3 * mm };
    if (!plan) return COMMON_DOME;
    const value = builtDome(plan, domeRadius ?? DOME_RADIUS, [0, plan.bridge.saddleAt]);
    return { value, sd: (domeRadius === null ? DOME_SD.notMeasured : DOME_SD.measured) * value };
  };
  return {
    type,
    necks: { bass: neckOf(instrument, 'bass'), treble: neckOf(instrument, 'treble') },
    stringKind: instrument.stringKind,
    pairedStrings: instrument.pairedStrings,
    laminatedTop: instrument.laminatedTop,
    rod: instrument.rod,
    build: instrument.build,
    target: { bass: actionTarget(instrument, 'bass'), treble: actionTarget(instrument, 'treble') },
    ownTarget: instrument.targetBass !== null || instrument.targetTreble !== null,
    reliefTarget: instrument.reliefTarget,
    heelDepth: instrument.heelDepth,
    heelWidth: instrument.heelWidth ?? null,
    extension: instrument.extension,
    planDrawn: plan !== null && type === 'flat-top',
    domeRadius,
    builtDome: dome(),
    assumed: [...instrument.assumed],
  };
}

/** Each point as it was found when it was last looked at. */
function pointItems(examinations: readonly ExaminationFacts[]): PointItem[] {
  const latest = new Map<string, PointItem>();
  for (const { id, date, findings } of examinations)
    for (const { point, states, frets } of findings) {
      if (states.length === 0) continue;
      latest.set(point, { point, states, verdict: verdictOf(point, states), frets, date, examinationId: id });
    }
  return [...latest.values()];
}

function historyOf(
  { side, calibration, attribution }: InstrumentFit['sides'][number],
  { kept, body }: InstrumentFit,
): SideHistory {
  const visit = calibration.visits.at(-1)!;
  const off = visit.shrunkMoisture - kept.moisture;
  const { value: mean, sd } = calibration.sensitivity;
  return {
    creep: attribution.known ? attribution.creep : 'not told',
    perYear: { value: calibration.age.value, sd: calibration.age.sd },
    visits: calibration.visits.length,
    driest: Math.min(...calibration.visits.map(({ shrunkMoisture }) => shrunkMoisture)),
    sensitivity: { value: mean, sd },
    season: {
      value: mean * off,
      sd: Math.hypot(off * sd, mean * Math.sqrt(visit.shrunkVariance)),
    },
    bodyLeaves: body.some(
      (one) => one.side === side && one.told !== null && bodyTells(one.told.share) === 'not explained',
    ),
    slip: visit.slip,
  };
}

const STANCE = ['action12', 'firstFretGap', 'relief', 'straightedge', 'saddleShowing'] as const;

/** Whether each side's readings agree, as carried to one day; and whether an earlier full measuring agreed. */
function closures(
  { instrument, examinations, interventions }: InstrumentRecord,
  reads: readonly ReadItem[],
): Evidence['closure'] {
  const measured = (side: StringSide): SideMeasured | null => {
    const found = STANCE.map((quantity) =>
      reads.find((one) => one.quantity === quantity && one.place === side),
    );
    if (found.some((one) => !one)) return null;
    return Object.fromEntries(
      STANCE.map((quantity, i) => [quantity, found[i]!.carried]),
    ) as unknown as SideMeasured;
  };
  const construction = instrument.type;
  return Object.fromEntries(
    STRING_SIDES.flatMap((side) => {
      const own = measured(side);
      if (!own) return [];
      const other = measured(side === 'bass' ? 'treble' : 'bass') ?? undefined;
      const neck = neckOf(instrument, side);
      const { closes, residual, sd, slips } = checkClosure(neck, own, {}, { other, construction });
      return [
        [
          side,
          {
            closes,
            residual,
            sd,
            slips,
            again: !closes && openBefore({ instrument, examinations, interventions }, side),
          },
        ],
      ];
    }),
  );
}

/** An earlier full examination of this epoch did not close either. */
function openBefore(
  {
    instrument,
    examinations,
    interventions,
  }: Pick<InstrumentRecord, 'instrument' | 'examinations' | 'interventions'>,
  side: StringSide,
): boolean {
  let full: ExaminationFacts[] = [];
  for (const { examination, before } of timelineOf(examinations, interventions)) {
    if (before.some(({ kinds }) => beginsEpoch(kinds))) full = [];
    if (
      examination.strings === 'pitch' &&
      STANCE.every((quantity) => readingOn(examination.readings, quantity, side))
    )
      full.push(examination);
  }
  return full.slice(0, -1).some(({ readings, reliefFrets }) => {
    const measured = Object.fromEntries(
      STANCE.map((quantity) => [quantity, readingOn(readings, quantity, side)!]),
    ) as unknown as SideMeasured;
    return !checkClosure(
      neckOf(instrument, side),
      measured,
      { reliefFrets },
      { construction: instrument.type },
    ).closes;
  });
}

function airItem(
  { instrument, examinations }: InstrumentRecord,
  { air: { climate }, kept }: InstrumentFit,
  { home }: PathOfRooms,
  source: WoodSource,
): AirItem {
  const acted = examinations.findLast(
    ({ strings, readings }) =>
      strings === 'pitch' && readings.some(({ quantity }) => quantity === 'action12'),
  );
  // the air read beside the action that is judged, or since: an older visit says nothing of this one
  const last = examinations
    .slice(acted ? examinations.indexOf(acted) : 0)
    .findLast(({ humidity }) => humidity !== null);
  const wood = acted && woodAt(acted, source);
  const metered = acted && meterOf(acted, instrument.topSpecies) !== undefined;
  const logged = hasOwnAir(home);
  const [mean = 0, cos = 0, sin = 0] = climate.coefficients;
  return {
    humidity: last?.humidity ?? null,
    celsius: last?.celsius ?? null,
    moisture:
      wood && (wood.from !== 'climate' || logged || metered) ? { value: wood.moisture, sd: wood.sd } : null,
    kept: { moisture: kept.moisture, humidity: kept.humidity, said: kept.from !== 'assumed' },
    year: logged
      ? { mean: humidityForMoisture(Math.max(0, mean), ROOM_CELSIUS), swing: Math.hypot(cos, sin) }
      : null,
    logged: logged || examinations.some(({ humidity }) => humidity !== null),
    doubt: airDoubtOf(examinations, source.air),
  };
}

/** The straightedge of each side as it was first read at pitch. */
const firstPlanes = (examinations: readonly ExaminationFacts[]): Evidence['firstPlane'] =>
  Object.fromEntries(
    STRING_SIDES.flatMap((side) => {
      const first = examinations.find(
        ({ strings, readings }) => strings === 'pitch' && readingOn(readings, 'straightedge', side),
      );
      return first ? [[side, readingOn(first.readings, 'straightedge', side)!.value]] : [];
    }),
  );

/** The arch against its first reading, where it really moved. */
function archOf(
  { examinations }: InstrumentRecord,
  { top }: InstrumentFit,
  source: WoodSource,
): Evidence['arch'] {
  if (top.kind !== 'archtop') return null;
  const real = archMoved(examinations, source, archRise(top.arch)).filter((one) => one.real);
  const most = real.sort((a, b) => a.by - b.by)[0];
  return most ? { by: most.by, sd: most.sd, since: most.since } : null;
}

/** A belly read a little behind the saddle stands for the saddle line within so much of its change. House default. */
const ELSEWHERE = 0.3;

/**
 * Straightedge, belly and bridge between the first and the last full reading since the last work. The neck is what the
 * two leave: the top's breathing goes into straightedge and belly alike, and cancels.
 */
function movedOf(
  { examinations, interventions }: InstrumentRecord,
  fit: InstrumentFit,
  source: WoodSource,
  side: StringSide,
): PlaneMoved | null {
  let read: ExaminationFacts[] = [];
  for (const { examination, before } of timelineOf(examinations, interventions)) {
    if (before.some(({ kinds }) => beginsEpoch(kinds))) read = [];
    const on = (quantity: QuantityId, place: Parameters<typeof readingOn>[2]) =>
      readingOn(examination.readings, quantity, place);
    if (examination.strings === 'pitch' && on('straightedge', side) && on('bellyBehindBridge', 'centre'))
      read.push(examination);
  }
  const [first, last] = [read[0], read.at(-1)];
  if (!first || !last || first === last) return null;
  const change = (quantity: QuantityId, place: Parameters<typeof readingOn>[2]): Uncertain | null => {
    const [was, is] = [first, last].map(({ readings }) => readingOn<ReadingValue>(readings, quantity, place));
    return was && is ? { value: is.value - was.value, sd: Math.hypot(is.sd, was.sd) } : null;
  };
  const fell = change('straightedge', side)!;
  const belly = change('bellyBehindBridge', 'centre')!;
  const thickness = change('bridgeThickness', 'middle') ?? { value: 0, sd: 0 };
  const { value: mean, sd } = topMovement(fit.top);
  const damper = woodAt(last, source).moisture - woodAt(first, source).moisture;
  const season: Uncertain = { value: mean * damper, sd: sd * Math.abs(damper) };
  const bellySd = Math.hypot(belly.sd, ELSEWHERE * belly.value);
  return {
    since: first.date,
    side,
    fell: { value: -fell.value - season.value, sd: Math.hypot(fell.sd, season.sd) },
    season: season.value,
    belly: { value: belly.value - season.value, sd: Math.hypot(bellySd, season.sd) },
    thickness,
    neck: {
      value: -(fell.value + belly.value + thickness.value),
      sd: Math.hypot(fell.sd, bellySd, thickness.sd),
    },
  };
}
