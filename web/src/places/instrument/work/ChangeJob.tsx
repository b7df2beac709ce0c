import {
  addedStep,
  brokenOrder,
  draft,
  JOB_PLACES,
  RANKS,
  STRINGS_NOW,
  stepName,
  stepsOf,
  type Rank,
} from '@upright-elder/core/jobs';
import { Fold } from '../../../fields/Fold.js';
import { SearchField } from '../../../fields/SearchField.js';
import { treatmentOptions } from '../../../fields/treatmentOptions.js';
import { listed, SaidForms, type JobForm, type Of, type Said } from '../../bench/SaidForm.js';
import { useActing } from '../../bench/useActing.js';

const openSteps = ({ job, bench }: Of) =>
  stepsOf(job)
    .filter(({ standing }) => standing === 'open')
    .map((step) => ({ value: step.id, label: stepName(step, bench) }));

const partsOff = (job: Of['job']) =>
  [...job.parts.values()]
    .filter(({ state }) => state === 'off')
    .map(({ id, label, place }) => ({ value: id, label: `${label} (${place})` }));
const splittable = ({ job, bench }: Of) =>
  stepsOf(job)
    .filter(({ standing }) => standing !== 'done' && standing !== 'given up')
    .map((step) => ({ value: step.id, label: stepName(step, bench) }));

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
    label: 'The owner needs it',
    blanks: {
      day: { kind: 'day', label: 'Needed by' },
      for: { kind: 'words', label: 'For what', may: true, example: 'plays again from that evening on' },
    },
    write: (said, acting) => [
      draft(acting, 'needed', null, { day: said.day!, ...(said.for ? { for: said.for } : {}) }),
    ],
    done: 'Noted.',
  },
  {
    label: 'Put its turn by hand',
    blanks: {
      rank: {
        kind: 'one of',
        label: 'Its turn',
        options: () => listed([...RANKS, 'as reckoned'] as const),
      },
      why: { kind: 'words', label: 'Why' },
    },
    write: ({ rank, why }, acting) => [
      draft(acting, 'ranked', null, { rank: rank as Rank | 'as reckoned', why: why! }),
    ],
    done: 'Noted.',
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
      place: { kind: 'one of', label: 'Where it is', options: () => listed(JOB_PLACES) },
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
    label: 'Split a step in two',
    when: (of) => splittable(of).length > 0,
    blanks: {
      step: { kind: 'one of', label: 'Step', options: splittable },
      first: { kind: 'words', label: 'First part', example: 'bass leg' },
      second: { kind: 'words', label: 'Second part', example: 'treble leg' },
    },
    write: ({ step, first, second }, acting, { job }) => {
      const old = job.steps.get(step!)!;
      const [one, two] = [acting.newId(), acting.newId()];
      const { treatment, part, wait, after, line } = old;
      const hands: [number, number] = [old.hands[0] / 2, old.hands[1] / 2];
      const given = { treatment, part, hands, wait, ...(line ? { line } : {}) };
      return [
        draft(acting, 'step split', step!, {
          into: [
            { ...given, id: one, name: first!, after },
            { ...given, id: two, name: second!, after },
          ],
          // what was begun goes on in the first
          carries: one,
        }),
      ];
    },
    done: 'Split. What was begun goes on in the first part.',
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
        options: ({ job }) => partsOff(job),
      },
    },
    write: ({ part }, acting) => [draft(acting, 'part on', null, { part: part! })],
    done: 'Noted.',
  },
  {
    label: 'A part stays off',
    when: ({ job }) => partsOff(job).length > 0,
    blanks: {
      part: { kind: 'one of', label: 'Which', options: ({ job }) => partsOff(job) },
      place: { kind: 'words', label: 'Kept with the instrument, where', example: 'in a bag in the case' },
    },
    write: ({ part, place }, acting) => [draft(acting, 'part kept', null, { part: part!, place: place! })],
    done: 'Noted.',
  },
  {
    label: 'A part was given back',
    when: ({ job }) => partsOff(job).length > 0,
    blanks: {
      part: { kind: 'one of', label: 'Which', options: ({ job }) => partsOff(job) },
      to: { kind: 'words', label: 'To whom' },
    },
    write: ({ part, to }, acting) => [draft(acting, 'part given back', null, { part: part!, to: to! })],
    done: 'Noted.',
  },
  {
    label: 'Given out of the shop',
    when: ({ job }) => job.out === null,
    blanks: {
      to: { kind: 'words', label: 'To whom' },
      what: { kind: 'words', label: 'For what work' },
      due: { kind: 'day', label: 'Due back', may: true },
      cost: { kind: 'words', label: 'Cost agreed', may: true },
    },
    write: ({ to, what, due, cost }, acting) => [
      draft(acting, 'given out', null, {
        to: to!,
        what: what!,
        ...(due ? { due } : {}),
        ...(cost ? { cost } : {}),
      }),
    ],
    done: 'Noted.',
  },
  {
    label: 'It came back to the shop',
    when: ({ job }) => job.out !== null,
    blanks: { found: { kind: 'words', label: 'What you found when you checked it', may: true, long: true } },
    write: ({ found }, acting) => [draft(acting, 'came back', null, found ? { found } : {})],
    done: 'Noted.',
  },
  {
    label: 'Put it in another place',
    blanks: { place: { kind: 'one of', label: 'Where it is now', options: () => listed(JOB_PLACES) } },
    write: ({ place }, acting) => [
      draft(acting, 'moved', null, { place: place as (typeof JOB_PLACES)[number] }),
    ],
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
    label: 'Settle a mishap with the owner',
    when: ({ job }) => [...job.mishaps.values()].some(({ settled }) => settled === null),
    blanks: {
      mishap: {
        kind: 'one of',
        label: 'Mishap',
        options: ({ job }) =>
          [...job.mishaps.values()]
            .filter(({ settled }) => settled === null)
            .map(({ id, what }) => ({ value: id, label: what })),
      },
      offer: { kind: 'words', label: 'What you offered', long: true },
      accepted: {
        kind: 'one of',
        label: 'The owner',
        options: () => [
          { value: 'yes', label: 'accepted' },
          { value: 'no', label: 'did not accept' },
        ],
      },
    },
    write: ({ mishap, offer, accepted }, acting) => [
      draft(acting, 'mishap settled', null, {
        mishap: mishap!,
        offer: offer!,
        accepted: accepted === 'yes',
      }),
    ],
    done: 'Noted.',
  },
  {
    label: 'The owner knows of the mishap',
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
        <SaidForms forms={FORMS} of={of} acting={acting} act={act} />
      </div>
    </Fold>
  );
}
