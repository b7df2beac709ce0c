import { Injectable } from '@nestjs/common';
import {
  bodyPlanOf,
  type FieldError,
  type Mark,
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
import { saveVersioned } from '../store/versioned.js';
import { badFields, notFound, STAYS, withBothCopies } from '../http/problem.js';
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
    private readonly instruments: InstrumentsService,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
  ) {}

  /** Marks in whose name, kind or notes every word stands, the newest first. */
  async find(words: readonly string[], limit: number): Promise<FoundText[]> {
    const text = `m."name" || ', ' || m."kind" || ' ' || coalesce((SELECT group_concat(json_extract(value, '$.note'), ' ') FROM json_each(m."sightings")), '')`;
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
    const { version, by, ...drawn } = input;
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          if (!(await this.instruments.exists(manager, instrumentId))) throw notFound('instrument');
          return saveVersioned(manager, BodyPlanEntity, instrumentId, version, input, {
            drawn: { ...drawn, plate: drawn.plate ?? null },
            by,
            updatedAt: this.clock.now(),
          });
        }),
      async () => (await this.plan(instrumentId)).plan ?? {},
      input,
    );
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
    const { version, why, ...facts } = input;
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const stored = version === 0 ? null : await manager.findOneBy(MarkEntity, { id });
          const fresh = stored?.version === version ? stored : null;
          const changed = fresh ? changedDays(fresh, input) : [];
          const today = this.clock.date();
          const strikes = facts.struck !== undefined && facts.struck !== (fresh?.struck ?? false);
          if (!why?.trim()) {
            const earlier = changed.filter(({ date }) => date < today);
            if (earlier.length > 0) throw badFields(earlier.map(unexplained));
            if (strikes && facts.struck) throw badFields([STRUCK_WITHOUT_A_WORD]);
          }
          await this.refuseUnknown(manager, fresh, input);
          const corrections = changed.map((was) => ({
            at: this.clock.now(),
            by: input.by,
            why: why?.trim() || 'changed on the day it was seen',
            was,
          }));
          const saved = await saveVersioned(manager, MarkEntity, id, version, input, {
            ...facts,
            instrumentId: fresh?.instrumentId ?? facts.instrumentId,
            brace: facts.brace ?? null,
            struck: facts.struck ?? fresh?.struck ?? false,
            corrections: [...(stored?.corrections ?? []), ...corrections],
            updatedAt: this.clock.now(),
          });
          if (saved === 'saved' && strikes && fresh)
            await this.strikes.keep(manager, {
              kind: 'mark',
              subjectId: id,
              struck: facts.struck!,
              why: why?.trim() ?? '',
              by: input.by,
            });
        }),
      () => this.mark(id),
      input,
    );
    return this.mark(id);
  }

  /** @throws ProblemError where the mark would move to another instrument, or names what is not there */
  private async refuseUnknown(
    manager: EntityManager,
    stored: MarkEntity | null,
    { instrumentId, brace, sightings }: MarkInput,
  ): Promise<void> {
    const errors: FieldError[] = [];
    if (stored && stored.instrumentId !== instrumentId)
      errors.push({ field: 'instrumentId', typed: instrumentId, ...STAYS });
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
    const named = [
      ...new Set(
        sightings.map((one) => one.examinationId).filter((one) => one !== null && one !== undefined),
      ),
    ];
    // one that is still being written is not saved yet; one of another instrument is a slip
    const [stranger] = await manager.query<{ id: string }[]>(
      'SELECT "id" FROM "examination" WHERE "instrumentId" <> ? AND "id" IN (SELECT value FROM json_each(?))',
      [instrumentId, JSON.stringify(named)],
    );
    if (stranger)
      errors.push({
        field: 'sightings',
        typed: stranger.id,
        reason: 'that examination is of another instrument',
        accepted: 'an examination of this one, or none',
      });
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
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({
      ...row,
      strikes: strikes.get(row.id) ?? [],
      corrections: row.corrections.map((one) => ({ ...one, byName: nameOf(one.by) })),
      byName: nameOf(row.by),
    }));
  }
}

/** What had been seen, and would now have been seen otherwise. */
function changedDays(stored: MarkEntity, input: MarkInput): Sighting[] {
  const key = ({ date, struck }: Sighting) => `${date} ${struck ? 'struck' : ''}`;
  const now = new Map(input.sightings.map((one) => [key(one), canonical(one)]));
  return stored.sightings.filter((one) => now.get(key(one)) !== canonical(one));
}

const STRUCK_WITHOUT_A_WORD: FieldError = {
  field: 'why',
  typed: '',
  reason: 'nobody could tell later why it was struck',
  accepted: 'a word on why, such as “marked by mistake”',
};

/** A sighting as text, whichever way its parts were sent. */
const canonical = (one: Sighting): string =>
  JSON.stringify([
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

type Refused = Extract<Parsed<number>, { ok: false }>;
const NEGATIVE: Refused = { ok: false, reason: 'it is below nothing', accepted: 'a length of zero or more' };
const ONE_END: Refused = { ok: false, reason: '', accepted: 'two points or more' };
const ALL_STRUCK: Refused = {
  ok: false,
  reason: 'nothing that was seen of it would stand',
  accepted: 'one day that stands; or strike the whole mark',
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
