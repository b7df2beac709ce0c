import { openBrowser, openPage } from './browser.js';
import { shelfIds } from './views.js';
const [base, out, ...paths] = process.argv.slice(2);
const width = Number(process.env.W ?? 1280),
  height = Number(process.env.H ?? 800);
const idOf = await shelfIds(base!);
const { browser, close } = await openBrowser();
for (const [i, p] of paths.entries()) {
  const path = p.replace(/\{(.+?)\}/g, (_m, n: string) => idOf(n));
  const page = await openPage(browser, base! + path, { scheme: (process.env.SCHEME as 'dark') ?? 'light' });
  await page.setViewport({ width, height });
  if (process.env.JS) {
    await page.evaluate(process.env.JS);
    await new Promise((r) => setTimeout(r, 900));
  }
  await new Promise((r) => setTimeout(r, 500));
  await page.screenshot({ path: `${out}-${i}.png`, fullPage: process.env.FULL === '1' });
}
await close();
