import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  EVENTS_AT_ONCE,
  may,
  openingHoursOf,
  rightOf,
  STOOD_ON,
  type BenchPage,
  type CardJob,
  type FieldError,
  type JobEventInput,
  type JobEventsKept,
  type JobEventsPage,
  type JobOfList,
} from '@upright-elder/contract';
import {
  AT_HAND,
  cameTo,
  foldJob,
  shelfStateOf,
  summaryOf,
  type Bench,
  type CameTo,
  type Folded,
} from '@upright-elder/core/jobs';
import { aroundNow } from '@upright-elder/core/days';
import { In, type EntityManager } from 'typeorm';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { Clock } from '../clock.js';
import { badFields, notFound, ProblemError } from '../http/problem.js';
import { PeopleService } from '../people/people.service.js';
import { ShopService } from '../shop/shop.service.js';
import { refuseAnotherShopsJobs } from '../store/another-shops.js';
import { Database } from '../store/database.js';
import { fingerprintOf } from '../store/versioned.js';
import type { FoundText } from '../store/words.js';
import { OwnersService } from '../owners/owners.service.js';
import { forgetOwnerIn } from './owners-words.js';
import { BenchEventEntity } from './bench-event.entity.js';
import { FinishedSteps, type AsOf } from './finished-steps.js';
import { corrected, type Correctable, type Corrects } from './correction-faults.js';
import { bodyFaults } from './job-bodies.js';
import { JobEntity } from './job.entity.js';
import { IS_SAID } from './said.js';
import { WrittenFacts } from './written-facts.js';

/** A job as papers tell it. */
export interface ToldJob {
  job: Folded;
  bench: Bench;
  cameTo: CameTo[];
}

/** Jobs: events come in, are kept as they are, and come to what the bench shows. */
@Injectable()
export class JobsService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly people: PeopleService,
    private readonly catalogue: CatalogueService,
    private readonly finished: FinishedSteps,
    private readonly facts: WrittenFacts,
    private readonly shop: ShopService,
    private readonly owners: OwnersService,
  ) {}

  onModuleInit(): void {
    this.owners.alsoErase(async (manager, erased) => {
      const jobs = await forgetOwnerIn(manager, erased);
      const bench = await this.catalogue.ofShop();
      const asOf = { now: this.now(), closedSince: await this.closedSince() };
      for (const id of jobs) await this.workOut(manager, id, new Set(), bench, asOf);
    });
  }

  /**
   * Keeps events, all of them or none. One that is there already is taken as kept; what it comes to, and what finished
   * steps did to the instrument, is written with them.
   *
   * @throws ProblemError where one cannot be read, is somebody's who may not write it, or is there with another body
   */
  async keep(events: JobEventInput[]): Promise<JobEventsKept> {
    const faults = events.flatMap((event, at) => bodyFaults(event, at));
    if (faults.length === 0) faults.push(...(await this.correctionFaults(events)));
    if (faults.length === 0) faults.push(...(await this.facts.faults(events)));
    if (faults.length > 0) throw badFields(faults.slice(0, 20));
    const bench = await this.catalogue.ofShop();
    const asOf = { now: this.now(), closedSince: await this.closedSince() };
    await this.refuseWithoutRight(events);
    const arrived = await this.database.write(async (manager) => {
      const fresh = await withoutKept(manager, events);
      await refuseAnotherShopsJobs(manager, [...new Set(fresh.map((event) => event.job))]);
      for (const event of fresh)
        await manager.query(
          `INSERT INTO "bench_event" ("id", "job", "kind", "step", "by", "with", "device", "clockRun", "seq", "at", "stamp", "v", "uses", "body", "fingerprint")
            VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
          rowOf(event),
        );
      for (const job of new Set(fresh.map((event) => event.job)))
        await this.workOut(manager, job, new Set(fresh.map(({ id }) => id)), bench, asOf);
      return lastIn(manager);
    });
    return { now: this.now(), arrived };
  }

  /** Works jobs out whose events were taken in as they are: what their steps did was taken in with them. */
  async remake(manager: EntityManager, jobs: readonly string[]): Promise<void> {
    const bench = await this.catalogue.ofShop();
    for (const id of jobs) await this.keepSummary(manager, id, bench, this.now());
  }

  /** Events of a job, those that came since a number, in the order in which they came. */
  async events(job: string, since: number): Promise<JobEventsPage> {
    const rows = await this.database.read
      .createQueryBuilder(BenchEventEntity, 'one')
      .where('one.job = :job AND one.arrived > :since', { job, since })
      .orderBy('one.arrived')
      .getMany();
    if (rows.length === 0 && since === 0) throw notFound('job');
    return { now: this.now(), arrived: await lastIn(this.database.read), events: rows.map(eventOf) };
  }

  /** All jobs of an instrument, the latest first. */
  async ofInstrument(instrumentId: string): Promise<JobOfList[]> {
    return this.list('"job"."instrumentId" = ?', [instrumentId]);
  }

  /** The latest job of an instrument as it is told, with the bench that it is told of; null where there is none. */
  async told(instrumentId: string): Promise<ToldJob | null> {
    const [latest] = await this.ofInstrument(instrumentId);
    if (!latest) return null;
    const { events } = await this.events(latest.id, 0);
    const job = foldJob(latest.id, events);
    return {
      job,
      bench: await this.catalogue.ofShop(),
      cameTo: cameTo(job, this.now(), await this.closedSince()),
    };
  }

  /** Entries of logs in which every word stands, the newest first; the id is the job's. */
  async find(words: readonly string[], limit: number): Promise<FoundText[]> {
    const all = words.map(() => `instr(e."saidSmall", ?) > 0`).join(' AND ');
    return this.database.read.query<FoundText[]>(
      `SELECT e."job" AS "id", j."instrumentId", trim(e."said") AS "text", date(e."at" / 1000, 'unixepoch') AS "date"
        FROM "bench_event" e INDEXED BY "bench_event_said" CROSS JOIN "job" j ON j."id" = e."job"
        WHERE e.${IS_SAID} AND ${all}
          AND NOT EXISTS (SELECT 1 FROM "bench_event" c WHERE c."job" = e."job" AND c."kind" = 'corrects'
            AND json_extract(c."body", '$.event') = e."id" AND json_extract(c."body", '$.does') = 'strikes')
        ORDER BY e."at" DESC LIMIT ?`,
      [...words, limit],
    );
  }

  /** When each of these instruments was handed over last, ms. */
  async handedOver(instrumentIds: readonly string[]): Promise<Map<string, number>> {
    const rows = await this.database.read.query<{ id: string; at: number }[]>(
      `SELECT "instrumentId" AS "id", max("handedOver") AS "at" FROM "job"
        WHERE "handedOver" IS NOT NULL AND "instrumentId" IN (SELECT value FROM json_each(?)) GROUP BY "instrumentId"`,
      [JSON.stringify(instrumentIds)],
    );
    return new Map(rows.map(({ id, at }) => [id, at]));
  }

  /** Of instruments those that are in work, by their ids, as a shelf says it. */
  async onShelf(instrumentIds: readonly string[]): Promise<Map<string, CardJob>> {
    const now = this.now();
    const jobs = await this.list(
      `"job"."handedOver" IS NULL AND "job"."instrumentId" IN (SELECT value FROM json_each(?))`,
      [JSON.stringify(instrumentIds)],
    );
    return new Map(
      jobs.flatMap(({ id, instrumentId, summary }) => {
        const state = shelfStateOf(summary, now);
        return state ? [[instrumentId, { id, ...state, promised: summary.promised }] as const] : [];
      }),
    );
  }

  /** Everything that is under way. */
  async bench(): Promise<BenchPage> {
    const jobs = await this.list('"job"."handedOver" IS NULL', []);
    const handsAtClock = jobs.some(({ summary }) =>
      summary.clocks.some(({ kind, stopped }) => AT_HAND.has(kind) && !stopped),
    );
    return { now: this.now(), closedSince: await this.closedSince(), handsAtClock, jobs };
  }

  /** Every job under way with everything that is left of it, as the calendar lays it out. */
  async underWay(): Promise<{ now: number; jobs: JobOfList[] }> {
    return { now: this.now(), jobs: await this.list('"job"."handedOver" IS NULL', [], '"job"."summary"') };
  }

  /** @param summary what is read of it: what is left in full is the calendar's alone */
  private async list(
    where: string,
    parameters: unknown[],
    summary = `json_remove("job"."summary", '$.left')`,
  ): Promise<JobOfList[]> {
    const rows = await this.database.read.query<(Omit<JobOfList, 'summary'> & { summary: string })[]>(
      `SELECT "job"."id", "job"."instrumentId", "instrument"."nickname", ${summary} AS "summary" FROM "job"
        JOIN "instrument" ON "instrument"."id" = "job"."instrumentId" WHERE ${where} ORDER BY "job"."openedAt" DESC, "job"."id"`,
      parameters,
    );
    return rows.map((row) => ({ ...row, summary: JSON.parse(row.summary) as JobOfList['summary'] }));
  }

  private now(): number {
    return Date.parse(this.clock.now());
  }

  /** The last closing of the shop, or the beginning of its day where it gave no hours: nobody works over it unseen. */
  private async closedSince(): Promise<number> {
    const hours = openingHoursOf(await this.shop.get());
    return aroundNow(hours, this.now(), this.clock.zone).closed ?? this.clock.beginOfDay();
  }

  private async workOut(
    manager: EntityManager,
    id: string,
    fresh: ReadonlySet<string>,
    bench: Bench,
    asOf: AsOf,
  ): Promise<void> {
    const kept = await this.keepSummary(manager, id, bench, asOf.now);
    if (!kept) return;
    const { job, events } = kept;
    await this.finished.write(manager, job, bench, asOf);
    // what came before the opening was not written yet
    const opens = events.some((one) => one.kind === 'opened' && fresh.has(one.id));
    const before = foldJob(id, opens ? [] : events.filter((one) => !fresh.has(one.id)));
    await this.facts.write(manager, before, job, bench);
  }

  /** What a job comes to, kept beside its events; null where its opening did not come yet. */
  private async keepSummary(
    manager: EntityManager,
    id: string,
    bench: Bench,
    now: number,
  ): Promise<{ job: Folded; events: ReturnType<typeof eventOf>[] } | null> {
    const rows = await manager.find(BenchEventEntity, { where: { job: id } });
    const events = rows.map(eventOf);
    const job = foldJob(id, events);
    // what belongs to a job whose opening did not come yet waits for it
    if (!job.opened || job.instrument === null) return null;
    await refuseUnknownInstrument(manager, job);
    await manager.upsert(
      JobEntity,
      {
        id,
        instrumentId: job.instrument,
        openedAt: job.opened.at,
        handedOver: job.handedOver?.at ?? null,
        summary: summaryOf(job, bench, now) as never,
      },
      ['id'],
    );
    return { job, events };
  }

  /** What cannot be accepted in corrections: what they correct must be readable afterwards. */
  private async correctionFaults(events: readonly JobEventInput[]): Promise<FieldError[]> {
    const corrects = events.flatMap((event, at) =>
      event.kind === 'corrects' && (event.body as Corrects).does === 'changes'
        ? [{ body: event.body as Corrects, at }]
        : [],
    );
    if (corrects.length === 0) return [];
    const stored = await this.database.read.findBy(BenchEventEntity, {
      id: In(corrects.map(({ body }) => body.event)),
    });
    const known = new Map<string, Correctable>([...stored, ...events].map((one) => [one.id, one]));
    const after = corrects.map(({ body, at }) => corrected(known.get(body.event), body, at));
    const faults = after.flatMap((one) => one.faults);
    if (faults.length > 0) return faults;
    // a reading that was corrected is read like a new one
    const readings = after.flatMap(({ reading }, i) => (reading ? [{ reading, at: corrects[i]!.at }] : []));
    const read = await this.facts.faults(readings.map(({ reading }) => reading));
    return read.map((fault) => ({
      ...fault,
      field: fault.field.replace(/^events\.\d+/u, `events.${readings[0]!.at}`),
    }));
  }

  private async refuseWithoutRight(events: readonly JobEventInput[]): Promise<void> {
    const people = new Map((await this.people.list()).map((person) => [person.id, person]));
    const faults = await Promise.all(
      events.map(async (event, at): Promise<FieldError | null> => {
        const person = people.get(event.by);
        if (!person)
          return {
            field: `events.${at}.by`,
            typed: event.by,
            reason: 'no person of the shop has this id',
            accepted: 'a person of the shop',
          };
        const right = await this.rightFor(event);
        return right === null || may(person.role, right)
          ? null
          : {
              field: `events.${at}.by`,
              typed: person.name,
              reason: `“${event.kind}” needs a person who may ${right}`,
              accepted: 'another person’s initials',
            };
      }),
    );
    const found = faults.filter((one) => one !== null);
    if (found.length > 0) throw badFields(found);
  }

  private async rightFor({ kind, body }: JobEventInput) {
    if (kind !== 'corrects') return rightOf(kind);
    const row = await this.database.read.findOneBy(BenchEventEntity, {
      id: (body as { event: string }).event,
    });
    return row && STOOD_ON.includes(row.kind) ? 'correct what others are based on' : null;
  }
}

const lastIn = async (manager: EntityManager): Promise<number> => {
  const [row] = await manager.query<{ last: number | null }[]>(
    'SELECT max("arrived") AS "last" FROM "bench_event"',
  );
  return row?.last ?? 0;
};

function rowOf(event: JobEventInput): unknown[] {
  const { id, job, kind, step, by, device, clockRun, seq, at, stamp, v, uses, body } = event;
  return [
    id,
    job,
    kind,
    step ?? null,
    by,
    JSON.stringify(event.with),
    device,
    clockRun,
    seq,
    at,
    stamp,
    v,
    JSON.stringify(uses),
    JSON.stringify(body),
    fingerprintOf(event),
  ];
}

function eventOf({
  arrived: _arrived,
  fingerprint: _fingerprint,
  ...event
}: BenchEventEntity): JobEventInput {
  return event;
}

/** Those that are not there yet. @throws ProblemError where one is there with another body */
async function withoutKept(manager: EntityManager, events: JobEventInput[]): Promise<JobEventInput[]> {
  const known = new Map(
    (
      await manager.query<{ id: string; fingerprint: string }[]>(
        'SELECT "id", "fingerprint" FROM "bench_event" WHERE "id" IN (SELECT value FROM json_each(?))',
        [JSON.stringify(events.map(({ id }) => id))],
      )
    ).map(({ id, fingerprint }) => [id, fingerprint]),
  );
  const fresh: JobEventInput[] = [];
  for (const event of events) {
    const fingerprint = fingerprintOf(event);
    const kept = known.get(event.id);
    if (kept === undefined) fresh.push(event);
    else if (kept !== fingerprint)
      throw new ProblemError({
        type: 'urn:upright-elder:problem:another-event',
        title: 'This was written down already, otherwise',
        status: 409,
        detail: `The event ${event.id} (${event.kind}) is kept with another body. Nothing of this request was kept; at most ${EVENTS_AT_ONCE} events go at once.`,
      });
    known.set(event.id, fingerprint);
  }
  return fresh;
}

async function refuseUnknownInstrument(manager: EntityManager, { instrument }: Folded): Promise<void> {
  const [found] = await manager.query<unknown[]>('SELECT 1 FROM "instrument" WHERE "id" = ?', [instrument]);
  if (!found) throw notFound('instrument');
}
