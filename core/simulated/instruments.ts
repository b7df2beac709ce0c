/**
 * Simulated instruments with a known truth, to check whether the forecast's bands hold. Invented figures, and on
 * purpose no code shared with the fit: another generator of chance, the sorption table instead of its formula,
 * a wood that follows the air with a lag the fit does not know, and instruments outside the fit's prior.
 */
export interface SimulatedInstrument {
  /** the room's log up to the last visit, where it was logged */
  air: { day: number; humidity: number; celsius: number }[];
  visits: {
    day: number;
    value: number;
    sd: number;
    afterIntervention: boolean;
    /** the air as read on the day, for visits that fall into a gap of the log */
    air: { humidity: number; celsius: number };
  }[];
  /** the true action on any day up to the end, m */
  truth: (day: number) => number;
  /** how much of it the wood's moisture gives, m */
  season: (day: number) => number;
  /** of it that stays: level and drift, since the last work, m; on any day however late */
  standing: (day: number) => number;
  sensitivity: number;
  /** since the last work */
  sensitivityAfter: number;
  drift: number;
}

/** What is different from the usual instrument, mm, %MC and days. */
export interface Variant {
  /** how many drift by 0.3 mm a year; a third of them where nothing is said */
  drifting?: number;
  /** all drift, by chance, with this standard deviation a year and neither way more than the other */
  driftSd?: number;
  /** half of them drift, by chance between these, mm a year */
  driftBetween?: readonly [number, number];
  /** what the neck joint gives between the last two visits */
  neckMoves?: number;
  /** how many readings are off by one 64th to one 32nd */
  slips?: number;
  /** how many instruments were worked on between two visits */
  interventions?: number;
  /** days of the log that are missing, in three gaps */
  gaps?: number;
  /** random walk of the level, per square root of a year */
  walk?: number;
  lag?: readonly [number, number];
  hysteresis?: number;
}

/** Wood Handbook, Table 4-2, at 21.1 °C: %MC at RH 0, 5, … 95, 100 (the ends extended). */
const TABLE = [
  0, 1.3, 2.5, 3.5, 4.5, 5.4, 6.2, 6.9, 7.7, 8.5, 9.2, 10.1, 11, 12, 13.1, 14.4, 16, 17.9, 20.5, 23.9, 28,
];

export function tableMoisture(humidity: number): number {
  const at = Math.max(0, Math.min(99.9, humidity)) / 5;
  const low = Math.floor(at);
  return TABLE[low]! + (at - low) * (TABLE[low + 1]! - TABLE[low]!);
}

/** sfc32, seeded. */
export function generator(seed: number) {
  let [a, b, c, d] = [0x9e3779b9, 0x243f6a88, 0xb7e15162, seed ^ 0xdeadbeef];
  const uniform = () => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + t;
    return (t >>> 0) / 4294967296;
  };
  for (let i = 0; i < 15; i++) uniform();
  // Marsaglia's polar method: not the fit's way of making one
  const gauss = (): number => {
    for (;;) {
      const x = 2 * uniform() - 1;
      const y = 2 * uniform() - 1;
      const square = x * x + y * y;
      if (square > 0 && square < 1) return x * Math.sqrt((-2 * Math.log(square)) / square);
    }
  };
  return { uniform, gauss };
}

const YEAR = 365.25;

/**
 * @param visitCount at most 12: more cannot be placed thirty days apart at random
 */
export function simulateInstrument(
  seed: number,
  visitCount: number,
  variant: Variant = {},
): SimulatedInstrument {
  if (visitCount > 12) throw new RangeError('at most 12 visits can be placed at random');
  const { drifting = 1 / 3, slips = 0, interventions = 0, gaps = 0, walk = 0 } = variant;
  const [lagFrom, lagTo] = variant.lag ?? [3, 9];
  const stuck = variant.hysteresis ?? 0.3;
  const { uniform, gauss } = generator(seed * 7919 + visitCount);
  const logged = Math.round(3 * YEAR);
  const end = logged + 200;
  const lag = lagFrom + (lagTo - lagFrom) * uniform();
  const outside = uniform() < 0.1;
  const sensitivity = outside ? (uniform() < 0.5 ? -0.05 : 0.4) : 0.15 * Math.exp(0.4 * gauss());
  const between = variant.driftBetween;
  const drift = between
    ? uniform() < 0.5
      ? 0
      : between[0] + (between[1] - between[0]) * uniform()
    : variant.driftSd
      ? variant.driftSd * gauss()
      : uniform() < drifting
        ? 0.3
        : 0;
  const level = 2.5 + 0.5 * gauss();

  const air: DayOfAir[] = [];
  const moisture: number[] = [];
  const unmodelled: number[] = [];
  let weather = 5 * gauss();
  let wood = 8.8;
  let hysteresis = stuck * gauss();
  let wander = 0.04 * gauss();
  let walked = 0;
  for (let day = 0; day <= end; day++) {
    weather = 0.93 * weather + 5 * Math.sqrt(1 - 0.93 ** 2) * gauss();
    const season = Math.cos((2 * Math.PI * (day - 227)) / YEAR);
    const humidity = Math.max(12, Math.min(92, 47 + 14 * season + weather));
    air.push({ day, humidity, celsius: 20 + 2.5 * season });
    wood += (tableMoisture(humidity) - wood) / lag;
    hysteresis = Math.exp(-1 / 30) * hysteresis + stuck * Math.sqrt(1 - Math.exp(-2 / 30)) * gauss();
    wander = Math.exp(-1 / 60) * wander + 0.04 * Math.sqrt(1 - Math.exp(-2 / 60)) * gauss();
    walked += (walk / Math.sqrt(YEAR)) * gauss();
    moisture.push(wood + hysteresis);
    unmodelled.push(wander + walked);
  }

  const days: number[] = [];
  while (days.length < visitCount) {
    const day = 30 + Math.floor(uniform() * (logged - 30));
    if (days.every((other) => Math.abs(other - day) >= 30)) days.push(day);
  }
  days.sort((x, y) => x - y);
  const last = days.at(-1)!;
  // worked on between two visits: the level jumps, and the body breathes differently
  const worked = uniform() < interventions ? 1 + Math.floor(uniform() * (visitCount - 1)) : null;
  const jump = 0.8 * gauss();
  const breathes = sensitivity * Math.exp(0.3 * gauss());
  const isAfter = (day: number) => worked !== null && day >= days[worked]!;
  const season = (day: number) => ((isAfter(day) ? breathes : sensitivity) * (moisture[day]! - 8.8)) / 1000;
  const moved = (day: number) => (day >= last ? (variant.neckMoves ?? 0) : 0);
  const standing = (day: number) =>
    (level + (isAfter(day) ? jump : 0) + moved(day) + (drift * day) / YEAR) / 1000;
  const truth = (day: number) => standing(day) + season(day) + unmodelled[day]! / 1000;
  const slip = () => {
    if (uniform() >= slips) return 0;
    const off = (0.4 + 0.4 * uniform()) / 1000;
    return uniform() < 0.5 ? -off : off;
  };

  const offset = 0.9 * gauss(); // a hygrometer 0.9 %RH off is 0.15 %MC
  const shown = (one: DayOfAir) => ({ ...one, humidity: Math.max(1, one.humidity + offset) });
  const missing = Array.from({ length: gaps > 0 ? 3 : 0 }, () => Math.floor(uniform() * last));
  const isLogged = (day: number) => !missing.some((from) => day >= from && day < from + gaps / 3);
  return {
    air: air.filter(({ day }) => day <= last && isLogged(day)).map(shown),
    visits: days.map((day, i) => ({
      day,
      value: truth(day) + 0.0001 * gauss() + slip(),
      sd: 0.0001,
      afterIntervention: i === worked,
      air: shown(air[day]!),
    })),
    truth,
    season,
    standing,
    sensitivity,
    sensitivityAfter: worked === null ? sensitivity : breathes,
    drift,
  };
}

interface DayOfAir {
  day: number;
  humidity: number;
  celsius: number;
}
