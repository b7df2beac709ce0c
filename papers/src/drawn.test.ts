import { PAPER_IDS } from '@upright-elder/core/papers';
import { describe, expect, it } from 'vitest';
import { paperOf, typeset } from './index.js';
import { drawnRecord } from './testing/drawnRecord.js';
import { readPdf } from './testing/readPdf.js';

const DRAWN = Array.from({ length: 50 }, (_, seed) => seed);
/** The margin of a page, points. */
const MARGIN = 53;
/** Figures and signs that stand in a text. */
const figuresOf = (text: string): string[] => text.match(/[−±≤√φΩ]?\s?[\d½¼¾⅛⅜][\d½¼¾⅛⅜./⁄]*/gu) ?? [];
const close = (text: string): string => text.replace(/[\s\u00ad]/gu, '');

describe('papers of fifty drawn instruments', () => {
  it.each(DRAWN)('hold every figure, lose no sign, and keep within their pages: %i', async (seed) => {
    const record = drawnRecord(seed);
    const size = seed % 2 === 0 ? 'A4' : 'Letter';
    const papers = PAPER_IDS.map((id) => paperOf(id, record));
    const { pages, text } = await readPdf(await typeset(papers, size));
    const { instrument, judged, done, plans } = record;
    const whole = close(text);
    const said = [
      instrument.identity,
      ...judged.findings.map((one) => one.text),
      ...done.flatMap((one) => [one.when, one.what]),
      // leaving it has no steps to write out
      ...plans.slice(1).flatMap(({ steps }) => steps.map(({ why }) => why)),
      ...(record.job?.log ?? []).flatMap(({ lines }) => lines),
    ];
    for (const figure of new Set(said.flatMap(figuresOf))) expect(whole, figure).toContain(close(figure));
    expect(text).not.toContain('\u25a1');
    for (const [
      n,
      {
        words,
        size: [, , width = 0],
      },
    ] of pages.entries()) {
      for (const { str, transform, width: wide } of words) {
        const where = `“${str}”, page ${n + 1}`;
        expect((transform[4] as number) + wide, where).toBeLessThanOrEqual(width - MARGIN + 0.5);
        expect(transform[4], where).toBeGreaterThanOrEqual(MARGIN - 0.5);
        expect(transform[5], where).toBeGreaterThan(25);
      }
      const placed = words.map(({ str, transform, width: wide }) => ({
        str,
        x: transform[4] as number,
        y: transform[5] as number,
        wide,
      }));
      const upon = placed.flatMap((one, i) =>
        placed
          .slice(i + 1)
          .filter(
            (other) =>
              Math.abs(one.y - other.y) < 1 &&
              Math.min(one.x + one.wide, other.x + other.wide) - Math.max(one.x, other.x) > 2,
          )
          .map((other) => `“${one.str}” and “${other.str}”`),
      );
      expect(upon, `page ${n + 1}`).toEqual([]);
    }
  });

  it('are the same bytes again', async () => {
    for (const seed of DRAWN.slice(0, 3)) {
      const make = () => typeset([paperOf('estimate', drawnRecord(seed))], 'A4');
      expect(Buffer.from(await make()).equals(Buffer.from(await make()))).toBe(true);
    }
  });
});
