import { STRING_SIDES } from '@upright-elder/core/strings';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { AirLog, climateOfLog } from '@upright-elder/core/air';
import { dayOf } from '@upright-elder/core/days';
import {
  actionBelief,
  actionSensitivity,
  calibrate,
  attribute,
  type Calibration,
  type Visit,
} from '@upright-elder/core/forecast';
import { faultsOf } from '@upright-elder/core/body-plan';
import { parseReading, QUANTITIES } from '@upright-elder/core/readings';
import { describe, expect, it } from 'vitest';
import { inventRoom, type RoomTruth } from './air.js';
import { ask } from './ask.js';
import { marksOf, planOfInvented } from './maps.js';
import { INSTRUMENTS, ROOMS } from './scenario.js';
import { airOfInvented, examinationsOf } from './truth.js';

const TODAY = dayOf('2026-09-02');
const rooms = new Map<string, RoomTruth>(
  ROOMS.map((room) => [room.key, inventRoom({ ...room, id: room.key }, TODAY)]),
);
type Invented = (typeof INSTRUMENTS)[number];
const named = (nickname: string) => INSTRUMENTS.find(({ input }) => input.nickname === nickname)!;
const examined = (one: Invented, today = TODAY) =>
  examinationsOf(one, airOfInvented(one, rooms, today), today);

/** What the program's own computation makes of an invented instrument's action, from its text and its room's log. */
function fitOf(one: Invented, side: 'bass' | 'treble' = 'bass'): Calibration {
  const log = new AirLog(airOfInvented(one, rooms, TODAY).air);
  const visits = examined(one).flatMap(({ examination }): Visit[] => {
    const found = examination.readings.find(
      ({ quantity, place }) => quantity === 'action12' && place === side,
    );
    if (!found || examination.conditions.strings !== 'pitch') return [];
    const read = parseReading('action12', found.text, found.unit);
    if (!read.ok) throw new Error(read.reason);
    const day = dayOf(examination.date);
    const { moisture, sd: moistureSd } = log.rememberedAt(day)!;
    return [{ day, value: read.value[0]!, sd: 1e-4, moisture, moistureSd }];
  });
  const { type, laminatedTop } = one.input;
  const belief = actionBelief(
    actionSensitivity(
      type === 'flat-top'
        ? { kind: 'flat', laminated: laminatedTop }
        : {
            kind: 'archtop',
            laminated: laminatedTop,
            arch: { species: one.input.topSpecies, length: 0.51, width: 0.42, height: 0.017 },
          },
    ),
  );
  return calibrate(visits, { climate: climateOfLog(log), belief });
}
/** What a rise at the saddle line is at fret 12, about. */
const HALF = 0.5e-3;

describe('the invented scenario', () => {
  it('is the same every time it is made on a day', () => {
    for (const one of INSTRUMENTS) {
      expect(examined(one)).toEqual(examined(one));
      expect(examined(one).map(({ visit }) => visit)).toEqual(one.visits);
    }
    const again = inventRoom({ ...ROOMS[0]!, id: 'loft' }, TODAY);
    expect(again.air).toEqual(rooms.get('loft')!.air);
  });

  it('is eight instruments of one story each, told apart by nickname and seed', () => {
    expect(INSTRUMENTS).toHaveLength(8);
    const stories = INSTRUMENTS.map(({ seed, input }) => [input.nickname, `${seed}`, input.complaint]);
    for (const i of [0, 1, 2]) expect(new Set(stories.map((story) => story[i])).size).toBe(8);
  });

  it.each(INSTRUMENTS.map((one) => [one.input.nickname, one] as const))(
    '%s: everything that was read is understood as a luthier writes it, and lies where its quantity may lie',
    (_, one) => {
      for (const { examination } of examined(one)) {
        expect(examination.readings.length).toBeGreaterThan(5);
        for (const { quantity, place, text, unit } of examination.readings) {
          const read = parseReading(quantity, text, unit);
          expect(read, `${quantity} ${place}: ${text}`).toMatchObject({ ok: true });
          expect(Object.keys(QUANTITIES)).toContain(quantity);
        }
      }
    },
  );

  it('has rooms that are dampest in late summer, within what hygrometers show', () => {
    for (const { air } of rooms.values()) {
      const humidities = air.map(({ humidity }) => humidity);
      expect(Math.min(...humidities)).toBeGreaterThanOrEqual(18);
      expect(Math.max(...humidities)).toBeLessThanOrEqual(88);
      const monthly = (month: number) => {
        const days = air.filter(({ day }) => new Date(day * 86400000).getUTCMonth() === month);
        return days.reduce((sum, { humidity }) => sum + humidity, 0) / days.length;
      };
      expect(monthly(7)).toBeGreaterThan(monthly(1) + 4);
    }
  });

  it('draws every instrument, with a plan and marks that lie on its days', () => {
    for (const one of INSTRUMENTS) {
      expect(faultsOf(planOfInvented(one))).toEqual([]);
      for (const mark of marksOf(one, rooms.get(one.home)!, TODAY))
        for (const { date } of mark.sightings) expect(dayOf(date)).toBeLessThanOrEqual(TODAY);
    }
  });
});

/** Whether a series is said to creep. */
function isCalledCreeping(calibration: Calibration): boolean {
  const said = attribute(calibration);
  return 'creep' in said && (said.creep === 'creeping' || said.creep === 'probably creeping');
}

describe('the hidden truth, found again from what was written down', () => {
  it.each(['the Purser', 'Second Engineer', 'the Stowaway'])('%s breathes and does not age', (nickname) => {
    const one = named(nickname);
    const { age, sensitivity } = fitOf(one);
    expect(isCalledCreeping(fitOf(one))).toBe(false);
    expect(Math.abs(age.value - HALF * one.truth.age)).toBeLessThan(2.5 * age.sd);
    expect(Math.abs(sensitivity.value - HALF * one.truth.breathing)).toBeLessThan(2.5 * sensitivity.sd);
  });

  it.each(['Night Boat', 'Little Anchor', 'Fog Signal'])('%s ages, in the true direction', (nickname) => {
    const one = named(nickname);
    const sides = STRING_SIDES.map((side) => fitOf(one, side));
    expect(sides.some(isCalledCreeping)).toBe(true);
    for (const { age } of sides) {
      const truth = one.truth.age + (one.truth.neckGives ?? 0);
      expect(Math.sign(age.value)).toBe(Math.sign(truth));
      expect(Math.abs(age.value - HALF * truth)).toBeLessThan(2.5 * age.sd);
    }
  });

  it('a laminated top moves by less than a quarter of what a solid one does', () => {
    const [solid, laminated] = ['the Purser', 'the Stowaway'].map((nickname) => fitOf(named(nickname)));
    expect(laminated!.sensitivity.value).toBeLessThan(0.25 * solid!.sensitivity.value);
  });

  it('a crack is seen every time, and is longer than it was', () => {
    const one = named('Second Engineer');
    const [crack] = marksOf(one, rooms.get(one.home)!, TODAY).filter(({ kind }) => kind === 'crack');
    const lengths = crack!.sightings.map(({ path }) =>
      path.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - path[i]![0], y - path[i]![1]), 0),
    );
    expect(lengths.length).toBeGreaterThan(3);
    expect(lengths.at(-1)).toBeGreaterThan(lengths[0]!);
  });
});

describe('the writer of the scenario', () => {
  it('sends once more what met a connection that was dropped, and nothing that was refused', async () => {
    let met = 0;
    const server = createServer((request, response) => {
      met += 1;
      if (met === 1) request.socket.destroy();
      else if (request.url === '/api/refused') response.writeHead(400).end('no');
      else response.end('{"well":true}');
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const { port } = server.address() as AddressInfo;
    const address = `http://127.0.0.1:${port}`;
    expect(await ask(address, 'shop', { method: 'PUT', body: '{}' })).toEqual({ well: true });
    expect(met).toBe(2);
    await expect(ask(address, 'refused')).rejects.toThrow(/GET refused: no/u);
    expect(met).toBe(3);
    await new Promise((done) => server.close(done));
    await expect(ask(address, 'shop')).rejects.toThrow();
  });
});
