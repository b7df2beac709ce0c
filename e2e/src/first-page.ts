import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { openPage, type Pages } from './browser.js';

const ASSETS = fileURLToPath(new URL('../../web/dist', import.meta.url));

/** What the shelf takes to show. */
export interface FirstPage {
  /** of script as it travels, bytes */
  script: number;
  /** source files that are in it, by their source maps */
  sources: string[];
}

/** Opens the shelf in a browser that knows nothing yet, and counts the script that comes over the wire. */
export async function firstPage(browser: Pages, address: string): Promise<FirstPage> {
  const page = await openPage(browser, 'about:blank');
  const session = await page.createCDPSession();
  await session.send('Network.enable');
  const scripts = new Map<string, string>();
  let script = 0;
  session.on('Network.responseReceived', ({ requestId, response, type }) => {
    if (type === 'Script') scripts.set(requestId, new URL(response.url).pathname);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) script += encodedDataLength;
  });
  await page.goto(address, { waitUntil: 'networkidle0' });
  await page.close();
  const sources = [...scripts.values()].flatMap((path) => {
    const map = `${ASSETS}${path}.map`;
    return existsSync(map) ? (JSON.parse(readFileSync(map, 'utf8')) as { sources: string[] }).sources : [];
  });
  return { script, sources };
}
