import { readFileSync } from 'node:fs';
import { GLOSSARY } from '@upright-elder/core/wording';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { faceOf, isCovered, runsOf } from './faces.js';
import { linesOf } from './lines.js';
import { paperOf, typeset, type PaperRecord } from './index.js';

const RECORD: PaperRecord = {
  shop: { name: 'Lantern Yard, Skerrow Sound', currency: '£', foot: '', insurance: '' },
  day: '2026-09-02',
  heights: '64ths',
  lengths: 'in',
  audience: 'owner',
  shows: { ownerName: true, prices: true, shopNotes: true },
  instrument: {
    nickname: 'Night Boat',
    maker: 'Tolliver & Snape',
    identity: '1939 by the number on the block.',
    doubtful: ['bridge'],
    owner: 'the Ferry Band Trust of the Outer and Inner Skerries and all who sail between them, in trust',
    complaint: 'Saddle filed down to nothing, still high.',
    archtop: false,
    scale: 0.645,
    bodyJoin: 14,
    construction: 'X-braced, dovetail.',
    build: [['Neck joint', 'dovetail']],
    strings: 'medium, 13–56',
    marketValue: 3100,
    worthToOwner: 3100,
    tailpiece: false,
  },
  judged: {
    date: '2026-08-20',
    first: 'Neck reset due: the fret plane is 130 ± 20 thou too low.',
    unsound: false,
    findings: Array.from({ length: 11 }, (_, i) => ({
      severity: i < 7 ? ('playing' as const) : ('watch' as const),
      text: `Finding ${i + 1}: treble action is 9½/64, ≤ 7/64 is wanted, −⅛ in, √2.`,
      more: [],
      never: ['trim the saddle', 'file the nut'],
      marks: [],
    })),
    questions: [{ ask: 'Slide paper under the bridge’s back edge.', minutes: 3 }],
    notLooked: ['pests and mould', 'celluloid'],
  },
  examinations: ['2025-08-20', '2026-08-20'].map((date) => ({
    date,
    byName: 'Isbel Crane',
    humidity: '47',
    strings: 'pitch' as const,
    notes: 'Nothing odd.',
    readings: Array.from({ length: 40 }, (_, i) => ({
      quantity: i % 2 === 0 ? ('action12' as const) : ('bridgeTilt' as const),
      place: 'bass' as const,
      value: i % 2 === 0 ? (i + 1) * 1e-4 : -0.01,
      toolName: '1/64 in rule',
    })),
    points: [{ point: 'topShape' as const, states: ['even-dome' as const], words: 'rises a little' }],
  })),
  plan: null,
  marks: [
    {
      id: 'm',
      kind: 'crack',
      face: 'top',
      name: 'below the bridge, treble',
      brace: null,
      sightings: [
        {
          date: '2026-08-20',
          path: [
            [0, 0.1],
            [0, 0.2],
          ],
          ruled: null,
          width: null,
          letIn: null,
          depth: null,
          stretch: null,
          state: 'moving',
        },
      ],
    },
  ],
  done: [{ when: 'about 1974', what: 'glued, opened, replaced or taken off' }],
  photographs: [],
  plans: [],
  versions: {},
  lastEstimate: null,
  job: null,
  money: { rate: 55, marketValue: 3100, worthToOwner: 3100, budget: null },
};

async function read(bytes: Uint8Array) {
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { items } = await page.getTextContent();
    pages.push({
      size: page.view,
      words: items.flatMap((one) => ('str' in one && one.str.trim() !== '' ? [one] : [])),
      tree: JSON.stringify(await page.getStructTree()),
    });
  }
  const text = pages.map(({ words }) => words.map(({ str }) => str).join(' ')).join(' ');
  return { pdf, pages, text };
}

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
      const { pdf, pages, text } = await read(bytes);
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
    const { text } = await read(await typeset([paperOf('condition', bare)], 'A4'));
    expect(text).not.toContain('Ferry Band');
    expect(text).not.toMatch(/3 ?100|£/u);
    expect(text).not.toContain('Nothing odd');
    expect(text).not.toContain('rises a little');
    const { text: whole } = await read(await typeset([paperOf('condition', RECORD)], 'A4'));
    expect(whole).toMatch(/3[ \u00a0]100/u);
    expect(whole).toContain('Nothing odd');
  });

  it('of several is one file, each numbered by itself', async () => {
    const { pages } = await read(
      await typeset([paperOf('seasons', RECORD), paperOf('consent', RECORD)], 'A4'),
    );
    expect(pages.map(({ words }) => words.at(-1)!.str)).toEqual(['page 1 of 1', 'page 1 of 1']);
  });
});
