import {
  addedStep,
  brokenOrder,
  draft,
  JOB_PLACES,
  STRINGS_NOW,
  stepName,
  stepsOf,
  type Acting,
  type Bench,
  type EventDraft,
  type Folded,
} from '@upright-elder/core/jobs';
import { useState } from 'react';
import { DayField } from '../../../fields/DayField.js';
import { Fold } from '../../../fields/Fold.js';
import { ListField } from '../../../fields/ListField.js';
import { SearchField } from '../../../fields/SearchField.js';
import { treatmentOptions } from '../../../fields/treatmentOptions.js';
import { useActing } from '../../bench/useActing.js';

/** A blank of a form by its name: words, a day, or one of a list. */
type Blank =
  | { kind: 'words'; label: string; may?: true; long?: true }
  | { kind: 'day'; label: string; may?: true }
  | { kind: 'one of'; label: string; options: (of: Of) => { value: string; label: string }[] };
interface Of {
  job: Folded;
  bench: Bench;
}
type Said = Record<string, string>;

/** Something that can be said of a job, as a form: what it asks, what it writes, and where it can be said at all. */
interface JobForm {
  label: string;
  blanks: Record<string, Blank>;
  write: (said: Said, acting: Acting, of: Of) => EventDraft[];
  done: string;
  when?: (of: Of) => boolean;
  /** what it breaks, in sentences */
  breaks?: (said: Said, of: Of) => string[];
}

const openSteps = ({ job, bench }: Of) =>
  stepsOf(job)
    .filter(({ standing }) => standing === 'open')
    .map((step) => ({ value: step.id, label: stepName(step, bench) }));
const listed = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

/** Steps as they would stand with one of them moved. */
function movedTo({ job }: Of, { step, before }: Said) {
  const steps = stepsOf(job);
  const one = steps.find(({ id }) => id === step);
  if (!one) return steps;
  const left = steps.filter(({ id }) => id !== step);
  const at = left.findIndex(({ id }) => id === before);
  return at < 0 ? [...left, one] : [...left.slice(0, at), one, ...left.slice(at)];
}

const brokenBy = (said: Said, of: Of): string[] => {
  const name = (id: string) => stepName(of.job.steps.get(id)!, of.bench);
  const already = new Set(brokenOrder(stepsOf(of.job)).map(({ first, then }) => `${first} ${then}`));
  return brokenOrder(movedTo(of, said))
    .filter(({ first, then }) => !already.has(`${first} ${then}`))
    .map(({ first, then, because }) => `“${name(first)}” belongs before “${name(then)}”: ${because}.`);
};

const FORMS: JobForm[] = [
  {
    label: 'Write a note',
    blanks: { say: { kind: 'words', label: 'Note', long: true } },
    write: ({ say }, acting) => [draft(acting, 'note', null, { say: say! })],
    done: 'Noted.',
  },
  {
    label: 'Promise a day',
    blanks: { day: { kind: 'day', label: 'Ready by' }, why: { kind: 'words', label: 'Why', may: true } },
    write: ({ day, why }, acting) => [
      draft(acting, 'promised', null, { day: day!, ...(why ? { why } : {}) }),
    ],
    done: 'Promised.',
  },
  {
    label: 'Ask the owner',
    blanks: { say: { kind: 'words', label: 'Question', long: true } },
    write: ({ say }, acting) => [draft(acting, 'owner asked', null, { question: acting.newId(), say: say! })],
    done: 'Noted as asked.',
  },
  {
    label: 'Note the owner’s answer',
    when: ({ job }) => [...job.questions.values()].some(({ answer }) => answer === null),
    blanks: {
      question: {
        kind: 'one of',
        label: 'Question',
        options: ({ job }) =>
          [...job.questions.values()]
            .filter(({ answer }) => answer === null)
            .map(({ id, say }) => ({ value: id, label: say })),
      },
      say: { kind: 'words', label: 'Answer', long: true },
    },
    write: ({ question, say }, acting) => [
      draft(acting, 'owner answered', null, { question: question!, say: say! }),
    ],
    done: 'Noted.',
  },
  {
    label: 'Put the job aside',
    when: ({ job }) => job.aside === null,
    blanks: {
      why: { kind: 'words', label: 'Why' },
      strings: { kind: 'one of', label: 'Strings', options: () => listed(STRINGS_NOW) },
      place: { kind: 'one of', label: 'Where it lies', options: () => listed(JOB_PLACES) },
      waitsFor: { kind: 'words', label: 'Waits for', may: true },
      expected: { kind: 'day', label: 'Expected', may: true },
    },
    write: ({ why, strings, place, waitsFor, expected }, acting) => [
      draft(acting, 'put aside', null, {
        why: why!,
        strings: strings as (typeof STRINGS_NOW)[number],
        place: place as (typeof JOB_PLACES)[number],
        ...(waitsFor ? { waitsFor } : {}),
        ...(expected ? { expected } : {}),
      }),
    ],
    done: 'Put aside.',
  },
  {
    label: 'Move a step',
    blanks: {
      step: { kind: 'one of', label: 'Step', options: openSteps },
      before: {
        kind: 'one of',
        label: 'Before',
        options: (of) => [...openSteps(of), { value: 'end', label: 'the end' }],
      },
      why: { kind: 'words', label: 'Why' },
    },
    breaks: brokenBy,
    write: (said, acting, of) => [
      draft(acting, 'step moved', said.step!, {
        before: said.before === 'end' ? null : said.before!,
        why: said.why!,
        breaks: brokenBy(said, of).map((one) => one.slice(0, 300)),
      }),
    ],
    done: 'Moved.',
  },
  {
    label: 'Drop a step',
    blanks: {
      step: { kind: 'one of', label: 'Step', options: openSteps },
      why: { kind: 'words', label: 'Why' },
    },
    breaks: ({ step }, { job, bench }) =>
      stepsOf(job)
        .filter(({ after }) => after.some((arrow) => arrow.step === step))
        .map((late) => `“${stepName(late, bench)}” waits for it.`),
    write: ({ step, why }, acting) => [draft(acting, 'step dropped', step!, { why: why! })],
    done: 'Dropped.',
  },
  {
    label: 'A part came off',
    blanks: {
      label: { kind: 'words', label: 'What, as its label says' },
      place: { kind: 'words', label: 'Where it is kept' },
    },
    write: ({ label, place }, acting) => [
      draft(acting, 'part off', null, { part: acting.newId(), label: label!, place: place! }),
    ],
    done: 'Noted.',
  },
  {
    label: 'A part goes back on',
    when: ({ job }) => [...job.parts.values()].some(({ state }) => state === 'off'),
    blanks: {
      part: {
        kind: 'one of',
        label: 'Which',
        options: ({ job }) =>
          [...job.parts.values()]
            .filter(({ state }) => state === 'off')
            .map(({ id, label, place }) => ({ value: id, label: `${label} (${place})` })),
      },
    },
    write: ({ part }, acting) => [draft(acting, 'part on', null, { part: part! })],
    done: 'Noted.',
  },
  {
    label: 'A mishap',
    blanks: {
      what: { kind: 'words', label: 'What happened', long: true },
      live: {
        kind: 'one of',
        label: 'Does it get worse under strings?',
        options: () => [
          { value: 'no', label: 'no' },
          { value: 'yes', label: 'yes: no strings until it is repaired' },
        ],
      },
      cost: {
        kind: 'one of',
        label: 'Who pays',
        options: () => [
          { value: 'shop', label: 'the shop' },
          { value: 'owner', label: 'the owner' },
          { value: 'shared', label: 'both' },
        ],
      },
    },
    write: ({ what, live, cost }, acting, { job }) => [
      draft(acting, 'mishap', null, {
        instrument: job.instrument!,
        what: what!,
        live: live === 'yes',
        cost: cost as 'shop' | 'owner' | 'shared',
      }),
    ],
    done: 'Noted. Tell the owner.',
  },
  {
    label: 'The owner was told of the mishap',
    when: ({ job }) => [...job.mishaps.values()].some(({ told }) => told === null),
    blanks: {
      of: {
        kind: 'one of',
        label: 'Mishap',
        options: ({ job }) =>
          [...job.mishaps.values()]
            .filter(({ told }) => told === null)
            .map(({ id, what }) => ({ value: id, label: what })),
      },
      when: { kind: 'day', label: 'When' },
      how: { kind: 'words', label: 'How' },
    },
    write: ({ of, when, how }, acting) => [
      draft(acting, 'owner told', null, { of: of!, when: when!, how: how! }),
    ],
    done: 'Noted.',
  },
];

/** What can be said of a job or changed in it, one thing at a time. */
export function ChangeJob({ job, bench }: Of) {
  const { acting, act } = useActing(job.id);
  const [asked, setAsked] = useState<JobForm | null>(null);
  const of = { job, bench };
  return (
    <Fold summary="Change the job, or note something" className="sheet mt-3 px-4 py-1 print:hidden">
      <div className="pb-3">
        <div className="max-w-[34rem]">
          <SearchField
            label="Add a step"
            value=""
            placeholder="of the catalogue, or the shop’s own"
            options={[
              ...(bench.own.length > 0
                ? [
                    {
                      group: 'The shop’s own',
                      options: bench.own.map(({ id, name }) => ({ value: id, label: name })),
                    },
                  ]
                : []),
              ...treatmentOptions([]),
            ]}
            onPick={(treatment) => {
              const given = acting();
              act(
                [draft(given, 'step added', null, addedStep(stepsOf(job), treatment, bench, given.newId))],
                'Step added.',
              );
            }}
          />
        </div>
        {job.aside && (
          <button
            type="button"
            className="act mt-2"
            onClick={() => act([draft(acting(), 'taken up', null, {})], 'Taken up.')}
          >
            Take the job up again
          </button>
        )}
        <div className="mt-3 flex flex-wrap gap-2">
          {FORMS.filter(({ when }) => when?.(of) ?? true).map((form) => (
            <button
              key={form.label}
              type="button"
              className="quiet"
              aria-expanded={asked === form}
              onClick={() => setAsked(asked === form ? null : form)}
            >
              {form.label}
            </button>
          ))}
        </div>
        {asked && (
          <FormOf
            key={asked.label}
            form={asked}
            of={of}
            onSay={(said) => {
              act(asked.write(said, acting(), of), asked.done);
              setAsked(null);
            }}
          />
        )}
      </div>
    </Fold>
  );
}

function FormOf({ form, of, onSay }: { form: JobForm; of: Of; onSay: (said: Said) => void }) {
  const blanks = Object.entries(form.blanks);
  const [said, setSaid] = useState<Said>(() =>
    Object.fromEntries(
      blanks.map(([name, blank]) => [
        name,
        blank.kind === 'one of' ? (blank.options(of)[0]?.value ?? '') : '',
      ]),
    ),
  );
  const set = (name: string) => (value: string) => setSaid({ ...said, [name]: value });
  const missing = blanks.some(
    ([name, blank]) => said[name]!.trim() === '' && !('may' in blank && blank.may === true),
  );
  const breaks = form.breaks?.(said, of) ?? [];
  return (
    <form
      className="mt-3 border-l-4 border-verdigris pl-3"
      aria-label={form.label}
      onSubmit={(event) => {
        event.preventDefault();
        onSay(Object.fromEntries(Object.entries(said).map(([name, value]) => [name, value.trim()])));
      }}
    >
      <div className="grid max-w-[46rem] gap-3 sm:grid-cols-2">
        {blanks.map(([name, blank]) =>
          blank.kind === 'one of' ? (
            <ListField
              key={name}
              label={blank.label}
              value={said[name]!}
              options={blank.options(of)}
              onPick={set(name)}
            />
          ) : blank.kind === 'day' ? (
            <DayField key={name} label={blank.label} value={said[name]!} onChange={set(name)} />
          ) : (
            <label key={name} className={`text-[0.95rem] font-bold ${blank.long ? 'sm:col-span-2' : ''}`}>
              {blank.label}
              {blank.may && <span className="font-normal text-faint"> (if known)</span>}
              <input
                className="field font-normal"
                autoComplete="off"
                maxLength={500}
                value={said[name]}
                onChange={(event) => set(name)(event.target.value)}
              />
            </label>
          ),
        )}
      </div>
      {breaks.map((one) => (
        <p key={one} className="mt-1 text-ochre">
          ▲ {one}
        </p>
      ))}
      <button type="submit" className="act mt-3" disabled={missing}>
        {form.label}
      </button>
    </form>
  );
}
