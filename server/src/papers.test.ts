import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { leftOut } from './papers/left-out.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  interventionBody,
  PERSON,
} from './testing/bodies.js';

const OWNER = 'Elspeth Marrow-Quint';
let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const asked = (of: string, audience: string, more: Record<string, string> = {}) =>
  `instruments/${INSTRUMENT}/papers?${new URLSearchParams({ of, for: audience, size: 'A4', ownerName: 'no', prices: 'no', shopNotes: 'yes', ...more }).toString()}`;
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

beforeAll(async () => {
  server = await startApp();
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
        const clean = leftOut({ owner, prices: false });
        const said = clean(`For ${owner}: crack of 62 mm, 9½/64 in 1974, about ${price} then.`);
        expect(said).not.toContain(owner);
        expect(said, price).not.toMatch(/[£€$]|GBP|EUR|CHF|pounds/u);
        expect(said).toMatch(/62 mm, 9½\/64 in 1974/u);
      }
    expect(leftOut({ owner: '', prices: true })('£5 for nobody')).toBe('£5 for nobody');
  });
});
