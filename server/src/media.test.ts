import { createHash, randomBytes } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import type { GaugesNow, LogFolder, Photograph, PictureTaken, Problem, Room } from '@upright-elder/contract';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { roomFor } from './air/log-folder.service.js';
import { GaugeBox } from './gauges/gauge-box.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { id, INSTRUMENT, instrumentBody, PERSON, ROOM } from './testing/bodies.js';

let server: AppUnderTest;
let box: FakeBox;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;

/** A gauge box of our own: says what it is told to whoever listens. */
class FakeBox {
  private readonly sockets = new Set<Socket>();
  private constructor(private readonly server: Server) {}
  static async open(port = 0): Promise<FakeBox> {
    const server = createServer();
    const box = new FakeBox(server);
    server.on('connection', (socket) => {
      box.sockets.add(socket);
      socket.on('error', () => undefined);
      socket.on('close', () => box.sockets.delete(socket));
    });
    await new Promise<void>((done) => server.listen(port, '127.0.0.1', done));
    return box;
  }
  get port(): number {
    return (this.server.address() as AddressInfo).port;
  }
  say(text: string): void {
    for (const socket of this.sockets) socket.write(text);
  }
  async close(): Promise<void> {
    for (const socket of this.sockets) socket.destroy();
    await new Promise((done) => this.server.close(done));
  }
}

async function until(holds: () => boolean | Promise<boolean>, what: string): Promise<void> {
  for (let i = 0; i < 200; i++) {
    if (await holds()) return;
    await wait(50);
  }
  throw new Error(`it did not come about: ${what}`);
}

beforeAll(async () => {
  box = await FakeBox.open();
  server = await startApp(undefined, { host: '127.0.0.1', port: box.port });
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: 'loft' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
});
afterAll(async () => {
  await server.close();
  await box.close();
});

const picture = (width = 60, height = 40) =>
  sharp({ create: { width, height, channels: 3, background: '#c9a36a' } });
const onDisk = () => readdirSync(join(server.folder, 'pictures')).sort();
const record = (taken: PictureTaken, over: Record<string, unknown> = {}) => ({
  version: 0,
  instrumentId: INSTRUMENT,
  examinationId: null,
  picture: taken.picture,
  takenOn: '2026-08-20',
  spot: 'bridge',
  note: 'before anything is touched',
  by: PERSON,
  ...over,
});

describe('photographs', () => {
  it('are written anew without what else they carried, upright, under the hash of their bytes', async () => {
    const jpeg = await picture()
      .withExif({ IFD0: { Copyright: 'WHERE-IT-WAS-TAKEN' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const { status, body } = await server.sendBytes('pictures', jpeg);
    expect(status).toBe(200);
    const taken = body as PictureTaken;
    expect(taken).toMatchObject({ width: 40, height: 60 });
    const bytes = readFileSync(join(server.folder, 'pictures', taken.picture));
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(taken.picture);
    expect(bytes.includes('WHERE-IT-WAS-TAKEN')).toBe(false);
    expect((await sharp(bytes).metadata()).exif).toBeUndefined();
    expect((await server.sendBytes('pictures', jpeg)).body).toEqual(taken);

    expect((await put(`photographs/${id(70)}`, record(taken))).status).toBe(200);
    const [photograph] = await get<Photograph[]>(`instruments/${INSTRUMENT}/photographs`);
    expect(photograph).toMatchObject({ spot: 'bridge', width: 40, height: 60, byName: 'Isbel Crane' });
    const small = await fetch(`${server.address}/api/pictures/${taken.picture}?small`);
    expect(small.headers.get('content-type')).toBe('image/webp');
    expect(small.headers.get('x-content-type-options')).toBe('nosniff');
    await put(`strikes/photograph/${id(70)}`, { struck: true, why: 'blurred', by: PERSON });
    expect(await get<Photograph[]>(`instruments/${INSTRUMENT}/photographs`)).toEqual([]);
  });

  it.each(['png', 'webp', 'avif'] as const)('are taken as %s too', async (format) => {
    const { status } = await server.sendBytes('pictures', await picture(20, 20).toFormat(format).toBuffer());
    expect(status).toBe(200);
  });

  const svg = '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>';
  const heic = Buffer.concat([
    Buffer.from([0, 0, 0, 24]),
    Buffer.from('ftypheic\0\0\0\0mif1heic'),
    randomBytes(200),
  ]);
  const cases: [string, Buffer | (() => Promise<Buffer>), RegExp][] = [
    ['a phone’s HEIC', heic, /HEIC photograph/u],
    ['an SVG with a script', Buffer.from(svg), /SVG/u],
    ['an SVG behind a heading', Buffer.from(`<?xml version="1.0"?>\n${svg}`), /SVG/u],
    ['a page', Buffer.from('<!doctype html><script>alert(1)</script>'), /not those of a photograph/u],
    ['a program', Buffer.concat([Buffer.from('\x7fELF', 'latin1'), randomBytes(400)]), /\.elf/u],
    ['nothing', Buffer.alloc(0), /empty/u],
    ['a PDF', Buffer.from('%PDF-1.7\n'), /PDF/u],
    [
      'noise that begins like a JPEG',
      Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), randomBytes(2000)]),
      /damaged/u,
    ],
    [
      'half a photograph',
      async () => (await picture(900, 900).jpeg().toBuffer()).subarray(0, 2000),
      /damaged/u,
    ],
    [
      'a picture that unpacks to more than any camera makes',
      async () =>
        sharp({
          create: { width: 16000, height: 16000, channels: 3, background: 'black' },
          limitInputPixels: false,
        })
          .png()
          .toBuffer(),
      /60 million pixels/u,
    ],
  ];
  it.each(cases)('refuse %s in plain words and leave nothing on disk', async (_name, bytes, words) => {
    const before = onDisk();
    const { status, body } = await server.sendBytes(
      'pictures',
      typeof bytes === 'function' ? await bytes() : bytes,
    );
    expect(status).toBe(422);
    expect((body as Problem).detail).toMatch(words);
    expect((body as Problem).detail).toMatch(/Accepted: a photograph as JPEG/u);
    expect(onDisk()).toEqual(before);
  });

  it('refuse 200 MB, announced or not, without keeping it', async () => {
    const before = onDisk();
    const send = (headers: Record<string, string>) =>
      new Promise<{ status: number; detail: string }>((done, failed) => {
        const call = request(`${server.address}/api/pictures`, { method: 'POST', headers }, (response) => {
          let text = '';
          response.on('data', (piece: Buffer) => (text += piece.toString()));
          response.on('end', () =>
            done({ status: response.statusCode!, detail: (JSON.parse(text) as Problem).detail! }),
          );
        });
        call.on('error', failed);
        const piece = Buffer.alloc(1024 * 1024, 0xff);
        let left = 200;
        const more = () => {
          while (left-- > 0) if (!call.write(piece)) return void call.once('drain', more);
          call.end();
        };
        more();
      });
    const announced: Record<string, string> = { 'content-length': String(200 * 1024 * 1024) };
    const unannounced: Record<string, string> = { 'transfer-encoding': 'chunked' };
    for (const headers of [announced, unannounced]) {
      const { status, detail } = await send(headers);
      expect(status).toBe(413);
      expect(detail).toMatch(/25 MB at most/u);
    }
    expect(onDisk()).toEqual(before);
  });

  it('never reach a file by a trick in a name', async () => {
    writeFileSync(join(server.folder, 'secret.txt'), 'the lamp is behind the door');
    for (const name of [
      '..%2Fsecret.txt',
      '%2e%2e%2fsecret.txt',
      '..%5Csecret.txt',
      'secret.txt',
      '%00',
      'a'.repeat(64),
    ]) {
      const response = await fetch(`${server.address}/api/pictures/${name}`);
      expect(response.status, name).toBe(404);
      expect(await response.text()).not.toContain('lamp');
    }
    const { status, body } = await put(
      `photographs/${id(71)}`,
      record({ picture: '../secret.txt', width: 1, height: 1 }),
    );
    expect(status).toBe(422);
    expect((body as Problem).errors![0]!.field).toBe('picture');
    const unknown = await put(
      `photographs/${id(71)}`,
      record({ picture: 'b'.repeat(64), width: 1, height: 1 }),
    );
    expect((unknown.body as Problem).errors![0]!.reason).toMatch(/not been taken in/u);
  });

  it('that were given up stay: a start deletes nothing, and a small copy that is missing is made again', async () => {
    const first = await startApp();
    const pictures = join(first.folder, 'pictures');
    const { body } = await first.sendBytes('pictures', await picture().png().toBuffer());
    const name = (body as PictureTaken).picture;
    const old = new Date(Date.now() - 2 * 86400000);
    utimesSync(join(pictures, name), old, old);
    writeFileSync(join(pictures, `${'c'.repeat(64)}.1.part`), 'half');
    rmSync(join(pictures, `${name}.small`));
    await first.app.close();
    const again = await startApp(first.folder);
    expect(readdirSync(pictures).sort()).toEqual([name, `${'c'.repeat(64)}.1.part`].sort());
    const small = await fetch(`${again.address}/api/pictures/${name}?small`);
    expect(small.status).toBe(200);
    expect(small.headers.get('content-type')).toBe('image/webp');
    await again.close();
  });

  it('that come in many times at once are taken as one', async () => {
    const bytes = await picture(700, 500).jpeg().toBuffer();
    const answers = await Promise.all(Array.from({ length: 24 }, () => server.sendBytes('pictures', bytes)));
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 200));
    expect(new Set(answers.map(({ body }) => (body as PictureTaken).picture)).size).toBe(1);
    expect(onDisk().filter((name) => name.endsWith('.part'))).toEqual([]);
  });
});

describe('room loggers', () => {
  const folder = () => join(server.folder, 'logger');
  const write = (name: string, lines: string[]) => writeFileSync(join(folder(), name), lines.join('\r\n'));
  const report = async (name: string) =>
    (await get<LogFolder>('log-files')).files.find((file) => file.name === name);
  const hours = (count: number, from = 0) =>
    Array.from({ length: count }, (_, i) =>
      new Date(Date.UTC(2026, 0, 1) + (from + i) * 3600000).toISOString(),
    );
  const room = async () => (await get<Room[]>('rooms')).find(({ id: one }) => one === ROOM)!;

  it('write into a folder: each file is taken in once, tolerant of its form, broken lines listed', async () => {
    write('Loft 2026.csv', [
      'Temperatur °C;Zeit;rel. Feuchte %',
      ...hours(400).map((at, i) =>
        i % 20 === 7 ? `broken;${at};` : `20,5;${at};${(50 + (i % 9)).toString()},5`,
      ),
    ]);
    await until(async () => (await report('Loft 2026.csv'))?.state === 'taken', 'the file is taken in');
    const taken = (await report('Loft 2026.csv'))!;
    expect(taken).toMatchObject({ roomName: 'Loft', readings: 380, added: 380, skipped: 20 });
    expect(taken.lines[0]).toMatchObject({ line: 9, reason: expect.stringContaining('humidity') as string });
    expect((await room()).readings).toBe(380);

    // the same readings in a second file add nothing
    write('loft copy.csv', ['time,humidity,temp', ...hours(400).map((at) => `${at},55,20`)]);
    await until(async () => (await report('loft copy.csv'))?.state === 'taken', 'the copy is taken in');
    expect(await report('loft copy.csv')).toMatchObject({ readings: 400, added: 20, skipped: 0 });
    expect((await room()).readings).toBe(400);
  });

  it('may add to a file they wrote before', async () => {
    const lines = ['time,humidity,temp', ...hours(48, 500).map((at) => `${at},55,20`)];
    write('loft live.csv', lines.slice(0, 25));
    await until(async () => (await report('loft live.csv'))?.state === 'taken', 'the first half is taken in');
    write('loft live.csv', lines);
    await until(async () => (await report('loft live.csv'))?.readings === 48, 'the rest is taken in');
    expect(await report('loft live.csv')).toMatchObject({ added: 24 });
  });

  it('are told why a file is not taken, and it is taken once that is mended', async () => {
    write('cellar.csv', ['time,humidity,temp', '2026-01-01T00:00:00Z,55,20']);
    write('loft odd.csv', ['a,b', '1,2']);
    mkdirSync(join(server.folder, 'logger', 'loft folder.csv'));
    writeFileSync(join(server.folder, 'logger', 'loft.xlsx'), 'x');
    writeFileSync(
      join(server.folder, 'logger', 'loft wide.csv'),
      Buffer.from('\ufefftime,humidity,temp\n', 'utf16le'),
    );
    await until(
      async () =>
        [await report('cellar.csv'), await report('loft odd.csv')].every((one) => one?.state === 'refused'),
      'both are refused',
    );
    expect(await report('cellar.csv')).toMatchObject({
      state: 'refused',
      remarks: [expect.stringContaining('no room’s logger')],
    });
    expect(await report('loft odd.csv')).toMatchObject({
      state: 'refused',
      remarks: [expect.stringContaining('no heading')],
    });
    await until(
      async () =>
        [await report('loft wide.csv'), await report('loft folder.csv')].every(
          (one) => one?.state === 'refused',
        ),
      'the wide one and the folder are refused',
    );
    expect((await report('loft wide.csv'))!.remarks.join()).toMatch(/UTF-16/u);
    expect((await report('loft folder.csv'))!.remarks.join()).toMatch(/no plain file/u);
    expect((await server.call('GET', 'log-files')).body).toMatchObject({ strangers: ['loft.xlsx'] });
    const body = { version: 0, name: 'Cellar', notes: '', logger: 'LOFT' };
    const taken = await put(`rooms/${id(72)}`, body);
    expect(taken).toMatchObject({ status: 422, body: { errors: [{ field: 'logger' }] } });
    await put(`rooms/${id(72)}`, { ...body, logger: 'cellar' });
    await until(
      async () => (await report('cellar.csv'))?.state === 'taken',
      'the file is taken once its room is named',
    );
    expect(roomFor('Loft upstairs.csv', [{ logger: 'loft' }, { logger: 'LOFT up' }])).toEqual({
      logger: 'LOFT up',
    });
    expect(roomFor('x.csv', [{ logger: '' }])).toBeUndefined();
  });
});

describe('the gauge box', () => {
  const height = async () => (await get<GaugesNow>('gauges')).gauges.find(({ kind }) => kind === 'height');

  it('is heard line by line; a value counts once it stands still, and is gone when lifted off', async () => {
    await until(async () => (await get<GaugesNow>('gauges')).connected, 'the box is connected');
    box.say('box bench one\nnoise and more\nheight 2.7');
    box.say('8 mm\nlevel 0.4 deg\n');
    await until(async () => (await height())?.value !== undefined, 'a height is heard');
    expect(await height()).toMatchObject({ value: 0.00278, steady: false });
    for (let i = 0; i < 12; i++) {
      box.say('height 2.78 mm\n');
      await wait(80);
    }
    expect(await height()).toMatchObject({ text: '2.78 mm', steady: true });
    expect((await get<GaugesNow>('gauges')).box).toBe('bench one');
    box.say('height -\n');
    await until(async () => (await height())?.value === null, 'the height is lifted off');
  });

  it('tells browsers as it changes', async () => {
    const stream = await fetch(`${server.address}/api/events`);
    expect(stream.headers.get('content-type')).toMatch(/text\/event-stream/u);
    const reader = stream.body!.getReader();
    setTimeout(() => box.say('depth 5.5 mm\n'), 100);
    let text = '';
    while (!text.includes('"depth"')) text += new TextDecoder().decode((await reader.read()).value);
    await reader.cancel();
    expect(text).toMatch(/"text":"5\.5 mm"/u);
  });

  it('lets the program end while browsers listen', async () => {
    const other = await startApp(undefined, { host: '127.0.0.1', port: box.port });
    const stream = await fetch(`${other.address}/api/events`);
    const ended = stream.text().catch(() => '');
    await other.close();
    await ended;
  });

  it('is found again after it was lost', async () => {
    const { port } = box;
    await box.close();
    await until(async () => !(await get<GaugesNow>('gauges')).connected, 'the box is lost');
    expect((await get<GaugesNow>('gauges')).gauges).toEqual([]);
    box = await FakeBox.open(port);
    await until(async () => (await get<GaugesNow>('gauges')).connected, 'the box is found again');
  });

  it('that never ends a line, or is not there, harms nobody', async () => {
    const silent = await FakeBox.open();
    const seen = new GaugeBox(
      { host: '127.0.0.1', port: silent.port },
      () => undefined,
      () => 0,
    );
    seen.open();
    await until(() => seen.connected, 'connected');
    for (let i = 0; i < 50; i++) silent.say('x'.repeat(10000));
    silent.say('\nheight 1 mm\n');
    await until(() => (seen.samples.get('height') ?? []).length === 1, 'the line after the noise is heard');
    seen.close();
    await silent.close();
    const alone = await startApp(undefined, null);
    expect((await alone.call('GET', 'gauges')).body).toMatchObject({ setUp: false });
    await alone.close();
  });
});
