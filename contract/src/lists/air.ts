import { LOG_ANSWERS, type LogAnswer } from '@upright-elder/core/air';
import type { TemperatureUnit } from '@upright-elder/core/units';

export const TEMPERATURE_UNITS: TemperatureUnit[] = ['°C', '°F'];

export const ROOM_KINDS = ['workshop', 'home', 'store', 'case'] as const;
export type RoomKind = (typeof ROOM_KINDS)[number];

/** What is answered where it is asked in whose air an instrument lay: the log of those days is wrong, or that one reading is. */
export const ANSWERS_OF_INSTRUMENTS = ['log wrong', 'misread'] as const;
/** What is answered where a log went over to other ways, see LogAnswer of the computation. */
export const ANSWERS_OF_ROOMS: readonly LogAnswer[] = LOG_ANSWERS;
export type AirAnswerSaid = (typeof ANSWERS_OF_INSTRUMENTS)[number] | LogAnswer;

export const AIR_DOUBTS = ['always', 'until', 'since', 'misread', 'sensor', 'changed'] as const;

export const LOG_FILE_STATES = ['waiting', 'reading', 'taken', 'refused'] as const;
