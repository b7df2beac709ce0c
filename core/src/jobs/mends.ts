import type { MarkKind } from '../body-plan/index.js';
import type { BuildPart } from '../construction/index.js';
import type { TreatmentId } from '../treatments/index.js';
import type { JobEventBody } from './events/index.js';
import type { Told } from './event.js';
import type { Job } from './job.js';

/** What a finished step may have put right on the map, and which parts of the build are another since. */
export interface Mends {
  marks: readonly MarkKind[];
  build: readonly BuildPart[];
}

const LOOSE: readonly MarkKind[] = ['separation', 'loose spot'];
const CRACKED: readonly MarkKind[] = ['crack'];
const OFF_THE_BRIDGE: readonly MarkKind[] = ['bridge gap'];
const PLATE: readonly BuildPart[] = ['plate', 'plateWood', 'plateGrain'];

const MENDS: Partial<Record<TreatmentId, Partial<Mends>>> = {
  'reglue-brace': { marks: LOOSE },
  'sister-brace': { marks: LOOSE },
  'replace-brace': { marks: LOOSE },
  'reglue-bar': { marks: LOOSE },
  'reglue-back-brace': { marks: LOOSE },
  'glue-block': { marks: ['loose spot', 'crack'] },
  'glue-lining': { marks: ['loose spot', 'crack'] },
  'close-rim': { marks: ['loose spot', 'crack'] },
  'close-crack': { marks: CRACKED },
  'splint-crack': { marks: CRACKED },
  'graft-top': { marks: CRACKED },
  'centre-seam': { marks: CRACKED },
  'guard-crack': { marks: CRACKED },
  'board-crack': { marks: CRACKED },
  'hole-edge': { marks: CRACKED },
  'lift-hole': { marks: CRACKED },
  'let-in-patch': { marks: CRACKED },
  'impact-crack': { marks: CRACKED },
  'fhole-crack': { marks: CRACKED },
  'patch-plate': { marks: ['worn pin hole'] },
  'replace-plate': { marks: ['worn pin hole'], build: PLATE },
  'solid-plate': { marks: ['worn pin hole'], build: PLATE },
  'reglue-bridge': { marks: OFF_THE_BRIDGE, build: ['bridgeFixing'] },
  'wick-bridge': { marks: OFF_THE_BRIDGE },
  'glue-bridge': { marks: OFF_THE_BRIDGE },
  'screws-out': { build: ['bridgeFixing'] },
  'pin-holes-tied': { build: ['bridge'] },
  'bolt-neck': { build: ['neckJoint'] },
  'reset-bolted': { build: ['neckJoint'] },
  'undo-screws': { build: ['neckJoint'] },
  'find-joint': { build: ['neckJoint', 'oldGlue', 'oldGlueSeen'] },
  'neck-off': { build: ['oldGlue', 'oldGlueSeen'] },
  'replace-rod': { build: ['rodKind', 'rodAccess', 'rodTurns'] },
  'free-rod': { build: ['rodTurns'] },
  'adjust-rod': { build: ['rodTurns'] },
  'recut-slot': { build: ['saddle', 'saddleFixed'] },
  'celluloid-off': { build: ['binding', 'pickguard'] },
  'floating-guard': { build: ['pickguard'] },
  binding: { build: ['binding'] },
  'tailpiece-off': { build: ['anchor'] },
  'twelve-down': { build: ['strings'] },
};

export const mendsOf = (treatment: string): Mends => ({
  marks: [],
  build: [],
  ...(Object.hasOwn(MENDS, treatment) ? MENDS[treatment as TreatmentId] : {}),
});

type BuildSaid = NonNullable<JobEventBody<'mended'>['build']>;

/** What a job wrote on the map and into the build, by the event that says so. */
export interface Written extends Pick<Told, 'id' | 'by' | 'time' | 'step'> {
  /** false: its step was opened again, or it was struck; then it is taken back */
  stands: boolean;
  marks: JobEventBody<'mended'>['marks'];
  build: BuildSaid;
  was: BuildSaid;
}

/**
 * What a job wrote. What a step put right stands once the step is finished, and until it is opened again; what was found
 * to be otherwise than thought stands at once.
 */
export function writtenOf({ log }: Job): Written[] {
  const written = new Map<string, Written>();
  /** of each step: what waits for its finish, and what stood by the last one */
  const waits = new Map<string, string[]>();
  const stood = new Map<string, string[]>();
  const set = (ids: readonly string[], stands: boolean) => {
    for (const id of ids) written.get(id)!.stands = stands;
  };
  for (const event of log) {
    const { id, kind, by, time, step, struck } = event;
    const key = step ?? '';
    if (kind === 'mended') {
      const { marks, build = {}, was = {} } = event.body as JobEventBody<'mended'>;
      written.set(id, { id, by, time, step, stands: false, marks, build, was });
      if (!struck) waits.set(key, [...(waits.get(key) ?? []), id]);
    } else if (kind === 'not as thought') {
      const { build, was = {} } = event.body as JobEventBody<'not as thought'>;
      if (build) written.set(id, { id, by, time, step, stands: !struck, marks: [], build, was });
    } else if (struck) continue;
    else if (kind === 'finished') {
      const now = waits.get(key) ?? [];
      set(now, true);
      stood.set(key, [...(stood.get(key) ?? []), ...now]);
      waits.delete(key);
    } else if (kind === 'reopened') {
      set(stood.get(key) ?? [], false);
      stood.delete(key);
      waits.delete(key);
    }
  }
  return [...written.values()];
}
