import { Injectable } from '@nestjs/common';
import type {
  BetterPlan,
  CalendarPage,
  GoByInput,
  GoneBy,
  PersonDays,
  PromiseTried,
} from '@upright-elder/contract';
import { openingHoursOf } from '@upright-elder/contract/lists';
import { dateIn, isDay } from '@upright-elder/core/days';
import {
  foldJob,
  plannedSteps,
  stepName,
  summaryOf,
  type Bench,
  type JobSummary,
  type StepGiven,
  type StepLeft,
} from '@upright-elder/core/jobs';
import { rankOf, type Calendar, type CalendarAsked, type Way } from '@upright-elder/core/schedule';
import { countsOf, type TreatmentId } from '@upright-elder/core/treatments';
import { randomUUID } from 'node:crypto';
import { AnalysisService } from '../analysis/analysis.service.js';
import { fingerprintOf } from '../analysis/fingerprint.js';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { badFields, notFound } from '../http/problem.js';
import { JobsService } from '../jobs/jobs.service.js';
import { PeopleService } from '../people/people.service.js';
import { ShopService } from '../shop/shop.service.js';
import { CalendarHandService } from './calendar-hand.service.js';

/** A plan is made anew from this on, ms: hands go on while nobody touches a button. */
const FRESH_MS = 5 * 60_000;
/** So many calendars are kept as they were shown: a touch takes what was seen. */
const KEPT = 8;

/** A calendar as it was shown, and the better plan that was sought for it. */
interface Shown {
  asked: CalendarAsked;
  planned: Promise<Calendar>;
  better: Promise<Way | null> | null;
}

/** The weeks ahead of everything that is under way, planned in a thread beside. */
@Injectable()
export class CalendarService {
  /** the last plans by what they were made of, the oldest first */
  private readonly kept = new Map<string, Shown>();

  constructor(
    private readonly analysis: AnalysisService,
    private readonly catalogue: CatalogueService,
    private readonly hand: CalendarHandService,
    private readonly jobs: JobsService,
    private readonly people: PeopleService,
    private readonly shop: ShopService,
  ) {}

  async page(): Promise<CalendarPage> {
    const { asked, ...page } = await this.asked();
    return { ...page, planned: await this.shown(page.of, asked).planned };
  }

  /** When instruments would be worked on and done, were these plans laid behind what is under way; by their ids, ms. */
  async alsoPlanned(
    plans: readonly { instrument: string; ids: readonly TreatmentId[] }[],
  ): Promise<Map<string, { from: number; to: number }>> {
    const { asked, of } = await this.asked();
    const { own } = await this.catalogue.ofShop();
    const bench = { edits: asked.edits, own };
    const more = plans.map(({ instrument, ids }): CalendarAsked['jobs'][number] => ({
      ...{ id: instrument, instrument, rank: 'can wait' },
      summary: {
        ...NOTHING_SAID,
        left: plannedSteps(ids, [], bench, randomUUID).map((step) => leftToDo(step, bench)),
      },
    }));
    const stands = await standing(this.shown(of, asked));
    const { shown } = await this.analysis.ask('planCalendar', { ...stands, jobs: [...stands.jobs, ...more] });
    return new Map(
      more.flatMap(({ id }): [string, { from: number; to: number }][] => {
        const steps = shown.steps.filter(({ job }) => job === id);
        if (steps.length === 0) return [];
        const from = Math.min(...steps.map(({ start }) => start));
        return [[id, { from, to: Math.max(...steps.map(({ ready }) => ready)) }]];
      }),
    );
  }

  private async asked(): Promise<Omit<CalendarPage, 'planned'> & { asked: CalendarAsked }> {
    const [{ now, jobs: all }, shop, people, { edits, own }, stands] = await Promise.all([
      this.jobs.underWay(),
      this.shop.get(),
      this.people.list(),
      this.catalogue.ofShop(),
      this.hand.stands(),
    ]);
    // what was kept before there was a calendar does not say yet what is left
    const told = await Promise.all(
      all.map(async (job) => {
        if (job.summary.left) return job;
        const { events } = await this.jobs.events(job.id, 0);
        return { ...job, summary: summaryOf(foldJob(job.id, events), { edits, own }, now) };
      }),
    );
    const [urgencies, pins] = await Promise.all([
      this.analysis.urgencies(told.map(({ instrumentId }) => instrumentId)),
      this.hand.pins(told.map(({ id }) => id)),
    ]);
    const today = dateIn(new Date(now).toISOString(), shop.zone);
    const jobs = told.map((job) => ({
      ...job,
      ...rankOf({
        urgency: urgencies.get(job.instrumentId) ?? null,
        promised: job.summary.promised,
        needed: job.summary.needed ?? null,
        byHand: job.summary.ranked ?? null,
        today,
      }),
    }));
    const days = new Map((shop.peopleDays ?? []).map((one) => [one.person, one]));
    const asked: CalendarAsked = {
      now: Math.floor(now / FRESH_MS) * FRESH_MS,
      zone: shop.zone,
      hours: openingHoursOf(shop),
      people: people.filter(({ struck }) => !struck).map(({ id }) => personOf(id, days.get(id))),
      counts: countsOf(shop.figures ?? {}),
      jobs: jobs.map(({ id, instrumentId, summary, rank }) => ({
        ...{ id, instrument: instrumentId, rank, summary: planOf(summary) },
      })),
      pins: pins.map(({ id, start, person }) => ({ step: id, start, person })),
      stands: stands?.plan ?? null,
      edits,
    };
    const of = fingerprintOf(asked);
    return {
      ...{ asked, now, zone: shop.zone, of, pins, stands: stands?.goneBy ?? null },
      jobs: jobs.map(({ id, instrumentId, nickname, summary, rank, because }) => ({
        ...{ id, instrumentId, nickname, rank, because, asked: summary.questions.length > 0 },
        steps: Object.fromEntries((summary.left ?? []).map(({ step, name }) => [step, name])),
      })),
    };
  }

  /** Sought beside while somebody looks. @throws ProblemError where that calendar is shown no more */
  async better(of: string): Promise<BetterPlan> {
    const shown = this.find(of);
    shown.better ??= this.analysis.later('betterCalendar', await standing(shown));
    shown.better.catch(() => (shown.better = null));
    return { of, way: await shown.better };
  }

  /** @throws ProblemError where that calendar is shown no more, it is no day, or the job does not lie in it */
  async ifPromised(of: string, job: string, day: string): Promise<PromiseTried> {
    const shown = this.find(of);
    if (!isDay(day))
      throw badFields([
        { field: 'day', typed: day, reason: 'that is no day', accepted: 'a day such as 2026-12-18' },
      ]);
    const found = await this.analysis.ask('ifPromisedFor', { asked: await standing(shown), job, day });
    if (!found) throw notFound('job in the calendar');
    return { job, day, found };
  }

  /** Goes by a way that a calendar showed from now on. @throws ProblemError where it is shown no more */
  async goBy({ of, way, version, by }: GoByInput): Promise<GoneBy> {
    const shown = this.find(of);
    const { shown: first, others } = await shown.planned;
    const found = [first, ...others, await shown.better].find((one) => one?.way === way);
    if (!found) throw notShown(way);
    return this.hand.goBy(found, { of, version, by });
  }

  private find(of: string): Shown {
    const found = this.kept.get(of);
    if (!found) throw notShown(of);
    return found;
  }

  /** The same shop is planned once. */
  private shown(of: string, asked: CalendarAsked): Shown {
    const known = this.kept.get(of);
    if (known) return known;
    const shown: Shown = { asked, planned: this.analysis.ask('planCalendar', asked), better: null };
    this.kept.set(of, shown);
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= KEPT) break;
      this.kept.delete(oldest);
    }
    // what failed is asked again
    shown.planned.catch(() => this.kept.delete(of));
    return shown;
  }
}

/** What is shown stands, whatever a search would find now. */
async function standing({ asked, planned }: Shown): Promise<CalendarAsked> {
  const { steps, late } = (await planned).shown;
  return { ...asked, stands: { steps, late } };
}

const notShown = (typed: string) =>
  badFields([
    {
      field: 'of',
      typed,
      reason: 'the calendar has changed since it was shown',
      accepted: 'look at it again, then choose',
    },
  ]);

const NOTHING_SAID = { aside: null, out: null, promised: null, needed: null };

/** A step of a plan that no job has taken yet. */
const leftToDo = (step: StepGiven, bench: Bench): StepLeft => ({
  ...{ step: step.id, treatment: step.treatment, name: stepName(step, bench), standing: 'open' },
  ...{ hands: step.hands, wait: step.wait, worked: 0, since: null, people: [], sets: null, waitsFor: null },
  after: step.after.map((arrow) => arrow.step),
});

const planOf = ({
  left = [],
  aside,
  out,
  promised,
  needed = null,
}: JobSummary): CalendarAsked['jobs'][number]['summary'] => ({
  ...{ left, aside, out, promised, needed },
});

const personOf = (id: string, days: PersonDays | undefined): CalendarAsked['people'][number] => ({
  ...{ id, skills: days?.skills ?? null, week: days?.week ?? null, off: days?.off ?? [] },
});
