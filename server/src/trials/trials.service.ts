import { Injectable } from '@nestjs/common';
import type { Trial, TrialInput } from '@upright-elder/contract';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { StringsService } from '../strings/strings.service.js';
import { PeopleService } from '../people/people.service.js';
import { TrialEntity } from './trial.entity.js';

/** What was tried on the models of tops. */
@Injectable()
export class TrialsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly strings: StringsService,
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
  ) {}

  /** Those of an instrument that are not put away, the latest first. */
  async ofInstrument(instrumentId: string): Promise<Trial[]> {
    await this.instruments.get(instrumentId);
    const rows = await this.database.read.find(TrialEntity, {
      where: { instrumentId, putAway: false },
      order: { updatedAt: 'DESC', id: 'DESC' },
    });
    return this.complete(rows);
  }

  async get(id: string): Promise<Trial> {
    const row = await this.database.read.findOneBy(TrialEntity, { id });
    if (!row) throw notFound('trial');
    return (await this.complete([row]))[0]!;
  }

  async save(id: string, input: TrialInput): Promise<Trial> {
    const name = input.name.trim();
    if (name === '')
      throw badFields([
        {
          field: 'name',
          typed: input.name,
          reason: 'it has no name',
          accepted: 'a word or two, such as “both legs glued”',
        },
      ]);
    await this.instruments.get(input.instrumentId);
    await this.refuseUnknownStrings(input);
    const { instrumentId, by, tried, forWork, putAway } = input;
    return this.store.save(TrialEntity, id, {
      input,
      row: () => ({ instrumentId, name, tried, forWork, putAway, by, updatedAt: this.clock.now() }),
      get: () => this.get(id),
    });
  }

  /** @throws ProblemError where it was tried with strings or a tuning that nobody knows */
  private async refuseUnknownStrings({ tried }: TrialInput): Promise<void> {
    const known = await this.strings.known();
    const errors = known.faults({ stringSet: tried.strings, designStringSet: null, tuning: tried.tuning });
    const names: Record<string, string> = { stringSet: 'tried.strings', tuning: 'tried.tuning' };
    if (errors.length > 0)
      throw badFields(errors.map((one) => ({ ...one, field: names[one.field] ?? one.field })));
  }

  private async complete(rows: TrialEntity[]): Promise<Trial[]> {
    const nameOf = await this.people.names();
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({ ...row, byName: nameOf(row.by) }));
  }
}
