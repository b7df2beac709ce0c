import { appendFileSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileOf, HEADING, hoursUntil, rowOf } from './logger.js';

/**
 * The room logger's stand-in: `room-logger.ts FOLDER NAME [seconds between readings]`. Writes one CSV file a day into
 * the folder: the hours since midnight at once, then a line at a time.
 */
const [folder, name, every = '60'] = process.argv.slice(2);
if (!folder || !name) {
  console.error('A folder and a name are needed, such as: room-logger.ts ./logger loft');
  process.exit(1);
}
mkdirSync(folder, { recursive: true });

function write(now: Date): void {
  const path = join(folder!, fileOf(name!, now));
  if (existsSync(path)) appendFileSync(path, `${rowOf(now)}\r\n`);
  else writeFileSync(path, `${[HEADING, ...hoursUntil(now).map(rowOf)].join('\r\n')}\r\n`);
}
write(new Date());
setInterval(() => write(new Date()), Number(every) * 1000);
