// npm run demo: the program with the invented scenario in ./data-demo, kept between starts, and its stand-ins.
// --fresh writes the scenario anew; so does a change of the tables, which first moves the old folder aside.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  endWith,
  ensureProgram,
  fail,
  filesUnder,
  ROOT,
  run,
  say,
  startServer,
  startStandIn,
} from './setup.mjs';

const folder = join(ROOT, 'data-demo');
const stamp = join(folder, 'scenario');
const tables = createHash('sha256');
for (const file of filesUnder('server/src/store/migrations')) tables.update(readFileSync(join(ROOT, file)));
const wanted = tables.digest('hex');

const began = performance.now();
await ensureProgram();

// its first line tells which tables it was written for, its second on which day: what the scenario tells stands beside that day
const [writtenFor, writtenOn = ''] = existsSync(stamp) ? readFileSync(stamp, 'utf8').split('\n') : [''];
const filled = writtenFor === wanted;
const day = new Date().toISOString().slice(0, 10);
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
  { UPRIGHT_ELDER_DATA: folder, UPRIGHT_ELDER_GAUGES: box, UPRIGHT_ELDER_LOGS: join(folder, 'logger') },
  { quietly: true },
);
child.on('exit', () => [gauges, logger].forEach((standIn) => standIn.child.kill()));
endWith(child);
const address = await opened.catch((error) => fail(error.message));
if (!existsSync(stamp)) {
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
  writeFileSync(stamp, `${wanted}\n${day}`);
}
say(`The gauge box's stand-in speaks at ${box}, the room logger's writes into ${join(folder, 'logger')}.`);
if (existsSync(stamp) && writtenOn !== '' && writtenOn !== day)
  say(
    `This demo was written on ${writtenOn}: what sets, rests and is promised there stands at that day. ` +
      'npm run demo -- --fresh writes it anew for today.',
  );
const took = Math.round((performance.now() - began) / 1000);
say(`Upright Elder with its demo is open at ${address} (after ${took} s; Ctrl C ends it).`);
