import type { Pages } from './browser.js';
import type { Program } from './program.js';
import { openContext, startScenario } from './shared.js';
import { shelfIds } from './views.js';

/** Every instrument of the demo. */
export const INSTRUMENTS = [
  'Breakwater',
  'Fog Signal',
  'Halyard',
  'Little Anchor',
  'Night Boat',
  'Second Engineer',
  'the Purser',
  'the Stowaway',
];

export interface Scenario {
  program: Program;
  browser: Pages;
  idOf: (nickname: string) => string;
  close: () => Promise<void>;
}

/** The program with the invented workshop in it, and a browser. */
export async function openScenario(): Promise<Scenario> {
  const program = await startScenario();
  const idOf = await shelfIds(program.address);
  const { browser, close } = await openContext();
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
