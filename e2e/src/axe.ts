import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';
import { expect } from 'vitest';

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What of axe's rules the colours of a scheme can break. */
export const OF_COLOURS = ['color-contrast', 'link-in-text-block'];

/**
 * At three sizes nothing runs out of the window and axe finds nothing; the window is left as it was.
 *
 * @param rules that are asked; all of them where none is named
 */
export async function fitsAndIsAccessible(page: Page, rules?: string[]): Promise<void> {
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
    const { violations, passes } = await page.evaluate(
      (only) =>
        (globalThis as unknown as { axe: { run: (options: object) => Promise<AxeResults> } }).axe.run(
          only ? { runOnly: { type: 'rule', values: only } } : {},
        ),
      rules,
    );
    // a rule that looked at nothing has found nothing
    expect(passes.length, `rules at ${width}`).toBeGreaterThan(0);
    const said = violations.map(({ id, nodes }) => `${id} at ${width}: ${nodes[0]?.html}`);
    expect(said).toEqual([]);
  }
  await page.setViewport(before);
}
