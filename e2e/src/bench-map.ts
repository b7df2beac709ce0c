import { randomUUID } from 'node:crypto';
import { figureUnder } from '../../core/bench/figures.js';
import { instrumentBody, planBody, UNSEEN } from './bodies.js';
import { openBrowser, openPage } from './browser.js';
import { putTo, startProgram } from './program.js';

/** How a full map follows the finger: 30 braces, 60 marks, 40 examinations; every frame while it is moved and zoomed. */
const BRACES = 30;
const MARKS = 60;
const DAYS = 40;
/** No frame may take longer, ms. */
const LONGEST = 50;

const program = await startProgram();
const { browser, close } = await openBrowser();
const put = (path: string, body: unknown) => putTo(program, path, body);
const dayOf = (i: number) => new Date(Date.UTC(2023, 0, 1 + 30 * i)).toISOString().slice(0, 10);

try {
  const by = randomUUID();
  const id = randomUUID();
  await put(`people/${by}`, { version: 0, name: 'Bench', role: 'master' });
  await put(`instruments/${id}`, instrumentBody(by, 'full'));
  await put(`instruments/${id}/body-plan`, planBody(by, BRACES));
  for (let i = 0; i < MARKS; i++) {
    const x = 0.14 * ((i % 12) / 6 - 0.9);
    const y = 0.05 + 0.07 * Math.floor(i / 12);
    await put(`marks/${randomUUID()}`, {
      version: 0,
      by,
      instrumentId: id,
      face: 'top inside',
      kind: 'crack',
      brace: null,
      name: `crack ${i + 1}`,
      sightings: Array.from({ length: DAYS }, (_, day) => ({
        date: dayOf(day),
        ...UNSEEN,
        path: Array.from({ length: 6 }, (_p, k) => [x + 0.001 * k, y + (0.006 + 0.0002 * day) * k]),
        state: day % 2 ? 'moving' : 'quiet',
      })),
    });
  }
  const page = await openPage(
    browser,
    `${program.address}/instruments/${id}/map?face=top+inside&part=brace+3`,
  );
  const svg = (await page.waitForSelector('svg[aria-label^="The top from inside"]'))!;
  const box = (await svg.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  /** notes every frame from now on, ms each; a text, since it runs in the page */
  const watch = () =>
    page.evaluate(`
      window.frames_ = [];
      let last = performance.now();
      requestAnimationFrame(function next(now) {
        window.frames_.push(now - last);
        last = now;
        requestAnimationFrame(next);
      });
    `);
  const worst = async (what: string, act: () => Promise<void>) => {
    await act();
    const frames = (await page.evaluate('window.frames_.splice(0)')) as number[];
    const sorted = frames.slice(1).sort((a, b) => a - b);
    const longest = sorted.at(-1)!;
    const over = sorted.filter((one) => one > LONGEST).length;
    console.log(
      `  ${what}: ${sorted.length} frames, median ${sorted[Math.floor(sorted.length / 2)]!.toFixed(1)} ms, longest ${longest.toFixed(1)} ms, ${over} over ${LONGEST} ms (${(longest / LONGEST).toFixed(2)} × what is allowed)`,
    );
    return longest;
  };
  const moved = async (what: string, act: () => Promise<void>) =>
    figureUnder(`map: longest frame ${what}`, await worst(what, act), LONGEST);
  console.log(`\nThe map with ${BRACES} braces, ${MARKS} marks and ${DAYS} examinations:`);
  await watch();
  await new Promise((done) => setTimeout(done, 500));
  await worst('at rest', () => Promise.resolve());
  await moved('zoomed by the wheel', async () => {
    await page.mouse.move(x, y);
    for (let i = 0; i < 30; i++) await page.mouse.wheel({ deltaY: i < 15 ? -60 : 40 });
  });
  await moved('moved by hand', async () => {
    await page.mouse.move(x, y - 120);
    await page.mouse.down();
    for (let i = 0; i < 60; i++) await page.mouse.move(x + 2 * i, y - 120 + i);
    await page.mouse.up();
  });
  await moved('a brace drawn by its end', async () => {
    await page.click('[aria-label="Fit the whole drawing"]');
    const handle = (await (await page.waitForSelector('circle[data-handle]'))!.boundingBox())!;
    const [from, at] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
    await page.mouse.move(from, at);
    await page.mouse.down();
    for (let i = 0; i < 60; i++) await page.mouse.move(from + i / 2, at - i / 3);
    await page.mouse.up();
  });
  await moved('through the examinations', async () => {
    await page.focus('[aria-label="Through the examinations"]');
    for (let i = 0; i < DAYS; i++) await page.keyboard.press('ArrowLeft');
  });
} finally {
  await close();
  await program.close();
}
