import { Injectable } from '@nestjs/common';
import {
  INSTRUMENT_LENGTH_LIMITS,
  INSTRUMENT_LENGTHS,
  type FieldError,
  type Instrument,
  type InstrumentInput,
  type InstrumentLength,
  type Length,
} from '@upright-elder/contract';
import { parseLength, setTension, STRING_SETS, TUNINGS } from '@upright-elder/core';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { saveVersioned } from '../database/versioned.js';
import { badFields, notFound, withBothCopies } from '../http/problem.js';
import { InstrumentEntity } from './instrument.entity.js';

@Injectable()
export class InstrumentsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async get(id: string): Promise<Instrument> {
    return toInstrument(await this.row(id));
  }

  async row(id: string): Promise<InstrumentEntity> {
    const row = await this.database.read.findOneBy(InstrumentEntity, { id });
    if (!row) throw notFound('instrument');
    return row;
  }

  async save(id: string, input: InstrumentInput): Promise<Instrument> {
    const lengths = parseLengths(input);
    const { version, by, ...facts } = input;
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const before = await manager.findOneBy(InstrumentEntity, { id });
          return saveVersioned(manager, InstrumentEntity, id, version, input, {
            ...facts,
            ...lengths,
            homeRoomId: facts.homeRoomId ?? null,
            updatedBy: by,
            updatedAt: this.clock.now(),
            revision: (before?.revision ?? 0) + 1,
          });
        }),
      () => this.get(id),
      input,
    );
    return this.get(id);
  }
}

/** @throws ProblemError naming every length that cannot be read or cannot be */
function parseLengths(
  input: InstrumentInput,
): Record<Exclude<InstrumentLength, 'scale'>, Length | null> & { scale: Length } {
  const errors: FieldError[] = [];
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
  if (errors.length > 0) throw badFields(errors);
  return lengths as ReturnType<typeof parseLengths>;
}

function toInstrument(row: InstrumentEntity): Instrument {
  const { fingerprint: _fingerprint, revision: _revision, updatedBy: _updatedBy, ...known } = row;
  const pull = setTension(STRING_SETS[row.stringSet], TUNINGS[row.tuning], row.scale.metres);
  return { ...known, stringPull: pull.total };
}
