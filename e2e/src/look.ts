import { openBrowser, openPage } from './browser.js';
import { fillScenario, startProgram } from './program.js';
import { isReady, shelfIds } from './views.js';
const program = await startProgram();
const { browser, close } = await openBrowser();
try {
  await fillScenario(program.address);
  const idOf = await shelfIds(program.address);
  const one = idOf('Second Engineer') ?? '';
  const all = await (await fetch(`${program.address}/api/shelf`)).json();
  const reset = [];
  for (const { id, nickname } of all.cards) {
    const done = await (await fetch(`${program.address}/api/instruments/${id}/interventions`)).json();
    if (done.length) reset.push({ id, nickname });
  }
  console.log(reset, one);
  const page = await openPage(browser, `${program.address}/`);
  await isReady(page, {});
  await page.screenshot({ path: '/tmp/look-shelf.png' });
  const p2 = await openPage(browser, `${program.address}/instruments/${reset[0].id}/seasons`);
  await isReady(p2, {});
  await new Promise((r) => setTimeout(r, 1500));
  await p2.screenshot({ path: '/tmp/look-seasons.png' });
  await p2.evaluate(() => document.querySelector('[aria-label="What was done"]')!.scrollIntoView());
  await p2.evaluate(() =>
    [...document.querySelectorAll('button')].find((b) => b.textContent === 'Enter what was done')!.click(),
  );
  await p2.evaluate(() =>
    [...document.querySelectorAll('button')].find((b) => b.textContent === 'Correct')!.click(),
  );
  await new Promise((r) => setTimeout(r, 500));
  await p2.screenshot({ path: '/tmp/look-done.png' });
  const p3 = await openPage(browser, `${program.address}/instruments/${reset[0].id}/examine`);
  await isReady(p3, {});
  await p3.evaluate(() =>
    [...document.querySelectorAll('button')]
      .find((b) => b.textContent === 'Something was done since last time')!
      .click(),
  );
  await new Promise((r) => setTimeout(r, 300));
  await p3.screenshot({ path: '/tmp/look-examine.png' });
} finally {
  await close();
  await program.close();
}
