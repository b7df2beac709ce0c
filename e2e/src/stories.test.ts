import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';
import { isReady } from './views.js';

let scenario: Scenario;
beforeAll(async () => {
  scenario = await openScenario();
});
afterAll(() => scenario.close());

describe('the scenario in its pages', () => {
  it('keeps an instrument’s home room chosen in its details', async () => {
    const page = await openPage(
      scenario.browser,
      `${scenario.program.address}/instruments/${scenario.idOf('Fog Signal')}/details`,
    );
    await isReady(page);
    const chosen = await page.$$eval('[role=combobox]', (lists) => lists.map((list) => list.textContent));
    expect(chosen).toContain('Lantern Yard workshop');
    await page.close();
  });

  it('asks at once when a reading lies outside what today is expected', async () => {
    const page = await openPage(
      scenario.browser,
      `${scenario.program.address}/instruments/${scenario.idOf('the Purser')}/examine`,
    );
    const hand = new Hand(page);
    await hand.sees(/expected \d\.\d\d to \d\.\d\d mm/u);
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('11 mm');
    await hand.sees(/expected [^:]*: is it read right\?/u);
    await page.close();
  });

  it('tells the stories of the scenario', async () => {
    const words = async (path: string) => {
      const page = await openPage(scenario.browser, scenario.program.address + path);
      await isReady(page);
      const text = await page.evaluate(() => document.body.innerText);
      await page.close();
      return text;
    };
    expect(await words(`/instruments/${scenario.idOf('the Purser')}/seasons`)).toMatch(
      /that is season\. No neck reset/u,
    );
    expect(await words(`/instruments/${scenario.idOf('Night Boat')}/judgement`)).toMatch(/Neck reset due/u);
    expect(await words(`/instruments/${scenario.idOf('Little Anchor')}/judgement`)).toMatch(
      /Both legs of the X brace are loose at the bridge/u,
    );
    // what is in work shows its job
    expect(await words(`/instruments/${scenario.idOf('Little Anchor')}/work`)).toMatch(
      /Glue the treble leg of the X[\s\S]*Reglue the loose braces[\s\S]*Let it settle at full pitch/u,
    );
    expect(await words(`/instruments/${scenario.idOf('Fog Signal')}/work`)).toMatch(
      /bass bar is loose[\s\S]*Raise the sunk arch[\s\S]*Let it settle at full pitch/u,
    );
    expect(await words(`/instruments/${scenario.idOf('the Stowaway')}/work`)).toMatch(
      /Press out the forward bow[\s\S]*Press the neck straight/u,
    );
    expect(await words(`/instruments/${scenario.idOf('Breakwater')}/judgement`)).toMatch(
      /Bridge lifting[\s\S]*Unsound: slacken it today/u,
    );
    expect(await words(`/instruments/${scenario.idOf('Second Engineer')}/judgement`)).toMatch(
      /crack[\s\S]*has grown/u,
    );
    expect(await words(`/instruments/${scenario.idOf('Halyard')}/work`)).toMatch(
      /Let it settle at full pitch/u,
    );
  });

  it('makes the plans that the truth of each story deserves', async () => {
    /** Steps of each plan beside leaving it, by the plan's name. */
    const plansOf = async (nickname: string): Promise<Record<string, string[]>> => {
      const page = await openPage(
        scenario.browser,
        `${scenario.program.address}/instruments/${scenario.idOf(nickname)}/judgement`,
      );
      await page.waitForSelector('#plans[aria-busy="false"] table');
      const plans = await page.evaluate(() => {
        const names = [...document.querySelectorAll('#plans thead th[scope="col"]')].map(
          (one) => one.querySelector('span')?.textContent ?? '',
        );
        const row = [...document.querySelectorAll('#plans tbody tr')].find(
          (one) => one.querySelector('th')?.textContent === 'Steps',
        );
        const steps = [...(row?.querySelectorAll('td') ?? [])].map((cell) =>
          [...cell.querySelectorAll('li')].map((one) => one.textContent ?? ''),
        );
        return names.map((name, i) => [name, steps[i] ?? []] as const);
      });
      await page.close();
      expect(plans[0]?.[0]).toBe('Leave it');
      return Object.fromEntries(plans.slice(1));
    };
    const NECK_OFF = 'Lift the extension, take the neck off';
    const all = (plans: Record<string, string[]>) => Object.values(plans).flat();

    // a sound dome: season, and no neck off in any plan
    expect(all(await plansOf('the Purser'))).not.toContain(NECK_OFF);
    // a neck that is due: no small repair helps, what puts it right sets it
    const nightBoat = await plansOf('Night Boat');
    expect(nightBoat).not.toHaveProperty('Least');
    expect(nightBoat['Sound and lasting']).toEqual(
      expect.arrayContaining([NECK_OFF, 'Fit the heel to the new angle']),
    );
    // two loose legs: glued and rested before anything is cut
    for (const steps of Object.values(await plansOf('Little Anchor'))) {
      expect(steps).toEqual(
        expect.arrayContaining(['Reglue the loose braces', 'Let it settle at full pitch, and measure']),
      );
      expect(steps).not.toContain(NECK_OFF);
    }
    // a lifting bridge: slack first, rested at the end
    const breakwater = Object.values(await plansOf('Breakwater'));
    expect(breakwater.length).toBeGreaterThan(1);
    for (const steps of breakwater) {
      expect(steps[0]).toBe('Slacken the strings and leave it slack');
      expect(steps).toContain('Let it settle at full pitch, and measure');
    }
    // a sunk arch: raised by what puts it right; in the damp month the strings still stand right on it
    const fog = await plansOf('Fog Signal');
    expect(fog['Sound and lasting']).toContain('Raise the sunk arch and refit or renew the bars');
    expect(fog['Least'] ?? []).not.toContain('Raise the sunk arch and refit or renew the bars');
    // a crack that grows: slack, and closed at working moisture before it is glued
    const crack = all(await plansOf('Second Engineer'));
    expect(crack).toContain('Close, glue and cleat the crack');
    expect(crack).not.toContain(NECK_OFF);
    // a laminated one that never moves, and one that rests: neither is touched
    expect(await plansOf('the Stowaway')).toEqual({});
    expect(await plansOf('Halyard')).toEqual({});
  });
});
