// What every command does first: packages installed, program built. Plain Node, since nothing is installed yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const STAMPS = join(ROOT, '.setup');
const LOCK_STAMP = join(ROOT, 'node_modules', '.upright-elder-lock');
const SOURCES = [
  'core/src',
  'contract/src',
  'drawings/src',
  'papers/src',
  'exchange/src',
  'server/src',
  'web/src',
  'web/public',
];
const SOURCE_FILES = ['package-lock.json', 'tsconfig.base.json', 'web/index.html', 'web/vite.config.ts'];

export function say(text) {
  console.log(`· ${text}`);
}

/** Runs a command and shows what it prints; every so often says that it is still at it. */
export function run(command, args, { quietly = false, patience = '', env = process.env } = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env,
      stdio: quietly ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    });
    let output = '';
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    const began = Date.now();
    const timer =
      patience && setInterval(() => say(`${patience} (${Math.round((Date.now() - began) / 1000)} s)`), 20000);
    child.on('error', (error) => {
      clearInterval(timer);
      done({ code: 1, output: String(error) });
    });
    child.on('close', (code) => {
      clearInterval(timer);
      done({ code: code ?? 1, output });
    });
  });
}

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  fail(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
}

export function fail(text) {
  console.error(`✕ ${text}`);
  process.exit(1);
}

function digest(paths) {
  const hash = createHash('sha256');
  for (const path of paths) hash.update(path).update(readFileSync(join(ROOT, path)));
  return hash.digest('hex');
}

export function filesUnder(folder) {
  return readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name).slice(ROOT.length))
    .sort();
}

/** Everything that is installed before the program runs. */
export async function ensurePackages() {
  await ensureModules();
  await ensureDatabase();
}

/** Everything that the program needs before it starts: its packages, then the database module while it is built. */
export async function ensureProgram() {
  await ensureModules();
  await Promise.all([ensureDatabase(), ensureBuilt()]);
}

/** Installs the packages of the lock file where they are not there yet; nothing of them is run or compiled. */
export async function ensureModules() {
  checkNode();
  const wanted = digest(['package-lock.json']);
  const installed = existsSync(LOCK_STAMP) && readFileSync(LOCK_STAMP, 'utf8') === wanted;
  if (installed) return;
  say('Installing the packages the program is made of.');
  const { code, output } = await run(npm, ['ci', '--no-audit', '--no-fund', '--ignore-scripts'], {
    quietly: true,
    patience: 'still installing',
  });
  if (code !== 0) fail(`The packages could not be installed. What npm said:\n${output}`);
  writeFileSync(LOCK_STAMP, wanted);
}

/** Compiles the database module where it is not, or does not fit this Node.js. */
export async function ensureDatabase() {
  if (databaseLoads()) return;
  say('Compiling the database module for this Node.js, which takes about two minutes.');
  const { code, output } = await run(npm, ['rebuild', 'better-sqlite3'], {
    quietly: true,
    patience: 'still compiling',
  });
  if (code !== 0 || !databaseLoads())
    fail(
      `The database module could not be compiled; python3, make and a C++ compiler are needed.\n${output}`,
    );
}

function databaseLoads() {
  const test = spawnSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:').close()"], {
    cwd: ROOT,
  });
  return test.status === 0;
}

/** The parts that are compiled, in the order in which they stand on each other. */
export const BUILDS = ['core', 'contract', 'drawings', 'papers', 'exchange', 'server'].map(
  (part) => `${part}/tsconfig.build.json`,
);

const builtNow = () => digest([...SOURCE_FILES, ...SOURCES.flatMap(filesUnder)]);

/** Notes that what is built is of these sources. */
export function noteBuilt() {
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, 'built'), builtNow());
}

/** Takes away what was built of sources that are gone. */
export function sweep() {
  for (const part of ['core', 'contract', 'drawings', 'papers', 'exchange', 'server']) {
    const dist = join(ROOT, part, 'dist');
    if (!existsSync(dist)) continue;
    for (const file of filesUnder(`${part}/dist`)) {
      const source = file.replace(`${part}/dist/`, `${part}/src/`).replace(/(\.d\.ts|\.js)(\.map)?$/u, '.ts');
      if (source.endsWith('.ts') && !existsSync(join(ROOT, source))) rmSync(join(ROOT, file));
    }
  }
}

/** Builds core, contract, drawings, server and web where their sources changed since they were built. */
async function ensureBuilt() {
  const stamp = join(STAMPS, 'built');
  const parts = ['core', 'contract', 'drawings', 'papers', 'exchange', 'server', 'web'];
  if (
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === builtNow() &&
    parts.every((part) => existsSync(join(ROOT, part, 'dist')))
  )
    return;
  say('Building the program, some seconds.');
  sweep();
  // the interface is bundled from the sources, and waits for nothing
  const [code, web] = await Promise.all([
    run(npm, ['run', 'build:code'], { quietly: true, patience: 'still building' }),
    run(npm, ['run', 'build', '-w', 'web'], { quietly: true }),
  ]);
  for (const one of [code, web]) if (one.code !== 0) fail(`The build failed:\n${one.output}`);
  noteBuilt();
}

/**
 * Threads and pictures take memory in many places at once and give it back late: two arenas (glibc's malloc) keep it
 * together. Measured with npm run fuzz: 100 MB less at the end.
 */
export const SERVER_ENV = { MALLOC_ARENA_MAX: '2' };

/** Starts the built server with the interface; resolves when it says its address. */
export function startServer(env, { quietly = false } = {}) {
  const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
    cwd: ROOT,
    env: { ...SERVER_ENV, ...process.env, UPRIGHT_ELDER_WEB: join(ROOT, 'web/dist'), ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const opened = new Promise((done, failed) => {
    let text = '';
    child.stdout.on('data', (chunk) => {
      text += chunk;
      if (!quietly) process.stdout.write(chunk);
      const address = /open at (http:\/\/\S+)/u.exec(text)?.[1];
      if (address) done(address);
    });
    child.on('exit', (code) => failed(new Error(`The server ended with code ${code}.`)));
  });
  return { child, opened };
}

/** Starts a stand-in of a device beside the server; `said` resolves with what it says of itself. */
export function startStandIn(file, args) {
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'standins/src', file), ...args], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const said = (pattern) =>
    new Promise((done, failed) => {
      let text = '';
      child.stdout.on('data', (chunk) => {
        text += chunk;
        const found = pattern.exec(text)?.[1];
        if (found) done(found);
      });
      child.on('exit', (code) => failed(new Error(`${file} ended with code ${code}.`)));
    });
  process.on('exit', () => child.kill());
  return { child, said };
}

/** Hands Ctrl C on to the server and ends with it. */
export function endWith(child) {
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}
