import { readdirSync, readFileSync } from 'node:fs';
import { readCase, type CaseFile } from './caseFile.js';
import { tryCase, type Tried } from './tryCase.js';

export interface TriedCase extends Tried {
  name: string;
  file: CaseFile;
}

const folder = new URL('files/', import.meta.url);

/** The cases that ship, each with its file's name. */
export const shippedCases = (): { name: string; file: CaseFile }[] =>
  readdirSync(folder)
    .filter((one) => one.endsWith('.json'))
    .sort()
    .map((name) => ({ name, file: readCase(readFileSync(new URL(name, folder), 'utf8')) }));

let once: readonly TriedCase[] | null = null;

/** All of them tried, once for every test that asks. */
export const triedCases = (): readonly TriedCase[] =>
  (once ??= shippedCases().map(({ name, file }) => ({ name, file, ...tryCase(file) })));
