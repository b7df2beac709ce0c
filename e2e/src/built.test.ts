import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPage, type Pages } from './browser.js';
import { firstPage } from './first-page.js';
import { instrumentBody } from './bodies.js';
import { putTo, startProgram, type Program } from './program.js';
import { openContext } from './shared.js';

let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;

beforeAll(async () => {
  program = await startProgram();
  const person = randomUUID();
  await putTo(program, `people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await putTo(program, `instruments/${randomUUID()}`, instrumentBody(person, 'Halyard'));
  ({ browser, close: closeBrowser } = await openContext());
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

describe('the built interface', () => {
  it('shows the shelf with at most 220 kB of script, and nothing of what other places need', async () => {
    const { script, sources } = await firstPage(browser, program.address);
    expect(script).toBeGreaterThan(50_000);
    expect(script).toBeLessThanOrEqual(220_000);
    expect(sources.some((one) => one.includes('places/shelf'))).toBe(true);
    const elsewhere =
      /treatments\/catalogue|diagnosis\/rules|ml-matrix|papaparse|react-hook-form|class-validator|reflect-metadata|react-table/u;
    expect(sources.filter((one) => elsewhere.test(one))).toEqual([]);
  });

  it('of an older build, whose part is gone, is loaded anew once', async () => {
    const page = await openPage(browser, `${program.address}/`);
    await page.setRequestInterception(true);
    let gone = 0;
    page.on('request', (request) => {
      if (gone === 0 && /\/assets\/AirPlace/u.test(request.url())) {
        gone += 1;
        void request.respond({ status: 404 });
      } else void request.continue();
    });
    let loads = 0;
    page.on('load', () => (loads += 1));
    await page.evaluate(() => {
      [...document.querySelectorAll('a')].find((one) => one.textContent === 'Air')!.click();
    });
    await page.waitForFunction(() => /Rooms?|room/u.test(document.querySelector('main')?.innerText ?? ''));
    expect(gone).toBe(1);
    expect(loads).toBe(1);
    expect(new URL(page.url()).pathname).toBe('/air');
    await page.close();
  });
});
