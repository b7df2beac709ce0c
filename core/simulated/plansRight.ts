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
const AT_PITCH: readonly string[] = ['rest-under-tension', 'set-up', 'adjust-rod', 'thumb-wheels'];
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
  const state = (point: string) => evidence.points.find((one) => one.point === point)?.states ?? [];
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
        if (!any.some((one) => there.has(one)) && !(slack && any[0] === 'rest-under-tension'))
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
      if (has('dome-sound') || !state('topShape').includes('hollow-and-hump')) say('a dome flattened');
      if (diagnosis.sides.some(({ there: stands }) => stands === 'low')) say('low strings brought lower');
    }
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
      if (!spent && !high && !has('neck-overset')) say('a neck off with strings right and saddle enough');
    }
    if (there.has('neck-off') && build.neckJoint === 'mortise-bolted') say('steam on a bolted joint');
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
