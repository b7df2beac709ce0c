import { Injectable } from '@nestjs/common';
import type { Examination, Judgement, Reading, Step } from '@upright-elder/contract';
import {
  actionBudget,
  BOTH,
  CAUTIONS,
  dayOf,
  finer,
  proposeOrder,
  QUANTITIES,
  readingOn,
  RELIEF_SCHOOLS,
  RESTING_DAYS,
  sideMeasured,
  STRING_SIDES,
  TREATMENTS,
  type ActionBudget,
  type HeightUnit,
  type Ordered,
  type QuantityId,
  type SideMeasured,
} from '@upright-elder/core';
import type { Case } from '../forecasts/case.js';
import { ForecastsService } from '../forecasts/forecasts.service.js';
import { actionTarget } from '../forecasts/outlook.js';
import { neckOf } from '../forecasts/played.js';
import { sayerIn } from '../shop/sayer.js';
import { ShopService } from '../shop/shop.service.js';

interface JudgedSide {
  budget: ActionBudget;
  measured: SideMeasured;
}

@Injectable()
export class JudgementService {
  constructor(
    private readonly forecasts: ForecastsService,
    private readonly shop: ShopService,
  ) {}

  async of(id: string, heights: HeightUnit | null = null): Promise<Judgement> {
    const worked = await this.forecasts.caseOf(id);
    const unit = heights ?? (await this.shop.get()).sayIn;
    const say = sayerIn(unit);
    const latest = newestOfEach(worked.examinations);
    if (!latest)
      return nothingYet(
        'No examination at pitch yet: measure action, relief, first-fret gap, straightedge and saddle with the strings up.',
      );
    const { sides, missing } = judgedSides(worked, latest);
    if (sides.length === 0) {
      const names = missing.map((quantity) => QUANTITIES[quantity].name.toLowerCase());
      return {
        ...nothingYet('The last examination does not carry a judgement yet.'),
        questions: [`Still to be measured: ${names.join(', ')}.`],
      };
    }
    const proposal = proposeOrder(
      {
        archtop: worked.instrument.type === 'archtop',
        rod: worked.instrument.rod,
        neck: neckOf(worked.instrument, 'bass'),
        reliefTarget: RELIEF_SCHOOLS[worked.instrument.reliefSchool],
        restingDays: restingDays(worked, latest),
        heelDepth: worked.instrument.heelDepth?.metres ?? null,
        extension: worked.instrument.extension?.metres ?? null,
        sides,
        tilt: readingOn(latest.readings, 'bridgeTilt', 'centre')?.value ?? null,
        humidity: latest.conditions.humidityPercent,
        age: ageOf(worked),
      },
      say,
      sayerIn(finer(unit)),
    );
    return {
      examinationId: latest.id,
      date: latest.date,
      budgets: sides.map(({ budget }) => ({
        side: budget.side,
        actual: budget.actual,
        target: budget.target,
        total: budget.total,
        parts: budget.terms,
      })),
      verdict: proposal.verdict,
      order: proposal.order.map(toStep),
      questions: proposal.questions,
    };
  }
}

/**
 * The last examination at pitch, with what it did not read as it was read last: a short look adds to a full one, and
 * takes nothing away. Work ends what was read before it.
 */
function newestOfEach(examinations: readonly Examination[]): Examination | undefined {
  let read = new Map<string, Reading>();
  let held: Pick<Examination['conditions'], 'reliefFrom' | 'reliefTo'> | null = null;
  let last: Examination | undefined;
  for (const examination of examinations) {
    const { conditions, readings } = examination;
    if (conditions.afterWork) {
      read = new Map();
      held = null;
    }
    if (conditions.strings !== 'pitch') continue;
    last = examination;
    for (const reading of readings) {
      if (reading.quantity === 'relief') held = conditions;
      for (const place of reading.place === BOTH ? STRING_SIDES : [reading.place])
        read.set(`${reading.quantity} ${place}`, { ...reading, place });
    }
  }
  if (!last) return undefined;
  const { reliefFrom, reliefTo } = held ?? last.conditions;
  return { ...last, conditions: { ...last.conditions, reliefFrom, reliefTo }, readings: [...read.values()] };
}

function nothingYet(verdict: string): Judgement {
  return { examinationId: null, date: null, budgets: [], verdict, order: [], questions: [] };
}

function judgedSides(
  { instrument, examinations, outlook }: Case,
  latest: Examination,
): { sides: JudgedSide[]; missing: QuantityId[] } {
  const missing = new Set<QuantityId>();
  const sides = STRING_SIDES.flatMap((side): JudgedSide[] => {
    const found = sideMeasured(latest.readings, side);
    if (!found.measured) {
      found.missing.forEach((quantity) => missing.add(quantity));
      return [];
    }
    const calibrated = outlook.sides.find((one) => one.side === side);
    const wood = calibrated?.calibration.visits.at(-1);
    const { conditions } = latest;
    const off = wood ? wood.shrunkMoisture - calibrated!.calibration.referenceMoisture : 0;
    const { mean, sd } = calibrated?.calibration.sensitivity ?? { mean: 0, sd: 0 };
    const budget = actionBudget({
      side,
      neck: neckOf(instrument, side),
      measured: found.measured,
      options: { reliefFrets: [conditions.reliefFrom, conditions.reliefTo] },
      target: actionTarget(instrument, side),
      reliefTarget: RELIEF_SCHOOLS[instrument.reliefSchool],
      straightedgeTarget: instrument.type === 'archtop' ? firstStraightedge(examinations, side) : undefined,
      season: { value: mean * off, sd: Math.abs(off) * sd },
    });
    return [{ budget, measured: found.measured }];
  });
  return { sides, missing: [...missing] };
}

/** An archtop's bridge stands far over the top by design: it is judged against how it was first measured. */
function firstStraightedge(
  examinations: readonly Examination[],
  side: 'bass' | 'treble',
): number | undefined {
  for (const { readings, conditions } of examinations) {
    const reading = conditions.strings === 'pitch' ? readingOn(readings, 'straightedge', side) : undefined;
    if (reading) return reading.value;
  }
  return undefined;
}

/** Days since it was strung up after work, while it may still move. */
function restingDays({ outlook }: Case, latest: Examination): number | null {
  const said = latest.conditions.daysAtPitch;
  const visits = outlook.sides[0]?.calibration.visits ?? [];
  const since = visits[0]?.afterIntervention ? dayOf(latest.date) - visits[0].day : null;
  const days = said ?? since;
  return days !== null && days < RESTING_DAYS ? Math.round(days) : null;
}

function ageOf({ outlook }: Case): 'rises' | 'none shows' | 'not told' {
  const known = outlook.sides.flatMap(({ attribution }) =>
    attribution.known ? [attribution.attribution] : [],
  );
  if (known.length === 0) return 'not told';
  return known.some(({ rising, age }) => rising > 0.95 && age.value > 0) ? 'rises' : 'none shows';
}

function toStep({ id, place, why, after }: Ordered): Step {
  const { name, hands, wait, gate, undo, cautions } = TREATMENTS[id];
  return {
    id,
    place,
    name,
    why,
    after,
    hands,
    wait,
    gate,
    undo,
    cautions: cautions.map((caution) => CAUTIONS[caution]),
  };
}
