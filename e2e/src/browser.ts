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

/**
 * Marks every form as a search. Chromium reads a form anew for names, addresses and cards at each
 * field that comes or goes, 40 ms for one of ours and half of all that a test costs; a search it
 * leaves alone. No page of ours sends a form, so its action is never used.
 */
function markSearch(): void {
  const make = Object.getOwnPropertyDescriptor(Document.prototype, 'createElement')!;
  const createElement = make.value as (name: string, options?: ElementCreationOptions) => HTMLElement;
  Document.prototype.createElement = function (this: Document, ...asked: [string, ElementCreationOptions?]) {
    const made = createElement.apply(this, asked);
    if (asked[0] === 'form') made.setAttribute('action', '/search');
    return made;
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
  await page.evaluateOnNewDocument(markSearch);
  await page.setViewport({ width: 1280, height: 800 });
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
  await page.goto(url, { waitUntil: 'networkidle2' });
  await page.evaluate(() => document.fonts.ready);
  return page;
}
