import type { ElementHandle } from 'puppeteer-core';

/** A touch of the finger: what comes in above a thing moves it, and a finger waits until it stands still. */
export async function tapOn(element: ElementHandle<HTMLElement>): Promise<void> {
  for (let last = ''; ;) {
    await element.scrollIntoView();
    const now = JSON.stringify(await element.boundingBox());
    if (now === last) break;
    last = now;
    await new Promise((later) => setTimeout(later, 150));
  }
  await element.tap();
}
