import { Injectable } from '@nestjs/common';
import type {
  Conditions,
  ConditionsInput,
  Correction,
  Examination,
  ExaminationInput,
  FieldError,
  Reading,
  ReadingInput,
} from '@upright-elder/contract';
import {
  isBareNumber,
  parseDuration,
  parsePercent,
  parseReading,
  parseTemperature,
  QUANTITIES,
  repeatsMean,
  type Parsed,
} from '@upright-elder/core';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { saveVersioned } from '../database/versioned.js';
import { badFields, notFound, withBothCopies } from '../http/problem.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { PersonEntity } from '../people/person.entity.js';
import { ExaminationEntity, ReadingCorrectionEntity, ReadingEntity } from './examination.entity.js';

@Injectable()
export class ExaminationsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** All examinations of an instrument, oldest first. */
  async ofInstrument(instrumentId: string): Promise<Examination[]> {
    const rows = await this.database.read.find(ExaminationEntity, {
      where: { instrumentId },
      order: { date: 'ASC', id: 'ASC' },
    });
    return this.complete(rows);
  }

  async get(id: string): Promise<Examination> {
    const row = await this.database.read.findOneBy(ExaminationEntity, { id });
    if (!row) throw notFound('examination');
    return (await this.complete([row]))[0]!;
  }

  async save(id: string, input: ExaminationInput): Promise<Examination> {
    const errors: FieldError[] = [];
    const conditions = parseConditions(input.conditions, errors);
    const readings = parseReadings(input.readings, errors);
    if (input.date > this.clock.date()) {
      errors.push({
        field: 'date',
        typed: input.date,
        reason: 'the examination would be in the future',
        accepted: `a day up to ${this.clock.date()}`,
      });
    }
    if (errors.length > 0) throw badFields(errors);

    const { instrumentId, by, date, notes } = input;
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const saved = await saveVersioned(manager, ExaminationEntity, id, input.version, input, {
            instrumentId,
            by,
            date,
            conditions,
            notes,
            updatedAt: this.clock.now(),
          });
          if (saved === 'repeated') return;
          await this.replaceReadings(manager, id, readings, by);
          await manager.increment(InstrumentEntity, { id: instrumentId }, 'revision', 1);
        }),
      () => this.get(id),
      input,
    );
    return this.get(id);
  }

  /** Writes the readings anew; what a changed or removed one said before is kept as a correction. */
  private async replaceReadings(
    manager: EntityManager,
    examinationId: string,
    readings: Omit<ReadingEntity, 'examinationId'>[],
    by: string,
  ): Promise<void> {
    const before = await manager.findBy(ReadingEntity, { examinationId });
    for (const old of before) {
      const now = readings.find(({ quantity, side }) => quantity === old.quantity && side === old.side);
      if (now?.text === old.text && now.unit === old.unit) continue;
      await manager.insert(ReadingCorrectionEntity, {
        examinationId,
        quantity: old.quantity,
        side: old.side,
        text: isBareNumber(old.text) ? `${old.text} ${old.unit}` : old.text,
        by,
        at: this.clock.now(),
      });
    }
    await manager.delete(ReadingEntity, { examinationId });
    if (readings.length > 0) {
      await manager.insert(
        ReadingEntity,
        readings.map((reading) => ({ ...reading, examinationId })),
      );
    }
  }

  private async complete(rows: ExaminationEntity[]): Promise<Examination[]> {
    if (rows.length === 0) return [];
    const ids = rows.map(({ id }) => id);
    const among = { ids };
    const readings = await this.database.read
      .createQueryBuilder(ReadingEntity, 'r')
      .where('r.examinationId IN (:...ids)', among)
      .getMany();
    const corrections = await this.database.read
      .createQueryBuilder(ReadingCorrectionEntity, 'c')
      .where('c.examinationId IN (:...ids)', among)
      .orderBy('c.id')
      .getMany();
    const people = new Map((await this.database.read.find(PersonEntity)).map(({ id, name }) => [id, name]));
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({
      ...row,
      byName: people.get(row.by) ?? 'unknown',
      readings: readings
        .filter(({ examinationId }) => examinationId === row.id)
        .map((reading) =>
          toReading(
            reading,
            corrections
              .filter(
                (c) =>
                  c.examinationId === row.id && c.quantity === reading.quantity && c.side === reading.side,
              )
              .map((c) => ({ text: c.text, by: people.get(c.by) ?? 'unknown', at: c.at })),
          ),
        ),
    }));
  }
}

function toReading(
  { quantity, side, text, unit, readings }: ReadingEntity,
  corrections: Correction[],
): Reading {
  return {
    quantity,
    side,
    text,
    unit,
    values: readings,
    ...repeatsMean(readings, QUANTITIES[quantity].tool),
    corrections,
  };
}

function parseConditions(input: ConditionsInput, errors: FieldError[]): Conditions {
  const understood = (
    field: keyof ConditionsInput,
    parse: (text: string) => Parsed<number>,
  ): number | null => {
    const typed = input[field] as string | null | undefined;
    if (typed === null || typed === undefined || typed.trim() === '') return null;
    const result = parse(typed);
    if (result.ok) return result.value;
    errors.push({ field: `conditions.${field}`, typed, reason: result.reason, accepted: result.accepted });
    return null;
  };
  const seconds = understood('timeAtPitch', (text) => parseDuration(text, 'd'));
  if (input.reliefTo <= input.reliefFrom) {
    errors.push({
      field: 'conditions.reliefTo',
      typed: String(input.reliefTo),
      reason: 'the two held frets must be in order',
      accepted: 'a fret from 8 to 20',
    });
  }
  return {
    ...input,
    humidityPercent: understood('humidity', parsePercent),
    temperatureCelsius: understood('temperature', (text) => parseTemperature(text, input.temperatureUnit)),
    woodMoisturePercent: understood('woodMoisture', parsePercent),
    daysAtPitch: seconds === null ? null : seconds / 86400,
  };
}

function parseReadings(inputs: ReadingInput[], errors: FieldError[]): Omit<ReadingEntity, 'examinationId'>[] {
  const seen = new Set<string>();
  return inputs.map((input, i) => {
    const { quantity, side, text, unit } = input;
    const refuse = (reason: string, accepted: string) =>
      errors.push({ field: `readings.${i}.text`, typed: text, reason, accepted });
    const sided = QUANTITIES[quantity].sided;
    if (sided === (side === 'centre')) {
      refuse(
        `${QUANTITIES[quantity].name} cannot be read at “${side}”`,
        sided ? 'bass, treble or both' : 'centre',
      );
    }
    const places = side === 'both' ? ['bass', 'treble'] : [side];
    for (const place of places) {
      const key = `${quantity} ${place}`;
      if (seen.has(key))
        refuse(
          `${QUANTITIES[quantity].name} is given twice for the ${place}`,
          'one reading a place; repeats are separated by a semicolon',
        );
      seen.add(key);
    }
    const result = parseReading(quantity, text, unit);
    if (!result.ok) refuse(result.reason, result.accepted);
    return { quantity, side, text, unit, readings: result.ok ? result.value : [] };
  });
}
