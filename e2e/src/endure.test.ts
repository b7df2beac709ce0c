import { describe, expect, it } from 'vitest';
import { concurrent, kills } from './endure.js';
import { killsOfJobs } from './endureJobs.js';

/** A part of `npm run endure`, which ends the program sixty times, in thirty jobs, and saves 480 times at once. */
describe('nothing acknowledged is lost', () => {
  it('ended without a warning again and again', async () => {
    const { acknowledged, lost, half, wrong } = await kills(4, 7);
    expect({ lost, half, wrong }).toEqual({ lost: 0, half: 0, wrong: 0 });
    expect(acknowledged).toBeGreaterThan(10);
  });

  it('ended in the midst of a job, by two tablets that send again what had no answer', async () => {
    const { acknowledged, lost, half, wrong } = await killsOfJobs(3, 5);
    expect({ lost, half, wrong }).toEqual({ lost: 0, half: 0, wrong: 0 });
    expect(acknowledged).toBe(36);
  });

  it('saved by two hands at once', async () => {
    const { acknowledged, lost, half, wrong } = await concurrent(80);
    expect({ lost, half, wrong }).toEqual({ lost: 0, half: 0, wrong: 0 });
    expect(acknowledged).toBe(40);
  });
});
