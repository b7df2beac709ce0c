import { sayWait } from '../units/index.js';
import type { Uncertain } from '../numeric/index.js';
import type { ConstructionKind, PointId, QuantityId } from '../readings/index.js';
import type { CautionId } from './cautions.js';

/**
 * Where a repair stands in the order of the bench. What must follow what, and why, is said by edges (order.ts).
 */
export const WORK_STAGES = [
  'today',
  'look',
  'moisture',
  'taken off',
  'cracks',
  'inside',
  'belly',
  'bridge',
  'rest',
  'measure',
  'neck straight',
  'neck angle',
  'board',
  'frets',
  'settled',
  'nut',
  'colour',
  'saddle',
  'keeping',
  'set-up',
] as const;
export type WorkStage = (typeof WORK_STAGES)[number];

/** What of the bench a step occupies besides one pair of hands. */
export const RESOURCES = [
  'second hands',
  'clamps',
  'form',
  'heat',
  'steam',
  'humid box',
  'ventilated place',
] as const;
export type Resource = (typeof RESOURCES)[number];

/** What a hand has to be able to do. */
export const SKILLS = [
  'measuring',
  'gluing',
  'heat',
  'carving',
  'fretting',
  'finish',
  'electrics',
  'set-up',
] as const;
export type Skill = (typeof SKILLS)[number];

/** What becomes of original parts and of what the instrument would fetch, the gentlest first. */
export const ORIGINALS = ['untouched', 'kept apart', 'altered', 'lost'] as const;
export type Originals = (typeof ORIGINALS)[number];

/**
 * What a treatment does to what the model knows of an instrument; how that works out is in `plans/effects`. Numbers are
 * house figures until the shop's own before and after say otherwise (`plans/learned`).
 */
export type Effect =
  /** the wood comes to working moisture: the season's part of today goes */
  | { on: 'season' }
  /** the air where it is kept swings by this share of what it did */
  | { on: 'climate'; swing: number }
  /** the strings pull less, or not at all */
  | { on: 'load'; pull: number }
  /** relief, first-fret gap: to their target */
  | { on: 'relief' | 'nut' }
  /** saddle: so that the action comes to its target, or at the height that it has */
  | { on: 'saddle'; keepsHeight?: true }
  /** wheels: so that the action comes to its target; on a base or saddle made anew they stand in the middle of their travel */
  | { on: 'wheels'; fresh?: true }
  | { on: 'break angle' }
  /** so much of the fold's part goes, of which some returns in the first weeks */
  | { on: 'belly'; recovers: Uncertain }
  /** what was loose or open carries again; under tension the saddle line rises by this once more, m */
  | { on: 'structure'; rise: Uncertain; endsCreep?: true }
  /** the bridge is as thick as it was made, or so much thicker, m */
  | { on: 'thickness'; by: number | 'made' }
  /** the fret plane meets the bridge as the school wants it, within this, m */
  | { on: 'neck angle'; within: number }
  /** the crowns stand higher (+) or lower by this, m; new ones by what the old were worn down to, where that was read */
  | { on: 'frets'; by: Uncertain; fresh?: true }
  | { on: 'crack' | 'compensation' | 'rod' | 'access' | 'looks' };

/** Where a hold that fails leads: done as its branch says and tried again, ended here, or on by another treatment. */
export type Leads = 'again' | 'stop' | { adds: string };

export interface Branch {
  if: string;
  then: string;
  /** left out: again */
  leads?: Leads;
}

/** Heat by the clock: one run, never added to the next. */
export interface HeatRunPlan {
  /** s; null where nobody gave a figure, and the shop is asked */
  run: number | null;
  /** s from its start */
  calls: { at: number; say: string }[];
  /** °C; null where nobody gave a figure */
  limit: number | null;
  /** where the probe sits */
  probe: string;
}

/** Glue by the clock: what is ticked before it goes on. How long it stays open is the glue's own, see glues.ts. */
export interface GluePlan {
  ready: string[];
  /** what is joined, in words */
  joins: string;
}

/** Hours in clamps until it may be handled, of hot hide glue and of the others; strings wait for the treatment's own wait. */
export interface SetsPlan {
  handle: [number, number];
}

/** A step of a treatment as it is worked: a hold is confirmed, a branch is what to do where it goes another way. */
export interface WorkStep {
  kind: 'prepare' | 'do' | 'hold' | 'look' | 'wait' | 'check';
  say: string;
  /** of what comes off and goes on again: in which of its two steps; left out: in both, or it is one step */
  part?: 'off' | 'on';
  branches?: Branch[];
  heat?: HeatRunPlan;
  glue?: GluePlan;
  sets?: SetsPlan;
  /** days from and to between visits, and what is read at each */
  visits?: { days: [number, number]; reads: string[] };
  coats?: { number: number; hours: [number, number] };
  /** takes as long as it takes; minutes, as an estimate, null where nobody gave one */
  about?: number | null;
}

/** What a treatment is in a plan, besides its stage: what asks by kind asks by these, never by a list of ids. */
export const ROLES = [
  /** work on the neck angle; what takes the joint apart for it; what brings the fret plane to the bridge anew */
  'neck angle',
  'opens the joint',
  'sets the plane',
  /** brings the action to its target */
  'sets the action',
  /** set up once it may be strung and has rested; done at pitch */
  'set-up',
  'at pitch',
  /** no work on the wood by itself */
  'no work on wood',
  /** its amounts wait for a settled, sound instrument though it can be undone */
  'settled first',
  /** goes with many repairs and answers nothing by itself */
  'company',
  /** finds out what the rest hangs on, and answers nothing */
  'finds out',
  /** holds for a while: what is done for good comes later */
  'stopgap',
  /** a reading under tension, after which amounts are told anew */
  'read anew',
] as const;
export type Role = (typeof ROLES)[number];

/** Of what its amounts are told, which decides how they are said. */
export type AmountKind =
  'off the saddle' | 'onto the saddle' | 'turns of the wheels' | 'rod' | 'bridge down' | 'bridge thicker';

/** A repair as the catalogue knows it. Times are house defaults from common practice, or the more cautious figure. */
export interface Treatment<Id extends string = string> {
  name: string;
  /** what it is for */
  for: string;
  stage: WorkStage;
  /** attended work, hours, from and to */
  hands: [number, number];
  /** waiting by the clock, hours, from and to, until it may carry tension */
  wait: [number, number];
  /** what must be done before, in words */
  after: string | null;
  /** what must be measured or confirmed before it starts */
  gate: string | null;
  /** 1 leaves no trace … 5 permanent */
  undo: [number, number];
  cautions: CautionId[];
  /** in the plan with it: each one, or one of a list */
  needs: (Id | Id[])[];
  /** never in one plan with it */
  excludes: Id[];
  /** where both are wanted, these go */
  replaces: Id[];
  /** of one kind of instrument alone */
  only?: ConstructionKind;
  roles: Role[];
  amount?: AmountKind;
  effects: Effect[];
  originals: Originals;
  materials: string[];
  /** what the materials cost, as hours of the shop's rate; house default, since prices are the shop's */
  supplies: [number, number];
  uses: Resource[];
  skills: Skill[];
  /** read or looked at again when it is done */
  reads: (QuantityId | PointId)[];
  /** what is photographed */
  photos: string[];
  steps: WorkStep[];
  /** its row gives no steps: they are made of it, and of how it is worked (catalogue/worked.ts) */
  plain?: true;
  /** why it is done, where that is the same whatever asks for it */
  why?: string;
  /** only where the owner agreed in writing */
  consent?: true;
  /** it takes something away for good */
  cuts?: true;
  /** structural glue: inside the moisture window, strings off */
  glues?: true;
  /** comes off and goes on again, as two steps of a job: after which stage it goes back on, and its share of the hands */
  goesBackOn?: { after: WorkStage; share: number };
  /** heat, by any source */
  heats?: true;
}

type Span = number | [number, number];

/** A treatment as its row gives it: one number stands for both ends, and what is left out follows from the rest. */
interface Given<Id extends string>
  extends
    Pick<Treatment<Id>, 'name' | 'for' | 'stage' | 'gate'>,
    Partial<Omit<Treatment<Id>, 'name' | 'for' | 'stage' | 'gate' | 'hands' | 'wait' | 'undo' | 'supplies'>> {
  hands: Span;
  wait: Span;
  undo: Span;
  supplies?: Span;
}

const pair = (span: Span): [number, number] => (typeof span === 'number' ? [span, span] : span);

/**
 * A row of the catalogue. Hours. Glue asks for clamps and a hand that glues, heat for a source of it; what has no steps of
 * its own is prepared, done, waited for and checked as its row says.
 */
export function treatment<const Id extends string = never>(given: Given<Id>): Treatment<Id> {
  const { hands, wait, undo, supplies, steps, ...rest } = given;
  const made: Treatment<Id> = {
    after: null,
    cautions: [],
    needs: [],
    excludes: [],
    replaces: [],
    roles: [],
    effects: [],
    originals: 'untouched',
    materials: [],
    uses: [...(given.glues ? (['clamps'] as const) : []), ...(given.heats ? (['heat'] as const) : [])],
    skills: [
      ...(given.glues ? (['gluing'] as const) : []),
      ...(given.heats ? (['heat'] as const) : []),
      ...(given.cuts ? (['carving'] as const) : []),
    ],
    reads: [],
    photos: given.cuts || given.glues ? ['before', 'after'] : [],
    ...rest,
    hands: pair(hands),
    wait: pair(wait),
    undo: pair(undo),
    supplies: pair(supplies ?? (given.glues ? 0.1 : 0)),
    steps: [],
  };
  return { ...made, steps: steps ?? stepsOf(made), ...(steps ? {} : { plain: true as const }) };
}

/** How a treatment is worked whose row gives no steps. */
export interface Work extends Pick<WorkStep, 'heat' | 'sets' | 'visits' | 'coats' | 'about'> {
  does: string;
  /** ticked before glue goes on */
  ready?: string[];
  joins?: string;
  /** what needs initials before it is done */
  look?: string;
  /** how its gate may fail, and what then */
  if?: Branch[];
  /** of what comes off by all of this, how it goes on again */
  on?: Omit<Work, 'if' | 'on'> & { holds: string };
}

/** Prepare, do, wait, check, as the row of a treatment has it, and as it is worked where somebody wrote that down. */
export function stepsOf(
  {
    after,
    gate,
    wait,
    glues,
    cuts,
    heats,
  }: Pick<Treatment, 'after' | 'gate' | 'wait' | 'glues' | 'cuts' | 'heats'>,
  work: Work = { does: doesOf({ glues, cuts, heats }) },
): WorkStep[] {
  const off = work.on ? ({ part: 'off' } as const) : {};
  return [
    ...(after ? [{ kind: 'prepare' as const, say: `Already done: ${after}.`, ...off }] : []),
    ...(gate ? [{ ...hold(gate, ...(work.if ?? [])), ...off }] : []),
    ...doneBy(work, wait, !work.on).map((one) => ({ ...one, ...off })),
    ...(work.on
      ? [hold(work.on.holds), ...doneBy(work.on, wait, true)].map((one) => ({ ...one, part: 'on' as const }))
      : []),
    { kind: 'check', say: 'Look at it, measure what it should have changed, and note both.' },
  ];
}

function doneBy(
  { does, ready, joins, look: asks, heat, sets, visits, coats, about }: Omit<Work, 'if' | 'on'>,
  wait: readonly [number, number],
  waits: boolean,
): WorkStep[] {
  return [
    ...(asks ? [look(asks)] : []),
    {
      kind: 'do' as const,
      say: does,
      ...(heat ? { heat } : {}),
      ...(ready ? { glue: { ready, joins: joins ?? 'the joint' } } : {}),
      ...(coats ? { coats } : {}),
      ...(about === undefined ? {} : { about }),
    },
    ...(waits && wait[1] > 0
      ? [
          {
            kind: 'wait' as const,
            say: `Leave it ${sayWait(wait)} before any load.`,
            ...(sets ? { sets } : {}),
          },
        ]
      : []),
    ...(visits ? [{ kind: 'wait' as const, say: `Look again after ${sayDays(visits.days)}.`, visits }] : []),
  ];
}

const doesOf = ({ glues, cuts, heats }: Pick<Treatment, 'glues' | 'cuts' | 'heats'>): string =>
  glues
    ? 'Glue it and clamp it.'
    : heats
      ? 'Warm it, and work it free without force.'
      : cuts
        ? 'Cut a little at a time, and try it.'
        : 'Do the work, and note what you find.';

const sayDays = ([from, to]: readonly [number, number]): string =>
  from === to ? `${from} day${from === 1 ? '' : 's'}` : `${from}–${to} days`;

/** Hours of so many days. */
export const days = (from: number, to = from): [number, number] => [24 * from, 24 * to];

/** Waits until it holds; what is found otherwise has a branch. */
export const hold = (say: string, ...branches: NonNullable<WorkStep['branches']>): WorkStep =>
  branches.length > 0 ? { kind: 'hold', say, branches } : { kind: 'hold', say };
export const step = (
  kind: Exclude<WorkStep['kind'], 'hold' | 'look'>,
  say: string,
  more: Omit<WorkStep, 'kind' | 'say' | 'branches'> = {},
): WorkStep => ({ kind, say, ...more });
/** Cannot be undone: somebody puts initials to it, and an apprentice asks for another's. */
export const look = (say: string): WorkStep => ({ kind: 'look', say });
export const otherwise = (when: string, then: string, leads?: Leads): Branch =>
  leads === undefined ? { if: when, then } : { if: when, then, leads };
