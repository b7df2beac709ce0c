import { STRING_SIDES } from '../src/strings/index.js';
import { describe, expect, it } from 'vitest';
import { LOAD_PARTS, type Finding, BUDGET_CAUSES } from '../src/diagnosis/index.js';
import { NO_MONEY, repairPlansOf, ownPlanOf, NO_SETTINGS } from '../src/repair-plans/index.js';
import { INNER_STRINGS, POINT_IDS, QUANTITY_IDS, STRUNG_AFTER } from '../src/readings/index.js';
import { HEIGHT_UNITS } from '../src/units/index.js';
import {
  RULE_WORDS,
  sayBreak,
  sayFinding,
  sayIn,
  sayNoLess,
  sayProvisional,
  sayStep,
  sayStruck,
} from '../src/wording/index.js';
import { readCase } from './caseFile.js';
import stories from './stories.json' with { type: 'json' };
import { triedCases } from './tried.js';
import { tryCase } from './tryCase.js';

const tried = [...triedCases(), ...stories.map((story) => tryCase(readCase(JSON.stringify(story))))];

/** Ids of the closed unions that arguments hold. */
const IDS = new Set<string>([
  ...STRING_SIDES,
  ...QUANTITY_IDS,
  ...POINT_IDS,
  ...INNER_STRINGS,
  ...LOAD_PARTS,
  ...BUDGET_CAUSES,
  // how an action stands, and why it is off
  ...['high', 'low', 'right', 'not read', 'readings disagree', 'nothing', 'after the fold'],
  ...['error as large', 'cause', 'wheels', 'creeps', 'asked', 'no reset'],
  // why a neck is not told; what creeps, and what moved
  ...['disagree', 'slack', 'lately strung', 'damp season', 'belly not read', 'creeping', 'probably creeping'],
  // states of saddle, air, cracks, tail, frets, rod and relief
  ...['would be', 'is', 'a little', 'through the year', 'as it was read', 'small', 'moving', 'not tried'],
  ...['not marked', 'side', 'block sound', 'block not seen', 'very low', 'levels', 'spot work'],
  ...['none', 'works', 'fails', 'not known', 'press', 'live with it', 'rod fails', 'find the rod'],
  ...['turn the rod', 'press, then the rod', 'where it will be kept', 'by eye', 'floor', 'break angle'],
  ...[
    'folds',
    'does not fold',
    'stations',
    'tilt',
    'width',
    'sign',
    'shape disagrees',
    'hole sunk',
    'one side',
  ],
  ...['season not told', ...STRUNG_AFTER],
  // what is in doubt of the air
  ...['always', 'until', 'since', 'misread', 'sensor', 'changed'],
]);

/** Every text in a value. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}

describe('what is computed', () => {
  it('hands on numbers, days and ids, and no words', () => {
    const words = new Set(
      tried
        .flatMap(({ judgement, plans }) => [...judgement.findings, ...plans.flatMap(({ undone }) => undone)])
        .flatMap(({ args }: Finding) => textsIn(args))
        .filter((text) => /\p{L}{2}/u.test(text) && !IDS.has(text)),
    );
    expect([...words]).toEqual([]);
  });

  it('is said under each id with what the cases give it, in every unit', () => {
    const said = new Set<string>();
    for (const { judgement, plans, ground } of tried) {
      const { breaks } = ownPlanOf(ground, plans.at(-1)!.ids.slice(1), NO_SETTINGS, NO_MONEY);
      judgement.findings.forEach(({ rule }) => said.add(rule));
      for (const say of HEIGHT_UNITS.map(sayIn)) {
        const texts = [
          ...judgement.findings.map((one) => sayFinding(one, say)),
          ...plans.flatMap(({ steps }) => steps.map((one) => sayStep(one, say))),
          ...plans.flatMap(({ provisional }) => provisional.map((one) => sayProvisional(one, say))),
          ...plans.flatMap(({ struck }) => struck.map((one) => sayStruck(one, say))),
          ...plans.flatMap(({ noLess }) => (noLess ? [sayNoLess(noLess, say)] : [])),
          ...breaks.map(({ why }) => sayBreak(why, say)),
        ];
        for (const text of texts)
          expect(text).not.toMatch(/undefined|null|NaN|Infinity| {2}|what is marked/u);
      }
    }
    expect(Object.keys(RULE_WORDS).filter((id) => !said.has(id))).toEqual([]);
  });

  it('is diagnosed once for everything that is asked of a day', () => {
    for (const { judgement, ground, plans } of tried.slice(0, 12)) {
      expect(judgement.findings).toBe(ground.diagnosis.findings);
      for (const { undone } of repairPlansOf(ground, NO_MONEY))
        for (const one of undone) expect(ground.diagnosis.findings).toContain(one);
      expect(plans.length).toBeGreaterThan(0);
    }
  });
});
