import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import { parseLength } from '@upright-elder/core/units';
import { describe, expect, it } from 'vitest';
import {
  AirBatch,
  ExaminationInput,
  INSTRUMENT_LENGTH_LIMITS,
  INSTRUMENT_LENGTHS,
  ExpectationsQuery,
  InstrumentInput,
  PersonInput,
  PhotographInput,
  ProtocolInput,
  RoomInput,
  ShopInput,
  ToolInput,
} from './index.js';

const ID = '019aa000-0000-7000-8000-000000000001';
const person = { version: 0, name: 'Isbel Crane', role: 'master' };
const shop = {
  version: 0,
  name: 'Lantern Yard',
  units: { relief: 'thou' },
  tools: { relief: 'feelers' },
  currency: '£',
  temperatureUnit: '°C',
  sayIn: '64ths',
};
const air = { unit: '°C', readings: [{ at: '2026-08-20T09:00:00Z', humidity: '58', temperature: '21' }] };
const instrument = {
  version: 0,
  by: ID,
  nickname: 'the Purser',
  maker: '',
  identity: '',
  doubtful: ['serial'],
  owner: '',
  complaint: '',
  playingStyle: 'medium',
  reliefSchool: 'moderate',
  homeRoomId: null,
  type: 'flat-top',
  bodyJoin: 14,
  stringSet: 'light',
  tuning: 'standard',
  topSpecies: 'sitka-spruce',
  laminatedTop: false,
  construction: '',
  rod: 'none',
  scale: { text: '25.4', unit: 'in' },
};
const examination = {
  version: 0,
  instrumentId: ID,
  by: ID,
  date: '2026-08-20',
  notes: '',
  protocol: 'full',
  findings: [{ point: 'bridge', states: [], verdict: 'watch', words: '' }],
  conditions: {
    humidity: '58',
    temperature: null,
    temperatureUnit: '°C',
    woodMoisture: null,
    strings: 'pitch',
    timeAtPitch: null,
    reliefFrom: 1,
    reliefTo: 14,
  },
  readings: [{ quantity: 'action12', place: 'both', text: '7/64', unit: 'mm' }],
};

const tool = {
  version: 0,
  name: 'long feelers',
  dimension: 'length',
  resolution: '0.02',
  repeatability: '0.02',
  unit: 'mm',
  retired: false,
};
const protocol = {
  version: 0,
  name: 'Dockside look',
  about: '',
  priced: true,
  again: false,
  retired: false,
  stages: [{ title: 'In hand', lines: ['bridge', 'action12'] }],
};
const photograph = {
  version: 0,
  instrumentId: ID,
  examinationId: null,
  picture: 'a'.repeat(64),
  takenOn: '2026-08-20',
  spot: 'bridge',
  note: '',
  by: ID,
};
const room = { version: 0, name: 'Loft', notes: '', logger: 'loft' };
const query = { date: '2026-08-20', strings: 'pitch', humidity: 'damp' };

/** Paths of the properties that are refused. */
async function refused(type: new () => object, body: object): Promise<string[]> {
  const paths = (error: ValidationError, parent: string): string[] => {
    const path = parent + error.property;
    return [
      ...(error.constraints ? [path] : []),
      ...(error.children ?? []).flatMap((child) => paths(child, `${path}.`)),
    ];
  };
  const errors = await validate(plainToInstance(type, body), { whitelist: true, forbidNonWhitelisted: true });
  return errors.flatMap((error) => paths(error, ''));
}

describe('what may travel', () => {
  it.each([
    [PersonInput, person],
    [ShopInput, shop],
    [AirBatch, air],
    [InstrumentInput, instrument],
    [ExaminationInput, examination],
    [ToolInput, tool],
    [ProtocolInput, protocol],
    [PhotographInput, photograph],
    [RoomInput, room],
    [ExpectationsQuery, query],
  ] as [new () => object, object][])('%o as it should be', async (type, body) => {
    expect(await refused(type, body)).toEqual([]);
  });

  it.each([
    ['a stranger’s role', PersonInput, { ...person, role: 'king' }, ['role']],
    ['no name', PersonInput, { ...person, name: '' }, ['name']],
    ['an unknown unit', ShopInput, { ...shop, units: { relief: 'ell' } }, ['units']],
    ['an unknown quantity', ShopInput, { ...shop, units: { charm: 'mm' } }, ['units']],
    ['no air at all', AirBatch, { ...air, readings: [] }, ['readings']],
    [
      'a moment that never was',
      AirBatch,
      { ...air, readings: [{ ...air.readings[0], at: '2026-02-30T00:00:00Z' }] },
      ['readings.0.at'],
    ],
    [
      'metres from the client',
      InstrumentInput,
      { ...instrument, scale: { text: '25.4', unit: 'in', metres: 1 } },
      ['scale.metres'],
    ],
    ['no scale', InstrumentInput, { ...instrument, scale: undefined }, ['scale']],
    ['a join on half a fret', InstrumentInput, { ...instrument, bodyJoin: 14.5 }, ['bodyJoin']],
    ['another kind of instrument', InstrumentInput, { ...instrument, type: 'lute' }, ['type']],
    ['a day that never was', ExaminationInput, { ...examination, date: '2026-02-30' }, ['date']],
    ['no conditions', ExaminationInput, { ...examination, conditions: null }, ['conditions']],
    [
      'held frets out of reach',
      ExaminationInput,
      { ...examination, conditions: { ...examination.conditions, reliefFrom: 7 } },
      ['conditions.reliefFrom'],
    ],
    [
      'a value instead of a text',
      ExaminationInput,
      { ...examination, readings: [{ ...examination.readings[0], text: 2.8 }] },
      ['readings.0.text'],
    ],
    [
      'a made-up quantity',
      ExaminationInput,
      { ...examination, readings: [{ ...examination.readings[0], quantity: 'charm' }] },
      ['readings.0.quantity'],
    ],
    [
      'a made-up place',
      ExaminationInput,
      { ...examination, readings: [{ ...examination.readings[0], place: 'everywhere' }] },
      ['readings.0.place'],
    ],
    [
      'a verdict of its own',
      ExaminationInput,
      { ...examination, findings: [{ ...examination.findings[0], verdict: 'lovely' }] },
      ['findings.0.verdict'],
    ],
    ['a doubt about nothing', InstrumentInput, { ...instrument, doubtful: ['soul'] }, ['doubtful']],
    [
      'an amount from the client',
      InstrumentInput,
      { ...instrument, budget: { text: '5', amount: 500 } },
      ['budget.amount'],
    ],
    ['a tool for an unknown quantity', ShopInput, { ...shop, tools: { charm: 'rule' } }, ['tools']],
    ['a tool that reads moods', ToolInput, { ...tool, dimension: 'mood' }, ['dimension']],
    [
      'a line that is none',
      ProtocolInput,
      { ...protocol, stages: [{ title: 'x', lines: ['horoscope'] }] },
      ['stages.0.lines'],
    ],
    ['no stages', ProtocolInput, { ...protocol, stages: [] }, ['stages']],
    ['a path for a picture', PhotographInput, { ...photograph, picture: '../../etc/passwd' }, ['picture']],
    ['a spot on the moon', PhotographInput, { ...photograph, spot: 'moon' }, ['spot']],
    ['a day that never was', PhotographInput, { ...photograph, takenOn: '2026-02-30' }, ['takenOn']],
    ['strings in no state', ExpectationsQuery, { ...query, strings: 'gone' }, ['strings']],
    ['something nobody asked for', ExaminationInput, { ...examination, admin: true }, ['admin']],
  ] as [string, new () => object, object, string[]][])('not with %s', async (_name, type, body, paths) => {
    expect(await refused(type, body)).toEqual(paths);
  });

  it('the words of an instrument’s limits say what is refused: read as lengths they are the limits', () => {
    const metres = (text: string, unit: string) => {
      const read = parseLength(`${text} ${unit}`, 'mm');
      return read.ok ? read.value : NaN;
    };
    for (const name of INSTRUMENT_LENGTHS) {
      const { from, to, range } = INSTRUMENT_LENGTH_LIMITS[name];
      const [, low, high, unit, also] = /^from (\S+) to (\S+) (\w+)(?: \((.+)\))?$/u.exec(range)!;
      expect(metres(low!, unit!), name).toBeCloseTo(from, 9);
      expect(metres(high!, unit!), name).toBeCloseTo(to, 9);
      if (!also) continue;
      const [, lowToo, highToo, unitToo] = /^(\S+) to (\S+) (\w+)$/u.exec(also)!;
      expect(metres(lowToo!, unitToo!) / from, name).toBeCloseTo(1, 1);
      expect(metres(highToo!, unitToo!) / to, name).toBeCloseTo(1, 1);
    }
  });
});
