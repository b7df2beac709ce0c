import { Injectable } from '@nestjs/common';
import {
  topQuestionOf,
  type InstrumentRecord,
  type StorageFacts,
  type TopQuestion,
} from '@upright-elder/core/instrument';
import { AirService } from '../air/air.service.js';
import { Database } from '../store/database.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import { MapService } from '../map/map.service.js';
import { ShopService } from '../shop/shop.service.js';
import { PathsService } from '../paths/paths.service.js';
import type { PackedPath } from '../workers/packed-air.js';
import { fingerprintOf } from './fingerprint.js';
import { SolvedTopEntity } from './worked-out.entity.js';
import { LearnedTopsService } from './learned-tops.service.js';

/** Everything recorded of an instrument, with the air that it lived in. */
export interface Gathered {
  record: InstrumentRecord;
  path: PackedPath;
  /** of all of it */
  fingerprint: string;
  /** what the plate model is asked; null where nothing is */
  question: TopQuestion | null;
  /** of that question, without and with what is loose now and how the belly stands */
  questioned: string;
  questionedNow: string;
  /** the question is not answered yet; or it is, but not for what is loose now and how the belly stands */
  solving: boolean;
  solvingNow: boolean;
  /** why the plate model could not solve it; empty where it could, or was not asked */
  refusal: string;
}

/** Gathers what an instrument is worked out from: the one input of everything that is worked out of it. */
@Injectable()
export class RecordsService {
  constructor(
    private readonly database: Database,
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
    private readonly interventions: InterventionsService,
    private readonly map: MapService,
    private readonly air: AirService,
    private readonly paths: PathsService,
    private readonly shop: ShopService,
    private readonly tops: LearnedTopsService,
  ) {}

  /** @throws ProblemError where there is no such instrument */
  async gather(id: string): Promise<Gathered> {
    const { instrument, keptRoomId, keptBand } = await this.instruments.facts(id);
    const [read, misread, interventions, { plan, marks }, path, solved, kept, { schools }] =
      await Promise.all([
        this.examinations.facts(id),
        this.paths.misread(id),
        this.interventions.facts(id),
        this.map.facts(id),
        this.paths.packed(id),
        this.database.read.findOneBy(SolvedTopEntity, { id }),
        this.keptOf(keptRoomId, keptBand),
        this.shop.get(),
      ]);
    const examinations = read.map((one) => (misread.has(one.date) ? { ...one, airMisread: true } : one));
    const known = { instrument, examinations, interventions, marks, plan };
    const question = topQuestionOf(known);
    // what is loose now moves the judgement only: the forecasts keep their top while it is solved anew
    const questioned = question ? fingerprintOf({ ...question, loose: [], belly: null }) : '';
    const questionedNow = question ? fingerprintOf(question) : '';
    const answered = question && solved?.fingerprint === questioned ? solved : null;
    const top = answered && {
      rise: answered.rise,
      restraint: answered.restraint,
      breathes: answered.breathes,
      strung: answered.strungFor === questionedNow ? answered.strung : null,
    };
    const record: InstrumentRecord = {
      ...known,
      top,
      kept,
      ...(schools ? { schools } : {}),
      ...this.tops.of(instrument),
    };
    return {
      record,
      path,
      fingerprint: fingerprintOf({ record, path: path.key }),
      question,
      questioned,
      questionedNow,
      solving: question !== null && !answered,
      solvingNow: answered !== null && answered.strungFor !== questionedNow,
      refusal: answered?.refusal ?? '',
    };
  }

  /** Where it will be kept: a room that is followed comes before a band. */
  private async keptOf(
    roomId: string | null,
    band: { from: number; to: number } | null,
  ): Promise<StorageFacts> {
    if (roomId !== null) {
      const { climate } = await this.air.airIn(roomId);
      return { at: 'room', moisture: climate.coefficients[0]! };
    }
    return band ? { at: 'band', ...band } : { at: 'assumed' };
  }
}
