import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { examinationBody, instrumentBody } from './bodies.js';
import { randomOf } from './fuzzInputs.js';
import { startProgram, type Program } from './program.js';
import { DatabaseSync } from './readTables.js';

/** What was found after ending the program as a power cut does, or after many hands saved at once. */
export interface Endured {
  acknowledged: number;
  lost: number;
  half: number;
  wrong: number;
}

interface Saved {
  path: string;
  body: Record<string, unknown>;
}

const json = { 'content-type': 'application/json' };

async function put({ address }: Program, { path, body }: Saved): Promise<Response | null> {
  return fetch(`${address}/api/${path}`, { method: 'PUT', headers: json, body: JSON.stringify(body) }).catch(
    () => null,
  );
}

/**
 * Ends the program without a warning while four clients save examinations, people and marks and it writes a backup, and
 * looks whether every acknowledged one is there and whole, round after round on the same folder. A second shop keeps its
 * backups on the same stick: none of them may go but by its own hand, and none of either may be cut short.
 */
export async function kills(rounds: number, seed = 1): Promise<Endured> {
  const stick = mkdtempSync(join(tmpdir(), 'upright-elder-stick-'));
  const program = await startProgram(undefined, { UPRIGHT_ELDER_BACKUPS: stick });
  const neighbour = await startProgram(undefined, { UPRIGHT_ELDER_BACKUPS: stick });
  const chance = randomOf(seed);
  const by = randomUUID();
  const instrument = randomUUID();
  const acknowledged: Saved[] = [];
  const result: Endured = { acknowledged: 0, lost: 0, half: 0, wrong: 0 };
  try {
    await put(program, { path: `people/${by}`, body: { version: 0, name: 'Isbel Crane', role: 'master' } });
    await put(program, { path: `instruments/${instrument}`, body: instrumentBody(by, 'Halyard') });
    for (let round = 0; round < rounds; round++) {
      let going = true;
      const fresh: Saved[] = [];
      const client = async () => {
        while (going) {
          const kind = chance();
          const saved: Saved =
            kind < 0.6
              ? {
                  path: `examinations/${randomUUID()}`,
                  body: examinationBody(instrument, by, '2026-08-01', `round ${round}`),
                }
              : kind < 0.8
                ? {
                    path: `people/${randomUUID()}`,
                    body: { version: 0, name: `person ${round}`, role: 'luthier' },
                  }
                : { path: `marks/${randomUUID()}`, body: markBody(instrument, by) };
          const response = await put(program, saved);
          if (response?.ok) {
            await response.text().catch(() => '');
            fresh.push(saved);
          }
        }
      };
      const clients = Array.from({ length: 4 }, client);
      const backup = backUp(program);
      await wait(100 + 1400 * chance());
      await program.kill();
      going = false;
      await Promise.all([...clients, backup]);
      await program.restart();
      if ((await backUp(neighbour)) !== 200) result.wrong++;
      result.wrong += await shortOf(neighbour, Math.min(5, round + 1));
      acknowledged.push(...fresh);
      // the last round's are looked at one by one, and asked to be saved once more as if their answer had been lost
      for (const saved of fresh) {
        const again = await put(program, saved);
        if (again?.status !== 200) result.wrong++;
        else if (((await again.json()) as { version: number }).version !== 1) result.wrong++;
      }
      look(program, acknowledged, result);
    }
    if ((await backUp(program)) !== 200) result.wrong++;
    const left = readdirSync(stick).filter((name) => name.startsWith('.under-way'));
    result.wrong += left.length + (await shortOf(program, 1));
  } finally {
    await program.close();
    await neighbour.close();
    rmSync(stick, { recursive: true, force: true });
  }
  return { ...result, acknowledged: acknowledged.length };
}

const backUp = async ({ address }: Program): Promise<number | null> =>
  fetch(`${address}/api/backups`, { method: 'POST', headers: json })
    .then(({ status }) => status)
    .catch(() => null);

/** 1 where a shop has fewer backups of its own than it should, or one that lacks its end. */
async function shortOf({ address }: Program, least: number): Promise<number> {
  const { backups, backupFolder } = (await (await fetch(`${address}/api/backups`)).json()) as {
    backups: { name: string }[];
    backupFolder: string;
  };
  // a ZIP ends with its directory (APPNOTE 4.3.16)
  const whole = backups.filter(({ name }) =>
    readFileSync(join(backupFolder, name)).subarray(-22).toString('latin1').startsWith('PK\x05\x06'),
  );
  return backups.length >= least && whole.length === backups.length ? 0 : 1;
}

/** Rows that are missing, and examinations without all of their readings. */
function look(program: Program, acknowledged: readonly Saved[], result: Endured): void {
  const file = new DatabaseSync(join(program.folder, 'upright-elder.sqlite'));
  const ids = new Set(
    ['examination', 'person', 'mark'].flatMap((table) => file.all(`SELECT "id" FROM "${table}"`)),
  );
  result.lost += acknowledged.filter(({ path }) => !ids.has(path.split('/')[1]!)).length;
  const readings = (examinationBody('', '', '') as { readings: unknown[] }).readings.length;
  result.half += file.all(
    `SELECT e."id" FROM "examination" e LEFT JOIN "reading" r ON r."examinationId" = e."id" GROUP BY e."id" HAVING COUNT(r."quantity") <> ${readings}`,
  ).length;
  // a save without what says who saved it, or the other way round
  result.half += file.all(
    `SELECT "id" FROM "examination" WHERE "id" NOT IN (SELECT "rowId" FROM "edit" WHERE "tableName" = 'examination') UNION ALL SELECT "rowId" FROM "edit" WHERE "tableName" = 'examination' AND "rowId" NOT IN (SELECT "id" FROM "examination")`,
  ).length;
  result.wrong += file.all('PRAGMA integrity_check').filter((words) => words !== 'ok').length;
  result.wrong += file.all('SELECT "table" FROM pragma_foreign_key_check').length;
  file.close();
}

/**
 * Pairs of saves of one record at once, in many rounds: one of each pair is kept and the other is told of it with both
 * copies; and the same save many times over is one.
 */
export async function concurrent(saves: number): Promise<Endured> {
  const program = await startProgram();
  const by = randomUUID();
  const result: Endured = { acknowledged: 0, lost: 0, half: 0, wrong: 0 };
  try {
    const person = { version: 0, name: 'Isbel Crane', role: 'master' };
    const same = await Promise.all(
      Array.from({ length: 20 }, () => put(program, { path: `people/${by}`, body: person })),
    );
    result.wrong += same.filter((response) => response?.status !== 200).length;
    const instrument = randomUUID();
    await put(program, { path: `instruments/${instrument}`, body: instrumentBody(by, 'Halyard') });
    const examination = randomUUID();
    const body = (version: number, notes: string) => ({
      ...examinationBody(instrument, by, '2026-08-01', notes),
      version,
      why: 'at once',
    });
    await put(program, { path: `examinations/${examination}`, body: body(0, 'first') });
    for (let version = 1; version <= saves / 2; version++) {
      const notes = [`one ${version}`, `other ${version}`];
      const answers = await Promise.all(
        notes.map(async (words) => {
          const response = await put(program, {
            path: `examinations/${examination}`,
            body: body(version, words),
          });
          return {
            status: response?.status,
            words,
            answer: (await response?.json()) as Record<string, unknown>,
          };
        }),
      );
      const kept = answers.filter(({ status }) => status === 200);
      const told = answers.filter(({ status }) => status === 409);
      result.acknowledged += kept.length;
      if (kept.length !== 1 || told.length !== 1) result.wrong++;
      if (kept[0]?.answer.notes !== kept[0]?.words) result.wrong++;
      if (!told[0]?.answer.current || !told[0].answer.yours) result.wrong++;
      const stored = (await (await fetch(`${program.address}/api/examinations/${examination}`)).json()) as {
        notes: string;
        version: number;
      };
      if (stored.notes !== kept[0]?.words || stored.version !== version + 1) result.lost++;
    }
  } finally {
    await program.close();
  }
  return result;
}

function markBody(instrumentId: string, by: string): Record<string, unknown> {
  return {
    version: 0,
    instrumentId,
    by,
    face: 'top',
    kind: 'crack',
    brace: null,
    name: 'by the tail',
    sightings: [
      {
        date: '2026-08-01',
        path: [
          [0, 0.1],
          [0, 0.05],
        ],
        state: 'not tried',
        cleated: false,
        note: '',
      },
    ],
  };
}
