import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startGaugeBox, startProgram, type GaugeBox, type Program } from './program.js';

let gauges: GaugeBox;
let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
const person = randomUUID();
const instrument = randomUUID();

const put = (path: string, body: unknown) => putTo(program, path, body);
interface Stored {
  id: string;
  protocol: string;
  readings: { quantity: string; place: string; text: string; value: number; toolName: string }[];
  findings: {
    point: string;
    states: string[];
    verdict: string;
    frets: string | null;
    words: string;
    allowanceAmount: number | null;
  }[];
  askingPrice: { amount: number } | null;
  corrections: { line: string; text: string; why: string }[];
}
const examinations = async (of = instrument) =>
  (await (await fetch(`${program.address}/api/instruments/${of}/examinations`)).json()) as Stored[];

beforeAll(async () => {
  gauges = await startGaugeBox();
  for (const gauge of ['height', 'depth', 'level', 'moisture']) await gauges.show(gauge, '-');
  program = await startProgram(undefined, { UPRIGHT_ELDER_GAUGES: gauges.address });
  ({ browser, close: closeBrowser } = await openContext());
  await put(`people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${instrument}`, instrumentBody(person, 'Night Boat'));
  await put(`examinations/${randomUUID()}`, {
    ...examinationBody(instrument, person, '2026-02-10'),
    findings: [
      { point: 'neckJoint', states: ['hairline-at-the-heel'], verdict: 'watch', words: 'bass cheek' },
    ],
  });
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
  await gauges.close();
});

const STRINGS = ['string 6', 'string 5', 'string 4', 'string 3', 'string 2', 'string 1'];
const numbered = (name: string, places: string[], texts: string[]) =>
  Object.fromEntries(places.map((place, i) => [`${name}, ${place}`, texts[i]!]));

/** A full examination of an X-braced flat top, in whatever unit the tool at hand speaks. */
const READINGS: Record<string, string> = {
  'Action at fret 12, bass': '7/64; 7/64',
  'Action at fret 12, treble': '.083"',
  'Relief, bass': '8 thou',
  'Relief, treble': '=',
  'First-fret gap, bass': '19 thou',
  'First-fret gap, treble': '0,46',
  ...numbered('First-fret gap, inner strings', STRINGS.slice(1, 5), ['0.48', '0.47', '19 thou', '0,46']),
  ...numbered('String above the nut', STRINGS, ['0.5', '0.45', '16 thou', '0.3', '0.25', '0,2']),
  'Neck twist': '0.1',
  ...numbered('Intonation at fret 12', STRINGS, ['-3', '-1', '+2', '4 cents', '1', '-2']),
  'Straightedge at the bridge, bass': '1,5',
  'Straightedge at the bridge, treble': '=',
  'Saddle showing, bass': '6.7 mm',
  'Saddle showing, treble': '5.3',
  'Bridge tilt': '0,4',
  'Bridge thickness, bass wing': '7.2',
  'Bridge thickness, middle': '8.6; 8.65; 8.6',
  'Bridge thickness, treble wing': '7.15',
  'Belly behind the bridge': '3/32',
  ...numbered(
    'Belly across, behind the bridge',
    ['120 mm bass', '60 mm bass', '60 mm treble', '120 mm treble'],
    ['1.2', '2.0', '2.1', '1.1'],
  ),
  ...numbered(
    'Belly along the centre line',
    ['120 mm behind', '80 mm behind', '40 mm behind', '25 mm in front', '60 mm in front', 'edge of the hole'],
    ['1.3', '2', '2.4', '2.3', '1.9', '1'],
  ),
  ...numbered(
    'Fingerboard radius',
    ['fret 1', 'fret 7', 'fret 12', 'end of the board'],
    ['12', '12', '14 in', '16'],
  ),
  'Fret height, lowest fret': '0.7',
  'Fret height, highest fret': '40 thou',
  'Bridge plate thickness': '2.6',
};
/** Points by the first of their states' names: the keys that choose, and the words after. */
const POINTS: Record<string, string> = { 'turns freely': '1', original: '1', tight: '1' };

describe('a full examination', () => {
  it('of an X-braced flat top, more than 35 readings, is entered with the keys alone', async () => {
    const page = await openPage(
      browser,
      `${program.address}/instruments/${instrument}/examine?protocol=full`,
    );
    const hand = new Hand(page);
    const clicks = await countClicks(page);
    await hand.tabTo('Room humidity');
    for (const text of ['44', '70 F', '8.5; 8; 9']) await hand.line(text);
    const left = new Map(Object.entries(READINGS));
    let focused = await hand.focused();
    for (let i = 0; i < 250 && focused !== 'Notes'; i++) {
      const text = left.get(focused);
      const point = Object.keys(POINTS).find((name) => focused.startsWith(name));
      if (text !== undefined) {
        await hand.line(text);
        left.delete(focused);
      } else if (point) await hand.keys(POINTS[point] as '1', 'Enter');
      else await hand.keys('Enter');
      focused = await hand.focused();
    }
    expect([...left.keys()]).toEqual([]);
    await hand.sees(/bass: readings agree/u);
    await page.waitForSelector('svg[aria-label$="fields filled"]');
    await hand.save();
    await hand.sees('as measured on');
    expect(await clicks()).toBe(0);
    const stored = (await examinations()).at(-1)!;
    expect(stored.readings.length).toBeGreaterThanOrEqual(45);
    const read = (quantity: string, place: string) =>
      stored.readings.find((one) => one.quantity === quantity && one.place === place);
    expect(read('radius', 'fret12')).toMatchObject({ text: '14 in', toolName: 'radius gauges' });
    expect(read('intonation', 'string3')!.value).toBe(4);
    expect(read('relief', 'both')!.text).toBe('8 thou');
    expect(stored.findings.find(({ point }) => point === 'trussRod')).toMatchObject({
      states: ['turns-freely'],
      verdict: 'sound',
    });
    await page.close();
  });

  it('shows every number in its history, and a correction with its old value and why', async () => {
    const stored = (await examinations()).at(-1)!;
    const page = await openPage(
      browser,
      `${program.address}/instruments/${instrument}/examine?examination=${stored.id}`,
    );
    const hand = new Hand(page);
    await hand.tabTo('Bridge tilt');
    await hand.replace('0.9');
    await hand.sees('Why it is corrected');
    await hand.save();
    await hand.sees('say why: the old value stays');
    await hand.tabTo('Why it is corrected', 200);
    await hand.type('the level was not zeroed');
    await hand.save();
    await hand.sees('as measured on');
    expect((await examinations()).at(-1)!.corrections).toMatchObject([
      { line: 'bridgeTilt', text: '0,4 °', why: 'the level was not zeroed' },
    ]);
    await page.goto(`${program.address}/instruments/${instrument}/readings?of=bridgeTilt.centre`, {
      waitUntil: 'networkidle2',
    });
    await hand.sees('it said 0,4 °');
    await hand.sees('the level was not zeroed');
    await page.goto(`${program.address}/instruments/${instrument}/readings?of=action12.bass`, {
      waitUntil: 'networkidle2',
    });
    await hand.sees(/from [\d½]+\/64 to [\d½]+\/64 over 2 examinations/u);
    await page.close();
  });
});

describe('the gauge box', () => {
  it('fills the field at a key once it stands still, collects repeats, and never blocks typing when it is lost', async () => {
    const page = await openPage(
      browser,
      `${program.address}/instruments/${instrument}/examine?protocol=recheck`,
    );
    const hand = new Hand(page);
    await hand.tabTo('Action at fret 12, bass');
    await gauges.show('height', '2.81');
    await hand.sees(/height gauge, steady/u);
    await hand.keys('F2', 'F2');
    expect(await valueOf(page, 'Action at fret 12, bass')).toBe('2.81 mm; 2.81 mm');
    await gauges.show('height', '-');
    await gauges.show('level', '0.7');
    await hand.tabTo('Bridge tilt');
    await hand.sees(/level, steady/u);
    await hand.keys('F2');
    expect(await valueOf(page, 'Bridge tilt')).toBe('0.7°');
    const port = gauges.address.split(':')[1]!;
    await gauges.close();
    await hand.sees('The gauge box is lost');
    await hand.tabTo('Belly behind the bridge');
    await hand.type('2,4');
    await hand.sees('94 thou');
    gauges = await startGaugeBox(port);
    await hand.sees(/Gauges: stand-in/u);
    await page.close();
  });
});

describe('the re-check', () => {
  it('looks again at what the last one found, and judges changes under today’s moisture', async () => {
    const shaken = randomUUID();
    await put(`instruments/${shaken}`, instrumentBody(person, 'Breakwater'));
    await put(`examinations/${randomUUID()}`, {
      ...examinationBody(shaken, person, '2026-02-10'),
      findings: [{ point: 'bridge', states: ['lifting'], verdict: 'repair', words: 'back edge' }],
    });
    const page = await openPage(browser, `${program.address}/instruments/${shaken}/examine`);
    const hand = new Hand(page);
    await hand.sees('What the last one found');
    await hand.sees('10 Feb 26: repair, lifting, back edge');
    await hand.tabTo('Room humidity');
    for (const text of ['70', '20']) await hand.line(text);
    await hand.sees(/ranges are for wood at 1\d\.\d %MC \(examination air\)/u);
    await hand.tabTo('First-fret gap, bass');
    await hand.line('0.48');
    await hand.sees('no change this tool can see');
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('11 mm');
    await hand.sees(/is it read right\?/u);
    await page.close();
  });
});

describe('the quick look', () => {
  it('is gone through on a tablet by touch; its allowances stand beside the asking price', async () => {
    const wanted = randomUUID();
    await put(`instruments/${wanted}`, instrumentBody(person, 'the Stowaway'));
    const page = await openPage(browser, `${program.address}/instruments/${wanted}/examine`);
    await page.setViewport({ width: 1024, height: 768, hasTouch: true, isMobile: true });
    await page.reload({ waitUntil: 'networkidle2' });
    const hand = new Hand(page);
    const tap = async (label: string, within?: string) => {
      const scope = within ? `fieldset:has(> legend::-p-text(${within})) ` : '';
      const target = await page.waitForSelector(`${scope}::-p-aria([name="${label}"])`);
      await target!.tap();
    };
    const touch = async (point: string, state: string) => {
      const group = (await page.waitForSelector(
        `::-p-aria([name="${point}"][role="group"])`,
      )) as ElementHandle<Element>;
      const buttons = await group.$$('button');
      const words = await Promise.all(buttons.map((one) => one.evaluate((node) => node.textContent)));
      const button = buttons[words.findIndex((one) => one.endsWith(state))]!;
      const box = (await button.boundingBox())!;
      expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
      await button.tap();
    };
    await tap('Quick look');
    await hand.sees('Five minutes');
    await touch('Edges of the fingerboard', 'slight relief');
    await touch('Bridge', 'planed thin');
    await touch('Saddle showing', 'hardly any');
    await touch('Bridge plate', 'cannot be seen');
    await touch('Knuckle rap over the braces', 'quiet');
    await tap('Saddle showing, allowance');
    await page.keyboard.type('420');
    await tap('Bridge, allowance');
    await page.keyboard.type('180,50');
    await tap('Asking price');
    await page.keyboard.type('1450');
    // one neck job, whatever points to it, and the bridge; both written by hand
    await hand.sees(/Repair\. Offer 850 at most\. Repairs come to about 600/u);
    await hand.sees(/neck reset, frets dressed 420; bridge made whole again 180/u);
    await tap('Save the examination');
    // the answer stays in sight where it is saved
    await hand.sees('By eye little saddle shows');
    await hand.sees(/Repair\. Offer 850 at most/u);
    const [stored] = await examinations(wanted);
    expect(stored).toMatchObject({ protocol: 'quick', askingPrice: { amount: 1450 } });
    expect(Object.fromEntries(stored!.findings.map(({ point, verdict }) => [point, verdict]))).toEqual({
      boardEdges: 'sound',
      bridge: 'repair',
      saddleLook: 'repair',
      bridgePlate: 'unseen',
      braceRap: 'sound',
    });
    await page.close();
  });
});

describe('protocols of the shop', () => {
  it('are put in order by dragging and by keys, and made anew; the examination follows', async () => {
    const page = await openPage(browser, `${program.address}/shop/protocols`);
    const hand = new Hand(page);
    await hand.tabTo('Our own, from this one');
    await hand.keys('Enter');
    await hand.tabTo('Name');
    await hand.replace('Dockside look');
    const names = () =>
      page.$$eval('section[aria-label="In hand"] li > span', (rows) =>
        rows.map((row) => row.textContent.trim()),
      );
    const [first, second, third] = await names();
    await hand.tabTo(`Drag ${first}`);
    await hand.keys('Space');
    await pause(300);
    await hand.keys('ArrowDown');
    await pause(300);
    await hand.keys('Space');
    await pause(300);
    expect((await names()).slice(0, 3)).toEqual([second, first, third]);
    const handle = (await page.$(`::-p-aria([name="Drag ${third}"])`))!;
    const target = (await page.$(`::-p-aria([name="Drag ${second}"])`))!;
    const [from, to] = [await handle.boundingBox(), await target.boundingBox()];
    await page.mouse.move(from!.x + 10, from!.y + 20);
    await page.mouse.down();
    await page.mouse.move(from!.x + 10, from!.y, { steps: 5 });
    await page.mouse.move(to!.x + 10, to!.y + 10, { steps: 10 });
    await pause(200);
    await page.mouse.up();
    await pause(300);
    expect((await names()).slice(0, 3)).toEqual([third, second, first]);
    await hand.tabTo('Save the protocol', 200);
    await hand.keys('Enter');
    await hand.sees('Dockside look is saved');
    await page.goto(`${program.address}/instruments/${instrument}/examine`, { waitUntil: 'networkidle2' });
    await hand.sees('Dockside look');
    await page.close();
  });
});

describe('photographs', () => {
  it('are taken when they are dropped or pasted, whatever else is open', async () => {
    const other = randomUUID();
    await put(`instruments/${other}`, instrumentBody(person, 'Fog Signal'));
    const page = await openPage(browser, `${program.address}/instruments/${other}/photographs`);
    const hand = new Hand(page);
    const png = Buffer.from(await drawn(page, '#d9a95f')).toString('base64');
    const give = (kind: 'drop' | 'paste') =>
      page.evaluate(
        (base64, how) => {
          const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
          const data = new DataTransfer();
          data.items.add(new File([bytes], `${how}.png`, { type: 'image/png' }));
          const onto = document.querySelector('section[aria-label="Add photographs"]')!;
          if (how === 'drop')
            onto.dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: data }));
          else window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
        },
        png,
        kind,
      );
    await give('drop');
    await hand.sees('✓ drop.png');
    await give('paste');
    await hand.sees('✓ paste.png');
    await page.waitForFunction(() => document.querySelectorAll('section[aria-label=Album] img').length === 2);
    await page.close();
  });

  it('are added several at once, refused by their kind where they are none, and laid over each other', async () => {
    const page = await openPage(browser, `${program.address}/instruments/${instrument}/photographs`);
    const hand = new Hand(page);
    await hand.sees('Take them before anything is touched');
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-photos-'));
    const file = (name: string, bytes: Uint8Array | string) => {
      const path = join(folder, name);
      writeFileSync(path, bytes);
      return path;
    };
    const heic = new Uint8Array([
      0,
      0,
      0,
      24,
      ...new TextEncoder().encode('ftypheic\0\0\0\0mif1heic'),
      ...new Uint8Array(200),
    ]);
    const upload = async (...paths: string[]) => {
      const input = (await page.waitForSelector('input[type=file]')) as unknown as {
        uploadFile: (...paths: string[]) => Promise<void>;
      };
      await input.uploadFile(...paths);
    };
    await upload(
      file('one.png', await drawn(page, '#c9a36a')),
      file('phone.jpg', heic),
      file('page.jpg', '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      file('two.png', await drawn(page, '#7a4426')),
    );
    await hand.sees('It is a HEIC photograph');
    await hand.sees('may carry programs');
    // each of several has its own spot
    await hand.pick('Spot of two.png', 'back');
    await page.waitForFunction(() =>
      /back,/u.test(document.querySelector<HTMLElement>('section[aria-label=Album]')!.innerText),
    );
    await hand.pick('Spot of two.png', 'front');
    await page.waitForFunction(
      () => !/back,/u.test(document.querySelector<HTMLElement>('section[aria-label=Album]')!.innerText),
    );
    await page.waitForFunction(() => document.querySelectorAll('section[aria-label=Album] img').length === 2);
    await page.click('section[aria-label=Album] li button');
    await page.waitForSelector('figure img');
    await hand.pick('Lay another day of the same spot over it', 1);
    const clip = () => page.$eval('figure img:nth-of-type(2)', (image) => image.style.clipPath);
    await page.waitForSelector('figure [role=slider]');
    expect(await clip()).toContain('50%');
    await page.focus('figure [role=slider]');
    await hand.keys('ArrowRight', 'ArrowRight');
    expect(await clip()).toContain('52%');
    await hand.tabTo('Note', 20);
    await hand.type('crack below the pins');
    await hand.tabTo('Save the note');
    await hand.keys('Enter');
    await hand.sees('Kept.');
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('crack below the pins');
    await page.close();
  });
});

const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds));

/** A little picture drawn by the browser itself, as a PNG. */
async function drawn(page: Page, colour: string): Promise<Uint8Array> {
  const base64 = await page.evaluate((fill) => {
    const canvas = document.createElement('canvas');
    canvas.width = 400;
    canvas.height = 300;
    const context = canvas.getContext('2d')!;
    context.fillStyle = fill;
    context.fillRect(0, 0, 400, 300);
    return canvas.toDataURL('image/png').split(',')[1]!;
  }, colour);
  return Uint8Array.from(Buffer.from(base64, 'base64'));
}

/** What stands in the field of this name. */
async function valueOf(page: Page, label: string): Promise<string> {
  return page.evaluate(
    (name) =>
      [...document.querySelectorAll('input')].find((input) => input.labels?.[0]?.textContent.trim() === name)!
        .value,
    label,
  );
}

/** Counts what a pointer does on the page from now on. */
async function countClicks(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counter = globalThis as unknown as { pointed: number };
    counter.pointed = 0;
    addEventListener('pointerdown', () => counter.pointed++, true);
  });
  return () => page.evaluate(() => (globalThis as unknown as { pointed: number }).pointed);
}
