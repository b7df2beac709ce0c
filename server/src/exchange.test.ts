import type { Incoming, OutFile } from '@upright-elder/contract';
import { afterAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { PERSON } from './testing/bodies.js';
import { folderOfA63910e, freshFolder } from './testing/folders.js';

const ALL = { for: 'ourselves', owners: true, money: true, notes: true, instruments: null };
const open: AppUnderTest[] = [];
afterAll(() => Promise.all(open.map((server) => server.close())));

const start = async (folder = freshFolder()): Promise<AppUnderTest> => {
  const server = await startApp(folder);
  open.push(server);
  return server;
};

async function until<T>(ask: () => Promise<{ body: T }>, is: (body: T) => boolean): Promise<T> {
  for (;;) {
    const { body } = await ask();
    if (is(body)) return body;
    await new Promise((later) => setTimeout(later, 50));
  }
}

/** The bytes of what goes out of a shop. */
async function out(server: AppUnderTest, asked: object = ALL): Promise<Buffer> {
  const begun = (await server.call('POST', 'exchange/out', asked)) as { status: number; body: OutFile };
  expect(begun.status, JSON.stringify(begun.body)).toBe(200);
  const { id } = begun.body;
  const file = await until(
    () => server.call('GET', `exchange/out/${id}`) as Promise<{ body: OutFile }>,
    ({ state }) => state !== 'writing',
  );
  expect(file.why).toBe('');
  const answer = await fetch(`${server.address}/api/exchange/out/${id}/file`);
  return Buffer.from(await answer.arrayBuffer());
}

/** What a file would bring to a shop. */
async function look(server: AppUnderTest, bytes: Buffer): Promise<Incoming> {
  const came = (await server.sendBytes('exchange/in', bytes)) as { status: number; body: Incoming };
  expect(came.status, JSON.stringify(came.body)).toBe(200);
  const { id } = came.body;
  return until(
    () => server.call('GET', `exchange/in/${id}`) as Promise<{ body: Incoming }>,
    ({ state }) => state !== 'looking',
  );
}

const take = async (server: AppUnderTest, { id }: Incoming, by = PERSON) =>
  (await server.call('POST', `exchange/in/${id}/take`, { by })) as { status: number; body: Incoming };

describe('a whole shop', () => {
  it('comes into an empty one, and goes out again byte for byte', async () => {
    const first = await start(folderOfA63910e());
    const bytes = await out(first);
    expect((await out(first)).equals(bytes), 'twice').toBe(true);
    const second = await start();
    const coming = await look(second, bytes);
    expect(coming).toMatchObject({
      state: 'looked',
      why: '',
      looked: { isFresh: true, refusedInAll: 0, differsInAll: 0 },
    });
    const taken = await take(second, coming);
    expect(taken, JSON.stringify(taken.body)).toMatchObject({ status: 200, body: { state: 'taken' } });
    const again = await out(second);
    expect(again.equals(bytes)).toBe(true);
  });
});
