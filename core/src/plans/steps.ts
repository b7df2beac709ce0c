import type { Finding, Say } from '../diagnosis/index.js';
import { heelStrip, neckReset } from '../stance/index.js';
import {
  orderTreatments,
  type Amount,
  type Chosen,
  type Ordered,
  type TreatmentId,
} from '../treatments/index.js';
import type { Context } from './context.js';
import { afterwards, WHEEL_PITCH, type PlanState, type Settings } from './effects.js';
import type { Ground } from './ground.js';
import { amountsWait, asksToMeasure, heldReasons, measuring } from './held.js';
import { jointFails } from './never.js';
import type { Wanted } from './resolve.js';

/** What is no work on the wood by itself. */
const IDLE: readonly TreatmentId[] = [
  'slacken',
  'home-humidity',
  'watch-crack',
  'measure-first',
  'treat-pests',
  'keep-slack',
];

/** Treatments by their names alone, in the order of the bench. */
export const inOrder = (ids: Iterable<TreatmentId>, of: Context): TreatmentId[] =>
  orderTreatments(
    [...ids].map((id) => ({ id, why: '', answers: [], amounts: [], withheld: null })),
    jointFails(of),
  ).map(({ id }) => id);

/** What every repair of wood begins and ends with. */
export function completed(wanted: Wanted, of: Context): Wanted {
  const all: Wanted = new Map(wanted);
  const works = [...wanted.keys()].filter((id) => !IDLE.includes(id));
  if (works.length === 0 || wanted.has('keep-slack')) return all;
  all.set('clean-and-inspect', []);
  if (!of.diagnosis.unsound || wanted.has('rest-under-tension')) all.set('set-up', []);
  return all;
}

/** A plan's steps, with why, how much, and what puts them there. */
export function stepsOf(
  ground: Ground,
  wanted: Wanted,
  settings: Settings,
  say: Say,
  asItIs = false,
): { steps: Ordered[]; state: PlanState } {
  const all = asItIs ? wanted : completed(wanted, ground);
  const ids = inOrder(all.keys(), ground);
  const state = afterwards(ground, ids, settings);
  const chosen = ids.map((id) => chosenOf(ground, state, id, all.get(id)!, say));
  const measure = asItIs ? null : measureFirst(ground, chosen, wanted);
  return { steps: orderTreatments(measure ? [...chosen, measure] : chosen, jointFails(ground)), state };
}

function measureFirst(of: Context, chosen: readonly Chosen[], wanted: Wanted): Chosen | null {
  const { diagnosis } = of;
  const step = (why: string): Chosen => ({
    id: 'measure-first',
    why,
    answers: [],
    amounts: [],
    withheld: null,
  });
  const held = chosen.filter(({ withheld }) => withheld !== null);
  if (held.length > 0 && !diagnosis.unsound)
    return step(
      measuring(
        of,
        held.map(({ id }) => id),
        held[0]!.withheld!,
      ),
    );
  const set = SETS.some((id) => wanted.has(id));
  if (wanted.has('rest-under-tension') && !set && diagnosis.sides.some(({ there }) => there !== 'right'))
    return step(
      'Once it is made sound, strung and rested, the stance is read anew: what saddle and neck need is worked out then.',
    );
  const works = chosen.some(({ id }) => !IDLE.includes(id));
  return !works && asksToMeasure(of) ? step(diagnosis.questions[0]!.ask) : null;
}

const FOLLOWED = 'What the steps before it move of the action is brought right here.';
/** What brings the action to its target. */
const SETS: readonly TreatmentId[] = ['saddle', 'taller-saddle', 'thumb-wheels'];

/** Steps whose reason is the same whatever asks for them. */
const STEP_WHY: Partial<Record<TreatmentId, string>> = {
  'clean-and-inspect': 'Every job begins with it: dirt hides cracks.',
  'set-up': 'Whatever was changed is measured at pitch, left overnight, and measured again.',
  rehydrate: 'Wood is judged and glued at working moisture; cracks and fret ends often close by themselves.',
  'bring-down-damp':
    'The wood is damp: what is judged, glued or cut now is of the wrong size once it has dried. Cracks are looked at again as it shrinks.',
  'rest-under-tension':
    'What was opened or glued moves once more under tension: it is read until it stands still, and only then is anything cut.',
};

function chosenOf(
  ground: Ground,
  state: PlanState,
  id: TreatmentId,
  by: readonly Finding[],
  say: Say,
): Chosen {
  const amounts = state.amounts.get(id) ?? [];
  const reasons = amounts.length > 0 && amountsWait(id) ? heldReasons(ground) : [];
  const withheld = reasons.length > 0 ? reasons.join('; ') : null;
  const settling = by[0]?.rule === 'still-settling';
  const said =
    (settling ? undefined : STEP_WHY[id]) ??
    by[0]?.text ??
    (SETS.includes(id) ? FOLLOWED : 'The rest of the plan needs it.');
  const much = sayAmounts(ground, state, id, amounts, withheld !== null, say);
  return {
    id,
    why: [said, much].filter(Boolean).join(' '),
    answers: [...new Set(by.map(({ rule }) => rule))],
    amounts,
    withheld,
  };
}

/** Work that brings the fret plane to the bridge anew. */
const SETS_ANGLE: readonly TreatmentId[] = [
  'fit-heel',
  'reset-bolted',
  'taper-board',
  'slip-back',
  'saw-heel',
  'overset',
];

/** How much of a step: its amounts in words; of provisional ones only the band, without marks to cut by. */
function sayAmounts(
  ground: Ground,
  { amounts: all }: PlanState,
  id: TreatmentId,
  amounts: readonly Amount[],
  provisional: boolean,
  { fineError, fine }: Say,
): string {
  const about = ({ value, sd }: Pick<Amount, 'value' | 'sd'>) => fineError({ value: Math.abs(value), sd });
  const each = (up: string, down: string) =>
    amounts.map((one) => `${one.of} ${one.value > 0 ? up : down} ${about(one)}`).join('; ');
  const first = provisional ? 'As things stand, ' : '';
  if (id === 'saddle' || id === 'taller-saddle') {
    if (SETS_ANGLE.some((one) => all.has(one))) return 'A new saddle of its full height for the new angle.';
    if (amounts.length === 0) return '';
    const moves = id === 'saddle' ? each('down', 'up') : each('up', 'down');
    return provisional
      ? `${first}twice the wanted change at fret 12 would be ${moves}.`
      : `Twice the wanted change at fret 12: ${moves}.`;
  }
  if (amounts.length === 0) return '';
  if (id === 'thumb-wheels')
    return `${first}${amounts.map((one) => `${one.of} ${one.value > 0 ? 'up' : 'down'} ${Math.abs(one.value).toFixed(1)} ± ${one.sd.toFixed(1)} turns`).join('; ')} on a thread of ${fine(WHEEL_PITCH)}.`;
  if (id === 'adjust-rod') {
    const most = amounts.reduce((a, b) => (Math.abs(b.value) > Math.abs(a.value) ? b : a));
    return `${most.value > 0 ? 'Tighten' : 'Loosen'} it, an eighth to a quarter turn at a time: the action ${most.value > 0 ? 'falls' : 'rises'} ${about(most)} by it.`;
  }
  if (id === 'flatten-belly') return `The bridge may come down ${about(amounts[0]!)}.`;
  if (id === 'make-bridge' || id === 'build-up-bridge')
    return `The bridge becomes ${about(amounts[0]!)} ${amounts[0]!.value > 0 ? 'thicker' : 'thinner'}.`;
  if (SETS_ANGLE.includes(id)) return sayAngle(ground, amounts, provisional, { about, fine });
  return '';
}

/** By how much the fret plane comes up at the bridge, and what that cuts. */
function sayAngle(
  { evidence, diagnosis }: Context,
  amounts: readonly Amount[],
  provisional: boolean,
  { about, fine }: { about: (of: Pick<Amount, 'value' | 'sd'>) => string; fine: (metres: number) => string },
): string {
  const most = amounts.reduce((a, b) => (Math.abs(b.value) > Math.abs(a.value) ? b : a));
  const up = `At the humidity that it will be kept at the straightedge must ${most.value > 0 ? 'come up' : 'go down'} ${about(most)} at the bridge`;
  if (provisional)
    return `As things stand: ${up[0]!.toLowerCase()}${up.slice(1)}. Nothing is marked to cut by yet.`;
  // an angle that is less than twice its error is not cut
  if (Math.abs(most.value) < 2 * most.sd)
    return `${up}: less than twice its error, so nothing is cut before it is read again.`;
  const { heelDepth, extension, necks } = evidence.instrument;
  const side = diagnosis.sides.find((one) => one.side === most.of);
  if (heelDepth === null || extension === null || !side?.budget)
    return `${up}. Heel depth and extension are still to be measured for the cut and the wedge.`;
  const reset = neckReset({
    neck: necks[side.side],
    target: most.value,
    measured: 0,
    heelDepth,
    extension,
  });
  const share = reset.heelCut / reset.change;
  const cut = about({ value: reset.heelCut, sd: share * most.sd });
  if (reset.heelCut <= 0) return `${up}: the heel is shimmed at its cap by ${cut}.`;
  const strip = heelStrip(reset, heelDepth)
    .map(
      ({ below, cut: off }, i, all) =>
        `${i === all.length - 1 ? 'cap ' : ''}${Math.round(below * 1000)} mm ${(off * 1000).toFixed(1)}`,
    )
    .join(', ');
  return `${up}: ${cut} off the heel at the cap, to nothing at the board. Marks below the board: ${strip}. A wedge under the extension from nothing at the join to ${fine(reset.wedge)} at its end.`;
}
