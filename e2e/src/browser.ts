import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type BrowserContext, type Page } from 'puppeteer-core';

const CANDIDATES = [
  process.env.CHROMIUM,
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
];

/** Whatever a page waits for is waited for so long, ms: many times what a slow machine takes. */
export const PATIENCE = 120_000;

/** What opens pages: a browser, or what a test file has of the one that all share. */
export type Pages = Pick<BrowserContext, 'newPage'>;

/** Chromium on a fresh profile of its own. */
export async function openBrowser(
  profile = mkdtempSync(join(tmpdir(), 'upright-elder-browser-')),
  { zone, language = 'en-GB' }: { zone?: string; language?: string } = {},
): Promise<{ browser: Browser; profile: string; close: () => Promise<void> }> {
  const executablePath = CANDIDATES.find((path): path is string => path !== undefined && existsSync(path));
  if (!executablePath)
    throw new Error('Chromium is needed for the interface tests; on Debian: apt-get install chromium');
  const browser = await puppeteer.launch({
    executablePath,
    headless: true,
    userDataDir: profile,
    timeout: PATIENCE,
    protocolTimeout: PATIENCE,
    env: { ...process.env, ...(zone ? { TZ: zone } : {}) },
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      // a window of a browser prepares panels that no test opens, each a process
      '--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup',
      `--lang=${language}`,
    ],
  });
  return {
    browser,
    profile,
    close: async () => {
      await browser.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

export async function openPage(
  browser: Pages,
  url: string,
  { scheme = 'light' }: { scheme?: 'light' | 'dark' } = {},
): Promise<Page> {
  const page = await browser.newPage();
  page.setDefaultTimeout(PATIENCE);
  // a page that is left with something unsaved asks first
  page.on('dialog', (dialog) => void dialog.accept());
  await page.setViewport({ width: 1280, height: 800 });
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
  await page.goto(url, { waitUntil: 'networkidle2' });
  await page.evaluate(() => document.fonts.ready);
  return page;
}
