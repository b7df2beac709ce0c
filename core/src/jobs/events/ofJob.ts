import { CONSENT_WAYS, JOB_PLACES, LOOKED_FOR, RANKS, STRINGS_NOW, unlookedOf } from '../job.js';
import { day, fields, file, id, list, maybe, number, oneOf, words, yesOrNo } from '../shape.js';
import { kind, odd } from './kind.js';

/** What was held good counts so long while a job is put aside. House figure; no source. */
const ASIDE_HOLDS_DAYS = 14;
const DAY_MS = 86400000;

/** Of the job itself: who brought it, what was agreed, where it is, and its end. */
export const OF_JOB = {
  opened: kind(
    fields({
      instrument: id,
      name: words(120),
      from: oneOf(['plan', 'small', 'by hand']),
      plan: maybe(id),
      comesFrom: maybe(id),
      asked: maybe(words(1000)),
      promises: maybe(list(words(400), 20)),
      playing: maybe(words(300)),
      cameWith: maybe(list(words(200), 40)),
      /** whose it was then */
      owner: maybe(id),
      /** it came from outside, and stays apart until it was looked over */
      apart: maybe(yesOrNo),
    }),
    (job, event) => {
      if (job.opened) return odd(job, 'second opening', event);
      const { instrument, name, from, plan, comesFrom, asked, promises, playing, cameWith, apart } =
        event.body;
      Object.assign(job, {
        instrument,
        name,
        from,
        plan: plan ?? null,
        comesFrom: comesFrom ?? null,
        asked: asked ?? null,
        promises: promises ?? [],
        playing: playing ?? null,
        cameWith: cameWith ?? [],
        apart: apart ?? false,
        opened: { at: event.time, by: event.by },
      });
      if (apart) job.place ??= 'apart';
    },
  ),
  'looked for': kind(
    fields({ what: oneOf(LOOKED_FOR), found: maybe(words()) }),
    (job, { body, by, id: event }) => {
      job.looked.set(body.what, { found: body.found ?? null, by, event });
      const clean = [...job.looked.values()].every(({ found }) => found === null);
      if (job.place === 'apart' && clean && unlookedOf(job).length === 0) job.place = 'rack';
    },
  ),
  ordered: kind(fields({ line: id, say: words(300), from: oneOf(['owner', 'shop']) }), (job, { body }) => {
    const { line, say, from } = body;
    job.lines.set(line, { id: line, say, from, state: 'ordered', because: null, option: null, way: null });
  }),
  /** which steps a line is worked by */
  serves: kind(
    fields({ line: id, steps: list(id, 120) }),
    (job, { body }) => {
      for (const step of job.steps.values())
        if (body.steps.includes(step.id)) step.line = body.line;
        else if (step.line === body.line) delete step.line;
    },
    { told: false },
  ),
  promised: kind(fields({ day, why: maybe(words()) }), (job, { body }) => {
    job.promised = { day: body.day, why: body.why ?? null };
  }),
  /** the owner needs it again, and for what */
  needed: kind(fields({ day, for: maybe(words()) }), (job, { body }) => {
    job.needed = { day: body.day, for: body.for ?? null };
  }),
  /** in which turn it is worked on, by hand; null: as it is reckoned */
  ranked: kind(fields({ rank: oneOf([...RANKS, 'as reckoned']), why: words() }), (job, { body, by }) => {
    job.ranked = body.rank === 'as reckoned' ? null : { rank: body.rank, why: body.why, by };
  }),
  agreed: kind(
    fields({ line: id, option: maybe(words(200)), way: oneOf(['spoken', 'written']), date: day }),
    (job, { body }) => {
      const line = job.lines.get(body.line);
      if (line) Object.assign(line, { state: 'agreed', option: body.option ?? null, way: body.way });
    },
  ),
  declined: kind(fields({ line: id, why: maybe(words()) }), (job, { body }) => {
    const line = job.lines.get(body.line);
    if (line) Object.assign(line, { state: 'declined', because: body.why ?? null });
  }),
  withdrawn: kind(fields({ line: id, why: maybe(words()) }), (job, { body }) => {
    const line = job.lines.get(body.line);
    if (line) Object.assign(line, { state: 'withdrawn', because: body.why ?? null });
  }),
  'not needed': kind(fields({ line: id, because: words() }), (job, { body }) => {
    const line = job.lines.get(body.line);
    if (line) Object.assign(line, { state: 'not needed', because: body.because });
  }),
  /** `key` names the way on from the next reading that it is for; without one it is for work of the plan */
  'consent given': kind(
    fields({
      treatments: list(words(80), 120, 1),
      key: maybe(words(40)),
      upTo: maybe(number(0, 1e7)),
      way: oneOf(CONSENT_WAYS),
      date: day,
      paper: maybe(id),
      file: maybe(file),
    }),
    (job, { id: event, body }) => {
      const { treatments, key = null, upTo = null, way, date, paper = null, file: answer = null } = body;
      job.consents.set(event, {
        ...{ id: event, treatments, key, upTo, way, date, paper, file: answer, withdrawn: false },
      });
    },
  ),
  'consent withdrawn': kind(fields({ consent: id, why: maybe(words()) }), (job, { body }) => {
    const consent = job.consents.get(body.consent);
    if (consent) consent.withdrawn = true;
  }),
  'owner asked': kind(fields({ question: id, say: words(1000), line: maybe(id) }), (job, { body, time }) => {
    const { question, say, line } = body;
    job.questions.set(question, { id: question, say, line: line ?? null, at: time, answer: null });
  }),
  'owner answered': kind(fields({ question: id, say: words(1000) }), (job, { body }) => {
    const question = job.questions.get(body.question);
    if (question) question.answer = body.say;
  }),
  'owner told': kind(fields({ of: id, when: day, how: words(300) }), (job, { body }) => {
    const mishap = job.mishaps.get(body.of);
    if (mishap) mishap.told = { when: body.when, how: body.how };
  }),
  'put aside': kind(
    fields({
      why: words(),
      waitsFor: maybe(words(300)),
      expected: maybe(day),
      strings: oneOf(STRINGS_NOW),
      place: oneOf(JOB_PLACES),
    }),
    (job, { body, time }) => {
      const { why, waitsFor, expected, strings, place } = body;
      job.aside = { at: time, why, waitsFor: waitsFor ?? null, expected: expected ?? null, strings };
      job.place = place;
    },
  ),
  'taken up': kind(fields({}), (job, { id: event, time }) => {
    // what lay for long is looked at again: moisture, dry fits and what else was held good
    if (job.aside && time - job.aside.at > ASIDE_HOLDS_DAYS * DAY_MS)
      for (const step of job.steps.values())
        if (step.standing !== 'done' && step.standing !== 'replaced')
          for (const told of [...[...step.holds.values()].map((hold) => hold.event), ...step.readings])
            job.doubts.set(told, event);
    job.aside = null;
  }),
  'given out': kind(
    fields({ to: words(200), what: words(), due: maybe(day), cost: maybe(words(60)) }),
    (job, { body, time }) => {
      job.out = { at: time, to: body.to, what: body.what, due: body.due ?? null };
      job.place = 'away';
    },
  ),
  'came back': kind(fields({ found: maybe(words()) }), (job) => {
    job.out = null;
    if (job.place === 'away') job.place = 'bench';
  }),
  moved: kind(fields({ place: oneOf(JOB_PLACES) }), (job, { body }) => {
    job.place = body.place;
  }),
  'handed over': kind(fields({ who: words(200), back: list(words(200), 40) }), (job, { body, time, by }) => {
    job.handedOver ??= { at: time, by, ...body };
  }),
  note: kind(fields({ say: words(4000), to: maybe(words(60)) }), (job, { body, by, time, id: event }) => {
    job.notes.push({ say: body.say, to: body.to ?? null, event, by, at: time });
  }),
};
