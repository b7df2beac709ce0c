import type { Finding, Forbidden } from '../diagnosis/index.js';
import { hasRole, TREATMENTS, withNeeds, type TreatmentId } from '../treatments/index.js';
import { found, type Context } from './context.js';
import { forbiddenBy } from './forbidden.js';
import { neverOf, type NeverId } from './never.js';
import { answerOf, carriersOf, mayBeStrung, type Ambition } from './ways.js';

/** Treatments that are wanted, with the findings that ask for them. */
export type Wanted = Map<TreatmentId, Finding[]>;

/** What an ambition wants of everything that was found, before anything is forbidden. */
export function wantedBy(ambition: Ambition, of: Context): Wanted {
  const wanted: Wanted = new Map();
  const want = (id: TreatmentId, finding: Finding) => wanted.set(id, [...(wanted.get(id) ?? []), finding]);
  for (const finding of of.diagnosis.findings) {
    const ids = answerOf(ambition, finding, of);
    if (finding.unsound || (finding.rule === 'crack-grew' && ids)) want('slacken', finding);
    for (const id of ids ?? []) want(id, finding);
  }
  if (ambition === 'preserve' && !mayBeStrung(new Set(wanted.keys()), of)) return keptSlack(wanted, of);
  return wanted;
}

/** What cannot be made sound without losing something original is kept slack for good; what is live goes on being seen to. */
function keptSlack(wanted: Wanted, of: Context): Wanted {
  const unsound = of.diagnosis.findings.filter((finding) => finding.unsound);
  return new Map([
    ...[...wanted].filter(([id]) => TREATMENTS[id].stage === 'today' || id === 'watch-crack'),
    ['keep-slack', unsound],
  ]);
}

/**
 * What stays of what is wanted: nothing that is never done to this instrument, one of what cannot be together, nothing
 * that has no reason any more, and with each what it cannot be done without.
 *
 * @param all what was wanted before something was left out by choice: what went along with that goes too
 */
export function resolve(wanted: Wanted, of: Context, all: Wanted = wanted): Wanted {
  const { diagnosis, evidence } = of;
  const left: Wanted = new Map(wanted);
  const never = (id: TreatmentId) => neverOf(id, of) !== null;
  for (const id of wanted.keys()) if (never(id)) left.delete(id);
  if (left.has('keep-slack')) for (const id of TREATMENTS['keep-slack'].excludes) left.delete(id);
  for (const id of [...left.keys()].filter((one) => isReplaced(one, left))) left.delete(id);
  if (left.has('splint-crack') && left.has('close-crack') && evidence.marks.length === 1)
    left.delete('close-crack');
  // whatever is glued or cut is done at working moisture, reached from the side on which the wood is
  const works = [...left.keys()].some((id) => TREATMENTS[id].glues || TREATMENTS[id].cuts);
  const { moisture } = diagnosis.verdict.withheld;
  const reach = moisture === 'damp' ? 'bring-down-damp' : 'rehydrate';
  if (moisture && works && !left.has('bring-down-damp'))
    left.set(reach, [...(left.get('rehydrate') ?? []), diagnosis.findings[0]!]);
  if (moisture === 'damp' || !humidityHelps(of)) left.delete('rehydrate');
  // an instrument that may not be strung ends made sound, strung and rested
  const unsound = diagnosis.findings.filter((finding) => finding.unsound);
  let strung = true;
  guardCelluloid(left, of);
  // what nothing is left of that it could be done without goes too, until nothing changes
  for (let gone = true; gone;) {
    gone = false;
    strung = mayBeStrung(new Set(left.keys()), of);
    if (!strung) for (const id of [...left.keys()].filter((one) => hasRole(one, 'at pitch'))) left.delete(id);
    const ids = withNeeds(left.keys(), strung);
    for (const id of [...left.keys()]) {
      const needs = [...withNeeds([id], strung, left)];
      if (!opposed(id, left) && !needs.some((one) => never(one) || forbiddenBy(one, ids, of))) continue;
      left.delete(id);
      gone = true;
    }
    gone = dropOrphans(left, all) > 0 || gone;
  }
  if (strung && unsound.length > 0 && !left.has('nylon-back-on') && !left.has('settle'))
    left.set('rest-under-tension', left.get('rest-under-tension') ?? unsound);
  const reason = new Map<TreatmentId, Finding[]>();
  for (const id of withNeeds(left.keys(), strung)) reason.set(id, left.get(id) ?? reasonOf(id, left));
  return reason;
}

/** Celluloid near any heat of the plan comes off first, or is shielded. */
function guardCelluloid(left: Wanted, { diagnosis }: Context): void {
  const near = diagnosis.findings.filter(({ rule }) => rule === 'celluloid-near');
  if (near.length > 0 && [...withNeeds(left.keys())].some((id) => TREATMENTS[id].heats))
    left.set('celluloid-off', near);
}

const ONLY_COMPANY = (id: TreatmentId): boolean => hasRole(id, 'company') && TREATMENTS[id].stage !== 'today';

/**
 * What went along with work that is struck goes too: of a finding whose own treatments are all gone nothing is left but what
 * another finding asks for.
 *
 * @returns how many went
 */
function dropOrphans(left: Wanted, wanted: Wanted): number {
  const own = (finding: Finding, of: Wanted) => {
    const carries = carriersOf(finding);
    return [...of].filter(
      // it comes off its strings whatever is done
      ([id, by]) =>
        by.includes(finding) && id !== 'slacken' && (carries ? carries.includes(id) : !ONLY_COMPANY(id)),
    );
  };
  const lost = new Set(
    [...new Set([...wanted.values()].flat())].filter(
      (finding) => own(finding, wanted).length > 0 && own(finding, left).length === 0,
    ),
  );
  let gone = 0;
  for (const [id, by] of left) {
    if (by.length === 0 || TREATMENTS[id].stage === 'today') continue;
    const still = by.filter((finding) => !lost.has(finding));
    if (still.length === by.length) continue;
    if (still.length > 0) left.set(id, still);
    else {
      left.delete(id);
      gone += 1;
    }
  }
  return gone;
}

/** What was wanted and is not done, and why. */
export interface Struck {
  id: TreatmentId;
  why: { never: NeverId } | { finding: Finding; does: Forbidden };
}

/** Of what was wanted, the main work that is not in a plan, each with its reason; what only goes along is not said. */
export function struckOf(wanted: Wanted, ids: ReadonlySet<TreatmentId>, of: Context): Struck[] {
  // the moisture is brought right wherever there is work: it strikes nothing
  const there = new Set<TreatmentId>([...ids, 'rehydrate', 'bring-down-damp']);
  return [...wanted.keys()].flatMap((id): Struck[] => {
    if (ids.has(id) || ONLY_COMPANY(id) || TREATMENTS[id].stage === 'keeping') return [];
    const never = neverOf(id, of);
    if (never) return never === 'other kind of instrument' ? [] : [{ id, why: { never } }];
    const by = forbiddenBy(id, there, of);
    return by ? [{ id, why: by }] : [];
  });
}

/** Whether something that stays of what is wanted goes in its stead. */
const isReplaced = (id: TreatmentId, left: Wanted): boolean =>
  [...left.keys()].some((other) => TREATMENTS[other].replaces.includes(id) && !isReplaced(other, left));

/** Something with which it cannot be stands before it in the list. */
function opposed(id: TreatmentId, left: Wanted): boolean {
  for (const other of left.keys()) {
    if (other === id) return false;
    if (TREATMENTS[id].excludes.includes(other) || TREATMENTS[other].excludes.includes(id)) return true;
  }
  return false;
}

/** A step that others need has their reason. */
function reasonOf(id: TreatmentId, wanted: Wanted): Finding[] {
  const by = [...wanted].filter(([other]) => withNeeds([other]).has(id)).flatMap(([, findings]) => findings);
  return by.filter((finding, i) => by.indexOf(finding) === i).slice(0, 1);
}

/** Wood inside its window needs no weeks in a humid case, unless something of it cracked. */
function humidityHelps(of: Context): boolean {
  const { moisture, kept } = of.evidence.air;
  const inWindow = moisture !== null && Math.abs(moisture.value - kept.moisture) < 1;
  return (
    !inWindow ||
    found(of, 'crack-moves', 'crack-breathes', 'crack-grew', 'crack-in-load', 'season-low', 'dry-wood')
  );
}
