import { Injectable } from '@nestjs/common';
import type { FieldError, JobEventInput } from '@upright-elder/contract';
import type { Build } from '@upright-elder/core/construction';
import { dateIn } from '@upright-elder/core/days';
import {
  stepName,
  writtenOf,
  type Bench,
  type Folded,
  type JobEventBody,
  type Told,
  type Written,
} from '@upright-elder/core/jobs';
import { QUANTITIES, READ_PLACES, READING_UNITS, type QuantityId } from '@upright-elder/core/readings';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock.js';
import { ExaminationsService, type ReadAtBench } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { MapService } from '../map/map.service.js';

type Reading = JobEventBody<'reading'>;
const STRINGS = { 'at pitch': 'pitch', slack: 'slack', off: 'off' } as const;

/** What a job says of its instrument: marks put right, the build, readings. Each stands in one transaction with its event. */
@Injectable()
export class WrittenFacts {
  constructor(
    private readonly clock: Clock,
    private readonly map: MapService,
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
  ) {}

  /** What cannot be read of the readings among events. */
  async faults(events: readonly Pick<JobEventInput, 'kind' | 'by' | 'body'>[]): Promise<FieldError[]> {
    const read = events.flatMap((event, at) =>
      event.kind === 'reading' && (event.body as Reading).quantity !== undefined ? [{ event, at }] : [],
    );
    const strange = read.flatMap(({ event, at }) => strangeIn(event.body as Reading, at));
    if (read.length === 0 || strange.length > 0) return strange;
    const faults = await this.examinations.faultsAtBench(
      read.map(({ event }) => readingOf(event.body as Reading, event.by)),
    );
    return read.flatMap(({ at }, i) =>
      faults[i]!.map((fault) => ({ ...fault, field: `events.${at}.body.${fault.field.split('.').at(-1)!}` })),
    );
  }

  /** Writes what became so, and takes back what is so no more, between two states of a job. */
  async write(manager: EntityManager, before: Folded, after: Folded, bench: Bench): Promise<void> {
    const instrumentId = after.instrument!;
    const stood = new Map(writtenOf(before).map(({ id, stands }) => [id, stands]));
    for (const written of writtenOf(after)) {
      if (written.stands === (stood.get(written.id) ?? false)) continue;
      const step = written.step === null ? undefined : after.steps.get(written.step);
      await this.writeOne(manager, written, instrumentId, step ? stepName(step, bench) : '');
    }
    await this.writeReadings(manager, before, after);
  }

  private async writeOne(
    manager: EntityManager,
    { id: event, by, time, stands, marks, build, was }: Written,
    instrumentId: string,
    note: string,
  ): Promise<void> {
    for (const { mark, state, cleated } of marks)
      await this.map.writeMended(manager, {
        mark,
        instrumentId,
        event,
        date: this.dayOf(time),
        state,
        cleated,
        stands,
        by,
        note,
      });
    if (Object.keys(build).length > 0)
      await this.instruments.writeBuild(manager, instrumentId, {
        build: (now) => (stands ? builtAs(now, build) : builtBack(now, build, was)),
        by,
        why: stands ? 'found out at the bench' : 'crossed out in its job, or its step was opened again',
      });
  }

  private async writeReadings(manager: EntityManager, before: Folded, after: Folded): Promise<void> {
    const [was, now] = [examinationsOf(before), examinationsOf(after)];
    for (const id of new Set([...was.keys(), ...now.keys()])) {
      const read = now.get(id) ?? [];
      if (JSON.stringify(read.map(plain)) === JSON.stringify((was.get(id) ?? []).map(plain))) continue;
      const first = read[0] ?? was.get(id)![0]!;
      const last = new Map<string, ReadAtBench>();
      for (const { body, by } of read) {
        const one = readingOf(body as Reading, by);
        // what is read again on the way counts as it was read last
        last.set(`${one.quantity} ${one.place}`, one);
      }
      await this.examinations.writeAtBench(manager, id, {
        instrumentId: after.instrument!,
        by: first.by,
        date: this.dayOf(first.time),
        strings: STRINGS[(first.body as Reading).strings ?? 'slack'],
        bodyJoin: (await this.instruments.bodyJoin(manager, after.instrument!)) ?? 14,
        readings: [...last.values()],
      });
    }
  }

  private readonly dayOf = (time: number): string => dateIn(new Date(time).toISOString(), this.clock.zone);
}

const plain = ({ id, body, by }: Told): unknown => [id, body, by];

/** Readings of quantities that stand, by the examination that they belong to. */
function examinationsOf({ log }: Folded): Map<string, Told[]> {
  const found = new Map<string, Told[]>();
  for (const event of log) {
    if (event.kind !== 'reading' || event.struck) continue;
    const { examination, quantity } = event.body as Reading;
    if (examination !== undefined && quantity !== undefined)
      found.set(examination, [...(found.get(examination) ?? []), event]);
  }
  return found;
}

const readingOf = ({ quantity, place, text, unit }: Reading, by: string): ReadAtBench => ({
  quantity: quantity as QuantityId,
  place: (place ?? 'centre') as ReadAtBench['place'],
  text,
  unit: unit as ReadAtBench['unit'],
  by,
});

/** Names of a quantity, a place or a unit that nobody knows. */
function strangeIn({ quantity, place = 'centre', unit }: Reading, at: number): FieldError[] {
  const refuse = (field: string, typed: string | undefined, accepted: readonly string[]): FieldError[] => [
    {
      field: `events.${at}.body.${field}`,
      typed: typed ?? '',
      reason: 'it is not known',
      accepted: accepted.join(', '),
    },
  ];
  return [
    ...(Object.hasOwn(QUANTITIES, quantity!) ? [] : refuse('quantity', quantity, Object.keys(QUANTITIES))),
    ...((READ_PLACES as readonly string[]).includes(place) ? [] : refuse('place', place, READ_PLACES)),
    ...((READING_UNITS as readonly (string | undefined)[]).includes(unit)
      ? []
      : refuse('unit', unit, READING_UNITS)),
  ];
}

type Said = Written['build'];
const known = (all: Record<string, unknown>): Build =>
  Object.fromEntries(Object.entries(all).filter(([, way]) => way !== null && way !== undefined));

const builtAs = (now: Build, build: Said): Build => known({ ...now, ...build });

/** What it said before, where nobody said otherwise since. */
const builtBack = (now: Build, build: Said, was: Said): Build =>
  known({
    ...now,
    ...Object.fromEntries(
      Object.entries(build)
        .filter(([part, way]) => (now[part as keyof Build] ?? null) === way)
        .map(([part]) => [part, was[part as keyof Said] ?? null]),
    ),
  });
