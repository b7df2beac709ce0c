import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { openBrowser, openPage } from './browser.js';
import { fillScenario, startProgram } from './program.js';
import { DARK, isReady, shelfIds, VIEWS } from './views.js';

/** Takes the pictures of docs/screenshots from the invented scenario, on a frozen day; only those named, where any are. */
const folder = fileURLToPath(new URL('../../docs/screenshots', import.meta.url));
mkdirSync(folder, { recursive: true });
const program = await startProgram();
const { browser, close } = await openBrowser();
try {
  await fillScenario(program.address);
  const idOf = await shelfIds(program.address);
  await fetch(`${program.address}/api/backups`, { method: 'POST' });
  const wanted = process.argv.slice(2);
  for (const { name, path, ready } of VIEWS.filter(
    (view) => !view.unpictured && (wanted.length === 0 || wanted.includes(view.name)),
  )) {
    for (const scheme of DARK.includes(name) ? (['light', 'dark'] as const) : (['light'] as const)) {
      const page = await openPage(browser, program.address + path(idOf), { scheme });
      await isReady(page, { ready });
      // the folder of this run is nobody's
      await page.evaluate(
        (folder, shown) => {
          for (const field of document.querySelectorAll('input'))
            field.placeholder = field.placeholder.replace(folder, shown);
          const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
          for (let text = texts.nextNode(); text; text = texts.nextNode())
            text.textContent = text.textContent!.replace(folder, shown);
        },
        program.folder,
        '/home/bench/lantern-yard',
      );
      await page.screenshot({
        path: join(folder, `${name}${scheme === 'dark' ? '-dark' : ''}.png`),
      });
      await page.close();
    }
  }
} finally {
  await close();
  await program.close();
}
