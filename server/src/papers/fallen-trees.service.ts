import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { Examination, TreesLearned } from '@upright-elder/contract';
import { dateIn, dayOf } from '@upright-elder/core/days';
import {
  cameByBand,
  cameByWay,
  fellBy,
  wayDone,
  type ToldSince,
  type WayKey,
} from '@upright-elder/core/tree';
import { STRING_SIDES } from '@upright-elder/core/strings';
import pLimit from 'p-limit';
import type { Subscription } from 'rxjs';
import { AnalysisService } from '../analysis/analysis.service.js';
import { ChangesService } from '../changes/changes.service.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import { PlanningService } from '../plans/planning.service.js';
import { ShopService } from '../shop/shop.service.js';
import { In } from 'typeorm';
import { Database } from '../store/database.js';
import { TreeFellEntity } from './tree-fell.entity.js';
import { TreeSaidEntity } from './tree-said.entity.js';

type Fallen = Omit<TreeFellEntity, 'said'>;
const NOTHING: Omit<Fallen, 'state' | 'why'> = {
  ...{ examination: null, day: null, key: null },
  ...{ chosen: null, chosenBy: null, hours: null, days: null },
};

/** Instruments whose trees may fall, or of whose work nobody said yet what it came to, and of which something was told since. */
const UNSETTLED = `SELECT DISTINCT s."instrumentId" FROM "tree_said" s LEFT JOIN "tree_fell" f ON f."said" = s."id"
  WHERE (f."said" IS NULL OR (f."state" = 'read' AND f."chosen" IS NULL))
  AND (EXISTS (SELECT 1 FROM "examination" e WHERE e."instrumentId" = s."instrumentId" AND e."date" > s."day")
    OR EXISTS (SELECT 1 FROM "intervention" i WHERE i."instrumentId" = s."instrumentId" AND i."date" >= s."day")
    OR EXISTS (SELECT 1 FROM "edit" c WHERE c."tableName" = 'instrument' AND c."rowId" = s."instrumentId" AND c."at" >= s."day"))`;
const COUNTS = `SELECT
  count(*) FILTER (WHERE f."state" = 'read') AS "read",
  count(*) FILTER (WHERE f."said" IS NULL) AS "open",
  count(*) FILTER (WHERE f."state" = 'void') AS "void",
  count(*) FILTER (WHERE f."state" = 'read' AND f."chosen" <> f."key") AS "overruled"
  FROM "tree_said" s LEFT JOIN "tree_fell" f ON f."said" = s."id"`;
const WAYS = `SELECT w."value" ->> '$.key' AS "key", w."value" ->> '$.chance' AS "chance",
  w."value" ->> '$.key' = f."key" AS "came"
  FROM "tree_fell" f JOIN "tree_said" s ON s."id" = f."said", json_each(s."tree", '$.ways') w
  WHERE f."state" = 'read' ORDER BY s."id"`;

/**
 * Holds what owners were told that a plan may come to against what came: as soon as the reading is in, by the judgement of
 * that day; and against what was really done, once it is handed over.
 */
@Injectable()
export class FallenTreesService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly one = pLimit(1);
  private heard: Subscription | null = null;
  /** of these nothing was told since */
  private readonly settled = new Set<string>();

  constructor(
    private readonly analysis: AnalysisService,
    private readonly changes: ChangesService,
    private readonly database: Database,
    private readonly examinations: ExaminationsService,
    private readonly interventions: InterventionsService,
    private readonly jobs: JobsService,
    private readonly planning: PlanningService,
    private readonly shop: ShopService,
  ) {}

  onApplicationBootstrap(): void {
    this.heard = this.changes.changed().subscribe((changed) => {
      for (const { subject, id } of changed)
        if (subject === 'instrument') {
          this.settled.delete(id);
          void this.one(() => this.settle(id)).catch(() => undefined);
        }
    });
  }

  async onApplicationShutdown(): Promise<void> {
    this.heard?.unsubscribe();
    await this.one(() => undefined);
  }

  /** What the shop's own cases say of what it tells owners; nothing where they are few. */
  async learned(): Promise<TreesLearned> {
    const { read } = this.database;
    // what was told while nobody listened; it is looked at once
    const unsettled = await read.query<{ instrumentId: string }[]>(UNSETTLED);
    for (const { instrumentId } of unsettled)
      if (!this.settled.has(instrumentId)) await this.one(() => this.settle(instrumentId));
    const [counts] = await read.query<[Omit<TreesLearned, 'bands' | 'ways'>]>(COUNTS);
    const ways = await read.query<{ key: WayKey; chance: number; came: 0 | 1 }[]>(WAYS);
    const cases = ways.map(({ key, chance, came }) => ({ key, chance, came: came === 1 }));
    return {
      ...counts,
      bands: cameByBand(cases),
      ways: cameByWay(cases),
    };
  }

  /** Looks whether what was said of an instrument can be held against anything yet. */
  async settle(instrumentId: string): Promise<void> {
    this.settled.add(instrumentId);
    const said = await this.database.read.find(TreeSaidEntity, { where: { instrumentId } });
    if (said.length === 0) return;
    const fallen = await this.fallenOf(said);
    if (said.every(({ id }) => fallen.get(id)?.state === 'void' || fallen.get(id)?.chosen)) return;
    const told = await this.toldSince(instrumentId);
    for (const one of said) {
      const before = fallen.get(one.id);
      if (before?.state === 'void' || before?.chosen) continue;
      // a reading may be put right until the next one comes
      const now = (await this.fell(one, told, before ?? null)) ?? before;
      if (!now) continue;
      const ended = now.state === 'read' ? await this.ended(instrumentId, now) : null;
      if (before && !ended && now.key === before.key && now.examination === before.examination) continue;
      await this.database.write((manager) =>
        manager.save(TreeFellEntity, { ...now, ...ended, said: one.id }),
      );
    }
  }

  private async fallenOf(said: readonly TreeSaidEntity[]): Promise<Map<string, TreeFellEntity>> {
    const all = await this.database.read.find(TreeFellEntity, {
      where: { said: In(said.map(({ id }) => id)) },
    });
    return new Map(all.map((one) => [one.said, one]));
  }

  /** By the judgement of the day of its reading; null where there is nothing to hold it against yet. */
  private async fell(
    { instrumentId, day, tree }: TreeSaidEntity,
    told: ToldSince,
    before: TreeFellEntity | null,
  ): Promise<Fallen | null> {
    const fell = fellBy({ day, first: tree.first }, told);
    if (fell.state === 'open') return null;
    if (fell.state === 'void') return { ...NOTHING, ...fell };
    const { evidence, today, yearInput, sides, effects, edits } = await this.planning.of(instrumentId);
    // the same instrument was read once more meanwhile: that day's judgement can no longer be had
    if (evidence.examinationId !== fell.examination)
      return before ?? { ...NOTHING, state: 'void', why: 'read again' };
    const key = await this.analysis.ask('wayToday', {
      ...{ evidence, today, yearInput, sides, effects, edits },
      ambition: tree.ambition,
    });
    return { ...NOTHING, ...fell, why: '', key };
  }

  /** What was really done after the reading, and what the job came to; null while it is under way. */
  private async ended(
    instrumentId: string,
    { day }: Fallen,
  ): Promise<Pick<Fallen, 'chosen' | 'chosenBy' | 'hours' | 'days'> | null> {
    const told = await this.jobs.told(instrumentId);
    const { opened, handedOver } = told?.job ?? {};
    if (!told || !opened || !handedOver || day === null) return null;
    const { zone } = await this.shop.get();
    const dayAt = (ms: number) => dateIn(new Date(ms).toISOString(), zone);
    if (dayAt(handedOver.at) < day) return null;
    const after = (await this.interventions.ofInstrument(instrumentId)).filter(({ date }) => date >= day);
    return {
      chosen: wayDone(after.flatMap(({ treatments }) => treatments)),
      chosenBy: after.at(-1)?.by ?? null,
      hours: told.cameTo.reduce((sum, { worked }) => sum + worked, 0),
      days: dayOf(dayAt(handedOver.at)) - dayOf(dayAt(opened.at)),
    };
  }

  private async toldSince(instrumentId: string): Promise<ToldSince> {
    const [interventions, examinations, targets] = await Promise.all([
      this.interventions.ofInstrument(instrumentId),
      this.examinations.ofInstrument(instrumentId),
      this.database.read.query<{ at: string }[]>(
        `SELECT "at" FROM "edit" WHERE "tableName" = 'instrument' AND "rowId" = ?
         AND (json_type("was", '$.targetBass') IS NOT NULL OR json_type("was", '$.targetTreble') IS NOT NULL)
         ORDER BY "version" DESC LIMIT 1`,
        [instrumentId],
      ),
    ]);
    return {
      done: interventions
        .flatMap(({ date, treatments }) => treatments.map((treatment) => ({ day: date, treatment })))
        .sort((a, b) => a.day.localeCompare(b.day)),
      read: examinations
        .filter(readsBothSides)
        .map(({ id, date }) => ({ id, day: date }))
        .sort((a, b) => a.day.localeCompare(b.day)),
      retargeted: targets[0]?.at.slice(0, 10) ?? null,
    };
  }
}

const readsBothSides = ({ conditions, readings }: Examination): boolean =>
  conditions.strings === 'pitch' &&
  STRING_SIDES.every((side) =>
    readings.some(({ quantity, place }) => quantity === 'action12' && place === side),
  );
