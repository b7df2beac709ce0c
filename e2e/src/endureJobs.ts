import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import type { Intervention, JobEventInput, JobEventsPage } from '@upright-elder/contract';
import { instrumentBody } from './bodies.js';
import type { Endured } from './endure.js';
import { randomOf } from './fuzzInputs.js';
import { startProgram, type Program } from './program.js';

const json = { 'content-type': 'application/json' };
const post = ({ address }: Program, events: JobEventInput[]): Promise<Response | null> =>
  fetch(`${address}/api/jobs/events`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ events }),
  }).catch(() => null);

/** What a tablet writes of a job: two steps, each begun, noted on, paused, gone on with and finished. */
function eventsOf(job: string, instrument: string, by: string, at: number): JobEventInput[] {
  const steps = [0, 1].map(() => randomUUID());
  const drafts: [kind: string, step: string | null, body: object][] = [
    ['opened', null, { instrument, name: 'Set-up', from: 'by hand' }],
    [
      'plan taken',
      null,
      {
        version: 1,
        steps: steps.map((id, i) => ({
          id,
          treatment: ['nut', 'saddle'][i]!,
          part: 'whole',
          hands: [1, 1],
          wait: [0, 0],
          after: [],
        })),
      },
    ],
    ...steps.flatMap((step): typeof drafts => [
      ['begun', step, {}],
      ['note', step, { say: 'slots are worn' }],
      ['paused', step, {}],
      ['begun', step, {}],
      ['finished', step, {}],
    ]),
  ];
  return drafts.map(([kind, step, body], i): JobEventInput => ({
    id: randomUUID(),
    job,
    kind,
    step,
    by,
    with: [],
    device: 'tablet',
    clockRun: 0,
    seq: i,
    at: at + i * 1000,
    stamp: at + i * 1000,
    v: 1,
    uses: [],
    body,
  }));
}

/**
 * Ends the program without a warning once in the midst of each of so many jobs, while two tablets write; what had no answer
 * is sent again, as a tablet does. Every acknowledged event stands once, as it was sent, and each finished step wrote what
 * it did once.
 */
export async function killsOfJobs(jobs: number, seed = 1): Promise<Endured> {
  const program = await startProgram('2026-09-02T09:00:00Z+');
  const chance = randomOf(seed);
  const by = randomUUID();
  const instrument = randomUUID();
  const result: Endured = { acknowledged: 0, lost: 0, half: 0, wrong: 0 };
  const put = (path: string, body: object) =>
    fetch(`${program.address}/api/${path}`, { method: 'PUT', headers: json, body: JSON.stringify(body) });
  const get = async <T>(path: string) => (await (await fetch(`${program.address}/api/${path}`)).json()) as T;
  try {
    await put(`people/${by}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await put(`instruments/${instrument}`, instrumentBody(by, 'Halyard'));
    let finished = 0;
    for (let n = 0; n < jobs; n++) {
      const job = randomUUID();
      const events = eventsOf(job, instrument, by, Date.parse('2026-09-01T09:00:00Z') + n * 3600000);
      const acknowledged = new Set<string>();
      let up = true;
      /** each tablet writes its half, some at a time, and sends again what had no answer */
      const tablet = async (own: JobEventInput[]) => {
        for (let i = 0; i < own.length;) {
          const some = own.slice(i, i + 1 + Math.floor(chance() * 3));
          const response = await post(program, some);
          if (response?.ok && (await response.json().catch(() => null))) {
            for (const { id } of some) acknowledged.add(id);
            i += some.length;
          } else {
            if (response && response.status < 500) result.wrong++;
            do await wait(20);
            while (!up);
          }
        }
      };
      // the opening is there first; then both write
      const [opened, planned, ...rest] = events;
      await tablet([opened!, planned!]);
      const both = Promise.all([
        tablet(rest.filter((_, i) => i % 2 === 0)),
        tablet(rest.filter((_, i) => i % 2 === 1)),
      ]);
      await wait(5 + 60 * chance());
      up = false;
      await program.kill();
      const before = new Set(acknowledged);
      await program.restart();
      const kept = await get<JobEventsPage>(`jobs/${job}/events`);
      result.lost += [...before].filter((id) => !kept.events.some((one) => one.id === id)).length;
      up = true;
      await both;
      result.acknowledged += acknowledged.size;
      finished += events.filter(({ kind }) => kind === 'finished').length;
      const now = (await get<JobEventsPage>(`jobs/${job}/events`)).events;
      if (now.length !== events.length || new Set(now.map(({ id }) => id)).size !== events.length)
        result.wrong++;
      for (const one of events) {
        const stored = now.find(({ id }) => id === one.id);
        if (!stored) result.lost++;
        else if (JSON.stringify(stored.body) !== JSON.stringify(one.body)) result.half++;
      }
    }
    const written = await get<Intervention[]>(`instruments/${instrument}/interventions`);
    if (written.length !== finished) result.wrong++;
  } finally {
    await program.close();
  }
  return result;
}
