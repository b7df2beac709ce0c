/**
 * Something that happened in a job, as a device wrote it. Nothing of it is ever changed: what was wrong is put right by
 * another event.
 */
export interface JobEvent {
  /** UUIDv7 of the device */
  id: string;
  job: string;
  /** one of JOB_EVENTS, or of a newer program's */
  kind: string;
  /** the step it belongs to */
  step: string | null;
  /** person */
  by: string;
  /** others whose hands it took */
  with: string[];
  /** which device wrote it, and how often its clock had jumped by then */
  device: string;
  clockRun: number;
  /** rises on a device with each event */
  seq: number;
  /** the device's own clock, ms */
  at: number;
  /** the later of its corrected time and of everything that the device had seen, ms: what orders */
  stamp: number;
  /** version of the body's shape */
  v: number;
  /** events that it stands on */
  uses: string[];
  body: unknown;
}

/** An event as it counts: its body and time as they were corrected. */
export interface Told<B = unknown> extends Omit<JobEvent, 'body'> {
  body: B;
  /** when it was by the best clock known, ms */
  time: number;
  /** whether the device's clock was ever held against another */
  checked: boolean;
  /** taken back: it stands, and counts no more */
  struck: boolean;
}

/**
 * The stamp of what a device writes now: never before anything that it has seen, so that whatever it answers stands before
 * its answer. All ms.
 *
 * @param now the device's clock
 * @param offset what is to be added to that clock, as far as the device knows; 0 where it does not
 * @param seen highest stamp of all events that it has seen
 */
export const stampOf = (now: number, offset: number, seen: number): number =>
  Math.max(Math.round(now + offset), seen + 1);

/** The order in which a job is read: by stamp, and where that is equal by what is the same on every device. */
export function inOrder<E extends Pick<JobEvent, 'stamp' | 'device' | 'seq' | 'id'>>(
  events: Iterable<E>,
): E[] {
  const once = new Map<string, E>();
  for (const event of events) if (!once.has(event.id)) once.set(event.id, event);
  const text = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
  return [...once.values()].sort(
    (a, b) => a.stamp - b.stamp || text(a.device, b.device) || a.seq - b.seq || text(a.id, b.id),
  );
}
