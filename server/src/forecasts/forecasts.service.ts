import { Injectable } from '@nestjs/common';
import type { Forecast, SeriesForecast, YearsAheadSaid } from '@upright-elder/contract';
import { isoDate } from '@upright-elder/core/days';
import { seriesKey } from '@upright-elder/core/forecast';
import type {
  InstrumentFit,
  InstrumentForecast,
  SeriesForecast as SeriesInNumbers,
  YearsAhead,
} from '@upright-elder/core/instrument';
import {
  assumedSentences,
  climateBasis,
  findingSentences,
  leftOutSentences,
  sayingIn,
  sayYear,
  seriesName,
  seriesSentences,
  yearsAheadSentence,
  type Saying,
} from '@upright-elder/core/wording';
import type { HeightUnit } from '@upright-elder/core/units';
import { AnalysisService, fitOf, type Analysis } from '../analysis/analysis.service.js';
import { Clock } from '../clock.js';
import { notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { ShopService } from '../shop/shop.service.js';

/** Forecasts that are kept ready for the pages that are open. */
const READY = 50;

/** What *Seasons* shows: worked out beside, said here. */
@Injectable()
export class ForecastsService {
  /** by instrument, the longest unused first */
  private readonly ready = new Map<string, { of: string; found: Promise<InstrumentForecast> }>();

  constructor(
    private readonly analysis: AnalysisService,
    private readonly instruments: InstrumentsService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
  ) {}

  async of(id: string, heights: HeightUnit | null = null): Promise<Forecast> {
    const analysis = await this.analysis.of(id);
    const found = await this.forecast(analysis);
    const fit = fitOf(analysis);
    const unit = heights ?? (await this.shop.get()).sayIn;
    const saying = sayingIn(unit);
    const { homeRoomId } = await this.instruments.facts(id);
    const { today, sides, others, season, wood, stays, yearInput } = found;
    return {
      made: isoDate(today.day),
      ready: sides.length > 0,
      solving: analysis.solving,
      strungVisits: Math.max(0, ...today.sides.map(({ all }) => all.length)),
      leftOut: leftOutSentences(fit),
      assumed: assumedSentences(analysis.record.instrument),
      sides: sides.map((side) => said(side, fit, today.day, saying)),
      others: others.map(({ key, subject, readings }) => ({ key, name: seriesName(subject), readings })),
      season,
      wood,
      stays,
      kept: { humidity: fit.kept.humidity, from: fit.kept.from },
      yearsAhead: found.yearsAhead.map((one) => saidAhead(one, today.day, saying)),
      sentences: findingSentences(found, fit, today, unit),
      year: sayYear(today.year, today.day, saying, yearInput.judged),
      months: today.year.sides.map(({ side, answers }) => ({ side, months: answers.months })),
      climateBasis: climateBasis(fit.air.climate, analysis.path.home.packed.packs),
      yearInput: { ...yearInput, homeRoomId },
    };
  }

  /** One of the other series, worked out when it is asked for. */
  async series(id: string, key: string, heights: HeightUnit | null = null): Promise<SeriesForecast> {
    const saying = sayingIn(heights ?? (await this.shop.get()).sayIn);
    const analysis = await this.analysis.of(id);
    const fit = fitOf(analysis);
    const side = fit.sides.find((one) => seriesKey('action12', one.side) === key);
    const found = side
      ? (await this.forecast(analysis)).sides.find((one) => one.key === key)
      : await this.analysis.ask('series', { ...this.askedOf(analysis), key });
    if (!found) throw notFound('series of readings');
    return said(found, fit, this.clock.today(), saying);
  }

  private forecast(analysis: Analysis): Promise<InstrumentForecast> {
    const { id, stamp } = analysis;
    const of = `${stamp} ${this.clock.today()}`;
    const known = this.ready.get(id);
    this.ready.delete(id);
    const found = known?.of === of ? known.found : this.analysis.ask('forecast', this.askedOf(analysis));
    this.ready.set(id, { of, found });
    for (const oldest of this.ready.keys()) {
      if (this.ready.size <= READY) break;
      this.ready.delete(oldest);
    }
    found.catch(() => this.ready.get(id)?.found === found && this.ready.delete(id));
    return found;
  }

  private askedOf({ record, packed, path }: Analysis) {
    return { record, fit: packed, path, day: this.clock.today() };
  }
}

/** A series with its words. */
function said(
  { subject, believedFrom, finding, ...numbers }: SeriesInNumbers,
  { sides }: Pick<InstrumentFit, 'sides'>,
  day: number,
  saying: Saying,
): SeriesForecast {
  return {
    ...numbers,
    name: seriesName(subject),
    priorSource: believedFrom === 'top' ? (sides[0]?.prior.source ?? '') : HOUSE[believedFrom],
    sentences: seriesSentences(subject, finding, day, saying),
  };
}

function saidAhead(one: YearsAhead, day: number, saying: Saying): YearsAheadSaid {
  const date = (at: number | null) => (at === null ? null : isoDate(Math.max(day, at)));
  const { reached, series } = one;
  return {
    ...yearsAheadSentence(one, day, saying),
    key: series.key,
    readings: series.readings,
    from: date(reached.from),
    to: date(reached.to),
    middle: date(reached.middle),
  };
}

const HOUSE = {
  quantity: 'house figure for this quantity',
  crack: 'house figure for cracks',
  separation: 'house figure for loose braces',
};
