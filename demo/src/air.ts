import { normal, seededChance } from '@upright-elder/core/numeric';
import { equilibriumMoisture } from '@upright-elder/core/wood';

/** An invented room: foggy, damp late summers and stove-dried winters. */
export interface InventedRoom {
  id: string;
  name: string;
  notes: string;
  /** mean humidity, yearly swing and weather, percent */
  mean: number;
  swing: number;
  weather: number;
  celsius: number;
  seed: number;
  /** years of log that are written; 0 keeps the room without a log */
  logged: number;
}

export interface RoomTruth {
  room: InventedRoom;
  /** mean air of each day, from the first day on */
  air: { day: number; humidity: number; celsius: number }[];
  /** what thin wood in it really holds, %MC */
  woodOn: (day: number) => number;
}

/** Day of the year at which it is dampest: late August. */
const PEAK = 236;
const YEARS = 3.4;
/** The wood follows with this lag, days. */
const LAG = 6;

/** The hidden truth of a room: weather that persists about a yearly swing, and wood that follows it. */
export function inventRoom(room: InventedRoom, today: number): RoomTruth {
  const chance = seededChance(room.seed);
  const first = today - Math.round(YEARS * 365.25);
  const air: RoomTruth['air'] = [];
  const wood: number[] = [];
  let weather = 0;
  let moisture = 9;
  for (let day = first; day <= today; day++) {
    const season = Math.cos((2 * Math.PI * (day - PEAK)) / 365.2425);
    weather = 0.93 * weather + room.weather * Math.sqrt(1 - 0.93 ** 2) * normal(chance);
    const humidity = Math.min(88, Math.max(18, room.mean + room.swing * season + weather));
    const celsius = room.celsius + 2.5 * season;
    air.push({ day, humidity, celsius });
    moisture += (equilibriumMoisture(humidity, celsius) - moisture) / LAG;
    wood.push(moisture);
  }
  return { room, air, woodOn: (day) => wood[Math.min(wood.length - 1, Math.max(0, day - first))]! };
}

/** The air of what was carried from one room to another on a day, and the wood that came along. */
export function carriedOver(from: RoomTruth, to: RoomTruth, day: number): RoomTruth {
  const left = from.woodOn(day) - to.woodOn(day);
  return {
    room: to.room,
    air: to.air.map((air, i) => (air.day < day ? from.air[i]! : air)),
    woodOn: (at) => (at < day ? from.woodOn(at) : to.woodOn(at) + left * Math.exp(-(at - day) / LAG)),
  };
}
