import { Injectable } from '@nestjs/common';
import type { MeterInRoom, RoomWood } from '@upright-elder/contract';
import { isoDate } from '@upright-elder/core/days';
import { meterOf } from '@upright-elder/core/instrument';
import { PIECES } from '@upright-elder/core/wood';
import { AirService } from '../air/air.service.js';
import { AnalysisService } from '../analysis/analysis.service.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';

/** Meters of so many instruments at most are drawn; a store may hold hundreds. */
const MOST_INSTRUMENTS = 60;

@Injectable()
export class RoomsService {
  constructor(
    private readonly air: AirService,
    private readonly analysis: AnalysisService,
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
  ) {}

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
        const examinations = await this.examinations.facts(id);
        return examinations.flatMap((examination): MeterInRoom[] => {
          const meter = meterOf(examination, topSpecies);
          return meter && examination.date >= since
            ? [{ date: examination.date, instrumentId: id, nickname, ...meter }]
            : [];
        });
      }),
    );
    return meters.flat().sort((a, b) => a.date.localeCompare(b.date));
  }
}
