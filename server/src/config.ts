import { resolve } from 'node:path';

/** What the program is told from outside. */
export interface Config {
  dataFolder: string;
  port: number;
  host: string;
  /** frozen clock for tests and screenshots, ISO instant */
  now: string | null;
  webFolder: string | null;
  quiet: boolean;
}

/** Only this address is listened to until there is sign-in. */
export const LOCAL_ADDRESS = '127.0.0.1';

/** @throws Error in plain words where a setting cannot be used */
export function configFrom(env: NodeJS.ProcessEnv): Config {
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
  if (now !== null && Number.isNaN(Date.parse(now))) {
    throw new Error(`UPRIGHT_ELDER_NOW is “${now}”; an instant such as 2026-11-24T09:00:00Z is accepted.`);
  }
  return {
    dataFolder: resolve(env.UPRIGHT_ELDER_DATA ?? 'data'),
    port,
    host,
    now,
    webFolder: env.UPRIGHT_ELDER_WEB ? resolve(env.UPRIGHT_ELDER_WEB) : null,
    quiet: env.UPRIGHT_ELDER_QUIET === '1',
  };
}
