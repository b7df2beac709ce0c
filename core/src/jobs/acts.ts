import { GLUES, openCalls, type GlueId } from '../treatments/index.js';
import type { JobEvent } from './event.js';
import type { JobEventBody, JobEventId } from './events/index.js';
import type { Clock, Job, Step } from './job.js';
import { setsAfter, type Stage } from './stages.js';

/** An event before a device signs it. */
export interface EventDraft extends Pick<JobEvent, 'id' | 'kind' | 'step' | 'uses' | 'body'> {
  kind: JobEventId;
}

/** Gives ids; who acts, and when, ms. */
export interface Acting {
  newId: () => string;
  by: string;
  now: number;
}

/** An event of a kind with its body. */
export const draft = <K extends JobEventId>(
  acting: Pick<Acting, 'newId'>,
  kind: K,
  step: string | null,
  body: JobEventBody<K>,
  uses: string[] = [],
): EventDraft => ({ id: acting.newId(), kind, step, uses, body });

const HOUR = 3600;
const QUARTER = 900;

/** Coats that are on, of a stage. */
export const coatsOf = (job: Job, step: Step, stage: Pick<Stage, 'index'>): Clock[] =>
  [...job.clocks.values()].filter(
    (clock) => clock.step === step.id && clock.kind === 'coat' && clock.stage === stage.index,
  );
/** What a step is waited on by a reading. */
const visitsOf = (job: Job, step: Step): Clock[] =>
  [...job.clocks.values()].filter(
    (clock) =>
      clock.step === step.id && !clock.stopped && (clock.kind === 'visit' || clock.kind === 'reading'),
  );

/** Clocks of a step at which hands are. */
const runningOf = (job: Job, step: Step): Clock[] =>
  [...job.clocks.values()].filter(
    (clock) =>
      clock.step === step.id && !clock.stopped && (clock.kind === 'heat' || clock.kind === 'open glue'),
  );

/** Hands go to a step, where they are not there yet. */
const handsOn = (acting: Acting, step: Step): EventDraft[] =>
  step.standing === 'in hand' && step.spans.some(({ person, to }) => person === acting.by && to === null)
    ? []
    : [draft(acting, 'begun', step.id, {})];

const tick = (acting: Acting, step: Step, { key }: Pick<Stage, 'key'>, uses: string[] = []): EventDraft =>
  draft(acting, 'ticked', step.id, { list: key, item: 0, yes: true }, uses);

/** What a hand does at a step, as the events that it writes. */
export const ACTS = {
  begin: (acting: Acting, _job: Job, step: Step): EventDraft[] => handsOn(acting, step),
  pause: (acting: Acting, _job: Job, step: Step): EventDraft[] => [draft(acting, 'paused', step.id, {})],

  /** a stage that a word or a hand is enough for */
  pass: (acting: Acting, _job: Job, step: Step, stage: Stage): EventDraft[] => [
    ...handsOn(acting, step),
    tick(acting, step, stage),
  ],

  confirm: (acting: Acting, _job: Job, step: Step, stage: Stage, uses: string[] = []): EventDraft[] => [
    ...handsOn(acting, step),
    draft(acting, 'hold confirmed', step.id, { hold: stage.index }, uses),
  ],

  /** a hold that fails stops what runs, and leads where its branch says */
  fail: (
    acting: Acting,
    job: Job,
    step: Step,
    stage: Stage,
    branch: number | null,
    found?: string,
  ): EventDraft[] => {
    const leads = branch === null ? 'stop' : (stage.branches?.[branch]?.leads ?? 'again');
    const held = draft(acting, 'hold failed', step.id, {
      hold: stage.index,
      branch,
      ...(found ? { found } : {}),
    });
    return [
      ...runningOf(job, step).flatMap((clock) => stopped(acting, job, step, clock, 'hold failed')),
      held,
      ...(leads === 'again' ? [] : [draft(acting, 'paused', step.id, {})]),
    ];
  },

  askLook: (acting: Acting, _job: Job, step: Step, stage: Stage): EventDraft[] => [
    draft(acting, 'look asked', step.id, { stage: stage.index, asks: stage.say }),
  ],
  giveLook: (acting: Acting, _job: Job, step: Step, stage: Stage): EventDraft[] => {
    const asked = step.looks.get(stage.index);
    return [draft(acting, 'look given', step.id, { stage: stage.index }, asked ? [asked.event] : [])];
  },
  refuseLook: (acting: Acting, _job: Job, step: Step, stage: Stage, why: string): EventDraft[] => [
    draft(acting, 'look refused', step.id, { stage: stage.index, why }),
  ],

  /** @param run s, where nobody gave the figure and the shop said it */
  startRun: (acting: Acting, job: Job, step: Step, stage: Stage, run?: number): EventDraft[] => {
    const { heat } = stage;
    const plan = heat?.run ?? run ?? null;
    const before = [...job.clocks.values()].filter(
      (clock) => clock.step === step.id && clock.kind === 'heat' && clock.stage === stage.index,
    ).length;
    const calls = heat?.calls.length
      ? heat.calls
      : plan === null
        ? []
        : [{ at: plan, say: 'Run over: let it cool' }];
    return [
      ...handsOn(acting, step),
      draft(acting, 'clock set', step.id, {
        clock: acting.newId(),
        kind: 'heat',
        plan,
        calls,
        number: before + 1,
        stage: stage.index,
      }),
    ];
  },
  stopRun: (
    acting: Acting,
    job: Job,
    step: Step,
    clock: Clock,
    by: 'time' | 'probe' | 'hand' = 'hand',
  ): EventDraft[] => stopped(acting, job, step, clock, by),
  /** it gives: the run is over, and the stage with it */
  itMoves: (acting: Acting, job: Job, step: Step, stage: Stage, clock: Clock): EventDraft[] => {
    const ends = stopped(acting, job, step, clock, 'moved');
    return [...ends, tick(acting, step, stage, [ends[1]!.id])];
  },

  /** @param own s that it stays open, where the shop has its own figure, and of which batch it is */
  glueOn: (
    acting: Acting,
    _job: Job,
    step: Step,
    stage: Stage,
    glue: GlueId,
    { plan = GLUES[glue].plan, batch }: { plan?: number; batch?: string } = {},
  ): EventDraft[] => [
    ...handsOn(acting, step),
    draft(
      acting,
      'clock set',
      step.id,
      {
        clock: acting.newId(),
        kind: 'open glue',
        plan,
        calls: openCalls(plan),
        glue,
        ...(batch ? { batch } : {}),
      },
      (stage.glue?.ready ?? []).flatMap(
        (_, item) => step.ticks.get(`${stage.key} ready ${item}`)?.event ?? [],
      ),
    ),
  ],
  /** clamps are on: the joint is glued, and sets from now on */
  clamped: (
    acting: Acting,
    _job: Job,
    step: Step,
    stage: Stage,
    { clock, stages }: { clock: Clock; stages: readonly Stage[] },
  ): EventDraft[] => {
    const glue = (clock.glue ?? 'hide') as GlueId;
    // hot hide glue grips first; the others take the longer time of each
    const by = glue === 'hide' ? 0 : 1;
    const handle = (setsAfter(stages, stage)?.handle ?? step.wait)[by] * HOUR;
    const tension = Math.max(handle, step.wait[by] * HOUR);
    const joint = acting.newId();
    const glued = draft(acting, 'joint glued', step.id, {
      joint,
      parts: stage.glue?.joins ?? stage.say,
      glue: GLUES[glue].name,
      ...(clock.batch ? { batch: clock.batch } : {}),
      handlingAt: acting.now + handle * 1000,
      tensionAt: acting.now + tension * 1000,
    });
    return [
      draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: 'clamp on' }),
      glued,
      draft(acting, 'clamp on', step.id, { joint }, [glued.id]),
      ...(tension > 0
        ? [
            draft(
              acting,
              'clock set',
              step.id,
              {
                clock: acting.newId(),
                kind: 'cure',
                plan: tension,
                calls: [
                  ...(handle > 0 && handle < tension
                    ? [{ at: handle, say: 'May be handled, no strings yet' }]
                    : []),
                  { at: tension, say: 'May carry strings' },
                ],
                joint,
              },
              [glued.id],
            ),
          ]
        : []),
      tick(acting, step, stage, [glued.id]),
    ];
  },
  /** too late to clamp: off, cleaned, and from the beginning */
  tooLate: (acting: Acting, _job: Job, step: Step, stage: Stage, clock: Clock): EventDraft[] => [
    draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: 'too late: taken off' }),
    ...(stage.glue?.ready ?? []).map((_, item) =>
      draft(acting, 'ticked', step.id, { list: `${stage.key} ready`, item, yes: false }),
    ),
  ],
  clampsOff: (acting: Acting, job: Job, step: Step, stage: Stage): EventDraft[] => [
    ...handsOn(acting, step),
    ...[...job.joints.values()]
      .filter((joint) => joint.step === step.id && joint.clamped)
      .map((joint) => draft(acting, 'clamp off', step.id, { joint: joint.id }, [joint.event])),
    tick(acting, step, stage),
  ],

  /** a coat is on: the next one not before its earliest time, and not after its latest, where the shop gave one; h */
  coatOn: (
    acting: Acting,
    job: Job,
    step: Step,
    stage: Stage,
    { latest }: { latest: number | null },
  ): EventDraft[] => {
    const { number, hours } = stage.coats!;
    const coats = coatsOf(job, step, stage);
    const now = coats.length + 1;
    const last = now >= number;
    const earliest = hours[0] * HOUR;
    return [
      ...handsOn(acting, step),
      ...coats
        .filter(({ stopped }) => !stopped)
        .map((clock) => draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: 'next coat' })),
      ...(last
        ? [tick(acting, step, stage)]
        : [
            draft(acting, 'clock set', step.id, {
              clock: acting.newId(),
              kind: 'coat',
              plan: latest === null ? earliest : latest * HOUR,
              calls: [
                { at: earliest, say: `Coat ${now + 1} may go on` },
                ...(latest === null || latest * HOUR - QUARTER <= earliest
                  ? []
                  : [{ at: latest * HOUR - QUARTER, say: `Coat ${now + 1}: last quarter of an hour` }]),
              ],
              number: now,
              stage: stage.index,
            }),
            draft(acting, 'paused', step.id, {}),
          ]),
    ];
  },

  /** it is read, and read again after so long; s */
  visitAgain: (acting: Acting, job: Job, step: Step, stage: Stage, after: number): EventDraft[] => [
    ...handsOn(acting, step),
    ...visitsOf(job, step).map((clock) =>
      draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: 'read' }),
    ),
    draft(acting, 'visit planned', step.id, {
      at: acting.now + after * 1000,
      reads: [...(stage.visits?.reads ?? [])],
    }),
    draft(acting, 'clock set', step.id, {
      clock: acting.newId(),
      kind: 'visit',
      plan: after,
      calls: [{ at: after, say: `Read ${(stage.visits?.reads ?? ['it']).join(', ')}` }],
      stage: stage.index,
    }),
    draft(acting, 'paused', step.id, {}),
  ],
  /** what is visited has come to where it should */
  visitsOver: (acting: Acting, job: Job, step: Step, stage: Stage): EventDraft[] => [
    ...handsOn(acting, step),
    ...visitsOf(job, step).map((clock) =>
      draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: 'read' }),
    ),
    tick(acting, step, stage),
  ],

  finish: (acting: Acting, job: Job, step: Step): EventDraft[] => [
    ...runningOf(job, step).flatMap((clock) => stopped(acting, job, step, clock, 'hand')),
    draft(acting, 'finished', step.id, {}),
  ],
  giveUp: (acting: Acting, job: Job, step: Step, why: string): EventDraft[] => [
    ...runningOf(job, step).flatMap((clock) => stopped(acting, job, step, clock, 'hand')),
    draft(acting, 'given up', step.id, { why }),
  ],
};

/** A clock is stopped; a heat run is counted too. */
function stopped(
  acting: Acting,
  job: Job,
  step: Step,
  clock: Clock,
  by: 'time' | 'probe' | 'hand' | 'moved' | 'hold failed',
): EventDraft[] {
  const stop = draft(acting, 'clock stopped', step.id, { clock: clock.id, endedBy: by });
  if (clock.kind !== 'heat') return [stop];
  const run = clock.number ?? [...job.clocks.values()].filter(({ kind }) => kind === 'heat').length;
  return [
    stop,
    draft(
      acting,
      'run counted',
      step.id,
      { clock: clock.id, run, endedBy: by === 'hold failed' ? 'hand' : by },
      [stop.id],
    ),
  ];
}
