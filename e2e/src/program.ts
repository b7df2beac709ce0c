import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** The built program, started as a shop starts it, on a folder of its own. */
export interface Program {
  address: string;
  folder: string;
  /** ends it as a power cut would */
  kill: () => Promise<void>;
  /** starts it again on the same folder and port */
  restart: () => Promise<void>;
  close: () => Promise<void>;
}

export async function startProgram(now = '2026-09-02T09:00:00Z'): Promise<Program> {
  const folder = mkdtempSync(join(tmpdir(), 'upright-elder-e2e-'));
  let child: ChildProcess | null = null;
  let port = '0';
  const start = async () => {
    const started = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      env: {
        ...process.env,
        UPRIGHT_ELDER_DATA: folder,
        UPRIGHT_ELDER_PORT: port,
        UPRIGHT_ELDER_NOW: now,
        UPRIGHT_ELDER_WEB: join(ROOT, 'web/dist'),
        UPRIGHT_ELDER_QUIET: '1',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    child = started;
    const address = await new Promise<string>((done, failed) => {
      started.stdout.on('data', (chunk: Buffer) => {
        const found = /open at (http:\/\/\S+)/u.exec(chunk.toString())?.[1];
        if (found) done(found);
      });
      started.on('exit', (code) => failed(new Error(`the program ended with ${code}`)));
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
    kill: () => end('SIGKILL'),
    restart: async () => void (await start()),
    close: async () => {
      await end('SIGTERM');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Writes the invented scenario into a running program, as the demo does. */
export async function fillScenario(address: string): Promise<void> {
  const writer = spawn(
    process.execPath,
    ['--import', 'tsx', '--conditions=source', join(ROOT, 'demo/src/main.ts'), address],
    {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  );
  const [code] = (await once(writer, 'exit')) as [number];
  if (code !== 0) throw new Error('the scenario could not be written');
}
