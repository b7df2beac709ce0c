// npm run demo: the program with the invented scenario in ./data-demo, kept between starts, and its stand-ins.
// --fresh writes the scenario anew; so does a change of the tables, which first moves the old folder aside.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureProgram, fail, filesUnder, ROOT, run, say, startServer, startStandIn } from './setup.mjs';

// the server ends with this code where its page asked for the scenario of today
const WRITE_ANEW = 75;

const folder = join(ROOT, 'data-demo');
const stamp = join(folder, 'scenario');
const tables = createHash('sha256');
for (const file of filesUnder('server/src/store/migrations')) tables.update(readFileSync(join(ROOT, file)));
const wanted = tables.digest('hex');

const began = performance.now();
await ensureProgram();

// its first line tells which tables it was written for, its second on which day: what the scenario tells stands beside that day
const [writtenFor] = existsSync(stamp) ? readFileSync(stamp, 'utf8').split('\n') : [''];
const filled = writtenFor === wanted;
if (process.argv.includes('--fresh')) {
  rmSync(folder, { recursive: true, force: true });
} else if (!filled && existsSync(stamp)) {
  const aside = `${folder}.before-${new Date().toISOString().slice(0, 19).replaceAll(':', '')}`;
  renameSync(folder, aside);
  say(`The tables have changed: the old demo data was moved to ${aside}.`);
} else if (!filled) {
  // a first start that was cut short left nothing worth keeping
  rmSync(folder, { recursive: true, force: true });
}

const gauges = startStandIn('gauge-box.ts', [process.env.UPRIGHT_ELDER_GAUGE_PORT ?? '0']);
const box = await gauges.said(/gauge box at (\S+)/u);
const logger = startStandIn('room-logger.ts', [join(folder, 'logger'), 'loft']);
const { child, opened } = startServer(
  {
    UPRIGHT_ELDER_DATA: folder,
    UPRIGHT_ELDER_DEMO: stamp,
    UPRIGHT_ELDER_GAUGES: box,
    UPRIGHT_ELDER_LOGS: join(folder, 'logger'),
  },
  { quietly: true },
);
child.on('exit', (code) => {
  [gauges, logger].forEach((standIn) => standIn.child.kill());
  if (code === WRITE_ANEW) anew();
  else process.exit(code ?? 0);
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
const address = await opened.catch((error) => fail(error.message));
const kept = existsSync(stamp);
if (!kept) {
  say('Writing the scenario: Lantern Yard and the instruments of the Ferry Band, some seconds.');
  const { code, output } = await run(
    process.execPath,
    ['--import', 'tsx', join(ROOT, 'demo/src/main.ts'), address],
    { quietly: true },
  );
  if (code !== 0) {
    child.kill();
    fail(`The scenario could not be written:\n${output}`);
  }
  say(output.trim());
  writeFileSync(stamp, `${wanted}\n${(await demoOf(address)).today}`);
}
say(`The gauge box's stand-in speaks at ${box}, the room logger's writes into ${join(folder, 'logger')}.`);
const { writtenOn, today } = await demoOf(address);
if (kept && writtenOn !== today)
  say(
    `This demo was written on ${writtenOn}: what sets, rests and is promised there stands at that day. ` +
      'The shelf offers to write it anew for today; so does npm run demo -- --fresh.',
  );
const took = Math.round((performance.now() - began) / 1000);
say(`Upright Elder with its demo is open at ${address} (after ${took} s; Ctrl C ends it).`);

/** What the program says of its demo: the day it was written on, and today by the shop's clock. */
async function demoOf(address) {
  return (await fetch(`${address}/api/demo`)).json();
}

/** Begins again with today's scenario, at the same address. */
function anew() {
  say('The demo is written anew for today, as its page asked.');
  const again = spawn(process.execPath, [join(ROOT, 'scripts/demo.mjs'), '--fresh'], {
    cwd: ROOT,
    env: { ...process.env, UPRIGHT_ELDER_PORT: new URL(address).port },
    stdio: 'inherit',
  });
  process.removeAllListeners('SIGINT');
  process.removeAllListeners('SIGTERM');
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => again.kill(signal));
  again.on('exit', (code) => process.exit(code ?? 0));
}
