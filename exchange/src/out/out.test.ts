import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  csvLine,
  csvText,
  FORMAT,
  shopSchema,
  shopText,
  TABLE_IDS,
  tablesFor,
  type ShopHead,
} from '../index.js';

const HEAD: ShopHead = {
  format: 'upright-elder-shop',
  version: 1,
  shop: { id: 'a', name: 'Lantern Yard' },
  holds: { for: 'ourselves', owners: true, money: true, notes: true },
  instruments: null,
};
const PERSON = { id: 'p1', version: 1, fingerprint: '', name: 'Isbel', role: 'master', struck: false };

const text = async (pieces: AsyncIterable<string>): Promise<string> => {
  let all = '';
  for await (const piece of pieces) all += piece;
  return all;
};

describe('the format', () => {
  it('is a JSON Schema of 2020-12, and the published one is today’s', async () => {
    const check = new Ajv2020({ allowUnionTypes: true }).compile(shopSchema());
    const whole = JSON.parse(
      await text(shopText(HEAD, tablesFor(HEAD), (table) => (table === 'person' ? [PERSON] : []))),
    ) as unknown;
    expect(check(whole), JSON.stringify(check.errors)).toBe(true);
    const published = new URL('../../../docs/shop-1.schema.json', import.meta.url);
    expect(JSON.parse(readFileSync(published, 'utf8'))).toEqual(JSON.parse(JSON.stringify(shopSchema())));
  });

  it('names tables that there are, and tables before what names them', () => {
    for (const [at, table] of TABLE_IDS.entries())
      for (const [column, { names }] of Object.entries(FORMAT[table].columns) as [
        string,
        { names?: string },
      ][]) {
        if (!names) continue;
        const to = TABLE_IDS.indexOf(names.replace('?', '') as never);
        expect(to, `${table}.${column}`).toBeGreaterThanOrEqual(0);
        expect(to, `${table}.${column}`).toBeLessThanOrEqual(at);
      }
  });

  it('leaves the shop’s own settings with ourselves, and owners where they are ticked', () => {
    const to = (holds: ShopHead['holds']) => tablesFor({ holds });
    expect(to(HEAD.holds)).toEqual(TABLE_IDS);
    const bare = to({ for: 'next shop', owners: false, money: false, notes: false });
    for (const table of ['shop', 'protocol', 'calendar_plan', 'owner', 'paper_given', 'tree_said'])
      expect(bare).not.toContain(table);
    const named = to({ for: 'owner', owners: true, money: false, notes: true });
    expect(named).toContain('owner');
    expect(named).not.toContain('paper_given');
    expect(to({ for: 'owner', owners: true, money: true, notes: true })).toContain('paper_given');
  });
});

describe('a table as CSV', () => {
  it('is read back by another reader cell by cell, with quotes, breaks and halves', () => {
    const cells = [
      '6½ “in”',
      'a, b',
      'two\r\nlines',
      '"said"',
      null,
      0.0023812499999999997,
      true,
      { a: [1] },
      '',
    ];
    const [row] = parse(csvLine(cells));
    expect(row).toEqual([
      '6½ “in”',
      'a, b',
      'two\r\nlines',
      '"said"',
      '',
      '0.0023812499999999997',
      'true',
      '{"a":[1]}',
      '',
    ]);
  });

  it('holds no formula that a spreadsheet would work out, and leaves negative numbers as they are', () => {
    for (const evil of ['=1+1', '+cmd', '@SUM(A1)', '-2+3', '\t=1', '-cmd|calc'])
      expect(parse(csvLine([evil]))[0]![0], evil).toBe(`'${evil}`);
    for (const fine of ['-2.5', '-1e-7', '7-8', 'a=b']) expect(parse(csvLine([fine]))[0]![0]).toBe(fine);
  });

  it('says the mean of readings beside them', async () => {
    const row = {
      ...{
        examinationId: 'e',
        quantity: 'action12',
        place: 'bass',
        text: '2.3; 2.5',
        unit: 'mm',
        tool: null,
        by: 'p1',
      },
      readings: [0.0023, 0.0025],
    };
    const [head, one] = parse(await text(csvText('reading', [row])));
    expect(head!.at(-1)).toBe('value');
    expect(Number(one!.at(-1))).toBeCloseTo(0.0024, 9);
  });
});
