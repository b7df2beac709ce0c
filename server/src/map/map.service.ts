import { Injectable } from '@nestjs/common';
import {
  planOf,
  type FieldError,
  type Mark,
  type MarkInput,
  type PlanAnswer,
  type PlanInput,
  type Sighting,
  type StoredPlan,
} from '@upright-elder/contract';
import {
  faultsOf,
  fewestPoints,
  lengthsAgree,
  parseLength,
  pathLength,
  type Parsed,
} from '@upright-elder/core';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { saveVersioned } from '../database/versioned.js';
import { badFields, notFound, withBothCopies } from '../http/problem.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { PersonEntity } from '../people/person.entity.js';
import { TopSolverService } from '../tops/top-solver.service.js';
import { MarkEntity } from './mark.entity.js';
import { PlanEntity } from './plan.entity.js';

/** The map of an instrument: its plan, and the marks on it through all examinations. */
@Injectable()
export class MapService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly solver: TopSolverService,
  ) {}

  async plan(instrumentId: string): Promise<PlanAnswer> {
    const row = await this.database.read.findOneBy(PlanEntity, { id: instrumentId });
    return { plan: row && toPlan(row) };
  }

  async savePlan(instrumentId: string, input: PlanInput): Promise<PlanAnswer> {
    const faults = faultsOf(planOf(input));
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
          if ((await manager.countBy(InstrumentEntity, { id: instrumentId })) === 0)
            throw notFound('instrument');
          return saveVersioned(manager, PlanEntity, instrumentId, version, input, {
            drawn: { ...drawn, plate: drawn.plate ?? null },
            by,
            updatedAt: this.clock.now(),
          });
        }),
      async () => (await this.plan(instrumentId)).plan ?? {},
      input,
    );
    this.solver.wake();
    return this.plan(instrumentId);
  }

  /** The marks of an instrument; those struck out are left out. */
  async marks(instrumentId: string): Promise<Mark[]> {
    const rows = await this.database.read.find(MarkEntity, {
      where: { instrumentId, struck: false },
      order: { id: 'ASC' },
    });
    return this.complete(rows);
  }

  async mark(id: string): Promise<Mark> {
    const row = await this.database.read.findOneBy(MarkEntity, { id });
    if (!row) throw notFound('mark');
    return (await this.complete([row]))[0]!;
  }

  async saveMark(id: string, input: MarkInput): Promise<Mark> {
    const errors = input.sightings.flatMap((sighting, i) => this.faultsOfSighting(input, sighting, i));
    if (errors.length > 0) throw badFields(errors);
    const { version, why, ...facts } = input;
    await withBothCopies(
      () =>
        this.database.write(async (manager) => {
          const stored = version === 0 ? null : await manager.findOneBy(MarkEntity, { id });
          const changed = stored?.version === version ? this.changedDays(stored, input) : [];
          if (changed.length > 0 && !why?.trim()) throw badFields(changed.map(unexplained));
          const corrections = changed.map((was) => ({
            at: this.clock.now(),
            by: input.by,
            why: why!.trim(),
            was,
          }));
          return saveVersioned(manager, MarkEntity, id, version, input, {
            ...facts,
            brace: facts.brace ?? null,
            struck: facts.struck ?? false,
            corrections: [...(stored?.corrections ?? []), ...corrections],
            updatedAt: this.clock.now(),
          });
        }),
      () => this.mark(id),
      input,
    );
    this.solver.wake();
    return this.mark(id);
  }

  /** What days before today had seen and would now have seen otherwise. */
  private changedDays(stored: MarkEntity, input: MarkInput): Sighting[] {
    const today = this.clock.date();
    const now = new Map(input.sightings.map((one) => [one.date, canonical(one)]));
    return stored.sightings.filter((one) => one.date < today && now.get(one.date) !== canonical(one));
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
    const people = new Map((await this.database.read.find(PersonEntity)).map(({ id, name }) => [id, name]));
    return rows.map(({ fingerprint: _fingerprint, ...row }) => ({
      ...row,
      corrections: row.corrections.map((one) => ({ ...one, byName: people.get(one.by) ?? 'unknown' })),
      byName: people.get(row.by) ?? 'unknown',
    }));
  }
}

/** A sighting as text, whichever way its parts were sent. */
const canonical = (one: Sighting): string =>
  JSON.stringify([
    one.path,
    ...[one.from, one.to, one.ruler, one.width, one.depth, one.through].map((part) => part ?? null),
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

function toPlan({ drawn, version, by, updatedAt }: PlanEntity): StoredPlan {
  return { ...drawn, version, by, updatedAt };
}
