import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { examinationBody, instrumentBody, planBody } from './bodies.js';
import { openBrowser, openPage, type Pages } from './browser.js';
import { putTo, startProgram, type Program } from './program.js';

interface Opened {
  browser: Pages;
  close: () => Promise<void>;
}

/** A shop that two browsers look at: what is saved in the one shall reach an open page of the other. */
export class TwoBrowsers {
  readonly person = randomUUID();
  readonly one = randomUUID();
  readonly room = randomUUID();

  private constructor(
    readonly program: Program,
    private readonly here: Opened,
    private readonly there: Opened,
    private other: Page | null = null,
  ) {}

  /** With one instrument in it: three examinations, a plan, its top solved. @param look opens a browser */
  static async open(look: () => Promise<Opened> = openBrowser): Promise<TwoBrowsers> {
    const program = await startProgram();
    const two = new TwoBrowsers(program, await look(), await look());
    const { person, one, room } = two;
    await putTo(program, `people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await putTo(program, `rooms/${room}`, { version: 0, name: 'Loft', notes: '', logger: '' });
    await putTo(program, `instruments/${one}`, two.facts());
    for (const date of ['2025-08-20', '2026-02-16', '2026-08-24'])
      await putTo(program, `examinations/${randomUUID()}`, examinationBody(one, person, date));
    await putTo(program, `instruments/${one}/body-plan`, planBody(person, 3));
    await two.settled();
    two.other = await openPage(two.there.browser, `${program.address}/`);
    return two;
  }

  async close(): Promise<void> {
    await this.here.close();
    await this.there.close();
    await this.program.close();
  }

  /** Facts of the instrument, as a save sends them. */
  facts(over: object = {}): object {
    return { ...instrumentBody(this.person, 'the Purser'), homeRoomId: this.room, ...over };
  }

  async get<T>(path: string): Promise<T> {
    return (await (await fetch(`${this.program.address}/api/${path}`)).json()) as T;
  }

  /** A page in the browser that looks on. */
  open(path: string): Promise<Page> {
    return openPage(this.here.browser, `${this.program.address}/${path}`);
  }

  /** A save in the other browser. @returns its status */
  saves(method: string, path: string, body: unknown): Promise<number> {
    return this.other!.evaluate(
      async (how, to, what) => {
        const response = await fetch(`/api/${to}`, {
          method: how,
          headers: { 'content-type': 'application/json' },
          body: what,
        });
        return response.status;
      },
      method,
      path,
      JSON.stringify(body),
    );
  }

  /**
   * How long it takes from the save there until the page here says something, ms.
   *
   * @throws Error where it says so before, where the save is refused, or where it never says so
   */
  async reaches(page: Page, save: () => Promise<number>, says: RegExp): Promise<number> {
    if (says.test(await textOf(page))) throw new Error(`it says ${says} already`);
    const began = performance.now();
    const status = await save();
    if (status !== 200) throw new Error(`the save was answered with ${status}`);
    await page
      .waitForFunction(
        (pattern) => new RegExp(pattern, 'iu').test(document.body.innerText),
        { polling: 30 },
        says.source,
      )
      .catch(async () => {
        throw new Error(`never said ${says}: ${(await textOf(page)).slice(0, 2500)}`);
      });
    return performance.now() - began;
  }

  /** Waits until nothing is left to be worked out. */
  async settled(): Promise<void> {
    for (let i = 0; i < 4000; i++) {
      const { done, total } = await this.get<{ done: number; total: number }>('forecasts');
      if (done === total) return;
      await new Promise((later) => setTimeout(later, 50));
    }
    throw new Error('it is never worked out');
  }
}

const textOf = (page: Page): Promise<string> => page.evaluate(() => document.body.innerText);
