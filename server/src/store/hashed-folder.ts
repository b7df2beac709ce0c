import { createHash, randomUUID } from 'node:crypto';
import { existsSync, lstatSync } from 'node:fs';
import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { writeWhole } from './write-whole.js';

const HASH = /^[0-9a-f]{64}$/u;

/** The name of a file in such a folder. */
export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/**
 * A folder whose files are named by the SHA-256 of their bytes: what comes twice is kept once, and no name from outside ever
 * reaches the disk.
 */
export class HashedFolder {
  constructor(private readonly folder: string) {}

  has(name: string): boolean {
    // a link is not followed: it leads out of the folder
    return (
      HASH.test(name) && (lstatSync(join(this.folder, name), { throwIfNoEntry: false })?.isFile() ?? false)
    );
  }

  /** Path of a stored file; null where there is none. */
  pathOf(name: string): string | null {
    return this.has(name) ? join(this.folder, name) : null;
  }

  /** Names of all stored files. */
  async all(): Promise<string[]> {
    if (!existsSync(this.folder)) return [];
    return (await readdir(this.folder)).filter((name) => HASH.test(name)).sort();
  }

  /** What is not there is gone already. */
  async remove(name: string): Promise<void> {
    if (this.has(name)) await rm(join(this.folder, name));
  }

  /** A place for what is coming in, under a name that nothing else has. */
  async incoming(): Promise<string> {
    await mkdir(this.folder, { recursive: true });
    return join(this.folder, `${randomUUID()}.part`);
  }

  /** Keeps bytes under their own name. */
  async keep(bytes: Uint8Array): Promise<string> {
    const name = hashOf(bytes);
    await this.keepAs(name, bytes);
    return name;
  }

  /** On disk, whole, before it has its name. */
  async keepAs(name: string, bytes: Uint8Array): Promise<void> {
    const path = join(this.folder, name);
    if (existsSync(path)) return;
    await writeWhole(path, bytes, await this.incoming());
  }
}
