import { open, rename, rm } from 'node:fs/promises';

/**
 * Writes a file that is there whole or not at all: on disk under another name before it has its own.
 *
 * @param part the other name, on the same disk; nothing is left of it
 */
export async function writeWhole(path: string, bytes: Uint8Array, part = `${path}.part`): Promise<void> {
  try {
    const file = await open(part, 'w');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}
