import {
  isIntegral,
  rodOf,
  termOf,
  type Diagnosis,
  type Evidence,
  type Finding,
  type SideStance,
} from '../diagnosis/index.js';
import { BOW_TO_PRESS, LEVELS_FROM } from '../targets/index.js';
import { heelStrip, neckReset } from '../stance/index.js';
import { TREATMENTS, type TreatmentId } from './catalogue/index.js';
import { orderTreatments, type Amount, type Chosen, type Ordered } from './order.js';

/** Thread of a thumb-wheel post, m per turn; common practice. */
export const WHEEL_PITCH = 0.8e-3;

/** What a finding asks for; empty where it only asks a question, or something else answers it. */
type Answers = Record<string, (finding: Finding, plan: Planning) => TreatmentId[]>;

interface Planning {
  evidence: Evidence;
  diagnosis: Diagnosis;
}

const has = ({ evidence }: Planning, point: string, state: string): boolean =>
  evidence.points.some((one) => one.point === point && (one.states as string[]).includes(state));
const found = ({ diagnosis }: Planning, ...rules: string[]): boolean =>
  diagnosis.findings.some(({ rule }) => rules.includes(rule));
const markOf = ({ evidence }: Planning, { mark }: Finding) => evidence.marks.find(({ id }) => id === mark);

/** Over this moisture humidity does not close a crack: it is splinted or filled, %MC. House figure. */
const CLOSES_AT_MOST = 12;

/** What closes a crack, by where it lies and whether damp closes it. */
function crackWork(finding: Finding, plan: Planning): TreatmentId[] {
  const mark = markOf(plan, finding);
  if (mark?.load === 'headstock') return ['glue-headstock'];
  if (mark?.load === 'heel') return ['glue-heel'];
  if (mark?.load === 'block') return ['glue-block'];
  if (mark?.face === 'side') return ['rehydrate', 'glue-lining'];
  const open = mark?.closing && mark.closing.from > CLOSES_AT_MOST;
  return ['rehydrate', open ? 'splint-crack' : 'close-crack'];
}

/** How a neck comes off, by its joint; nothing while the joint is not known. */
function neckWork({ evidence }: Planning): TreatmentId[] {
  const joint = evidence.instrument.build.neckJoint;
  if (joint === undefined) return [];
  if (isIntegral(evidence.instrument)) return ['taper-board'];
  if (joint === 'mortise-bolted' || joint === 'bolted-flat') return ['reset-bolted', 'extension'];
  return ['neck-off', 'fit-heel', 'reglue-neck', 'extension'];
}

/** A belly is flattened only where nothing forbids it. */
function mayFlatten(plan: Planning): boolean {
  const { evidence, diagnosis } = plan;
  const { oldGlue } = evidence.instrument.build;
  return (
    evidence.schools.belly === 'flatten' &&
    !evidence.instrument.laminatedTop &&
    (oldGlue === 'hot-hide' || oldGlue === 'fish') &&
    has(plan, 'topShape', 'hollow-and-hump') &&
    !found(plan, 'dome-sound', 'celluloid-rots', 'plate-cracked') &&
    // strings that stand low are not brought lower
    !diagnosis.sides.some(({ there }) => there === 'low') &&
    evidence.points.some(({ point, states }) => point === 'topBraces' && !states.includes('unseen'))
  );
}

/** Which treatments each finding asks for. What is not named asks for none. */
const ANSWERS: Answers = {
  'grain-crack': (finding, plan) => {
    const mark = markOf(plan, finding);
    const under = !mark || mark.load === 'bridge' || mark.load === 'plate';
    return under
      ? ['remove-bridge', 'graft-top', 'replace-plate', 'reglue-bridge', 'rest-under-tension']
      : ['rehydrate', 'close-crack', 'rest-under-tension'];
  },
  'crack-grew': crackWork,
  'crack-in-load': (finding, plan) => (finding.certainty === 'certain' ? crackWork(finding, plan) : []),
  'crack-moves': (finding, plan) =>
    finding.severity === 'watch'
      ? ['watch-crack']
      : plan.evidence.schools.cracks === 'watch first' && finding.mark !== null
        ? ['rehydrate', 'watch-crack']
        : finding.certainty === 'certain'
          ? crackWork(finding, plan)
          : [],
  'crack-breathes': (finding, plan) =>
    finding.severity === 'watch'
      ? ['watch-crack', 'home-humidity']
      : [...crackWork(finding, plan), 'home-humidity'],
  'crack-quiet': () => ['watch-crack'],
  'tail-cracked': (_, plan) =>
    has(plan, 'tail', 'side-crack') && !has(plan, 'linings', 'block-split')
      ? ['rehydrate', 'glue-lining']
      : [],
  'bridge-lifts': (_, plan) => {
    const depths = plan.evidence.reads.filter(({ quantity }) => quantity === 'bridgeGapDepth');
    const { oldGlue } = plan.evidence.instrument.build;
    const edge = depths.length > 0 && depths.every(({ value }) => value < 3e-3) && oldGlue === 'hot-hide';
    return edge
      ? ['wick-bridge', 'rest-under-tension']
      : ['remove-bridge', 'reglue-bridge', 'rest-under-tension'];
  },
  'x-loose-at-bridge': () => ['rehydrate', 'reglue-brace', 'rest-under-tension'],
  'brace-loose': (_, plan) =>
    has(plan, 'topBraces', 'cracked-brace')
      ? ['rehydrate', 'reglue-brace', 'sister-brace', 'rest-under-tension']
      : [
          'rehydrate',
          plan.evidence.instrument.type === 'archtop' ? 'reglue-bar' : 'reglue-brace',
          'rest-under-tension',
        ],
  'plate-cracked': () => ['replace-plate', 'rest-under-tension'],
  'plate-worn': () => ['patch-plate'],
  'block-split': () => ['rehydrate', 'glue-block', 'rest-under-tension'],
  'heel-opens': (_, plan) => neckWork(plan),
  'headstock-cracked': () => ['glue-headstock'],
  'anchor-fails': () => ['mend-anchor'],
  'bar-fallen': () => ['rehydrate', 'reglue-bar', 'rest-under-tension'],
  'bar-loose': () => ['rehydrate', 'reglue-bar', 'rest-under-tension'],
  'steel-on-nylon': () => ['nylon-back-on'],
  'finish-flakes': () => ['lay-finish'],
  'splinter-loose': () => ['glue-splinter'],
  'celluloid-rots': () => ['isolate-celluloid'],
  'pests-live': () => ['treat-pests'],
  mould: () => ['dry-mould', 'bring-down-damp'],
  'battery-leaks': () => ['battery-out'],
  'back-brace-loose': () => ['rehydrate', 'reglue-back-brace'],
  'lining-loose': () => ['rehydrate', 'glue-lining'],
  'post-fallen': () => ['sound-post'],
  'bridge-split': () => ['glue-bridge'],
  'hole-sunk': () => ['rehydrate', 'lift-hole', 'rest-under-tension'],
  'saddle-answers': () => ['saddle'],
  'saddle-taller': () => ['taller-saddle'],
  'target-low': () => ['saddle'],
  'neck-due': (_, plan) => [
    ...neckWork(plan),
    ...(neckWork(plan).length > 0 ? (['saddle'] as const) : []),
    ...(found(plan, 'bridge-thinned') ? (['make-bridge', 'remove-bridge', 'reglue-bridge'] as const) : []),
  ],
  'belly-lifts': (_, plan) => (mayFlatten(plan) ? ['rehydrate', 'flatten-belly', 'rest-under-tension'] : []),
  'belly-folds': (_, plan) => (mayFlatten(plan) ? ['rehydrate', 'flatten-belly', 'rest-under-tension'] : []),
  'neck-overset': (finding) => (finding.certainty === 'certain' ? ['overset'] : []),
  'still-settling': () => ['rest-under-tension'],
  'season-high': () => ['home-humidity'],
  'season-low': () => ['rehydrate', 'home-humidity'],
  'dry-wood': () => ['rehydrate'],
  'damp-room': (finding) => (finding.severity === 'structural' ? ['bring-down-damp', 'home-humidity'] : []),
  'wheels-answer': () => ['thumb-wheels'],
  'arch-sinks': () => ['raise-arch', 'rest-under-tension'],
  twist: () => ['twisted-neck'],
  'relief-high': (_, plan) => reliefWork(plan, true),
  'relief-low': (_, plan) => reliefWork(plan, false),
  'back-bow': (_, plan) => (rodOf(plan.evidence) === 'none' ? ['other-strings'] : reliefWork(plan, false)),
  'rod-spins': () => ['free-rod'],
  'rod-at-end': () => ['free-rod'],
  'rod-stiff': () => ['free-rod'],
  'nut-high': () => ['nut'],
  'nut-low': () => ['shim-nut'],
  'nut-cracked': () => ['shim-nut'],
  'frets-low': (_, plan) => {
    const lowest = plan.evidence.reads.find(
      ({ quantity, place }) => quantity === 'fretHeight' && place === 'lowest',
    );
    if (!lowest) return [];
    return lowest.value >= LEVELS_FROM ? ['level-frets'] : ['refret'];
  },
  'fret-loose': () => ['seat-fret'],
  // the fret that catches may be innocent
  'fret-high': (finding, plan) =>
    finding.severity === 'playing' && !found(plan, 'fret-loose', 'frets-low') ? ['spot-level'] : [],
  'break-angle-low': (_, plan) => (plan.evidence.instrument.build.bridge === 'tied' ? [] : ['ramp-holes']),
  'intonation-off': (finding) => (finding.severity === 'playing' ? ['intonation'] : []),
  'tuners-fail': () => ['tuners'],
};

function reliefWork(plan: Planning, high: boolean): TreatmentId[] {
  const rod = rodOf(plan.evidence);
  if (rod === 'none') {
    const bow = Math.max(...plan.diagnosis.sides.map(({ measured }) => measured?.relief.value ?? 0));
    return high && bow > BOW_TO_PRESS ? ['press-neck'] : [];
  }
  return rod === 'works' ? ['adjust-rod'] : [];
}

/** The steps that the findings ask for, in the order of the bench. */
export function chooseTreatments(
  evidence: Evidence,
  diagnosis: Diagnosis,
  fine: (metres: number) => string,
): Ordered[] {
  const plan: Planning = { evidence, diagnosis };
  const { findings, unsound } = diagnosis;
  const wanted = new Map<TreatmentId, Finding[]>();
  const want = (id: TreatmentId, finding: Finding) => wanted.set(id, [...(wanted.get(id) ?? []), finding]);
  for (const finding of findings) {
    if (finding.unsound || LIVE_CRACKS.includes(finding.rule)) want('slacken', finding);
    for (const id of ANSWERS[finding.rule]?.(finding, plan) ?? []) want(id, finding);
  }
  // whatever is glued, cut or judged there is done at working moisture
  const { moisture } = diagnosis.verdict.held;
  const atMoisture = [...wanted.keys()].some((id) => TREATMENTS[id].glues || TREATMENTS[id].cuts);
  if (moisture && atMoisture) want('rehydrate', findings[0]!);
  forbid(wanted, plan);
  // a repair of wood asks for clean and look first, and is set up last
  const works = [...wanted.keys()].filter((id) => !IDLE.includes(id));
  const chosen = [...wanted].map(([id, by]): Chosen => chosenOf(id, by, plan, fine));
  const added = (id: TreatmentId, why: string): Chosen => ({
    id,
    why,
    answers: [],
    amounts: [],
    withheld: null,
  });
  const held = chosen.filter(({ withheld }) => withheld !== null);
  if (held.length > 0 && !unsound) chosen.push(added('measure-first', measuring(plan, held)));
  else if (
    wanted.has('rest-under-tension') &&
    unsound &&
    held.length === 0 &&
    diagnosis.sides.some(({ there }) => there !== 'right')
  )
    chosen.push(
      added(
        'measure-first',
        'Once it is made sound, strung and rested, the stance is read anew: what saddle and neck need is worked out then.',
      ),
    );
  else if (works.length === 0 && asksToMeasure(plan))
    chosen.push(added('measure-first', diagnosis.questions[0]!.ask));
  if (works.length > 0) {
    chosen.push(added('clean-and-inspect', 'Every job begins with it: dirt hides cracks.'));
    if (!unsound || wanted.has('rest-under-tension'))
      chosen.push(
        added('set-up', 'Whatever was changed is measured at pitch, left overnight, and measured again.'),
      );
  }
  return orderTreatments(chosen);
}

/** A live crack is slackened, humidified, closed, glued. */
const LIVE_CRACKS: readonly string[] = ['crack-grew'];

/** What is no work on the wood by itself. */
const IDLE: readonly TreatmentId[] = [
  'slacken',
  'home-humidity',
  'watch-crack',
  'measure-first',
  'treat-pests',
];

/** What is not told yet, and holds a finding back. */
const asksToMeasure = ({ diagnosis }: Planning): boolean =>
  diagnosis.findings.some(({ rule }) =>
    [
      'neck-asked',
      'readings-disagree',
      'slack-for-pitch',
      'wheels-spent',
      'leans-much',
      'belly-lifts',
      'belly-folds',
    ].includes(rule),
  ) && diagnosis.questions.length > 0;

/** What must not be done while anything found forbids it. */
function forbid(wanted: Map<TreatmentId, Finding[]>, plan: Planning): void {
  const { diagnosis, evidence } = plan;
  const { held } = diagnosis.verdict;
  const drop = (...ids: TreatmentId[]) => ids.forEach((id) => wanted.delete(id));
  const cuts = [...wanted.keys()].filter((id) => TREATMENTS[id].cuts && TREATMENTS[id].stage !== 'cracks');
  // readings that do not agree, or were read slack, cut nothing
  if (held.disagree || held.slack) drop(...cuts, 'taller-saddle', 'thumb-wheels', 'overset');
  // what may not be strung is not set up: it ends made sound, strung and rested
  if (diagnosis.unsound) {
    const neckIsTheDamage = found(plan, 'heel-opens');
    drop(
      ...cuts.filter((id) => !(neckIsTheDamage && TREATMENTS[id].stage === 'neck angle')),
      'taller-saddle',
      'thumb-wheels',
      'adjust-rod',
      'press-neck',
      'intonation',
      'other-strings',
      'home-humidity',
      'flatten-belly',
    );
    if (!neckIsTheDamage) drop('reglue-neck', 'extension');
  }
  // one of, and what shuts out what
  if (wanted.has('rehydrate') && wanted.has('bring-down-damp')) drop('rehydrate');
  if (wanted.has('saddle') && wanted.has('taller-saddle')) drop('saddle');
  if (wanted.has('refret')) drop('level-frets', 'spot-level');
  if (wanted.has('level-frets')) drop('spot-level');
  if (wanted.has('splint-crack') && wanted.has('close-crack') && evidence.marks.length === 1)
    drop('close-crack');
  if (wanted.has('wick-bridge')) drop('remove-bridge', 'reglue-bridge');
  if (wanted.has('shim-nut')) drop('nut');
  if (wanted.has('replace-plate')) drop('patch-plate', 'flatten-belly');
  if (wanted.has('close-crack') || wanted.has('splint-crack') || wanted.has('graft-top'))
    drop('flatten-belly');
  // wood inside its window needs no weeks in a humid case
  const { moisture, kept } = evidence.air;
  const inWindow = moisture !== null && Math.abs(moisture.value - kept.moisture) < 1;
  const cracked = found(
    plan,
    'crack-moves',
    'crack-breathes',
    'crack-grew',
    'crack-in-load',
    'season-low',
    'dry-wood',
  );
  if (inWindow && !cracked) drop('rehydrate');
}

/** Reasons for which an amount is not given yet. */
function heldReasons({ diagnosis, evidence }: Planning): string[] {
  const { held } = diagnosis.verdict;
  return [
    ...(found({ diagnosis, evidence }, 'heel-opens')
      ? ['the joint is open, and the angle is read once it is pressed home']
      : []),
    ...(held.resting ? ['it has not come to rest under tension'] : []),
    ...(held.moisture ? [`the wood was ${held.moisture} while it was read`] : []),
    ...(structureFirst({ diagnosis, evidence })
      ? ['the structure under it is put right first, and moves it']
      : []),
  ];
}

const structureFirst = (plan: Planning): boolean =>
  found(
    plan,
    'belly-lifts',
    'belly-folds',
    'brace-loose',
    'hole-sunk',
    'bar-loose',
    'arch-sinks',
    'bridge-lifts',
    'x-loose-at-bridge',
  );

/** What to read, and when, before an amount is given. */
function measuring({ diagnosis }: Planning, held: readonly Chosen[]): string {
  const what = [...new Set(held.map(({ id }) => TREATMENTS[id].name.split(':')[0]!.toLowerCase()))].join(
    ', ',
  );
  const { held: by } = diagnosis.verdict;
  const how = by.resting
    ? 'Read action, belly and tilt every few days until they stand still.'
    : by.moisture
      ? 'Bring it to working moisture, then read action, relief, straightedge, saddle, belly and tilt anew.'
      : 'Once it is put right, strung and rested, read the stance anew.';
  return `How much (${what}) is not told yet: ${held[0]!.withheld!}. ${how}`;
}

function chosenOf(
  id: TreatmentId,
  by: readonly Finding[],
  plan: Planning,
  fine: (m: number) => string,
): Chosen {
  const amounts = amountsOf(id, plan);
  const reasons =
    amounts.length > 0 && (TREATMENTS[id].cuts || AMOUNTS_WAIT.includes(id)) ? heldReasons(plan) : [];
  const withheld = reasons.length > 0 ? reasons.join('; ') : null;
  const settling = by[0]!.rule === 'still-settling';
  const said = (settling ? undefined : STEP_WHY[id]) ?? by[0]!.text;
  const why = withheld ? said : [said, sayAmounts(id, amounts, plan, fine)].filter(Boolean).join(' ');
  return {
    id,
    why,
    answers: [...new Set(by.map(({ rule }) => rule))],
    amounts: withheld ? [] : amounts,
    withheld,
  };
}

/** Steps whose reason is the same whatever asks for them. */
const STEP_WHY: Partial<Record<TreatmentId, string>> = {
  rehydrate: 'Wood is judged and glued at working moisture; cracks and fret ends often close by themselves.',
  'rest-under-tension':
    'What was opened or glued moves once more under tension: it is read until it stands still, and only then is anything cut.',
};

/** Amounts of these wait for a settled, sound instrument though they can be undone. */
const AMOUNTS_WAIT: readonly TreatmentId[] = ['taller-saddle', 'thumb-wheels', 'reset-bolted'];

function amountsOf(id: TreatmentId, plan: Planning): Amount[] {
  const { sides, verdict } = plan.diagnosis;
  const { instrument } = plan.evidence;
  const saddles = (sign: 1 | -1, per = 1) =>
    verdict.changes.map(({ side, saddle }): Amount => ({
      of: side,
      value: (sign * saddle!.trim.value) / per,
      sd: saddle!.trim.sd / per,
    }));
  switch (id) {
    case 'saddle':
      if (verdict.answer === 'trim') return saddles(1);
      return verdict.cause === 'target' ? toFloor(sides) : [];
    case 'taller-saddle':
      return saddles(-1);
    case 'thumb-wheels':
      return saddles(-1, WHEEL_PITCH);
    case 'fit-heel':
    case 'reset-bolted': {
      const reset = resetOf(plan);
      return reset ? [{ of: 'straightedge', ...reset.change }] : [];
    }
    case 'extension': {
      const reset = resetOf(plan);
      if (!reset || instrument.heelDepth === null || instrument.extension === null) return [];
      const share = reset.numbers!.wedge / reset.change.value;
      return [{ of: 'wedge', value: reset.numbers!.wedge, sd: share * reset.change.sd }];
    }
    case 'adjust-rod':
      return sides
        .filter(({ mends, budget }) => mends.relief && budget)
        .map(({ side, budget }): Amount => ({ of: side, ...value(termOf(budget!, 'relief')) }));
    default:
      return [];
  }
}

/** What a saddle gives down to its floor, where the target asks for more. */
function toFloor(sides: readonly SideStance[]): Amount[] {
  return sides.flatMap(({ side, saddle }): Amount[] => {
    if (!saddle || saddle.trim.value <= 0) return [];
    const most = Math.min(saddle.trim.value, saddle.showing.value - saddle.floor);
    return most > 2 * saddle.showing.sd ? [{ of: side, value: most, sd: saddle.showing.sd }] : [];
  });
}

const value = ({ value, sd }: { value: number; sd: number }) => ({ value, sd });

/** By how much the fret plane must come up at the bridge, at the humidity that it will be kept at, and what that cuts. */
function resetOf(plan: Planning) {
  const { diagnosis, evidence } = plan;
  const { instrument } = evidence;
  const judged = diagnosis.sides.filter(
    (one): one is SideStance & { budget: NonNullable<SideStance['budget']> } => one.budget !== null,
  );
  const lowest = [...judged].sort((a, b) => a.budget.plane.value - b.budget.plane.value)[0];
  if (!lowest) return null;
  const { plane } = lowest.budget;
  const change = { value: plane.wanted - plane.value, sd: plane.sd };
  // an angle that is less than twice its error is not cut
  if (change.value < 2 * change.sd) return null;
  const numbers =
    instrument.heelDepth !== null && instrument.extension !== null
      ? neckReset({
          neck: instrument.necks[lowest.side],
          target: plane.wanted,
          measured: plane.value,
          heelDepth: instrument.heelDepth,
          extension: instrument.extension,
        })
      : null;
  return { change, numbers, side: lowest.side };
}

function sayAmounts(
  id: TreatmentId,
  amounts: readonly Amount[],
  plan: Planning,
  fine: (m: number) => string,
): string {
  const each = (say: (amount: Amount) => string) => amounts.map(say).join('; ');
  const about = ({ value, sd }: Amount) => withError(fine(Math.abs(value)), fine(sd));
  switch (id) {
    case 'saddle':
      return amounts.length === 0
        ? 'A new saddle of its full height for the new angle.'
        : `Twice the wanted change at fret 12: ${each((one) => `${one.of} ${one.value > 0 ? 'down' : 'up'} ${about(one)}`)}.`;
    case 'taller-saddle':
      return `Twice the wanted change at fret 12: ${each((one) => `${one.of} ${one.value > 0 ? 'up' : 'down'} ${about(one)}`)}.`;
    case 'thumb-wheels':
      return `${each((one) => `${one.of} ${one.value > 0 ? 'up' : 'down'} ${Math.abs(one.value).toFixed(1)} ± ${one.sd.toFixed(1)} turns`)} on a thread of ${fine(WHEEL_PITCH)}.`;
    case 'fit-heel':
    case 'reset-bolted': {
      const reset = resetOf(plan);
      if (!reset) return '';
      const up = `At the humidity that it will be kept at the straightedge must come up ${about({ of: '', ...reset.change })} at the bridge`;
      const { heelDepth } = plan.evidence.instrument;
      if (!reset.numbers || heelDepth === null)
        return `${up}. Heel depth and extension are still to be measured for the cut and the wedge.`;
      const share = reset.numbers.heelCut / reset.change.value;
      return `${up}: ${about({ of: '', value: reset.numbers.heelCut, sd: share * reset.change.sd })} off the heel at the cap, to nothing at the board. Marks below the board: ${marks(reset.numbers, heelDepth)}.`;
    }
    case 'extension':
      return amounts.length > 0 ? `A wedge from nothing at the join to ${each(about)} at its end.` : '';
    default:
      return '';
  }
}

/** `0.9 ± 0.3 mm`: the unit is said once. */
function withError(amount: string, error: string): string {
  const unit = /[^\d.]+$/u.exec(error)?.[0] ?? '';
  return amount.endsWith(unit)
    ? `${amount.slice(0, amount.length - unit.length)} ± ${error}`
    : `${amount} ± ${error}`;
}

/** The strip of numbers: `20 mm 0.2, 40 mm 0.5, … cap 95 mm 1.1`. */
function marks(numbers: ReturnType<typeof neckReset>, heelDepth: number): string {
  return heelStrip(numbers, heelDepth)
    .map(
      ({ below, cut }, i, all) =>
        `${i === all.length - 1 ? 'cap ' : ''}${Math.round(below * 1000)} mm ${(cut * 1000).toFixed(1)}`,
    )
    .join(', ');
}
