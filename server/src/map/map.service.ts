import { Injectable } from '@nestjs/common';
import {
  bodyPlanOf,
  reasonIn,
  type FieldError,
  type Mark,
  type MarkCorrection,
  type MarkInput,
  type BodyPlanAnswer,
  type BodyPlanInput,
  type Sighting,
  type StoredBodyPlan,
} from '@upright-elder/contract';
import type { InstrumentRecord } from '@upright-elder/core/instrument';
import { faultsOf, fewestPoints, lengthsAgree, pathLength, standing } from '@upright-elder/core/body-plan';
import { parseLength, type Parsed } from '@upright-elder/core/units';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { everyWord, type FoundText } from '../store/words.js';
import { VersionedStore, type NotedEdit } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { refuseStrangers } from '../examinations/strangers.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { PeopleService } from '../people/people.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { markFacts } from './facts.js';
import { MarkEntity } from './mark.entity.js';
import { BodyPlanEntity } from './body-plan.entity.js';

/** The map of an instrument: its plan, and the marks on it through all examinations. */
@Injectable()
export class MapService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
  ) {}

  /** Marks in whose name, kind or notes every word stands, the newest first. */
  async find(words: readonly string[], limit: number): Promise<FoundText[]> {
    const text = `CASE WHEN m."name" = '' THEN '' ELSE m."name" || ', ' END || m."kind" || ' ' || coalesce((SELECT group_concat(json_extract(value, '$.note'), ' ') FROM json_each(m."sightings")), '')`;
    const { sql, parameters } = everyWord(text, words);
    return this.database.read.query<FoundText[]>(
      `SELECT m."id", m."instrumentId", ${text} AS "text", substr(m."updatedAt", 1, 10) AS "date" FROM "mark" m
       WHERE NOT m."struck" AND ${sql} ORDER BY m."updatedAt" DESC, m."id" LIMIT ?`,
      [...parameters, limit],
    );
  }

  async plan(instrumentId: string): Promise<BodyPlanAnswer> {
    const row = await this.database.read.findOneBy(BodyPlanEntity, { id: instrumentId });
    return { plan: row && toPlan(row) };
  }

  async savePlan(instrumentId: string, input: BodyPlanInput): Promise<BodyPlanAnswer> {
    const faults = faultsOf(bodyPlanOf(input));
    if (faults.length > 0)
      throw badFields(
        faults.map(({ part, reason, accepted }) => ({
          field: part,
          typed: '',
          reason: `${part}: ${reason}`,
          accepted,
        })),
      );
    const { version: _version, by, why: _why, ...drawn } = input;
    await this.store.save(BodyPlanEntity, instrumentId, {
      input,
      row: async (_before, manager) => {
        if (!(await this.instruments.exists(manager, instrumentId))) throw notFound('instrument');
        return { drawn: { ...drawn, plate: drawn.plate ?? null }, by, updatedAt: this.clock.now() };
      },
      // a part that is moved is drawn better; one that goes out is gone from everything that stood on it
      asks: (before, { drawn: now }) => (partsGone(before.drawn, now) ? ['drawn'] : []),
      get: async () => (await this.plan(instrumentId)).plan ?? {},
    });
    return this.plan(instrumentId);
  }

  /** The marks of an instrument; those struck out only where they are asked for. */
  async marks(instrumentId: string, withStruck = false): Promise<Mark[]> {
    const rows = await this.database.read.find(MarkEntity, {
      where: withStruck ? { instrumentId } : { instrumentId, struck: false },
      order: { id: 'ASC' },
    });
    return this.complete(rows);
  }

  /** What of plan and marks the computation needs. */
  async facts(instrumentId: string): Promise<Pick<InstrumentRecord, 'plan' | 'marks'>> {
    const [plan, marks] = await Promise.all([
      this.database.read.findOneBy(BodyPlanEntity, { id: instrumentId }),
      this.database.read.find(MarkEntity, { where: { instrumentId, struck: false }, order: { id: 'ASC' } }),
    ]);
    return { plan: plan && bodyPlanOf(plan.drawn), marks: marks.map(markFacts) };
  }

  /** Which version of its plan and of each of its marks stands; the plan under the instrument’s id. */
  async versions(instrumentId: string): Promise<Record<'plan' | 'mark', { id: string; version: number }[]>> {
    const select = { id: true, version: true } as const;
    const [plan, mark] = await Promise.all([
      this.database.read.find(BodyPlanEntity, { where: { id: instrumentId }, select }),
      this.database.read.find(MarkEntity, {
        where: { instrumentId, struck: false },
        select,
        order: { id: 'ASC' },
      }),
    ]);
    const of = (rows: readonly { id: string; version: number }[]) =>
      rows.map(({ id, version }) => ({ id, version }));
    return { plan: of(plan), mark: of(mark) };
  }

  /** Whether an instrument has such a mark. */
  async hasMark(manager: EntityManager, id: string, instrumentId: string): Promise<boolean> {
    return (await manager.countBy(MarkEntity, { id, instrumentId })) > 0;
  }

  async mark(id: string): Promise<Mark> {
    const row = await this.database.read.findOneBy(MarkEntity, { id });
    if (!row) throw notFound('mark');
    return (await this.complete([row]))[0]!;
  }

  async saveMark(id: string, input: MarkInput): Promise<Mark> {
    const errors = input.sightings.flatMap((sighting, i) => this.faultsOfSighting(input, sighting, i));
    const days = standing(input.sightings).map(({ date }) => date);
    if (days.length === 0) errors.push(refusal(0, 'struck', '', ALL_STRUCK));
    if (new Set(days).size < days.length) errors.push(refusal(0, 'date', '', TWICE));
    if (errors.length > 0) throw badFields(errors);
    const { version, ...facts } = input;
    const why = reasonIn(facts.why);
    return this.store.save(MarkEntity, id, {
      input,
      row: async (stored, manager) => {
        // one that somebody else changed meanwhile is laid beside this first
        const fresh = stored?.version === version ? stored : null;
        if (why === '') {
          const today = this.clock.date();
          const changed = fresh ? changedDays(fresh, input) : [];
          const earlier = changed.filter(({ date }) => date < today);
          if (earlier.length > 0) throw badFields(earlier.map(unexplained));
          const backdated = fresh ? addedBefore(fresh, input) : [];
          if (backdated.length > 0) throw badFields(backdated.map(addedLate));
          if (facts.struck && fresh && !fresh.struck) throw badFields([STRUCK_WITHOUT_A_WORD]);
        }
        await this.refuseUnknown(manager, fresh, input);
        return {
          instrumentId: facts.instrumentId,
          face: facts.face,
          kind: facts.kind,
          name: facts.name,
          sightings: facts.sightings,
          by: facts.by,
          brace: facts.brace ?? null,
          struck: facts.struck ?? stored?.struck ?? false,
          corrections: stored?.corrections ?? [],
          updatedAt: this.clock.now(),
        };
      },
      asks: () => ['face', 'kind', 'brace', 'name'],
      also: async (manager, before, { struck = false }) => {
        if (before && before.struck !== struck)
          await this.strikes.keep(manager, { kind: 'mark', subjectId: id, struck, why, by: input.by });
      },
      get: () => this.mark(id),
    });
  }

  /** Whether a step of a job put a mark right, or no longer did: within its transaction. */
  async writeMended(
    manager: EntityManager,
    { mark, instrumentId, stands, by, ...of }: MendedMark,
  ): Promise<void> {
    await this.store.amend(manager, MarkEntity, mark, {
      change: (row) =>
        row.instrumentId === instrumentId && !row.struck
          ? {
              sightings: stands ? mended(row.sightings, of) : takenBack(row.sightings, of.event),
              updatedAt: this.clock.now(),
            }
          : null,
      by,
      why: stands ? 'repaired by a step of a job' : 'its step was opened again, or crossed out',
    });
  }

  /** @throws ProblemError where the mark would move to another instrument, or names what is not there */
  private async refuseUnknown(
    manager: EntityManager,
    stored: MarkEntity | null,
    { instrumentId, brace, sightings }: MarkInput,
  ): Promise<void> {
    const errors = stored ? ofStepsFaults(stored.sightings, sightings) : [];
    const plan =
      brace && brace !== stored?.brace ? await manager.findOneBy(BodyPlanEntity, { id: instrumentId }) : null;
    const drawn = plan && [...plan.drawn.braces, ...(plan.drawn.backBraces ?? [])];
    if (drawn && !drawn.some(({ id }) => id === brace))
      errors.push({
        field: 'brace',
        typed: brace!,
        reason: 'the plan has no such brace',
        accepted: drawn
          .map(({ id }) => id)
          .join(', ')
          .slice(0, 200),
      });
    await refuseStrangers(
      manager,
      'sightings',
      instrumentId,
      sightings.map(({ examinationId }) => examinationId),
    );
    if (errors.length > 0) throw badFields(errors);
  }

  private faultsOfSighting(input: MarkInput, sighting: Sighting, i: number): FieldError[] {
    const errors: FieldError[] = [];
    const read = (field: 'ruler' | 'width' | 'depth'): number | null => {
      const typed = sighting[field];
      if (!typed?.trim()) return null;
      const result = parseLength(typed, 'mm');
      if (result.ok && result.value >= 0) return result.value;
      errors.push(refusal(i, field, typed, result.ok ? NEGATIVE : result));
      return null;
    };
    const ruler = read('ruler');
    read('width');
    read('depth');
    if (sighting.date > this.clock.date())
      errors.push(
        refusal(i, 'date', sighting.date, {
          ok: false,
          reason: 'the mark would be seen in the future',
          accepted: `a day up to ${this.clock.date()}`,
        }),
      );
    if (sighting.path.length < fewestPoints(input.kind))
      errors.push(refusal(i, 'path', '', { ...ONE_END, reason: `a ${input.kind} has two ends` }));
    if (input.kind === 'crack') {
      const along = pathLength(sighting.path);
      const agreed = ruler === null ? null : lengthsAgree(along, ruler);
      // the luthier has been asked at the bench; a note says that it is meant so
      if (agreed && !agreed.ok && sighting.note.trim() === '')
        errors.push(refusal(i, 'ruler', sighting.ruler!, agreed));
    }
    if (input.kind === 'separation') {
      const { from, to } = sighting;
      if (!input.brace) errors.push(refusal(i, 'from', '', NO_BRACE));
      else if (from == null || to == null || from < 0 || to <= from)
        errors.push(refusal(i, 'from', `${from ?? ''} to ${to ?? ''}`, NO_STRETCH));
    }
    return errors;
  }

  private async complete(rows: MarkEntity[]): Promise<Mark[]> {
    const nameOf = await this.people.names();
    const struck = rows.filter((row) => row.struck).map(({ id }) => id);
    const strikes = await this.strikes.ofMany('mark', struck);
    const edits = await this.store.editsOfMany(
      'mark',
      rows.map(({ id }) => id),
    );
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({
      ...row,
      strikes: strikes.get(row.id) ?? [],
      corrections: [
        ...row.corrections.map((one) => ({ ...one, byName: nameOf(one.by) })),
        ...sightingsCorrected(row, edits.get(row.id) ?? []).map((one) => ({
          ...one,
          byName: nameOf(one.by),
        })),
      ],
      byName: nameOf(row.by),
    }));
  }
}

/** What a step of a job did to a mark. */
interface MendedMark {
  mark: string;
  instrumentId: string;
  event: string;
  date: string;
  state: Sighting['state'];
  cleated: boolean;
  stands: boolean;
  by: string;
  note: string;
}

/** The mark as the day of a step leaves it: what that day had seen is kept beside it. */
function mended(
  sightings: readonly Sighting[],
  { event, date, state, cleated, note }: Pick<MendedMark, 'event' | 'date' | 'state' | 'cleated' | 'note'>,
): Sighting[] {
  const last = standing(sightings)
    .toSorted((a, b) => a.date.localeCompare(b.date))
    .at(-1);
  if (!last) return [...sightings];
  if (last.date >= date)
    return sightings.map((one) =>
      one === last
        ? { ...one, state, cleated, step: { event, state: one.state, cleated: one.cleated } }
        : one,
    );
  return [
    ...sightings,
    {
      ...last,
      date,
      examinationId: null,
      ruler: null,
      width: null,
      depth: null,
      through: null,
      state,
      cleated,
      note,
      step: { event, state: null, cleated: null },
    },
  ];
}

function takenBack(sightings: readonly Sighting[], event: string): Sighting[] {
  return sightings.map((one) => {
    if (one.step?.event !== event) return one;
    const { step, ...seen } = one;
    return step.state === null
      ? { ...seen, struck: true }
      : { ...seen, state: step.state, cleated: step.cleated ?? false };
  });
}

/** What a step of a job wrote is changed through its job alone. */
function ofStepsFaults(before: readonly Sighting[], after: readonly Sighting[]): FieldError[] {
  const said = ({ date, state, cleated, step }: Sighting) => `${date} ${state} ${cleated} ${step?.event}`;
  const written = (all: readonly Sighting[]) => all.filter(({ step, struck }) => step && !struck).map(said);
  const [was, now] = [written(before), written(after)];
  return was.length === now.length && was.every((one) => now.includes(one))
    ? []
    : [
        {
          field: 'sightings',
          typed: '',
          reason: 'a finished step of a job put it right',
          accepted: 'a correction in the job: open its step again, or cross out its finish',
        },
      ];
}

const keyOf = ({ date, struck }: Sighting) => `${date} ${struck ? 'struck' : ''}`;

/** What had been seen, and would now have been seen otherwise. */
function changedDays(
  { sightings: before }: Pick<MarkEntity, 'sightings'>,
  { sightings: after }: Pick<MarkEntity, 'sightings'>,
): Sighting[] {
  const now = new Map(after.map((one) => [keyOf(one), canonical(one)]));
  return before.filter((one) => now.get(keyOf(one)) !== canonical(one));
}

/** Days before the last one that is there already, and were not: what was grown since would be another growth. */
function addedBefore(stored: MarkEntity, { sightings }: MarkInput): Sighting[] {
  const there = new Set(stored.sightings.map(keyOf));
  const last = stored.sightings.reduce((latest, { date }) => (date > latest ? date : latest), '');
  return sightings.filter((one) => !there.has(keyOf(one)) && one.date < last);
}

/** What earlier days had seen before each save that changed it, oldest first. */
function sightingsCorrected(
  { sightings }: Pick<MarkEntity, 'sightings'>,
  edits: readonly NotedEdit[],
): Omit<MarkCorrection, 'byName'>[] {
  let after = sightings;
  const found: Omit<MarkCorrection, 'byName'>[][] = [];
  for (const { at, by, why, was } of edits.toReversed()) {
    if (!was?.sightings) continue;
    const before = was.sightings as Sighting[];
    found.push(
      changedDays({ sightings: before }, { sightings: after }).map((seen) => ({
        at,
        by: by ?? '',
        why: why || 'changed on the day it was seen',
        was: seen,
      })),
    );
    after = before;
  }
  return found.toReversed().flat();
}

/** Whether a part of the body that was drawn is not drawn any more, or the outline is another one. */
function partsGone(before: BodyPlanEntity['drawn'], after: BodyPlanEntity['drawn']): boolean {
  const parts = ({ braces, backBraces = [] }: BodyPlanEntity['drawn']) => [...braces, ...backBraces];
  const left = new Set(parts(after).map(({ id }) => id));
  return (
    parts(before).some(({ id }) => !left.has(id)) ||
    before.holes.length > after.holes.length ||
    (before.plate !== null && (after.plate ?? null) === null) ||
    before.outline.shape !== after.outline.shape
  );
}

const STRUCK_WITHOUT_A_WORD: FieldError = {
  field: 'why',
  typed: '',
  reason: 'crossed out, with no reason given',
  accepted: 'a word on why, such as “marked by mistake”',
};

/** A sighting as text, whichever way its parts were sent. */
const canonical = (one: Sighting): string =>
  JSON.stringify([
    one.examinationId ?? null,
    one.path,
    ...[one.from, one.to, one.ruler, one.width, one.depth, one.letIn, one.through].map(
      (part) => part ?? null,
    ),
    one.state,
    one.cleated,
    one.note,
  ]);

const unexplained = ({ date }: Sighting): FieldError => ({
  field: 'why',
  typed: '',
  reason: `what was seen on ${date} would be changed`,
  accepted: 'a word on why it is corrected, or a new sighting of today',
});

const addedLate = ({ date }: Sighting): FieldError => ({
  field: 'why',
  typed: '',
  reason: `${date} is before the last sighting, and is added now`,
  accepted: 'a word on where it comes from, such as “from the old notebook”',
});

type Refused = Extract<Parsed<number>, { ok: false }>;
const NEGATIVE: Refused = { ok: false, reason: 'it is below nothing', accepted: 'a length of zero or more' };
const ONE_END: Refused = { ok: false, reason: '', accepted: 'two points or more' };
const ALL_STRUCK: Refused = {
  ok: false,
  reason: 'no sighting of it would be left',
  accepted: 'one day that is left; or cross out the whole mark',
};
const TWICE: Refused = {
  ok: false,
  reason: 'it was seen twice on one day',
  accepted: 'one sighting a day',
};
const NO_BRACE: Refused = {
  ok: false,
  reason: 'which brace is loose is missing',
  accepted: 'a brace of the plan',
};
const NO_STRETCH: Refused = {
  ok: false,
  reason: 'where it is loose is missing',
  accepted: 'two distances along the brace, the second beyond the first',
};

function refusal(i: number, field: string, typed: string, { reason, accepted }: Refused): FieldError {
  return { field: `sightings.${i}.${field}`, typed, reason, accepted };
}

function toPlan({ drawn, version, by, updatedAt }: BodyPlanEntity): StoredBodyPlan {
  return { ...drawn, version, by, updatedAt };
}
