import { createWriteStream } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { pipeline } from 'node:stream/promises';
import { Injectable } from '@nestjs/common';
import { LARGEST_PICTURE } from '@upright-elder/contract';
import type { Request } from 'express';
import { ProblemError, unavailable } from '../http/problem.js';

/** So many pictures come in at once; the next one waits. */
const AT_ONCE = 4;
const PATIENCE_MS = 20000;
const LOOK_MS = 100;
/** Whoever sends nothing for so long has gone; one that others wait for, sooner. */
const STILL_MS = 30000;
const STILL_WHILE_OTHERS_WAIT_MS = 5000;
/** What an upload left behind that was cut off so long ago, nobody waits for. */
const LEFT_MS = 3600000;

/** Where files that come in are kept. */
export interface TakesIn<T> {
  /** what is taken, in words */
  readonly accepts: string;
  /** a place for what is coming in */
  incoming(): Promise<string>;
  /** @throws ProblemError in plain words where it is nothing that is taken */
  take(path: string): Promise<T>;
}

/** Pictures and papers on their way in: on disk, a few at a time, so that unfinished ones take no memory. */
@Injectable()
export class Uploads {
  /** what is coming in, and when its last piece came, ms */
  private readonly underWay = new Map<Request, number>();

  /** @throws ProblemError as soon as it is known to be too large: the rest runs by and is not kept */
  async taken<T>(request: Request, into: TakesIn<T>): Promise<T> {
    const refuse = () => {
      request.resume();
      return tooLarge(into.accepts);
    };
    if (Number(request.headers['content-length'] ?? 0) > LARGEST_PICTURE) throw refuse();
    await this.turn(request);
    const path = await into.incoming();
    try {
      await removeLeftOver(dirname(path));
      let length = 0;
      const came = () => this.underWay.set(request, performance.now());
      request.setTimeout(STILL_MS, () => request.destroy(new Error('the picture stopped coming')));
      await pipeline(
        request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>,
        async function* (pieces: AsyncIterable<Buffer>) {
          for await (const piece of pieces) {
            length += piece.length;
            came();
            if (length > LARGEST_PICTURE) throw refuse();
            yield piece;
          }
        },
        createWriteStream(path),
      );
      // it is here: however long it is worked on, nobody stands still
      request.setTimeout(0);
      this.underWay.set(request, Infinity);
      return await into.take(path);
    } finally {
      this.underWay.delete(request);
      request.setTimeout(0);
      await rm(path, { force: true });
    }
  }

  private async turn(request: Request): Promise<void> {
    const until = performance.now() + PATIENCE_MS;
    while (this.underWay.size >= AT_ONCE) {
      this.cutOffWhoStandsStill();
      if (performance.now() > until)
        throw unavailable(
          'Other pictures are still coming in',
          'Nothing of this one was kept: send it again in a moment.',
        );
      await setTimeout(LOOK_MS);
    }
    this.underWay.set(request, performance.now());
  }

  private cutOffWhoStandsStill(): void {
    const since = performance.now() - STILL_WHILE_OTHERS_WAIT_MS;
    for (const [request, last] of this.underWay)
      if (last < since) request.destroy(new Error('the picture stopped coming, and others waited'));
  }
}

function tooLarge(accepts: string): ProblemError {
  return new ProblemError({
    type: 'urn:upright-elder:problem:picture',
    title: 'The file is too large',
    status: 413,
    detail: `Accepted: ${accepts}. Nothing of it was kept.`,
  });
}

/** Takes away what uploads that were cut off have left. */
async function removeLeftOver(folder: string): Promise<void> {
  for (const name of (await readdir(folder)).filter((one) => one.endsWith('.part'))) {
    const path = join(folder, name);
    const file = await stat(path).catch(() => null);
    if (file && Date.now() - file.mtimeMs > LEFT_MS) await rm(path, { force: true });
  }
}
