import type { InterventionKind } from '../readings/interventionKinds.js';
import { TREATMENTS, type Effect, type TreatmentId } from '../treatments/index.js';
import type { Step } from './job.js';

/** What a finished step did to the instrument, where its effects do not say it by themselves. */
const BY_NAME: Partial<Record<TreatmentId, readonly InterventionKind[]>> = {
  slacken: ['slack'],
  'keep-slack': ['slack'],
  'adjust-rod': ['rod'],
  'free-rod': ['rod'],
  'replace-rod': ['structure'],
  'board-off': ['structure'],
  'stiffen-neck': ['structure'],
  'press-neck': ['pressing'],
  'twisted-neck': ['pressing'],
  'compression-refret': ['frets'],
  'flatten-belly': ['pressing'],
  'neck-off': ['structure'],
  'remove-bridge': ['structure'],
  'back-off': ['structure'],
  'reglue-neck': ['structure'],
  'bolt-neck': ['structure'],
  extension: ['structure'],
  'sound-post': ['post'],
  'tailpiece-off': ['anchor'],
  'mend-anchor': ['anchor'],
  'twelve-down': ['tuning'],
  'other-strings': ['strings'],
  'heavier-strings': ['strings'],
  'nylon-back-on': ['strings'],
  'clean-and-inspect': [],
  'pull-frets': [],
};

const KIND_OF: Partial<Record<Effect['on'], InterventionKind>> = {
  structure: 'structure',
  belly: 'pressing',
  crack: 'structure',
  thickness: 'structure',
  'neck angle': 'structure',
  relief: 'rod',
  rod: 'rod',
  nut: 'nut',
  saddle: 'saddle',
  'break angle': 'saddle',
  wheels: 'wheels',
  load: 'strings',
};

/** What a finished step changed of the instrument; empty where readings do not feel it. */
export function interventionKindsOf({ treatment }: Pick<Step, 'treatment'>): InterventionKind[] {
  if (!Object.hasOwn(TREATMENTS, treatment)) return ['other'];
  const named = BY_NAME[treatment as TreatmentId];
  if (named) return [...named];
  return [
    ...new Set(
      TREATMENTS[treatment as TreatmentId].effects.flatMap((effect): InterventionKind[] => {
        if (effect.on === 'frets') return [effect.fresh ? 'frets' : 'levelling'];
        const kind = KIND_OF[effect.on];
        return kind ? [kind] : [];
      }),
    ),
  ];
}
