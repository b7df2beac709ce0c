import { afterAll, describe, expect, it } from 'vitest';
import type * as slow from '../testing/slow-work.js';
import { TookTooLong, WorkPool } from './pool.js';

describe('work in a thread beside', () => {
  const pool = new WorkPool<typeof slow>(import.meta.url, '../testing/slow-work');
  afterAll(() => pool.end());

  it('is given time from when it begins: waiting for a thread is not failing', async () => {
    const six = Array.from({ length: 6 }, () => pool.run('hold', { ms: 500 }, { limit: 2000 }));
    expect(await Promise.all(six)).toEqual([500, 500, 500, 500, 500, 500]);
  });

  it('that an open page waits for goes before what is worked out in the background', async () => {
    const done: string[] = [];
    const run = (name: string, urgent: boolean) =>
      pool.run('hold', { ms: 20 }, { urgent, limit: 60_000 }).then(() => done.push(name));
    await Promise.all([run('begun', false), run('later', false), run('urgent', true)]);
    expect(done).toEqual(['begun', 'urgent', 'later']);
  });

  it('is ended when it takes longer than that, and what waits behind it goes on', async () => {
    const long = pool.run('hold', { ms: 600_000 }, { limit: 300 });
    const behind = pool.run('hold', { ms: 10 }, { limit: 60_000 });
    await expect(long).rejects.toThrow(TookTooLong);
    expect(await behind).toBe(10);
  });
});
