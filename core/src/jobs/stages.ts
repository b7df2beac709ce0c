import {
  CAUTIONS,
  TREATMENTS,
  asWorked,
  type OwnTreatment,
  type Treatment,
  type TreatmentEdits,
  type WorkStep,
} from '../treatments/index.js';
import type { Step, StepGiven } from './job.js';

/** What the shop made of the catalogue, and what it added. */
export interface Bench {
  edits: TreatmentEdits;
  own: readonly OwnTreatment[];
}

/** A treatment as the bench works it, the shop's own too. */
export interface Worked extends Pick<
  Treatment,
  'name' | 'cautions' | 'materials' | 'steps' | 'uses' | 'photos' | 'reads'
> {
  /** null of the shop's own */
  treatment: Treatment | null;
}

/** A stage of a step: one thing at a time on its screen. */
export interface Stage extends Omit<WorkStep, 'kind' | 'part'> {
  kind: 'caution' | 'ready' | WorkStep['kind'];
  /** by which its tick is kept */
  key: string;
  /** among the work steps of its treatment, by which holds and looks are kept; −1 of what comes before them */
  index: number;
}

export function workedOf(
  { treatment, name }: Pick<StepGiven, 'treatment' | 'name'>,
  { edits, own }: Bench,
): Worked {
  if (Object.hasOwn(TREATMENTS, treatment)) {
    const of = asWorked(treatment as keyof typeof TREATMENTS, edits);
    return { ...of, name: name ?? of.name, treatment: of };
  }
  const shops = own.find(({ id }) => id === treatment);
  return {
    name: name ?? shops?.name ?? 'A step of the shop’s own',
    cautions: [],
    materials: shops?.materials ?? [],
    uses: [],
    photos: [],
    reads: [],
    steps: [
      ...(shops?.gate ? [{ kind: 'hold' as const, say: shops.gate }] : []),
      { kind: 'do', say: shops ? `${shops.name}: ${shops.for}` : 'As the shop knows it.' },
    ],
    treatment: null,
  };
}

/** What a step is called: what comes off and goes on again is two steps. */
export function stepName(step: Pick<StepGiven, 'treatment' | 'name' | 'part'>, bench: Bench): string {
  const { name } = workedOf(step, bench);
  if (step.part === 'whole') return name;
  const thing = name.replace(/ off and on.*$/u, '');
  return step.part === 'off' ? `${thing} off` : `${thing} back on`;
}

/** The stages of a step in the order in which they are passed. */
export function stagesOf(step: Pick<StepGiven, 'treatment' | 'name' | 'part'>, bench: Bench): Stage[] {
  const { cautions, materials, steps } = workedOf(step, bench);
  const own = steps
    .map(({ part, ...one }, index) => ({ part, stage: { ...one, key: `stage ${index}`, index } }))
    .filter(({ part }) => part === undefined || step.part === 'whole' || part === step.part)
    .map(({ stage }): Stage => stage);
  return [
    ...(cautions.length > 0
      ? [
          {
            kind: 'caution' as const,
            key: 'caution',
            index: -1,
            say: cautions.map((one) => CAUTIONS[one]).join(' '),
          },
        ]
      : []),
    ...(materials.length > 0
      ? [{ kind: 'ready' as const, key: 'ready', index: -1, say: materials.join(', ') }]
      : []),
    ...own,
  ];
}

export interface StageStanding extends Stage {
  passed: boolean;
  /** how a hold failed last, where it did */
  failed: { branch: number | null; found: string | null } | null;
}

/** How far a step has come: its stages, and the first that is not passed. */
export function standingOf(step: Step, bench: Bench): { stages: StageStanding[]; at: StageStanding | null } {
  const stages = stagesOf(step, bench).map((stage): StageStanding => {
    const hold = stage.kind === 'hold' ? step.holds.get(stage.index) : undefined;
    const passed =
      stage.kind === 'hold'
        ? (hold?.passed ?? false)
        : stage.kind === 'look'
          ? step.looks.get(stage.index)?.state === 'given'
          : (step.ticks.get(`${stage.key} 0`)?.yes ?? false);
    return {
      ...stage,
      passed,
      failed: hold && !hold.passed ? { branch: hold.branch, found: hold.found } : null,
    };
  });
  return { stages, at: stages.find(({ passed }) => !passed) ?? null };
}

/** The times of a joint that is glued at a stage: those of the first wait after it that says them. */
export const setsAfter = (stages: readonly Stage[], at: Stage): NonNullable<Stage['sets']> | null =>
  stages.slice(stages.findIndex(({ key }) => key === at.key) + 1).find(({ sets }) => sets)?.sets ?? null;
