import { mkdirSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import express from 'express';
import { expect, it } from 'vitest';
import { freshFolder } from '../testing/folders.js';
import { serveWeb } from './web-files.js';

it('shows the page also where the program lies under a name that begins with a dot', async () => {
  const folder = join(freshFolder(), '.programs', 'web');
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, 'index.html'), '<title>the page</title>');
  const app = express();
  serveWeb(app, folder);
  const server = app.listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const page = await fetch(`${address}/bench`);
  expect(page.status).toBe(200);
  expect(await page.text()).toContain('the page');
  expect((await fetch(`${address}/.env`)).status).toBe(404);
  await new Promise((done) => server.close(done));
});
