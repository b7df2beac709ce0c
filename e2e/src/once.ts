import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { openBrowser } from './browser.js';

/** Once before all interface tests: the browser that they share, and a folder of the run. */
export default async function once(project: TestProject): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'upright-elder-run-'));
  const { browser, close } = await openBrowser();
  project.provide('browser', browser.wsEndpoint());
  project.provide('folder', folder);
  return async () => {
    await close();
    rmSync(folder, { recursive: true, force: true });
  };
}
