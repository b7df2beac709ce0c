import type { Hits } from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const put = async (path: string, body: unknown) => {
  const answer = await server.call('PUT', path, body);
  expect(answer, JSON.stringify(answer.body)).toMatchObject({ status: 200 });
};
const find = async (search: string): Promise<Hits> =>
  (await server.call('GET', `find?search=${encodeURIComponent(search)}`)).body;
const kinds = async (search: string) => (await find(search)).hits.map(({ kind }) => kind);

const EXAMINATION = id(71);
const MARK = id(72);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, { ...instrumentBody(), owner: 'the Ferry Band Trust' });
  await put(`examinations/${EXAMINATION}`, {
    ...examinationBody(),
    notes: 'Owner asks for 100 % original; smells of smoke.',
    findings: [
      {
        point: 'bridge',
        states: ['planed-thin'],
        verdict: 'repair',
        frets: null,
        words: 'smoke under the wing',
        allowance: null,
      },
    ],
  });
  await put(`marks/${MARK}`, {
    version: 0,
    instrumentId: INSTRUMENT,
    face: 'top',
    kind: 'crack',
    brace: null,
    name: 'below the pins',
    by: PERSON,
    sightings: [
      {
        date: '2026-08-01',
        path: [
          [0.01, 0.1],
          [0.01, 0.16],
        ],
        examinationId: null,
        from: null,
        to: null,
        ruler: null,
        width: null,
        depth: null,
        through: null,
        state: 'closed',
        cleated: false,
        note: 'opens with the stove',
      },
    ],
  });
});
afterAll(() => server.close());

describe('what is looked for', () => {
  it('is found in instruments, marks, notes and what was seen at a point, with the instrument it belongs to', async () => {
    expect(await kinds('ferry')).toEqual(['instrument']);
    expect((await kinds('smoke')).sort()).toEqual(['finding', 'note']);
    expect(await kinds('pins')).toContain('mark');
    const { hits } = await find('stove opens');
    expect(hits).toMatchObject([{ kind: 'mark', id: MARK, instrumentId: INSTRUMENT }]);
    expect(hits[0]!.instrument).not.toBe('');
  });

  it('takes every word, and signs of the database as themselves', async () => {
    expect(await kinds('smoke stove')).toEqual([]);
    expect(await kinds('100 %')).toEqual(['note']);
    expect(await kinds('%')).toEqual(['note']);
    expect(await kinds('\0')).toEqual([]);
    expect(await kinds('\0smoke')).toContain('note');
    expect(await kinds('_____')).toEqual([]);
    expect((await find('  ')).hits).toEqual([]);
  });

  it('is not found once it was struck out', async () => {
    await put(`strikes/examination/${EXAMINATION}`, { struck: true, why: 'wrong instrument', by: PERSON });
    expect(await kinds('smoke')).toEqual([]);
  });
});
