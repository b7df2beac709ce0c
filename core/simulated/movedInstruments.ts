import { generator, tableMoisture } from './instruments.js';

/**
 * Simulated instruments that were moved, whose log was another room's, or whose logger changed its ways, with the air read
 * by hand beside every visit and a known truth. Invented figures; no code shared with the fit.
 */
export interface MovedInstrument {
  /** each room's log */
  rooms: Record<string, { day: number; humidity: number; celsius: number }[]>;
  /** where it is recorded that it lay: the first from -Infinity on */
  recorded: { from: number; room: string }[];
  visits: {
    day: number;
    value: number;
    sd: number;
    air: { humidity: number; celsius: number };
    meter?: { moisture: number; sd: number };
  }[];
  /** action on any day up to the end, m; after the last visit it stays where it is, or goes on in turn */
  truth: (day: number) => number;
  season: (day: number) => number;
  /** the wood, %MC */
  moisture: (day: number) => number;
  drift: number;
}

export const WORLDS = [
  'plain',
  'moved once',
  'moved in turn',
  'room changed',
  'sensor changed',
  'sensor drifts',
  'wrong room',
  'move not recorded',
] as const;
export type World = (typeof WORLDS)[number];

export interface MovedVariant {
  world: World;
  /** mm a year, of all; where left out a third drift by 0.3 */
  drift?: number;
  /** one hand reading is off by 10 to 30 percent */
  mistyped?: boolean;
  meter?: boolean;
  /** how those of its kind breathe, as a factor; then one of them is hardly another */
  kind?: number;
}

const YEAR = 365.25;

interface Weather {
  mean: number;
  swing: number;
}

export function simulateMoved(
  seed: number,
  visitCount: number,
  { world, drift: given, mistyped, meter, kind }: MovedVariant,
): MovedInstrument {
  const { uniform, gauss } = generator(seed * 6007 + visitCount * 31 + WORLDS.indexOf(world) * 101);
  const logged = Math.round(3 * YEAR);
  const end = logged + 200;
  const days: number[] = [];
  while (days.length < visitCount) {
    const day = 60 + Math.floor(uniform() * (logged - 60));
    if (days.every((other) => Math.abs(other - day) >= 30)) days.push(day);
  }
  days.sort((x, y) => x - y);
  const last = days.at(-1)!;

  // a house that is humidified and one that is not, each with its own weather
  const even = () => 6 + 3 * uniform();
  const wild = () => 12 + 4 * uniform();
  const evenFirst = uniform() < 0.5;
  const first: Weather = { mean: 47 + 4 * gauss(), swing: evenFirst ? even() : wild() };
  const away = (uniform() < 0.5 ? -1 : 1) * (3 + 7 * uniform());
  const other: Weather = { mean: first.mean + away, swing: evenFirst ? wild() : even() };
  const seasonOf = (day: number) => Math.cos((2 * Math.PI * (day - 227)) / YEAR);
  const weathers = [5 * gauss(), 5 * gauss()];
  const air: Record<'a' | 'b', { day: number; humidity: number; celsius: number }[]> = { a: [], b: [] };
  // seen in the log for a while before the last visit
  const changes =
    world === 'room changed' || world.startsWith('sensor')
      ? 0.25 * last + Math.floor(uniform() * (0.65 * last))
      : Infinity;
  const step = (uniform() < 0.5 ? -1 : 1) * (8 + 8 * uniform());
  const swingAfter = 0.5 + uniform();
  for (let day = 0; day <= end; day++) {
    for (let w = 0; w < 2; w++) weathers[w] = 0.93 * weathers[w]! + 5 * Math.sqrt(1 - 0.93 ** 2) * gauss();
    const season = seasonOf(day);
    const room = ({ mean, swing }: Weather, own: number) => ({
      day,
      humidity: Math.max(12, Math.min(92, mean + swing * season + weathers[own]!)),
      celsius: 20 + 2.5 * season,
    });
    const changed = world === 'room changed' && day >= changes;
    air.a.push(room(changed ? { mean: first.mean + step, swing: first.swing * swingAfter } : first, 0));
    air.b.push(room(other, 1));
  }

  // where it lay in truth
  const moves =
    world === 'moved once' || world === 'move not recorded'
      ? days[0]! + 5 + Math.floor(uniform() * Math.max(1, last - days[0]! - 10))
      : Infinity;
  const inWinter = (day: number) => seasonOf(day) < 0;
  const lay = (day: number): 'a' | 'b' => {
    if (world === 'moved in turn') return inWinter(day) ? 'a' : 'b';
    if (world === 'wrong room') return 'b';
    return day < moves ? 'a' : 'b';
  };

  const lag = 3 + 6 * uniform();
  const outside = uniform() < 0.1;
  const usual = outside ? (uniform() < 0.5 ? -0.05 : 0.4) : 0.15 * Math.exp(0.4 * gauss());
  const sensitivity = kind === undefined ? usual : 0.15 * kind * Math.exp(0.2 * gauss());
  const drift = given ?? (uniform() < 0.5 ? 0 : 0.05 + 0.3 * uniform());
  const level = 2.5 + 0.5 * gauss();
  let wood = tableMoisture(air[lay(0)][0]!.humidity);
  let stuck = 0.3 * gauss();
  let wander = 0.04 * gauss();
  const moisture: number[] = [];
  const unmodelled: number[] = [];
  for (let day = 0; day <= end; day++) {
    wood += (tableMoisture(air[lay(day)][day]!.humidity) - wood) / lag;
    stuck = Math.exp(-1 / 30) * stuck + 0.3 * Math.sqrt(1 - Math.exp(-2 / 30)) * gauss();
    wander = Math.exp(-1 / 60) * wander + 0.04 * Math.sqrt(1 - Math.exp(-2 / 60)) * gauss();
    moisture.push(wood + stuck);
    unmodelled.push(wander);
  }
  const season = (day: number) => (sensitivity * (moisture[day]! - 8.8)) / 1000;
  const truth = (day: number) => (level + (drift * day) / YEAR + unmodelled[day]!) / 1000 + season(day);

  // sensors: percent of humidity off
  const sensor = { a: 1.5 * gauss(), b: 1.5 * gauss() };
  const slope = (uniform() < 0.5 ? -1 : 1) * (6 + 6 * uniform());
  const shown = (room: 'a' | 'b') =>
    air[room]
      .filter(({ day }) => day <= last)
      .map((one) => {
        let off = sensor[room];
        if (world === 'sensor changed' && one.day >= changes) off += step;
        if (world === 'sensor drifts') off += (slope * one.day) / YEAR;
        return { ...one, humidity: Math.max(1, Math.min(99, one.humidity + off)) };
      });
  const hand = 2.5 * gauss();
  const wrongAt = mistyped ? Math.floor(uniform() * visitCount) : -1;
  const visits = days.map((day, i) => {
    const true_ = air[lay(day)][day]!;
    const slip = i === wrongAt ? (uniform() < 0.5 ? -1 : 1) * (10 + 20 * uniform()) : 0;
    return {
      day,
      value: truth(day) + 0.0001 * gauss(),
      sd: 0.0001,
      air: {
        humidity: Math.max(5, Math.min(95, true_.humidity + hand + 2.5 * gauss() + slip)),
        celsius: true_.celsius,
      },
      ...(meter ? { meter: { moisture: moisture[day]! + 0.7 * gauss(), sd: 0.75 } } : {}),
    };
  });
  const always = (room: string) => [{ from: -Infinity, room }];
  const recorded =
    world === 'moved once'
      ? [...always('a'), { from: moves, room: 'b' }]
      : world === 'moved in turn'
        ? turns(end, lay)
        : world === 'move not recorded'
          ? always(uniform() < 0.5 ? 'a' : 'b')
          : always('a');
  return {
    rooms: { a: shown('a'), b: shown('b') },
    recorded,
    visits,
    truth,
    season,
    moisture: (day) => moisture[day]!,
    drift,
  };
}

function turns(end: number, lay: (day: number) => string): { from: number; room: string }[] {
  const path = [{ from: -Infinity, room: lay(0) }];
  for (let day = 1; day <= end; day++)
    if (lay(day) !== path.at(-1)!.room) path.push({ from: day, room: lay(day) });
  return path;
}
