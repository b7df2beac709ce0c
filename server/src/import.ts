// npm run import -- <file.zip>                    looks through it, and says what it would bring
// npm run import -- <file.zip> --yes --by <name>  takes it in, all or nothing; the program must not run meanwhile
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import type { Incoming, Looked } from '@upright-elder/contract';
import type { RowState } from '@upright-elder/core/exchange';
import { createApp } from './app.js';
import { configFrom } from './config.js';
import { InService } from './exchange/in.service.js';
import { PeopleService } from './people/people.service.js';

const USAGE =
  'Say which file: npm run import -- shop.zip. It says what the file would bring; with --yes --by "your name" it is taken in.';

function said({
  shop,
  isFresh,
  tables,
  refused,
  refusedInAll,
  differs,
  differsInAll,
  people,
  files,
}: Looked): string[] {
  const sum = (of: RowState) => tables.reduce((all, { states }) => all + (states[of] ?? 0), 0);
  return [
    `From ${shop.name}${isFresh ? ', into an empty shop' : ''}: ${sum('added')} records are new, ${sum('same')} are there already.`,
    ...tables.flatMap(({ table, states }) => (states.added ? [`  ${table}: ${states.added} new`] : [])),
    `${files.pictures} photographs, ${files.papers} papers.`,
    ...(differsInAll > 0
      ? [`${differsInAll} differ. What was edited further there comes in, else ours stays:`]
      : []),
    ...differs.map(
      ({ table, name, take, columns }) =>
        `  ${table} ${name}: ${take === 'theirs' ? 'theirs' : 'ours'} (${columns.map(({ column }) => column).join(', ')})`,
    ),
    ...(refusedInAll > 0 ? [`${refusedInAll} cannot be taken in as they are:`] : []),
    ...refused.map(
      ({ table, n, column, typed, accepted }) =>
        `  ${table}, row ${n + 1}, ${column}: “${typed}”. Accepted: ${accepted}.`,
    ),
    ...(people.some(({ likely }) => likely) && !isFresh
      ? ['Some of their people may be yours: match them in the program, under Shop, In and out.']
      : []),
  ];
}

try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { yes: { type: 'boolean', default: false }, by: { type: 'string', default: '' } },
  });
  const [file] = positionals;
  if (!file) throw new Error(USAGE);
  const path = resolve(file);
  if (!existsSync(path)) throw new Error(`${path} is not there.`);
  const app = await createApp({ ...configFrom(process.env), quiet: true });
  await app.init();
  try {
    const ins = app.get(InService);
    const wait = async (id: string, states: readonly Incoming['state'][]): Promise<Incoming> => {
      for (;;) {
        const now = ins.get(id);
        if (!states.includes(now.state)) return now;
        await new Promise((later) => setTimeout(later, 100));
      }
    };
    const { id, state, why, looked } = await wait((await ins.fromFile(path)).id, ['looking']);
    if (state !== 'looked' || !looked) throw new Error(why);
    for (const line of said(looked)) console.log(line);
    if (!values.yes) console.log('Nothing was written. To take it in: --yes --by "your name".');
    else {
      const people = await app.get(PeopleService).list();
      const by = people.find(({ name }) => name.toLowerCase() === values.by.trim().toLowerCase());
      if (!by && !looked.isFresh)
        throw new Error(
          `Say who takes it in: --by with one of ${people.map(({ name }) => `“${name}”`).join(', ') || 'the people of the shop'}.`,
        );
      const { rows } = await ins.take(id, { by: by?.id ?? null });
      console.log(`Taken in: ${rows} records.`);
    }
  } finally {
    await app.close();
  }
} catch (error) {
  const { code, message, problem } = error as {
    code?: string;
    message: string;
    problem?: { errors?: { reason: string; accepted: string }[] };
  };
  const [fault] = problem?.errors ?? [];
  console.error(
    code?.startsWith('ERR_PARSE_ARGS')
      ? USAGE
      : fault
        ? `${fault.reason}: ${fault.accepted} is accepted.`
        : message,
  );
  process.exit(1);
}
