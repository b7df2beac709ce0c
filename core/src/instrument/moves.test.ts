import { describe, expect, it } from 'vitest';
import { recordOfMoves, type MovedHistory } from '../../simulated/movedHistories.js';
import { rightChance } from '../air/index.js';
import { mm } from '../units/index.js';
import { learn } from './learned.js';

/** Two rooms as in a house with a humidified floor under a loft. */
const ROOMS = { below: { mean: 42, swing: 12 }, loft: { mean: 60, swing: 9 } };
/** February and August of each year up to a move, then on to May. */
const HALF_YEARS = [
  '2023-02-12',
  '2023-08-14',
  '2024-02-12',
  '2024-08-14',
  '2025-02-12',
  '2025-08-14',
  '2026-02-12',
  '2026-05-15',
];

const told = (of: MovedHistory) => {
  const { record, path } = recordOfMoves(of);
  const { air, sides, evidence } = learn(record, path);
  const [{ attribution, calibration }] = sides as [(typeof sides)[number]];
  return {
    air,
    right: rightChance(air),
    doubt: evidence.air.doubt,
    age: { value: calibration.age.value / mm, sd: calibration.age.sd / mm },
    creeps: attribution.known && attribution.creep !== 'cannot tell' && attribution.creep !== 'steady',
    season: attribution.known ? attribution.attribution.season.value / mm : null,
    missing: attribution.known ? null : attribution.missing,
  };
};
const MOVED = [{ room: 'below' }, { room: 'loft', from: '2025-09-01' }];

describe('the three worked inputs of an instrument that was moved, or whose log was another’s', () => {
  it('a recorded move leaves the years before it to the room it lay in: season, and no creep', () => {
    const { age, creeps, right, season } = told({ rooms: ROOMS, lay: MOVED, visits: HALF_YEARS });
    expect(right).toBeGreaterThan(0.9);
    expect(creeps).toBe(false);
    expect(Math.abs(age.value)).toBeLessThan(0.05);
    // dry in February below, damper in May in the loft: by the truth of the wood +0.6 mm
    expect(season).toBeGreaterThan(0.4);
  });

  it('the same move, not recorded, is asked about and calls nothing a creep', () => {
    const { creeps, doubt, missing } = told({
      rooms: ROOMS,
      lay: MOVED,
      recorded: [{ room: 'loft' }],
      visits: HALF_YEARS,
    });
    expect(creeps).toBe(false);
    expect(missing).toBe('air');
    expect(doubt).toMatchObject({ asked: true, kind: 'until', room: 'loft' });
    expect(doubt!.read!).toBeLessThan(doubt!.logged! - 12);
  });

  it('the log of another room is asked about, and the band holds what the air beside it says', () => {
    const { creeps, doubt } = told({
      rooms: { ...ROOMS, other: { mean: 53, swing: 6 } },
      lay: [{ room: 'below' }],
      recorded: [{ room: 'other' }],
      visits: HALF_YEARS,
    });
    expect(creeps).toBe(false);
    expect(doubt).toMatchObject({ asked: true, kind: 'always' });
  });

  it('a room that changed is followed as it is now: its driest air is that of the last winters', () => {
    const { air, right, creeps } = told({
      rooms: { hall: { mean: 45, swing: 12, then: { from: '2024-08-01', mean: 62, swing: 8 } } },
      lay: [{ room: 'hall' }],
      visits: HALF_YEARS,
    });
    expect(creeps).toBe(false);
    expect(right).toBeGreaterThan(0.75);
    const [mean, cos, sin] = air.climate.coefficients as [number, number, number];
    // driest 54 % RH, 9.9 %MC; averaged over both it was 7.1
    expect(mean - Math.hypot(cos, sin)).toBeGreaterThan(9.3);
  });
});

/** Where it goes in turn: the shop in winter, the loft in summer. */
const turns = (years: number[]) => [
  { room: 'loft' },
  ...years.flatMap((year) => [
    { room: 'below', from: `${year}-11-01` },
    { room: 'loft', from: `${year + 1}-04-01` },
  ]),
];
const VISITS: Record<string, readonly string[]> = {
  'half-yearly': HALF_YEARS,
  'at odd times': ['2023-03-30', '2023-11-20', '2024-06-02', '2025-01-15', '2025-07-28', '2026-04-10'],
  'three times': ['2023-08-14', '2025-02-12', '2026-05-15'],
  yearly: ['2022-09-01', '2023-09-04', '2024-09-02', '2025-09-20', '2026-05-15'],
};
const OTHER_ROOMS: Record<string, Record<string, { mean: number; swing: number }>> = {
  'a dry room and a damp loft': ROOMS,
  'a wild room and an even one': { below: { mean: 46, swing: 15 }, loft: { mean: 49, swing: 4 } },
};

describe('histories with moves', () => {
  const HOW: Record<string, (rooms: MovedHistory['rooms'], visits: readonly string[]) => MovedHistory> = {
    'moved once, recorded': (rooms, visits) => ({ rooms, lay: MOVED, visits }),
    'moved there and back, recorded': (rooms, visits) => ({
      rooms,
      lay: [{ room: 'below' }, { room: 'loft', from: '2024-03-01' }, { room: 'below', from: '2025-03-01' }],
      visits,
    }),
    'in turn, recorded': (rooms, visits) => ({ rooms, lay: turns([2022, 2023, 2024, 2025]), visits }),
  };
  it.each(
    Object.entries(OTHER_ROOMS).flatMap(([house, rooms]) =>
      Object.entries(HOW).flatMap(([how, make]) =>
        Object.entries(VISITS).map(([when, visits]) => ({ house, how, when, of: make(rooms, visits) })),
      ),
    ),
  )('$how, seen $when, between $house: no creep is called, and none is asked about', ({ of }) => {
    const { creeps, age, doubt } = told(of);
    expect(creeps).toBe(false);
    expect(doubt?.asked ?? false).toBe(false);
    expect(Math.abs(age.value)).toBeLessThan(2 * age.sd);
  });

  it.each(Object.entries(VISITS).filter(([, visits]) => visits.length >= 5))(
    'a real creep beside a recorded move, seen %s, is found all the same',
    (_, visits) => {
      const { creeps, age } = told({ rooms: ROOMS, lay: MOVED, visits, creep: 0.3 });
      expect(creeps).toBe(true);
      expect(Math.abs(age.value - 0.3)).toBeLessThan(2.5 * age.sd);
    },
  );

  it.each([
    ['its sensor was changed for one that shows 12 % more', { off: 12, from: '2024-09-10' }, 'sensor'],
    // so far off that it might be another room's
    ['its sensor runs off by 9 % a year', { off: 0, perYear: 9 }, 'always'],
  ])('a log is asked about where %s, and no creep is called', (_, sensor, kind) => {
    const { creeps, doubt } = told({
      rooms: ROOMS,
      lay: [{ room: 'below' }],
      sensors: { below: sensor },
      visits: HALF_YEARS,
    });
    expect(creeps).toBe(false);
    expect(doubt).toMatchObject({ asked: true, kind });
  });

  it('a log that stepped with nothing read beside it is asked about as such', () => {
    const { creeps, doubt, missing } = told({
      rooms: { hall: { mean: 45, swing: 12, then: { from: '2024-08-01', mean: 62, swing: 8 } } },
      lay: [{ room: 'hall' }],
      visits: HALF_YEARS,
      hand: false,
    });
    expect(creeps).toBe(false);
    expect(missing).toBe('air');
    expect(doubt).toMatchObject({ kind: 'changed', room: 'hall', asked: true, read: null });
  });

  it('one misread hygrometer is taken for that, and moves nothing', () => {
    const of = { rooms: ROOMS, lay: [{ room: 'below' }], visits: HALF_YEARS };
    const plain = told(of);
    const { creeps, right, age } = told({ ...of, misread: { '2024-08-14': 27 } });
    expect(creeps).toBe(false);
    expect(right).toBeGreaterThan(0.5);
    expect(Math.abs(age.value - plain.age.value)).toBeLessThan(0.03);
  });

  it.each(['below', 'loft'])('of a place without a log (then %s) the air beside it speaks', (home) => {
    const { creeps, air } = told({
      rooms: ROOMS,
      lay: [{ room: 'loft' }, { room: home, from: '2024-09-01' }],
      recorded: [{ room: null }, { room: home, from: '2024-09-01' }],
      visits: HALF_YEARS,
    });
    expect(creeps).toBe(false);
    expect(air.seasons).toHaveLength(2);
  });
});
