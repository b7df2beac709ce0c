import { describe, expect, it } from 'vitest';
import { sayBar, sayEvent, logNames } from '../wording/index.js';
import type { TreatmentId } from '../treatments/index.js';
import {
  barsOf,
  draft,
  foldJob,
  overSums,
  plannedSteps,
  replanned,
  stepsOf,
  type EventDraft,
  type JobEvent,
} from './index.js';

const BENCH = { edits: {}, own: [] };
const NOW = Date.UTC(2026, 8, 1, 8);

function job(treatments: readonly TreatmentId[]) {
  let ids = 0;
  const newId = () => `00000000-0000-7000-8000-${(ids += 1).toString().padStart(12, '0')}`;
  const [id, by] = [newId(), newId()] as const;
  const events: JobEvent[] = [];
  const write = (...drafts: EventDraft[]) => {
    for (const one of drafts)
      events.push({
        ...{ ...one, job: id, by, with: [], device: 'one', clockRun: 0, v: 1 },
        ...{ seq: events.length, at: NOW, stamp: NOW + events.length },
      });
  };
  write(
    draft({ newId }, 'opened', null, { instrument: newId(), name: 'a job', from: 'plan' }),
    draft({ newId }, 'plan taken', null, { version: 1, steps: plannedSteps(treatments, [], BENCH, newId) }),
  );
  const fold = () => foldJob(id, events);
  const step = (treatment: TreatmentId) => stepsOf(fold()).find((one) => one.treatment === treatment)!;
  const lacks = (treatment: TreatmentId) =>
    barsOf(fold(), step(treatment), NOW)
      .filter(({ kind }) => kind === 'not agreed')
      .map((bar) => sayBar(bar, { step: String, joint: String, at: String }));
  return { newId, write, fold, lacks };
}

const yes = (treatments: TreatmentId[], more: object = {}) => ({
  treatments,
  way: 'signed paper' as const,
  date: '2026-09-01',
  ...more,
});

describe('the owner’s yes', () => {
  it('is asked in writing for what is not undone, and for nothing else while nobody wrote down what was agreed', () => {
    const { newId, write, lacks } = job(['reglue-brace', 'saw-heel']);
    expect(lacks('reglue-brace')).toEqual([]);
    expect(lacks('saw-heel')).toEqual(['This cannot be undone. Get the owner’s yes in writing first.']);
    write(draft({ newId }, 'consent given', null, yes(['reglue-brace', 'saw-heel'], { way: 'by word' })));
    expect(lacks('saw-heel')).toHaveLength(1);
    write(draft({ newId }, 'consent given', null, yes(['saw-heel'], { way: 'mail' })));
    expect(lacks('saw-heel')).toEqual([]);
    expect(lacks('reglue-brace')).toEqual([]);
  });

  it('is asked again by itself where the plan leaves what was agreed, and where a yes is taken back', () => {
    const { newId, write, fold, lacks } = job(['reglue-brace', 'rest-under-tension']);
    write(draft({ newId }, 'consent given', null, yes(['reglue-brace', 'rest-under-tension'])));
    const again = replanned(
      { version: 1, steps: stepsOf(fold()) },
      { ids: ['reglue-brace', 'flatten-belly', 'rest-under-tension'], own: [], why: 'it stayed folded' },
      BENCH,
      newId,
    );
    write(draft({ newId }, 'plan replaced', null, again));
    expect(lacks('reglue-brace')).toEqual([]);
    expect(lacks('flatten-belly')).toEqual(['The owner has not agreed to this. Ask first.']);
    const beforehand = draft({ newId }, 'consent given', null, {
      ...yes(['flatten-belly'], { way: 'by word' }),
      key: 'belly first',
      upTo: 250,
    });
    write(beforehand);
    expect(lacks('flatten-belly')).toEqual([]);
    write(draft({ newId }, 'consent withdrawn', null, { consent: beforehand.id }));
    expect(lacks('flatten-belly')).toHaveLength(1);
  });

  it('to a line counts for the steps that serve it', () => {
    const { newId, write, fold, lacks } = job(['reglue-brace', 'saw-heel']);
    const line = newId();
    const [, saw] = stepsOf(fold());
    write(
      draft({ newId }, 'ordered', null, { line, say: 'The neck off by the saw', from: 'shop' }),
      draft({ newId }, 'serves', null, { line, steps: [saw!.id] }),
      draft({ newId }, 'agreed', null, { line, way: 'written', date: '2026-09-01' }),
      draft({ newId }, 'consent given', null, yes(['reglue-brace'])),
    );
    expect(lacks('saw-heel')).toEqual([]);
  });

  it('with a sum is held against what its steps come to by now', () => {
    const { newId, write, fold } = job(['flatten-belly']);
    write(draft({ newId }, 'consent given', null, yes(['flatten-belly'], { upTo: 1 })));
    const [over] = overSums(fold(), BENCH, 55);
    expect(over?.comesTo[1]).toBeGreaterThan(1);
    expect(overSums(fold(), BENCH, 0.001)).toEqual([]);
  });

  it('stands in the log in plain words', () => {
    const { newId, write, fold } = job(['flatten-belly', 'reglue-brace']);
    write(
      draft({ newId }, 'consent given', null, {
        ...yes(['flatten-belly', 'reglue-brace'], { key: 'belly first', upTo: 250 }),
      }),
    );
    const { log } = fold();
    const names = logNames(fold(), BENCH, () => 'Isbel Crane');
    expect(sayEvent(log.at(-1)!, names)).toMatch(
      /^The owner agreed on a signed paper to .+; .+, if the next reading asks for it, up to 250\.$/u,
    );
  });
});
