import { Injectable } from '@nestjs/common';
import type { Examination, Expectation, Expectations, ExpectationsQuery } from '@upright-elder/contract';
import {
  comingMoisture,
  dayOf,
  expectedRange,
  expectOn,
  expectReading,
  parsePercent,
  parseTemperature,
  quantityBelief,
  seasonMoisture,
  toolSd,
  woodMoisture,
  type EarlierReading,
  type QuantityId,
  type ReadPlace,
} from '@upright-elder/core';
import { Clock } from '../clock.js';
import { ToolsService, type KnownTool } from '../tools/tools.service.js';
import type { Case } from './case.js';
import { ForecastsService } from './forecasts.service.js';
import { woodAt } from './visits.js';

interface Today {
  day: number;
  moisture: number;
  moistureSd: number;
  from: string;
}

/** What each quantity was last, and where it is expected now: the slip guard beside every field. */
@Injectable()
export class ExpectationsService {
  constructor(
    private readonly forecasts: ForecastsService,
    private readonly tools: ToolsService,
    private readonly clock: Clock,
  ) {}

  async of(instrumentId: string, query: ExpectationsQuery): Promise<Expectations> {
    const worked = await this.forecasts.caseOf(instrumentId);
    const today = todayOf(worked, query);
    const past = worked.examinations.filter(
      ({ id, date, conditions }) =>
        id !== query.except && date <= query.date && conditions.strings === query.strings,
    );
    const afterWork = query.afterWork === 'true';
    const tools = await this.tools.byId();
    const usual = await this.tools.usual();
    const expected: Expectation[] = [];
    for (const [quantity, place] of placesRead(past)) {
      const tool = tools.get(usual(quantity));
      const one = expectationOf(worked, past, { quantity, place, today, afterWork, tool });
      if (one) expected.push(this.byForecast(worked, query, one, tool));
    }
    return { moisture: today?.moisture ?? null, moistureFrom: today?.from ?? '', expected };
  }

  /** Where the calibrated forecast speaks of this very quantity, day and state, it is the one that counts. */
  private byForecast(
    worked: Case,
    query: ExpectationsQuery,
    one: Expectation,
    tool: KnownTool | undefined,
  ): Expectation {
    const { outlook, climate } = worked;
    const side = outlook.sides.find(({ side }) => side === one.place);
    const now =
      query.date === this.clock.date() && query.strings === 'pitch' && !query.except && one.range !== null;
    if (one.quantity !== 'action12' || !side || !now || !tool) return one;
    const day = this.clock.today();
    const { band95 } = expectOn(
      side.calibration,
      day,
      comingMoisture(climate, day, outlook.today),
      toolSd(tool),
    );
    return { ...one, range: band95 };
  }
}

/** Wood's moisture on the day, from the air as typed where the room's log does not reach. */
function todayOf({ log, climate }: Case, query: ExpectationsQuery): Today | null {
  const day = dayOf(query.date);
  const humidity = parsePercent(query.humidity ?? '');
  const temperature = parseTemperature(query.temperature ?? '', query.temperatureUnit ?? '°C');
  const air =
    humidity.ok && temperature.ok ? { humidity: humidity.value, celsius: temperature.value } : undefined;
  const wood = woodMoisture(day, log, air);
  if (wood) return { day, moisture: wood.moisture, moistureSd: wood.sd, from: wood.from };
  return {
    day,
    moisture: seasonMoisture(climate, day),
    moistureSd: climate.spread,
    from: 'usual for the season',
  };
}

/** Every quantity and place that was read in these examinations. */
function placesRead(past: readonly Examination[]): [QuantityId, ReadPlace][] {
  const found = new Map<string, [QuantityId, ReadPlace]>();
  for (const { readings } of past)
    for (const { quantity, place } of readings)
      for (const one of place === 'both' ? (['bass', 'treble'] as const) : [place])
        found.set(`${quantity}.${one}`, [quantity, one]);
  return [...found.values()];
}

function expectationOf(
  { top, log, climate, instrument }: Case,
  past: readonly Examination[],
  asked: {
    quantity: QuantityId;
    place: ReadPlace;
    today: Today | null;
    afterWork: boolean;
    tool: KnownTool | undefined;
  },
): Expectation | null {
  const { quantity, place, today, afterWork, tool } = asked;
  const sided = place === 'bass' || place === 'treble';
  let earlier: EarlierReading[] = [];
  let last: Expectation['last'] | null = null;
  for (const examination of past) {
    // the past before the last work says nothing of today
    if (examination.conditions.afterWork) earlier = [];
    const reading = examination.readings.find(
      (one) => one.quantity === quantity && (one.place === place || (sided && one.place === 'both')),
    );
    if (!reading) continue;
    const day = dayOf(examination.date);
    const wood = woodAt(examination, { instrument, log, climate });
    const { value, sd } = reading;
    earlier.push({ day, value, sd, moisture: wood.moisture, moistureSd: wood.sd });
    last = { date: examination.date, value, sd, division: reading.division, tool: reading.toolName };
  }
  if (!last) return null;
  const expectation =
    afterWork || !today || earlier.length === 0
      ? null
      : expectReading(earlier, today, quantityBelief(quantity, top));
  return {
    quantity,
    place,
    last,
    range: expectation && expectedRange(expectation, tool ? toolSd(tool) : 0),
    season: expectation && expectation.season,
  };
}
