import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { Package } from 'datapackage';
import dxfParser from 'dxf-parser';
import { unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ENTITIES } from './entities.js';
import { writeOut } from './exchange/write-out.js';
import { Database } from './store/database.js';
import { folderOfA63910e } from './testing/folders.js';

/** Read from Node it is a module within a module, read from here it is the class. */
const DxfParser = 'default' in dxfParser ? dxfParser.default : dxfParser;

/** Everything of the scenario, unpacked by a program that is not ours. */
let folder = '';
let files: Record<string, Uint8Array> = {};
const text = (name: string) => Buffer.from(files[name]!).toString('utf8');

beforeAll(async () => {
  const shop = folderOfA63910e();
  await (await Database.open(shop, { entities: ENTITIES })).onApplicationShutdown();
  const to = join(shop, 'out.zip');
  const holds = { for: 'ourselves' as const, owners: true, money: true, notes: true };
  await writeOut({ folder: shop, to, holds, instruments: null });
  files = unzipSync(readFileSync(to));
  folder = join(shop, 'unpacked');
  for (const [name, bytes] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, name)), { recursive: true });
    writeFileSync(join(folder, name), bytes);
  }
});
afterAll(() => rmSync(dirname(folder), { recursive: true, force: true }));

describe('what goes out', () => {
  it('is what its own schema says, by another validator of JSON Schema 2020-12', () => {
    const check = new Ajv2020({ allowUnionTypes: true, allErrors: true }).compile(
      JSON.parse(text('schema.json')) as object,
    );
    expect(check(JSON.parse(text('shop.json'))), JSON.stringify(check.errors?.slice(0, 3))).toBe(true);
  });

  it('is a tabular data package whose every row, type and reference holds (Frictionless Data, read by its own library)', async () => {
    const found = await Package.load(join(folder, 'datapackage.json'));
    expect(found.errors).toEqual([]);
    const { tables } = JSON.parse(text('shop.json')) as { tables: Record<string, unknown[]> };
    expect(found.resources.map(({ name }) => name)).toEqual(Object.keys(tables));
    for (const resource of found.resources)
      expect((await resource.read({ keyed: true, relations: true })).length, resource.name).toBe(
        tables[resource.name]!.length,
      );
  });

  it('lists every file that it holds, and no other (RO-Crate 1.1)', () => {
    const { '@context': context, '@graph': graph } = JSON.parse(text('ro-crate-metadata.json')) as {
      '@context': string;
      '@graph': { '@id': string; '@type': string; hasPart?: { '@id': string }[]; encodingFormat?: string }[];
    };
    expect(context).toBe('https://w3id.org/ro/crate/1.1/context');
    const root = graph.find((one) => one['@id'] === './')!;
    const listed = root.hasPart!.map((one) => decodeURI(one['@id']));
    expect([...listed, 'ro-crate-metadata.json'].sort()).toEqual(Object.keys(files).sort());
    for (const name of listed) {
      const file = graph.find((one) => decodeURI(one['@id']) === name)!;
      expect(file['@type']).toBe('File');
      expect(file.encodingFormat).toMatch(/^[a-z]+\/[a-z0-9.+-]+$/u);
    }
  });

  it('draws body plans at full size: lengths in DXF and SVG are those of the plan, to 0.01 mm', () => {
    const { tables } = JSON.parse(text('shop.json')) as {
      tables: {
        plan: {
          id: string;
          drawn: { outline: { length: number }; bridge: { from: number; to: number; halfWidth: number } };
        }[];
      };
    };
    const drawn = Object.keys(files).filter((name) => name.endsWith('plan.dxf'));
    expect(drawn).toHaveLength(tables.plan.length);
    for (const name of drawn) {
      const plan = tables.plan.find(({ id }) => name.includes(` ${id}/`))!.drawn;
      const dxf = new DxfParser().parseSync(text(name))!;
      expect(dxf.header['$ACADVER']).toBe('AC1021');
      const lines = dxf.entities as never as { layer: string; vertices?: { x: number; y: number }[] }[];
      const span = (layer: string, of: 'x' | 'y') => {
        const all = lines.find((one) => one.layer === layer)!.vertices!.map((one) => one[of]);
        return Math.max(...all) - Math.min(...all);
      };
      expect(Math.abs(span('outline', 'y') - 1000 * plan.outline.length), name).toBeLessThan(0.01);
      expect(Math.abs(span('bridge', 'y') - 1000 * (plan.bridge.to - plan.bridge.from)), name).toBeLessThan(
        0.01,
      );
      expect(Math.abs(span('bridge', 'x') - 2000 * plan.bridge.halfWidth), name).toBeLessThan(0.01);
      const svg = text(name.replace('plan.dxf', 'plan top.svg'));
      const [, x, y, width, height] = /viewBox="([\d.-]+) ([\d.-]+) ([\d.]+) ([\d.]+)"/u
        .exec(svg)!
        .map(Number);
      const [, wide, high] = /width="([\d.]+)mm" height="([\d.]+)mm"/u.exec(svg)!.map(Number);
      expect([wide, high]).toEqual([width, height]);
      // a margin of 12 mm about the face
      expect([x, y]).toEqual([-12, -12]);
      expect(Math.abs(high! - 24 - 1000 * plan.outline.length), name).toBeLessThan(30);
    }
  });

  it('is read by thirty lines of nobody’s: action over time', () => {
    const script = fileURLToPath(new URL('../../docs/action-over-time.mjs', import.meta.url));
    const { stdout, status } = spawnSync(process.execPath, [script, folder, 'the Purser'], {
      encoding: 'utf8',
    });
    expect(status).toBe(0);
    const { tables } = JSON.parse(text('shop.json')) as {
      tables: {
        instrument: { id: string; nickname: string }[];
        examination: { id: string; instrumentId: string; date: string }[];
        reading: { examinationId: string; quantity: string; place: string; readings: number[] }[];
      };
    };
    const purser = tables.instrument.find(({ nickname }) => nickname === 'the Purser')!.id;
    const dates = new Map(
      tables.examination
        .filter(({ instrumentId }) => instrumentId === purser)
        .map((one) => [one.id, one.date]),
    );
    const actions = tables.reading.filter(
      ({ examinationId, quantity }) => dates.has(examinationId) && quantity === 'action12',
    );
    const lines = stdout.trim().split('\n');
    expect(lines).toHaveLength(actions.length);
    const day = [...dates.values()].sort()[0]!;
    const first = actions.find((one) => dates.get(one.examinationId) === day && one.place === 'bass')!;
    expect(lines[0]).toBe(`${day} bass ${(1000 * first.readings[0]!).toFixed(2)} mm`);
  });
});
