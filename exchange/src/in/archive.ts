import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { FileRefused } from './refused.js';

/** So many files in one archive at most. */
const MOST_FILES = 2_000_000;
/** A file that unpacks to more than so many times its size is no record of anybody: text comes to a fifth or a fiftieth. */
const MOST_TIMES = 1000;
/** Below this nothing is a bomb, bytes. */
const SMALL = 1 << 20;
const SYMLINK = 0o120000;

/** What an archive holds: each file by its name, read when it is asked for. */
export class Archive {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /**
   * Opens an archive and looks through its list; nothing is unpacked.
   *
   * @param room bytes that it may unpack to
   * @throws FileRefused where it is none, was cut off, leads out of a folder, or would fill the disk
   */
  static async open(path: string, room: number): Promise<Archive> {
    const zip = await openPromise(path, { autoClose: false, strictFileNames: true }).catch(() => {
      throw new FileRefused(
        'This is no archive, or it was cut off. A file made by “Out” of this program is accepted, whole.',
      );
    });
    try {
      const entries = new Map<string, Entry>();
      let unpacked = 0;
      if (zip.entryCount > MOST_FILES) throw new FileRefused(`It holds ${zip.entryCount} files: too many.`);
      for await (const entry of zip.eachEntry()) {
        checkEntry(entry, entries);
        unpacked += entry.uncompressedSize;
        if (unpacked > room)
          throw new FileRefused('It unpacks to more than this disk has room for. Make room, then try again.');
        if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry);
      }
      return new Archive(zip, entries);
    } catch (error) {
      zip.close();
      throw error instanceof FileRefused
        ? error
        : new FileRefused(
            'Its list of files is damaged, or a name in it leads out of a folder. It was not unpacked.',
          );
    }
  }

  get names(): string[] {
    return [...this.entries.keys()];
  }

  has(name: string): boolean {
    return this.entries.has(name);
  }

  size(name: string): number {
    return this.entries.get(name)?.uncompressedSize ?? 0;
  }

  /** @throws FileRefused where it is not there */
  async stream(name: string): Promise<Readable> {
    const entry = this.entries.get(name);
    if (!entry) throw new FileRefused(`${name} is missing in it.`);
    return this.zip.openReadStreamPromise(entry);
  }

  /** @throws FileRefused where it is not there, or larger than that */
  async bytes(name: string, most: number): Promise<Buffer> {
    if (this.size(name) > most)
      throw new FileRefused(
        `${name} is larger than ${Math.round(most / 1e6)} MB: too large for what it should be.`,
      );
    return buffer(await this.stream(name));
  }

  close(): void {
    this.zip.close();
  }
}

function checkEntry(entry: Entry, before: ReadonlyMap<string, Entry>): void {
  const { fileName, uncompressedSize, compressedSize, externalFileAttributes } = entry;
  if (/^[/\\]|\\|(?:^|\/)\.\.(?:\/|$)|^[a-z]:|\p{Cc}/iu.test(fileName))
    throw new FileRefused(
      `A name in it leads out of a folder: “${fileName.slice(0, 80)}”. It was not unpacked.`,
    );
  if (before.has(fileName)) throw new FileRefused(`“${fileName.slice(0, 80)}” is in it twice.`);
  if (((externalFileAttributes >>> 16) & 0o170000) === SYMLINK)
    throw new FileRefused(
      `“${fileName.slice(0, 80)}” in it is a link to another place. It was not unpacked.`,
    );
  if ((entry.generalPurposeBitFlag & 1) === 1)
    throw new FileRefused('It is locked with a password. An archive without one is accepted.');
  if (uncompressedSize > SMALL && uncompressedSize > MOST_TIMES * Math.max(1, compressedSize))
    throw new FileRefused(
      `“${fileName.slice(0, 80)}” unpacks to ${Math.round(uncompressedSize / Math.max(1, compressedSize))} times its size. It was not unpacked.`,
    );
}
