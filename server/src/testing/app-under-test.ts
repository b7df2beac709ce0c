import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { createApp } from '../app.js';
import type { Config } from '../config.js';

export const NOW = '2026-11-24T09:00:00.000Z';

/** A real server on an own folder and port, and a way to speak to it. */
export interface AppUnderTest {
  app: NestExpressApplication;
  folder: string;
  address: string;
  call: (
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ) => Promise<{ status: number; body: never }>;
  sendBytes: (path: string, bytes: Buffer) => Promise<{ status: number; body: never }>;
  close: () => Promise<void>;
}

export async function startApp(
  folder = mkdtempSync(join(tmpdir(), 'upright-elder-')),
  gaugeBox: Config['gaugeBox'] = null,
): Promise<AppUnderTest> {
  const app = await createApp({
    dataFolder: folder,
    port: 0,
    host: '127.0.0.1',
    now: NOW,
    webFolder: null,
    quiet: true,
    logFolder: join(folder, 'logger'),
    gaugeBox,
    backupFolder: join(folder, 'backups'),
    backupFolderNamed: false,
    newShop: false,
    demoNote: null,
  });
  await app.listen(0, '127.0.0.1');
  const { port } = app.getHttpServer().address() as { port: number };
  const address = `http://127.0.0.1:${port}`;
  return {
    app,
    folder,
    address,
    call: async (method, path, body, headers = {}) => {
      const response = await fetch(`${address}/api/${path}`, {
        method,
        headers: { 'content-type': 'application/json', ...headers },
        body: body === undefined ? undefined : JSON.stringify(body),
      });
      return { status: response.status, body: (await response.json()) as never };
    },
    sendBytes: async (path, bytes) => {
      const response = await fetch(`${address}/api/${path}`, { method: 'POST', body: new Uint8Array(bytes) });
      return { status: response.status, body: (await response.json()) as never };
    },
    close: async () => {
      await app.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
