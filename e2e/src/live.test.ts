import { Hand } from './bench-hand.js';
import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { instrumentBody, planBody } from './bodies.js';
import { TwoBrowsers } from './live.js';
import { putTo } from './program.js';
import { openContext } from './shared.js';

/** What is changed in one browser reaches an open page of another, and nothing old is shown as new. */
let two: TwoBrowsers;

beforeAll(async () => {
  two = await TwoBrowsers.open(openContext);
});
afterAll(() => two.close());

describe('an open page hears without a reload', () => {
  it('of another error of a tool', async () => {
    const page = await two.open(`instruments/${two.one}/readings?of=action12.bass`);
    const rule = (
      await two.get<{ id: string; version: number; name: string; dimension: string }[]>('tools')
    ).find(({ id }) => id === 'rule')!;
    const { version, name, dimension } = rule;
    const coarse = {
      version,
      name,
      dimension,
      unit: 'mm',
      resolution: '3',
      repeatability: '3',
      retired: false,
    };
    await two.reaches(page, () => two.saves('PUT', 'tools/rule', coarse), /[67]\.\d+ mm|1[5-9](½)?\/64/u);
    await page.close();
  });

  it('of other strings, which are written down as done', async () => {
    const page = await two.open(`instruments/${two.one}/seasons`);
    await new Hand(page).unfold();
    const { version } = await two.get<{ version: number }>(`instruments/${two.one}`);
    await two.reaches(
      page,
      () => two.saves('PUT', `instruments/${two.one}`, two.facts({ version, stringSet: 'extra-light' })),
      /other strings: extra light, 10–47 instead of light/u,
    );
    expect(await page.evaluate(() => document.body.innerText)).toMatch(/extra light, 10–47 ·/u);
    await page.close();
  });

  it('of other air', async () => {
    const page = await two.open('air');
    await two.reaches(
      page,
      () =>
        two.saves('POST', `rooms/${two.room}/air`, {
          unit: '°C',
          readings: [{ at: '2026-09-02T08:00:00.000Z', humidity: '71.5', temperature: '20' }],
        }),
      /7[12](\.5)? % RH/u,
    );
    await page.close();
  });

  it('of another plan: nothing of the old one is shown as solved', async () => {
    const page = await two.open(`instruments/${two.one}/seasons`);
    await two.settled();
    const believed = () =>
      page.evaluate(() => /Assumed before measuring: ([\d.]+)/u.exec(document.body.textContent)?.[1] ?? '');
    await page.waitForFunction(() => /Assumed before measuring: [\d.]+/u.test(document.body.textContent), {
      polling: 50,
    });
    const before = await believed();
    const { plan } = await two.get<{ plan: { version: number } }>(`instruments/${two.one}/body-plan`);
    const drawn = planBody(two.person, 3);
    const lower = {
      ...drawn,
      version: plan.version,
      braces: drawn.braces.map((brace) => ({ ...brace, height: 0.003 })),
    };
    expect(await two.saves('PUT', `instruments/${two.one}/body-plan`, lower)).toBe(200);
    await page.waitForFunction(
      (old) => {
        const text = document.body.textContent;
        const now = /Assumed before measuring: ([\d.]+)/u.exec(text)?.[1] ?? '';
        return now !== old || /Working out this top; until then/u.test(text);
      },
      { polling: 20 },
      before,
    );
    // and it goes on by itself to what is solved
    await two.settled();
    await page.waitForFunction(() => !/Working out this top; until then/u.test(document.body.textContent), {
      polling: 50,
    });
    expect(await believed()).toMatch(/^[\d.]+$/u);
    expect(await believed()).not.toBe(before);
    await page.close();
  });

  it('of another kind of instrument', async () => {
    await two.settled();
    const page = await two.open(`instruments/${two.one}/top`);
    const { version } = await two.get<{ version: number }>(`instruments/${two.one}`);
    await two.reaches(
      page,
      () =>
        two.saves(
          'PUT',
          `instruments/${two.one}`,
          two.facts({ version, stringSet: 'extra-light', type: 'archtop' }),
        ),
      /thumb|arch/u,
    );
    await page.close();
  });

  it('of a new instrument on the shelf, and of what is worked out of it', async () => {
    const page = await two.open('');
    const fresh = randomUUID();
    const body = { ...instrumentBody(two.person, 'a stranger'), homeRoomId: null };
    await two.reaches(page, () => two.saves('PUT', `instruments/${fresh}`, body), /a stranger/u);
    await page.waitForFunction(() => /begin with an examination/u.test(document.body.innerText));
    await page.close();
  });
});

describe('the one stream of a browser', () => {
  it('serves more windows than a browser opens connections', async () => {
    const pages: Page[] = [];
    for (let i = 0; i < 8; i++) pages.push(await two.open(`instruments/${two.one}/stance`));
    const { version } = await two.get<{ version: number }>(`instruments/${two.one}`);
    const renamed = two.facts({
      version,
      stringSet: 'extra-light',
      type: 'archtop',
      owner: 'the Ferry Band',
    });
    expect(await two.saves('PUT', `instruments/${two.one}`, renamed)).toBe(200);
    for (const page of pages)
      await page.waitForFunction(() => document.body.innerText.includes('the Ferry Band'), {
        polling: 50,
      });
    for (const page of pages) await page.close();
  });

  it('is opened again after the server was away, and asks for what was missed', async () => {
    const page = await two.open(`instruments/${two.one}/stance`);
    await two.program.kill();
    await two.program.restart();
    const { version } = await two.get<{ version: number }>(`instruments/${two.one}`);
    await putTo(
      two.program,
      `instruments/${two.one}`,
      two.facts({ version, stringSet: 'extra-light', type: 'archtop', owner: 'a walk-in player' }),
    );
    await page.waitForFunction(() => document.body.innerText.includes('a walk-in player'));
    await page.close();
  });
});
