import { actionBudget, type ActionBudget } from '../diagnosis/index.js';
import { dayOf } from '../days/index.js';
import { bodyTells } from '../forecast/index.js';
import {
  BOTH,
  readingOn,
  sideMeasured,
  STRING_SIDES,
  type QuantityId,
  type ReadingValue,
  type SideMeasured,
  type StringSide,
} from '../readings/index.js';
import { firstFretGapWanted } from '../targets/index.js';
import { proposeOrder, RESTING_DAYS, type Proposal } from '../treatments/index.js';
import { finer, sayHeightIn, type HeightUnit } from '../units/index.js';
import type { ExaminationFacts, InstrumentRecord } from './facts.js';
import { actionTarget, type InstrumentFit } from './fit.js';
import { neckOf } from './geometry.js';
import { beginsEpoch } from './interventions.js';
import { timelineOf } from './timeline.js';
import type { InstrumentToday } from './today.js';

/** What the latest readings lead to; `missing` where they do not carry a judgement. */
export type InstrumentJudgement =
  | { kind: 'nothing at pitch' }
  | { kind: 'missing'; missing: QuantityId[] }
  | { kind: 'judged'; examinationId: string; date: string; budgets: ActionBudget[]; proposal: Proposal };

interface JudgedSide {
  budget: ActionBudget;
  measured: SideMeasured;
}

/**
 * @param today as it stands on the day, so that *Seasons* and the order say the same
 * @param unit how heights are said in the proposal's sentences
 */
export function judgeInstrument(
  record: InstrumentRecord,
  fit: InstrumentFit,
  today: InstrumentToday,
  unit: HeightUnit,
): InstrumentJudgement {
  const latest = newestOfEach(record);
  if (!latest) return { kind: 'nothing at pitch' };
  const { sides, missing } = judgedSides(record, fit, latest);
  if (sides.length === 0) return { kind: 'missing', missing };
  const { instrument } = record;
  const proposal = proposeOrder(
    {
      archtop: instrument.type === 'archtop',
      stringKind: instrument.stringKind,
      rod: instrument.rod,
      neck: neckOf(instrument, 'bass'),
      reliefTarget: instrument.reliefTarget,
      restingDays: restingDays(fit, latest),
      heelDepth: instrument.heelDepth,
      extension: instrument.extension,
      sides: sides.map((side) => ({
        ...side,
        why: today.sides.find((one) => one.side === side.budget.side)?.stands.why ?? null,
      })),
      bodyExplains: fit.body.some(({ told }) => told !== null && bodyTells(told.share) === 'explained'),
      tilt: readingOn(latest.readings, 'bridgeTilt', 'centre')?.value ?? null,
      humidity: latest.humidity,
      age: ageOf(fit),
    },
    sayHeightIn(unit),
    sayHeightIn(finer(unit)),
  );
  return {
    kind: 'judged',
    examinationId: latest.id,
    date: latest.date,
    budgets: sides.map(({ budget }) => budget),
    proposal,
  };
}

/**
 * The last examination at pitch, with what it did not read as it was read last: a short look adds to a full one, and
 * takes nothing away. Work ends what was read before it.
 */
function newestOfEach({
  examinations,
  interventions,
}: Pick<InstrumentRecord, 'examinations' | 'interventions'>): ExaminationFacts | undefined {
  let read = new Map<string, ReadingValue>();
  let held: [number, number] | null = null;
  let last: ExaminationFacts | undefined;
  for (const { examination, before } of timelineOf(examinations, interventions)) {
    if (before.some(({ kinds }) => beginsEpoch(kinds))) {
      read = new Map();
      held = null;
    }
    if (examination.strings !== 'pitch') continue;
    last = examination;
    for (const reading of examination.readings) {
      if (reading.quantity === 'relief') held = examination.reliefFrets;
      for (const place of reading.place === BOTH ? STRING_SIDES : [reading.place])
        read.set(`${reading.quantity} ${place}`, { ...reading, place });
    }
  }
  return last && { ...last, reliefFrets: held ?? last.reliefFrets, readings: [...read.values()] };
}

function judgedSides(
  { instrument, examinations }: InstrumentRecord,
  fit: InstrumentFit,
  latest: ExaminationFacts,
): { sides: JudgedSide[]; missing: QuantityId[] } {
  const missing = new Set<QuantityId>();
  const sides = STRING_SIDES.flatMap((side): JudgedSide[] => {
    const found = sideMeasured(latest.readings, side);
    if (!found.measured) {
      found.missing.forEach((quantity) => missing.add(quantity));
      return [];
    }
    const calibrated = fit.sides.find((one) => one.side === side);
    const wood = calibrated?.calibration.visits.at(-1);
    const off = wood ? wood.shrunkMoisture - fit.kept.moisture : 0;
    const unsure = Math.sqrt(wood?.shrunkVariance ?? 0);
    const { mean, sd } = calibrated?.calibration.sensitivity ?? { mean: 0, sd: 0 };
    const budget = actionBudget({
      side,
      neck: neckOf(instrument, side),
      measured: found.measured,
      options: { reliefFrets: latest.reliefFrets },
      target: actionTarget(instrument, side),
      reliefTarget: instrument.reliefTarget,
      gapTarget: firstFretGapWanted(instrument.stringKind)[side].target,
      straightedgeTarget: instrument.type === 'archtop' ? firstStraightedge(examinations, side) : undefined,
      season: { value: mean * off, sd: Math.hypot(off * sd, mean * unsure) },
    });
    return [{ budget, measured: found.measured }];
  });
  return { sides, missing: [...missing] };
}

/** An archtop's bridge stands far over the top by design: it is judged against how it was first measured. */
function firstStraightedge(examinations: readonly ExaminationFacts[], side: StringSide): number | undefined {
  for (const { readings, strings } of examinations) {
    const reading = strings === 'pitch' ? readingOn(readings, 'straightedge', side) : undefined;
    if (reading) return reading.value;
  }
  return undefined;
}

/** Days since it was strung up after work, while it may still move. */
function restingDays({ sides }: InstrumentFit, latest: ExaminationFacts): number | null {
  const visits = sides[0]?.calibration.visits ?? [];
  const since = visits[0]?.afterIntervention ? dayOf(latest.date) - visits[0].day : null;
  const days = latest.daysAtPitch ?? since;
  return days !== null && days < RESTING_DAYS ? Math.round(days) : null;
}

function ageOf({ sides }: InstrumentFit): 'rises' | 'none shows' | 'not told' {
  const creeps = sides.map(({ attribution, calibration }) => ({
    creep: attribution.known ? attribution.creep : 'cannot tell',
    rises: calibration.age.mean > 0,
  }));
  if (creeps.some(({ creep, rises }) => rises && (creep === 'creeping' || creep === 'probably creeping')))
    return 'rises';
  return creeps.some(({ creep }) => creep === 'cannot tell') || creeps.length === 0
    ? 'not told'
    : 'none shows';
}
