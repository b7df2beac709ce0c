import { seededChance } from '../src/numeric/chance.js';
import type { MovedInstrument, MovedVariant } from './movedInstruments.js';

/**
 * The worlds of movedInstruments once more by other means, to see whether what holds there holds by luck: a plate in six
 * layers with a finished and a bare face, sorption by Henderson's curve with play between taking up and giving off, fronts
 * instead of a fading weather, rooms of different warmth, sensors that are off by their slope, a rule read in halves of a
 * 64th. Set once, and not after the fit. Invented figures.
 */
export function simulateOther(seed: number, visitCount: number, variant: MovedVariant): MovedInstrument {
  const { world, drift: given, mistyped, meter } = variant;
  const chance = seededChance(seed * 977 + visitCount * 13 + 5);
  const between = (from: number, to: number) => from + (to - from) * chance();
  const either = () => (chance() < 0.5 ? -1 : 1);
  // the sum of twelve evens: not the fit's normal
  const bell = () => Array.from({ length: 12 }, chance).reduce((sum, one) => sum + one, -6);
  const years = 3.2;
  const span = Math.round(years * 365);
  const end = span + 195;

  const days = visitDays(visitCount, span, chance);
  const last = days.at(-1)!;
  const held = chance() < 0.5;
  const mean = between(41, 53);
  const rooms = [
    roomOf({ mean, swing: held ? between(5, 8) : between(11, 17), warm: between(18, 23) }, end, chance),
    roomOf(
      {
        mean: mean + either() * between(3, 10),
        swing: held ? between(11, 17) : between(5, 8),
        warm: between(16, 23),
      },
      end,
      chance,
    ),
  ] as const;
  const change = Math.floor(between(0.25, 0.9) * last);
  const by = either() * between(8, 15);
  if (world === 'room changed')
    for (let day = change; day <= end; day++)
      rooms[0].humidity[day] = Math.max(
        15,
        Math.min(88, mean + by + between(0.5, 1.5) * (rooms[0].humidity[day]! - mean)),
      );
  const moved = Math.floor(between(days[0]! + 3, Math.max(days[0]! + 4, last - 3)));
  const winter = (day: number) => day % 365 < 120 || day % 365 > 300;
  const placeOf = (day: number): 0 | 1 => {
    if (world === 'wrong room') return 1;
    if (world === 'moved in turn') return winter(day) ? 0 : 1;
    return (world === 'moved once' || world === 'move not recorded') && day >= moved ? 1 : 0;
  };

  const plate = new Plate(between(0.5, 1.1), henderson(rooms[placeOf(0)].humidity[0]!));
  const play = between(0.25, 0.6);
  let surface = henderson(rooms[placeOf(0)].humidity[0]!);
  const wood: number[] = [];
  for (let day = 0; day <= end; day++) {
    const target = henderson(rooms[placeOf(day)].humidity[day]!);
    // what takes up stays under the curve, what gives off stays over it
    surface = Math.max(target - play, Math.min(target + play, surface));
    wood.push(plate.day(surface));
  }
  const perMoisture = chance() < 0.1 ? between(-0.08, 0.45) : 0.14 * Math.exp(0.45 * bell());
  const drift = given ?? (chance() < 0.5 ? 0 : between(0.05, 0.35));
  const level = between(2, 3.4);
  const quirks = [between(50, 90), between(120, 260)].map((period) => ({
    period,
    phase: between(0, 6.28),
    size: between(0, 0.11),
  }));
  const season = (day: number) => (perMoisture * (wood[day]! - 8.5)) / 1000;
  const truth = (day: number) =>
    season(day) +
    (level +
      (drift * day) / 365 +
      quirks.reduce((sum, one) => sum + one.size * Math.sin((6.28 * day) / one.period + one.phase), 0)) /
      1000;

  const sensors = [0, 1].map(() => ({ slope: 1 + 0.04 * bell(), off: 1.2 * bell() }));
  const wear = either() * between(5, 11);
  const logged = (room: 0 | 1) =>
    Array.from({ length: last + 1 }, (_, day) => {
      let humidity = 50 + sensors[room]!.slope * (rooms[room].humidity[day]! - 50) + sensors[room]!.off;
      if (world === 'sensor changed' && day >= change) humidity += by;
      if (world === 'sensor drifts') humidity += (wear * day) / 365;
      return { day, humidity: Math.max(1, Math.min(99, humidity)), celsius: rooms[room].celsius[day]! };
    });
  const hand = { slope: 1 + 0.06 * bell(), off: 2 * bell() };
  const slipAt = mistyped ? Math.floor(chance() * visitCount) : -1;
  const visits = days.map((day, i) => {
    const here = rooms[placeOf(day)];
    const seen =
      50 +
      hand.slope * (here.humidity[day]! + 2.2 * bell() - 50) +
      hand.off +
      (i === slipAt ? either() * between(10, 30) : 0);
    const mm = truth(day) * 1000 + 0.09 * bell();
    return {
      day,
      value: (Math.round(mm / 0.1984) * 0.1984) / 1000,
      sd: 0.0001,
      air: { humidity: Math.max(5, Math.min(95, Math.round(seen))), celsius: Math.round(here.celsius[day]!) },
      ...(meter ? { meter: { moisture: wood[day]! + 0.7 * bell(), sd: 0.75 } } : {}),
    };
  });
  const stays = (list: readonly [number, 0 | 1][]) =>
    list.map(([from, room]) => ({ from, room: 'ab'[room]! }));
  const start = -Infinity;
  const turns = Array.from({ length: end }, (_, day) => day + 1).filter(
    (day) => placeOf(day) !== placeOf(day - 1),
  );
  const recorded =
    world === 'moved once'
      ? stays([
          [start, 0],
          [moved, 1],
        ])
      : world === 'moved in turn'
        ? stays([[start, placeOf(0)], ...turns.map((day): [number, 0 | 1] => [day, placeOf(day)])])
        : stays([[start, world === 'move not recorded' && chance() < 0.5 ? 1 : 0]]);
  return {
    rooms: { a: logged(0), b: logged(1) },
    recorded,
    visits,
    truth,
    season,
    moisture: (day) => wood[day]!,
    drift,
  };
}

function visitDays(count: number, span: number, chance: () => number): number[] {
  // gaps of a month and more, the rest of the time cut up by chance
  const cuts = Array.from({ length: count }, chance).sort((a, b) => a - b);
  const room = span - 60 - 30 * count;
  return cuts.map((cut, i) => Math.floor(60 + 30 * i + room * cut));
}

interface RoomWeather {
  humidity: number[];
  celsius: number[];
}

/** A year and fronts that come every few days, stay and blow over. */
function roomOf(
  { mean, swing, warm }: { mean: number; swing: number; warm: number },
  end: number,
  chance: () => number,
): RoomWeather {
  const humidity: number[] = [];
  const celsius: number[] = [];
  let front = 0;
  let goal = 0;
  let left = 0;
  for (let day = 0; day <= end; day++) {
    if (left <= 0) {
      goal = 20 * (chance() + chance() - 1);
      left = 3 + Math.floor(14 * chance());
    }
    left -= 1;
    front += 0.4 * (goal - front);
    const season = Math.cos((2 * Math.PI * (day - 222)) / 365);
    const autumn = Math.cos((4 * Math.PI * (day - 60)) / 365);
    humidity.push(Math.max(12, Math.min(92, mean + swing * season + 0.15 * swing * autumn + front)));
    celsius.push(warm + 2 * season);
  }
  return { humidity, celsius };
}

/** Henderson's curve, its two constants set to the sorption of wood in a living room. */
const henderson = (humidity: number): number =>
  (-Math.log(1 - Math.min(humidity, 98) / 100) / 0.01654) ** (1 / 1.683);

/** Six layers in explicit steps of an hour: one face bare, the other finished. */
class Plate {
  private readonly layers: number[];

  constructor(
    private readonly quick: number,
    moisture: number,
  ) {
    this.layers = new Array<number>(6).fill(moisture);
  }

  /** @returns the mean at the day's end */
  day(surface: number): number {
    const { layers, quick } = this;
    for (let hour = 0; hour < 24; hour++) {
      const flow = layers.slice(1).map((one, i) => 0.09 * quick * (one - layers[i]!));
      const inside = 0.05 * quick * (surface - layers[0]!);
      const outside = 0.006 * quick * (surface - layers[5]!);
      for (let i = 0; i < 6; i++)
        layers[i]! += (i === 0 ? inside : -flow[i - 1]!) + (i === 5 ? outside : flow[i]!);
    }
    return layers.reduce((sum, one) => sum + one, 0) / 6;
  }
}
