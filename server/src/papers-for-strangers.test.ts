import { randomUUID } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import { draft } from '@upright-elder/core/jobs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  fromTablet,
  id,
  instrumentBody,
  interventionBody,
  PERSON,
} from './testing/bodies.js';

/** Owners as they are really called, with what of the name may stand nowhere. */
const OWNERS: [name: string, reach: string, never: string[]][] = [
  ['Elspeth Marrow-Quint', 'elspeth@marrow-quint.example, 01632 960123', ['elspeth', 'marrow', '960123']],
  ['Ng', '', [' ng ', 'ng’s']],
  ['O’Brien & Söhne', 'post@obrien.example', ['brien', 'söhne']],
  ['木村 さくら', '', ['木村', 'さくら']],
  ['J. R. Whitlock', '+44 1632 960 555', ['whitlock', '960 555']],
  ['A. (Tony) B*', '', ['tony']],
  ['Zoë van der Zee', '', ['zoë', 'zee ']],
  ['Graf von Łabędź-Ösken', '', ['łabędź', 'ösken']],
  ['Müller', 'Brücke 7, Hafen', ['müller', 'brücke 7']],
  ['de la Peña y Ortiz', 'skype:pena.ortiz', ['peña', 'ortiz']],
];
/** Amounts as people write them, with what of each may stand nowhere. */
const PRICES: [written: string, never: string][] = [
  ['£1,317', '317'],
  ['1357 GBP', '1357'],
  ['CHF 2’468', '468'],
  ['about $ 1,250.75 or so', '250.75'],
  ['three hundred pounds', 'three hundred'],
];
/** A name in the genitive, in capitals, and taken apart by a combining accent. */
const written = ([name, reach]: (typeof OWNERS)[number], price: string): string =>
  `For ${name}, ${name}’s, ${name.toUpperCase()}; ${name.normalize('NFD')} paid ${price}, ask ${reach || 'us'}. Kept.`;

let server: AppUnderTest;
const put = async (path: string, body: unknown) => {
  const answer = (await server.call('PUT', path, body)) as { status: number; body: unknown };
  expect(answer.status, `${path}: ${JSON.stringify(answer.body)}`).toBe(200);
};

/** Everything that a file holds: its bytes with what is packed in them, and what a reader makes of them. */
async function everythingIn(bytes: Uint8Array): Promise<{ held: string; read: string }> {
  const raw = Buffer.from(bytes);
  const parts: string[] = [raw.toString('latin1'), raw.toString('utf8')];
  for (const { index } of raw.toString('latin1').matchAll(/stream\r?\n/gu))
    try {
      const open = inflateSync(raw.subarray(raw.indexOf('\n', index) + 1), { finishFlush: 2 });
      parts.push(open.toString('latin1'), open.toString('utf8'));
    } catch {
      // a picture, or another thing that is not packed so
    }
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const read: string[] = [];
  read.push(JSON.stringify(await pdf.getMetadata()), JSON.stringify(await pdf.getOutline()));
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { items } = await page.getTextContent();
    const words = items.map((one) => ('str' in one ? one.str : ''));
    read.push(words.join(' '), words.join(''), JSON.stringify(await page.getStructTree()));
  }
  const plain = (all: string[]) => all.join('\n').normalize('NFC').toLowerCase();
  return { held: plain([...parts, ...read]), read: plain(read) };
}

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
});
afterAll(() => server.close());

const CASES = OWNERS.flatMap((owner, i) =>
  PRICES.map((price, j) => ({ n: 5 * i + j, owner, price, name: `${owner[0]}, ${price[0]}` })),
);

describe('a paper for the next luthier', () => {
  it.each(CASES)(
    'holds in no byte of it what is between shop and owner: $name',
    async ({ n, owner, price }) => {
      const instrument = id(100 + n);
      const said = written(owner, price[0]);
      // as long as the shortest field has it, and never cut
      const short = `${owner[0]}, ${price[0]}`;
      await put(`instruments/${instrument}`, {
        ...instrumentBody(),
        ...{ owner: owner[0], nickname: `Case ${n}`, maker: short, identity: said, complaint: said },
        ...{
          construction: said,
          marketValue: { text: '4321' },
          worthToOwner: { text: '8765' },
          budget: { text: '777' },
        },
      });
      const owners = (await server.call('GET', 'owners')).body as {
        id: string;
        name: string;
        version: number;
      }[];
      const own = owners.find(({ name }) => name === owner[0])!;
      await put(`owners/${own.id}`, {
        ...{ version: own.version, name: owner[0], reach: owner[1], note: said, checked: true, by: PERSON },
      });
      await put(`examinations/${id(1000 + n)}`, {
        ...examinationBody({ date: '2026-08-20', notes: said }),
        instrumentId: instrument,
        findings: [
          {
            point: 'topBraces',
            states: ['loose-end'],
            verdict: 'repair',
            words: said.slice(0, 200),
            frets: '',
          },
        ],
      });
      await put(`interventions/${id(2000 + n)}`, {
        ...interventionBody({ note: said }),
        instrumentId: instrument,
      });
      await put(`marks/${id(3000 + n)}`, {
        ...{
          version: 0,
          instrumentId: instrument,
          by: PERSON,
          face: 'top',
          kind: 'crack',
          brace: null,
          name: short,
        },
        sightings: [
          {
            ...{ date: '2026-08-20', examinationId: null, from: null, to: null, ruler: null },
            path: [
              [0.1, 0.1],
              [0.16, 0.1],
            ],
            ...{ width: '0.2 mm', depth: null, through: null, state: 'moving', cleated: false },
            note: said.slice(0, 200),
          },
        ],
      });
      const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#876' } })
        .withExif({ IFD0: { Artist: owner[0], ImageDescription: said } })
        .jpeg()
        .toBuffer();
      const taken = await fetch(`${server.address}/api/pictures`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: new Uint8Array(picture),
      });
      const { picture: name } = (await taken.json()) as { picture: string };
      await put(`photographs/${id(4000 + n)}`, {
        ...{ version: 0, instrumentId: instrument, examinationId: null, markId: null, picture: name },
        ...{ takenOn: '2026-08-20', spot: 'front', note: said, by: PERSON },
      });
      await put(`repair-plans/${id(5000 + n)}`, {
        ...{ version: 0, instrumentId: instrument, by: PERSON, name: short, kind: null },
        ...{
          treatments: ['reglue-brace'],
          own: [],
          promised: [said.slice(0, 200)],
          chosen: true,
          putAway: false,
        },
        settings: { saddle: {}, pull: 1, humidity: null, target: {}, schools: {} },
      });
      const job = randomUUID();
      const acting = { newId: randomUUID };
      const [line, part, mishap, question, event] = Array.from({ length: 5 }, () => randomUUID()) as [
        string,
        string,
        string,
        string,
        string,
      ];
      const at = Date.parse('2026-11-23T08:00:00Z');
      const drafts = fromTablet(job, at, [
        draft(acting, 'opened', null, {
          ...{ instrument, name: short, from: 'by hand', asked: said, promises: [said], playing: said },
          ...{ cameWith: [short], owner: own.id },
        }),
        draft(acting, 'ordered', null, { line, say: said, from: 'owner' }),
        draft(acting, 'declined', null, { line, why: said }),
        draft(acting, 'promised', null, { day: '2026-12-20', why: said }),
        draft(acting, 'owner asked', null, { question, say: said }),
        draft(acting, 'owner answered', null, { question, say: said }),
        draft(acting, 'consent given', null, {
          ...{ treatments: ['reglue-brace'], upTo: 1317, way: 'by word', date: '2026-11-23' },
        }),
        draft(acting, 'material used', null, { what: short, much: '2', cost: price[0].slice(0, 40) }),
        draft(acting, 'part off', null, { part, label: short, place: said.slice(0, 150) }),
        draft(acting, 'not as thought', null, { assumed: said, isSo: said }),
        {
          ...draft(acting, 'mishap', null, { instrument, what: said, live: false, cost: 'owner' }),
          id: mishap,
        },
        draft(acting, 'mishap settled', null, { mishap, offer: said, accepted: true }),
        { ...draft(acting, 'surprise', null, { say: said }), id: event },
      ]);
      const sent = await server.call('POST', 'jobs/events', { events: drafts });
      expect(sent.status, JSON.stringify(sent.body)).toBe(200);

      const query = new URLSearchParams({
        ...{
          of: n % 5 === 0 ? 'condition,job sheet,job report' : 'condition,job report',
          for: 'next luthier',
          size: 'A4',
        },
        ...{ ownerName: 'no', prices: 'no', shopNotes: 'yes' },
      });
      const answer = await fetch(
        `${server.address}/api/instruments/${instrument}/papers?${query.toString()}`,
      );
      expect(answer.status).toBe(200);
      const { held, read } = await everythingIn(new Uint8Array(await answer.arrayBuffer()));
      for (const never of owner[2]) expect(held.includes(never), never).toBe(false);
      // figures stand in every drawing: of amounts what can be read counts
      for (const never of [price[1], '4321', '4 321', '8765', '777'])
        expect(read.includes(never), never).toBe(false);
      // what is the shop's own to say stays
      for (const stays of ['kept.', 'job report', 'photographs', 'thought:']) expect(read).toContain(stays);
    },
  );
});
