import { type Finding, type Forbidden } from '../diagnosis/index.js';
import { hasRole, TREATMENTS, type TreatmentId, type WorkStage } from '../treatments/index.js';
import type { Context } from './context.js';
import { isLifted } from './ways.js';

/** Stages whose cuts mend damage: what a finding says of cutting is not said of them. */
const OF_DAMAGE: readonly WorkStage[] = ['cracks', 'taken off', 'inside', 'bridge'];

/** What a treatment does of what a finding may forbid: told by its own row, so that a new one is bound too. */
export function doesOf(id: TreatmentId): Forbidden[] {
  const { heats, cuts, glues, stage, effects, amount, skills, needs } = TREATMENTS[id];
  const on = (what: (typeof effects)[number]['on']) => effects.some((effect) => effect.on === what);
  const all: [Forbidden, boolean][] = [
    ['heat', heats === true],
    ['cut', cuts === true && !OF_DAMAGE.includes(stage)],
    ['trim', amount === 'off the saddle'],
    ['nut', on('nut') && cuts === true],
    ['reset', (hasRole(id, 'neck angle') && !hasRole(id, 'company')) || hasRole(id, 'sets the plane')],
    ['flatten', on('belly')],
    ['glueDry', glues === true],
    ['rod', amount === 'rod'],
    // new frets file nothing that is there
    [
      'file',
      stage === 'frets' && cuts === true && skills.includes('fretting') && !needs.includes('pull-frets'),
    ],
  ];
  return all.flatMap(([what, so]) => (so ? [what] : []));
}

/** A finding that stands forbids a treatment, and what of it. */
export interface ForbiddenBy {
  finding: Finding;
  does: Forbidden;
}

/**
 * Why a treatment is not done in a plan of these: a finding that stands says not to, and nothing in the plan lifts it. An
 * opened joint is damage: it is taken apart whatever is said of the angle.
 */
export function forbiddenBy(id: TreatmentId, ids: ReadonlySet<TreatmentId>, of: Context): ForbiddenBy | null {
  const { findings, verdict } = of.diagnosis;
  const opened = findings.some(({ rule }) => rule === 'heel-opens') && hasRole(id, 'opens the joint');
  for (const does of doesOf(id)) {
    if (opened && (does === 'reset' || does === 'cut')) continue;
    if (does === 'glueDry' && verdict.withheld.moisture === null) continue;
    for (const finding of findings) {
      if (!finding.never.includes(does)) continue;
      // one side of a saddle is left as it is where that is all that is said
      if (finding.side !== null && does === 'trim' && bySide(finding, of)) continue;
      if (!isLifted(finding, ids, of)) return { finding, does };
    }
  }
  return null;
}

/** What a finding says of one side's saddle leaves the other side's to be set. */
const bySide = (finding: Finding, { diagnosis }: Context): boolean =>
  finding.rule.startsWith('season-') && diagnosis.verdict.changes.some(({ side }) => side !== finding.side);

/** Sides whose saddle is not cut, by what is found of them. */
export const sidesLeft = ({ diagnosis }: Pick<Context, 'diagnosis'>): Finding['side'][] =>
  diagnosis.findings.flatMap(({ side, rule, never }) =>
    side !== null && rule.startsWith('season-') && never.includes('trim') ? [side] : [],
  );
