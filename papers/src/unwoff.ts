import { inflateSync } from 'node:zlib';

const HEADER = 44;
const ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;
const aligned = (length: number): number => (length + 3) & ~3;

/**
 * A packed face as the plain one that it was made of, so that its tables are unpacked once and not at every look (W3C,
 * *WOFF File Format 1.0*, sections 3 to 5).
 *
 * @throws Error where it is no such file
 */
export function unwoff(packed: Buffer): Buffer {
  if (packed.toString('latin1', 0, 4) !== 'wOFF') throw new Error('this is no WOFF file');
  const count = packed.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER + i * ENTRY;
    const [offset, inFile, length] = [4, 8, 12].map((field) => packed.readUInt32BE(at + field)) as [
      number,
      number,
      number,
    ];
    const bytes = packed.subarray(offset, offset + inFile);
    return {
      tag: packed.subarray(at, at + 4),
      checksum: packed.readUInt32BE(at + 16),
      // one that would not have become smaller lies there as it is
      bytes: inFile < length ? inflateSync(bytes) : bytes,
    };
  });
  const begin = SFNT_HEADER + count * SFNT_ENTRY;
  const plain = Buffer.alloc(tables.reduce((sum, { bytes }) => sum + aligned(bytes.length), begin));
  packed.copy(plain, 0, 4, 8);
  const power = 2 ** Math.floor(Math.log2(count));
  plain.writeUInt16BE(count, 4);
  plain.writeUInt16BE(16 * power, 6);
  plain.writeUInt16BE(Math.log2(power), 8);
  plain.writeUInt16BE(16 * (count - power), 10);
  let at = begin;
  tables.forEach(({ tag, checksum, bytes }, i) => {
    const entry = SFNT_HEADER + i * SFNT_ENTRY;
    tag.copy(plain, entry);
    plain.writeUInt32BE(checksum, entry + 4);
    plain.writeUInt32BE(at, entry + 8);
    plain.writeUInt32BE(bytes.length, entry + 12);
    bytes.copy(plain, at);
    at += aligned(bytes.length);
  });
  return plain;
}
