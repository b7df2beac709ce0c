import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { OF_COLOURS, fitsAndIsAccessible } from './axe.js';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';
import { isReady, VIEWS } from './views.js';

let scenario: Scenario;
beforeAll(async () => {
  scenario = await openScenario();
});
afterAll(() => scenario.close());

/** In the page: what can be pressed or typed into, and is smaller than a finger. */
function tooSmall(): string[] {
  const CONTROLS =
    'a[href], button, input, textarea, select, [role=checkbox], [role=radio], [role=combobox], [role=switch], [role=tab]';
  const visible = (one: Element) =>
    one.checkVisibility({ opacityProperty: true, visibilityProperty: true }) &&
    one.getClientRects().length > 0;
  return [...document.querySelectorAll<HTMLElement>(CONTROLS)]
    .filter(
      (one) => visible(one) && !one.closest('svg, [aria-hidden=true]') && one.getAttribute('type') !== 'file',
    )
    .filter((one) => {
      // a link in the midst of a sentence is as high as the sentence (WCAG 2.2, 2.5.8: inline)
      if (one.matches('a') && getComputedStyle(one).display === 'inline') {
        const around = one.parentElement?.textContent.trim() ?? '';
        if (around.length > one.textContent.trim().length) return false;
      }
      // a card is pressed anywhere
      const spread = getComputedStyle(one, '::after');
      const target =
        spread.position === 'absolute' && spread.inset === '0px' ? one.closest('.relative')! : one;
      const boxes = [target, ...((one as HTMLInputElement).labels ?? [])].map((part) =>
        part.getBoundingClientRect(),
      );
      const height = Math.max(...boxes.map((box) => box.height));
      const width = Math.max(...boxes.map((box) => box.width));
      // what is drawn to scale is reached by a larger one too (WCAG 2.2, 2.5.8: equivalent; calendar.test.ts)
      if (one.matches('[data-to-scale]')) return height < 43.5;
      return (height > 1 && height < 43.5) || (width > 1 && width < 43.5);
    })
    .map((one) => {
      const box = one.getBoundingClientRect();
      const name = one.getAttribute('aria-label') ?? one.textContent.trim();
      return `${one.tagName.toLowerCase()} “${name.slice(0, 40)}” ${box.width.toFixed(0)}×${box.height.toFixed(0)}`;
    });
}

/** In the page: whether what has the focus can be seen to have it; it is marked as walked over. */
function focusSeen(): { at: 'body' | 'new' | 'known'; seen: boolean; name: string } {
  const one = document.activeElement as HTMLElement;
  if (one === document.body) return { at: 'body', seen: true, name: '' };
  const style = getComputedStyle(one);
  const outlined = style.outlineStyle !== 'none' && Number.parseFloat(style.outlineWidth) >= 2;
  const box = one.getBoundingClientRect();
  const known = one.dataset.walked !== undefined;
  one.dataset.walked = '';
  return {
    at: known ? 'known' : 'new',
    seen: outlined && box.width > 0 && box.height > 0,
    name: `${one.tagName} ${one.getAttribute('aria-label') ?? one.textContent.trim().slice(0, 40)}`,
  };
}

/** Each view is opened once, and looked at in every way: a top takes its twenty seconds once. */
describe.each(VIEWS)('$name', (view) => {
  let page: Page;
  const errors: string[] = [];
  beforeAll(async () => {
    page = await openPage(scenario.browser, 'about:blank');
    page.on('pageerror', (error) => errors.push(String(error)));
    page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
    await page.goto(scenario.program.address + view.path(scenario.idOf), { waitUntil: 'networkidle2' });
    await isReady(page, view);
    // the words of the page come once it has stood for a moment
    await page.waitForSelector('[data-words]');
  });
  afterAll(() => page.close());

  it('is walked through by Tab alone, the focus always seen, and nothing holds it', async () => {
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    const unseen: string[] = [];
    let reached = 0;
    for (let i = 0; i < 420; i++) {
      await page.keyboard.press('Tab');
      const { at, seen, name } = await page.evaluate(focusSeen);
      if (!seen) unseen.push(name);
      // past the last one it goes round by the page itself
      if (at === 'known') break;
      if (at === 'new') reached++;
    }
    expect(unseen).toEqual([]);
    expect(reached).toBeGreaterThan(6);
    expect(reached).toBeLessThan(400);
    // what a hand can press, a key can reach: of a group of few, arrows reach the others
    const missed = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('a[href], button, [role=button], input, textarea')]
        .filter(
          (one) =>
            one.dataset.walked === undefined &&
            one.checkVisibility({ visibilityProperty: true }) &&
            !one.matches(':disabled, [type=file], [aria-disabled=true]') &&
            !one.closest('[aria-hidden=true]') &&
            !one.matches('[data-radix-collection-item], [role=radio], [data-to-scale]'),
        )
        .map((one) => `${one.tagName} ${one.getAttribute('aria-label') ?? one.textContent.slice(0, 50)}`),
    );
    expect(missed).toEqual([]);
  });

  it('has the shop’s own controls, none smaller than a finger, on a laptop, a tablet and a phone', async () => {
    const small: string[] = [];
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
      [390, 844],
    ] as const) {
      await page.setViewport({ width, height });
      await page.evaluate(() => new Promise((drawn) => setTimeout(drawn, 250)));
      small.push(...(await page.evaluate(tooSmall)).map((one) => `${one} at ${width}`));
    }
    expect(small).toEqual([]);
    const bare = await page.$$eval(
      'select:not([aria-hidden=true]), details, input[type=date], input[type=checkbox]:not([aria-hidden=true])',
      (all) => all.map((one) => one.outerHTML.slice(0, 80)),
    );
    expect(bare).toEqual([]);
  });

  it('fits a laptop, a tablet and a phone in both schemes, axe finds nothing, and no error is in the console', async () => {
    await fitsAndIsAccessible(page);
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
    await fitsAndIsAccessible(page, OF_COLOURS);
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
    expect(errors).toEqual([]);
  });

  it('goes on paper whole: nothing beyond the edge, no page begun for nothing, no word for the screen', async () => {
    const bytes = await page.pdf({ format: 'A4', preferCSSPageSize: true, printBackground: true });
    const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    const texts: string[] = [];
    for (let n = 1; n <= pdf.numPages; n++) {
      const sheet = await pdf.getPage(n);
      const [, , right, top] = sheet.view as [number, number, number, number];
      const { items } = await sheet.getTextContent();
      const words = items.flatMap((item) =>
        'str' in item && item.str.trim() !== ''
          ? [
              {
                text: item.str,
                x: item.transform[4] as number,
                y: item.transform[5] as number,
                width: item.width,
                height: item.height,
                upright: item.transform[1] === 0,
              },
            ]
          : [],
      );
      texts.push(words.map(({ text }) => text).join(' '));
      for (const { text, x, y, width } of words) {
        expect(x + width, `“${text}” on page ${n}`).toBeLessThanOrEqual(right - 20);
        expect(y, `“${text}” on page ${n}`).toBeLessThanOrEqual(top);
      }
      const overlaid = words.flatMap((one, i) =>
        words
          .slice(i + 1)
          .filter(
            (other) =>
              one.upright &&
              other.upright &&
              // a closing mark of slanted letters leans over a little
              Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x) > 3 &&
              Math.min(one.y + one.height * 0.7, other.y + other.height * 0.7) - Math.max(one.y, other.y) > 1,
          )
          .map((other) => `“${one.text}” and “${other.text}” on page ${n}`),
      );
      expect(overlaid, 'printed over one another').toEqual([]);
      // the number of the page stands on every page, and something else does too
      expect(words.length, `page ${n} of ${pdf.numPages}`).toBeGreaterThan(3);
    }
    const whole = texts.join(' ');
    expect(whole).toContain('Lantern Yard');
    for (const word of ['Copy the table', 'Save as CSV', 'At the bench', 'Skip to content'])
      expect(whole).not.toContain(word);
    if (view.name === 'stance') expect(whole).toMatch(/Action at fret 12 bass 10\/64/u);
    if (view.name === 'work') {
      // what is folded on the screen lies open on paper
      expect(whole).toContain('Only the usual cautions');
      expect(whole).toContain('Strings under tension: protect your eyes');
    }
    if (view.name === 'seasons') expect(whole).toContain('Based on these readings');
    await pdf.destroy();
  });
});
