import type { Browser } from 'puppeteer-core';
import { openBrowser } from './browser.js';
import { fillScenario, startProgram, type Program } from './program.js';
import { shelfIds } from './views.js';

export interface Scenario {
  program: Program;
  browser: Browser;
  idOf: (nickname: string) => string;
  close: () => Promise<void>;
}

/** The program with the invented workshop in it, and a browser. */
export async function openScenario(): Promise<Scenario> {
  const program = await startProgram();
  await fillScenario(program.address);
  const idOf = await shelfIds(program.address);
  const { browser, close } = await openBrowser();
  return {
    program,
    browser,
    idOf,
    close: async () => {
      await close();
      await program.close();
    },
  };
}
