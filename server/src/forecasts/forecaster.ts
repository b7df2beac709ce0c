import { Injectable } from '@nestjs/common';
import type { ShopInput } from '@upright-elder/contract';
import { once } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { AirService } from '../air/air.service.js';
import type { RoomClimate } from '../air/room-climate.js';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { startThread } from '../threads/start-thread.js';
import { TopSolverService } from '../tops/top-solver.service.js';
import type { ForecastFinding, ForecastQuestion, RoomTold } from './forecast-thread.js';
import { KeptForecastEntity } from './kept-forecast.entity.js';

/** An instrument that takes longer is given up, ms: the longest history needs less than one second. */
const LIMIT_MS = 30000;

/** A question, and the air of the room it speaks of. */
interface Gathered {
  air: RoomClimate & { revision: number };
  question: ForecastQuestion;
}

/** Gathers what an instrument's forecast stands on, and has it worked out in a thread beside, one after the other. */
@Injectable()
export class Forecaster {
  private thread: Worker | null = null;
  private ended = new AbortController();
  /** which air of a room the thread was told */
  private readonly told = new Map<string, number>();
  private last: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly database: Database,
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
    private readonly air: AirService,
    private readonly solver: TopSolverService,
    private readonly clock: Clock,
  ) {}

  /**
   * One instrument that cannot be worked out is answered with why, and never keeps the others from it.
   *
   * @param sayIn how the shop says a height
   */
  find(id: string, sayIn: ShopInput['sayIn']): Promise<ForecastFinding> {
    const turn = this.last.then(async () => this.ask(await this.gather(id, sayIn))).catch(refusal);
    this.last = turn;
    return turn;
  }

  private async gather(id: string, sayIn: ShopInput['sayIn']): Promise<Gathered> {
    const instrument = await this.instruments.get(id);
    const room = instrument.homeRoomId;
    const [air, examinations, solved, shown] = await Promise.all([
      this.air.climateOf(room),
      this.examinations.ofInstrument(id),
      this.solver.of(id),
      this.database.read.findBy(KeptForecastEntity, { instrumentId: id }),
    ]);
    const found = solved && { rise: solved.rise, restraint: solved.restraint, breathes: solved.breathes };
    const today = this.clock.today();
    return { air, question: { instrument, examinations, solved: found, today, room, sayIn, shown } };
  }

  private async ask({ air, question }: Gathered): Promise<ForecastFinding> {
    const thread = this.running();
    const { room } = question;
    if (room !== null && this.told.get(room) !== air.revision) {
      const told: RoomTold = { room, days: air.log.days(), packs: air.packs };
      thread.postMessage(told);
      this.told.set(room, air.revision);
    }
    try {
      thread.postMessage(question);
      const signal = AbortSignal.any([this.ended.signal, AbortSignal.timeout(LIMIT_MS)]);
      const [finding] = (await once(thread, 'message', { signal })) as [ForecastFinding];
      return finding;
    } catch (error) {
      // whatever it was doing, the next one is worked out by a fresh thread
      await this.end();
      return refusal(error);
    }
  }

  private running(): Worker {
    if (this.thread !== null) return this.thread;
    const thread = startThread(import.meta.url, 'forecast-thread');
    const ended = new AbortController();
    thread.once('error', (error) => ended.abort(error));
    thread.once('exit', () => {
      ended.abort(new Error('the thread ended before it answered'));
      if (this.thread === thread) this.thread = null;
    });
    this.thread = thread;
    this.ended = ended;
    this.told.clear();
    return thread;
  }

  async end(): Promise<void> {
    const { thread } = this;
    this.thread = null;
    await thread?.terminate();
  }
}

function refusal(error: unknown): ForecastFinding {
  // what was given up says so itself only in its cause
  const why = error instanceof Error && error.cause instanceof Error ? error.cause : error;
  return { refusal: why instanceof Error ? why.message : String(why) };
}
