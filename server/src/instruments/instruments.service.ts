import { Injectable } from '@nestjs/common';
import {
  INSTRUMENT_AMOUNTS,
  INSTRUMENT_LENGTH_LIMITS,
  INSTRUMENT_LENGTHS,
  type FieldError,
  type Instrument,
  type InstrumentAmount,
  type InstrumentInput,
  type InstrumentLength,
  type Length,
  type Money,
  type Strike,
} from '@upright-elder/contract';
import {
  parseLength,
  parseMoney,
  setTension,
  STRING_SETS,
  TUNINGS,
  type StringSetId,
} from '@upright-elder/core';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { saveVersioned } from '../database/versioned.js';
import { badFields, notFound, withBothCopies } from '../http/problem.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { TopSolverService } from '../tops/top-solver.service.js';
import { InstrumentEntity } from './instrument.entity.js';

@Injectable()
export class InstrumentsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly solver: TopSolverService,
    private readonly strikes: StrikesService,
  ) {}

  async get(id: string): Promise<Instrument> {
    const row = await this.row(id);
    return toInstrument(row, row.struck ? await this.strikes.of('instrument', id) : []);
  }

  async row(id: string): Promise<InstrumentEntity> {
    const row = await this.database.read.findOneBy(InstrumentEntity, { id });
    if (!row) throw notFound('instrument');
    return row;
  }

  async save(id: string, input: InstrumentInput): Promise<Instrument> {
    const errors: FieldError[] = [];
    const lengths = parseLengths(input, errors);
    const amounts = parseAmounts(input, errors);
    if (errors.length > 0) throw badFields(errors);
    const { version, by, ...facts } = input;
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const before = await manager.findOneBy(InstrumentEntity, { id });
          return saveVersioned(manager, InstrumentEntity, id, version, input, {
            ...facts,
            ...asTyped(lengths, before),
            ...amounts,
            designStringSet: facts.designStringSet ?? null,
            homeRoomId: facts.homeRoomId ?? null,
            updatedBy: by,
            updatedAt: this.clock.now(),
            revision: (before?.revision ?? 0) + 1,
          });
        }),
      () => this.get(id),
      input,
    );
    this.solver.wake();
    return this.get(id);
  }
}

function parseAmounts(input: InstrumentInput, errors: FieldError[]): Record<InstrumentAmount, Money | null> {
  const amounts = INSTRUMENT_AMOUNTS.map((field): [InstrumentAmount, Money | null] => {
    const typed = input[field];
    if (!typed || typed.text.trim() === '') return [field, null];
    const result = parseMoney(typed.text);
    if (result.ok) return [field, { text: typed.text, amount: result.value }];
    errors.push({ field, typed: typed.text, reason: result.reason, accepted: result.accepted });
    return [field, null];
  });
  return Object.fromEntries(amounts) as Record<InstrumentAmount, Money | null>;
}

/** Every length that cannot be read or cannot be is named among the errors. */
function parseLengths(
  input: InstrumentInput,
  errors: FieldError[],
): Record<Exclude<InstrumentLength, 'scale'>, Length | null> & { scale: Length } {
  const lengths: Partial<Record<InstrumentLength, Length | null>> = {};
  for (const field of INSTRUMENT_LENGTHS) {
    const typed = input[field];
    if (!typed) {
      lengths[field] = null;
      continue;
    }
    const result = parseLength(typed.text, typed.unit);
    const { from, to, range } = INSTRUMENT_LENGTH_LIMITS[field];
    if (!result.ok) {
      errors.push({ field, typed: typed.text, reason: result.reason, accepted: result.accepted });
    } else if (result.value < from || result.value > to) {
      errors.push({
        field,
        typed: typed.text,
        reason: `“${typed.text}” is outside what this length can be`,
        accepted: range,
      });
    } else {
      lengths[field] = { text: typed.text, unit: typed.unit, metres: result.value };
    }
  }
  return lengths as ReturnType<typeof parseLengths>;
}

/** A length that stands as it was typed keeps its meaning, however a newer program would read the same text. */
function asTyped<L extends Partial<Record<InstrumentLength, Length | null>>>(
  lengths: L,
  before: InstrumentEntity | null,
): L {
  return Object.fromEntries(
    Object.entries(lengths).map(([field, length]) => {
      const old = before?.[field as InstrumentLength];
      return [field, old && old.text === length?.text && old.unit === length.unit ? old : length];
    }),
  ) as L;
}

function toInstrument(row: InstrumentEntity, strikes: Strike[]): Instrument {
  const { fingerprint: _fingerprint, revision: _revision, updatedBy: _updatedBy, ...known } = row;
  const pullOf = (set: StringSetId) =>
    setTension(STRING_SETS[set], TUNINGS[row.tuning], row.scale.metres).total;
  return {
    ...known,
    strikes,
    stringPull: pullOf(row.stringSet),
    designPull: row.designStringSet && pullOf(row.designStringSet),
  };
}
