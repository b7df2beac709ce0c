import { Injectable } from '@nestjs/common';
import type { GoneBy, Pin, PinInput } from '@upright-elder/contract';
import type { Stands, Way } from '@upright-elder/core/schedule';
import { Clock } from '../clock.js';
import { badFields } from '../http/problem.js';
import { JobsService } from '../jobs/jobs.service.js';
import { PeopleService } from '../people/people.service.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { CalendarPinEntity, CalendarPlanEntity } from './calendar.entities.js';

/** The one plan that people go by. */
const PLAN = 'shop';
/** Nothing is put farther ahead, ms. */
const AHEAD_MS = 400 * 86_400_000;

/** What people put into the calendar by hand: pins, and which plan is gone by. */
@Injectable()
export class CalendarHandService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly jobs: JobsService,
    private readonly people: PeopleService,
  ) {}

  /** Of jobs that are under way; those that were let go are none. */
  async pins(jobs: readonly string[]): Promise<Pin[]> {
    const rows = await this.database.read
      .createQueryBuilder(CalendarPinEntity, 'pin')
      .where('pin.job IN (SELECT value FROM json_each(:jobs))', { jobs: JSON.stringify(jobs) })
      .getMany();
    return this.complete(rows.filter(({ start, person }) => start !== null || person !== null));
  }

  /** Of a step, as it was saved last; null where it never was. */
  async pinOf(step: string): Promise<Pin | null> {
    const row = await this.database.read.findOneBy(CalendarPinEntity, { id: step });
    return row && (await this.complete([row]))[0]!;
  }

  /** @throws ProblemError where the step is of no job under way, the person is not known, or the time is far off */
  async pin(step: string, input: PinInput): Promise<Pin> {
    const { job, start, person, by } = input;
    const { jobs, now } = await this.jobs.underWay();
    const known = jobs.find(({ id }) => id === job);
    const errors = [];
    if (known?.summary.left && !known.summary.left.some((one) => one.step === step))
      errors.push({
        field: 'job',
        typed: job,
        reason: 'this step is not left to do in that job',
        accepted: 'a step in the calendar',
      });
    if (!known)
      errors.push({
        field: 'job',
        typed: job,
        reason: 'no such job is under way',
        accepted: 'a job in the calendar',
      });
    const here = (await this.people.list()).filter(({ struck }) => !struck);
    if (person !== null && !here.some(({ id }) => id === person))
      errors.push({
        field: 'person',
        typed: person,
        reason: 'no such person works here',
        accepted: 'one of the people of the shop, or none',
      });
    if (start !== null && (start > now + AHEAD_MS || start < now - 86_400_000))
      errors.push({
        field: 'start',
        typed: String(start),
        reason: start < now ? 'that time has passed' : 'that is more than a year ahead',
        accepted: 'a time from now on, within a year',
      });
    if (errors.length > 0) throw badFields(errors);
    const why = input.why.trim();
    return this.store.save(CalendarPinEntity, step, {
      input,
      row: () => ({ job, start, person, why, by, updatedAt: this.clock.now() }),
      get: async () => (await this.pinOf(step))!,
    });
  }

  async stands(): Promise<{ plan: Stands; goneBy: GoneBy } | null> {
    const row = await this.row();
    if (!row) return null;
    const nameOf = await this.people.names();
    const { steps, late, version, by, updatedAt } = row;
    return { plan: { steps, late }, goneBy: { version, byName: nameOf(by), updatedAt } };
  }

  async goBy(way: Way, { version, by, of }: { version: number; by: string; of: string }): Promise<GoneBy> {
    const steps = way.steps.map(({ step, start, by: hands }) => ({ step, start, by: hands }));
    return this.store.save(CalendarPlanEntity, PLAN, {
      input: Object.assign({ version, by }, { of, way: way.way }),
      row: () => ({ way: way.way, steps, late: way.late, by, updatedAt: this.clock.now() }),
      get: async () => (await this.stands())!.goneBy,
    });
  }

  private row(): Promise<CalendarPlanEntity | null> {
    return this.database.read.findOneBy(CalendarPlanEntity, { id: PLAN });
  }

  private async complete(rows: readonly CalendarPinEntity[]): Promise<Pin[]> {
    const nameOf = await this.people.names();
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({ ...row, byName: nameOf(row.by) }));
  }
}
