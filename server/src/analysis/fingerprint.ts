import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The one fingerprint: of anything that something is worked out from, and of the program that works it out. */
export function fingerprintOf(input: unknown): string {
  return createHash('sha256').update(programFingerprint()).update(JSON.stringify(input)).digest('base64url');
}

let program: string | null = null;

/**
 * Of the computation itself: every file of core, as it runs here. A newer program works everything out anew by itself,
 * and nobody has to remember to say so.
 */
export function programFingerprint(): string {
  program ??= digestOf(coreFolder());
  return program;
}

function coreFolder(): string {
  // from the sources in tests, from the build otherwise: as this file itself is
  const sources = fileURLToPath(import.meta.url).endsWith('.ts');
  const entry = createRequire(import.meta.url).resolve('@upright-elder/core/package.json');
  return join(dirname(entry), sources ? 'src' : 'dist');
}

function digestOf(folder: string): string {
  const hash = createHash('sha256');
  const files = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile() && /\.(js|ts)$/u.test(one.name) && !/\.(test|d)\.ts$/u.test(one.name))
    .map((one) => join(one.parentPath, one.name))
    .sort();
  for (const file of files) hash.update(file.slice(folder.length)).update(readFileSync(file));
  return hash.digest('base64url');
}
