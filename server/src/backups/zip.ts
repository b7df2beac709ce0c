import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { openPromise } from 'yauzl';

/** A file within a ZIP archive; read while the archive stands at it. */
export interface ZipEntry {
  name: string;
  stream: () => Promise<Readable>;
  bytes: () => Promise<Buffer>;
}

/** The files of a ZIP archive, one after the other; their sizes are checked, and no name leads out of a folder. */
export async function* readEntries(path: string): AsyncGenerator<ZipEntry> {
  const archive = await openPromise(path, { autoClose: false });
  try {
    for await (const entry of archive.eachEntry()) {
      const stream = () => archive.openReadStreamPromise(entry);
      yield { name: entry.fileName, stream, bytes: async () => buffer(await stream()) };
    }
  } finally {
    archive.close();
  }
}
