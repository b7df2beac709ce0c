import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { BUDGET_CAUSES, QUESTION_IDS, RULE_IDS } from '../src/diagnosis/index.js';
import { TREATMENT_IDS } from '../src/treatments/index.js';

const doc = (name: string) => readFileSync(new URL(`../../docs/${name}`, import.meta.url), 'utf8');
const files = readdirSync(new URL('files/', import.meta.url)).map((one) => one.replace('.json', ''));

describe('docs/rules.md', () => {
  const text = doc('rules.md');

  it('names every rule, and none that is not there', () => {
    const ids: string[] = RULE_IDS;
    expect(ids.filter((id) => !text.includes(`\`${id}\``))).toEqual([]);
    const named = [...text.matchAll(/`([a-z]+(?:-[a-z]+)*)`/gu)].map(([, id]) => id!);
    expect(named.filter((id) => !ids.includes(id))).toEqual([]);
  });

  it('gives every sentence a rule or a reason, and cites cases that ship', () => {
    const rows = text.split('\n').filter((line) => /^\| (?!---|sentence|mistake)/u.test(line));
    expect(rows.length).toBeGreaterThan(70);
    for (const row of rows) {
      const [, sentence, rule, cases] = row.split('|').map((cell) => cell.trim());
      expect(sentence!.length, row).toBeGreaterThan(10);
      expect(rule!.length, row).toBeGreaterThan(8);
      for (const name of cases === '–' ? [] : cases!.split(', ')) expect(files, row).toContain(name);
    }
  });
});

describe('docs/cases.md', () => {
  it('lists every question, step and cause', () => {
    const text = doc('cases.md').replace(/\s+/gu, ' ');
    for (const id of [...QUESTION_IDS, ...TREATMENT_IDS, ...BUDGET_CAUSES])
      expect(text, id).toMatch(new RegExp(`[ ,]${id}[,. ]`, 'u'));
  });
});

describe('ARCHITECTURE.md', () => {
  const root = new URL('../../', import.meta.url);
  const text = readFileSync(new URL('ARCHITECTURE.md', root), 'utf8');

  it('sends whoever asks where a thing goes to a place that is there', () => {
    const table = text.slice(text.indexOf('## Where does a new'), text.indexOf('## The way of a reading'));
    const paths = [...table.matchAll(/`((?:core|contract|web|server)\/[\w./-]+)/gu)].map(([, path]) => path!);
    expect(paths.length).toBeGreaterThan(15);
    expect(paths.filter((path) => !existsSync(new URL(path, root)))).toEqual([]);
  });
});
