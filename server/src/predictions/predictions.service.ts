import { Injectable } from '@nestjs/common';
import type { PredictionsOf, Prediction, PredictionInput } from '@upright-elder/contract';
import { AnalysisService } from '../analysis/analysis.service.js';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { saveVersioned } from '../store/versioned.js';
import { badFields, notFound, STAYS, withBothCopies } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { PeopleService } from '../people/people.service.js';
import { PredictionEntity } from './prediction.entity.js';

/** What people predicted before the program showed its own. */
@Injectable()
export class PredictionsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly analysis: AnalysisService,
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
  ) {}

  async ofInstrument(instrumentId: string): Promise<PredictionsOf> {
    await this.instruments.get(instrumentId);
    const rows = await this.database.read.find(PredictionEntity, {
      where: { instrumentId },
      order: { updatedAt: 'DESC', id: 'DESC' },
    });
    const date = await this.lastExamined(instrumentId);
    return { predictions: await this.complete(rows), date, judged: date !== null };
  }

  async all(): Promise<Prediction[]> {
    return this.complete(
      await this.database.read.find(PredictionEntity, { order: { updatedAt: 'DESC', id: 'DESC' } }),
    );
  }

  async get(id: string): Promise<Prediction> {
    const row = await this.database.read.findOneBy(PredictionEntity, { id });
    if (!row) throw notFound('prediction');
    return (await this.complete([row]))[0]!;
  }

  /** What the program says is worked out here, at that moment, and stays; later only what the work showed is added. */
  async save(id: string, input: PredictionInput): Promise<Prediction> {
    const { version, instrumentId, by, cause, plan, shown } = input;
    await this.instruments.get(instrumentId);
    const date = await this.lastExamined(instrumentId);
    if (date === null)
      throw badFields([
        {
          field: 'instrumentId',
          typed: instrumentId,
          reason: 'nothing of it was examined yet',
          accepted: 'an instrument that was examined',
        },
      ]);
    const { packed, room } = await this.analysis.of(instrumentId);
    const program = await this.analysis.ask('predicted', { fit: packed, room, day: this.clock.today() });
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const before = await manager.findOneBy(PredictionEntity, { id });
          // a prediction stays as it was made: only what the work showed comes to it later
          const stays = before && {
            instrumentId: before.instrumentId,
            by: before.by,
            cause: before.cause,
            plan: before.plan,
          };
          for (const [field, was] of Object.entries(stays ?? {}))
            if (input[field as keyof PredictionInput] !== was)
              throw badFields([{ field, typed: String(input[field as keyof PredictionInput]), ...STAYS }]);
          return saveVersioned(manager, PredictionEntity, id, version, input, {
            instrumentId,
            examinationId: before?.examinationId ?? null,
            date: before?.date ?? date,
            cause,
            plan,
            shown: shown ?? null,
            programCause: before?.programCause ?? program.cause,
            programPlan: before?.programPlan ?? program.plan,
            by,
            updatedAt: before?.updatedAt ?? this.clock.now(),
          });
        }),
      () => this.get(id),
      input,
    );
    return this.get(id);
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
    return rows.map(({ fingerprint: _fingerprint, examinationId: _examination, updatedAt: _at, ...row }) => ({
      ...row,
      byName: nameOf(row.by),
      nickname: nicknames.get(row.instrumentId) ?? '',
    }));
  }
}
