import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { InChoices, Incoming, OutFile } from '@upright-elder/contract';
import { Archive, writeArchive, type ArchiveFile } from '@upright-elder/exchange';
import { expect } from 'vitest';
import type { AppUnderTest } from './app-under-test.js';

export const ALL = {
  ...{ for: 'ourselves', owners: true, money: true, notes: true },
  instruments: null as string[] | null,
};
export const BARE = { for: 'next shop', owners: false, money: false, notes: false };

async function until<T>(ask: () => Promise<unknown>, is: (body: T) => boolean): Promise<T> {
  for (;;) {
    const { body } = (await ask()) as { body: T };
    if (is(body)) return body;
    await new Promise((later) => setTimeout(later, 30));
  }
}

/** The bytes of what goes out of a shop. */
export async function goOut(server: AppUnderTest, asked: object = ALL): Promise<Buffer> {
  const begun = (await server.call('POST', 'exchange/out', asked)) as { status: number; body: OutFile };
  expect(begun.status, JSON.stringify(begun.body)).toBe(200);
  const { id } = begun.body;
  const file = await until<OutFile>(
    () => server.call('GET', `exchange/out/${id}`),
    ({ state }) => state !== 'writing',
  );
  expect(file.why).toBe('');
  const answer = await fetch(`${server.address}/api/exchange/out/${id}/file`);
  return Buffer.from(await answer.arrayBuffer());
}

/** As it is shown, once it was looked through. */
export const decided = (server: AppUnderTest, id: string): Promise<Incoming> =>
  until<Incoming>(
    () => server.call('GET', `exchange/in/${id}`),
    ({ state }) => state !== 'looking',
  );

/** What a file would bring to a shop. */
export async function comeIn(server: AppUnderTest, bytes: Buffer): Promise<Incoming> {
  const came = (await server.sendBytes('exchange/in', bytes)) as { status: number; body: Incoming };
  expect(came.status, JSON.stringify(came.body)).toBe(200);
  return decided(server, came.body.id);
}

export async function decide(
  server: AppUnderTest,
  { id }: Incoming,
  choices: Partial<InChoices>,
): Promise<Incoming> {
  const all = { people: {}, mends: {}, leaveOut: [], take: {}, ...choices };
  const answer = (await server.call('PUT', `exchange/in/${id}/choices`, all)) as {
    status: number;
    body: unknown;
  };
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return decided(server, id);
}

export const takeIn = async (server: AppUnderTest, { id }: Incoming, by: string | null = null) =>
  (await server.call('POST', `exchange/in/${id}/take`, { by })) as { status: number; body: Incoming };

/** Every file of an archive by its name. */
export async function unpacked(bytes: Buffer): Promise<Map<string, Buffer>> {
  return inFolder(async (folder) => {
    const path = join(folder, 'a.zip');
    writeFileSync(path, bytes);
    const archive = await Archive.open(path, 1e10);
    const files = new Map<string, Buffer>();
    for (const name of archive.names) files.set(name, await archive.bytes(name, 1e9));
    archive.close();
    return files;
  });
}

/** The same archive with one file more. */
export const withFile = (bytes: Buffer, more: string, file: Buffer): Promise<Buffer> =>
  altered(bytes, (_name, text) => text, new Map([[more, file]]));

/** The same archive with some of its texts changed. */
export async function altered(
  bytes: Buffer,
  change: (name: string, text: string) => string | null,
  more: ReadonlyMap<string, Buffer> = new Map(),
): Promise<Buffer> {
  const files = new Map([...(await unpacked(bytes)), ...more]);
  return inFolder(async (folder) => {
    function* all(): Generator<ArchiveFile> {
      for (const [name, was] of files) {
        const isText = /\.(?:json|csv|svg|dxf)$/u.test(name);
        const text = isText ? change(name, was.toString('utf8')) : '';
        if (text === null) continue;
        if (isText) {
          yield { name, text: () => [text] };
          continue;
        }
        const path = join(folder, name.replaceAll('/', '-'));
        writeFileSync(path, was);
        yield { name, path };
      }
    }
    const to = join(folder, 'altered.zip');
    await writeArchive(to, all());
    return readFileSync(to);
  });
}

/** The same with what shop.json says changed. */
export const withShop = (bytes: Buffer, change: (shop: ShopText) => void): Promise<Buffer> =>
  altered(bytes, (name, text) => {
    if (name !== 'shop.json') return text;
    const shop = JSON.parse(text) as ShopText;
    change(shop);
    return JSON.stringify(shop);
  });

export interface ShopText {
  version: number;
  shop: { id: string; name: string };
  tables: Record<string, Record<string, unknown>[]>;
}

async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'upright-elder-exchange-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
