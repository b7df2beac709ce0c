import type { JobEventInput, JobEventsInput } from '@upright-elder/contract';
import {
  ACTS,
  draft,
  foldJob,
  onward,
  plannedSteps,
  standingOf,
  stepsOf,
  type Acting,
  type EventDraft,
  type Folded,
  type Step,
} from '@upright-elder/core/jobs';
import type { TreatmentId } from '@upright-elder/core/treatments';
import { isoDate } from '@upright-elder/core/days';

const MINUTE = 60000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;
const HOUSE = { edits: {}, own: [] };

/** A job of the scenario as it is told to the program: who does what, so long before it is written. */
interface Told {
  nickname: string;
  name: string;
  /** under which it is told apart from another of the same instrument */
  key?: string;
  /** the job that it comes back from, by its key */
  comesFrom?: string;
  treatments: TreatmentId[];
  openedDaysAgo: number;
  promisedInDays: number | null;
  tell: (at: AtJob) => void;
}

interface AtJob {
  /** what is told from here on was so long before the program is asked, ms */
  ago: (ms: number) => void;
  by: (person: 'Isbel' | 'Tobin') => void;
  step: (treatment: TreatmentId) => Step;
  write: (drafts: readonly EventDraft[]) => EventDraft[];
  acting: () => Acting;
  job: () => Folded;
  /** goes on with a step until a stage of it stands next */
  until: (
    treatment: TreatmentId,
    reached: (stage: { heat?: unknown; sets?: unknown; visits?: unknown; kind: string }) => boolean,
  ) => void;
  /** works a step to its end, so many hours of hands */
  work: (treatment: TreatmentId, hours: number) => void;
}

/**
 * Jobs of the invented workshop. Those under way changed no instrument yet: what was measured stands. One is finished, and
 * its steps wrote what they did.
 */
export const JOBS: readonly Told[] = [
  {
    nickname: 'Night Boat',
    name: 'Neck reset',
    treatments: [
      'clean-and-inspect',
      'neck-off',
      'fit-heel',
      'reglue-neck',
      'extension',
      'settle',
      'saddle',
      'set-up',
    ],
    openedDaysAgo: 6,
    promisedInDays: 34,
    tell: ({ ago, by, step, write, acting, until, work, job }) => {
      by('Tobin');
      ago(5 * DAY);
      work('clean-and-inspect', 0.8);
      write([
        draft(acting(), 'number copied', step('neck-off').id, {
          what: 'stamped on the neck block',
          number: '4117',
        }),
        draft(acting(), 'note', null, {
          say: 'Pencil under the top by the block: “reset once, the winter of the big ice”. The joint was opened before.',
        }),
      ]);
      by('Isbel');
      ago(70 * MINUTE);
      write(ACTS.begin(acting(), job(), step('neck-off')));
      ago(40 * MINUTE);
      until('neck-off', ({ heat }) => heat !== undefined);
      write(ACTS.pause(acting(), job(), step('neck-off')));
    },
  },
  {
    nickname: 'Little Anchor',
    name: 'Glue the treble leg of the X',
    treatments: ['clean-and-inspect', 'reglue-brace', 'rest-under-tension', 'set-up'],
    openedDaysAgo: 2,
    promisedInDays: 35,
    tell: ({ ago, by, step, write, acting, until, work, job }) => {
      by('Tobin');
      ago(26 * HOUR);
      work('clean-and-inspect', 0.6);
      by('Isbel');
      ago(75 * MINUTE);
      write(ACTS.begin(acting(), job(), step('reglue-brace')));
      ago(25 * MINUTE);
      until('reglue-brace', ({ sets }) => sets !== undefined);
      write(ACTS.pause(acting(), job(), step('reglue-brace')));
    },
  },
  {
    nickname: 'Breakwater',
    name: 'Lifting bridge',
    treatments: [
      'clean-and-inspect',
      'bring-down-damp',
      'remove-bridge',
      'footprint',
      'reglue-bridge',
      'rest-under-tension',
      'set-up',
    ],
    openedDaysAgo: 9,
    promisedInDays: null,
    tell: ({ ago, by, step, write, acting, until, work, job }) => {
      by('Tobin');
      ago(8 * DAY);
      work('clean-and-inspect', 1);
      const [mishap] = write([
        draft(acting(), 'mishap', null, {
          instrument: job().instrument!,
          what: 'The inspection lamp slipped off the bench and left a dent of 2 mm in the lower bout, treble side.',
          live: false,
          cost: 'shop',
        }),
      ]);
      by('Isbel');
      ago(8 * DAY - 2 * HOUR);
      write([
        draft(acting(), 'owner told', null, {
          of: mishap!.id,
          when: isoDate(Math.floor(acting().now / DAY)),
          how: 'by telephone, the same afternoon',
        }),
        draft(acting(), 'mishap settled', null, {
          mishap: mishap!.id,
          offer: 'The dent is steamed out and touched up with the job, at no charge.',
          accepted: true,
        }),
      ]);
      ago(3 * DAY);
      write([
        draft(acting(), 'owner asked', null, {
          question: acting().newId(),
          say: 'Two screws go through the wings of the bridge. Plug the holes so that they show, or under new dots?',
        }),
      ]);
      // it came damp from the loft, and dries in the shop before anything is glued
      ago(4 * HOUR);
      until('bring-down-damp', ({ kind }) => kind === 'wait');
      const dries = step('bring-down-damp');
      write([
        draft(acting(), 'clock set', dries.id, {
          clock: acting().newId(),
          kind: 'as long as it takes',
          plan: dries.wait[0] * 3600,
          calls: [{ at: dries.wait[0] * 3600, say: 'Look at it' }],
        }),
        draft(acting(), 'paused', dries.id, {}),
      ]);
    },
  },
  {
    nickname: 'Halyard',
    key: 'Halyard reset',
    name: 'Loose leg and neck reset',
    treatments: [
      'clean-and-inspect',
      'reglue-brace',
      'neck-off',
      'fit-heel',
      'reglue-neck',
      'saddle',
      'set-up',
    ],
    openedDaysAgo: 58,
    promisedInDays: -38,
    tell: ({ ago, by, step, write, acting, work, job }) => {
      const line = acting().newId();
      write([
        draft(acting(), 'ordered', null, {
          line,
          say: 'make it play again above the seventh fret',
          from: 'owner',
        }),
        draft(acting(), 'agreed', null, { line, way: 'written', date: dayBefore(acting().now, 0) }),
      ]);
      by('Tobin');
      ago(57 * DAY);
      work('clean-and-inspect', 0.8);
      write([
        draft(acting(), 'surprise', step('clean-and-inspect').id, {
          say: 'The treble lower leg rattles when it is rapped, 3 in from its end.',
        }),
      ]);
      by('Isbel');
      ago(54 * DAY);
      write([
        draft(acting(), 'glue mixed', step('reglue-brace').id, {
          batch: acting().newId(),
          glue: 'hot hide glue',
          pot: 62,
          days: 0,
        }),
      ]);
      work('reglue-brace', 1.6);
      ago(48 * DAY);
      write([
        draft(acting(), 'number copied', step('neck-off').id, {
          what: 'stamped on the block',
          number: '62-118',
        }),
        draft(acting(), 'part off', step('neck-off').id, {
          part: acting().newId(),
          label: 'fret 15',
          place: 'taped to the job card',
        }),
      ]);
      work('neck-off', 3.5);
      ago(46 * DAY);
      work('fit-heel', 4.2);
      ago(44 * DAY);
      work('reglue-neck', 1.5);
      ago(40 * DAY);
      work('saddle', 1.1);
      const part = [...job().parts.values()][0]!;
      write([draft(acting(), 'part on', step('set-up').id, { part: part.id })]);
      work('set-up', 1.2);
      write([
        draft(acting(), 'note', null, {
          say: 'The saddle is left 1 mm tall on purpose: it has to rest at pitch first, then it is cut.',
        }),
        draft(acting(), 'handed over', null, { who: 'a walk-in player', back: [] }),
      ]);
    },
  },
  {
    nickname: 'the Purser',
    name: 'Level the frets',
    treatments: ['level-frets', 'set-up'],
    openedDaysAgo: 1,
    promisedInDays: 6,
    tell: ({ ago, by, step, write, acting, until, job }) => {
      by('Tobin');
      ago(2 * HOUR);
      write(ACTS.begin(acting(), job(), step('level-frets')));
      ago(80 * MINUTE);
      until('level-frets', ({ kind }) => kind === 'look');
      const of = step('level-frets');
      write([
        ...ACTS.askLook(acting(), job(), of, standingOf(of, HOUSE).at!),
        ...ACTS.pause(acting(), job(), of),
      ]);
    },
  },
  {
    nickname: 'the Stowaway',
    name: 'Press out the forward bow',
    treatments: ['slacken', 'press-neck', 'set-up'],
    openedDaysAgo: 1,
    promisedInDays: 40,
    tell: ({ ago, by, step, write, acting, until, work, job }) => {
      by('Isbel');
      ago(6 * HOUR);
      work('slacken', 0.3);
      ago(5 * HOUR);
      until('press-neck', ({ visits }) => visits !== undefined);
      const of = step('press-neck');
      write(ACTS.visitAgain(acting(), job(), of, standingOf(of, HOUSE).at!, 24 * 3600));
    },
  },
  {
    nickname: 'Halyard',
    name: 'Rest after the neck reset',
    comesFrom: 'Halyard reset',
    treatments: ['rest-under-tension', 'saddle', 'set-up'],
    openedDaysAgo: 38,
    promisedInDays: 14,
    tell: ({ ago, by, step, write, acting, until, job }) => {
      by('Isbel');
      ago(37 * DAY);
      write(ACTS.begin(acting(), job(), step('rest-under-tension')));
      ago(37 * DAY - 30 * MINUTE);
      until('rest-under-tension', ({ kind }) => kind === 'hold');
      write([
        draft(acting(), 'clock set', step('rest-under-tension').id, {
          clock: acting().newId(),
          kind: 'reading',
          plan: null,
          calls: [],
        }),
        draft(acting(), 'paused', step('rest-under-tension').id, {}),
      ]);
    },
  },
];

const dayBefore = (now: number, days: number): string => isoDate(Math.floor(now / DAY) - days);

/**
 * The events of a job, as one device of the workshop wrote them.
 *
 * @param now the program's clock, ms
 * @param idOf gives ids from names, the same at every writing
 */
export function eventsOf(told: Told, now: number, idOf: (name: string) => string): JobEventsInput {
  const { nickname, name, treatments, openedDaysAgo, promisedInDays, key = nickname, comesFrom } = told;
  const job = idOf(`job ${key}`);
  const events: JobEventInput[] = [];
  let [at, person, ids] = [now - openedDaysAgo * DAY, 'Isbel Crane', 0];
  const newId = () => idOf(`job ${key} ${(ids += 1)}`);
  const write = (drafts: readonly EventDraft[]): EventDraft[] => {
    for (const one of drafts) {
      at += 1;
      events.push({
        ...one,
        body: one.body as object,
        job,
        by: idOf(person),
        with: [],
        device: 'the bench tablet',
        clockRun: 0,
        seq: events.length,
        at,
        stamp: at,
        v: 1,
      });
    }
    return [...drafts];
  };
  const acting = (): Acting => ({ newId, by: idOf(person), now: at });
  const fold = () => foldJob(job, events);
  const step = (treatment: TreatmentId) => stepsOf(fold()).find((one) => one.treatment === treatment)!;
  write([
    draft(acting(), 'opened', null, {
      instrument: idOf(nickname),
      name,
      from: 'by hand',
      ...(comesFrom ? { comesFrom: idOf(`job ${comesFrom}`) } : {}),
    }),
    draft(acting(), 'clock checked', null, { offset: 0, error: 20 }),
    draft(acting(), 'plan taken', null, {
      version: 1,
      steps: plannedSteps(treatments, [], HOUSE, newId),
    }),
  ]);
  if (promisedInDays !== null)
    write([draft(acting(), 'promised', null, { day: isoDate(Math.floor(now / DAY) + promisedInDays) })]);
  const until: AtJob['until'] = (treatment, reached) => {
    for (let i = 0; i < 40; i++) {
      const of = step(treatment);
      const { at: stage } = standingOf(of, HOUSE);
      if (!stage || reached(stage)) return;
      write(onward(fold(), of, acting(), HOUSE));
    }
  };
  told.tell({
    ago: (ms) => {
      at = Math.max(at, now - ms);
    },
    by: (who) => {
      person = who === 'Isbel' ? 'Isbel Crane' : 'Tobin Marsh';
    },
    step,
    write,
    acting,
    job: fold,
    until,
    work: (treatment, hours) => {
      write(ACTS.begin(acting(), fold(), step(treatment)));
      at += hours * HOUR;
      until(treatment, () => false);
      write(ACTS.finish(acting(), fold(), step(treatment)));
    },
  });
  return { events };
}
