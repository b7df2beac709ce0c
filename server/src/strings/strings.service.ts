import { Injectable } from '@nestjs/common';
import type {
  FieldError,
  StringSetAnswer,
  StringSetInput,
  TuningAnswer,
  TuningInput,
} from '@upright-elder/contract';
import { kindOfStrings, parseNotes } from '@upright-elder/core/strings';
import { validate as isUuid } from 'uuid';
import { ChangesService } from '../changes/changes.service.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { HOUSE_SETS, HOUSE_TUNINGS } from './house.js';
import { KnownStrings } from './known-strings.js';
import { readSet } from './read-set.js';
import { StringSetEntity, TuningEntity } from './strings.entity.js';

interface All {
  sets: StringSetAnswer[];
  tunings: TuningAnswer[];
}

/** String sets and tunings: the house's, and the shop's own. */
@Injectable()
export class StringsService {
  private kept: { revision: number; all: Promise<All>; known: Promise<KnownStrings> } | null = null;

  constructor(
    private readonly database: Database,
    private readonly changes: ChangesService,
    private readonly store: VersionedStore,
  ) {}

  async sets(): Promise<StringSetAnswer[]> {
    return (await this.now()).all.then(({ sets }) => sets);
  }

  async tunings(): Promise<TuningAnswer[]> {
    return (await this.now()).all.then(({ tunings }) => tunings);
  }

  /** All of them, to be asked by id. */
  async known(): Promise<KnownStrings> {
    return (await this.now()).known;
  }

  saveSet(typedId: string, input: StringSetInput): Promise<StringSetAnswer> {
    const id = ownId(typedId, 'string set', HOUSE_SETS);
    const strings = readSet(input);
    const { version: _version, by: _by, why: _why, ...facts } = input;
    return this.store.save(StringSetEntity, id, {
      input,
      row: (before) => {
        const same = before?.strings.length === strings.length && before.paired === input.paired;
        // a tuning was chosen for it by its strings
        if (before && !same) throw badFields([keepsItsStrings(before.strings.length, input.typed.length)]);
        return { ...facts, strings };
      },
      // other strings are another set; a slip of the pen has its reason
      asks: () => ['strings'],
      get: async () => found(await this.sets(), id, 'string set'),
    });
  }

  saveTuning(typedId: string, input: TuningInput): Promise<TuningAnswer> {
    const id = ownId(typedId, 'tuning', HOUSE_TUNINGS);
    const { version: _version, by: _by, why: _why, ...facts } = input;
    const read = parseNotes(input.typed);
    if (!read.ok)
      throw badFields([{ field: 'typed', typed: input.typed, reason: read.reason, accepted: read.accepted }]);
    const notes = read.value;
    return this.store.save(TuningEntity, id, {
      input,
      row: (before) => {
        if (before && before.notes.length !== notes.length)
          throw badFields([
            {
              field: 'typed',
              typed: input.typed,
              reason: `it named ${before.notes.length} notes, and instruments may be tuned so`,
              accepted: `${before.notes.length} notes, or a new tuning`,
            },
          ]);
        return { ...facts, notes };
      },
      asks: () => ['notes'],
      get: async () => found(await this.tunings(), id, 'tuning'),
    });
  }

  /** As of the last change that was saved. */
  private async now(): Promise<{ all: Promise<All>; known: Promise<KnownStrings> }> {
    const revision = await this.changes.revisionOf('strings');
    if (this.kept?.revision !== revision) {
      const all = this.read();
      this.kept = { revision, all, known: all.then(({ sets, tunings }) => new KnownStrings(sets, tunings)) };
    }
    return this.kept;
  }

  private async read(): Promise<All> {
    const [sets, tunings] = await Promise.all([
      this.database.read.find(StringSetEntity, { order: { name: 'ASC', id: 'ASC' } }),
      this.database.read.find(TuningEntity, { order: { name: 'ASC', id: 'ASC' } }),
    ]);
    return {
      sets: [
        ...HOUSE_SETS,
        ...sets.map(({ fingerprint: _fingerprint, ...row }) => ({
          ...row,
          kind: kindOfStrings(row.strings),
          house: false,
        })),
      ],
      tunings: [
        ...HOUSE_TUNINGS,
        ...tunings.map(({ fingerprint: _fingerprint, ...row }) => ({ ...row, house: false })),
      ],
    };
  }
}

/** @throws ProblemError where it is none that a shop can save: the house's own are not changed */
function ownId(typed: string, what: string, house: readonly { id: string; name: string }[]): string {
  const theirs = house.find(({ id }) => id === typed);
  if (theirs)
    throw badFields([
      {
        field: 'name',
        typed: theirs.name,
        reason: `this ${what} is built in and cannot be changed`,
        accepted: `a ${what} of your own, which can begin from it`,
      },
    ]);
  if (!isUuid(typed)) throw notFound(what);
  return typed.toLowerCase();
}

function found<T extends { id: string }>(all: T[], id: string, what: string): T {
  const one = all.find((each) => each.id === id);
  if (!one) throw notFound(what);
  return one;
}

const keepsItsStrings = (before: number, now: number): FieldError => ({
  field: before === now ? 'paired' : 'typed',
  typed: `${now} strings`,
  reason: `the set has ${before} strings, and instruments may be strung with it`,
  accepted: 'the same number of strings, in pairs or not as before; or a new set',
});
