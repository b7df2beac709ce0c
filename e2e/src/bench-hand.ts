import type { KeyInput, Page } from 'puppeteer-core';

/** A hand at the keyboard: everything here uses keys alone, never the mouse. */
export class Hand {
  constructor(private readonly page: Page) {}

  async keys(...keys: KeyInput[]): Promise<void> {
    // a choice follows an arrow only while it is down, as under a real finger
    for (const key of keys) await this.page.keyboard.press(key, { delay: key.startsWith('Arrow') ? 90 : 0 });
  }

  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text);
  }

  /** Types into the field that has the focus and goes on with Enter. */
  async line(text: string): Promise<void> {
    await this.type(text);
    await this.keys('Enter');
  }

  async save(): Promise<void> {
    await this.page.keyboard.down('Control');
    await this.page.keyboard.press('s');
    await this.page.keyboard.up('Control');
  }

  /** Goes forward with Tab until an element with this accessible name has the focus. */
  async tabTo(name: string | RegExp, limit = 320): Promise<void> {
    for (let i = 0; i < limit; i++) {
      const at = await this.focused();
      if (typeof name === 'string' ? at === name : name.test(at)) return;
      await this.keys('Tab');
    }
    throw new Error(`“${name}” is not reached by the Tab key; the focus is on “${await this.focused()}”`);
  }

  /** Waits until the focus is on the element of this accessible name, without a key. */
  async isAt(name: string): Promise<void> {
    for (let i = 0; i < 600 && (await this.focused()) !== name; i++)
      await new Promise((again) => setTimeout(again, 100));
    const at = await this.focused();
    if (at !== name) throw new Error(`the focus is on “${at}”, not on “${name}”`);
  }

  /** Past every stage of an examination to its notes. */
  async toNotes(): Promise<void> {
    for (let i = 0; i < 20 && (await this.focused()) !== 'Notes'; i++) {
      await this.keys('PageDown');
      await this.page.evaluate(() => new Promise((drawn) => setTimeout(drawn, 30)));
    }
    if ((await this.focused()) !== 'Notes') throw new Error(`Page Down ends on “${await this.focused()}”`);
  }

  /** Goes back with Shift Tab until an element with this accessible name has the focus. */
  async tabBack(name: string, limit = 200): Promise<void> {
    await this.page.keyboard.down('Shift');
    for (let i = 0; i < limit && (await this.focused()) !== name; i++) await this.keys('Tab');
    await this.page.keyboard.up('Shift');
    if ((await this.focused()) !== name) throw new Error(`“${name}” is not reached by Shift Tab`);
  }

  /** Replaces what stands in the field that has the focus. */
  async replace(text: string): Promise<void> {
    await this.page.keyboard.down('Control');
    await this.page.keyboard.press('a');
    await this.page.keyboard.up('Control');
    await this.type(text);
  }

  /** Chooses from a list that folds away, by its name and the letters of an option, or so many lines further down. */
  async pick(list: string, option: string | number): Promise<void> {
    await this.page.waitForFunction(focusList, {}, list);
    await this.keys('Space');
    await this.page.waitForSelector('[role=listbox] [role=option]');
    if (typeof option === 'number') {
      for (let i = 0; i < option; i++) await this.keys('ArrowDown');
    } else {
      // letters lead to the first that begins so, arrows on from there
      await this.type(option.split(' ')[0]!);
      const there = () =>
        this.page.evaluate(
          (words) => document.activeElement!.textContent.toLowerCase().startsWith(words),
          option.toLowerCase(),
        );
      const settled = (ms: number) => new Promise((done) => setTimeout(done, ms));
      await settled(150);
      if (!(await there())) {
        await this.keys('Home');
        await settled(100);
      }
      for (let i = 0; i < 40 && !(await there()); i++) {
        await this.keys('ArrowDown');
        // the list moves a moment after the key, and later on a slow machine
        await settled(40);
      }
      if (!(await there())) throw new Error(`“${list}” has no line that begins “${option}”`);
    }
    await this.keys('Enter');
    await this.page.waitForFunction(() => document.querySelector('[role=listbox]') === null);
  }

  /** Accessible name of what has the focus. */
  async focused(): Promise<string> {
    return this.page.evaluate(() => {
      const element = document.activeElement as HTMLInputElement | null;
      if (!element) return '';
      const label = element.labels?.[0];
      const name = label?.firstChild?.textContent?.trim() || label?.textContent;
      return (element.getAttribute('aria-label') ?? name ?? element.textContent ?? '').trim();
    });
  }

  /** Unfolds everything that is folded away. */
  async unfold(): Promise<void> {
    await this.page.evaluate(() =>
      document
        .querySelectorAll<HTMLElement>('[data-fold][aria-expanded=false]')
        .forEach((one) => one.click()),
    );
  }

  async text(): Promise<string> {
    return this.page.evaluate(() => document.body.innerText);
  }

  /** Waits until the page says something; a top may be solved for it first, on a slow machine. */
  async sees(words: string | RegExp): Promise<void> {
    const source = typeof words === 'string' ? words.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&') : words.source;
    await this.page
      .waitForFunction(
        (pattern) => new RegExp(pattern, 'iu').test(document.body.innerText),
        { polling: 100 },
        source,
      )
      .catch(async () => {
        throw new Error(`the page does not say “${source}”; it says:\n${(await this.text()).slice(0, 3000)}`);
      });
  }
}

/** In the page: puts the focus on the list of this name. */
function focusList(name: string): boolean {
  const list = [...document.querySelectorAll<HTMLElement>('[role=combobox]')].find((one) => {
    const label = one.getAttribute('aria-labelledby');
    const said =
      one.getAttribute('aria-label') ?? (label && document.getElementById(label)?.textContent) ?? '';
    return said.trim() === name && one.checkVisibility();
  });
  list?.focus();
  return list !== undefined && document.activeElement === list;
}
