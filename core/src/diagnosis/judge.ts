import { sayDate } from '../days/index.js';
import { HOUSE_PROTOCOLS, isQuantity, linesFor, type LineId } from '../readings/index.js';
import { finer, moveIn, sayHeight, sayInches, type HeightUnit } from '../units/index.js';
import { sidesOf } from './budgetsOf.js';
import type { Evidence, Looked, Today } from './evidence.js';
import { SEVERITIES, type Finding, type Say } from './finding.js';
import { Known } from './known.js';
import { QUESTION_IDS, QUESTIONS, type QuestionId } from './questions.js';
import { RULES } from './rules/index.js';
import type { SideStance } from './sideStance.js';
import type { StanceVerdict } from './stanceVerdict.js';

/** An open question: the graver what raises it and the shorter it takes, the sooner. */
export interface OpenQuestion {
  id: QuestionId;
  ask: string;
  decides: string;
  minutes: number;
  /** rules that raise it */
  raisedBy: string[];
}

/** What is the matter, why the action stands as it does, and what to find out. */
export interface Diagnosis {
  /** one sentence: what asks for the most */
  first: string;
  /** it may not be strung */
  unsound: boolean;
  /** gravest first */
  findings: Finding[];
  questions: OpenQuestion[];
  /** how each line of a full examination was looked at */
  looked: { line: LineId; looked: Looked }[];
  sides: SideStance[];
  verdict: StanceVerdict;
}

/** How heights are said in a unit. */
export const sayIn = (unit: HeightUnit): Say => ({
  unit,
  height: (metres) => sayHeight(metres, unit),
  fine: (metres) => sayHeight(metres, finer(unit), 1),
  fineError: ({ value, sd }) => {
    const move = moveIn(finer(unit));
    return `${move.withError(Math.abs(value), sd)} ${move.name}`;
  },
  gap: (metres) => sayHeight(metres, finer(unit), 2),
  length: (metres) =>
    unit === 'mm' ? `${Math.round(metres * 1000)} mm` : sayInches(metres).replaceAll(' ', '\u00a0'),
  yearly: ({ value, sd }) => {
    const move = moveIn(unit);
    return `${move.withError(Math.abs(value), sd)} ${move.name} a year`;
  },
  degrees: (radians) => `${((radians * 180) / Math.PI).toFixed(1)}°`,
});

/**
 * Everything that is known of an instrument, asked by every rule.
 *
 * @param unit how heights are said
 * @param today where the action stands on the day; as it was read last where that is not known
 */
export function diagnose(evidence: Evidence, unit: HeightUnit, today: Today = {}): Diagnosis {
  const sides = sidesOf(evidence, today);
  const known = new Known(
    evidence,
    sides.flatMap(({ budget }) => budget ?? []),
    sides,
  );
  const findings = findingsOf(known, sayIn(unit));
  return {
    first:
      findings.find(({ rule, severity }) => !(severity === 'watch' && QUIET.includes(rule)))?.text ??
      'Nothing is the matter: if it does not need doing, do not do it.',
    unsound: findings.some(({ unsound }) => unsound),
    findings,
    questions: questionsOf(findings),
    looked: lookedOf(known),
    sides,
    verdict: known.verdict,
  };
}

/** What is known and asks for nothing. */
const QUIET: readonly string[] = ['dome-sound', 'usual-taken', 'celluloid-near', 'damp-room', 'crack-quiet'];
/** Of what only wants watching, why the action stands off comes first. */
const isSeason = ({ rule }: Pick<Finding, 'rule'>): boolean => rule.startsWith('season-');

const gravity = ({ severity }: Pick<Finding, 'severity'>): number => SEVERITIES.indexOf(severity);

function findingsOf(known: Known, say: Say): Finding[] {
  const all = RULES.flatMap((rule): Finding[] =>
    rule.find(known).map((found) => ({
      rule: rule.id,
      severity: found.severity ?? rule.severity,
      certainty: found.certainty ?? 'certain',
      text: found.say(say),
      schools: found.schools ?? [],
      side: found.side ?? null,
      mark: found.mark ?? null,
      evidence: found.evidence,
      check: [...(found.check ?? rule.check ?? [])],
      never: [...((found.unsound ?? rule.unsound) ? (['pitch'] as const) : []), ...(rule.never ?? [])].filter(
        (one, i, list) => list.indexOf(one) === i,
      ),
      unsound: found.unsound ?? rule.unsound ?? false,
    })),
  );
  // what makes it unsound comes first of what is live; within one severity the order of the rules stays
  return all
    .map((one) => lapsed(one, known.evidence.workedOn))
    .sort(
      (a, b) =>
        gravity(a) - gravity(b) ||
        Number(b.unsound) - Number(a.unsound) ||
        Number(a.severity === 'watch' && isSeason(b)) - Number(b.severity === 'watch' && isSeason(a)),
    );
}

/** What was found at points before the last work stands until it is looked at again, and says so. */
function lapsed(finding: Finding, workedOn: string | null): Finding {
  const { evidence } = finding;
  const old =
    workedOn !== null &&
    evidence.length > 0 &&
    evidence.every((of) => of.of === 'point' && of.date < workedOn);
  if (!old) return finding;
  return {
    ...finding,
    certainty: 'suspected',
    text: `${finding.text} It was found before the work of ${sayDate(workedOn, 'long')}: look again.`,
  };
}

/** Every line of the full examination that this construction has, with how it was looked at. */
function lookedOf(known: Known): Diagnosis['looked'] {
  return HOUSE_PROTOCOLS.full.stages
    .flatMap((stage) => linesFor(stage, known.instrument.type))
    .map((line) => ({ line, looked: isQuantity(line) ? known.lookedAt(line) : known.looked(line) }));
}

/** Each open question once: by the gravest finding that raises it, then by the minutes it takes. */
function questionsOf(findings: readonly Finding[]): OpenQuestion[] {
  const raised = (id: QuestionId) => findings.filter(({ check }) => check.includes(id));
  const unsound = findings.some((one) => one.unsound);
  return QUESTION_IDS.filter((id) => raised(id).length > 0 && !(unsound && QUESTIONS[id].pitch))
    .map((id) => {
      const { ask, decides, minutes } = QUESTIONS[id];
      const by = raised(id);
      return {
        question: { id, ask, decides, minutes, raisedBy: [...new Set(by.map(({ rule }) => rule))] },
        grave: Math.min(...by.map(gravity)),
      };
    })
    .sort((a, b) => a.grave - b.grave || a.question.minutes - b.question.minutes)
    .map(({ question }) => question);
}
