import { Injectable } from '@nestjs/common';
import type { InstrumentPath } from '@upright-elder/contract';
import { dayOf, isoDate } from '@upright-elder/core/days';
import { EVER_BEFORE } from '@upright-elder/core/air';
import type { AirDoubt } from '@upright-elder/core/diagnosis';
import { staysOf, type StayFacts } from '@upright-elder/core/instrument';
import { airDoubtSentence } from '@upright-elder/core/wording';
import { createHash } from 'node:crypto';
import { AirAnswersService, type StandingAnswer } from '../air/air-answers.service.js';
import { AirService } from '../air/air.service.js';
import { Clock } from '../clock.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import type { PackedPath, PackedStay } from '../workers/packed-air.js';

/** Whose air instruments lived in. */
@Injectable()
export class PathsService {
  constructor(
    private readonly air: AirService,
    private readonly answers: AirAnswersService,
    private readonly instruments: InstrumentsService,
    private readonly interventions: InterventionsService,
    private readonly clock: Clock,
  ) {}

  /** Where an instrument lay, the oldest first. */
  async stays(id: string): Promise<StayFacts[]> {
    const [{ homeRoomId }, moves] = await Promise.all([
      this.instruments.facts(id),
      this.interventions.facts(id),
    ]);
    return staysOf(moves, homeRoomId, this.clock.today());
  }

  /** The same with the air of every room, on its way into a thread; its key changes with every change of it. */
  async packed(id: string): Promise<PackedPath> {
    const [stays, { homeRoomId }, answers] = await Promise.all([
      this.stays(id),
      this.instruments.facts(id),
      this.answers.standing({ instrumentId: id }),
    ]);
    const names = await this.air.names();
    const place = async (room: string | null) => ({
      room,
      name: room === null ? '' : (names.get(room) ?? ''),
      packed: await this.air.packed(room),
    });
    const packed = await Promise.all(
      withoutWrongLogs(stays, answers).map(async ({ from, room, unlogged }): Promise<PackedStay> => ({
        from,
        unlogged,
        ...(await place(room)),
      })),
    );
    const home = await place(homeRoomId);
    const key = createHash('sha256')
      .update(
        JSON.stringify([
          home.packed.key,
          home.name,
          packed.map(({ from, unlogged, room, name, packed: { key: air } }) => [
            from,
            unlogged,
            room,
            name,
            air,
          ]),
        ]),
      )
      .digest('base64url');
    return { key, stays: packed, home };
  }

  /** Dates of the examinations whose reading of the air was said to be wrong. */
  async misread(id: string): Promise<ReadonlySet<string>> {
    const answers = await this.answers.standing({ instrumentId: id });
    return new Set(answers.filter(({ answer }) => answer === 'misread').map(({ from }) => from));
  }

  async of(id: string, doubt: AirDoubt | null): Promise<Omit<InstrumentPath, 'saidBefore'>> {
    const [stays, names, answers] = await Promise.all([
      this.stays(id),
      this.air.names(),
      this.answers.all({ instrumentId: id }),
    ]);
    return {
      stays: stays.map(({ from, room }) => ({
        from: from === EVER_BEFORE ? null : isoDate(from),
        roomId: room,
        roomName: room === null ? '' : (names.get(room) ?? ''),
      })),
      doubt: doubt && { ...doubt, text: airDoubtSentence(doubt) },
      answers,
    };
  }
}

/** The days of which a log was said to be wrong are cut out of the stays: there it is not heard. */
function withoutWrongLogs(
  stays: readonly StayFacts[],
  answers: readonly StandingAnswer[],
): (StayFacts & { unlogged: boolean })[] {
  const spans = answers
    .filter(({ answer }) => answer === 'log wrong')
    .map(({ from, to }) => ({ from: dayOf(from) - MEMORY_DAYS, to: dayOf(to ?? from) + 1 }));
  const days = [...stays.map(({ from }) => from), ...spans.flatMap(({ from, to }) => [from, to])].sort(
    (a, b) => a - b,
  );
  return [...new Set(days)].map((from) => ({
    from,
    room: stays.findLast((stay) => stay.from <= from)!.room,
    unlogged: spans.some((span) => span.from <= from && from < span.to),
  }));
}

/** What the wood of the first of those days remembers lies before it. */
const MEMORY_DAYS = 21;
