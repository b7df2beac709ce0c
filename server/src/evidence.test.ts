import {
  bodyPlanInputOf,
  type Edit,
  type Examination,
  type Intervention,
  type Mark,
  type Problem,
  type Sighting,
  type Strike,
} from '@upright-elder/contract';
import { bodyPlanFrom, usualOutline } from '@upright-elder/core/body-plan';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Clock } from './clock.js';
import { Database } from './store/database.js';
import { EDITED_TABLES, TABLES, type EditedTable } from './store/tables.js';
import { inWords, isEdited } from './store/versioned.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  interventionBody,
  PERSON,
  ROOM,
} from './testing/bodies.js';

const TAM = id(5);
const EXAMINATION = id(50);
const SECOND = id(3000);
const AT_FIRST = '2026-11-24T09:00:00.000Z';
const AT_ONCE = '2026-11-24T10:30:00.000Z';
const LATER = '2026-11-24T14:00:00.000Z';
const NEXT_DAY = '2026-11-25T09:00:00.000Z';

let server: AppUnderTest;
let picture: string;
const put = (path: string, body: object) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;
const at = (instant: string) => server.app.get(Clock).setOn(instant);
const edits = (table: string, of: string) => get<Edit[]>(`edits/${table}/${of}`);
const asked = (answer: { body: unknown }) => (answer.body as Problem).errors?.map(({ field }) => field);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`people/${TAM}`, { version: 0, name: 'Tam Orrell', role: 'luthier' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: '', kind: 'home' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
  await put(`instruments/${SECOND}`, instrumentBody({ nickname: 'Halyard' }));
  await put(`examinations/${EXAMINATION}`, examinationBody({ date: '2026-03-20', notes: 'first words' }));
  await put(`examinations/${id(51)}`, examinationBody({ instrumentId: SECOND, date: '2026-03-21' }));
  const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#777' } })
    .png()
    .toBuffer();
  picture = ((await server.sendBytes('pictures', bytes)).body as { picture: string }).picture;
});
afterAll(() => server.close());

const sighting = (over: Partial<Sighting> = {}): Sighting => ({
  date: '2026-11-24',
  examinationId: null,
  path: [
    [0.1, 0.1],
    [0.16, 0.1],
  ],
  from: null,
  to: null,
  ruler: null,
  width: null,
  depth: null,
  through: null,
  state: 'quiet',
  cleated: false,
  note: '',
  ...over,
});
const mark = (over: object = {}) => ({
  version: 0,
  instrumentId: INSTRUMENT,
  by: PERSON,
  face: 'top',
  kind: 'crack',
  brace: null,
  name: 'by the tail',
  sightings: [sighting()],
  ...over,
});
const photograph = (over: object = {}) => ({
  version: 0,
  instrumentId: INSTRUMENT,
  examinationId: null,
  markId: null,
  picture,
  takenOn: '2026-08-01',
  spot: 'front',
  note: 'crack open',
  by: PERSON,
  ...over,
});
const prediction = (over: object = {}) => ({
  version: 0,
  instrumentId: INSTRUMENT,
  by: PERSON,
  cause: 'neck angle',
  plan: 'sound',
  shown: null,
  ...over,
});
const TRIED_ON_TOP = {
  loose: [],
  strings: 'light',
  tuning: 'standard',
  moisture: 0,
  anchor: 'bridge',
  plateCracked: false,
};
const plan = () => bodyPlanFrom(usualOutline('auditorium'), 'x');
const string = (gauge: string) => ({
  gauge,
  wound: false,
  material: 'steel',
  winding: 'phosphor-bronze',
  shape: 'round',
  coreMaterial: 'steel',
  core: '',
  octave: false,
});

const TREATMENT = {
  version: 0,
  by: PERSON,
  name: 'Old varnish cleaned',
  for: 'looks',
  stage: 'look',
  hands: [1, 2],
  wait: [0, 0],
  supplies: [0, 5],
  materials: [],
  gate: '',
  putAway: false,
};
const SHOP = {
  version: 0,
  name: 'The workshop',
  units: {},
  tools: {},
  currency: '',
  temperatureUnit: '°C',
  sayIn: '64ths',
};

interface Tried {
  path: (of: string) => string;
  id: string;
  first: object;
  /** every part of it that a person can change, changed */
  changed: object;
  /** columns that nobody changes, and why the list of columns does not hold */
  fixed: string[];
  /** columns whose change asks for a word on why, once the first hours are over */
  asks: string[];
}

/** Saved under what they belong to, not alone: load-tests.test.ts and calendar.test.ts try them. */
const APART = ['weighing', 'calendar_pin', 'calendar_plan'] as const;
type Apart = (typeof APART)[number];

/** A table that is added to the list has no line here, and does not compile. */
const TRIED: Record<Exclude<EditedTable, Apart>, Tried> = {
  owner: {
    id: id(3052),
    path: (of) => `owners/${of}`,
    first: { version: 0, name: 'Maud Petrel', reach: '', note: '', checked: true, by: PERSON },
    changed: {
      version: 1,
      name: 'Maud Petrell',
      reach: 'by mail',
      note: 'mornings only',
      checked: false,
      by: PERSON,
    },
    // taken away on request alone: tried in owners.test.ts
    fixed: ['erased'],
    asks: [],
  },
  air_answer: {
    id: id(3051),
    path: (of) => `air-answers/${of}`,
    first: {
      version: 0,
      instrumentId: INSTRUMENT,
      roomId: null,
      answer: 'log wrong',
      from: '2024-02-17',
      to: null,
      by: PERSON,
    },
    changed: {
      version: 1,
      instrumentId: INSTRUMENT,
      roomId: null,
      answer: 'misread',
      from: '2024-02-18',
      to: '2024-03-01',
      by: PERSON,
    },
    // an answer belongs to the one instrument or room that was asked about
    fixed: ['instrumentId', 'roomId'],
    asks: [],
  },
  instrument: {
    id: id(3001),
    path: (of) => `instruments/${of}`,
    first: instrumentBody({ nickname: 'the other Purser' }),
    changed: {
      ...instrumentBody({
        nickname: 'Bosun',
        maker: 'Hallow & Finch',
        identity: '1931',
        doubtful: ['label'],
        owner: 'a reed player',
        complaint: 'buzzes',
        playingStyle: 'gentle',
        reliefSchool: 'nearly-straight',
        homeRoomId: ROOM,
        keptRoomId: ROOM,
        type: 'archtop',
        bodyJoin: 12,
        stringSet: 'medium',
        designStringSet: 'light',
        tuning: 'drop-d',
        topSpecies: 'red-spruce',
        laminatedTop: true,
        construction: 'ladder braced',
        rod: 'none',
        marketValue: { text: '900' },
        worthToOwner: { text: '2000' },
        budget: { text: '300' },
        scale: { text: '600', unit: 'mm' },
        build: { bracing: 'ladder' },
      } as never),
      keptFrom: '42',
      keptTo: '52',
      ...Object.fromEntries(
        [
          ['targetBass', '2.6'],
          ['targetTreble', '2'],
          ['heelDepth', '97'],
          ['heelWidth', '56'],
          ['extension', '120'],
          ['bodyLength', '490'],
          ['bodyWidth', '400'],
          ['archHeight', '16'],
          ['topThickness', '2.9'],
          ['domeRadius', '9000'],
          ['stringHeight', '12'],
          ['stringHeightBefore', '11'],
          ['builtBridge', '9'],
          ['nutWidth', '43'],
          ['stringSpread', '55'],
        ].map(([name, text]) => [name, { text, unit: 'mm' }]),
      ),
    },
    fixed: [],
    asks: ['scale', 'bodyJoin', 'type'],
  },
  examination: {
    id: id(3002),
    path: (of) => `examinations/${of}`,
    first: examinationBody({ date: '2026-04-20', notes: 'creaks' }),
    changed: examinationBody({
      date: '2026-04-21',
      notes: 'silent',
      protocol: 'quick',
      askingPrice: '900',
      conditions: { ...examinationBody().conditions, humidity: '61' },
    }),
    fixed: ['instrumentId'],
    asks: ['date', 'conditions', 'protocol', 'notes'],
  },
  intervention: {
    id: id(3003),
    path: (of) => `interventions/${of}`,
    first: interventionBody({ date: '2026-05-02', note: 'glued', hours: '2' }),
    changed: {
      ...interventionBody({
        kinds: ['saddle'],
        treatments: ['saddle'],
        note: 'trimmed',
        hours: '40',
        time: '14:30',
        follows: EXAMINATION,
        date: '2026-03-20',
      }),
    },
    // a day that is roughly known cannot follow an examination: tried on its own below
    fixed: ['instrumentId', 'changes', 'roughly'],
    asks: ['date', 'time', 'follows', 'kinds', 'treatments', 'note', 'hours'],
  },
  mark: {
    id: id(3004),
    path: (of) => `marks/${of}`,
    first: mark(),
    changed: mark({
      face: 'back',
      kind: 'patch',
      name: 'on the back',
      brace: 'whatever',
      sightings: [sighting({ note: 'wider' })],
    }),
    fixed: ['instrumentId'],
    asks: ['face', 'kind', 'name'],
  },
  photograph: {
    id: id(3005),
    path: (of) => `photographs/${of}`,
    // the picture is taken in before the tests
    get first() {
      return photograph();
    },
    get changed() {
      return photograph({
        takenOn: '2020-01-01',
        spot: 'back',
        note: 'no crack to be seen',
        examinationId: EXAMINATION,
        markId: id(3004),
      });
    },
    fixed: ['instrumentId', 'picture', 'width', 'height'],
    asks: ['takenOn', 'spot', 'note'],
  },
  plan: {
    id: SECOND,
    path: (of) => `instruments/${of}/body-plan`,
    first: bodyPlanInputOf(plan(), 0, PERSON),
    changed: bodyPlanInputOf({ ...plan(), braces: plan().braces.slice(1) }, 0, PERSON),
    fixed: [],
    asks: ['drawn'],
  },
  repair_plan: {
    id: id(3006),
    path: (of) => `repair-plans/${of}`,
    first: {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      name: 'Saddle and air',
      kind: null,
      treatments: ['saddle'],
      own: [],
      settings: { saddle: {}, pull: 1, humidity: null, target: {}, schools: {} },
      promised: ['Bass action 7/64.'],
      chosen: false,
      putAway: false,
    },
    changed: {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      name: 'Air',
      kind: 'sound',
      treatments: ['home-humidity'],
      own: [id(4000)],
      settings: { saddle: {}, pull: 0.9, humidity: null, target: {}, schools: {} },
      promised: ['Bass action 6/64.'],
      chosen: true,
      putAway: false,
    },
    // one that is put away is not the chosen one: both cannot be told of one save
    fixed: ['instrumentId', 'basedOn', 'putAway'],
    asks: [],
  },
  trial: {
    id: id(3007),
    path: (of) => `trials/${of}`,
    first: {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      name: 'both legs glued',
      tried: TRIED_ON_TOP,
      forWork: false,
      putAway: false,
    },
    changed: {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      name: 'one leg glued',
      tried: { ...TRIED_ON_TOP, moisture: 1 },
      forWork: true,
      putAway: true,
    },
    fixed: ['instrumentId'],
    asks: [],
  },
  first_call: {
    id: id(3008),
    path: (of) => `predictions/${of}`,
    first: prediction(),
    changed: prediction({ shown: 'saddle' }),
    fixed: [
      'instrumentId',
      'examinationId',
      'date',
      'cause',
      'plan',
      'programCause',
      'programPlan',
      'revision',
    ],
    // what the work showed comes to it without a word; once it stands, it takes one
    asks: [],
  },
  person: {
    id: id(3009),
    path: (of) => `people/${of}`,
    first: { version: 0, name: 'Ness Harrow', role: 'apprentice' },
    changed: { version: 0, name: 'Ness Verity', role: 'luthier' },
    fixed: [],
    asks: ['name'],
  },
  room: {
    id: id(3010),
    path: (of) => `rooms/${of}`,
    first: { version: 0, name: 'Cellar', notes: '', logger: '', kind: 'store' },
    changed: {
      version: 0,
      name: 'Vault',
      notes: 'damp',
      logger: 'vault',
      kind: 'case',
      saltLow: '34',
      saltHigh: '77',
      packs: '49',
      besideRoomId: ROOM,
      besideShown: '51',
      besideOther: '50',
    },
    fixed: [],
    asks: [],
  },
  tool: {
    id: id(3011),
    path: (of) => `tools/${of}`,
    first: {
      version: 0,
      name: 'dial',
      dimension: 'length',
      unit: 'mm',
      resolution: '0.02',
      repeatability: '0.02',
      retired: false,
    },
    changed: {
      version: 0,
      name: 'tilt box',
      dimension: 'angle',
      unit: '°',
      resolution: '0.1',
      repeatability: '0.2',
      retired: true,
    },
    fixed: [],
    asks: [],
  },
  string_set: {
    id: id(3012),
    path: (of) => `string-sets/${of}`,
    first: {
      version: 0,
      name: 'ours',
      unit: 'in',
      typed: [string('.012'), string('.016')],
      paired: false,
      retired: false,
    },
    changed: {
      version: 0,
      name: 'ours, heavier',
      unit: 'mm',
      typed: [string('.33'), string('.43')],
      paired: false,
      retired: true,
    },
    // instruments may be strung with it
    fixed: ['paired'],
    asks: ['strings'],
  },
  tuning: {
    id: id(3013),
    path: (of) => `tunings/${of}`,
    first: { version: 0, name: 'tenor', typed: 'C G D A', retired: false },
    changed: { version: 0, name: 'low tenor', typed: 'B G D A', retired: true },
    fixed: [],
    asks: ['notes'],
  },
  protocol: {
    id: id(3014),
    path: (of) => `protocols/${of}`,
    first: {
      version: 0,
      name: 'short',
      about: '',
      priced: false,
      again: false,
      retired: false,
      stages: [{ title: 'Strings', lines: ['action12'] }],
    },
    changed: {
      version: 0,
      name: 'shorter',
      about: 'for the door',
      priced: true,
      again: true,
      retired: true,
      stages: [{ title: 'Strings', lines: ['relief'] }],
    },
    fixed: [],
    asks: [],
  },
  treatment_edit: {
    id: id(3015),
    path: (of) => `treatments/${of}`,
    first: TREATMENT,
    changed: { ...TREATMENT, name: 'Old varnish cleaned off', putAway: true },
    fixed: ['own'],
    asks: [],
  },
  shop: {
    id: 'shop',
    path: () => 'shop',
    first: SHOP,
    changed: { ...SHOP, name: 'The other workshop' },
    fixed: [],
    asks: [],
  },
};

describe('what a person changes', () => {
  const columnsOf = (table: EditedTable) =>
    server.app
      .get(Database)
      .read.connection.getMetadata(table)
      .columns.map(({ propertyName }) => propertyName)
      .filter((name) => isEdited(table, name));
  const rowOf = async (table: EditedTable, of: string) => {
    const { read } = server.app.get(Database);
    return (await read.findOneBy<Record<string, unknown>>(table, { id: of })) ?? {};
  };

  it.each(Object.entries(TRIED) as [EditedTable, Tried][])(
    'of %s leaves what stood before, who, when, and why wherever that is asked',
    async (table, { id: of, path, first, changed, fixed, asks }) => {
      at(AT_FIRST);
      expect(await put(path(of), first), 'first').toMatchObject({ status: 200 });
      const before = await rowOf(table, of);
      at(LATER);
      const body = { ...changed, version: 1, by: table === 'first_call' ? PERSON : TAM };
      if (asks.length > 0) {
        for (const why of ['', ' \u200b\u2003', undefined]) {
          const silent = await put(path(of), { ...body, ...(why === undefined ? {} : { why }) });
          expect(silent, JSON.stringify(silent.body)).toMatchObject({ status: 422 });
          expect(asked(silent)).toEqual(['why']);
          // every column is named, but for those that the examination names line by line
          if (table !== 'examination')
            for (const column of asks) expect(JSON.stringify(silent.body)).toContain(inWords(column));
        }
        expect(await rowOf(table, of), 'refused, and nothing changed').toEqual(before);
      }
      const saved = await put(path(of), {
        ...body,
        ...(asks.length > 0 ? { why: 'a slip of the pen' } : {}),
      });
      expect(saved, JSON.stringify(saved.body)).toMatchObject({ status: 200 });
      const [created, last, ...more] = await edits(table, of);
      expect(more).toEqual([]);
      expect(created).toMatchObject({ version: 1, at: AT_FIRST, was: null });
      expect(last).toMatchObject({
        version: 2,
        at: LATER,
        byName: table === 'first_call' ? 'Isbel Crane' : 'Tam Orrell',
        why: asks.length > 0 ? 'a slip of the pen' : '',
      });
      const wanted = columnsOf(table).filter((name) => !fixed.includes(name));
      expect(wanted.length).toBeGreaterThan(0);
      for (const column of wanted)
        expect(last!.was, column).toHaveProperty(column, JSON.parse(JSON.stringify(before[column] ?? null)));
      // who wrote it first stays its author
      if ('by' in before) expect((await rowOf(table, of)).by).toBe(PERSON);
    },
  );

  it('is noted of every table that has a form, but for those that have a test of their own', () => {
    expect([...Object.keys(TRIED), ...APART].sort()).toEqual([...EDITED_TABLES].sort());
  });

  it('cannot be changed or erased where it is noted', async () => {
    const { writer } = server.app.get(Database);
    for (const statement of [`UPDATE "edit" SET "why" = 'x'`, `DELETE FROM "edit"`])
      expect(() => writer!.exec(statement)).toThrow(/what stood before/u);
    expect((await edits('person', id(3009))).length).toBe(2);
  });

  it('lies in tables that are all in the one list', async () => {
    const rows = await server.app
      .get(Database)
      .read.query<{ name: string }[]>(
        `SELECT "name" FROM sqlite_master WHERE "type" = 'table' AND "name" NOT LIKE 'sqlite_%'`,
      );
    expect(rows.map(({ name }) => name).sort()).toEqual([...Object.keys(TABLES), 'migrations'].sort());
    const triggers = await server.app
      .get(Database)
      .read.query<{ tbl_name: string }[]>(
        `SELECT DISTINCT "tbl_name" FROM sqlite_master WHERE "type" = 'trigger' AND "name" LIKE 'change_%'`,
      );
    const noted = triggers.map(({ tbl_name: name }) => name);
    for (const name of EDITED_TABLES) expect(noted).toContain(name);
  });
});

describe('the first hours', () => {
  it('ask nobody why who writes on, and ask whoever else writes', async () => {
    at(AT_FIRST);
    const of = id(3100);
    await put(`photographs/${of}`, photograph());
    at(AT_ONCE);
    const other = { ...photograph({ spot: 'back' }), version: 1, by: TAM };
    expect(asked(await put(`photographs/${of}`, other))).toEqual(['why']);
    expect((await put(`photographs/${of}`, { ...other, by: PERSON })).status).toBe(200);
    expect((await edits('photograph', of)).at(-1)).toMatchObject({ was: { spot: 'front' }, why: '' });
    // what was written on just now is still theirs; what they wrote first is not any more
    at(LATER);
    const spot = photograph({ spot: 'front' });
    expect((await put(`photographs/${of}`, { ...spot, version: 2 })).status).toBe(200);
    const day = { ...spot, takenOn: '2026-08-02', version: 3 };
    expect(asked(await put(`photographs/${of}`, day))).toEqual(['why']);
    // a word that is added takes nothing away
    const word = { ...spot, note: 'crack open, 2 cm more', version: 3, by: TAM };
    expect((await put(`photographs/${of}`, word)).status).toBe(200);
    expect((await edits('photograph', of)).at(-1)).toMatchObject({
      byName: 'Tam Orrell',
      was: { note: 'crack open' },
    });
  });
});

describe('what was taken back', () => {
  it.each([
    ['photograph', `photographs/${id(3200)}`, id(3200), () => photograph()],
    ['intervention', `interventions/${id(3201)}`, id(3201), () => interventionBody({ date: '2026-02-02' })],
    ['mark', `marks/${id(3203)}`, id(3203), () => mark()],
    ['examination', `examinations/${id(3204)}`, id(3204), () => examinationBody({ date: '2026-02-03' })],
    ['instrument', `instruments/${id(3202)}`, id(3202), () => instrumentBody({ nickname: 'sold' })],
  ])('stays as it was, until it is brought back: %s', async (kind, path, of, body) => {
    at(AT_FIRST);
    await put(path, body());
    const strike = (struck: boolean) => put(`strikes/${kind}/${of}`, { struck, why: 'a slip', by: PERSON });
    await strike(true);
    const word: Record<string, object> = {
      instrument: { nickname: 'kept' },
      examination: { notes: 'a word' },
      mark: { name: 'by the heel' },
    };
    const more = { ...body(), version: 1, ...(word[kind] ?? { note: 'a word' }) };
    const refused = await put(path, more);
    expect(asked(refused)).toEqual(['struck']);
    expect(JSON.stringify(refused.body)).toMatch(/bring it back first/u);
    await strike(false);
    expect((await put(path, more)).status).toBe(200);
  });
});

describe('words that are added later', () => {
  it('carry their writer, under the first one’s name', async () => {
    at(AT_FIRST);
    const of = id(3300);
    await put(`examinations/${of}`, examinationBody({ date: '2026-06-01', notes: 'first words' }));
    at(NEXT_DAY);
    const notes = 'first words AND TAM SAYS the crack is old';
    await put(`examinations/${of}`, {
      ...examinationBody({ date: '2026-06-01', notes }),
      version: 1,
      by: TAM,
    });
    const { byName, notesWritten } = await get<Examination>(`examinations/${of}`);
    expect(byName).toBe('Isbel Crane');
    expect(notesWritten).toEqual([
      { text: 'first words', byName: 'Isbel Crane', at: null },
      { text: ' AND TAM SAYS the crack is old', byName: 'Tam Orrell', at: NEXT_DAY },
    ]);
  });
});

describe('an examination of tomorrow', () => {
  it('keeps its day where the clock was set back since, and takes a word', async () => {
    at(NEXT_DAY);
    const of = id(3350);
    const body = examinationBody({ date: '2026-11-25', notes: 'creaks' });
    expect((await put(`examinations/${of}`, body)).status).toBe(200);
    at(AT_FIRST);
    expect((await put(`examinations/${of}`, { ...body, version: 1, notes: 'creaks, and hums' })).status).toBe(
      200,
    );
    const later = { ...body, version: 2, date: '2026-11-26', why: 'a slip' };
    expect(asked(await put(`examinations/${of}`, later))).toEqual(['date']);
  });
});

describe('a person who takes another name', () => {
  it('is called by both on what was written before', async () => {
    at(AT_FIRST);
    const of = id(3400);
    await put(`people/${of}`, { version: 0, name: 'Ada Bell', role: 'luthier' });
    await put(`interventions/${id(3401)}`, interventionBody({ by: of, date: '2026-01-05' }));
    await put(`strikes/intervention/${id(3401)}`, { struck: true, why: 'a slip', by: of });
    at(NEXT_DAY);
    await put(`people/${of}`, { version: 1, name: 'Ada Quay', role: 'luthier', by: of, why: 'married' });
    const both = 'Ada Quay (Ada Bell before)';
    expect((await get<Intervention>(`interventions/${id(3401)}`)).byName).toBe(both);
    expect((await get<Strike[]>(`strikes/intervention/${id(3401)}`))[0]!.byName).toBe(both);
  });
});

describe('a mark', () => {
  it('takes no sighting of before the last one, and of no other instrument’s examination', async () => {
    at(AT_FIRST);
    const of = id(3500);
    await put(`marks/${of}`, mark());
    at(LATER);
    const early = mark({ version: 1, sightings: [sighting({ date: '2019-01-01' }), sighting()] });
    const refused = await put(`marks/${of}`, early);
    expect(asked(refused)).toEqual(['why']);
    expect(JSON.stringify(refused.body)).toMatch(/2019-01-01 is before/u);
    expect((await put(`marks/${of}`, { ...early, why: 'from the old notebook' })).status).toBe(200);
    const strange = mark({ version: 2, sightings: [sighting({ examinationId: id(51) })], why: 'x' });
    expect(asked(await put(`marks/${of}`, strange))).toEqual(['sightings']);
    const photo = photograph({ examinationId: id(51) });
    expect(asked(await put(`photographs/${id(3501)}`, photo))).toEqual(['examinationId']);
    const marks = await get<Mark[]>(`instruments/${INSTRUMENT}/marks`);
    const { corrections, byName } = marks.find((one) => one.id === of)!;
    expect([corrections, byName]).toEqual([[], 'Isbel Crane']);
  });
});

describe('an intervention of long ago', () => {
  it.each([
    ['about 2003', '2003-07-02'],
    ['before 1990', '1989-12-31'],
    ['not known', '1850-01-01'],
    ['May 2003', '2003-05-16'],
  ])('is taken as %s', async (said, date) => {
    at(AT_FIRST);
    const of = id(3600 + said.length);
    const { status, body } = await put(`interventions/${of}`, interventionBody({ date: said }));
    expect({ status, ...(body as object) }).toMatchObject({ status: 200, date, roughly: said });
  });

  it('is refused where it says no time, or one to come', async () => {
    for (const date of ['last week maybe', 'before the flood', '2031', '2031-01-01', '']) {
      const { status, body } = await put(`interventions/${id(3699)}`, interventionBody({ date }));
      expect([status, asked({ body })], date).toEqual([422, ['date']]);
      if (date !== '2031-01-01') expect(JSON.stringify(body)).toMatch(/about 2003/u);
    }
  });

  it('keeps its hours, and stands where the examination that it followed has moved to', async () => {
    at(AT_FIRST);
    const of = id(3700);
    await put(`examinations/${id(3701)}`, examinationBody({ date: '2026-07-01' }));
    const work = (over: object) =>
      put(`interventions/${of}`, {
        ...interventionBody({ date: '2026-07-01', follows: id(3701), note: 'glued' }),
        ...over,
      });
    await work({ hours: '2' });
    at(LATER);
    expect((await work({ version: 1, hours: '40', by: TAM, why: 'misread' })).status).toBe(200);
    const { corrections } = await get<Intervention>(`interventions/${of}`);
    expect(corrections).toMatchObject([{ byName: 'Tam Orrell', why: 'misread', was: { hours: '2' } }]);
    await put(`examinations/${id(3701)}`, {
      ...examinationBody({ date: '2026-07-02' }),
      version: 1,
      why: 'the day before was meant',
    });
    expect((await work({ version: 2, hours: '40', note: 'glued, and clamped overnight' })).status).toBe(200);
  });
});

describe('a first prediction', () => {
  it('is made once of an examination, without what the work showed, and can be struck', async () => {
    at(AT_FIRST);
    const of = id(3800);
    const ofTam = prediction({ by: TAM });
    expect(asked(await put(`predictions/${of}`, { ...ofTam, shown: 'saddle' }))).toEqual(['shown']);
    expect((await put(`predictions/${of}`, ofTam)).status).toBe(200);
    expect(asked(await put(`predictions/${id(3801)}`, ofTam))).toEqual(['by']);
    const changed = await put(`predictions/${of}`, { ...ofTam, version: 1, cause: 'season' });
    expect(JSON.stringify(changed.body)).toMatch(/stays as it was made/u);
    expect((await put(`predictions/${of}`, { ...ofTam, version: 1, shown: 'saddle' })).status).toBe(200);
    at(NEXT_DAY);
    const other = { ...ofTam, version: 2, shown: 'belly or structure' };
    expect(asked(await put(`predictions/${of}`, other))).toEqual(['why']);
    expect((await put(`predictions/${of}`, { ...other, why: 'looked inside' })).status).toBe(200);
    expect(
      (await put(`strikes/prediction/${of}`, { struck: true, why: 'another guitar', by: TAM })).status,
    ).toBe(200);
    expect((await put(`predictions/${id(3801)}`, ofTam)).status).toBe(200);
  });
});
