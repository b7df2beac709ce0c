import { OWNERS_WORDS, type JobEventId } from '@upright-elder/core/jobs';
import type { EntityManager } from 'typeorm';
import { ERASED, type Erased } from '../owners/owners.service.js';

interface Row {
  id: string;
  job: string;
  kind: string;
  body: string;
}

/**
 * Takes what an owner said, and their name, out of the events of their jobs. Each event stays what it was, so that a device
 * that sends it again is answered as before.
 *
 * @returns the jobs that were touched
 */
export async function forgetOwnerIn(
  manager: EntityManager,
  { id, instruments }: Pick<Erased, 'id' | 'instruments'>,
): Promise<string[]> {
  const rows = await eventsOf(manager, { id, instruments });
  const kinds = new Map(rows.map((row) => [row.id, row.kind]));
  const touched = new Set<string>();
  for (const row of rows) {
    const left = without(row, kinds);
    if (left === row.body) continue;
    await manager.query('UPDATE "bench_event" SET "body" = ? WHERE "id" = ?', [left, row.id]);
    touched.add(row.job);
  }
  return [...touched];
}

/** Events of the jobs that an owner’s instruments were in for while they were theirs. */
const eventsOf = (
  manager: EntityManager,
  { id, instruments }: Pick<Erased, 'id' | 'instruments'>,
): Promise<Row[]> =>
  manager.query<Row[]>(
    `SELECT e."id", e."job", e."kind", e."body" FROM "bench_event" e JOIN "job" j ON j."id" = e."job"
      JOIN "bench_event" o ON o."job" = e."job" AND o."kind" = 'opened'
      WHERE ifnull(json_extract(o."body", '$.owner'), ?) = ?
        AND (j."instrumentId" IN (SELECT value FROM json_each(?)) OR json_extract(o."body", '$.owner') = ?)`,
    [id, id, JSON.stringify(instruments), id],
  );

/** Files in which an owner said yes: photographs and PDFs of what they signed or wrote, by their hashes. */
export async function answersOf(
  manager: EntityManager,
  erased: Pick<Erased, 'id' | 'instruments'>,
): Promise<string[]> {
  const rows = await eventsOf(manager, erased);
  return rows.flatMap(({ kind, body }) => {
    const { file } = JSON.parse(body) as { file?: string };
    return kind === 'consent given' && file ? [file] : [];
  });
}

function without({ kind, body }: Row, kinds: ReadonlyMap<string, string>): string {
  const said = JSON.parse(body) as Record<string, unknown>;
  if (kind === 'corrects') {
    const of = kinds.get(String(said.event)) ?? '';
    return JSON.stringify({
      ...said,
      ...(said.fields ? { fields: blanked(said.fields as Record<string, unknown>, of) } : {}),
      ...(said.was ? { was: blanked(said.was as Record<string, unknown>, of) } : {}),
    });
  }
  // what the shop proposed is the shop's
  if (kind === 'ordered' && said.from === 'shop') return body;
  return JSON.stringify(blanked(said, kind));
}

function blanked(said: Record<string, unknown>, kind: string): Record<string, unknown> {
  const words: readonly string[] = OWNERS_WORDS[kind as JobEventId] ?? [];
  return Object.fromEntries(
    Object.entries(said).map(([name, value]) => [name, words.includes(name) ? ERASED : value]),
  );
}
