import { readFileSync } from 'node:fs';
import { GLOSSARY } from '@upright-elder/core/wording';
import { describe, expect, it } from 'vitest';
import { faceOf, isCovered, runsOf } from './faces.js';
import { linesOf } from './lines.js';
import { unwoff } from './unwoff.js';
import { paperOf, typeset, type PaperRecord } from './index.js';
import { readPdf } from './testing/readPdf.js';
import { RECORD } from './testing/record.js';

/** Stretches of different faces are read apart: spaces do not count. */
const close = (text: string): string => text.replace(/\s/gu, '');

describe('faces', () => {
  it('have every sign of every sentence that the program says', () => {
    const said =
      readFileSync(new URL('../../docs/sentences.md', import.meta.url), 'utf8') + JSON.stringify(GLOSSARY);
    const missing = new Set([...said.replace(/\s/gu, '')].filter((sign) => !isCovered(sign)));
    expect([...missing]).toEqual([]);
    for (const sign of '≤√φ⅛⅜⁄◆▲✓−½') expect(isCovered(sign), sign).toBe(true);
    // the face of signs is needed: without it some would be gone
    expect(faceOf('text').has('≤'.codePointAt(0)!)).toBe(false);
  });

  it('are unpacked to what they were made of: every table as long as it says, and as it was summed', () => {
    for (const face of ['text', 'bold', 'serif'] as const) {
      const { bytes } = faceOf(face);
      expect(bytes.readUInt32BE(0)).toBe(0x00010000);
      for (let i = 0; i < bytes.readUInt16BE(4); i++) {
        const at = 12 + 16 * i;
        const [sum, offset, length] = [4, 8, 12].map((field) => bytes.readUInt32BE(at + field)) as [
          number,
          number,
          number,
        ];
        const tag = bytes.toString('latin1', at, at + 4);
        let summed = 0;
        for (let word = 0; word < length; word += 4) {
          // the sum of the whole face stands in its head, and counts as nothing
          if (tag === 'head' && word === 8) continue;
          summed = (summed + bytes.readUInt32BE(offset + word)) >>> 0;
        }
        expect(summed, `${face} ${tag}`).toBe(sum);
      }
    }
    expect(() => unwoff(Buffer.from('nothing of the kind'))).toThrow(/no WOFF/u);
  });

  it('lose no sign: what none has is a box', () => {
    expect(runsOf('9½ ≤ 7', 'text').map(({ face }) => face)).toEqual(['text', 'signs', 'text']);
    expect(runsOf('\u{1F3B8}', 'text')[0]!.text).toBe('\u25a1');
  });
});

describe('lines', () => {
  const measure = ({ text }: { text: string }, size: number) => (text.length * size) / 2;
  it('break at spaces, never between a number and its sign, and within a word that is wider than all', () => {
    const lines = (text: string) =>
      linesOf(text, 'text', 10, 50, measure).map(({ runs }) => runs.map((run) => run.text).join(''));
    expect(lines('one two three four')).toEqual(['one two', 'three four']);
    expect(lines('width 12\u00a0mm wide')).toEqual(['width', '12\u00a0mm wide']);
    expect(lines('abcdefghijklmnop')).toEqual(['abcdefghij', 'klmnop']);
  });
});

describe('a paper', () => {
  it.each(['A4', 'Letter'] as const)(
    'of %s holds every figure with its sign, within its pages, tagged and numbered',
    async (size) => {
      const bytes = await typeset([paperOf('condition', RECORD)], size);
      const { pdf, pages, text } = await readPdf(bytes);
      for (const said of [
        'Night Boat',
        '130 ± 20',
        '9½/64',
        '−⅛',
        'about 1974',
        'pests and mould',
        'Ferry Band Trust',
      ])
        expect(close(text)).toContain(close(said));
      // a sign of another face is a stretch of its own
      for (const sign of ['≤', '√']) expect(text).toContain(sign);
      expect(text).not.toContain('\u25a1');
      expect(pages.length).toBeGreaterThan(2);
      for (const [
        n,
        {
          words,
          size: [, , width = 0],
        },
      ] of pages.entries()) {
        expect(words.at(-1)!.str).toBe(`page ${n + 1} of ${pages.length}`);
        for (const one of words) {
          expect(one.transform[4] + one.width, one.str).toBeLessThanOrEqual(width - 53);
          expect(one.transform[5], one.str).toBeGreaterThan(25);
        }
      }
      // the head of a table is said again on its next page
      const heads = pages.filter(({ words }) => words.some(({ str }) => str === 'Quantity'));
      expect(heads.length).toBeGreaterThan(1);
      const tree = pages.map(({ tree: one }) => one).join('');
      for (const role of ['H1', 'H2', 'Table', 'TR', 'TH', 'TD']) expect(tree).toContain(`"${role}"`);
      const outline = (await pdf.getOutline()) as { title: string; items: { title: string }[] }[];
      expect(outline[0]!.title).toBe('Condition report: Night Boat');
      expect(outline[0]!.items.map(({ title }) => title)).toContain('Readings');
    },
  );

  it('is the same again, byte by byte', async () => {
    const make = () => typeset([paperOf('condition', RECORD), paperOf('seasons', RECORD)], 'A4');
    expect(Buffer.from(await make()).equals(Buffer.from(await make()))).toBe(true);
  });

  it('leaves out what is not theirs', async () => {
    const bare: PaperRecord = {
      ...RECORD,
      audience: 'next luthier',
      shows: { ownerName: false, prices: false, shopNotes: false },
    };
    const { text } = await readPdf(await typeset([paperOf('condition', bare)], 'A4'));
    expect(text).not.toContain('Ferry Band');
    expect(text).not.toMatch(/3 ?100|£/u);
    expect(text).not.toContain('Nothing odd');
    expect(text).not.toContain('rises a little');
    const { text: whole } = await readPdf(await typeset([paperOf('condition', RECORD)], 'A4'));
    expect(whole).toMatch(/3[ \u00a0]100/u);
    expect(whole).toContain('Nothing odd');
  });

  it('of several is one file, each numbered by itself', async () => {
    const { pages } = await readPdf(
      await typeset([paperOf('seasons', RECORD), paperOf('consent', RECORD)], 'A4'),
    );
    expect(pages.map(({ words }) => words.at(-1)!.str)).toEqual(['page 1 of 1', 'page 1 of 1']);
  });
});
