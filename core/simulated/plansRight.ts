import type { Diagnosis, Evidence } from '../src/diagnosis/index.js';
import type { RepairPlan } from '../src/repair-plans/index.js';
import { TREATMENTS, type TreatmentId } from '../src/treatments/index.js';

/** Work that opens a neck joint for its angle. */
const NECK: readonly string[] = [
  'neck-off',
  'fit-heel',
  'reglue-neck',
  'reset-bolted',
  'taper-board',
  'slip-back',
  'saw-heel',
];
/** Heat, by any source. */
const HEATS: readonly string[] = [
  'replace-plate',
  'flatten-belly',
  'remove-bridge',
  'footprint',
  'neck-off',
  'open-dowelled',
  'board-off',
  'back-off',
  'slip-back',
];
const SETS_NECK: readonly string[] = ['fit-heel', 'reset-bolted', 'taper-board', 'slip-back', 'saw-heel'];
const BENDS: readonly string[] = ['adjust-rod', 'press-neck', 'twisted-neck', 'stiffen-neck'];
/** What a finding forbids, by the work that does it. */
const DOES: Record<string, readonly string[]> = {
  heat: HEATS,
  trim: ['saddle'],
  nut: ['nut'],
  reset: [...SETS_NECK, 'neck-off', 'open-dowelled', 'overset'],
  flatten: ['flatten-belly', 'solid-plate'],
  rod: ['adjust-rod'],
  file: ['spot-level', 'level-frets'],
};
/** What has to stand in a plan, before that work, for it to be done after all. */
const LIFTS: Record<string, readonly string[]> = {
  'celluloid-near': ['celluloid-off'],
  'celluloid-rots': ['isolate-celluloid'],
  'neck-due': SETS_NECK,
  'saddle-spent': [...SETS_NECK, 'flatten-belly', 'make-bridge'],
  'neck-overset': ['overset', 'make-bridge', 'build-up-bridge', ...SETS_NECK],
  'belly-lifts': ['flatten-belly', 'solid-plate', ...SETS_NECK],
  'belly-folds': ['flatten-belly', 'solid-plate', ...SETS_NECK],
  'relief-high': BENDS,
  'relief-low': BENDS,
  'back-bow': ['adjust-rod', 'heavier-strings'],
  twist: ['twisted-neck'],
  'rod-spins': ['free-rod', 'replace-rod'],
  'rod-at-end': ['free-rod'],
  'rod-stiff': ['free-rod', 'replace-rod'],
  'dry-wood': ['rehydrate'],
  'season-low': ['rehydrate'],
  'damp-room': ['bring-down-damp'],
  'still-settling': ['rest-under-tension'],
  'hole-sunk': ['lift-hole'],
  'brace-loose': ['reglue-brace', 'reglue-bar', 'replace-brace'],
  'x-loose-at-bridge': ['reglue-brace', 'replace-brace'],
  'bridge-lifts': ['reglue-bridge', 'wick-bridge'],
  'plate-cracked': ['replace-plate'],
  'block-split': ['glue-block'],
  'grain-crack': ['graft-top', 'close-crack'],
  'crack-grew': ['close-crack', 'splint-crack', 'glue-headstock', 'glue-heel', 'glue-lining'],
  'heel-opens': [...SETS_NECK, 'glue-heel'],
  'nut-low': ['shim-nut'],
  'fret-loose': ['seat-fret', 'refret'],
};

const AT_PITCH: readonly string[] = ['rest-under-tension', 'set-up', 'adjust-rod', 'thumb-wheels'];
/** What has to stand strung. */
const AT_REST: readonly string[] = ['rest-under-tension', 'settle'];
/** What puts each thing right that makes an instrument unsound. */
const MENDS: Record<string, readonly string[]> = {
  'grain-crack': ['graft-top', 'close-crack'],
  'crack-in-load': [
    'close-crack',
    'splint-crack',
    'glue-headstock',
    'glue-heel',
    'glue-block',
    'glue-lining',
  ],
  'bridge-lifts': ['reglue-bridge', 'wick-bridge'],
  'x-loose-at-bridge': ['reglue-brace', 'replace-brace'],
  'plate-cracked': ['replace-plate'],
  'block-split': ['glue-block'],
  'heel-opens': ['fit-heel', 'reset-bolted', 'glue-heel'],
  'headstock-cracked': ['glue-headstock'],
  'anchor-fails': ['mend-anchor'],
  'bar-fallen': ['reglue-bar'],
  'steel-on-nylon': ['nylon-back-on'],
};

/**
 * What of plans must not be, told from the evidence and the plan alone: no rule of the choosing is asked. Empty where all is
 * right.
 */
export function plansWrong(plans: readonly RepairPlan[], evidence: Evidence, diagnosis: Diagnosis): string[] {
  const wrong: string[] = [];
  const { build, type, laminatedTop } = evidence.instrument;
  const has = (rule: string) => diagnosis.findings.some((one) => one.rule === rule);
  if (plans[0]?.kinds[0] !== 'leave it') wrong.push('leave it is not the first');
  for (const plan of plans) {
    const { ids, steps, outcome, kinds } = plan;
    const there = new Set<string>(ids);
    const say = (text: string) => wrong.push(`${kinds.join('+')}: ${text}`);
    const slack = diagnosis.findings.some(
      ({ unsound, rule }) => unsound && !(MENDS[rule] ?? []).some((id) => there.has(id)),
    );
    for (const id of ids) {
      const { needs, excludes } = TREATMENTS[id];
      for (const need of needs) {
        const any = typeof need === 'string' ? [need] : need;
        if (!any.some((one) => there.has(one)) && !(slack && AT_REST.includes(any[0]!)))
          say(`${id} without ${any.join(' or ')}`);
      }
      for (const other of excludes) if (there.has(other)) say(`${id} with ${other}`);
    }
    if (diagnosis.verdict.withheld.moisture === 'damp' && there.has('rehydrate'))
      say('damp wood damped more');
    if (slack) for (const id of AT_PITCH) if (there.has(id)) say(`strung for ${id} while it is unsound`);
    if (there.has('flatten-belly')) {
      if (laminatedTop || !['hot-hide', 'fish'].includes(build.oldGlue ?? ''))
        say('flattened over such a glue or top');
      if (has('dome-sound') || diagnosis.verdict.fold !== 'folds') say('a dome flattened');
      if (diagnosis.sides.some(({ there: stands }) => stands === 'low')) say('low strings brought lower');
    }
    forbiddenIn(plan, evidence, diagnosis).forEach(say);
    companyIn(plan, plans[0]!, { diagnosis, slack }).forEach(say);
    if (kinds.includes('least')) leastIn(plan, plans[0]!).forEach(say);
    const neck = NECK.filter((id) => there.has(id));
    if (neck.length > 0 && !has('heel-opens')) {
      const integral = build.neckJoint === 'spanish-heel' || build.neckJoint === 'through';
      if (build.neckJoint === undefined) say('a neck off whose joint is not known');
      if (integral && there.has('neck-off')) say('a neck off where there is no joint');
      if (kinds.includes('least') && kinds.length === 1) say('the least takes a neck off');
      const spent = diagnosis.sides.some(
        ({ saddle }) => saddle !== null && saddle.showing.value - 2 * saddle.showing.sd < saddle.floor,
      );
      const high = diagnosis.sides.some(({ there: stands }) => stands === 'high');
      const settled = has('belly-settled') || has('block-risen');
      if (!spent && !high && !settled && !has('neck-overset'))
        say('a neck off with strings right and saddle enough');
    }
    if (there.has('neck-off') && build.neckJoint !== 'dovetail' && build.neckJoint !== 'mortise-glued')
      say('steam on a joint that it does not open');
    if (Object.values(evidence.closure).some(({ closes }) => !closes) && !has('heel-opens'))
      for (const id of ids)
        if (
          TREATMENTS[id].cuts &&
          !['cracks', 'taken off', 'inside', 'bridge'].includes(TREATMENTS[id].stage)
        )
          say(`${id} cut by readings that do not agree`);
    const open = has('heel-opens');
    const at = (id: TreatmentId) => ids.indexOf(id);
    if (
      open &&
      at('rest-under-tension') >= 0 &&
      neck.some((id) => at(id as TreatmentId) > at('rest-under-tension'))
    )
      say('strung over an open joint');
    for (const { id, amounts, withheld } of steps)
      for (const { of, value, sd } of amounts) {
        if (!Number.isFinite(value) || !(sd > 0)) say(`${id} has no amount`);
        if (id !== 'saddle' || withheld.length > 0) continue;
        if (Math.abs(value) < 0.05e-3) say('less cut than a caliper sees');
        const side = diagnosis.sides.find((one) => one.side === of);
        // what the plan itself raised is brought down again
        if (
          side?.there === 'low' &&
          value > 0 &&
          ids.every((one) =>
            TREATMENTS[one].effects.every(
              ({ on }) =>
                on === 'saddle' ||
                on === 'climate' ||
                on === 'season' ||
                on === 'load' ||
                on === 'looks' ||
                on === 'access',
            ),
          )
        )
          say('low strings cut lower');
      }
    if (type === 'flat-top' && there.has('saddle'))
      for (const { side, saddle } of outcome.sides) {
        const before = diagnosis.sides.find((one) => one.side === side)?.saddle?.showing.value;
        if (saddle && before !== undefined && before > 2e-3 && saddle.value < 1.95e-3)
          say('cut past the hard stop');
      }
  }
  return wrong;
}

/** What a finding that stands says not to do, and the plan does before anything lifts it. */
function forbiddenIn({ ids, steps }: RepairPlan, evidence: Evidence, diagnosis: Diagnosis): string[] {
  const wrong: string[] = [];
  const opened = diagnosis.findings.some(({ rule }) => rule === 'heel-opens');
  for (const { rule, never, side } of diagnosis.findings)
    for (const what of never)
      for (const id of DOES[what] ?? []) {
        const at = ids.indexOf(id as TreatmentId);
        if (at < 0 || (opened && what === 'reset')) continue;
        // of one side: the other side's saddle may be set
        const amounts = steps.find((one) => one.id === id)!.amounts;
        if (what === 'trim' && side !== null && !amounts.some(({ of, value }) => of === side && value > 0))
          continue;
        const before = ids.slice(0, at) as string[];
        const later =
          rule === 'break-angle-low' &&
          ['ramp-holes', 'tie-holes'].some((one) => ids.includes(one as TreatmentId));
        const neck = rule === 'break-angle-low' && SETS_NECK.some((one) => before.includes(one));
        // who sets the neck to the belly as it stands takes it off for that
        const own =
          what === 'reset' && evidence.schools.belly === 'set the neck to it' && rule.startsWith('belly-');
        if (later || neck || own || (LIFTS[rule] ?? []).some((one) => before.includes(one))) continue;
        wrong.push(`${id} though ${rule} says never ${what}`);
      }
  return wrong;
}

/** Amounts that wait, orphans, and what is cut for nothing. */
function companyIn(
  { ids, steps, outcome, provisional }: RepairPlan,
  leave: RepairPlan,
  { diagnosis: { findings }, slack }: { diagnosis: Diagnosis; slack: boolean },
): string[] {
  const wrong: string[] = [];
  const there = new Set<string>(ids);
  const any = (...some: string[]) => some.some((id) => there.has(id));
  const at = (id: string) => ids.indexOf(id as TreatmentId);
  const unmoved = findings.some(
    (one) =>
      ((one.rule === 'relief-high' || one.rule === 'relief-low') && one.args.how !== 'live with it') ||
      one.rule === 'back-bow' ||
      (one.rule === 'twist' && one.certainty === 'certain'),
  );
  for (const { id, amounts, withheld } of steps) {
    if (amounts.length === 0 || withheld.length > 0) continue;
    if ((id === 'saddle' || id === 'nut') && (unmoved || any(...BENDS)))
      wrong.push(`${id} marked beside an unmoved rod, relief, twist or press`);
    const bare = !any(...SETS_NECK);
    if (id === 'saddle' && bare && amounts.some(({ value, sd }) => value > 0 && value < sd))
      wrong.push('saddle cut by less than its error');
    if (id === 'nut' && amounts.every(({ value }) => value <= 0.02e-3)) wrong.push('nut filed for nothing');
  }
  if (
    any(...BENDS) &&
    any('saddle', 'nut', 'taller-saddle', 'thumb-wheels') &&
    !any('measure-again', 'settle')
  )
    wrong.push('rod or pressing, and nothing read before the saddle');
  if (any('extension') && !any('neck-off', 'open-dowelled', 'reset-bolted', 'board-off'))
    wrong.push('a wedge under a neck that nobody took off');
  const off = [
    'make-bridge',
    'build-up-bridge',
    'graft-top',
    'replace-plate',
    'flatten-belly',
    'patch-plate',
    'solid-plate',
  ];
  if (any('remove-bridge') && !any(...off) && !findings.some(({ rule }) => rule === 'bridge-lifts'))
    wrong.push('the bridge off and on for nothing');
  if (any('make-bridge', 'build-up-bridge') && !(any('remove-bridge') && any('reglue-bridge')))
    wrong.push('a new bridge, and the old one stays on');
  if (any('undo-screws') && !any('reset-bolted')) wrong.push('fixings undone for nothing');
  const set = Math.max(...['reglue-neck', 'bolt-neck', 'reset-bolted', 'taper-board'].map(at));
  // what may not be strung cannot rest at pitch
  if (set >= 0 && at('settle') < set && !slack) wrong.push('a neck set, and no rest after it');
  if (set >= 0 && at('saddle') >= 0 && at('saddle') < at('settle'))
    wrong.push('the last saddle before the rest');
  const worse = outcome.sides.some(({ side, action, window }) => {
    const left = leave.outcome.sides.find((one) => one.side === side);
    const beyond = (value: number) => Math.max(0, window[0] - value, value - window[1]);
    return left !== undefined && beyond(action.value) > beyond(left.action.value) + 0.3e-3;
  });
  if (worse && !provisional.some(({ id }) => id === 'further off' || id === 'rises'))
    wrong.push('ends further off than leaving it, and does not say so');
  return wrong;
}

/** The least takes away every live hazard, and half of what is too much or ten points of the year's chance. */
function leastIn({ undone, outcome, provisional }: RepairPlan, leave: RepairPlan): string[] {
  const hazard = (plan: Pick<RepairPlan, 'undone'>) =>
    plan.undone.some(({ severity, unsound }) => severity === 'live' || unsound);
  if (hazard({ undone })) return ['the least leaves a live hazard'];
  if (hazard(leave)) return [];
  const off = (plan: Pick<RepairPlan, 'outcome'>) =>
    Math.max(
      0,
      ...plan.outcome.sides.map(({ action, window }) => Math.abs(action.value - (window[0] + window[1]) / 2)),
    );
  const inside = ({ sides }: RepairPlan['outcome']) =>
    sides.every(({ action, window }) => action.value >= window[0] - 1e-6 && action.value <= window[1] + 1e-6);
  const serves =
    off({ outcome }) <= 0.5 * off(leave) + 1e-6 ||
    (outcome.chance ?? 0) >= (leave.outcome.chance ?? 0) + 0.1 - 1e-9 ||
    (inside(outcome) && !inside(leave.outcome)) ||
    (inside(leave.outcome) && undone.length < leave.undone.length);
  return serves || provisional.some(({ id }) => id === 'rises') ? [] : ['the least serves nothing'];
}
