import type { JobEventBody } from './events/index.js';
import { inOrder, type JobEvent, type Told } from './event.js';
import { isJobEvent, JOB_EVENTS } from './events/index.js';

/** A correction that stands. */
export interface Correction {
  /** the event that says so */
  id: string;
  by: string;
  does: 'changes' | 'strikes' | 'restores';
  fields: Record<string, unknown>;
  was: Record<string, unknown>;
  why: string;
}

export interface Corrected {
  /** all events in their order, as they count */
  told: Told[];
  /** every correction that stands, by what it corrects, in their order */
  corrections: Map<string, Correction[]>;
}

/** Never by a correction: such an event is struck and written anew. */
const FIXED = new Set(['id', 'kind', 'job', 'by', 'device', 'seq', 'stamp']);

type Corrects = JobEventBody<'corrects'>;
type Checked = JobEventBody<'clock checked'>;

/**
 * Events in their order, with what was put right in them and their times by the best clock known. A correction never moves
 * an event. One that is itself struck corrects nothing; since it always stands after what it corrects, they are read from
 * the last to the first.
 */
export function corrected(events: Iterable<JobEvent>): Corrected {
  const all = inOrder(events);
  const corrections = standingOf(all);
  const offsets = offsetsOf(all);
  const told = all.map((event): Told => {
    const own = corrections.get(event.id) ?? [];
    const changes = Object.assign(
      {},
      ...own.filter(({ does }) => does === 'changes').map((one) => one.fields),
    ) as Record<string, unknown>;
    const { at, step, with: others, uses, ...body } = changes;
    const offset = offsets.get(runOf(event));
    const time = typeof at === 'number' ? at : event.at + (offset?.offset ?? 0);
    return {
      ...event,
      ...(typeof step === 'string' || step === null ? { step } : {}),
      ...(Array.isArray(others) ? { with: others as string[] } : {}),
      ...(Array.isArray(uses) ? { uses: uses as string[] } : {}),
      body: Object.keys(body).length > 0 ? { ...(event.body as object), ...body } : event.body,
      time: Math.round(time),
      checked: offset !== undefined,
      struck: own.filter(({ does }) => does !== 'changes').at(-1)?.does === 'strikes',
    };
  });
  return { told, corrections };
}

const runOf = ({ device, clockRun }: Pick<JobEvent, 'device' | 'clockRun'>): string =>
  `${device} ${clockRun}`;

/** Of each run of each device's clock what is to be added to it: by the check that was least in error. */
function offsetsOf(all: readonly JobEvent[]): Map<string, Checked> {
  const best = new Map<string, Checked>();
  for (const event of all) {
    if (event.kind !== 'clock checked') continue;
    const check = event.body as Checked;
    const known = best.get(runOf(event));
    if (!known || check.error < known.error) best.set(runOf(event), check);
  }
  return best;
}

function standingOf(all: readonly JobEvent[]): Map<string, Correction[]> {
  const kinds = new Map(all.map((event) => [event.id, event.kind]));
  const standing = new Map<string, Correction[]>();
  const struck = (id: string) =>
    standing
      .get(id)
      ?.filter(({ does }) => does !== 'changes')
      .at(-1)?.does === 'strikes';
  for (const event of all.toReversed()) {
    if (event.kind !== 'corrects' || struck(event.id)) continue;
    const { event: of, does, fields = {}, was = {}, why } = event.body as Corrects;
    const kind = kinds.get(of);
    // what a newer program wrote is corrected by a newer program
    if (kind === undefined || !isJobEvent(kind)) continue;
    if (does === 'changes' && !JOB_EVENTS[kind].corrects) continue;
    const allowed = Object.fromEntries(Object.entries(fields).filter(([name]) => !FIXED.has(name)));
    standing.set(of, [
      { id: event.id, by: event.by, does, fields: allowed, was, why },
      ...(standing.get(of) ?? []),
    ]);
  }
  return standing;
}
