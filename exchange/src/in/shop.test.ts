import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { checkHead, readShop, type Told } from './shop.js';
import { faultOf, upgraded, type Step } from './rows.js';

async function told(text: string): Promise<Told[]> {
  const all: Told[] = [];
  for await (const one of readShop(Readable.from([Buffer.from(text)]))) all.push(one);
  return all;
}

const HEAD = { format: 'upright-elder-shop', version: 1, shop: { id: 'a', name: 'Lantern Yard' } };
const PERSON = { id: 'p1', version: 1, fingerprint: '', name: 'Isbel', role: 'master', struck: false };

describe('shop.json', () => {
  it('is read however it is laid out, and in any order of its parts', async () => {
    const tables = { person: [PERSON, 7], room: [], plan: [{ drawn: { a: [1, { b: null }] } }] };
    for (const text of [JSON.stringify({ ...HEAD, tables }), JSON.stringify({ tables, ...HEAD }, null, 4)]) {
      const all = await told(text);
      expect(all.filter(({ kind }) => kind === 'row')).toEqual([
        { kind: 'row', table: 'person', n: 0, row: PERSON },
        { kind: 'row', table: 'person', n: 1, row: 7 },
        { kind: 'row', table: 'plan', n: 0, row: { drawn: { a: [1, { b: null }] } } },
      ]);
      expect(all.at(-1)).toEqual({ kind: 'head', head: HEAD, whole: true });
    }
  });

  it.each([
    ['cut off', '{"format":"upright-elder-shop","tables":{"person":[{"id":1}', 'cut off'],
    ['a letter', 'Dear Isbel,', 'damaged, or was cut off'],
    ['a list', '[1, 2]', 'no object'],
    ['a table that is no list', '{"tables":{"person":{"id":1}}}', 'no list of rows'],
  ])('that is %s is refused', async (_name, text, words) => {
    await expect(told(text)).rejects.toThrow(words);
  });

  it('with a row that does not end is refused before it fills the memory', async () => {
    const endless = function* () {
      yield '{"tables":{"person":[{"name":"';
      for (let i = 0; i < 70; i++) yield 'x'.repeat(1 << 20);
    };
    const read = async () => {
      for await (const _one of readShop(Readable.from(endless(), { objectMode: false }))) void _one;
    };
    await expect(read()).rejects.toThrow('longer than any record');
  });

  it('says of which program and version it is, else it is refused with what would do', () => {
    expect(checkHead(HEAD)).toMatchObject({ version: 1, holds: { owners: false }, instruments: null });
    expect(() => checkHead({ ...HEAD, version: 2 })).toThrow('of version 2, and this program reads up to 1');
    expect(() => checkHead({ ...HEAD, format: 'other' })).toThrow('of another program');
    expect(() => checkHead({ ...HEAD, version: 'one' })).toThrow('which version');
    expect(() => checkHead({ ...HEAD, shop: 'ours' })).toThrow('whose it is');
  });
});

describe('a row', () => {
  it('is told where it is wrong, with what would be accepted', () => {
    expect(faultOf('person', PERSON)).toBeNull();
    expect(faultOf('person', { ...PERSON, version: '1' })).toEqual({
      column: 'version',
      typed: '"1"',
      accepted: 'a whole number',
    });
    const { name: _name, ...nameless } = PERSON;
    expect(faultOf('person', nameless)).toMatchObject({ column: 'name', accepted: 'a value: it is missing' });
    expect(faultOf('person', { ...PERSON, beard: 'long' })).toMatchObject({
      column: 'beard',
      typed: '"long"',
    });
    expect(faultOf('person', { ...PERSON, id: '../x' })).toMatchObject({ column: 'id' });
  });

  it('of an older version is brought to today’s, step by step', () => {
    const steps: Step[] = [
      (table, row) => ({ table: table === 'people' ? 'person' : table, row }),
      (table, row) => (row['gone'] === true ? null : { table, row: { ...row, struck: false } }),
    ];
    expect(upgraded(steps, 1, 'people', { id: 'a' })).toEqual({
      table: 'person',
      row: { id: 'a', struck: false },
    });
    expect(upgraded(steps, 2, 'people', { id: 'a' })).toEqual({
      table: 'people',
      row: { id: 'a', struck: false },
    });
    expect(upgraded(steps, 1, 'people', { id: 'a', gone: true })).toBeNull();
    expect(upgraded(steps, 3, 'people', { id: 'a' })).toEqual({ table: 'people', row: { id: 'a' } });
  });
});
