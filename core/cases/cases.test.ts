import { describe, expect, it } from 'vitest';
import { RULE_IDS } from '../src/diagnosis/index.js';
import { BadCase, readCase, type CaseFile } from './caseFile.js';
import { sayFinding, sayIn } from '../src/wording/index.js';
import { triedCases } from './tried.js';
import { saidOf, tryCase } from './tryCase.js';

const tried = triedCases();

describe('worked cases', () => {
  it('at least fifty ship', () => expect(tried.length).toBeGreaterThanOrEqual(50));

  it.each(tried.map(({ file, wrong }) => [file.case, wrong] as const))('%s', (_name, wrong) =>
    expect(wrong).toEqual([]),
  );

  it('read as sentences, and never twice the same', () => {
    for (const { name, judgement } of tried) {
      const said = saidOf(judgement);
      for (const text of said) {
        expect(text, name).toMatch(/^[A-Z0-9].*[.?]$/u);
        expect(text, name).not.toMatch(/undefined|null|NaN|Infinity|\.\.|  |−0(\.0+)?[\u00a0 ]mm/u);
      }
      const findings = judgement.findings.map((one) => sayFinding(one, sayIn('mm')));
      expect(new Set(findings).size, name).toBe(findings.length);
    }
  });

  it('ask the questions and name the reasons of what they find', () => {
    for (const { name, judgement } of tried)
      for (const { rule, check } of judgement.findings)
        for (const id of check)
          if (!judgement.unsound)
            expect(
              judgement.questions.map((one) => one.id),
              `${name}: ${rule}`,
            ).toContain(id);
  });

  it('try nearly every rule', () => {
    const hit = new Set(tried.flatMap(({ judgement }) => judgement.findings.map(({ rule }) => rule)));
    expect(RULE_IDS.filter((id) => !hit.has(id))).toEqual([]);
  });
});

describe('a case', () => {
  const sound = tried[0]!.file;
  const text = (over: Partial<CaseFile> | Record<string, unknown>) => JSON.stringify({ ...sound, ...over });

  it('that is broken on purpose fails, and says in what', () => {
    const broken = readCase(
      text({
        expect: {
          first: 'grain-crack',
          unsound: true,
          steps: { must: ['neck-off'] },
          amounts: { 'saddle.bass': [1, 2] },
          causes: { bass: { largest: 'neck', parts: { saddle: [3, 4] } } },
          said: ['this'],
        },
      }),
    );
    expect(tryCase(broken).wrong).toHaveLength(7);
  });

  it.each([
    ['{', /no JSON/u],
    [text({ today: 'May' }), /\/today/u],
    [text({ instrument: { type: 'lute' } }), /\/instrument\/type.*flat-top, archtop/u],
    [text({ more: 1 }), /“more”/u],
    [text({ expect: { findings: { want: [] } } }), /\/expect\/findings.*“want”/u],
  ])('that does not fit says where: %s', (file, where) => {
    expect(() => readCase(file)).toThrow(BadCase);
    expect(() => readCase(file)).toThrow(where);
  });

  it.each([
    [{ examinations: [{ date: '2026-05-17', readings: { action13: '2' } }] }, /action13.*action12/u],
    [
      { examinations: [{ date: '2026-05-17', readings: { action12: '11 furlongs' } }] },
      /readings\/action12/u,
    ],
    [{ examinations: [{ date: '2026-05-17', points: { cracks: ['maybe'] } }] }, /points\/cracks.*hairline/u],
    [{ instrument: { build: { neckJoint: 'glue' } } }, /neckJoint.*dovetail/u],
    [{ expect: { steps: { must: ['paint'] } } }, /paint/u],
    [
      {
        map: {
          body: 'auditorium',
          bracing: 'x',
          marks: [
            { kind: 'separation', brace: 'beam', sightings: [{ date: '2026-05-17', state: 'moving' }] },
          ],
        },
      },
      /beam.*X brace/u,
    ],
  ])('that names what there is not says what there is: %j', (over, said) => {
    expect(() => tryCase(readCase(text(over)))).toThrow(said);
  });
});
