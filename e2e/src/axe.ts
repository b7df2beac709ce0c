import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';
import { expect } from 'vitest';

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** At three sizes nothing runs out of the window and axe finds nothing; the window is left as it was. */
export async function fitsAndIsAccessible(page: Page): Promise<void> {
  const before = page.viewport();
  await page.evaluate(source);
  for (const width of [1280, 1024, 390]) {
    await page.setViewport({ width, height: 800 });
    // charts follow a change of width a moment later
    const fits = await page
      .waitForFunction(() => document.documentElement.scrollWidth <= window.innerWidth, {
        polling: 100,
      })
      .then(() => true)
      .catch(() => false);
    expect(fits, `at ${width}`).toBe(true);
    // nothing is half faded in or out, as a toast that goes
    await page.waitForFunction(() =>
      document
        .getAnimations()
        .every(
          ({ playState, effect }) =>
            playState !== 'running' || Number(effect?.getComputedTiming().endTime) === Infinity,
        ),
    );
    const { violations } = await page.evaluate(() =>
      (globalThis as unknown as { axe: { run: () => Promise<AxeResults> } }).axe.run(),
    );
    const said = violations.map(({ id, nodes }) => `${id} at ${width}: ${nodes[0]?.html}`);
    expect(said).toEqual([]);
  }
  await page.setViewport(before);
}
