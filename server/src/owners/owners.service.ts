import { Injectable } from '@nestjs/common';
import {
  sameName,
  type Owner,
  type OwnerErasing,
  type OwnerInput,
  type OwnerParting,
} from '@upright-elder/contract';
import type { EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { Clock } from '../clock.js';
import { badFields, notFound } from '../http/problem.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { OwnerEntity } from './owner.entity.js';

/** An owner whose data are erased, and what else the shop keeps of what is theirs. */
export interface Erased {
  id: string;
  name: string;
  instruments: string[];
  by: string;
}
type Within = (manager: EntityManager, erased: Erased) => Promise<void>;

/** Stands in the place of what was erased. */
export const ERASED = 'erased';

@Injectable()
export class OwnersService {
  private readonly within: Within[] = [];

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
  ) {}

  /** Called by whoever keeps something of owners: it goes within the same transaction. */
  alsoErase(work: Within): void {
    this.within.push(work);
  }

  /** All, by name, with what is theirs. */
  async list(): Promise<Owner[]> {
    const rows = await this.database.read.find(OwnerEntity, { order: { name: 'ASC', id: 'ASC' } });
    const theirs = await this.database.read.query<{ id: string; nickname: string; ownerId: string }[]>(
      'SELECT "id", "nickname", "ownerId" FROM "instrument" WHERE "ownerId" IS NOT NULL ORDER BY "nickname"',
    );
    const byOwner = new Map<string, { id: string; nickname: string }[]>();
    for (const { ownerId, ...one } of theirs) byOwner.set(ownerId, [...(byOwner.get(ownerId) ?? []), one]);
    return rows.map((row) => toOwner(row, byOwner.get(row.id) ?? []));
  }

  async get(id: string): Promise<Owner> {
    const found = (await this.list()).find((one) => one.id === id);
    if (!found) throw notFound('owner');
    return found;
  }

  /** What those of the ids are called. */
  async names(ids: readonly (string | null)[]): Promise<Map<string, string>> {
    const rows = await this.database.read.query<{ id: string; name: string }[]>(
      'SELECT "id", "name" FROM "owner" WHERE "id" IN (SELECT value FROM json_each(?))',
      [JSON.stringify([...new Set(ids.filter((one) => one !== null))])],
    );
    return new Map(rows.map(({ id, name }) => [id, name]));
  }

  /**
   * The record of an owner by the name that was typed for an instrument: the one that it has, else the one of that name,
   * else a new one. Null where none was typed.
   */
  async idOf(
    manager: EntityManager,
    typed: string,
    { now, by }: { now: string | null; by: string },
  ): Promise<string | null> {
    const name = typed.trim();
    if (name === '') return null;
    const own = now === null ? null : await manager.findOneBy(OwnerEntity, { id: now });
    if (own && sameName(own.name) === sameName(name)) return own.id;
    const all = await manager.findBy(OwnerEntity, { erased: false });
    const known = all.find((one) => sameName(one.name) === sameName(name));
    if (known) return known.id;
    const id = uuid();
    await manager.insert(OwnerEntity, this.fresh(id, name, by));
    return id;
  }

  save(id: string, input: OwnerInput): Promise<Owner> {
    const { name, reach, note, checked, by = null } = input;
    return this.store.save(OwnerEntity, id, {
      input,
      row: (before) => {
        if (before?.erased) throw badFields([GONE]);
        return {
          name: name.trim(),
          reach: reach.trim(),
          note: note.trim(),
          checked,
          erased: false,
          updatedBy: by,
          updatedAt: this.clock.now(),
        };
      },
      get: () => this.get(id),
    });
  }

  /** Gives some of an owner’s instruments to another one of the same name. */
  async part(id: string, { instruments, by }: OwnerParting): Promise<Owner> {
    const other = uuid();
    await this.database.write(async (manager) => {
      const row = await manager.findOneBy(OwnerEntity, { id });
      if (!row || row.erased) throw notFound('owner');
      await manager.insert(OwnerEntity, this.fresh(other, row.name, by));
      await manager.query(
        'UPDATE "instrument" SET "ownerId" = ?, "version" = "version" + 1 WHERE "ownerId" = ? AND "id" IN (SELECT value FROM json_each(?))',
        [other, id, JSON.stringify(instruments)],
      );
      await this.store.amend(manager, OwnerEntity, id, {
        change: () => ({ checked: true, updatedBy: by, updatedAt: this.clock.now() }),
        by,
        why: 'two owners of one name',
      });
    });
    return this.get(other);
  }

  /** Takes everything that says who an owner is, and what they said, out of the shop; the instruments stay. */
  async erase(id: string, { by }: OwnerErasing): Promise<Owner> {
    await this.database.write(async (manager) => {
      const row = await manager.findOneBy(OwnerEntity, { id });
      if (!row) throw notFound('owner');
      const theirs = await manager.query<{ id: string }[]>(
        'SELECT "id" FROM "instrument" WHERE "ownerId" = ?',
        [id],
      );
      const erased = { id, name: row.name, instruments: theirs.map((one) => one.id), by };
      for (const work of this.within) await work(manager, erased);
      await manager.update(
        OwnerEntity,
        { id },
        {
          name: ERASED,
          reach: '',
          note: '',
          checked: true,
          erased: true,
          version: row.version + 1,
          fingerprint: '',
          updatedBy: by,
          updatedAt: this.clock.now(),
        },
      );
      await this.store.forget(manager, 'owner', [id], () => ({}));
    });
    return this.get(id);
  }

  private readonly fresh = (id: string, name: string, by: string): OwnerEntity => ({
    id,
    version: 1,
    fingerprint: '',
    name,
    reach: '',
    note: '',
    checked: true,
    erased: false,
    updatedBy: by,
    updatedAt: this.clock.now(),
  });
}

const GONE = {
  field: 'name',
  typed: '',
  reason: 'the data of this owner were erased',
  accepted: 'a new owner, typed for the instrument',
};

const toOwner = (
  { fingerprint: _fingerprint, updatedBy: _by, ...row }: OwnerEntity,
  instruments: Owner['instruments'],
): Owner => ({ ...row, instruments });
