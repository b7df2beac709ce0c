import type { PromiseKept, ShopInput } from '@upright-elder/contract';
import type { DailyAir } from '@upright-elder/core';
import { parentPort } from 'node:worker_threads';
import { NO_ROOM, roomClimate, type RoomClimate } from '../air/room-climate.js';
import { workOutCase, type CaseGround } from './case.js';
import { latestFirst, promisesKept, type Shown } from './promises.js';
import { summaryOf, type Summary } from './summary.js';

/** The air of a room, told once for all instruments that live in it. */
export interface RoomTold {
  room: string;
  days: DailyAir[];
  /** what the packs of a case hold, percent; null elsewhere */
  packs: number | null;
}

/** What is asked of the thread: one instrument, in a room that was told before. */
export interface ForecastQuestion extends CaseGround {
  room: string | null;
  sayIn: ShopInput['sayIn'];
  shown: Shown[];
}

export type ForecastFinding = { summary: Summary; kept: PromiseKept[] } | { refusal: string };

// runs in a thread of its own: one question, one answer, in their order
const rooms = new Map<string, RoomClimate>();

parentPort!.on('message', (message: RoomTold | ForecastQuestion) => {
  if ('days' in message) rooms.set(message.room, roomClimate(message.days, message.packs));
  else parentPort!.postMessage(find(message));
});

function find(question: ForecastQuestion): ForecastFinding {
  try {
    const { room, sayIn, shown } = question;
    const worked = workOutCase(question, (room === null ? undefined : rooms.get(room)) ?? NO_ROOM);
    return { summary: summaryOf(worked, sayIn), kept: latestFirst(promisesKept(worked, shown)) };
  } catch (error) {
    return { refusal: error instanceof Error ? error.message : String(error) };
  }
}
