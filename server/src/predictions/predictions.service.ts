import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import type { FieldError, PredictionsOf, Prediction, PredictionInput } from '@upright-elder/contract';
import { ChangesService } from '../changes/changes.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { AnalysisService } from '../analysis/analysis.service.js';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { PeopleService } from '../people/people.service.js';
import { PredictionEntity } from './prediction.entity.js';

const AS_MADE = {
  reason: 'a prediction stays as it was made',
  accepted: 'what was predicted; what the work showed comes to it later',
};

const NOTHING_EXAMINED = (typed: string): FieldError => ({
  field: 'instrumentId',
  typed,
  reason: 'nothing of it was examined yet',
  accepted: 'an instrument that was examined',
});

const SHOWN_LATER = (typed: string): FieldError => ({
  field: 'shown',
  typed,
  reason: 'not known yet when a prediction is made',
  accepted: 'what the work showed, added once the prediction is kept',
});

const ONCE: FieldError = {
  field: 'by',
  typed: '',
  reason: 'this person has predicted for this examination already',
  accepted: 'one prediction of each person; cross out the first if it was a slip',
};

/** What people predicted before the program showed its own. */
@Injectable()
export class PredictionsService implements OnApplicationBootstrap {
  private readonly logger = new Logger('predictions');

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly analysis: AnalysisService,
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
    private readonly changes: ChangesService,
    private readonly store: VersionedStore,
    private readonly strikes: StrikesService,
  ) {}

  async ofInstrument(instrumentId: string): Promise<PredictionsOf> {
    await this.instruments.get(instrumentId);
    const rows = await this.database.read.find(PredictionEntity, {
      where: { instrumentId, struck: false },
      order: { updatedAt: 'DESC', id: 'DESC' },
    });
    const date = await this.lastExamined(instrumentId);
    return { predictions: await this.complete(rows), date, judged: date !== null };
  }

  async all(): Promise<Prediction[]> {
    return this.complete(
      await this.database.read.find(PredictionEntity, {
        where: { struck: false },
        order: { updatedAt: 'DESC', id: 'DESC' },
      }),
    );
  }

  async get(id: string): Promise<Prediction> {
    const row = await this.database.read.findOneBy(PredictionEntity, { id });
    if (!row) throw notFound('prediction');
    return (await this.complete([row]))[0]!;
  }

  /**
   * Taken at once. What the program says is worked out a moment later, from what was recorded when it was made, and
   * stays; later only what the work showed is added.
   */
  async save(id: string, input: PredictionInput): Promise<Prediction> {
    const { instrumentId, by, cause, plan, shown = null } = input;
    await this.instruments.get(instrumentId);
    const date = await this.lastExamined(instrumentId);
    if (date === null) throw badFields([NOTHING_EXAMINED(instrumentId)]);
    const prediction = await this.store.save(PredictionEntity, id, {
      input,
      row: async (before, manager) => {
        // a prediction stays as it was made: only what the work showed comes to it later
        for (const [field, was] of before
          ? ([
              ['by', before.by],
              ['cause', before.cause],
              ['plan', before.plan],
            ] as const)
          : [])
          if (input[field] !== was) throw badFields([{ field, typed: input[field], ...AS_MADE }]);
        if (!before) {
          if (shown !== null) throw badFields([SHOWN_LATER(shown)]);
          const other = await manager.countBy(PredictionEntity, { instrumentId, by, date, struck: false });
          if (other > 0) throw badFields([ONCE]);
        }
        return {
          instrumentId,
          examinationId: before?.examinationId ?? null,
          date: before?.date ?? date,
          cause,
          plan,
          shown,
          programCause: before?.programCause ?? null,
          programPlan: before?.programPlan ?? null,
          revision: before?.revision ?? (await this.revisionOf(instrumentId)),
          by,
          updatedAt: before?.updatedAt ?? this.clock.now(),
        };
      },
      asks: (before) => (before.shown === null ? [] : ['shown']),
      get: () => this.get(id),
    });
    if (prediction.programCause === null) void this.ask(id);
    return prediction;
  }

  /** Has the program say its own of those that it has not spoken to yet. */
  async askOpen(): Promise<void> {
    const open = await this.database.read
      .createQueryBuilder(PredictionEntity, 'one')
      .where(`one.programCause = '' AND NOT one.struck`)
      .getMany();
    for (const { id } of open) await this.ask(id);
  }

  onApplicationBootstrap(): void {
    void this.askOpen();
  }

  /** What the program says, from the same records; once something else was written since, it cannot say it any more. */
  private async ask(id: string): Promise<void> {
    try {
      const made = await this.database.read.findOneBy(PredictionEntity, { id });
      if (made?.revision !== (await this.revisionOf(made!.instrumentId))) return;
      const { instrumentId } = made;
      const { packed, path } = await this.analysis.of(instrumentId);
      const program = await this.analysis.ask('predicted', { fit: packed, path, day: this.clock.today() });
      await this.database.write((manager) =>
        manager.query(
          `UPDATE "first_call" SET "programCause" = ?, "programPlan" = ? WHERE "id" = ? AND "programCause" = ''`,
          [program.cause, program.plan, id],
        ),
      );
    } catch (error) {
      // it is asked again at the next start
      this.logger.warn(`a prediction was not spoken to: ${(error as Error).message}`);
    }
  }

  /** What the change record says of everything that is written of an instrument. */
  private revisionOf(instrumentId: string): Promise<number> {
    return this.changes.revisionOf('instrument', instrumentId);
  }

  private async lastExamined(instrumentId: string): Promise<string | null> {
    const [last] = await this.database.read.query<{ date: string | null }[]>(
      'SELECT max("date") AS "date" FROM "examination" WHERE "instrumentId" = ? AND NOT "struck"',
      [instrumentId],
    );
    return last?.date ?? null;
  }

  private async complete(rows: PredictionEntity[]): Promise<Prediction[]> {
    const nameOf = await this.people.names();
    const names = await this.database.read.query<{ id: string; nickname: string }[]>(
      'SELECT "id", "nickname" FROM "instrument" WHERE "id" IN (SELECT value FROM json_each(?))',
      [JSON.stringify([...new Set(rows.map(({ instrumentId }) => instrumentId))])],
    );
    const nicknames = new Map(names.map(({ id, nickname }) => [id, nickname]));
    const strikes = await this.strikes.ofMany(
      'prediction',
      rows.map(({ id }) => id),
    );
    return rows.map(
      ({
        fingerprint: _fingerprint,
        examinationId: _examination,
        updatedAt: _at,
        revision: _revision,
        ...row
      }) => ({
        ...row,
        byName: nameOf(row.by),
        nickname: nicknames.get(row.instrumentId) ?? '',
        strikes: strikes.get(row.id) ?? [],
      }),
    );
  }
}
