import { cpSync, mkdtempSync } from 'node:fs';
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

/** The folder of a shop with the invented scenario in it, written once and closed. */
async function writtenScenario(): Promise<string> {
  const folder = mkdtempSync(join(inject('folder'), 'scenario-'));
  const program = await startProgram(undefined, {}, folder);
  await fillScenario(program.address);
  await program.stop();
  return folder;
}

/** The program on a copy of the invented workshop. */
export async function startScenario(): Promise<Program> {
  written ??= writtenScenario();
  const folder = mkdtempSync(join(inject('folder'), 'workshop-'));
  cpSync(await written, folder, { recursive: true });
  return startProgram(undefined, {}, folder);
}
