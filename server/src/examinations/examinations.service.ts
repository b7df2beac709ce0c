import { Injectable } from '@nestjs/common';
import {
  reasonIn,
  type Correction,
  type Examination,
  type ConditionsInput,
  type ExaminationInput,
  type FieldError,
  type PointFinding,
  type Reading,
  type ReadingInput,
} from '@upright-elder/contract';
import type { ExaminationFacts, StringState } from '@upright-elder/core/instrument';
import {
  AT_THE_BENCH,
  divisionOf,
  parseFrets,
  repeatsMean,
  type ReadingValue,
} from '@upright-elder/core/readings';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { everyWord, type FoundText } from '../store/words.js';
import { VersionedStore } from '../store/versioned.js';
import { writtenBy } from '../store/written.js';
import { badFields, notFound } from '../http/problem.js';
import { PeopleService } from '../people/people.service.js';
import { ProtocolsService } from '../protocols/protocols.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { ReadingsService, type StoredReading } from '../readings/readings.service.js';
import { ToolsService, type KnownTool } from '../tools/tools.service.js';
import { CorrectionEntity, ExaminationEntity, PointFindingEntity } from './examination.entity.js';
import { factsOf } from './facts.js';
import {
  replacedFacts,
  replacedPointFindings,
  replacedReadings,
  samePointFinding,
  sameReading,
  type Replaced,
} from './replaced.js';
import {
  understandConditions,
  understandPointFindings,
  understandMoney,
  understandReadings,
  type UnderstoodPointFinding,
  type UnderstoodReading,
} from './understood.js';

@Injectable()
export class ExaminationsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly tools: ToolsService,
    private readonly protocols: ProtocolsService,
    private readonly readings: ReadingsService,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
    private readonly store: VersionedStore,
  ) {}

  /** All examinations of an instrument, oldest first; those taken back only where they are asked for. */
  async ofInstrument(instrumentId: string, withStruck = false): Promise<Examination[]> {
    const rows = await this.database.read.find(ExaminationEntity, {
      where: withStruck ? { instrumentId } : { instrumentId, struck: false },
      order: { date: 'ASC', id: 'ASC' },
    });
    return this.complete(rows);
  }

  /** Notes of examinations in which every word stands, the newest first. */
  async findNotes(words: readonly string[], limit: number): Promise<FoundText[]> {
    const { sql, parameters } = everyWord('"notes"', words);
    return this.database.read.query<FoundText[]>(
      `SELECT "id", "instrumentId", "notes" AS "text", "date" FROM "examination"
       WHERE NOT "struck" AND ${sql} ORDER BY "date" DESC, "id" LIMIT ?`,
      [...parameters, limit],
    );
  }

  /** What was written at a point that was looked at, in which every word stands; the id is the examination's. */
  async findFindings(words: readonly string[], limit: number): Promise<FoundText[]> {
    const { sql, parameters } = everyWord('f."words"', words);
    return this.database.read.query<FoundText[]>(
      `SELECT e."id", e."instrumentId", f."words" AS "text", e."date" FROM "finding" f
       JOIN "examination" e ON e."id" = f."examinationId"
       WHERE NOT e."struck" AND ${sql} ORDER BY e."date" DESC, e."id" LIMIT ?`,
      [...parameters, limit],
    );
  }

  /** How many examinations of each instrument stand, and the day of the last. */
  async counts(instrumentIds: readonly string[]): Promise<Map<string, { count: number; last: string }>> {
    const rows = await this.database.read.query<{ id: string; count: number; last: string }[]>(
      `SELECT "instrumentId" AS "id", count(*) AS "count", max("date") AS "last" FROM "examination"
       WHERE NOT "struck" AND "instrumentId" IN (SELECT value FROM json_each(?)) GROUP BY "instrumentId"`,
      [JSON.stringify(instrumentIds)],
    );
    return new Map(rows.map(({ id, count, last }) => [id, { count, last }]));
  }

  /** What of an instrument's examinations the computation needs, oldest first; those taken back are left out. */
  async facts(instrumentId: string): Promise<ExaminationFacts[]> {
    const rows = await this.database.read.find(ExaminationEntity, {
      where: { instrumentId, struck: false },
      order: { date: 'ASC', id: 'ASC' },
      select: { id: true, date: true, conditions: true },
    });
    const ids = rows.map(({ id }) => id);
    const readings = grouped(await this.readings.ofExaminations(ids));
    const findings = grouped(await this.findingsOf(ids));
    const tools = await this.tools.byId();
    const usual = await this.tools.usual();
    return rows.map((row) =>
      factsOf(row, readings.get(row.id) ?? [], findings.get(row.id) ?? [], { tools, usual }),
    );
  }

  /** Which tool each reading of these examinations was taken with, by name. */
  async toolNames(
    ids: readonly string[],
  ): Promise<(reading: Pick<ReadingValue, 'quantity' | 'place'> & { examinationId: string }) => string> {
    const rows = await this.readings.ofExaminations([...new Set(ids)]);
    const tools = await this.tools.byId();
    const usual = await this.tools.usual();
    const key = (one: { examinationId: string; quantity: string; place: string }) =>
      `${one.examinationId} ${one.quantity} ${one.place}`;
    const names = new Map(rows.map((row) => [key(row), tools.get(row.tool ?? usual(row.quantity))?.name]));
    return (reading) => names.get(key(reading)) ?? '';
  }

  private findingsOf(ids: readonly string[]): Promise<PointFindingEntity[]> {
    return this.database.read
      .createQueryBuilder(PointFindingEntity, 'one')
      .where('one.examinationId IN (SELECT value FROM json_each(:ids))', { ids: JSON.stringify(ids) })
      .getMany();
  }

  async get(id: string): Promise<Examination> {
    const row = await this.database.read.findOneBy(ExaminationEntity, { id });
    if (!row) throw notFound('examination');
    return (await this.complete([row]))[0]!;
  }

  async save(id: string, input: ExaminationInput): Promise<Examination> {
    const errors: FieldError[] = [];
    const conditions = understandConditions(input.conditions, errors);
    const tools = await this.tools.byId();
    const readings = understandReadings(input.readings, tools, await this.tools.usual(), errors);
    const findings = understandPointFindings(input.findings, errors);
    const askingPrice = understandMoney(input.askingPrice, 'askingPrice', errors);
    if (await this.isYetToCome(id, input.date))
      errors.push({
        field: 'date',
        typed: input.date,
        reason: 'the examination would be in the future',
        accepted: `a day up to ${this.clock.date()}`,
      });
    const protocols = await this.protocols.list();
    if (!protocols.some((one) => one.id === input.protocol)) {
      errors.push({
        field: 'protocol',
        typed: input.protocol,
        reason: 'there is no such protocol',
        accepted: protocols.map(({ name }) => name).join(', '),
      });
    }
    if (errors.length > 0) throw badFields(errors);
    const { instrumentId, by, date, notes, protocol } = input;
    return this.store.save(ExaminationEntity, id, {
      input,
      row: (before) => {
        if ((before?.protocol ?? protocol) === AT_THE_BENCH.id) throw badFields([OF_A_JOB]);
        return {
          instrumentId,
          by,
          date,
          conditions,
          protocol,
          askingPrice,
          notes,
          updatedAt: this.clock.now(),
        };
      },
      also: async (manager, before, after) => {
        const changed = before ? replacedFacts(before, after) : [];
        await this.replace(manager, id, { readings, findings, changed, by, why: reasonIn(input.why) });
      },
      get: () => this.get(id),
    });
  }

  /** What cannot be read of readings that were taken at the bench. */
  async faultsAtBench(readings: readonly ReadAtBench[]): Promise<FieldError[][]> {
    const tools = await this.tools.byId();
    const usual = await this.tools.usual();
    return readings.map((reading) => {
      const errors: FieldError[] = [];
      understandReadings([asInput(reading)], tools, usual, errors);
      return errors;
    });
  }

  /**
   * Readings that were taken at the bench, as an examination of their own: written, corrected or taken back within the
   * transaction of their job.
   */
  async writeAtBench(
    manager: EntityManager,
    id: string,
    { instrumentId, by, date, strings, bodyJoin, readings }: AtBench,
  ): Promise<void> {
    const tools = await this.tools.byId();
    const all = understandReadings(readings.map(asInput), tools, await this.tools.usual(), []);
    // what was corrected into something that nobody can read is no reading
    const understood = all.flatMap((one, i) =>
      one.readings.length > 0 ? [{ ...one, by: readings[i]!.by }] : [],
    );
    const old = await this.readings.ofExaminations([id], manager);
    const row = await manager.findOneBy(ExaminationEntity, { id });
    if (row && (row.protocol !== AT_THE_BENCH.id || row.instrumentId !== instrumentId)) return;
    if (!row) {
      if (understood.length === 0) return;
      await manager.insert(ExaminationEntity, {
        id,
        version: 1,
        fingerprint: '',
        instrumentId,
        by,
        date,
        conditions: { ...understandConditions(conditionsAtBench(strings, bodyJoin), []) },
        protocol: AT_THE_BENCH.id,
        askingPrice: null,
        notes: '',
        updatedAt: this.clock.now(),
        struck: false,
      });
    } else {
      const gone = understood.length === 0;
      if (gone !== row.struck) {
        await manager.update(ExaminationEntity, { id }, { struck: gone });
        await this.strikes.keep(manager, {
          kind: 'examination',
          subjectId: id,
          struck: gone,
          why: gone ? 'crossed out in its job' : '',
          by,
        });
      }
      if (gone) return;
      await manager.update(
        ExaminationEntity,
        { id },
        { version: row.version + 1, updatedAt: this.clock.now() },
      );
      for (const replaced of replacedReadings(old, understood))
        await manager.insert(CorrectionEntity, {
          ...replaced,
          examinationId: id,
          by,
          why: 'corrected in its job',
          at: this.clock.now(),
        });
    }
    await this.readings.replace(manager, id, understood);
  }

  /** Of a day that has yet to come; one that is stored keeps its day, whatever a clock that was set back says. */
  private async isYetToCome(id: string, date: string): Promise<boolean> {
    if (date <= this.clock.date()) return false;
    const stored = await this.database.read.findOneBy(ExaminationEntity, { id });
    return stored?.date !== date;
  }

  /**
   * Writes readings and findings anew; what a changed or removed one said before is kept with who, when and why.
   * An unchanged line keeps the name of whoever read it.
   *
   * @throws ProblemError where something stored is changed without a reason
   */
  private async replace(
    manager: EntityManager,
    examinationId: string,
    after: {
      readings: UnderstoodReading[];
      findings: UnderstoodPointFinding[];
      changed: Replaced[];
      by: string;
      why: string;
    },
  ): Promise<void> {
    const { readings, findings, by, why } = after;
    const oldReadings = await this.readings.ofExaminations([examinationId], manager);
    const oldFindings = await manager.findBy(PointFindingEntity, { examinationId });
    const replaced = [
      ...after.changed,
      ...replacedReadings(oldReadings, readings),
      ...replacedPointFindings(oldFindings, findings),
    ];
    if (replaced.length > 0 && why === '') {
      throw badFields([
        {
          field: 'why',
          typed: '',
          reason: `you changed ${replaced
            .map(({ line }) => line)
            .join(', ')
            .slice(0, 120)}, with no reason given`,
          accepted: 'a word on why, such as “read with the wrong rule”',
        },
      ]);
    }
    for (const row of replaced)
      await manager.insert(CorrectionEntity, { ...row, examinationId, by, why, at: this.clock.now() });
    await this.readings.replace(
      manager,
      examinationId,
      readings.map((now) => {
        const same = oldReadings.find((old) => sameReading(old, now));
        // what stands as it was typed keeps its meaning, however a newer program would read the same text
        return { ...now, readings: same?.readings ?? now.readings, by: same?.by ?? by };
      }),
    );
    await manager.delete(PointFindingEntity, { examinationId });
    if (findings.length > 0)
      await manager.insert(
        PointFindingEntity,
        findings.map((now) => ({
          ...now,
          examinationId,
          by: oldFindings.find((old) => samePointFinding(old, now))?.by ?? by,
        })),
      );
  }

  private async complete(rows: ExaminationEntity[]): Promise<Examination[]> {
    if (rows.length === 0) return [];
    const ids = rows.map(({ id }) => id);
    const readings = grouped(await this.readings.ofExaminations(ids));
    const findings = grouped(await this.findingsOf(ids));
    const corrections = grouped(
      await this.database.read
        .createQueryBuilder(CorrectionEntity, 'one')
        .where('one.examinationId IN (SELECT value FROM json_each(:ids))', { ids: JSON.stringify(ids) })
        .orderBy('one.id')
        .getMany(),
    );
    const nameOf = await this.people.names();
    const protocols = new Map((await this.protocols.list()).map(({ id, name }) => [id, name]));
    const tools = await this.tools.byId();
    const usual = await this.tools.usual();
    const strikes = await this.strikes.ofMany('examination', ids);
    const edits = await this.store.editsOfMany('examination', ids);
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({
      ...row,
      byName: nameOf(row.by),
      strikes: strikes.get(row.id) ?? [],
      notesWritten: writtenBy('notes', row.notes, row.by, edits.get(row.id) ?? []).map(
        ({ by, ...piece }) => ({ ...piece, byName: nameOf(by) }),
      ),
      protocolName:
        protocols.get(row.protocol) ?? (row.protocol === AT_THE_BENCH.id ? AT_THE_BENCH.name : row.protocol),
      readings: (readings.get(row.id) ?? []).map((one) =>
        toReading({ ...one, tool: one.tool ?? usual(one.quantity) }, tools, nameOf),
      ),
      findings: (findings.get(row.id) ?? []).map((one) => toFinding(one, nameOf)),
      corrections: (corrections.get(row.id) ?? []).map((one) => toCorrection(one, nameOf)),
    }));
  }
}

/** A reading as it was taken at the bench. */
export interface ReadAtBench extends Pick<ReadingInput, 'quantity' | 'place' | 'text' | 'unit'> {
  by: string;
}

interface AtBench {
  instrumentId: string;
  by: string;
  date: string;
  strings: StringState;
  bodyJoin: number;
  readings: readonly ReadAtBench[];
}

const asInput = ({ quantity, place, text, unit }: ReadAtBench): ReadingInput => ({
  quantity,
  place,
  text,
  unit,
});

const conditionsAtBench = (strings: StringState, bodyJoin: number): ConditionsInput => ({
  humidity: null,
  temperature: null,
  temperatureUnit: '°C',
  woodMoisture: null,
  strings,
  timeAtPitch: null,
  reliefFrom: 1,
  reliefTo: bodyJoin,
});

const OF_A_JOB: FieldError = {
  field: 'protocol',
  typed: '',
  reason: 'these readings were taken at the bench, in a job',
  accepted: 'a correction in the job, or another examination',
};

function grouped<T extends { examinationId: string }>(rows: T[]): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const group = groups.get(row.examinationId);
    if (group) group.push(row);
    else groups.set(row.examinationId, [row]);
  }
  return groups;
}

function toReading(
  { quantity, place, text, unit, tool, readings, by }: StoredReading & { tool: string },
  tools: Map<string, KnownTool>,
  nameOf: (by: string) => string,
): Reading {
  const held = tools.get(tool)!;
  return {
    quantity,
    place,
    text,
    unit,
    tool,
    toolName: held.name,
    division: divisionOf(tool, held),
    values: readings,
    ...repeatsMean(readings, held),
    byName: nameOf(by),
  };
}

function toFinding(
  { point, states, verdict, frets, words, allowance, by }: PointFindingEntity,
  nameOf: (by: string) => string,
): PointFinding {
  const understood = frets === null ? null : parseFrets(frets);
  return {
    point,
    states,
    verdict,
    frets,
    fretNumbers: understood?.ok ? understood.value : [],
    words,
    allowance: allowance?.text ?? null,
    allowanceAmount: allowance?.amount ?? null,
    byName: nameOf(by),
  };
}

function toCorrection(
  { line, place, text, by, at, why }: CorrectionEntity,
  nameOf: (by: string) => string,
): Correction {
  return { line, place, text, by: nameOf(by), at, why };
}
