import { createHash, randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PaperGiven, Planning, TreesLearned } from '@upright-elder/contract';
import { prepareYear } from '@upright-elder/core/forecast';
import { draft, plannedSteps } from '@upright-elder/core/jobs';
import { groundOf, repairPlansOf } from '@upright-elder/core/repair-plans';
import { TREATMENTS } from '@upright-elder/core/treatments';
import type { Tree } from '@upright-elder/core/tree';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { restoreBackup, writeBackup } from './backups/backup-file.js';
import { sayDamaged } from './backups/damaged.js';
import { FallenTreesService } from './papers/fallen-trees.service.js';
import { leftOut } from './papers/left-out.js';
import { Database } from './store/database.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  fromTablet,
  id,
  INSTRUMENT,
  instrumentBody,
  interventionBody,
  PERSON,
} from './testing/bodies.js';
import { freshFolder } from './testing/folders.js';

const OWNER = 'Elspeth Marrow-Quint';
let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const asked = (of: string, audience: string, more: Record<string, string> = {}, instrument = INSTRUMENT) =>
  `instruments/${instrument}/papers?${new URLSearchParams({ of, for: audience, size: 'A4', ownerName: 'no', prices: 'no', shopNotes: 'yes', ...more }).toString()}`;
const bytesOf = async (path: string) => {
  const answer = await fetch(`${server.address}/api/${path}`);
  if (!answer.ok) throw new Error(await answer.text());
  expect(answer.headers.get('content-type')).toBe('application/pdf');
  return {
    bytes: new Uint8Array(await answer.arrayBuffer()),
    named: answer.headers.get('content-disposition') ?? '',
  };
};

/** Everything that can be read of a PDF: its pages, its titles and what it says of itself. */
async function readable(bytes: Uint8Array): Promise<string> {
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const parts: string[] = [JSON.stringify(await pdf.getMetadata()), JSON.stringify(await pdf.getOutline())];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { items } = await page.getTextContent();
    parts.push(
      items.map((one) => ('str' in one ? one.str : '')).join(' '),
      JSON.stringify(await page.getStructTree()),
    );
  }
  return parts.join(' ');
}

const textOfPaper = async (...of: Parameters<typeof asked>) => readable((await bytesOf(asked(...of))).bytes);

beforeAll(async () => {
  // a folder whose name begins with a dot is a folder too
  server = await startApp(join(freshFolder(), '.shop'));
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, {
    ...instrumentBody(),
    owner: OWNER,
    nickname: 'Quiet One',
    identity: 'Bought by Elspeth Marrow-Quint’s father for £12.',
    complaint: 'Elspeth wants it lower for under 300 pounds.',
    marketValue: { text: '4321' },
    worthToOwner: { text: '8765' },
  });
  await put(`examinations/${id(50)}`, {
    ...examinationBody({ date: '2026-08-20' }),
    findings: [{ point: 'topBraces', states: ['loose-end'], verdict: 'repair', words: '', frets: '' }],
    notes: 'MARROW-QUINT says she paid $ 1,250.50 for the neck. Nothing else.',
  });
  await put(`interventions/${id(60)}`, { ...interventionBody(), note: 'Reglued for Elspeth, 95 EUR.' });
});
afterAll(() => server.close());

describe('papers', () => {
  it('are made for somebody, of one size or the other, and are the same again', async () => {
    const whole = asked('condition,estimate,seasons', 'owner', { ownerName: 'yes', prices: 'yes' });
    const [one, other] = [await bytesOf(whole), await bytesOf(whole)];
    expect(Buffer.from(one.bytes).equals(Buffer.from(other.bytes))).toBe(true);
    expect(decodeURIComponent(one.named)).toContain(
      'Quiet One, Condition report, Estimate, Through the year.pdf',
    );
    const text = await readable(one.bytes);
    for (const said of [OWNER, '4 3', 'Readings', 'Keep it at 40 to 55']) expect(text).toContain(said);
    const letter = await bytesOf(asked('condition', 'owner', { size: 'Letter' }));
    expect(Buffer.from(letter.bytes).equals(Buffer.from(one.bytes))).toBe(false);
  });

  it.each(['next luthier', 'buyer', 'museum'])(
    'for the %s say neither the owner’s name nor a price, wherever they were written',
    async (audience) => {
      const { bytes, named } = await bytesOf(asked('condition', audience));
      const text = `${await readable(bytes)} ${decodeURIComponent(named)}`;
      for (const part of ['Elspeth', 'Marrow', 'Quint ', 'MARROW']) expect(text).not.toContain(part);
      for (const price of ['4321', '4 3', '8765', '12.', '1,250', '95 EUR', '300 pounds', '£', '$'])
        expect(text).not.toContain(price);
      expect(text).toContain('Nothing else.');
    },
  );

  it('that are not theirs, or of no kind that is known, are refused with what would be accepted', async () => {
    const refused = async (path: string) =>
      (await server.call('GET', path)) as { status: number; body: { detail: string } };
    const estimate = await refused(asked('estimate', 'buyer'));
    expect(estimate.status).toBe(422);
    expect(estimate.body.detail).toMatch(/not for the buyer/u);
    expect((await refused(asked('receipt', 'owner'))).body.detail).toMatch(/condition, estimate/u);
    expect((await refused(asked('condition', 'owner', { size: 'A0' }))).body.detail).toMatch(/A4, Letter/u);
    expect((await refused(asked('condition', 'owner', { prices: 'perhaps' }))).status).toBe(422);
    expect(
      (
        await refused(
          `instruments/${id(999)}/papers?of=condition&for=owner&size=A4&ownerName=no&prices=no&shopNotes=no`,
        )
      ).status,
    ).toBe(404);
  });
});

describe('the plan that was chosen', () => {
  const kept = (version: number, over: object) =>
    put(`repair-plans/${id(900)}`, {
      ...{ version, instrumentId: INSTRUMENT, by: PERSON, name: 'As agreed at the counter', kind: null },
      ...{ treatments: ['refret', 'set-up'], own: [], promised: [], chosen: true, putAway: false },
      settings: { saddle: {}, pull: 1, humidity: null, target: {}, schools: {} },
      ...over,
    });
  const firstIds = async () => {
    const { body } = (await server.call('GET', `instruments/${INSTRUMENT}/planning`)) as { body: Planning };
    const { evidence, today, yearInput, sides, effects, edits, money } = body;
    const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
    const plans = repairPlansOf(groundOf(evidence, today, prepared, effects, edits), money);
    return plans.find(({ kinds }) => kinds[0] !== 'leave it')!.ids;
  };
  const textOf = (of: string) => textOfPaper(of, 'owner', { prices: 'yes' });

  it('is what is agreed to, what hangs on the wall, and a way of the estimate under its name', async () => {
    const before = await textOf('consent,job sheet');
    expect(before).not.toContain('Refret');
    expect((await kept(0, {})).status).toBe(200);
    const estimate = await textOf('estimate');
    expect(estimate).toContain('As agreed at the counter, step by step');
    for (const paper of ['consent', 'job sheet']) expect(await textOf(paper)).toContain('Refret');
    // the same as the program's own plan is that plan, and stands once
    expect((await kept(1, { treatments: await firstIds() })).status).toBe(200);
    const same = await textOf('estimate');
    expect(same).not.toContain('As agreed at the counter');
    expect(same).toContain('; chosen');
    expect((await kept(2, { putAway: true })).status).toBe(200);
    expect(await textOf('consent,job sheet')).toBe(before);
  });
});

describe('a quick look on paper', () => {
  it('says the sum to whom it is for, and none where prices are left out', async () => {
    expect(await textOfPaper('quick look', 'buyer')).toContain('It has had no quick look yet.');
    await put(`instruments/${id(70)}`, { ...instrumentBody(), nickname: 'Seen Once' });
    const looked = await put(`examinations/${id(71)}`, {
      ...examinationBody({ date: '2026-11-20' }),
      ...{ instrumentId: id(70), protocol: 'quick', askingPrice: '1850', readings: [], notes: '' },
      findings: [
        {
          point: 'bridge',
          states: ['lifting'],
          verdict: 'repair',
          words: 'at its back',
          frets: '',
          allowance: '240',
        },
        { point: 'headstock', states: ['sound'], verdict: 'sound', words: '', frets: '' },
      ],
    });
    expect(looked.status, JSON.stringify(looked.body)).toBe(200);
    const priced = await textOfPaper('quick look', 'buyer', { prices: 'yes' }, id(70));
    for (const said of ['Repair', '240', '1 850', 'at its back', 'Point by point', 'What may hide'])
      expect(priced).toContain(said);
    const bare = await textOfPaper('quick look', 'buyer', {}, id(70));
    expect(bare).toContain('bridge reglued');
    for (const price of ['240', '1850', '1 850', '£']) expect(bare).not.toContain(price);
  });
});

describe('a list of what is wanted', () => {
  it('has the materials of the plan, and of a job under way what is still to do, with its parts', async () => {
    const plan = await textOfPaper('shop list', 'owner');
    expect(plan).toContain('Reglue the loose brace');
    const acting = { newId: randomUUID };
    const job = randomUUID();
    const bench = { edits: {}, own: [] };
    const at = Date.parse('2026-11-24T07:00:00Z');
    const steps = plannedSteps(['reglue-brace', 'saddle'], [], bench, randomUUID);
    const events = fromTablet(job, at, [
      draft(acting, 'opened', null, { instrument: INSTRUMENT, name: 'Brace', from: 'by hand' }),
      draft(acting, 'plan taken', null, { version: 1, steps }),
      draft(acting, 'part wanted', null, { what: 'bone blank', from: 'the bone yard' }),
    ]);
    expect((await server.call('POST', 'jobs/events', { events })).status).toBe(200);
    const list = await textOfPaper('shop list', 'owner');
    for (const said of ['Materials', 'bone blank, from the bone yard']) expect(list).toContain(said);
    const sheet = await textOfPaper('job sheet', 'owner');
    expect(sheet).toContain(TREATMENTS.saddle.name);
    expect(sheet).not.toContain('Refret');
  });
});

describe('papers that are given out', () => {
  const body = (of: string[], more: object = {}) => ({
    ...{ of, for: 'owner', size: 'A4', ownerName: true, prices: true, shopNotes: false },
    ...{ by: PERSON, to: 'Mrs Quint', way: 'file', ...more },
  });
  const given = async () =>
    ((await server.call('GET', `instruments/${INSTRUMENT}/papers/given`)) as { body: PaperGiven[] }).body;
  const give = (n: number, of: string[], more: object = {}) =>
    put(`instruments/${INSTRUMENT}/papers/given/${id(n)}`, body(of, more)) as Promise<{
      status: number;
      body: PaperGiven;
    }>;

  it('are kept as the file that went, whatever is recorded later', async () => {
    const first = await give(701, ['condition', 'estimate']);
    expect(first.status).toBe(200);
    expect(first.body).toMatchObject({
      versions: { condition: 1, estimate: 1 },
      to: 'Mrs Quint',
      there: true,
    });
    const before = await bytesOf(`papers/${id(701)}`);
    expect(createHash('sha256').update(before.bytes).digest('hex')).toBe(first.body.file);
    await put(`examinations/${id(51)}`, {
      ...examinationBody({ date: '2026-08-27' }),
      notes: 'Lower by now.',
    });
    const after = await bytesOf(`papers/${id(701)}`);
    expect(Buffer.from(after.bytes).equals(Buffer.from(before.bytes))).toBe(true);
    expect(await readable(after.bytes)).not.toContain('Lower by now');
    // sent twice under one id, it was given once
    expect((await give(701, ['condition', 'estimate'])).body).toEqual(first.body);
    expect(await given()).toHaveLength(1);
  });

  it('made again are a new version, which says so where nothing is otherwise', async () => {
    const same = await give(702, ['estimate']);
    expect(same.body.versions).toEqual({ estimate: 2 });
    const text = await readable((await bytesOf(`papers/${id(702)}`)).bytes);
    expect(text).toContain('version 2');
    expect(text).toContain('Nothing has changed since the estimate of 24 November 2026.');
    // the bare condition report of another reader has its own count
    expect((await give(704, ['condition'], { for: 'museum', ownerName: false })).body.versions).toEqual({
      condition: 1,
    });
  });

  it('keep what they said that a plan may come to, and from what', async () => {
    const { read } = server.app.get(Database);
    const rows = await read.query<Record<string, string>[]>('SELECT * FROM "tree_said" ORDER BY "id"');
    expect(rows.length).toBeGreaterThan(0);
    for (const row of rows) {
      const tree = JSON.parse(row.tree!) as Tree;
      expect(tree.draws).toBe(200);
      expect(JSON.parse(row.said!)).not.toEqual([]);
      expect(JSON.parse(row.assumed!)).toMatchObject({ edits: {} });
      expect(row.program).toMatch(/^.{20,}$/u);
    }
    const stoodOn = await read.query<{ stoodOn: string }[]>('SELECT "stoodOn" FROM "paper_given"');
    expect(JSON.parse(stoodOn[0]!.stoodOn)).toContainEqual({ table: 'examination', id: id(50), version: 1 });
  });

  it('are refused where they are nobody’s or not for whom they are asked, and nothing is kept', async () => {
    const many = (await given()).length;
    expect((await give(710, ['estimate'], { for: 'buyer' })).status).toBe(422);
    expect((await give(711, [])).status).toBe(422);
    expect((await give(712, ['condition'], { way: 'pigeon' })).status).toBe(422);
    expect((await give(713, ['condition'], { by: id(999) })).status).toBeGreaterThanOrEqual(400);
    expect((await give(713, ['condition'], { by: id(999) })).status).toBeLessThan(500);
    expect(await given()).toHaveLength(many);
  });

  it('by mail lie as letters that any mail program opens, with what was given', async () => {
    expect((await give(705, ['estimate', 'consent'], { way: 'mail' })).status).toBe(422);
    const { body: paper } = await give(705, ['estimate', 'consent'], {
      way: 'mail',
      to: ' quint@example.org ',
    });
    expect(paper).toMatchObject({ to: 'quint@example.org', way: 'mail' });
    const [name] = readdirSync(join(server.folder, 'outgoing'));
    expect(name).toMatch(/^2026-11-24 Quiet One, Estimate, Consent .+\.eml$/u);
    const answer = await fetch(`${server.address}/api/papers/${id(705)}/letter`);
    const letter = await answer.text();
    expect(letter).toBe(readFileSync(join(server.folder, 'outgoing', name!), 'utf8'));
    for (const head of [
      /^To: quint@example\.org$/mu,
      /^Subject: Quiet One: estimate and consent$/mu,
      /^X-Unsent: 1$/mu,
    ])
      expect(letter).toMatch(head);
    // what is in it is what was given
    const [, packed = ''] =
      /^Content-Type: application\/pdf[\s\S]*?\r\n\r\n([A-Za-z0-9+/=\r\n]+)/mu.exec(letter) ?? [];
    expect(createHash('sha256').update(Buffer.from(packed, 'base64')).digest('hex')).toBe(paper.file);
  });

  it('go into backups and come back, and one that is damaged is said and left out', async () => {
    const into = freshFolder();
    const { path, manifest } = await writeBackup(server.folder, into, 'by hand');
    const files = (await given()).map(({ file }) => file);
    for (const file of files) expect(manifest.papers).toContain(file);
    const restored = join(freshFolder(), 'shop');
    await restoreBackup(path, restored);
    expect(readdirSync(join(restored, 'papers')).sort()).toEqual(manifest.papers);
    const spoilt = join(server.folder, 'papers', files[0]!);
    const whole = readFileSync(spoilt);
    writeFileSync(spoilt, whole.subarray(100));
    const again = await writeBackup(server.folder, into, 'by hand');
    expect(again.manifest.papers).not.toContain(files[0]);
    expect(sayDamaged(again.manifest.damaged ?? []).join(' ')).toMatch(
      /^A paper is damaged.*Quiet One, given out on/u,
    );
    writeFileSync(spoilt, whole);
  });
});

describe('what was said that a plan may come to', () => {
  const SPENT = { hours: [1, 2, 3], days: [1, 2, 3], money: [40, 80, 120] };
  const say = (n: number, day: string, first: string[]) =>
    server.app.get(Database).write((manager) =>
      manager.query(
        `INSERT INTO "tree_said" ("id", "instrumentId", "paper", "day", "plan", "program", "evidence", "assumed", "tree", "said")
         VALUES (?, ?, ?, ?, '{"kinds":["sound"],"ids":[]}', 'a program', 'a record', '{}', ?, '[]')`,
        [
          ...[id(n), INSTRUMENT, id(701), day],
          JSON.stringify({
            ...{ ambition: 'sound', first, otherwise: 0, undecided: 0, asks: [], says: 'ways' },
            ...{ draws: 200, seed: 1 },
            ways: [
              { key: 'little', chance: 0.6, ids: [], more: SPENT },
              { key: 'neck', chance: 0.4, ids: [], more: SPENT },
            ],
          }),
        ],
      ),
    );
  // what is told of an instrument is looked at as it comes; these rows were put in by hand
  const learned = async () => {
    await server.app.get(FallenTreesService).settle(INSTRUMENT);
    return ((await server.call('GET', 'learning/trees')) as { body: TreesLearned }).body;
  };
  const fallen = () =>
    server.app
      .get(Database)
      .read.query<Record<string, string | null>[]>('SELECT * FROM "tree_fell" ORDER BY "said"');

  it('falls by the judgement of the day of its reading, waits for it, or is void, and counts from twenty on', async () => {
    const before = await learned();
    // read by the examination of the 27th; by that of the 20th, which is no longer the last; not worked yet
    await say(801, '2026-08-20', ['measure-first']);
    await say(802, '2026-08-19', ['measure-first']);
    await say(803, '2026-08-20', ['reglue-brace', 'rest-under-tension']);
    expect(await learned()).toMatchObject({
      read: 1,
      open: before.open + 1,
      void: 1,
      overruled: 0,
      bands: [],
      ways: [],
    });
    const [one, other] = await fallen();
    expect(one).toMatchObject({
      said: id(801),
      state: 'read',
      examination: id(51),
      day: '2026-08-27',
      chosen: null,
    });
    expect(one!.key).toMatch(/^(little|not decided|saddle|neck|cannot)/u);
    expect(other).toMatchObject({ said: id(802), state: 'void', why: 'read again', key: null });
    for (let n = 0; n < 19; n++) await say(810 + n, '2026-08-20', ['measure-first']);
    const many = await learned();
    expect(many.read).toBe(20);
    expect(many.bands.map(({ from, cases }) => [from, cases])).toEqual([
      [0.3, 20],
      [0.5, 20],
    ]);
    const came = many.ways.find(({ key }) => key === 'little')!;
    expect(came).toMatchObject({ cases: 20, came: one!.key === 'little' ? 1 : 0 });
    expect(came.said).toBeCloseTo(0.6);
  });
});

describe('what an owner sends back', () => {
  const send = async (bytes: Uint8Array) => {
    const answer = await fetch(`${server.address}/api/papers/answers`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: Buffer.from(bytes),
    });
    return { status: answer.status, body: (await answer.json()) as { file: string; detail: string } };
  };

  it('is kept as it is where it is a PDF, written anew where it is a photograph, and refused else', async () => {
    const pdf = Buffer.from('%PDF-1.7\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n');
    const { status, body } = await send(pdf);
    expect(status).toBe(200);
    expect(body.file).toBe(createHash('sha256').update(pdf).digest('hex'));
    const back = await fetch(`${server.address}/api/papers/answers/${body.file}`);
    expect(Buffer.from(await back.arrayBuffer()).equals(pdf)).toBe(true);
    expect(back.headers.get('content-disposition')).toMatch(/^attachment/u);
    const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
      .jpeg()
      .toBuffer();
    expect((await send(photo)).status).toBe(200);
    for (const rubbish of ['<html><script>1</script></html>', '', 'PK\u0003\u0004', '%PD'])
      expect((await send(Buffer.from(rubbish))).status).toBe(422);
    expect((await send(Buffer.from('<svg onload=alert(1)>'))).body.detail).toMatch(
      /Accepted: a PDF or a photograph/u,
    );
    for (const bad of ['../upright-elder.sqlite', 'x'.repeat(64)])
      expect((await fetch(`${server.address}/api/papers/answers/${encodeURIComponent(bad)}`)).status).toBe(
        404,
      );
  });

  it('is gone with what they were given, once their data are erased; that it was given stays', async () => {
    const answer = Buffer.from('%PDF-1.7\n% signed by Elspeth Marrow-Quint\n%%EOF\n');
    const { file } = (await send(answer)).body;
    const acting = { newId: randomUUID };
    const job = randomUUID();
    const at = Date.parse('2026-11-24T08:00:00Z');
    const events = fromTablet(job, at, [
      draft(acting, 'opened', null, { instrument: INSTRUMENT, name: 'Set-up', from: 'by hand' }),
      draft(acting, 'consent given', null, {
        ...{ treatments: ['set-up'], way: 'signed paper', date: '2026-11-24', paper: id(701), file },
      }),
    ]);
    expect((await server.call('POST', 'jobs/events', { events })).status).toBe(200);
    const there = async () => (await fetch(`${server.address}/api/papers/answers/${file}`)).status;
    expect(await there()).toBe(200);
    const owner = (
      (await server.call('GET', 'owners')) as { body: { id: string; name: string }[] }
    ).body.find(({ name }) => name === OWNER)!;
    await server.call('POST', `owners/${owner.id}/erase`, { by: PERSON });
    const papers = (
      (await server.call('GET', `instruments/${INSTRUMENT}/papers/given`)) as { body: PaperGiven[] }
    ).body;
    expect(papers.length).toBeGreaterThan(2);
    expect(papers.filter(({ there, to }) => there || to !== '')).toEqual([]);
    expect(readdirSync(join(server.folder, 'outgoing'))).toEqual([]);
    expect(await there()).toBe(404);
    for (const name of readdirSync(join(server.folder, 'papers')))
      if (/^[0-9a-f]{64}$/u.test(name))
        expect(readFileSync(join(server.folder, 'papers', name)).includes(OWNER)).toBe(false);
  });
});

describe('what is left out', () => {
  const NAMES = [
    'Ng',
    'O’Brien & Söhne',
    'J. R. Whitlock',
    'the Ferry Band Trust',
    'Zoë van der Zee',
    'Mr. Crack',
    '木村',
    'A. (Tony) B*',
  ];
  const PRICES = ['£1,300', '£ 1 300', '1300 GBP', '€950.50', '$75', '95 EUR', '300 pounds', 'CHF 2’000'];
  it('are names and amounts of every shop, and nothing else', () => {
    for (const owner of NAMES)
      for (const price of PRICES) {
        const clean = leftOut({ owner: { name: owner, reach: '' }, prices: false });
        const said = clean(`For ${owner}: crack of 62 mm, 9½/64 in 1974, about ${price} then.`);
        expect(said).not.toContain(owner);
        expect(said, price).not.toMatch(/[£€$]|GBP|EUR|CHF|pounds/u);
        expect(said).toMatch(/62 mm, 9½\/64 in 1974/u);
      }
    expect(leftOut({ owner: null, prices: true })('£5 for nobody')).toBe('£5 for nobody');
  });
});
