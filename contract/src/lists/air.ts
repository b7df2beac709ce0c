import type { TemperatureUnit } from '@upright-elder/core/units';

export const TEMPERATURE_UNITS: TemperatureUnit[] = ['°C', '°F'];

export const ROOM_KINDS = ['workshop', 'home', 'store', 'case'] as const;
export type RoomKind = (typeof ROOM_KINDS)[number];

export const LOG_FILE_STATES = ['waiting', 'reading', 'taken', 'refused'] as const;
