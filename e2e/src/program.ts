import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** The built program, started as a shop starts it, on a folder of its own. */
export interface Program {
  address: string;
  folder: string;
  /** of the process that runs now */
  pid: () => number;
  /** ends it as a power cut would */
  kill: () => Promise<void>;
  /** starts it again on the same folder and port, at another instant where one is named */
  restart: (now?: string) => Promise<void>;
  /** ends it in good order and leaves its folder */
  stop: () => Promise<void>;
  /** ends it and takes its folder away */
  close: () => Promise<void>;
}

/** What was started and still runs; it ends with the process that started it, however that ends. */
const started = new Set<ChildProcess>();
process.on('exit', () => started.forEach((child) => child.kill('SIGKILL')));

/** @param folder of a shop that is there already; a new one where none is named */
export async function startProgram(
  now = '2026-09-02T09:00:00Z',
  env: Record<string, string> = {},
  folder = mkdtempSync(join(tmpdir(), 'upright-elder-e2e-')),
): Promise<Program> {
  let child: ChildProcess | null = null;
  let port = '0';
  let clock = now;
  const start = async () => {
    const program = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      env: {
        // as scripts/setup.mjs starts it
        MALLOC_ARENA_MAX: '2',
        ...process.env,
        UPRIGHT_ELDER_DATA: folder,
        UPRIGHT_ELDER_PORT: port,
        UPRIGHT_ELDER_NOW: clock,
        UPRIGHT_ELDER_WEB: join(ROOT, 'web/dist'),
        UPRIGHT_ELDER_QUIET: '1',
        ...env,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    child = program;
    started.add(program);
    program.on('exit', () => started.delete(program));
    const address = await new Promise<string>((done, failed) => {
      program.stdout.on('data', (chunk: Buffer) => {
        const found = /open at (http:\/\/\S+)/u.exec(chunk.toString())?.[1];
        if (found) done(found);
      });
      program.on('exit', (code) => failed(new Error(`the program ended with ${code}`)));
    });
    port = new URL(address).port;
    return address;
  };
  const end = async (signal: NodeJS.Signals) => {
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    child.kill(signal);
    await once(child, 'exit');
  };
  return {
    address: await start(),
    folder,
    pid: () => child!.pid!,
    kill: () => end('SIGKILL'),
    restart: async (at) => {
      clock = at ?? clock;
      await start();
    },
    stop: () => end('SIGTERM'),
    close: async () => {
      await end('SIGTERM');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Writes the invented scenario into a running program, as the demo does. */
export async function fillScenario(address: string): Promise<void> {
  const writer = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'demo/src/main.ts'), address], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  started.add(writer);
  writer.on('exit', () => started.delete(writer));
  const [code] = (await once(writer, 'exit')) as [number];
  if (code !== 0) throw new Error('the scenario could not be written');
}

/** The gauge box's stand-in, started as the demo starts it; what it shows is told over its own line. */
export interface GaugeBox {
  address: string;
  show: (gauge: string, value: string) => Promise<void>;
  close: () => Promise<void>;
}

export async function startGaugeBox(port = '0'): Promise<GaugeBox> {
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'standins/src/gauge-box.ts'), port], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  started.add(child);
  child.on('exit', () => started.delete(child));
  const address = await new Promise<string>((done, failed) => {
    child.stdout.on('data', (chunk: Buffer) => {
      const found = /gauge box at (\S+)/u.exec(chunk.toString())?.[1];
      if (found) done(found);
    });
    child.on('exit', (code) => failed(new Error(`the gauge box ended with ${code}`)));
  });
  const [host, listening] = address.split(':') as [string, string];
  return {
    address,
    show: async (gauge, value) => {
      const socket = connect({ host, port: Number(listening) });
      socket.resume();
      await once(socket, 'connect');
      socket.end(`set ${gauge} ${value}\n`);
      await once(socket, 'close');
    },
    close: async () => {
      child.kill();
      await once(child, 'exit');
    },
  };
}

/**
 * Saves to a program as any client does.
 *
 * @throws Error with the program's own words where it is refused
 */
export async function putTo(
  { address }: Pick<Program, 'address'>,
  path: string,
  body: unknown,
): Promise<void> {
  const response = await fetch(`${address}/api/${path}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
}
