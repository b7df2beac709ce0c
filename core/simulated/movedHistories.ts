import { EVER_BEFORE, NO_ROOM, roomAir, type PathOfRooms, type RoomAir } from '../src/air/index.js';
import { dayOf } from '../src/days/index.js';
import type { ExaminationFacts, InstrumentRecord } from '../src/instrument/index.js';
import type { ReadingValue } from '../src/readings/index.js';
import { mm } from '../src/units/index.js';
import { FLAT_TOP } from './flatTop.js';
import { tableMoisture } from './instruments.js';

/** The year of a room: mean and swing of its humidity, percent, dampest in mid-August; from a day on perhaps another. */
export interface RoomYear {
  mean: number;
  swing: number;
  then?: { from: string; mean: number; swing: number };
}

/** A history of an instrument that was moved, or is said not to have been; of what it truly is made, and what is recorded. */
export interface MovedHistory {
  rooms: Record<string, RoomYear>;
  /** where it lay; the first without a day */
  lay: readonly { room: string; from?: string }[];
  /** where it is recorded to have lain; where left out as it lay */
  recorded?: readonly { room: string | null; from?: string }[];
  /** what each log shows beside the truth, percent, from a day on */
  sensors?: Record<string, { off: number; from?: string; perYear?: number }>;
  visits: readonly string[];
  /** whether the air was read by hand beside it; what one of them was misread by, percent */
  hand?: boolean;
  misread?: Record<string, number>;
  /** mm per %MC and mm a year */
  beta?: number;
  creep?: number;
  logged?: [from: string, to: string];
}

const YEAR = 365.2425;
const LAG = 6;

const humidityOf = ({ mean, swing, then }: RoomYear, day: number): number => {
  const year = then && day >= dayOf(then.from) ? then : { mean, swing };
  return year.mean + year.swing * Math.cos((2 * Math.PI * (day - 227)) / YEAR);
};

const stayAt = <S extends { from?: string }>(stays: readonly S[], day: number): S =>
  stays.findLast(({ from }) => from === undefined || dayOf(from) <= day)!;

/** The record, and the air as it is told: action by the wood that followed the room in which it truly lay. Invented. */
export function recordOfMoves(of: MovedHistory): { record: InstrumentRecord; path: PathOfRooms } {
  const { rooms, lay, visits, hand = true, misread = {}, beta = 0.15, creep = 0 } = of;
  const [first, last] = (of.logged ?? ['2022-06-01', '2026-05-17']).map(dayOf) as [number, number];
  const wood = new Map<number, number>();
  let moisture = tableMoisture(humidityOf(rooms[stayAt(lay, first - 60).room]!, first - 60));
  for (let day = first - 60; day <= last; day++) {
    moisture += (tableMoisture(humidityOf(rooms[stayAt(lay, day).room]!, day)) - moisture) / LAG;
    wood.set(day, moisture);
  }
  const airs = new Map<string | null, RoomAir>(
    Object.entries(rooms).map(([name, year]) => [
      name,
      roomAir(logOf(year, of.sensors?.[name], first, last), null),
    ]),
  );
  airs.set(null, NO_ROOM);
  const recorded = of.recorded ?? lay;
  const begin = dayOf(visits[0]!);
  const examinations = visits.map((date, i): ExaminationFacts => {
    const day = dayOf(date);
    const action = 2.6 + beta * (wood.get(day)! - 8.6) + (creep * (day - begin)) / YEAR;
    const read = (quantity: ReadingValue['quantity'], value: number, sd: number): ReadingValue => ({
      quantity,
      place: 'bass',
      value: value * mm,
      sd: sd * mm,
    });
    return {
      id: `e${i}`,
      date,
      strings: 'pitch',
      daysAtPitch: null,
      humidity: hand
        ? Math.round(humidityOf(rooms[stayAt(lay, day).room]!, day) + (misread[date] ?? 0))
        : null,
      celsius: hand ? 20 : null,
      meter: null,
      reliefFrets: [1, 14],
      readings: [
        read('action12', action, 0.1),
        read('relief', 0.2, 0.03),
        read('firstFretGap', 0.48, 0.03),
        read('straightedge', 5.7 - 2 * (action - 2.6) - 5.2, 0.15),
        read('saddleShowing', 5.7, 0.1),
      ],
      findings: [],
    };
  });
  const stay = ({ room, from }: { room: string | null; from?: string }) => ({
    from: from === undefined ? EVER_BEFORE : dayOf(from),
    room,
    name: room ?? '',
    air: airs.get(room)!,
  });
  return {
    record: {
      instrument: FLAT_TOP,
      examinations,
      interventions: [],
      marks: [],
      plan: null,
      top: null,
      kept: { at: 'assumed' },
    },
    path: { stays: recorded.map(stay), home: stay(recorded.at(-1)!) },
  };
}

function logOf(
  year: RoomYear,
  sensor: { off: number; from?: string; perYear?: number } | undefined,
  first: number,
  last: number,
) {
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const day = first + i;
    const since = sensor?.from === undefined ? first : dayOf(sensor.from);
    const off = sensor && day >= since ? sensor.off + ((sensor.perYear ?? 0) * (day - since)) / YEAR : 0;
    // a room is no clockwork
    const weather = 2.5 * Math.sin(day * 0.61) + 2 * Math.sin(day * 0.173);
    return { day, humidity: Math.min(97, Math.max(3, humidityOf(year, day) + weather + off)), celsius: 20 };
  });
}
