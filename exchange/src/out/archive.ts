import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** The first day that an archive can name: the same files are the same archive, whenever it is written. */
const MTIME = new Date(1980, 0, 1, 0, 0, 0);
const OPTIONS = { mtime: MTIME, mode: 0o100644, forceDosTimestamp: true } as const;

/** A file of an archive: its text, piece by piece, or a file of the disk that is packed already. */
export type ArchiveFile = { name: string } & (
  { text: () => AsyncIterable<string> | Iterable<string> } | { path: string }
);

/**
 * Writes an archive, file after file, with little in memory at a time.
 *
 * @param files in their order
 * @param written called with the name of each file as it begins
 */
export async function writeArchive(
  to: string,
  files: AsyncIterable<ArchiveFile> | Iterable<ArchiveFile>,
  { signal, written }: { signal?: AbortSignal; written?: (name: string) => void } = {},
): Promise<void> {
  const zip = new ZipFile();
  const out = zip.outputStream as Readable;
  const done = pipeline(out, createWriteStream(to, { flags: 'wx' }), { signal });
  // one text at a time: what is read from the tables is not held until its turn comes
  const add = async () => {
    for await (const file of files) {
      signal?.throwIfAborted();
      written?.(file.name);
      if ('path' in file) {
        zip.addFile(file.path, file.name, { ...OPTIONS, compress: false });
        continue;
      }
      await new Promise<void>((ended, failed) => {
        const stream = Readable.from(file.text());
        stream.once('error', failed);
        stream.once('close', ended);
        zip.addReadStream(stream, file.name, OPTIONS);
      });
    }
    zip.end();
  };
  await Promise.all([
    add().catch((error: unknown) => {
      out.destroy(error as Error);
      throw error;
    }),
    done,
  ]);
}
