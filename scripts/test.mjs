// npm test: everything, on a fresh machine too. The last line is `N passed, N failed`.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureDatabase, ensureModules, fail, ROOT, run, say } from './setup.mjs';

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
const found = () => process.env.CHROMIUM || CHROMIUM.some((path) => existsSync(path));

async function ensureChromium() {
  if (found()) return;
  const mayInstall = process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0;
  if (!mayInstall)
    fail('Chromium is needed for the interface tests. On Debian: sudo apt-get install chromium');
  say('Installing Chromium from Debian’s packages for the interface tests, a minute or two.');
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await run('apt-get', ['update', '-qq'], { quietly: true, env });
  const { code, output } = await run('apt-get', ['install', '-y', '-qq', 'chromium'], {
    quietly: true,
    patience: 'still installing',
    env,
  });
  if (code !== 0 || !found())
    fail(`Chromium could not be installed; try: apt-get install chromium\n${output}`);
}

let passed = 0;
let failed = 0;
/** named again before the last line, where they are looked for first */
const bad = [];

/** A check that either holds or does not: lint, formatting, types. */
async function check(name, command, args) {
  say(`Checking ${name}.`);
  const { code, output } = await run(command, args, { quietly: true });
  if (code === 0) passed += 1;
  else {
    failed += 1;
    bad.push(`${name}\n${output.split('\n').slice(-15).join('\n')}`);
    console.log(`✕ ${name}\n${output}`);
  }
}

/** A project of Vitest; its own report is shown, its counts are taken from the JSON report. */
async function tests(project) {
  const report = join(ROOT, '.setup', `${project}.json`);
  rmSync(report, { force: true });
  const { code } = await run('npx', [
    'vitest',
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]);
  const counts = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : null;
  const fell = counts ? counts.numFailedTests : 0;
  passed += counts ? counts.numPassedTests : 0;
  // a run that fell over without naming a test has failed all the same
  failed += fell > 0 ? fell : code === 0 && counts && counts.numPassedTests > 0 ? 0 : 1;
  for (const { name, assertionResults } of counts?.testResults ?? [])
    for (const { status, fullName, failureMessages } of assertionResults)
      if (status === 'failed') bad.push(`${name}: ${fullName}\n${failureMessages.join('\n').slice(0, 600)}`);
}

/** What needs no database, so that it can run while that is compiled. */
async function withoutDatabase() {
  await check('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
  await check('formatting', 'npx', ['prettier', '--check', '.']);
  for (const room of [
    'core',
    'core/bench',
    'core/cases',
    'contract',
    'drawings',
    'server',
    'web',
    'standins',
    'demo',
    'e2e',
  ])
    await check(`types of ${room}`, 'npx', ['tsc', '-p', room]);
  await tests('core');
  await ensureBuilt();
}

async function withDatabase() {
  await ensureDatabase();
  for (const project of ['server', 'contract', 'drawings', 'web', 'standins', 'demo']) await tests(project);
}

mkdirSync(join(ROOT, '.setup'), { recursive: true });
// two things at a time, each on one processor
await Promise.all([ensureModules(), ensureChromium()]);
await Promise.all([withoutDatabase(), withDatabase()]);
await tests('e2e');
for (const one of bad) console.log(`✕ ${one}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
