import { fields, id, maybe, orNone, whole, words, yesOrNo } from '../shape.js';
import type { Told } from '../event.js';
import type { Job, Look } from '../job.js';
import { kind } from './kind.js';
import { stepOf } from './toStep.js';

const stage = whole(0, 60);

/** What a step must have passed before it goes on is counted from its work steps. */
function look(job: Job, event: Told<{ stage: number }>, of: Partial<Look> & Pick<Look, 'state'>): void {
  const step = stepOf(job, event);
  if (!step) return;
  const before = step.looks.get(event.body.stage);
  step.looks.set(event.body.stage, {
    asks: before?.asks ?? '',
    by: event.by,
    at: event.time,
    event: event.id,
    why: null,
    ...of,
  });
}

const gate = fields({ gate: words(80), why: maybe(words()), said: maybe(words()) });
const gateIs =
  (state: 'opened' | 'overruled' | 'lapsed') =>
  (job: Job, { body, id: event }: Told<{ gate: string; why?: string }>) => {
    job.gates.set(body.gate, { gate: body.gate, state, why: body.why ?? null, event });
  };

/** What a hand confirms: ticks, holds, second looks, gates. */
export const OF_HAND = {
  ticked: kind(
    fields({ list: words(40), item: whole(0, 60), yes: yesOrNo }),
    (job, event) => {
      const { list, item, yes } = event.body;
      stepOf(job, event)?.ticks.set(`${list} ${item}`, { yes, event: event.id, by: event.by });
    },
    { told: false },
  ),
  'hold confirmed': kind(fields({ hold: stage }), (job, event) => {
    stepOf(job, event)?.holds.set(event.body.hold, {
      passed: true,
      branch: null,
      found: null,
      event: event.id,
      by: event.by,
    });
  }),
  'hold failed': kind(
    fields({ hold: stage, branch: orNone(whole(0, 20)), found: maybe(words()) }),
    (job, event) => {
      const { hold, branch, found } = event.body;
      stepOf(job, event)?.holds.set(hold, {
        passed: false,
        branch,
        found: found ?? null,
        event: event.id,
        by: event.by,
      });
    },
  ),
  'look asked': kind(fields({ stage, asks: words(300) }), (job, event) =>
    look(job, event, { state: 'asked', asks: event.body.asks }),
  ),
  'look given': kind(
    fields({ stage, why: maybe(words()) }),
    (job, event) => look(job, event, { state: 'given', why: event.body.why ?? null }),
    { corrects: false },
  ),
  'look refused': kind(
    fields({ stage, why: words() }),
    (job, event) => look(job, event, { state: 'refused', why: event.body.why }),
    { corrects: false },
  ),
  'look withdrawn': kind(fields({ stage }), (job, event) => look(job, event, { state: 'withdrawn' })),
  'gate opened': kind(gate, gateIs('opened')),
  'gate overruled': kind(gate, gateIs('overruled'), { corrects: false }),
  'gate lapsed': kind(gate, gateIs('lapsed')),
  /** what stood in doubt was looked at again, and holds */
  'still holds': kind(fields({ of: id, why: maybe(words()) }), () => undefined),
};
