import { mm } from '../src/units/index.js';
import type { DrawnInstrument } from '../simulated/drawnInstruments.js';
import type { Diagnosis } from '../src/diagnosis/index.js';
import type { Ground, RepairPlan } from '../src/repair-plans/index.js';
import { TREATMENTS, type TreatmentId } from '../src/treatments/index.js';

/** Months whose air is damp in the drawn rooms. */
const DAMP_MONTHS = [6, 7, 8, 9];
/** Treatments for which a bridge has to come off. */
const NEEDS_BRIDGE_OFF: readonly TreatmentId[] = [
  'make-bridge',
  'build-up-bridge',
  'graft-top',
  'replace-plate',
  'flatten-belly',
  'patch-plate',
];

/**
 * What a master would not sign of a drawn instrument's judgement and plans, each in a line; what stands in brackets only
 * counts how often a thing is said. Own trade rules, apart from those of the planner.
 */
export function unsigned(
  { record, truth, goesOn }: DrawnInstrument,
  ground: Ground,
  plans: readonly RepairPlan[],
): string[] {
  const hits: string[] = [];
  const hit = (so: boolean, what: string) => {
    if (so) hits.push(what);
  };
  const { diagnosis } = ground;
  const has = (rule: string) => diagnosis.findings.some((one) => one.rule === rule);
  const month = Number(record.examinations.at(-1)!.date.slice(5, 7));
  if (has('neck-due')) {
    hit(
      record.examinations.length === 1 && DAMP_MONTHS.includes(month),
      'neck-due on one visit in June to September',
    );
    for (const { rule, side } of diagnosis.findings) {
      if (rule !== 'neck-due' || !truth) continue;
      const true_ = truth[side ?? 'bass'];
      hit(
        true_.neck / goesOn.lever[side ?? 'bass'] < 0.5 * mm,
        'neck-due though the true neck is low by less than 0.5 mm at the bridge',
      );
    }
  }
  ofSides(diagnosis, hit);
  hit(
    has('season-high') && has('action-off'),
    'one side that is season, the other not because of the season',
  );
  for (const plan of plans) ofPlan(plan, plans[0]!, ground, has, hit);
  const inAny = (id: TreatmentId) => plans.some(({ ids }) => ids.includes(id));
  hit(has('dry-wood'), '(dry wood found)');
  hit(has('dry-wood') && !inAny('rehydrate'), 'dry wood found, and no plan humidifies');
  hit(has('block-risen') && plans.length === 1, 'archtop neck low: no plan but leaving it');
  hit(has('wheels-spent') && plans.length === 1, 'wheels spent: no plan but leaving it');
  hit(has('neck-due') && has('hole-sunk'), 'neck-due beside hole-sunk');
  hit(
    has('bridge-thinned') && has('saddle-answers'),
    'a thinned bridge that hides the neck beside “No reset”',
  );
  hit(
    has('neck-due') &&
      ground.evidence.instrument.build.neckJoint !== undefined &&
      !diagnosis.unsound &&
      !(['fit-heel', 'reset-bolted', 'taper-board'] as const).some(inAny),
    'neck-due, joint known, sound: no plan sets it',
  );
  return hits;
}

type Hit = (so: boolean, what: string) => void;

function ofSides({ findings, sides }: Diagnosis, hit: Hit): void {
  for (const { rule, side } of findings) {
    const stance = sides.find((one) => one.side === side);
    if (!stance) continue;
    if (rule === 'season-low' || rule === 'season-high') {
      hit(true, `(${rule} said)`);
      hit(
        Math.abs(stance.level - stance.atKept) < 0.1 * mm,
        `${rule} though season moves it by less than 0.1 mm`,
      );
    }
    if (rule === 'nut-high') {
      hit(true, '(nut-high said)');
      const term = stance.budget?.terms.find(({ cause }) => cause === 'nut');
      hit(
        term !== undefined && term.value < 0.02 * mm,
        'nut-high though the nut’s own part is nothing or negative',
      );
    }
  }
}

function ofPlan(
  plan: RepairPlan,
  leave: RepairPlan,
  ground: Ground,
  has: (rule: string) => boolean,
  hit: Hit,
): void {
  const { ids, outcome } = plan;
  const kind = plan.kinds[0]!;
  const say = (what: string) => `${kind}: ${what}`;
  const any = (...some: TreatmentId[]) => some.some((id) => ids.includes(id));
  const amounts = (id: TreatmentId) => {
    const step = plan.steps.find((one) => one.id === id);
    return step && step.withheld.length === 0 ? step.amounts : [];
  };
  const beyond = ({ outcome: of }: RepairPlan) =>
    Math.max(
      0,
      ...of.sides.map(({ window, action }) => Math.max(window[0] - action.value, action.value - window[1])),
    );
  const strung = !outcome.slack && !leave.outcome.slack;
  hit(
    any('remove-bridge') && any('reglue-bridge') && !has('bridge-lifts') && !any(...NEEDS_BRIDGE_OFF),
    say('bridge taken off and glued back for nothing'),
  );
  if (plan !== leave && strung) {
    hit(
      beyond(plan) > beyond(leave) + 0.2 * mm,
      say('leaves the action more than 0.2 mm further off than leaving it'),
    );
    hit(
      (outcome.chance ?? 0) < (leave.outcome.chance ?? 0) - 0.05,
      say('chance of the year lower than leaving it by over 5 points'),
    );
  }
  hit(
    plan !== leave &&
      (outcome.chance ?? 1) < 0.01 &&
      !outcome.slack &&
      kind !== 'preserve' &&
      beyond(plan) > 0.4 * mm,
    say('ends over 0.4 mm outside its window'),
  );
  hit(
    any('extension') && !any('neck-off', 'open-dowelled', 'reset-bolted', 'board-off'),
    say('extension wedged without the neck off'),
  );
  const cuts = amounts('saddle');
  hit(
    cuts.some(({ value, sd }) => value > 0 && value < sd),
    say('saddle cut by less than its own error, marks given'),
  );
  if (plan.steps.some(({ id, withheld }) => id === 'saddle' && withheld.length === 0)) {
    hit(
      any('adjust-rod', 'free-rod', 'press-neck'),
      say('saddle amount given in one plan with rod or pressing, nothing read between'),
    );
    hit(
      cuts.some(({ value }) => value > 0) && has('break-angle-low') && !any('ramp-holes'),
      say('trims below a break angle that is too low'),
    );
  }
  if (any('neck-off', 'open-dowelled', 'reset-bolted', 'taper-board')) ofNeckSet(plan, has, say, hit);
  const nut = amounts('nut');
  hit(
    nut.length > 0 && nut.every(({ value }) => value <= 0.02 * mm),
    say('nut cut by nothing or less than nothing'),
  );
  if (ground.evidence.instrument.type === 'flat-top' && plan !== leave)
    for (const { side, saddle } of outcome.sides) {
      const before = ground.diagnosis.sides.find((one) => one.side === side)?.saddle?.showing.value;
      if (!saddle || before === undefined) continue;
      const cut = before - saddle.value > 0.05 * mm;
      hit(saddle.value < Math.min(before, 2 * mm) - 0.05 * mm, say('saddle below the hard stop of 2 mm'));
      hit(cut && saddle.value < 2.675 * mm, say('saddle cut to more than 0.5 mm under its floor'));
    }
  if (kind !== 'least' || plan.kinds.length > 1) return;
  hit(
    any('other-strings') && (outcome.chance ?? 0) - (leave.outcome.chance ?? 0) < 0.02,
    say('other strings and a set-up for less than 2 points of chance'),
  );
  hit(
    (outcome.chance ?? 0) < 0.05 && !outcome.slack,
    say('a plan of its own whose chance is under 5 of 100'),
  );
}

/** What brings a neck back on. */
const SET: readonly TreatmentId[] = ['reglue-neck', 'reset-bolted', 'bolt-neck', 'taper-board'];

function ofNeckSet(
  { ids }: RepairPlan,
  has: (rule: string) => boolean,
  say: (what: string) => string,
  hit: Hit,
): void {
  const any = (...some: TreatmentId[]) => some.some((id) => ids.includes(id));
  hit(true, `(${say('neck set planned')})`);
  const rest = Math.max(ids.indexOf('rest-under-tension'), ids.indexOf('settle'));
  const set = Math.max(...SET.map((id) => ids.indexOf(id)));
  hit(rest < 0, say('neck set without resting under tension'));
  hit(rest >= 0 && rest < set, say('rest only before the neck, not after'));
  hit(!any('saddle', 'taller-saddle', 'thumb-wheels'), say('neck set without a saddle'));
  hit(any('ramp-holes'), say('ramps with a neck set'));
  hit(
    ids.some((id) => TREATMENTS[id].heats) &&
      any('neck-off', 'open-dowelled') &&
      (has('finish-soft') || has('celluloid-near') || has('celluloid-rots')),
    say('heat at the neck beside soft finish or celluloid'),
  );
}
