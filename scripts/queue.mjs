// One queue with two slots, since two processors are what a small machine has: of what is ready, the longest first.
import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { ROOT } from './setup.mjs';

const SLOTS = 2;
/** marks every process that a run started, by its environment: a browser makes a process group of its own */
const MARK = 'UPRIGHT_ELDER_RUN';
export const run = randomUUID();

/** What still runs of this run, or of one part of it, besides ourselves. Linux alone tells. */
function leftovers(mark) {
  let ids;
  try {
    ids = readdirSync('/proc').filter((one) => /^\d+$/u.test(one) && Number(one) !== process.pid);
  } catch {
    return [];
  }
  return ids
    .filter((id) => {
      try {
        return readFileSync(`/proc/${id}/environ`, 'utf8').split('\0').includes(`${MARK}=${mark}`);
      } catch {
        return false;
      }
    })
    .map(Number);
}

/** Ends what a part left running; how many there were. */
export function endLeftovers(mark) {
  const ids = leftovers(mark);
  for (const id of ids) {
    try {
      process.kill(id, 'SIGKILL');
    } catch {
      // it ended by itself
    }
  }
  return ids.length;
}

const running = new Set();

/**
 * Runs a command to its end; its time by the clock and on the processors, its children’s included. What it left running
 * is ended with it.
 */
export function measured(command, args, { quietly = false, env = {} } = {}) {
  const mark = `${run}.${randomUUID().slice(0, 8)}`;
  const counted = process.platform !== 'win32';
  const began = performance.now();
  return new Promise((done) => {
    const child = spawn(
      counted ? 'sh' : command,
      // the shell's own word for what its children took: it knows those of their children too
      counted ? ['-c', '"$@"; code=$?; times >&3; exit $code', 'sh', command, ...args] : args,
      {
        cwd: ROOT,
        env: { ...process.env, ...env, [MARK]: mark },
        stdio: ['ignore', quietly ? 'pipe' : 'inherit', quietly ? 'pipe' : 'inherit', 'pipe'],
      },
    );
    running.add(mark);
    let [output, times] = ['', ''];
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    child.stdio[3].on('data', (chunk) => (times += chunk));
    const end = async (code) => {
      running.delete(mark);
      // a browser's helpers end a moment after it
      for (let i = 0; i < 30 && leftovers(mark).length > 0; i++) await wait(100);
      const left = endLeftovers(mark);
      const cpu = [...times.matchAll(/(\d+)m([\d.]+)s/gu)].slice(2);
      done({
        code,
        output,
        left,
        wall: (performance.now() - began) / 1000,
        cpu: cpu.length === 2 ? cpu.reduce((sum, [, m, s]) => sum + 60 * Number(m) + Number(s), 0) : null,
      });
    };
    child.on('error', (error) => {
      output += String(error);
      void end(1);
    });
    // what it left behind may hold its pipes open: its end counts
    child.on('exit', (code) => void wait(50).then(() => end(code ?? 1)));
  });
}

/** Ends everything that runs now. */
export function endAll() {
  for (const mark of running) endLeftovers(mark);
}

/**
 * @param parts `{name, cost, needs, work}`: `cost` in seconds orders them, `needs` are names that must have ended well;
 *   `work` resolves to whether it did
 * @returns names of the parts that were not begun, since what they need failed
 */
export async function queue(parts) {
  const state = new Map(parts.map(({ name }) => [name, 'waits']));
  const busy = new Set();
  for (;;) {
    const ready = parts
      .filter(
        ({ name, needs = [] }) =>
          state.get(name) === 'waits' && needs.every((one) => state.get(one) === 'well'),
      )
      .sort((a, b) => b.cost - a.cost);
    for (const part of ready.slice(0, SLOTS - busy.size)) {
      state.set(part.name, 'runs');
      const work = part.work().then((well) => {
        state.set(part.name, well ? 'well' : 'badly');
        busy.delete(work);
      });
      busy.add(work);
    }
    if (busy.size === 0) break;
    await Promise.race(busy);
  }
  return parts.filter(({ name }) => state.get(name) === 'waits').map(({ name }) => name);
}
