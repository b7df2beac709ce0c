import { describe, expect, it } from 'vitest';
import { instrumentBody } from './bodies.js';
import { Hand } from './bench-hand.js';
import { openBrowser, openPage } from './browser.js';
import { startProgram } from './program.js';

/**
 * One walk through the interface on either side of UTC, in which all other tests run, with the units changed in between
 * and the day turning while the program runs: what was typed stays what was typed, and every date is the one that was written.
 */
interface Stored {
  id: string;
  date: string;
  conditions: { temperature: string; temperatureUnit: string; temperatureCelsius: number };
  readings: { quantity: string; text: string; unit: string; value: number }[];
  corrections: unknown[];
}

const ZONES = [
  // midnight of 25 November 2026 in each zone, by UTC
  ['America/Los_Angeles', 'en-US', '2026-11-25T07:59', '2026-11-24'],
  ['Pacific/Auckland', 'en-NZ', '2026-11-24T10:59', '2026-11-24'],
] as const;

describe('a shop keeps days, units and meanings through a day that turns', () => {
  it.each(ZONES)('in %s', async (zone, language, minute, today) => {
    const program = await startProgram(`${minute}:15Z`, { TZ: zone });
    const browser = await openBrowser(undefined, { zone, language });
    const get = async <T>(path: string): Promise<T> =>
      (await (await fetch(`${program.address}/api/${path}`)).json()) as T;
    try {
      const page = await openPage(browser.browser, program.address);
      const hand = new Hand(page);
      await hand.tabTo('Name');
      await hand.line('Isbel Crane');
      await hand.sees('How you measure');
      const [person] = await get<{ id: string }[]>('people');
      const instrument = 'c84f0000-0000-7000-8000-0000000000aa';
      await fetch(`${program.address}/api/instruments/${instrument}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(instrumentBody(person!.id, 'Halyard')),
      });
      expect(await get<{ today: string; zone: string }>('shop')).toMatchObject({ today, zone });

      // an examination of today, a bare temperature and a bare action
      await page.goto(`${program.address}/instruments/${instrument}/examine?protocol=full`, {
        waitUntil: 'networkidle2',
      });
      await hand.tabTo('Room temperature');
      await hand.type('21');
      await hand.tabTo('Action at fret 12, bass');
      await hand.type('2.8');
      await hand.save();
      await hand.sees('as measured on');
      const [stored] = await get<Stored[]>(`instruments/${instrument}/examinations`);
      expect(stored).toMatchObject({
        date: today,
        conditions: { temperature: '21', temperatureUnit: '°C', temperatureCelsius: 21 },
      });
      await hand.sees('24 November 2026');

      // the shop goes over to the other scale and to 64ths
      await page.goto(`${program.address}/shop`, { waitUntil: 'networkidle2' });
      await hand.tabTo('°C');
      await hand.keys('2');
      await hand.tabTo('A bare number in each field');
      await hand.keys('Enter');
      await hand.pick('Action at fret 12', '/64');
      await hand.tabTo('Save the settings');
      await hand.keys('Enter');
      await hand.sees('settings are saved');

      // a note is added to what was measured: nothing of it is read anew
      await page.goto(`${program.address}/instruments/${instrument}/examine?examination=${stored!.id}`, {
        waitUntil: 'networkidle2',
      });
      await hand.sees('Examination of 24 November 2026');
      await hand.toNotes();
      await hand.type('Played every day.');
      await hand.save();
      await hand.sees('“Played every day.”');
      const [again] = await get<Stored[]>(`instruments/${instrument}/examinations`);
      expect(again).toMatchObject({
        date: today,
        conditions: { temperature: '21', temperatureUnit: '°C', temperatureCelsius: 21 },
        readings: [{ quantity: 'action12', text: '2.8', unit: 'mm', value: stored!.readings[0]!.value }],
        corrections: [],
      });
      for (const path of ['stance', 'readings', 'seasons', 'work']) {
        await page.goto(`${program.address}/instruments/${instrument}/${path}`, {
          waitUntil: 'networkidle2',
        });
        await page.waitForFunction(() => !document.body.innerText.includes('Fetching…'));
        const text = await hand.text();
        expect(text, path).not.toMatch(/2[35] Nov(?:ember)? 2026/u);
      }
      await page.goto(`${program.address}/`, { waitUntil: 'networkidle2' });
      await hand.sees('measured 24 Nov 2026');

      // the clock goes, and midnight comes
      await program.kill();
      await program.restart(`${minute}:57Z+`);
      await page.waitForFunction(
        async () => ((await (await fetch('/api/shop')).json()) as { today: string }).today === '2026-11-25',
        { polling: 1000 },
      );
      await page.goto(`${program.address}/instruments/${instrument}/examine?protocol=full`, {
        waitUntil: 'networkidle2',
      });
      await hand.tabTo('Action at fret 12, bass');
      await hand.type('7');
      await hand.save();
      await hand.sees('25 November 2026');
      const both = await get<Stored[]>(`instruments/${instrument}/examinations`);
      expect(both.map(({ date }) => date)).toEqual(['2026-11-24', '2026-11-25']);
      expect(both[1]!.readings[0]).toMatchObject({ text: '7', unit: '64ths' });
    } finally {
      await browser.close();
      await program.close();
    }
  });
});
