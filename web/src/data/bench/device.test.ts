import { clockAt, type Clock } from '@upright-elder/core/jobs';
import { sayMinutes } from '@upright-elder/core/wording';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sayWhen } from '../../places/bench/sayTime.js';

type Device = typeof import('./device.js');

/** The shop's clock; the device's stands `off` from it, and its steady one began with its page. */
let shop = 0;
let off = 0;
let steady = 0;
beforeEach(() => {
  [shop, off, steady] = [Date.UTC(2026, 8, 2, 9), 0, 1000];
  vi.spyOn(Date, 'now').mockImplementation(() => shop + off);
  vi.spyOn(performance, 'now').mockImplementation(() => steady);
  vi.resetModules();
});
afterEach(() => vi.restoreAllMocks());

/** Time goes by for everybody. */
const pass = (ms: number): void => {
  shop += ms;
  steady += ms;
};
const page = (): Promise<Device> => import('./device.js');
/** A reload: the page begins anew. */
const reloaded = async (): Promise<Device> => {
  vi.resetModules();
  steady = 200;
  return page();
};
const hear = (device: Device) =>
  device.measured(() => {
    pass(40);
    const now = shop;
    pass(40);
    return Promise.resolve({ now });
  });

/** A heat run of seven minutes that was begun at nine by the shop's clock. */
const RUN: Clock = {
  id: 'c',
  step: 's',
  kind: 'heat',
  event: 'e',
  by: 'p',
  from: Date.UTC(2026, 8, 2, 9),
  plan: 420,
  calls: [{ at: 300, say: 'Look' }],
  number: 1,
  joint: null,
  stage: 1,
  glue: null,
  batch: null,
  stopped: null,
  heard: [],
};
const shown = (device: Device): string => sayMinutes(Math.ceil(clockAt(RUN, device.benchNow()).left!));

describe('a clock at the bench, to the second', () => {
  it.each([0, 3600000, -3600000, 400 * 86400000])('on a device whose clock is %i ms off', async (ms) => {
    off = ms;
    const device = await page();
    await hear(device);
    pass(5 * 60000 - 80);
    expect(shown(device)).toBe('2:00');
  });

  it('after a reload', async () => {
    off = 90000;
    await hear(await page());
    pass(60000 - 80);
    const device = await reloaded();
    await hear(device);
    expect(shown(device)).toBe('6:00');
  });

  it('after a lid was closed for four minutes: the steady clock stood still, and another run begins', async () => {
    const device = await page();
    await hear(device);
    const before = device.clockRun();
    // asleep: only the wall clocks go on
    shop += 4 * 60000;
    expect(device.clockRun()).toBe(before + 1);
    expect(device.clockCheck()).toBeNull();
    await hear(device);
    expect(shown(device)).toBe('3:00');
    // what was written before it slept goes by the clock of before
    expect(device.checkOf(before)).toMatchObject({ offset: 0 });
  });

  it('after the device’s clock was set by hand while it ran', async () => {
    const device = await page();
    await hear(device);
    pass(60000 - 80);
    off = -1800000;
    await hear(device);
    expect(shown(device)).toBe('6:00');
  });

  it('after the server was away, and came back with a clock that was set', async () => {
    const device = await page();
    await hear(device);
    const before = device.clockRun();
    pass(120000 - 80);
    await expect(device.measured(() => Promise.reject(new Error('away')))).rejects.toThrow('away');
    expect(shown(device)).toBe('5:00');
    // the shop's machine was a minute slow, and is put right
    const set = 60000;
    await device.measured(() => Promise.resolve({ now: shop + set }));
    expect(device.clockRun()).toBe(before + 1);
    expect(shown(device)).toBe('4:00');
  });

  it.each([
    // the hour comes twice in October, and never in March: elapsed time knows neither
    ['2026-10-24T20:00:00Z', 'Sun 08:00'],
    ['2027-03-27T20:00:00Z', 'Sun 09:00'],
  ])('over a clock change: twelve hours in clamps from %s end %s by the wall', (from, wall) => {
    const begins = Date.parse(from);
    const cure: Clock = { ...RUN, kind: 'cure', from: begins, plan: 12 * 3600, calls: [] };
    expect(clockAt(cure, begins + 12 * 3600000 - 1000).left).toBe(1);
    expect(clockAt(cure, begins + 12 * 3600000).over).toBe(true);
    expect(sayWhen(begins + 12 * 3600000, begins, 'Europe/London')).toBe(wall);
  });
});
