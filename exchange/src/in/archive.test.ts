import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { afterAll, describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { Archive } from './archive.js';

const folder = mkdtempSync(join(tmpdir(), 'upright-elder-archive-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const ROOM = 1e9;
let made = 0;

async function zipOf(fill: (zip: ZipFile) => void, spoil: (bytes: Buffer) => Buffer = (bytes) => bytes) {
  const path = join(folder, `${(made += 1)}.zip`);
  const zip = new ZipFile();
  fill(zip);
  zip.end();
  await pipeline(zip.outputStream as Readable, createWriteStream(path));
  writeFileSync(path, spoil(readFileSync(path)));
  return path;
}

/** Every name of this length in an archive is another one: packing programs write no such names themselves. */
const renamed = (from: string, to: string) => (bytes: Buffer) =>
  Buffer.from(bytes.toString('latin1').replaceAll(from, to), 'latin1');

describe('an archive', () => {
  it('is read file by file', async () => {
    const archive = await Archive.open(
      await zipOf((zip) => {
        zip.addBuffer(Buffer.from('{}'), 'shop.json');
        zip.addBuffer(Buffer.from('a'), 'tables/person.csv');
      }),
      ROOM,
    );
    expect(archive.names).toEqual(['shop.json', 'tables/person.csv']);
    expect((await archive.bytes('shop.json', 10)).toString()).toBe('{}');
    await expect(archive.bytes('shop.json', 1)).rejects.toThrow(/larger than/u);
    await expect(archive.stream('other.json')).rejects.toThrow('other.json is missing in it.');
    archive.close();
  });

  it.each([
    ['leads out of the folder', renamed('ab/evil', '../evil'), 'leads out of a folder'],
    ['begins at the root', renamed('ab/evil', '/b/evil'), 'leads out of a folder'],
    ['has a drive', renamed('ab/evil', 'c:/evil'), 'leads out of a folder'],
    ['has backslashes', renamed('ab/evil', '..\\evil'), 'leads out of a folder'],
  ])('with a name that %s is not unpacked', async (_name, spoil, words) => {
    const path = await zipOf((zip) => zip.addBuffer(Buffer.from('x'), 'ab/evil'), spoil);
    await expect(Archive.open(path, ROOM)).rejects.toThrow(words);
  });

  it('with a link, a name that is there twice, or a password is refused', async () => {
    const link = await zipOf((zip) =>
      zip.addBuffer(Buffer.from('/etc/passwd'), 'pictures/a', { mode: 0o120777 }),
    );
    await expect(Archive.open(link, ROOM)).rejects.toThrow('is a link to another place');
    const twice = await zipOf((zip) => {
      zip.addBuffer(Buffer.from('1'), 'shop.json');
      zip.addBuffer(Buffer.from('2'), 'shop.json');
    });
    await expect(Archive.open(twice, ROOM)).rejects.toThrow('is in it twice');
    const locked = await zipOf(
      (zip) => zip.addBuffer(Buffer.from('1'), 'shop.json'),
      (bytes) => {
        const central = bytes.indexOf(Buffer.from('PK\x01\x02', 'latin1'));
        bytes.writeUInt16LE(bytes.readUInt16LE(central + 8) | 1, central + 8);
        return bytes;
      },
    );
    await expect(Archive.open(locked, ROOM)).rejects.toThrow('password');
  });

  it('that unpacks to a thousand times its size, or to more than the disk has, is refused', async () => {
    const bomb = await zipOf((zip) => zip.addBuffer(Buffer.alloc(20 << 20), 'shop.json'));
    await expect(Archive.open(bomb, ROOM)).rejects.toThrow(/unpacks to 10\d\d times its size/u);
    const large = await zipOf(
      (zip) => zip.addBuffer(Buffer.from('x'.repeat(100)), 'shop.json', { compress: false }),
      (bytes) => {
        const central = bytes.indexOf(Buffer.from('PK\x01\x02', 'latin1'));
        // two gigabytes, packed and unpacked
        bytes.writeUInt32LE(2 ** 31, central + 20);
        bytes.writeUInt32LE(2 ** 31, central + 24);
        return bytes;
      },
    );
    await expect(Archive.open(large, ROOM)).rejects.toThrow('more than this disk has room for');
  });

  it('that was cut off, or is none, is refused', async () => {
    const cut = await zipOf(
      (zip) => zip.addBuffer(Buffer.from('x'.repeat(1000)), 'shop.json'),
      (bytes) => bytes.subarray(0, bytes.length - 30),
    );
    await expect(Archive.open(cut, ROOM)).rejects.toThrow('no archive, or it was cut off');
    const none = join(folder, 'none.zip');
    writeFileSync(none, 'a letter');
    await expect(Archive.open(none, ROOM)).rejects.toThrow('no archive');
  });
});
