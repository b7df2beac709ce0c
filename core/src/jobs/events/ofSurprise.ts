import { anything, build, fields, id, maybe, number, oneOf, words, yesOrNo } from '../shape.js';
import { kind } from './kind.js';

/** What went otherwise than anybody thought. */
export const OF_SURPRISE = {
  'not as thought': kind(
    fields({ assumed: words(), isSo: words(), build: maybe(build), was: maybe(build) }),
    (job, { body, id: event }) => {
      job.mistaken.push({ assumed: body.assumed, isSo: body.isSo, event });
    },
  ),
  surprise: kind(fields({ say: words(2000) }), () => undefined),
  mishap: kind(
    fields({
      instrument: id,
      what: words(1000),
      live: yesOrNo,
      cost: oneOf(['shop', 'owner', 'shared']),
    }),
    (job, { body, id: event }) => {
      job.mishaps.set(event, { id: event, ...body, told: null, settled: null });
    },
    { corrects: false },
  ),
  'mishap settled': kind(fields({ mishap: id, offer: words(), accepted: yesOrNo }), (job, { body }) => {
    const mishap = job.mishaps.get(body.mishap);
    if (mishap) mishap.settled = { offer: body.offer, accepted: body.accepted };
  }),
};

/** What is about other events: read before all of them, see corrected.ts. */
export const OF_UPKEEP = {
  corrects: kind(
    fields({
      event: id,
      does: oneOf(['changes', 'strikes', 'restores']),
      /** new values by name; of the body, or `at` */
      fields: maybe(anything),
      was: maybe(anything),
      why: words(),
    }),
    () => undefined,
    { corrects: false },
  ),
  'clock checked': kind(
    fields({
      /** what is to be added to the device's clock, ms, and how far that may be off */
      offset: number(-4e12, 4e12),
      error: number(0, 4e12),
    }),
    () => undefined,
    { told: false, corrects: false },
  ),
};
