import { join, resolve } from 'node:path';
import { BACKUPS, NEW_SHOP } from './store/folder.js';
import type { BoxAddress } from './gauges/gauge-box.js';

/** What the program is told from outside. */
export interface Config {
  dataFolder: string;
  port: number;
  host: string;
  /** frozen clock for tests and screenshots, ISO instant; see clock.ts */
  now: string | null;
  webFolder: string | null;
  quiet: boolean;
  /** where room loggers write their files */
  logFolder: string;
  /** where a gauge box listens; null without one */
  gaugeBox: BoxAddress | null;
  /** where backups are written */
  backupFolder: string;
  /** the folder of backups was named at the start, and not left to the shop */
  backupFolderNamed: boolean;
  /** where the demo's start notes the day it wrote the scenario on; null in a shop of one's own */
  demoNote: string | null;
  /** begin an empty shop beside photographs that are already there */
  newShop: boolean;
}

/** Only this address is listened to until there is sign-in. */
export const LOCAL_ADDRESS = '127.0.0.1';

/** @throws Error in plain words where a setting cannot be used */
export function configFrom(given: NodeJS.ProcessEnv): Config {
  // a variable that is set to nothing is as if it were not set
  const env = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== ''));
  const host = env.UPRIGHT_ELDER_HOST ?? LOCAL_ADDRESS;
  if (host !== LOCAL_ADDRESS) {
    throw new Error(
      `UPRIGHT_ELDER_HOST is “${host}”, but until sign-in exists only ${LOCAL_ADDRESS} is listened to. Leave it unset.`,
    );
  }
  const port = Number(env.UPRIGHT_ELDER_PORT ?? 4747);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Error(
      `UPRIGHT_ELDER_PORT is “${env.UPRIGHT_ELDER_PORT}”; a number from 0 to 65535 is accepted.`,
    );
  }
  const now = env.UPRIGHT_ELDER_NOW ?? null;
  if (now !== null && Number.isNaN(Date.parse(now.replace(/\+$/u, '')))) {
    throw new Error(
      `UPRIGHT_ELDER_NOW is “${now}”; an instant such as 2026-11-24T09:00:00Z is accepted, with a plus behind it where the clock goes on from there.`,
    );
  }
  const dataFolder = resolve(env.UPRIGHT_ELDER_DATA ?? 'data');
  return {
    dataFolder,
    port,
    host,
    now,
    webFolder: env.UPRIGHT_ELDER_WEB ? resolve(env.UPRIGHT_ELDER_WEB) : null,
    quiet: env.UPRIGHT_ELDER_QUIET === '1',
    logFolder: env.UPRIGHT_ELDER_LOGS ? resolve(env.UPRIGHT_ELDER_LOGS) : join(dataFolder, 'logger'),
    backupFolder: env.UPRIGHT_ELDER_BACKUPS ? resolve(env.UPRIGHT_ELDER_BACKUPS) : join(dataFolder, BACKUPS),
    backupFolderNamed: Boolean(env.UPRIGHT_ELDER_BACKUPS),
    demoNote: env.UPRIGHT_ELDER_DEMO ? resolve(env.UPRIGHT_ELDER_DEMO) : null,
    newShop: env[NEW_SHOP] === 'yes',
    gaugeBox: env.UPRIGHT_ELDER_GAUGES ? boxAddress(env.UPRIGHT_ELDER_GAUGES) : null,
  };
}

function boxAddress(text: string): BoxAddress {
  const match = /^([^\s:]+):(\d{1,5})$/u.exec(text);
  const port = Number(match?.[2]);
  if (!match || port < 1 || port > 65535) {
    throw new Error(`UPRIGHT_ELDER_GAUGES is “${text}”; an address such as 127.0.0.1:4748 is accepted.`);
  }
  return { host: match[1]!, port };
}
