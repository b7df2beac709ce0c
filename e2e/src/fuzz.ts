import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Client } from './ask.js';
import { DatabaseSync } from './readTables.js';
import { fillScenario, startProgram } from './program.js';
import {
  bodyFor,
  junkId,
  mutated,
  pick,
  queryFor,
  randomOf,
  type Chance,
  type OpenApi,
  type Operation,
} from './fuzzInputs.js';

/**
 * npm run fuzz -- --requests N --seed S: sends what nobody should send to every address of the program's own
 * description, from four clients at once, on a folder of its own that holds the scenario. Ends with a table and with 1
 * where anything did not hold.
 */
const CLIENTS = 4;
const SLOWEST_MS = 2000;
const MOST_MB = 700;
const MORE_MB = 60;
/** From here on memory may not grow: what is kept of answers has its limit, which so many requests reach. */
const WARM = 8000;

/** What must never stand in an answer: folders of the machine, SQL, stacks. */
const LEAKS =
  /\/(?:tmp|home|root|work|usr|var)\/[\w.-]+|SQLITE_|\bSELECT\b.+\bFROM\b|INSERT INTO|\bat [\w.]+ \(|node_modules|\.js:\d+/u;

/** Whoever asks how the shop is kept is told its folders, and reading them all takes its time. */
const ofBackups = (path: string): boolean => /\/backups(?:\/|$)/u.test(path);

function argument(name: string, otherwise: number): number {
  const at = process.argv.indexOf(`--${name}`);
  const value = at < 0 ? otherwise : Number(process.argv[at + 1]);
  if (!Number.isInteger(value) || value < 1) throw new Error(`--${name} takes a whole number from 1`);
  return value;
}

const requests = argument('requests', 20000);
const seed = argument('seed', 1);

const program = await startProgram('2026-09-02T09:00:00Z', { UPRIGHT_ELDER_QUIET: '1' });
const clients = Array.from({ length: CLIENTS }, () => new Client(program.address));
const faults: string[] = [];
const causes = new Map<string, number>();
const statuses = new Map<number, number>();
let slowest = { ms: 0, what: '' };
let known: Record<string, string[]> = {};

try {
  await fillScenario(program.address);
  const description = (await (await fetch(`${program.address}/api/openapi.json`)).json()) as OpenApi;
  const operations = operationsOf(description);
  known = await idsOf(program.address);
  const before = tables();
  const began = performance.now();
  let sent = 0;
  let warm = 0;
  let most = 0;
  const hand = async (number: number) => {
    const chance = randomOf(seed * 1000 + number);
    while (sent < requests) {
      sent++;
      await one(clients[number]!, chance, operations, description);
      if (sent % 250 === 0) {
        const now = memory();
        most = Math.max(most, now);
        if (sent >= WARM && warm === 0) warm = now;
      }
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, (_, i) => hand(i)));
  // what is still being worked out beside gives its memory back
  await wait(3000);
  const last = memory();
  const lost = rowsLost(before, tables());
  const seconds = (performance.now() - began) / 1000;
  console.log(
    [...statuses.entries()]
      .sort((a, b) => a[0] - b[0])
      .map(([status, count]) => `${status}: ${count}`)
      .join(', '),
  );
  for (const [cause, count] of causes) console.log(`✕ ${count} × ${cause}`);
  for (const fault of faults.slice(0, 20)) console.log(`✕ ${fault}`);
  const rows: [string, string, string, boolean][] = [
    ['requests', String(requests), String(sent), sent >= requests],
    ['minutes', '≤ 10', (seconds / 60).toFixed(1), seconds <= 600],
    ['answers 500', '0', String(statuses.get(500) ?? 0), !statuses.has(500)],
    [
      'slowest JSON answer, ms',
      `≤ ${SLOWEST_MS}`,
      `${slowest.ms.toFixed(0)} (${slowest.what})`,
      slowest.ms <= SLOWEST_MS,
    ],
    ['paths, SQL or stacks in answers', '0', String(faults.length), faults.length === 0],
    ['rows of the scenario lost', '0', String(lost.length), lost.length === 0],
    ['memory at most, MB', `< ${MOST_MB}`, most.toFixed(0), most < MOST_MB],
    [
      `more than after ${WARM}, MB`,
      `≤ ${MORE_MB}`,
      (last - warm).toFixed(0),
      requests < 2 * WARM || last - warm <= MORE_MB,
    ],
  ];
  for (const one of lost.slice(0, 10)) console.log(`✕ lost: ${one}`);
  console.log(`\nseed ${seed}`);
  for (const [figure, wanted, measured, held] of rows)
    console.log(
      `${figure.padEnd(34)} ${wanted.padEnd(10)} ${measured.padEnd(40)} ${held ? 'held' : 'short'}`,
    );
  process.exitCode = rows.every(([, , , held]) => held) ? 0 : 1;
} finally {
  clients.forEach((client) => client.close());
  await program.close();
}

function operationsOf({ paths }: OpenApi): Operation[] {
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, spec]) => ({ path, method: method.toUpperCase(), spec })),
  );
}

/** Ids that there are, by what the address calls them, so that rubbish gets beyond the first door. */
async function idsOf(address: string): Promise<Record<string, string[]>> {
  const get = async <T>(path: string) => (await (await fetch(`${address}/api/${path}`)).json()) as T;
  type Row = { id: string };
  const instruments = (await get<{ cards: Row[] }>('shelf')).cards.map(({ id }) => id);
  const of = async (path: string) =>
    (await Promise.all(instruments.map((id) => get<Row[]>(`instruments/${id}/${path}`))))
      .flat()
      .map(({ id }) => id);
  return {
    instruments,
    examinations: await of('examinations'),
    marks: await of('marks'),
    photographs: await of('photographs'),
    rooms: (await get<Row[]>('rooms')).map(({ id }) => id),
    people: (await get<Row[]>('people')).map(({ id }) => id),
    tools: (await get<Row[]>('tools')).map(({ id }) => id),
    protocols: (await get<Row[]>('protocols')).map(({ id }) => id),
  };
}

async function one(
  client: Client,
  chance: Chance,
  operations: Operation[],
  description: OpenApi,
): Promise<void> {
  const { path, method, spec } = pick(chance, operations);
  if (path.endsWith('/events')) return;
  const subject = path.split('/').find((part) => part in known) ?? 'instruments';
  const address = path
    .replace(/\{kind\}/gu, () =>
      pick(chance, [
        'examination',
        'intervention',
        'mark',
        'person',
        'room',
        'tool',
        'import',
        'photograph',
        'x',
      ]),
    )
    .replace(/\{(\w+)\}/gu, () =>
      chance() < 0.75 ? pick(chance, known[subject]!) : encodeURIComponent(junkId(chance)),
    );
  const what = `${method} ${path}`;
  // backups of the whole shop are made by the dozen, not by the thousand
  if (method === 'POST' && ofBackups(path) && chance() > 0.02) return;
  const asked =
    method === 'GET' || chance() < 0.9 ? method : pick(chance, ['PUT', 'POST', 'DELETE', 'PATCH']);
  const raw =
    method === 'GET' ? undefined : await bodyOf(chance, { path, method, spec }, address, description);
  const response = await client
    .ask(
      asked,
      address + queryFor(chance, spec),
      chance() < 0.97
        ? 'application/json'
        : pick(chance, ['text/plain', 'application/x-www-form-urlencoded', '']),
      asked === 'GET' ? undefined : raw,
    )
    .catch((error: unknown) => String(error));
  if (typeof response === 'string') {
    // what no client can send at all is not the program's
    if (/ERR_UNESCAPED|Invalid character|ERR_INVALID/u.test(response)) return;
    const cause = `${what}: ${response}`;
    causes.set(cause, (causes.get(cause) ?? 0) + 1);
    return;
  }
  const { text, ms } = response;
  statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
  const json = response.type.includes('json');
  if (json && ms > slowest.ms && !ofBackups(path)) slowest = { ms, what };
  if (response.status === 500) {
    const cause = `${what} ${text.slice(0, 120)} ${String(raw).slice(0, 200)}`;
    causes.set(cause, (causes.get(cause) ?? 0) + 1);
  }
  if (json && LEAKS.test(text) && !ofBackups(path) && !path.endsWith('/log-files'))
    faults.push(`${what} ${response.status}: ${LEAKS.exec(text)![0]}`);
  if ((response.status === 503 || response.status === 507) && !/"detail":"[A-Z“]/u.test(text))
    faults.push(`${what} ${response.status} without a sentence`);
}

/** A body out of what is stored, changed at one place or at many; or one that nobody ever saw. */
async function bodyOf(
  chance: Chance,
  { path, spec }: Operation,
  address: string,
  description: OpenApi,
): Promise<string> {
  const fresh = bodyFor(chance, spec, description);
  const stored = chance() < 0.6 ? await storedBody(address, path, fresh) : null;
  return mutated(chance, named(chance, stored ?? fresh));
}

/** Names of people and instruments that there are, so that most of what is wrong is wrong further in. */
function named(chance: Chance, body: unknown): unknown {
  if (typeof body !== 'object' || body === null || chance() < 0.1) return body;
  const names: Record<string, string> = {
    by: pick(chance, known.people!),
    instrumentId: pick(chance, known.instruments!),
    homeRoomId: pick(chance, known.rooms!),
    protocol: 'full',
    date: '2026-08-20',
  };
  const fresh = !('readings' in body) || (body as { version?: number }).version === 0;
  return Object.fromEntries(
    Object.entries(body).map(([key, value]) => [
      key,
      key in names && (key === 'by' || (fresh && typeof value !== 'object')) ? names[key] : value,
    ]),
  );
}

/** What is stored under the address, cut to what may be sent there. */
async function storedBody(address: string, path: string, fresh: unknown): Promise<unknown> {
  if (!/\{id\}|\/shop$/u.test(path) || path.includes('strikes') || path.endsWith('/air')) return null;
  const response = await fetch(program.address + address).catch(() => null);
  if (!response?.ok) return null;
  const stored = (await response.json()) as Record<string, unknown>;
  const wanted = Object.keys(fresh as object);
  const sent = (stored.plan ?? stored) as Record<string, unknown>;
  return Object.fromEntries(
    wanted.map((key) => [key, key in sent ? sent[key] : (fresh as Record<string, unknown>)[key]]),
  );
}

function memory(): number {
  const line = /VmRSS:\s+(\d+)/u.exec(readFileSync(`/proc/${program.pid()}/status`, 'utf8'));
  return Number(line?.[1] ?? 0) / 1024;
}

/** Keys of what may never vanish, and the readings with their texts. */
function tables(): Map<string, Set<string>> {
  const file = new DatabaseSync(join(program.folder, 'upright-elder.sqlite'));
  const keys = (sql: string) => new Set(file.all(sql));
  const found = new Map(
    ['person', 'room', 'instrument', 'examination', 'mark', 'photograph', 'tool', 'protocol', 'plan'].map(
      (table) => [table, keys(`SELECT "id" FROM "${table}"`)],
    ),
  );
  found.set(
    'air',
    keys(`SELECT "roomId" || "at" FROM "air_reading" UNION SELECT "importId" || "at" FROM "air_set_aside"`),
  );
  // a reading that was corrected stands among the corrections
  found.set(
    'reading',
    keys(
      `SELECT "examinationId" || "quantity" || "place" FROM "reading" UNION SELECT "examinationId" || "line" || "place" FROM "correction"`,
    ),
  );
  file.close();
  return found;
}

function rowsLost(before: Map<string, Set<string>>, after: Map<string, Set<string>>): string[] {
  return [...before].flatMap(([table, keys]) =>
    [...keys].filter((key) => !after.get(table)!.has(key)).map((key) => `${table} ${key}`),
  );
}
