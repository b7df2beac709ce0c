import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import puppeteer, { type Browser } from 'puppeteer-core';
import { inject } from 'vitest';
import { PATIENCE, type Pages } from './browser.js';
import { fillScenario, startProgram, type Program } from './program.js';

declare module 'vitest' {
  export interface ProvidedContext {
    /** where the browser that all test files share listens */
    browser: string;
    /** a folder of this run, taken away at its end */
    folder: string;
  }
}

let connected: Promise<Browser> | null = null;

/** What a test file has of the one browser: cookies, stores and workers of its own. */
export async function openContext(): Promise<{ browser: Pages; close: () => Promise<void> }> {
  connected ??= puppeteer.connect({ browserWSEndpoint: inject('browser'), protocolTimeout: PATIENCE });
  const context = await (await connected).createBrowserContext();
  return { browser: context, close: () => context.close() };
}

let written: Promise<string> | null = null;

/** How often it is looked whether another file has written the scenario, ms. */
const LOOK_MS = 200;

/** The folder of a shop with the invented scenario in it: whichever file of the run comes first writes it, and closes it. */
async function writtenScenario(): Promise<string> {
  const [folder, done] = ['scenario', 'scenario-written'].map((name) => join(inject('folder'), name)) as [
    string,
    string,
  ];
  try {
    mkdirSync(folder);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    while (!existsSync(done)) await new Promise((next) => setTimeout(next, LOOK_MS));
    const failed = readFileSync(done, 'utf8');
    if (failed) throw new Error(`the scenario could not be written: ${failed}`, { cause: error });
    return folder;
  }
  try {
    const program = await startProgram(undefined, {}, folder);
    await fillScenario(program.address);
    await program.stop();
    writeFileSync(done, '');
  } catch (error) {
    writeFileSync(done, String(error));
    throw error;
  }
  return folder;
}

/** The program on a copy of the invented workshop. */
export async function startScenario(): Promise<Program> {
  written ??= writtenScenario();
  const folder = mkdtempSync(join(inject('folder'), 'workshop-'));
  cpSync(await written, folder, { recursive: true });
  return startProgram(undefined, {}, folder);
}
