import { describe, expect, it } from 'vitest';
import type { EndLink, IfPromised, PlannedStep, RankReason, WaitsFor } from '../schedule/index.js';
import {
  sayBrings,
  sayIfPromised,
  sayLeftOut,
  sayLink,
  sayRankReason,
  saySure,
  sayWaitsFor,
  sayWay,
} from './index.js';

const HOUR = 3_600_000;
const names = {
  person: () => 'Isbel Crane',
  step: (id: string) => `step ${id}`,
  job: (id: string) => `boat ${id}`,
  at: (ms: number) => `hour ${ms / HOUR}`,
  day: (ms: number) => `day ${ms / 24 / HOUR}`,
};
const step = (over: Partial<PlannedStep>): PlannedStep => ({
  ...{ step: 'a', job: 'one', start: 9 * HOUR, end: 10 * HOUR, ready: 10 * HOUR, by: ['isbel'] },
  ...{ because: { kind: 'at once' }, shut: false, pinned: false, ...over },
});
const link = (over: Partial<PlannedStep>, after: Partial<PlannedStep> | null = null): EndLink => ({
  step: step(over),
  after: after && step({ step: 'b', job: 'two', end: 5 * HOUR, ready: 5 * HOUR, ...after }),
});

describe('why a step begins when it does', () => {
  it.each([
    [link({}), 'Begins at once.'],
    [link({ shut: true }), 'Begins when the shop opens, hour 9.'],
    [link({ because: { kind: 'earliest' } }), 'May not begin before hour 9.'],
    [link({ because: { kind: 'fixed' } }), 'Is under way.'],
    [link({ because: { kind: 'fixed' }, pinned: true }), 'Was put there by hand.'],
    [link({ because: { kind: 'need', step: 'b' } }, {}), 'Follows “step b”, done hour 5.'],
    [
      link({ because: { kind: 'need', step: 'b' }, shut: true }, { ready: 8 * HOUR }),
      'Follows “step b”, ready hour 8. The shop is open long enough from hour 9.',
    ],
    [
      link({ because: { kind: 'person', person: 'isbel', step: 'b' } }, {}),
      'Waits for Isbel Crane, who is at “step b” of boat two until hour 5.',
    ],
    [
      link({ because: { kind: 'thing', thing: 'clamps', step: 'b' } }, { ready: 8 * HOUR }),
      'Waits for a set of clamps, in use on boat two until hour 8.',
    ],
    [link({ because: { kind: 'thing', thing: 'form', step: 'b' } }), 'Waits for the form.'],
  ])('%#: says it as a sentence', (given, sentence) => {
    expect(sayLink(given, names)).toBe(sentence);
  });

  it.each([
    [{ kind: 'at once' }, ''],
    [{ kind: 'need', step: 'b' }, 'after “step b”'],
    [{ kind: 'person', person: 'isbel', step: 'b' }, 'when Isbel Crane is free, after “step b”'],
    [{ kind: 'thing', thing: 'humid box', step: 'b' }, 'when the humid case is free, after “step b”'],
  ] satisfies [WaitsFor, string][])('%#: and in a few words', (because, words) => {
    expect(sayWaitsFor(because, false, names)).toBe(words);
  });
});

describe('what a choice costs', () => {
  it('says who comes too late, and how many steps move', () => {
    expect(sayWay({ broken: [], moved: ['a'] }, names)).toBe('late for none, moves one step');
    expect(sayWay({ broken: ['x', 'y'], moved: [] }, names)).toBe(
      'too late for boat x and boat y, moves no steps',
    );
  });

  const tried = (over: Partial<IfPromised>): IfPromised => ({
    due: 48 * HOUR,
    stands: { end: 72 * HOUR, share: 0.1 },
    notBefore: 24 * HOUR,
    changed: null,
    ...over,
  });
  it.each([
    [
      tried({ notBefore: 96 * HOUR }),
      ['It cannot be done by then: not before day 4, even if all else waits.'],
    ],
    [
      tried({ stands: { end: 24 * HOUR, share: 0.92 } }),
      ['By today’s plan it is done by day 1: 9 of 10.', 'It costs the others nothing.'],
    ],
    [tried({}), ['By today’s plan it is done by day 3: 1 of 10.', 'No other plan is better for it.']],
    [
      tried({
        changed: {
          end: 48 * HOUR,
          share: 0.8,
          moved: 3,
          others: [
            { job: 'x', later: 50 * HOUR, breaks: true },
            { job: 'y', later: 2 * HOUR, breaks: false },
          ],
        },
      }),
      [
        'By today’s plan it is done by day 3: 1 of 10.',
        'With three steps moved it is done by day 2: 8 of 10.',
        'Later for it: boat x two days and boat y two hours.',
        'That is too late for boat x.',
      ],
    ],
  ])('%#: says what another promise comes to', (found, sentences) => {
    expect(sayIfPromised(found, names)).toEqual(sentences);
  });

  it('says why a job stands in no calendar', () => {
    const why = (one: Parameters<typeof sayLeftOut>[0]['why']) =>
      sayLeftOut({ job: 'x', why: one, step: 'b' }, names);
    expect(why('nobody may do it')).toBe('“step b” needs a skill that no person here has');
    expect(why('nobody is there')).toBe('whoever can do “step b” has no working day in the coming year');
    expect(why('not within a year')).toBe('finds no place within a year');
  });
});

describe('why it cannot wait, and what a repair brings', () => {
  it.each([
    [{ kind: 'creeps', perYear: 2e-4 }, 'the action rises 0.2 mm a year'],
    [{ kind: 'ends', of: 'saddle', day: '2027-06-01', already: false }, 'the saddle is spent by 1 Jun 2027'],
    [{ kind: 'ends', of: 'wheels', day: '2026-01-01', already: true }, 'the wheels have no way left'],
    [{ kind: 'by hand', why: 'in the way', by: 'isbel' }, 'put there by Isbel Crane: in the way'],
  ] satisfies [RankReason, string][])('%#', (reason, words) => {
    expect(sayRankReason(reason, { person: names.person, height: (m) => `${m * 1000} mm` })).toBe(words);
  });

  it('says how sure a choice is, and what it brings', () => {
    expect([0.95, 0.7, 0.5].map(saySure)).toEqual(['sure', 'likely, 7 of 10', 'a coin’s toss, 5 of 10']);
    expect(sayBrings({ answers: { live: 2, grows: 1, plays: 0 }, inside: [0.1, 0.8] })).toBe(
      'ends live damage in 2 places, puts its structure right and keeps the action in its window all year in 8 of 10, now 1 of 10',
    );
    expect(sayBrings({ answers: { live: 0, grows: 0, plays: 1 }, inside: null })).toBe('plays better');
    expect(sayBrings({ answers: { live: 0, grows: 0, plays: 0 }, inside: null })).toBe('brings little');
  });
});
