import { Injectable } from '@nestjs/common';
import type { CalendarPage, PersonDays } from '@upright-elder/contract';
import { openingHoursOf } from '@upright-elder/contract/lists';
import { foldJob, summaryOf, type JobSummary } from '@upright-elder/core/jobs';
import type { Calendar, CalendarAsked } from '@upright-elder/core/schedule';
import { countsOf } from '@upright-elder/core/treatments';
import { AnalysisService } from '../analysis/analysis.service.js';
import { fingerprintOf } from '../analysis/fingerprint.js';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import { PeopleService } from '../people/people.service.js';
import { ShopService } from '../shop/shop.service.js';

/** A plan is made anew from this on, ms: hands go on while nobody touches a button. */
const FRESH_MS = 5 * 60_000;

/** The weeks ahead of everything that is under way, planned in a thread beside. */
@Injectable()
export class CalendarService {
  /** the last plan, and what it was made of */
  private last: { of: string; planned: Promise<Calendar> } | null = null;

  constructor(
    private readonly analysis: AnalysisService,
    private readonly catalogue: CatalogueService,
    private readonly jobs: JobsService,
    private readonly people: PeopleService,
    private readonly shop: ShopService,
  ) {}

  async page(): Promise<CalendarPage> {
    const [{ now, jobs: all }, shop, people, { edits, own }] = await Promise.all([
      this.jobs.underWay(),
      this.shop.get(),
      this.people.list(),
      this.catalogue.ofShop(),
    ]);
    // what was kept before there was a calendar does not say yet what is left
    const jobs = await Promise.all(
      all.map(async (job) => {
        if (job.summary.left) return job;
        const { events } = await this.jobs.events(job.id, 0);
        return { ...job, summary: summaryOf(foldJob(job.id, events), { edits, own }, now) };
      }),
    );
    const days = new Map((shop.peopleDays ?? []).map((one) => [one.person, one]));
    const planned = await this.planned({
      now: Math.floor(now / FRESH_MS) * FRESH_MS,
      zone: shop.zone,
      hours: openingHoursOf(shop),
      people: people.filter(({ struck }) => !struck).map(({ id }) => personOf(id, days.get(id))),
      counts: countsOf(shop.figures ?? {}),
      jobs: jobs.map(({ id, instrumentId, summary }) => ({
        id,
        instrument: instrumentId,
        summary: planOf(summary),
        weight: 1,
      })),
      pins: [],
      edits,
    });
    return {
      now,
      zone: shop.zone,
      jobs: jobs.map(({ id, instrumentId, nickname, summary }) => ({
        ...{ id, instrumentId, nickname },
        steps: Object.fromEntries((summary.left ?? []).map(({ step, name }) => [step, name])),
      })),
      planned,
    };
  }

  /** The same shop is planned once. */
  private planned(asked: CalendarAsked): Promise<Calendar> {
    const of = fingerprintOf(asked);
    if (this.last?.of === of) return this.last.planned;
    const planned = this.analysis.ask('planCalendar', asked);
    this.last = { of, planned };
    // what failed is asked again
    planned.catch(() => (this.last = null));
    return planned;
  }
}

const planOf = ({
  left = [],
  aside,
  out,
  promised,
}: JobSummary): CalendarAsked['jobs'][number]['summary'] => ({
  ...{ left, aside, out, promised },
});

const personOf = (id: string, days: PersonDays | undefined): CalendarAsked['people'][number] => ({
  ...{ id, skills: null, week: days?.week ?? null, off: days?.off ?? [] },
});
