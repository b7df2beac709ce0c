// npm run export -- <file.zip>                               the whole shop, for yourselves
// npm run export -- <file.zip> --for "next shop" --instrument <nickname> --owners --money --notes
// It only reads: the program may run meanwhile.
import { existsSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import BetterSqlite3 from 'better-sqlite3';
import { FOR_WHOM, type ForWhom } from '@upright-elder/core/exchange';
import { configFrom } from './config.js';
import { PROGRESS } from './exchange/progress.js';
import { writeOut } from './exchange/write-out.js';
import { because, DATA_FILE, kindOfDataFile } from './store/folder.js';

const USAGE =
  'Say where to: npm run export -- shop.zip. To another shop: npm run export -- guitar.zip --for "next shop" --instrument "the nickname", with --owners, --money, --notes where they may know.';

/** Ids of the instruments of these nicknames; null: all. @throws Error where there is none, or more than one */
function chosen(folder: string, nicknames: readonly string[]): string[] | null {
  if (nicknames.length === 0) return null;
  const database = new BetterSqlite3(join(folder, DATA_FILE), { readonly: true });
  try {
    const find = database
      .prepare('SELECT "id" FROM "instrument" WHERE "nickname" = ? COLLATE NOCASE OR "id" = ?')
      .pluck();
    return nicknames.map((name) => {
      const found = find.all(name, name) as string[];
      if (found.length === 1) return found[0]!;
      throw new Error(
        found.length === 0
          ? `There is no instrument “${name}”.`
          : `${found.length} instruments are called “${name}”: say the id.`,
      );
    });
  } finally {
    database.close();
  }
}

try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      for: { type: 'string', default: 'ourselves' },
      instrument: { type: 'string', multiple: true, default: [] },
      owners: { type: 'boolean', default: false },
      money: { type: 'boolean', default: false },
      notes: { type: 'boolean', default: false },
    },
  });
  const [file] = positionals;
  const whom = FOR_WHOM.find((one) => one === values.for);
  if (!file) throw new Error(USAGE);
  if (!whom) throw new Error(`--for is “${values.for}”; accepted: ${FOR_WHOM.join(', ')}.`);
  const to = resolve(file);
  if (existsSync(to)) throw new Error(`${to} is there already. Choose another name, or move it away.`);
  const { dataFolder } = configFrom(process.env);
  if (kindOfDataFile(dataFolder) !== 'database') throw new Error(`There is no shop in ${dataFolder}.`);
  const all = (whom satisfies ForWhom) === 'ourselves';
  const progress = new SharedArrayBuffer(3 * Float64Array.BYTES_PER_ELEMENT);
  const told = new Float64Array(progress);
  const say = setInterval(() => {
    const [done, total] = [told[PROGRESS.done]!, told[PROGRESS.total]!];
    if (total > 0) console.log(`${Math.floor((100 * done) / total)} %`);
  }, 2000);
  const { rows } = await writeOut({
    ...{ folder: dataFolder, to, progress },
    instruments: chosen(dataFolder, values.instrument),
    holds: {
      for: whom,
      owners: all || values.owners,
      money: all || values.money,
      notes: all || values.notes,
    },
  }).finally(() => clearInterval(say));
  console.log(`${to}\n${(statSync(to).size / 1e6).toFixed(1)} MB, ${rows} records.`);
} catch (error) {
  const { code } = error as { code?: string };
  console.error(
    code?.startsWith('ERR_PARSE_ARGS')
      ? USAGE
      : code
        ? `It could not be written: ${because(error)}.`
        : (error as Error).message,
  );
  process.exit(1);
}
