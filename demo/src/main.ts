import type { AirBatch, BenchPage, PictureTaken, Shop } from '@upright-elder/contract';
import { dayOf, isoDate } from '@upright-elder/core/days';
import { v5 } from 'uuid';
import { inventRoom, type RoomTruth } from './air.js';
import { ask } from './ask.js';
import { ABSENCES, INSTRUMENTS, PEOPLE, ROOMS, SHOP } from './scenario.js';
import { walkOf } from './belly.js';
import { eventsOf, JOBS } from './jobs.js';
import { marksOf, planBody } from './maps.js';
import { photographsOf } from './photographs.js';
import { airOfInvented, examinationsOf } from './truth.js';

/** Writes the invented scenario over HTTP, like any client: `main.ts http://127.0.0.1:4747`. */
const address = process.argv[2];
if (!address) throw new Error('The address of a running server is needed, such as http://127.0.0.1:4747');

const NAMESPACE = '5b7d2f3e-64a1-4b0e-9a53-2f6b8f0c1d77';
const idOf = (name: string) => v5(name, NAMESPACE);

const send = (method: string, path: string, body: unknown): Promise<unknown> =>
  ask(address, path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

const shop = (await ask(address, 'shop')) as Shop;
const today = dayOf(shop.today);
for (const person of PEOPLE) await send('PUT', `people/${idOf(person.name)}`, { ...person, version: 0 });
await send('PUT', 'shop', {
  ...SHOP,
  version: 0,
  peopleDays: ABSENCES.map(({ name, offInDays, skills }) => ({
    person: idOf(name),
    week: Array.from({ length: 7 }, () => true),
    off: offInDays.map((days) => isoDate(today + days)),
    ...(skills ? { skills } : {}),
  })),
});

const ABOUT = new Map(ROOMS.map(({ name, logger, kind, salts }) => [name, { logger, kind, salts }]));
const rooms = new Map<string, RoomTruth>(
  ROOMS.map((room) => [room.key, inventRoom({ ...room, id: idOf(room.name) }, today)]),
);
for (const { room, air } of rooms.values()) {
  const about = ABOUT.get(room.name)!;
  await send('PUT', `rooms/${room.id}`, {
    version: 0,
    name: room.name,
    notes: room.notes,
    logger: about.logger,
    kind: about.kind,
    saltLow: about.salts?.[0] ?? '',
    saltHigh: about.salts?.[1] ?? '',
  });
  const logged = air.slice(-Math.round(room.logged * 365.25) || air.length);
  if (room.logged === 0) continue;
  // a logger writes by night and by day; the day is a little drier
  const readings = logged.flatMap(({ day, humidity, celsius }) =>
    [0, 12].map((hour) => ({
      at: new Date((day + hour / 24) * 86400000).toISOString(),
      humidity: (humidity + (hour ? -1 : 1)).toFixed(1),
      temperature: (celsius + (hour ? 0.8 : -0.8)).toFixed(1),
    })),
  );
  for (let i = 0; i < readings.length; i += 2000) {
    const batch: AirBatch = { unit: '°C', readings: readings.slice(i, i + 2000) };
    await send('POST', `rooms/${room.id}/air`, batch);
  }
}

for (const instrument of INSTRUMENTS) {
  const { input, home } = instrument;
  const id = idOf(input.nickname);
  const room = airOfInvented(instrument, rooms, today);
  const before = instrument.cameFrom && rooms.get(instrument.cameFrom.room)!.room.id;
  await send('PUT', `instruments/${id}`, {
    ...input,
    version: 0,
    by: idOf(PEOPLE[0].name),
    homeRoomId: before ?? room.room.id,
  });
  if (instrument.cameFrom)
    await send('PUT', `interventions/${idOf(`${input.nickname} carried`)}`, {
      version: 0,
      instrumentId: id,
      by: idOf(PEOPLE[0].name),
      date: isoDate(today - instrument.cameFrom.daysAgo),
      time: null,
      follows: null,
      kinds: ['room'],
      treatments: [],
      note: '',
      moved: { to: rooms.get(home)!.room.id },
    });
  for (const { visit, examination } of examinationsOf(instrument, room, today))
    await send('PUT', `examinations/${idOf(`${input.nickname} ${visit.daysAgo}`)}`, {
      ...examination,
      version: 0,
      instrumentId: id,
      by: idOf(PEOPLE[visit.by ?? 0].name),
    });
  for (const { daysAgo, by, ...done } of instrument.done ?? [])
    await send('PUT', `interventions/${idOf(`${input.nickname} done ${daysAgo}`)}`, {
      ...done,
      version: 0,
      instrumentId: id,
      by: idOf(PEOPLE[by].name),
      date: isoDate(today - daysAgo),
      time: null,
      follows: null,
    });
}
for (const instrument of INSTRUMENTS) {
  const id = idOf(instrument.input.nickname);
  const by = idOf(PEOPLE[0].name);
  await send('PUT', `instruments/${id}/body-plan`, planBody(instrument, by));
  for (const [i, mark] of marksOf(instrument, airOfInvented(instrument, rooms, today), today).entries())
    await send('PUT', `marks/${idOf(`${instrument.input.nickname} mark ${i}`)}`, {
      ...mark,
      version: 0,
      instrumentId: id,
      by,
    });
}
const { now } = (await ask(address, 'bench')) as BenchPage;
for (const job of JOBS) await send('POST', 'jobs/events', eventsOf(job, now, idOf));

/** m/s². ISO 80000-3 */
const STANDARD_GRAVITY = 9.80665;

for (const instrument of INSTRUMENTS)
  for (const { daysAgo, by, moment, arm, share } of instrument.walks ?? [])
    await send('PUT', `load-tests/${idOf(`${instrument.input.nickname} walk ${moment}`)}`, {
      version: 0,
      instrumentId: idOf(instrument.input.nickname),
      by: idOf(PEOPLE[by].name),
      date: isoDate(today - daysAgo),
      kind: 'walk',
      moment,
      weight: '2',
      planChecked: true,
      spots: walkOf(instrument, { arm, share, newtons: 2 * STANDARD_GRAVITY }, instrument.seed + daysAgo),
      note: '',
    });
let photographs = 0;
for (const instrument of INSTRUMENTS) {
  const { nickname } = instrument.input;
  for (const { bytes, ofMark, ...facts } of await photographsOf(
    instrument,
    airOfInvented(instrument, rooms, today),
    today,
  )) {
    const { picture } = (await ask(address, 'pictures', {
      method: 'POST',
      body: new Uint8Array(bytes),
    })) as PictureTaken;
    await send('PUT', `photographs/${idOf(`${nickname} ${facts.spot} ${facts.takenOn}`)}`, {
      ...facts,
      version: 0,
      instrumentId: idOf(nickname),
      examinationId: null,
      markId: ofMark ? idOf(`${nickname} mark 0`) : null,
      picture,
      by: idOf(PEOPLE[0].name),
    });
    photographs += 1;
  }
}
// what went home with an instrument is kept as it went
await send('PUT', `instruments/${idOf('Halyard')}/papers/given/${idOf('Halyard report')}`, {
  of: ['job report', 'seasons'],
  for: 'owner',
  size: 'A4',
  ownerName: true,
  prices: true,
  shopNotes: false,
  by: idOf(PEOPLE[0].name),
  to: 'with the case',
  way: 'file',
});
console.log(
  `${INSTRUMENTS.length} instruments, ${INSTRUMENTS.reduce((sum, { visits }) => sum + visits.length, 0)} examinations, ${photographs} photographs, ${ROOMS.length} rooms.`,
);
