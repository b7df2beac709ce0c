import { Injectable } from '@nestjs/common';
import type { AirAnswer, AirAnswerInput } from '@upright-elder/contract';
import { ANSWERS_OF_INSTRUMENTS, ANSWERS_OF_ROOMS } from '@upright-elder/contract';
import { isDay } from '@upright-elder/core/days';
import { Clock } from '../clock.js';
import { badFields, notFound } from '../http/problem.js';
import { PeopleService } from '../people/people.service.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { AirAnswerEntity } from './air-answer.entity.js';

/** An answer that stands. */
export type StandingAnswer = Pick<AirAnswerEntity, 'answer' | 'from' | 'to'>;

/** What was said when it was asked whose air an instrument lived in, or why a log changed its ways. */
@Injectable()
export class AirAnswersService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
  ) {}

  /** Those that stand, of an instrument or of a room. */
  standing(of: { instrumentId: string } | { roomId: string }): Promise<StandingAnswer[]> {
    return this.database.read.find(AirAnswerEntity, {
      where: { ...of, struck: false },
      order: { updatedAt: 'ASC', id: 'ASC' },
    });
  }

  /** All of them, those taken back too, the newest first. */
  async all(of: { instrumentId: string } | { roomId: string }): Promise<AirAnswer[]> {
    return this.complete(
      await this.database.read.find(AirAnswerEntity, {
        where: of,
        order: { updatedAt: 'DESC', id: 'DESC' },
      }),
    );
  }

  async get(id: string): Promise<AirAnswer> {
    const row = await this.database.read.findOneBy(AirAnswerEntity, { id });
    if (!row) throw notFound('answer');
    return (await this.complete([row]))[0]!;
  }

  /** @throws ProblemError where it is no answer to what was asked, or of no day */
  save(id: string, input: AirAnswerInput): Promise<AirAnswer> {
    const { answer, from, by } = input;
    const instrumentId = input.instrumentId ?? null;
    const roomId = input.roomId ?? null;
    const to = input.to ?? null;
    const fits: readonly string[] = instrumentId === null ? ANSWERS_OF_ROOMS : ANSWERS_OF_INSTRUMENTS;
    if ((instrumentId === null) === (roomId === null) || !fits.includes(answer))
      throw badFields([
        {
          field: 'answer',
          typed: answer,
          reason: 'it answers nothing that was asked of this',
          accepted: `of an instrument: ${ANSWERS_OF_INSTRUMENTS.join(', ')}; of a room: ${ANSWERS_OF_ROOMS.join(', ')}`,
        },
      ]);
    if (!isDay(from) || (to !== null && (!isDay(to) || to < from)))
      throw badFields([
        {
          field: 'from',
          typed: `${from} – ${to ?? ''}`,
          reason: 'these are no days in their order',
          accepted: 'two days such as 2024-02-17, the earlier first',
        },
      ]);
    return this.store.save(AirAnswerEntity, id, {
      input,
      row: async (_, manager) => {
        const [found] = await manager.query<{ known: number }[]>(
          `SELECT (SELECT count(*) FROM "instrument" WHERE "id" = ?) + (SELECT count(*) FROM "room" WHERE "id" = ?) AS "known"`,
          [instrumentId, roomId],
        );
        if (found!.known === 0) throw notFound(instrumentId === null ? 'room' : 'instrument');
        return { instrumentId, roomId, answer, from, to, by, updatedAt: this.clock.now() };
      },
      get: () => this.get(id),
    });
  }

  private async complete(rows: AirAnswerEntity[]): Promise<AirAnswer[]> {
    const nameOf = await this.people.names();
    const strikes = await this.strikes.ofMany(
      'air answer',
      rows.map(({ id }) => id),
    );
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({
      ...row,
      byName: nameOf(row.by),
      strikes: strikes.get(row.id) ?? [],
    }));
  }
}
