import { Injectable } from '@nestjs/common';
import type { FieldError, SpotInput, LoadedSpot, LoadTest, LoadTestInput } from '@upright-elder/contract';
import { dipOf } from '@upright-elder/core/top';
import { parseForce, parseLength, type Parsed } from '@upright-elder/core/units';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { PeopleService } from '../people/people.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { LoadTestEntity } from './load-test.entity.js';

/** A hand sets no heavier weight on an old top, and a lighter one moves no dial, N. */
const LIGHTEST = 1;
const HEAVIEST = 100;

/** Weights that were set on tops. */
@Injectable()
export class LoadTestsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
  ) {}

  /** All of an instrument, oldest first; those taken back only where they are asked for. */
  async ofInstrument(instrumentId: string, withStruck = false): Promise<LoadTest[]> {
    await this.instruments.get(instrumentId);
    const rows = await this.database.read.find(LoadTestEntity, {
      where: { instrumentId, ...(withStruck ? {} : { struck: false }) },
      order: { date: 'ASC', updatedAt: 'ASC', id: 'ASC' },
    });
    return this.complete(rows);
  }

  async get(id: string): Promise<LoadTest> {
    const row = await this.database.read.findOneBy(LoadTestEntity, { id });
    if (!row) throw notFound('load test');
    return (await this.complete([row]))[0]!;
  }

  async save(id: string, input: LoadTestInput): Promise<LoadTest> {
    const errors = [...this.faults(input)];
    if (errors.length > 0) throw badFields(errors);
    await this.instruments.get(input.instrumentId);
    const { version: _version, ...facts } = input;
    return this.store.save(LoadTestEntity, id, {
      input,
      row: () => ({ ...facts, updatedAt: this.clock.now() }),
      get: () => this.get(id),
    });
  }

  private *faults({ version, date, weight, spots }: LoadTestInput): Generator<FieldError> {
    if (version !== 0)
      yield {
        field: 'version',
        typed: String(version),
        reason: 'a load test stays as measured',
        accepted: 'a new load test; cross out the slip',
      };
    const today = this.clock.date();
    if (date > today)
      yield {
        field: 'date',
        typed: date,
        reason: 'it would have been weighed in the future',
        accepted: `a day up to ${today}`,
      };
    const force = newtonsOf(weight);
    if (!force.ok) yield { field: 'weight', typed: weight, reason: force.reason, accepted: force.accepted };
    for (const [i, { spot }] of spots.entries())
      if (spots.findIndex((one) => one.spot === spot) < i)
        yield {
          field: `spots.${i}.spot`,
          typed: spot,
          reason: 'this spot was measured twice in one walk',
          accepted: 'each spot once, its last reading',
        };
    for (const [i, spot] of spots.entries())
      for (const part of ['zero', 'loaded', 'back'] as const) {
        const read = parseLength(spot[part], 'mm');
        if (!read.ok)
          yield {
            field: `spots.${i}.${part}`,
            typed: spot[part],
            reason: read.reason,
            accepted: read.accepted,
          };
      }
  }

  private async complete(rows: LoadTestEntity[]): Promise<LoadTest[]> {
    const nameOf = await this.people.names();
    const strikes = await this.strikes.ofMany(
      'weighing',
      rows.map(({ id }) => id),
    );
    return rows.map(({ fingerprint: _fingerprint, ...row }) => {
      const force = newtonsOf(row.weight);
      return {
        ...row,
        spots: row.spots.map(understood),
        newtons: force.ok ? force.value : 0,
        byName: nameOf(row.by),
        strikes: strikes.get(row.id) ?? [],
      };
    });
  }
}

/** The weight that was typed, N. */
function newtonsOf(text: string): Parsed<number> {
  const force = parseForce(text, 'kgf');
  if (!force.ok || (force.value >= LIGHTEST && force.value <= HEAVIEST)) return force;
  return {
    ok: false,
    reason: force.value > HEAVIEST ? 'it is more than a hand would lean on an old top' : 'it moves no dial',
    accepted: 'a weight from 0.1 to 10 kg, such as 2 kg or 4.5 lb',
  };
}

/** What the dial said at a spot. */
function understood(spot: SpotInput): LoadedSpot {
  const metres = (text: string) => {
    const read = parseLength(text, 'mm');
    return read.ok ? read.value : NaN;
  };
  return { ...spot, ...dipOf(metres(spot.zero), metres(spot.loaded), metres(spot.back)) };
}
