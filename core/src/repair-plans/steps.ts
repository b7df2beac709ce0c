import type { Finding } from '../diagnosis/index.js';
import { cheekCut, heelStrip, neckReset } from '../stance/index.js';
import { hasRole, orderTreatments, TREATMENTS, type Amount, type TreatmentId } from '../treatments/index.js';
import type { Context } from './context.js';
import { afterwards, type PlanState, type Settings } from './effects.js';
import type { Ground } from './ground.js';
import {
  amountsWait,
  asksToMeasure,
  measureWhen,
  readsAgain,
  withheldReasons,
  withheldWithin,
} from './withheld.js';
import { jointFails } from './never.js';
import type { Wanted } from './resolve.js';
import type { AngleCut, CheekCut, Chosen, PlanStep, StepMuch, StepWhy, WithheldReason } from './step.js';

/** Treatments by their names alone, in the order of the bench. */
export const inOrder = (ids: Iterable<TreatmentId>, of: Context): TreatmentId[] =>
  orderTreatments(
    [...ids].map((id) => ({ id })),
    jointFails(of),
  ).map(({ id }) => id);

/** What every repair of wood begins and ends with. */
export function completed(wanted: Wanted, of: Context): Wanted {
  const all: Wanted = new Map(wanted);
  const works = [...wanted.keys()].filter((id) => !hasRole(id, 'no work on wood'));
  if (works.length === 0 || wanted.has('keep-slack')) return all;
  all.set('clean-and-inspect', []);
  if (readsAgain([...all.keys()])) all.set('measure-again', []);
  if (!of.diagnosis.unsound || wanted.has('rest-under-tension')) all.set('set-up', []);
  return all;
}

/** A plan's steps, with why, how much, and what puts them there. */
export function stepsOf(
  ground: Ground,
  wanted: Wanted,
  settings: Settings,
  asItIs = false,
): { steps: PlanStep[]; state: PlanState } {
  const all = asItIs ? wanted : completed(wanted, ground);
  const ids = inOrder(all.keys(), ground);
  const state = afterwards(ground, ids, settings);
  const chosen = ids.map((id) => chosenOf(ground, state, id, all.get(id)!, ids));
  const measure = asItIs ? null : measureFirst(ground, chosen, wanted);
  return { steps: orderTreatments(measure ? [...chosen, measure] : chosen, jointFails(ground)), state };
}

function measureFirst(of: Context, chosen: readonly Chosen[], wanted: Wanted): Chosen | null {
  const { diagnosis } = of;
  const step = (why: StepWhy): Chosen => ({
    id: 'measure-first',
    why,
    answers: [],
    amounts: [],
    much: null,
    withheld: [],
  });
  // a neck that is set, or moved by its rod, is read at a step of its own
  const own: readonly WithheldReason[] = ['neck set', 'neck moves'];
  const reasons = [...new Set(chosen.flatMap(({ withheld }) => withheld))].filter(
    (one) => !own.includes(one),
  );
  const held = chosen.filter(({ withheld }) => withheld.some((reason) => reasons.includes(reason)));
  if (held.length > 0 && !diagnosis.unsound)
    return step({ id: 'measure amounts', of: held.map(({ id }) => id), reasons, when: measureWhen(of) });
  const set = [...wanted.keys()].some((id) => hasRole(id, 'sets the action'));
  if (wanted.has('rest-under-tension') && !set && diagnosis.sides.some(({ there }) => there !== 'right'))
    return step({ id: 'measure at rest' });
  const works = chosen.some(({ id }) => !hasRole(id, 'no work on wood'));
  return !works && asksToMeasure(of)
    ? step({ id: 'measure first', question: diagnosis.questions[0]!.id })
    : null;
}

function chosenOf(
  ground: Ground,
  state: PlanState,
  id: TreatmentId,
  by: readonly Finding[],
  ids: readonly TreatmentId[],
): Chosen {
  const amounts = state.amounts.get(id) ?? [];
  const withheld =
    amounts.length > 0 && amountsWait(id) ? [...withheldReasons(ground), ...withheldWithin(id, ids)] : [];
  return {
    id,
    why: whyOf(id, by),
    answers: [...new Set(by.map(({ rule }) => rule))],
    amounts,
    much: muchOf(ground, state, id, amounts, withheld.length > 0),
    withheld,
  };
}

function whyOf(id: TreatmentId, [finding]: readonly Finding[]): StepWhy {
  if (TREATMENTS[id].why !== undefined && finding?.rule !== 'still-settling') return { id: 'always' };
  if (finding) return { id: 'finding', finding };
  return { id: hasRole(id, 'sets the action') ? 'follows' : 'needed' };
}

function muchOf(
  ground: Ground,
  { amounts: all }: PlanState,
  id: TreatmentId,
  amounts: readonly Amount[],
  provisional: boolean,
): StepMuch | null {
  const ofSaddle = TREATMENTS[id].effects.some(({ on }) => on === 'saddle') && hasRole(id, 'sets the action');
  if (ofSaddle && [...all.keys()].some((one) => hasRole(one, 'sets the plane'))) return { id: 'new saddle' };
  if (amounts.length === 0) return null;
  return hasRole(id, 'sets the plane') ? angleOf(ground, amounts, provisional) : { id: 'amounts' };
}

/**
 * What comes off a cheek where the board aims to one side: the cheek of that side, away from where the line has to move. What
 * was read before it was asked which way is plus cuts nothing.
 */
function cheekOf({ evidence, diagnosis }: Context): CheekCut | null {
  const off = diagnosis.findings.find((finding) => finding.rule === 'off-centre');
  if (off?.rule !== 'off-centre') return null;
  const { side, by } = off.args;
  const { heelWidth, necks } = evidence.instrument;
  return { side, off: by, by: heelWidth === null ? null : cheekCut(necks[side], by, heelWidth) };
}

/** By how much the fret plane comes up at the bridge, and what that cuts. */
function angleOf(
  { evidence, diagnosis }: Context,
  amounts: readonly Amount[],
  provisional: boolean,
): StepMuch {
  const most = amounts.reduce((a, b) => (Math.abs(b.value) > Math.abs(a.value) ? b : a));
  const cheek = cheekOf({ evidence, diagnosis });
  const much = (cut: AngleCut): StepMuch => ({ id: 'angle', by: most.value, sd: most.sd, cut, cheek });
  if (provisional) return much({ kind: 'not marked yet' });
  // an angle that is less than twice its error is not cut
  if (Math.abs(most.value) < 2 * most.sd) return much({ kind: 'less than its error' });
  const { heelDepth, extension, necks } = evidence.instrument;
  const side = diagnosis.sides.find((one) => one.side === most.of);
  if (heelDepth === null || extension === null || !side?.budget) return much({ kind: 'heel not measured' });
  const reset = neckReset({
    neck: necks[side.side],
    target: most.value,
    measured: 0,
    heelDepth,
    extension,
  });
  const cut = { by: reset.heelCut, sd: (reset.heelCut / reset.change) * most.sd };
  if (reset.heelCut <= 0) return much({ kind: 'shim', ...cut });
  return much({
    kind: 'cut',
    ...cut,
    strip: heelStrip(reset, heelDepth).map(({ below, cut: off }) => ({ below, off })),
    wedge: reset.wedge,
  });
}
