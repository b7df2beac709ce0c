import { Injectable } from '@nestjs/common';
import type { MeterInRoom, RoomWood, StayOf } from '@upright-elder/contract';
import { EVER_BEFORE } from '@upright-elder/core/air';
import { dayOf, isoDate } from '@upright-elder/core/days';
import { meterOf } from '@upright-elder/core/instrument';
import { PIECES } from '@upright-elder/core/wood';
import { AirService } from '../air/air.service.js';
import { AnalysisService } from '../analysis/analysis.service.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import { PathsService } from '../paths/paths.service.js';

/** Meters of so many instruments at most are drawn; a store may hold hundreds. */
const MOST_INSTRUMENTS = 60;

@Injectable()
export class RoomsService {
  constructor(
    private readonly air: AirService,
    private readonly analysis: AnalysisService,
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
    private readonly interventions: InterventionsService,
    private readonly paths: PathsService,
  ) {}

  /** What was carried into a room or out of it, and when it lay there; by name. */
  async movedThrough(roomId: string): Promise<StayOf[]> {
    const ids = await this.interventions.movedThrough(roomId, MOST_INSTRUMENTS);
    const names = await this.instruments.names(ids);
    const stays = await Promise.all(
      ids.map(async (instrumentId) => {
        const path = await this.paths.stays(instrumentId);
        return path.flatMap(({ from, room }, i): StayOf[] => {
          const next = path[i + 1]?.from;
          return room === roomId
            ? [
                {
                  instrumentId,
                  nickname: names.get(instrumentId) ?? '',
                  from: from === EVER_BEFORE ? null : isoDate(from),
                  to: next === undefined ? null : isoDate(next),
                },
              ]
            : [];
        });
      }),
    );
    return stays.flat().sort((a, b) => a.nickname.localeCompare(b.nickname));
  }

  /** @throws ProblemError where there is no such room */
  async woodOf(id: string): Promise<RoomWood> {
    const { days, pieces } = await this.analysis.ask('woodThrough', { room: await this.air.packedOf(id) });
    const first = days[0];
    return {
      days: days.map(isoDate),
      pieces: pieces.map(({ piece, moisture }) => ({ piece, name: PIECES[piece].name, moisture })),
      meters: first === undefined ? [] : await this.metersIn(id, isoDate(first)),
    };
  }

  private async metersIn(roomId: string, since: string): Promise<MeterInRoom[]> {
    const there = (await this.instruments.inRoom(roomId)).slice(0, MOST_INSTRUMENTS);
    const meters = await Promise.all(
      there.map(async ({ id, nickname, topSpecies }) => {
        const [examinations, stays] = await Promise.all([this.examinations.facts(id), this.paths.stays(id)]);
        // what was read while it lay elsewhere says nothing of this room
        const here = (date: string) => stays.findLast(({ from }) => from <= dayOf(date))?.room === roomId;
        return examinations.flatMap((examination): MeterInRoom[] => {
          const meter = meterOf(examination, topSpecies);
          return meter && examination.date >= since && here(examination.date)
            ? [{ date: examination.date, instrumentId: id, nickname, ...meter }]
            : [];
        });
      }),
    );
    return meters.flat().sort((a, b) => a.date.localeCompare(b.date));
  }
}
