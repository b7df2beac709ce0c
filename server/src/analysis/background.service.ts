import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { ChangeSubject } from '@upright-elder/contract';
import { cardStance, type ForecastCheck, type Taught } from '@upright-elder/core/instrument';
import { WEIGHTS } from '@upright-elder/core/wording';
import { PinoLogger } from 'nestjs-pino';
import type { Subscription } from 'rxjs';
import { In, MoreThan } from 'typeorm';
import { ChangesService } from '../changes/changes.service.js';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { EventsService } from '../events/events.service.js';
import type { PackedPath } from '../workers/packed-air.js';
import type * as tasks from '../workers/tasks.js';
import { AnalysisService, type Analysis } from './analysis.service.js';
import type { WorkedOutCard } from './worked-out-card.js';
import { ShownForecastEntity, SolvedTopEntity, WorkedOutEntity } from './worked-out.entity.js';
import { LearnedTopsService } from './learned-tops.service.js';
import { StampsService, type WorkedOutStamp } from './stamps.service.js';

/** What nothing that is worked out stands on: a touch at the bench wakes nobody. */
const APART: ReadonlySet<ChangeSubject> = new Set(['job', 'owners', 'photographs', 'people', 'protocols']);
/** The day is looked at so often, ms. */
const LOOK_MS = 30000;
/** Instruments whose checks are read at once. */
const CHECKS_AT_ONCE = 50;
/** What asks for the most is brought up to a new day first. */
const ORDER: string[] = [...WEIGHTS];

/**
 * Keeps the whole shop worked out: whatever was written since is gathered and worked out anew, and on a new day every
 * card is read off its fit. What it finds is stored with its fingerprint, so that a restart works nothing out again;
 * so is what was shown, until the reading comes that it is held against.
 */
@Injectable()
export class BackgroundService implements OnApplicationBootstrap, OnApplicationShutdown {
  private working: Promise<void> | null = null;
  private again = false;
  private fresh = true;
  private ended = false;
  private timer: NodeJS.Timeout | null = null;
  private listening: Subscription | null = null;
  /** what is worked out where nothing can be written */
  private readonly inMemory = new Map<string, WorkedOutEntity>();
  private readonly followers: ((id: string, checks: ForecastCheck[]) => void)[] = [];

  constructor(
    private readonly database: Database,
    private readonly changes: ChangesService,
    private readonly stamps: StampsService,
    private readonly tops: LearnedTopsService,
    private readonly analysis: AnalysisService,
    private readonly events: EventsService,
    private readonly clock: Clock,
    private readonly log: PinoLogger,
  ) {}

  onApplicationBootstrap(): void {
    this.listening = this.changes.changed().subscribe((news) => {
      if (news.some(({ subject }) => !APART.has(subject))) this.wake();
    });
    this.timer = setInterval(() => this.wake(), LOOK_MS);
    this.timer.unref();
    this.wake();
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true;
    this.listening?.unsubscribe();
    if (this.timer) clearInterval(this.timer);
    await this.working;
  }

  /** Something may have been written, or the day have turned. */
  wake(): void {
    this.again = true;
    if (this.ended) return;
    this.working ??= this.work().finally(() => {
      this.working = null;
      if (this.again) this.wake();
    });
  }

  /** To be told of the checks of every instrument that is worked out anew. */
  follow(follower: (id: string, checks: ForecastCheck[]) => void): void {
    this.followers.push(follower);
  }

  /** What is kept of instruments, and whether it stands on everything that is recorded of them. */
  async kept(
    ids: readonly string[],
  ): Promise<Map<string, { card: WorkedOutCard; day: number; fresh: boolean }>> {
    const rows = this.database.unwritable
      ? ids.flatMap((id) => this.inMemory.get(id) ?? [])
      : await this.database.read.find(WorkedOutEntity, {
          where: { instrumentId: In([...ids]) },
          select: { instrumentId: true, stamp: true, day: true, card: true },
        });
    const stamps = new Map((await this.stamps.these(ids)).map(({ id, stamp }) => [id, stamp]));
    return new Map(
      rows.map(({ instrumentId, stamp, day, card }) => [
        instrumentId,
        { card, day, fresh: stamp === stamps.get(instrumentId) },
      ]),
    );
  }

  /** How the forecasts of an instrument held, as it is kept. */
  async checksOf(instrumentId: string): Promise<ForecastCheck[]> {
    const row = this.database.unwritable
      ? this.inMemory.get(instrumentId)
      : await this.database.read.findOne(WorkedOutEntity, {
          where: { instrumentId },
          select: { instrumentId: true, checks: true },
        });
    return row?.checks ?? [];
  }

  /** What the shop's own before and after says of what treatments do, of all that is kept. */
  async taught(): Promise<Pick<Taught, 'cases' | 'hours'>> {
    if (this.database.unwritable) return merged([...this.inMemory.values()].map(({ taught }) => taught));
    const rows = await this.database.read.query<{ taught: string }[]>(
      `SELECT "taught" FROM "worked_out" WHERE json_array_length("taught", '$.cases') + json_array_length("taught", '$.hours') > 0 ORDER BY "instrumentId"`,
    );
    return merged(rows.map(({ taught }) => JSON.parse(taught) as Taught));
  }

  /** The same of all that is kept, a few at a time. */
  async *allChecks(): AsyncGenerator<{ id: string; checks: ForecastCheck[] }> {
    let last = '';
    for (;;) {
      if (this.ended) return;
      const rows = await this.database.read.find(WorkedOutEntity, {
        where: { instrumentId: MoreThan(last) },
        order: { instrumentId: 'ASC' },
        take: CHECKS_AT_ONCE,
        select: { instrumentId: true, checks: true },
      });
      for (const { instrumentId: id, checks } of rows) yield { id, checks };
      if (rows.length < CHECKS_AT_ONCE) return;
      last = rows.at(-1)!.instrumentId;
    }
  }

  /** How far the shop is worked out. */
  async progress(): Promise<{ done: number; total: number }> {
    const all = await this.stamps.all();
    return { done: all.filter((one) => !this.isStale(one)).length, total: all.length };
  }

  private isStale({ id, stamp, keptStamp, keptDay }: WorkedOutStamp): boolean {
    const kept = this.database.unwritable ? this.inMemory.get(id) : { stamp: keptStamp, day: keptDay };
    return kept?.stamp !== stamp || kept.day !== this.clock.today();
  }

  private async work(): Promise<void> {
    try {
      while (this.again && !this.ended) {
        this.again = false;
        const stale = (await this.stamps.all()).filter((one) => this.isStale(one)).sort(byUrgency);
        for (const one of stale) {
          if (this.ended) return;
          await this.one(one);
          // what was written meanwhile may be more urgent
          if (this.again) break;
        }
        // what the shop's own tops taught moves all of them
        if (!this.again && (stale.length > 0 || this.fresh)) this.again = await this.tops.look();
        this.fresh = false;
      }
    } catch (error) {
      this.log.error(error, 'what is kept worked out could not be brought up to date');
    }
  }

  /** One that cannot be worked out is said so, and never keeps the others from it. */
  private async one({ id, stamp, keptStamp }: WorkedOutStamp): Promise<void> {
    try {
      if (stamp !== keptStamp || !(await this.onlyDay(id, stamp))) await this.whole(id);
    } catch (error) {
      if (this.ended) return;
      const because = error instanceof Error ? error.message : String(error);
      this.log.error(`${id} could not be worked out: ${because}`);
      await this.keepRefusal(id, because);
    }
    this.events.workedOut([id]);
  }

  private async whole(id: string): Promise<void> {
    const analysis = await this.solved(await this.analysis.of(id, false));
    const day = this.clock.today();
    const { stamp, fingerprint, path, packed, fresh, record } = analysis;
    const off =
      fresh?.day === day
        ? fresh
        : await this.analysis.later('readOff', {
            fit: packed,
            path,
            day,
            shown: await this.shownOf(id),
            record,
          });
    const card: WorkedOutCard = {
      stance: cardStance(record),
      first: off.first,
      ask: off.ask,
      refusal: null,
      urgency: off.urgency,
      ...(await this.carriedOver(id, pathText(path), off.first)),
    };
    const row = { instrumentId: id, stamp, fingerprint, day, fit: Buffer.from(packed), card };
    await this.keep(row, off, fresh ?? undefined);
  }

  /** Says once that it is read by another path than before, where that changed what it says first. */
  private async carriedOver(
    instrumentId: string,
    path: string,
    first: WorkedOutCard['first'],
  ): Promise<Pick<WorkedOutCard, 'path' | 'carried'>> {
    const kept = this.database.unwritable
      ? null
      : await this.database.read.findOne(WorkedOutEntity, {
          where: { instrumentId },
          select: { instrumentId: true, card: true },
        });
    if (!kept || kept.card.refusal !== null) return { path };
    const before = kept.card;
    // before paths were kept everything was read by one room
    const moved =
      before.path === undefined ? (JSON.parse(path) as unknown[]).length > 1 : before.path !== path;
    const was = before.carried?.was ?? before.first;
    const other = was?.mm.text !== first?.mm.text;
    return { path, ...(other && (moved || before.carried) ? { carried: { was } } : {}) };
  }

  /** Somebody has seen that it is read by another path. */
  async seenCarried(instrumentId: string): Promise<void> {
    await this.database.writeUnsynced((manager) =>
      manager.query(
        `UPDATE "worked_out" SET "card" = json_remove("card", '$.carried') WHERE "instrumentId" = ?`,
        [instrumentId],
      ),
    );
  }

  /** What it said first before it was read by another path; null where nothing is to be said of that. */
  async carried(instrumentId: string): Promise<WorkedOutCard['carried'] | null> {
    const kept = await this.database.read.findOne(WorkedOutEntity, {
      where: { instrumentId },
      select: { instrumentId: true, card: true },
    });
    return kept?.card.carried ?? null;
  }

  /**
   * Nothing was written since, and only another day is read off what is kept: nothing is gathered for that.
   *
   * @returns false where nothing is kept that it could be read off
   */
  private async onlyDay(id: string, stamp: string): Promise<boolean> {
    if (this.database.unwritable) return false;
    const kept = await this.database.read.findOne(WorkedOutEntity, {
      where: { instrumentId: id, stamp },
      select: { instrumentId: true, stamp: true, fingerprint: true, fit: true, card: true },
    });
    if (!kept || kept.card.refusal !== null) return false;
    const day = this.clock.today();
    const path = await this.analysis.pathOf(id);
    const off = await this.analysis.later('readOff', {
      fit: kept.fit,
      path,
      day,
      shown: await this.shownOf(id),
    });
    // when something ends is a day, and stays one
    const urgency = { ...kept.card.urgency, ...off.urgency };
    const card = { ...kept.card, first: off.first, ask: off.ask, urgency };
    await this.keep({ ...kept, day, card }, off, undefined);
    return true;
  }

  private shownOf(instrumentId: string): Promise<ShownForecastEntity[]> {
    return this.database.read.findBy(ShownForecastEntity, { instrumentId });
  }

  /** The plate model is asked first, where its answer is not there yet. */
  private async solved(analysis: Analysis): Promise<Analysis> {
    const { id, question, questioned, questionedNow, solving, solvingNow } = analysis;
    // what is found could not be kept
    if (!question || !(solving || solvingNow) || this.database.unwritable) return analysis;
    const finding = await this.analysis
      .later('solveTop', question)
      .catch((error: unknown): tasks.TopFinding => ({
        refusal:
          error instanceof Error && error.name !== 'AbortError' ? error.message : 'it took too long to solve',
      }));
    if (this.ended) throw new Error('the program ends');
    const found = 'rise' in finding ? { ...finding, refusal: '' } : { ...NOTHING_FOUND, ...finding };
    await this.database.write((manager) =>
      manager.save(SolvedTopEntity, { id, fingerprint: questioned, strungFor: questionedNow, ...found }),
    );
    const next = await this.analysis.of(id, false);
    // what was written while it was solved asks something else: it is not left with the old answer
    return next.questionedNow === questionedNow ? next : this.solved(next);
  }

  private async keep(
    row: Omit<WorkedOutEntity, 'checks' | 'taught'>,
    { shown, gone }: Pick<tasks.ReadOff, 'shown' | 'gone'>,
    fresh: Pick<tasks.WorkedOut, 'checks' | 'taught'> | undefined,
  ): Promise<void> {
    const { instrumentId } = row;
    const { checks = [], taught = NOTHING_TAUGHT } = fresh ?? {};
    if (this.database.unwritable) this.inMemory.set(instrumentId, { ...row, checks, taught });
    else
      await this.database.writeUnsynced(async (manager) => {
        if (fresh) await manager.save(WorkedOutEntity, { ...row, checks, taught });
        else await manager.update(WorkedOutEntity, { instrumentId }, row);
        for (const one of gone) await manager.delete(ShownForecastEntity, { instrumentId, ...one });
        if (shown.length > 0)
          await manager.save(
            ShownForecastEntity,
            shown.map((one) => ({ instrumentId, ...one })),
          );
      });
    if (fresh) for (const follower of this.followers) follower(instrumentId, checks);
  }

  private async keepRefusal(id: string, refusal: string): Promise<void> {
    const row: WorkedOutEntity = {
      instrumentId: id,
      stamp: await this.stamps.of(id),
      fingerprint: '',
      day: this.clock.today(),
      fit: Buffer.alloc(0),
      card: { first: null, ask: null, stance: null, refusal },
      checks: [],
      taught: NOTHING_TAUGHT,
    };
    if (this.database.unwritable) this.inMemory.set(id, row);
    else await this.database.writeUnsynced((manager) => manager.save(WorkedOutEntity, row));
  }
}

const merged = (all: readonly Taught[]): Pick<Taught, 'cases' | 'hours'> => ({
  cases: all.flatMap(({ cases }) => cases),
  hours: all.flatMap(({ hours }) => hours),
});

/** Where it lay and since when, as a text that changes with it. */
const pathText = ({ stays }: PackedPath): string =>
  JSON.stringify(stays.map(({ from, room }) => [from, room]));

const NOTHING_TAUGHT: Taught = { cases: [], hours: [], breathing: null };
const NOTHING_FOUND = { rise: null, restraint: null, breathes: {}, strung: null };

/** What was written since goes before what only has another day; what asks for the most goes first. */
function byUrgency(a: WorkedOutStamp, b: WorkedOutStamp): number {
  const changed = (one: WorkedOutStamp) => (one.keptStamp === one.stamp ? 1 : 0);
  const asks = ({ weight }: WorkedOutStamp) => ORDER.indexOf(weight ?? 'act');
  return changed(a) - changed(b) || asks(a) - asks(b);
}
