import { Injectable } from '@nestjs/common';
import type { Person, PersonInput } from '@upright-elder/contract';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { notFound } from '../http/problem.js';
import { PersonEntity } from './person.entity.js';

@Injectable()
export class PeopleService {
  constructor(
    private readonly database: Database,
    private readonly store: VersionedStore,
  ) {}

  async list(): Promise<Person[]> {
    const rows = await this.database.read.find(PersonEntity, { order: { name: 'ASC' } });
    return rows.map(toPerson);
  }

  /**
   * How everybody is called on what they wrote, by id: whoever bore another name once is called by both, so that an
   * old record never becomes a stranger's. Who is not known is said so.
   */
  async names(): Promise<(id: string | null) => string> {
    const people = await this.list();
    const edits = await this.store.editsOfMany(
      'person',
      people.map(({ id }) => id),
    );
    const names = new Map(
      people.map(({ id, name }) => {
        const former = (edits.get(id) ?? [])
          // a slip of the pen that was put right at once is no name
          .filter(({ why, was }) => why !== '' && typeof was?.name === 'string' && was.name !== name)
          .map(({ was }) => was!.name as string);
        const before = [...new Set(former)];
        return [id, before.length === 0 ? name : `${name} (${before.join(', ')} before)`] as const;
      }),
    );
    return (id) => names.get(id ?? '') ?? 'unknown';
  }

  async get(id: string): Promise<Person> {
    const row = await this.database.read.findOneBy(PersonEntity, { id });
    if (!row) throw notFound('person');
    return toPerson(row);
  }

  save(id: string, input: PersonInput): Promise<Person> {
    const { name, role } = input;
    return this.store.save(PersonEntity, id, {
      input,
      row: () => ({ name, role }),
      asks: () => ['name'],
      get: () => this.get(id),
    });
  }
}

function toPerson({ id, version, name, role, struck }: PersonEntity): Person {
  return { id, version, name, role, struck };
}
