/**
 * Simulated instruments with a known truth, to check whether the forecast's bands hold. Invented figures, and on
 * purpose no code shared with the fit: another generator of chance, the sorption table instead of its formula,
 * a wood that follows the air with a lag the fit does not know, and instruments outside the fit's prior.
 */
export interface SimulatedInstrument {
  air: { day: number; humidity: number; celsius: number }[];
  visits: { day: number; value: number; sd: number }[];
  /** the true action on any day up to the end, m */
  truth: (day: number) => number;
  sensitivity: number;
  drift: number;
}

/** Wood Handbook, Table 4-2, at 21.1 °C: %MC at RH 0, 5, … 95, 100 (the ends extended). */
const TABLE = [
  0, 1.3, 2.5, 3.5, 4.5, 5.4, 6.2, 6.9, 7.7, 8.5, 9.2, 10.1, 11, 12, 13.1, 14.4, 16, 17.9, 20.5, 23.9, 28,
];

function tableMoisture(humidity: number): number {
  const at = Math.max(0, Math.min(99.9, humidity)) / 5;
  const low = Math.floor(at);
  return TABLE[low]! + (at - low) * (TABLE[low + 1]! - TABLE[low]!);
}

/** sfc32, seeded. */
function generator(seed: number) {
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
  // sum of twelve uniforms: normal enough, and not the fit's way of making one
  const gauss = () => Array.from({ length: 12 }, uniform).reduce((sum, u) => sum + u, -6);
  return { uniform, gauss };
}

const YEAR = 365.25;

/**
 * @param visitCount at most 12: more cannot be placed thirty days apart at random
 */
export function simulateInstrument(seed: number, visitCount: number): SimulatedInstrument {
  if (visitCount > 12) throw new RangeError('at most 12 visits can be placed at random');
  const { uniform, gauss } = generator(seed * 7919 + visitCount);
  const logged = Math.round(3 * YEAR);
  const end = logged + 200;
  const lag = 3 + 6 * uniform();
  const outside = uniform() < 0.1;
  const sensitivity = outside ? (uniform() < 0.5 ? -0.05 : 0.4) : 0.15 * Math.exp(0.4 * gauss());
  const drift = uniform() < 1 / 3 ? 0.3 : 0;
  const level = 2.5 + 0.5 * gauss();

  const air: SimulatedInstrument['air'] = [];
  const moisture: number[] = [];
  const unmodelled: number[] = [];
  let weather = 5 * gauss();
  let wood = 8.8;
  let hysteresis = 0.3 * gauss();
  let wander = 0.04 * gauss();
  for (let day = 0; day <= end; day++) {
    weather = 0.93 * weather + 5 * Math.sqrt(1 - 0.93 ** 2) * gauss();
    const season = Math.cos((2 * Math.PI * (day - 227)) / YEAR);
    const humidity = Math.max(12, Math.min(92, 47 + 14 * season + weather));
    air.push({ day, humidity, celsius: 20 + 2.5 * season });
    wood += (tableMoisture(humidity) - wood) / lag;
    hysteresis = Math.exp(-1 / 30) * hysteresis + 0.3 * Math.sqrt(1 - Math.exp(-2 / 30)) * gauss();
    wander = Math.exp(-1 / 60) * wander + 0.04 * Math.sqrt(1 - Math.exp(-2 / 60)) * gauss();
    moisture.push(wood + hysteresis);
    unmodelled.push(wander);
  }
  const truth = (day: number) =>
    (level + sensitivity * (moisture[day]! - 8.8) + (drift * day) / YEAR + unmodelled[day]!) / 1000;

  const days: number[] = [];
  while (days.length < visitCount) {
    const day = 30 + Math.floor(uniform() * (logged - 30));
    if (days.every((other) => Math.abs(other - day) >= 30)) days.push(day);
  }
  days.sort((x, y) => x - y);
  const last = days.at(-1)!;
  const offset = 0.9 * gauss(); // a hygrometer 0.9 %RH off is 0.15 %MC
  return {
    air: air
      .filter(({ day }) => day <= last)
      .map((one) => ({ ...one, humidity: Math.max(1, one.humidity + offset) })),
    visits: days.map((day) => ({ day, value: truth(day) + 0.0001 * gauss(), sd: 0.0001 })),
    truth,
    sensitivity,
    drift,
  };
}
