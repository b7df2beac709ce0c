import { existsSync, readFileSync } from 'node:fs';
import { PassThrough } from 'node:stream';
import type { Request } from 'express';
import { describe, expect, it, vi } from 'vitest';
import { freshFolder } from '../testing/folders.js';
import { PictureStore } from './picture-store.js';
import { Uploads } from './uploads.js';

describe('a picture on its way in', () => {
  it('stands under no clock any more once it is here, however long it is worked on', async () => {
    const store = PictureStore.open(freshFolder());
    const request = Object.assign(new PassThrough(), { headers: {}, setTimeout: vi.fn() });
    const take = vi.spyOn(store, 'take').mockImplementation(async (path) => {
      expect(readFileSync(path, 'utf8')).toBe('a picture');
      expect(request.setTimeout.mock.calls.map(([ms]) => ms as number)).toEqual([30000, 0]);
      await new Promise((done) => setTimeout(done, 20));
      return { picture: 'x', width: 1, height: 1 };
    });
    const taken = new Uploads().taken(request as unknown as Request, store);
    request.end('a picture');
    expect(await taken).toMatchObject({ picture: 'x' });
    expect(existsSync(take.mock.calls[0]![0])).toBe(false);
  });

  it('that stands still gives way to one that waits', async () => {
    const store = PictureStore.open(freshFolder());
    vi.spyOn(store, 'take').mockResolvedValue({ picture: 'x', width: 1, height: 1 });
    const uploads = new Uploads();
    const coming = () => Object.assign(new PassThrough(), { headers: {}, setTimeout: vi.fn() });
    // nobody listens to what becomes of a connection that is cut off
    const still = Array.from({ length: 4 }, () => coming().on('error', () => undefined));
    const cut = still.map((one) => uploads.taken(one as unknown as Request, store));
    const refused = Promise.allSettled(cut);
    const before = performance.now();
    const now = vi.spyOn(performance, 'now').mockImplementation(() => before + 6000);
    const last = coming();
    const taken = uploads.taken(last as unknown as Request, store);
    last.end('a picture');
    expect(await taken).toMatchObject({ picture: 'x' });
    now.mockRestore();
    expect((await refused).map(({ status }) => status)).toEqual(Array(4).fill('rejected'));
  });
});
