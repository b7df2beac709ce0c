import { createHash } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { CardPage, Examination, Looked, OutFile } from '@upright-elder/contract';
import { draft } from '@upright-elder/core/jobs';
import { formatOf, TABLE_IDS } from '@upright-elder/exchange';
import { afterAll, describe, expect, it } from 'vitest';
import { ENTITIES } from './entities.js';
import { NO_CHOICES } from './exchange/staging.js';
import { look } from './exchange/take-in.js';
import { writeOut } from './exchange/write-out.js';
import { Database } from './store/database.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  fromTablet,
  id,
  INSTRUMENT,
  instrumentBody,
  PERSON,
  ROOM,
} from './testing/bodies.js';
import {
  ALL,
  altered,
  BARE,
  comeIn,
  decide,
  decided,
  goOut,
  takeIn,
  unpacked,
  withFile,
  withShop,
  type ShopText,
} from './testing/exchange.js';
import {
  folderOf06c8523,
  folderOf5557356,
  folderOfA63910e,
  folderOfCc72d0d,
  freshFolder,
  oldDemoFolder,
} from './testing/folders.js';

const open: AppUnderTest[] = [];
afterAll(() => Promise.all(open.map((server) => server.close())));

const start = async (folder = freshFolder()): Promise<AppUnderTest> => {
  const server = await startApp(folder);
  open.push(server);
  return server;
};
const put = async (server: AppUnderTest, path: string, body: object) => {
  const answer = (await server.call('PUT', path, body)) as { status: number; body: object };
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
};

/** A shop with one person. */
async function shopOf(name: string, person: string, by: string): Promise<AppUnderTest> {
  const server = await start();
  await put(server, `people/${by}`, { version: 0, name: person, role: 'master' });
  const settings = {
    units: {},
    tools: {},
    currency: '£',
    temperatureUnit: '°C',
    timeZone: null,
    sayIn: 'mm',
  };
  await put(server, 'shop', { version: 0, name, ...settings });
  return server;
}

const OWNER = 'Elspeth Marrow-Quint';
/** With a room, and an instrument that was examined and is on the bench. */
async function home(): Promise<AppUnderTest> {
  const server = await shopOf('Lantern Yard', 'Isbel Crane', PERSON);
  await put(server, `rooms/${ROOM}`, { version: 0, name: 'Loft', notes: 'woodworm in the beam', logger: '' });
  await put(
    server,
    `instruments/${INSTRUMENT}`,
    instrumentBody({
      ...{ owner: OWNER, complaint: `${OWNER} wants it lower`, homeRoomId: ROOM },
      marketValue: { text: '48765' },
    }),
  );
  await put(
    server,
    `examinations/${id(20)}`,
    examinationBody({ notes: `Mrs Marrow-Quint paid £ 85 last time` }),
  );
  const drafts = [
    draft({ newId: () => id(31) }, 'opened', null, {
      instrument: INSTRUMENT,
      name: 'Reset',
      from: 'by hand',
    }),
    draft({ newId: () => id(32) }, 'owner asked', null, {
      question: id(33),
      say: 'Shall we plug the screw holes?',
    }),
  ];
  const kept = await server.call('POST', 'jobs/events', {
    events: fromTablet(id(30), 1_780_000_000_000, drafts),
  });
  expect(kept).toMatchObject({ status: 200 });
  return server;
}
const away = () => shopOf('Osk’s bench', 'Maud Osk', id(901));

const shelf = async (server: AppUnderTest) => ((await server.call('GET', 'shelf')).body as CardPage).cards;
const examinationsOf = async (server: AppUnderTest) =>
  (await server.call('GET', `instruments/${INSTRUMENT}/examinations`)).body as Examination[];
const text = (bytes: Buffer | undefined): ShopText => JSON.parse(bytes!.toString('utf8')) as ShopText;
const left = (server: AppUnderTest) => {
  const folder = join(server.folder, 'exchange');
  return existsSync(folder) ? readdirSync(folder) : [];
};
const ONE = { ...BARE, notes: true, instruments: [INSTRUMENT] };

let asked: { server: AppUnderTest; bytes: Buffer } | null = null;
/** The little shop, and all of it in one file; made once. */
async function little() {
  if (asked) return asked;
  const server = await home();
  asked = { server, bytes: await goOut(server) };
  return asked;
}

describe('a whole shop', () => {
  it('comes into an empty one, and goes out again byte for byte', async () => {
    const first = await start(folderOfA63910e());
    const bytes = await goOut(first);
    expect((await goOut(first)).equals(bytes), 'twice').toBe(true);
    const second = await start();
    const coming = await comeIn(second, bytes);
    expect(coming).toMatchObject({
      ...{ state: 'looked', why: '' },
      looked: { isFresh: true, refusedInAll: 0, differsInAll: 0 },
    });
    const taken = await takeIn(second, coming);
    expect(taken, JSON.stringify(taken.body)).toMatchObject({ status: 200, body: { state: 'taken' } });
    expect((await goOut(second)).equals(bytes)).toBe(true);
    // what comes once more brings nothing
    const again = await comeIn(second, bytes);
    expect(again.looked).toMatchObject({ isOurs: true, isFresh: false, refusedInAll: 0, differsInAll: 0 });
    for (const { table, states } of again.looked!.tables)
      expect(Object.keys(states), table).toEqual(['same']);
    expect(left(second).filter((name) => name.startsWith(coming.id))).toEqual([]);
  });

  it.each([
    ['before all', oldDemoFolder],
    ['06c8523', folderOf06c8523],
    ['cc72d0d', folderOfCc72d0d],
    ['5557356', folderOf5557356],
  ])('of a folder of %s goes out, and would come in whole', async (_name, folderOf) => {
    const [folder, into] = [folderOf(), freshFolder()];
    for (const one of [folder, into])
      await (await Database.open(one, { entities: ENTITIES, newShop: true })).onApplicationShutdown();
    const archive = join(folder, 'out.zip');
    const { holds } = { holds: { for: 'ourselves' as const, owners: true, money: true, notes: true } };
    const { rows } = await writeOut({ folder, to: archive, holds, instruments: null });
    const found = await look({
      folder: into,
      archive,
      stage: join(into, 'stage.sqlite'),
      choices: NO_CHOICES,
    });
    expect(found).toMatchObject({ isFresh: true, refused: [], differs: [] });
    const added = (found as Looked).tables.reduce((sum, { states }) => sum + (states.added ?? 0), 0);
    expect(added).toBe(rows);
    expect(rows).toBeGreaterThan(1000);
  });

  it('asked for what is not there, or for nobody, is refused', async () => {
    const { server } = await little();
    for (const [more, status] of [
      [{ instruments: [] }, 422],
      [{ instruments: [id(999)] }, 404],
      [{ for: 'everybody' }, 422],
      [{ owners: 'yes' }, 422],
    ] as const)
      expect(await server.call('POST', 'exchange/out', { ...ALL, ...more })).toMatchObject({ status });
    expect(await server.call('GET', `exchange/out/${id(999)}`)).toMatchObject({ status: 404 });
  });

  it('can be stopped, and leaves nothing', async () => {
    const { server } = await little();
    const { id: file } = (await server.call('POST', 'exchange/out', ALL)).body as OutFile;
    await server.call('DELETE', `exchange/out/${file}`);
    let state = 'writing';
    while (state === 'writing') ({ state } = (await server.call('GET', `exchange/out/${file}`)).body);
    expect(state).toBeOneOf(['stopped', 'ready']);
    if (state === 'stopped') expect(left(server)).not.toContain(`${file}.zip`);
  });
});

describe('the format', () => {
  /** Columns that follow from others, and are counted anew where they come in. */
  const FOLLOW: Record<string, string[]> = {
    air_reading: ['day'],
    room: ['airRevision'],
    bench_event: ['arrived', 'said', 'saidSmall'],
    correction: ['id'],
    strike: ['id'],
  };

  it('has every column of every table that leaves, and no other', async () => {
    const { server } = await little();
    const { read } = server.app.get(Database);
    for (const table of TABLE_IDS) {
      const rows = await read.query<{ name: string }[]>(`SELECT "name" FROM pragma_table_xinfo('${table}')`);
      expect(rows.map(({ name }) => name).sort(), table).toEqual(
        [...Object.keys(formatOf(table).columns), ...(FOLLOW[table] ?? [])].sort(),
      );
    }
  });
});

describe('for the next shop', () => {
  it('nothing of the owners, no price and no note leaves where nobody ticked it', async () => {
    const { server, bytes } = await little();
    const whole = Buffer.concat([...(await unpacked(bytes)).values()]);
    const secrets = [
      OWNER,
      'Marrow',
      'Quint',
      '48765',
      '£ 85',
      'plug the screw',
      'wants it lower',
      'woodworm',
    ];
    const files = await unpacked(await goOut(server, { ...BARE, instruments: null }));
    for (const secret of secrets) {
      expect(whole.includes(secret), `${secret} for ourselves`).toBe(true);
      for (const [name, file] of files) expect(file.includes(secret), `${secret} in ${name}`).toBe(false);
    }
    expect([...files.keys()].filter((name) => name.startsWith('papers/'))).toEqual([]);
    expect(text(files.get('shop.json')).tables['shop']).toBeUndefined();
    // with a tick it goes along
    const ticked = await unpacked(
      await goOut(server, { ...BARE, owners: true, notes: true, instruments: null }),
    );
    const [owner] = text(ticked.get('shop.json')).tables['owner']!;
    expect(owner).toMatchObject({ name: OWNER });
    for (const [name, file] of ticked) expect(file.includes('48765'), name).toBe(false);
    // a paper says names, prices and notes in one: it goes with all three
    expect(text(ticked.get('shop.json')).tables['paper_given']).toBeUndefined();
  });

  it('one instrument brings what belongs to it, and nothing of another', async () => {
    const { server } = await little();
    await put(server, `instruments/${id(61)}`, instrumentBody({ nickname: 'Another one', owner: '' }));
    await put(server, `examinations/${id(62)}`, examinationBody({ instrumentId: id(61) }));
    const { tables } = text((await unpacked(await goOut(server, ONE))).get('shop.json'));
    expect(tables['instrument']!.map((one) => one['id'])).toEqual([INSTRUMENT]);
    expect(tables['examination']!.map((one) => one['id'])).toEqual([id(20)]);
    for (const { examinationId } of tables['reading']!) expect(examinationId).toBe(id(20));
    expect(tables['room']!.map((one) => one['id'])).toEqual([ROOM]);
    const rows = new Set(Object.values(tables).flatMap((all) => all.map((row) => row['id'])));
    for (const { rowId } of tables['edit']!) expect(rows).toContain(rowId);
  });
});

describe('an instrument that travels', () => {
  it('comes to another shop and back: what each shop wrote stays theirs, under its name', async () => {
    const { server: ours } = await little();
    const there = await away();
    const coming = await comeIn(there, await goOut(ours, ONE));
    expect(coming.looked).toMatchObject({ isFresh: false, isOurs: false, refusedInAll: 0 });
    expect(coming.looked!.people.map(({ name }) => name)).toEqual(['Isbel Crane']);
    const matched = await decide(there, coming, { people: { [PERSON]: id(901) } });
    expect((await takeIn(there, matched, id(901))).status).toBe(200);
    const [old] = await examinationsOf(there);
    expect(old).toMatchObject({ id: id(20), by: id(901) });
    expect((await there.call('GET', `instruments/${INSTRUMENT}/from-shops`)).body).toEqual([
      {
        shop: 'Lantern Yard',
        records: [
          { table: 'examination', count: 1 },
          { table: 'bench_event', count: 2 },
        ],
      },
    ]);
    const strike = await there.call('PUT', `strikes/examination/${id(20)}`, {
      struck: true,
      why: 'not ours',
      by: id(901),
    });
    expect(strike).toMatchObject({ status: 422 });
    expect(JSON.stringify(strike.body)).toContain('Lantern Yard wrote it');
    const changed = await there.call('PUT', `examinations/${id(20)}`, {
      ...examinationBody({ by: id(901), notes: 'ours' }),
      version: 1,
      why: 'x',
    });
    expect(changed).toMatchObject({ status: 422 });
    const note = fromTablet(id(30), 1_790_000_000_000, [
      draft({ newId: () => id(34) }, 'note', null, { say: 'ours' }),
    ]);
    const event = await there.call('POST', 'jobs/events', {
      events: note.map((one) => ({ ...one, by: id(901) })),
    });
    expect(event).toMatchObject({ status: 422 });
    // they go on with it in their own words
    await put(
      there,
      `examinations/${id(21)}`,
      examinationBody({ by: id(901), date: '2026-09-01', notes: 'at the Osks’' }),
    );
    const back = await comeIn(ours, await goOut(there, ONE));
    expect(back.looked).toMatchObject({ refused: [], differs: [], isOurs: false });
    expect((await takeIn(ours, back, PERSON)).status).toBe(200);
    expect((await examinationsOf(ours)).map((one) => one.id).sort()).toEqual([id(20), id(21)]);
    const theirs = await ours.call('PUT', `strikes/examination/${id(21)}`, {
      struck: true,
      why: 'no',
      by: PERSON,
    });
    expect(JSON.stringify(theirs.body)).toContain('Osk’s bench wrote it');
    // what was ours all the time is nobody else’s
    await put(ours, `strikes/examination/${id(20)}`, { struck: true, why: 'wrong rule', by: PERSON });
  });
});

describe('what differs', () => {
  it('is shown on both sides; ours stands, or theirs as a save of today', async () => {
    const ours = await home();
    const twin = await start();
    await takeIn(twin, await comeIn(twin, await goOut(ours)));
    const room = (name: string) => ({ version: 1, name, notes: 'woodworm in the beam', logger: '' });
    await put(twin, `rooms/${ROOM}`, room('Attic'));
    const further = await comeIn(ours, await goOut(twin));
    const columns = [{ column: 'name', ours: 'Loft', theirs: 'Attic' }];
    expect(further.looked!.differs).toMatchObject([
      { table: 'room', state: 'newer', take: 'theirs', columns },
    ]);
    await put(ours, `rooms/${ROOM}`, room('Store'));
    const coming = await comeIn(ours, await goOut(twin));
    expect(coming.looked!.differs).toMatchObject([
      {
        table: 'room',
        state: 'changed',
        take: 'ours',
        columns: [{ column: 'name', ours: 'Store', theirs: 'Attic' }],
      },
    ]);
    const { key } = coming.looked!.differs[0]!;
    const chosen = await decide(ours, coming, { take: { [`room ${key}`]: 'theirs' } });
    expect(chosen.looked!.differs[0]!.take).toBe('theirs');
    expect((await takeIn(ours, chosen, PERSON)).status).toBe(200);
    expect((await ours.call('GET', 'rooms')).body).toMatchObject([{ name: 'Attic', version: 3 }]);
    const edits = text((await unpacked(await goOut(ours))).get('shop.json')).tables['edit']!;
    expect(edits.filter(({ rowId }) => rowId === ROOM).at(-1)).toMatchObject({
      ...{ version: 3, by: PERSON, was: { name: 'Store' }, why: 'taken from Lantern Yard' },
    });
  });
});

describe('what is saved while a file is looked at', () => {
  it('is seen before anything is written: it is shown once more', async () => {
    const { bytes } = await little();
    const there = await away();
    const coming = await comeIn(there, bytes);
    expect(coming.looked!.refused).toEqual([]);
    await put(there, `rooms/${ROOM}`, { version: 0, name: 'Their own', notes: '', logger: '' });
    const first = await takeIn(there, coming, id(901));
    expect(first.status).toBe(422);
    expect(JSON.stringify(first.body)).toContain('has changed since this was shown');
    expect(await shelf(there)).toEqual([]);
    const again = await decided(there, coming.id);
    expect(again.looked!.differs).toMatchObject([{ table: 'room', take: 'ours' }]);
    expect((await takeIn(there, again, id(901))).status).toBe(200);
    expect((await there.call('GET', 'rooms')).body).toMatchObject([{ name: 'Their own' }]);
  });
});

describe('what cannot come in', () => {
  it('is refused row by row with what would do, put right by hand, or left out with what names it', async () => {
    const bytes = await withShop((await little()).bytes, ({ tables }) => {
      tables['examination']![0]!['date'] = '2024-13-01';
      tables['room']!.push({ ...tables['room']![0]!, id: id(405), besideRoomId: id(404) });
      tables['person']!.push({ ...tables['person']![0]! });
    });
    const server = await start();
    const coming = await comeIn(server, bytes);
    const { refused } = coming.looked!;
    expect(refused.find(({ table }) => table === 'examination')).toMatchObject({
      ...{ n: 0, column: 'date', typed: '"2024-13-01"', accepted: 'a day such as 2026-12-18' },
    });
    expect(refused.find(({ table }) => table === 'room')).toMatchObject({
      column: 'besideRoomId',
      typed: id(404),
    });
    expect(refused.find(({ table }) => table === 'person')!.accepted).toContain('twice');
    // what belongs to the examination has nothing to stand on
    expect(refused.filter(({ table }) => table === 'reading').length).toBeGreaterThan(3);
    expect(await takeIn(server, coming)).toMatchObject({ status: 422 });
    expect(await shelf(server)).toEqual([]);
    const mended = await decide(server, coming, {
      mends: { 'examination 0': { date: '2026-08-20' } },
      leaveOut: refused
        .filter(({ table }) => ['room', 'person'].includes(table))
        .map(({ table, n }) => `${table} ${n}`),
    });
    expect(mended.looked!.refused).toEqual([]);
    expect((await takeIn(server, mended)).status).toBe(200);
    expect(await shelf(server)).toHaveLength(1);
  });

  it('as a whole is refused in words, and leaves nothing', async () => {
    const { bytes } = await little();
    const server = await start();
    const cases: [string, Promise<Buffer> | Buffer][] = [
      ['no archive', Buffer.from('Dear Isbel')],
      ['cut off', bytes.subarray(0, bytes.length - 900)],
      ['reads up to 1', withShop(bytes, (shop) => void (shop.version = 99))],
      ['shop.json is missing', altered(bytes, (name, was) => (name === 'shop.json' ? null : was))],
      ['cut off', altered(bytes, (name, was) => (name === 'shop.json' ? was.slice(0, -2000) : was))],
      ['another program', altered(bytes, (name, was) => (name === 'shop.json' ? '{"tables":{}}' : was))],
    ];
    for (const [words, made] of cases) {
      const coming = await comeIn(server, await made);
      expect(coming.state, words).toBe('refused');
      expect(coming.why).toContain(words);
      expect(left(server)).toEqual([]);
    }
    expect(await shelf(server)).toEqual([]);
  });

  it('a picture that is none, or is another one than its name says, is refused', async () => {
    const { bytes } = await little();
    const server = await start();
    const letter = Buffer.from('Dear Isbel');
    const hash = createHash('sha256').update(letter).digest('hex');
    expect((await comeIn(server, await withFile(bytes, `pictures/${hash}.jpg`, letter))).why).toContain(
      'is no photograph',
    );
    expect(
      (await comeIn(server, await withFile(bytes, `pictures/${'a'.repeat(64)}.jpg`, letter))).why,
    ).toContain('is damaged');
    expect(left(server)).toEqual([]);
  });

  it('an event that is told otherwise than the shop has it is refused: events never change', async () => {
    const { server, bytes } = await little();
    const other = await withShop(
      bytes,
      ({ tables }) => void (tables['bench_event']![0]!['fingerprint'] = 'another'),
    );
    expect((await comeIn(server, other)).looked!.refused).toMatchObject([
      { table: 'bench_event', column: 'id' },
    ]);
    const unknown = await withShop(
      bytes,
      ({ tables }) => void (tables['bench_event']![1]!['body'] = { say: 7 }),
    );
    expect((await comeIn(server, unknown)).looked!.refused).toMatchObject([
      { table: 'bench_event', column: 'body' },
    ]);
  });
});
