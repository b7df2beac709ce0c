import { describe, expect, it } from 'vitest';
import { concurrent, kills } from './endure.js';

/** A fifteenth of `npm run endure`, which ends the program sixty times and saves 480 times at once. */
describe('nothing acknowledged is lost', () => {
  it('ended without a warning again and again', async () => {
    const { acknowledged, lost, half, wrong } = await kills(4, 7);
    expect({ lost, half, wrong }).toEqual({ lost: 0, half: 0, wrong: 0 });
    expect(acknowledged).toBeGreaterThan(10);
  });

  it('saved by two hands at once', async () => {
    const { acknowledged, lost, half, wrong } = await concurrent(80);
    expect({ lost, half, wrong }).toEqual({ lost: 0, half: 0, wrong: 0 });
    expect(acknowledged).toBe(40);
  });
});
