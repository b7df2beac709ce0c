// npm test: everything, on a fresh machine too. The last line is `N passed, N failed`.
//   npm test -- --changed   only what the uncommitted change can have broken, without the interface
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { BUILDS, ensureDatabase, ensureModules, fail, noteBuilt, ROOT, run, say, sweep } from './setup.mjs';
import { endAll, measured, queue } from './queue.mjs';

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
const found = () => process.env.CHROMIUM || CHROMIUM.some((path) => existsSync(path));
const changed = process.argv.includes('--changed');
/** The whole run ends here, whatever hangs, ms: a machine four times slower still gets through. */
const LIMIT = 85 * 60000;

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
/** what each part took: `[name, wall s, CPU s]` */
const took = [];

function fell(name, output) {
  failed += 1;
  bad.push(`${name}\n${output.split('\n').slice(-15).join('\n')}`);
}

/** Runs a part to its end and notes what it took; what it leaves running has failed it. */
async function part(name, command, args, options) {
  say(`${name} begins.`);
  const result = await measured(command, args, options);
  took.push([name, result.wall, result.cpu]);
  say(`${name} took ${result.wall.toFixed(0)} s.`);
  if (result.left > 0) fell(name, `${result.left} processes were left running; they were ended.`);
  return result;
}

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

/** A check that either holds or does not: lint, formatting, types. */
const check = (name, cost, needs, command, args) => ({
  name,
  cost,
  needs,
  work: async () => {
    const { code, output } = await part(name, command === NODE ? NODE : bin(command), args, {
      quietly: true,
    });
    if (code === 0) passed += 1;
    else {
      fell(name, output);
      console.log(`✕ ${name}\n${output}`);
    }
    return code === 0;
  },
});

const NODE = process.execPath;

/** A project of Vitest; its own report is shown, its counts are taken from the JSON report. */
const tests = (project, cost, needs, { part: half = project, files = [] } = {}) => ({
  name: `tests of ${half}`,
  cost,
  needs,
  work: async () => {
    const report = join(ROOT, '.setup', `${half.replaceAll(' ', '-')}.json`);
    rmSync(report, { force: true });
    const { code, output } = await part(
      `tests of ${half}`,
      bin('vitest'),
      [
        'run',
        '--project',
        project,
        ...files,
        ...(changed ? ['--changed', '--passWithNoTests'] : []),
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${report}`,
      ],
      // the queue has two slots, and each is one worker's
      { env: { UPRIGHT_ELDER_WORKERS: '1' } },
    );
    const counts = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : null;
    const fallen = counts ? counts.numFailedTests : 0;
    passed += counts ? counts.numPassedTests : 0;
    // a run that fell over without naming a test has failed all the same
    const silent = code !== 0 || !counts || (counts.numPassedTests === 0 && !changed);
    if (fallen > 0) failed += fallen;
    else if (silent) fell(`tests of ${half}`, output || 'ended without a count');
    for (const { name, assertionResults, message } of counts?.testResults ?? []) {
      if (message && !assertionResults.some(({ status }) => status === 'failed'))
        bad.push(`${name}\n${message.slice(0, 600)}`);
      for (const { status, fullName, failureMessages } of assertionResults)
        if (status === 'failed')
          bad.push(`${name}: ${fullName}\n${failureMessages.join('\n').slice(0, 600)}`);
    }
    return code === 0;
  },
});

/** What is built before anything runs on it. */
const build = (name, cost, command, args) => ({
  name,
  cost,
  work: async () => {
    const { code, output } = await part(name, bin(command), args, { quietly: true });
    if (code !== 0) fell(name, output);
    else if ((builds += 1) === 2) noteBuilt();
    return code === 0;
  },
});
let builds = 0;

const began = performance.now();
mkdirSync(join(ROOT, '.setup'), { recursive: true });
const limit = setTimeout(() => {
  endAll();
  fell('the whole run', `it did not end within ${LIMIT / 60000} minutes`);
  ending();
}, LIMIT);
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    endAll();
    process.exit(1);
  });

await Promise.all([ensureModules(), ...(changed ? [] : [ensureChromium()])]);
sweep();

/** Interface tests that look at pages of the scenario, or wait for the clock. */
const OF_PAGES = ['stories', 'walk', 'pages', 'zones', 'endure', 'built', 'live', 'one-screen'].map(
  (one) => `e2e/src/${one}.test.ts`,
);
const CODE = ['code built'];
const RUNS = [...CODE, 'interface built', 'database'];
const all = [
  build('code built', 900, 'tsc', ['-b', ...BUILDS]),
  build('interface built', 899, 'vite', ['build', 'web', '--logLevel', 'warn']),
  {
    name: 'database',
    cost: 898,
    work: async () => {
      await ensureDatabase();
      return true;
    },
  },
  // in two halves, one for each slot: what looks at every page of the scenario, and what works by hand
  tests('e2e', 700, RUNS, {
    part: 'e2e by hand',
    files: OF_PAGES.map((one) => `--exclude=${one}`),
  }),
  tests('e2e', 400, RUNS, { part: 'e2e of pages', files: OF_PAGES }),
  tests('core', 300, []),
  tests('server', 290, [...CODE, 'database']),
  check('lint', 255, CODE, 'eslint', [
    '.',
    '--max-warnings',
    '0',
    '--cache',
    '--cache-strategy',
    'content',
    '--cache-location',
    '.setup/eslint',
  ]),
  check('words', 12, [], NODE, ['scripts/words.mjs']),
  check('dead exports', 10, [], 'knip', ['--production', '--include', 'exports', '--no-progress']),
  check('types', 60, CODE, 'tsc', ['-b']),
  check('formatting', 58, [], 'prettier', [
    '--check',
    '.',
    '--cache',
    '--cache-strategy',
    'content',
    '--cache-location',
    '.setup/prettier',
    '--log-level',
    'warn',
  ]),
  ...['papers', 'exchange', 'web', 'demo', 'contract', 'drawings', 'standins'].map((project, i) =>
    tests(project, 20 - i, CODE),
  ),
];
const notBegun = await queue(
  changed
    ? all.filter(
        ({ name }) =>
          ![
            'tests of e2e by hand',
            'tests of e2e of pages',
            'tests of server',
            'interface built',
            'database',
          ].includes(name),
      )
    : all,
);
for (const name of notBegun) fell(name, 'not begun: what it needs has failed');
ending();

function ending() {
  clearTimeout(limit);
  const cpu = took.reduce((sum, [, , one]) => sum + (one ?? 0), 0);
  const rows = [
    ...took.sort((a, b) => b[1] - a[1]),
    ['all of it', (performance.now() - began) / 1000, cpu || null],
  ];
  const seconds = (value) => (value === null ? '–' : value.toFixed(0)).padStart(6);
  console.log(`${'part'.padEnd(24)}  wall s   CPU s`);
  for (const [name, wall, one] of rows) console.log(`${name.padEnd(24)}  ${seconds(wall)}  ${seconds(one)}`);
  for (const one of bad) console.log(`✕ ${one}`);
  if (changed) console.log('Only what the change can have broken, without server and interface.');
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
}
