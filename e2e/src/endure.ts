import { randomUUID } from 'node:crypto';
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
 * Ends the program without a warning while four clients save examinations, people and marks, and looks whether every
 * acknowledged one is there and whole, round after round on the same folder.
 */
export async function kills(rounds: number, seed = 1): Promise<Endured> {
  const program = await startProgram();
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
      await wait(100 + 400 * chance());
      await program.kill();
      going = false;
      await Promise.all(clients);
      await program.restart();
      acknowledged.push(...fresh);
      // the last round's are looked at one by one, and asked to be saved once more as if their answer had been lost
      for (const saved of fresh) {
        const again = await put(program, saved);
        if (again?.status !== 200) result.wrong++;
        else if (((await again.json()) as { version: number }).version !== 1) result.wrong++;
      }
      look(program, acknowledged, result);
    }
  } finally {
    await program.close();
  }
  return { ...result, acknowledged: acknowledged.length };
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
