import { HOUSE_PROTOCOLS, isQuantity, linesFor, type LineId } from '../readings/index.js';
import { sidesOf } from './budgetsOf.js';
import type { Evidence, Looked, Today } from './evidence.js';
import type { Finding, FindingOf } from './finding.js';
import { Known } from './known.js';
import { QUESTION_IDS, QUESTIONS, type QuestionId } from './questions.js';
import { RULE_IDS, ruleIs, RULES, type RuleId } from './rules/index.js';
import { SEVERITIES } from './severity.js';
import type { SideStance } from './sideStance.js';
import type { StanceVerdict } from './stanceVerdict.js';

/** An open question: the graver what raises it and the shorter it takes, the sooner. */
export interface OpenQuestion {
  id: QuestionId;
  ask: string;
  decides: string;
  minutes: number;
  /** rules that raise it */
  raisedBy: RuleId[];
}

/** What is the matter, why the action stands as it does, and what to find out. */
export interface Diagnosis {
  /** what asks for the most; null where nothing is the matter */
  first: Finding | null;
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

/**
 * Everything that is known of an instrument, asked by every rule.
 *
 * @param today where the action stands on the day; as it was read last where that is not known
 */
export function diagnose(evidence: Evidence, today: Today = {}): Diagnosis {
  const sides = sidesOf(evidence, today);
  const known = new Known(
    evidence,
    sides.flatMap(({ budget }) => budget ?? []),
    sides,
  );
  const findings = ruleFindings(known);
  return {
    first: findings.find(({ rule, severity }) => !(severity === 'watch' && ruleIs(rule, 'quiet'))) ?? null,
    unsound: findings.some(({ unsound }) => unsound),
    findings,
    questions: questionsOf(findings),
    looked: lookedOf(known),
    sides,
    verdict: known.verdict,
  };
}

/** Of what only wants watching, why the action stands off comes first. */
const isSeason = ({ rule }: Pick<Finding, 'rule'>): boolean => rule.startsWith('season-');

const gravity = ({ severity }: Pick<Finding, 'severity'>): number => SEVERITIES.indexOf(severity);

function ruleFindings(known: Known): Finding[] {
  const all = RULE_IDS.flatMap((rule) => foundBy(rule, known) as Finding[]);
  const mended = all.some(
    ({ rule, unsound }) => unsound || ruleIs(rule, 'structure first') || ruleIs(rule, 'damage'),
  );
  // what makes it unsound comes first of what is live; within one severity the order of the rules stays
  return (mended ? all.map(unpromised) : all)
    .map((one) => lapsed(one, known.evidence.workedOn))
    .sort(
      (a, b) =>
        gravity(a) - gravity(b) ||
        Number(b.unsound) - Number(a.unsound) ||
        Number(a.severity === 'watch' && isSeason(b)) - Number(b.severity === 'watch' && isSeason(a)),
    );
}

function foundBy<Rule extends RuleId>(id: Rule, known: Known): FindingOf<Rule>[] {
  const rule = RULES[id];
  return rule.find(known).map((found) => {
    const unsound = found.unsound ?? rule.unsound ?? false;
    return {
      rule: id,
      args: found.args,
      severity: found.severity ?? rule.severity,
      certainty: found.certainty ?? 'certain',
      schools: found.schools ?? [],
      side: found.side ?? null,
      mark: found.mark ?? null,
      evidence: found.evidence,
      check: [...(found.check ?? rule.check ?? [])],
      never: [...new Set([...(unsound ? (['pitch'] as const) : []), ...(found.never ?? rule.never ?? [])])],
      unsound,
      foundBefore: null,
    };
  });
}

/** No height of a saddle is promised where wood is mended before: the strings lift the bridge once more after that. */
function unpromised(finding: Finding): Finding {
  switch (finding.rule) {
    case 'saddle-answers':
      return { ...finding, args: { ...finding.args, leaves: null } };
    case 'wheels-answer':
      return { ...finding, args: { turns: null } };
    case 'saddle-taller':
      return { ...finding, args: { ...finding.args, shows: null } };
    default:
      return finding;
  }
}

/** What was found at points before the last work stands until it is looked at again, and says so. */
function lapsed(finding: Finding, workedOn: string | null): Finding {
  const { evidence } = finding;
  const old =
    workedOn !== null &&
    evidence.length > 0 &&
    evidence.every((of) => of.of === 'point' && of.date < workedOn);
  return old ? { ...finding, certainty: 'suspected', foundBefore: workedOn } : finding;
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
        // nothing is tuned up, and no bridge measured, before somebody looked inside
        grave: id === 'look-inside' ? -1 : Math.min(...by.map(gravity)),
      };
    })
    .sort((a, b) => a.grave - b.grave || a.question.minutes - b.question.minutes)
    .map(({ question }) => question);
}
