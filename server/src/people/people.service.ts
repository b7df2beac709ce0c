import { Injectable } from '@nestjs/common';
import type { Person, PersonInput } from '@upright-elder/contract';
import { Database } from '../store/database.js';
import { saveVersioned } from '../store/versioned.js';
import { notFound, withBothCopies } from '../http/problem.js';
import { PersonEntity } from './person.entity.js';

@Injectable()
export class PeopleService {
  constructor(private readonly database: Database) {}

  async list(): Promise<Person[]> {
    const rows = await this.database.read.find(PersonEntity, { order: { name: 'ASC' } });
    return rows.map(toPerson);
  }

  /** How everybody is called, by id; who is not known is said so. */
  async names(): Promise<(id: string) => string> {
    const names = new Map((await this.list()).map(({ id, name }) => [id, name]));
    return (id) => names.get(id) ?? 'unknown';
  }

  async get(id: string): Promise<Person> {
    const row = await this.database.read.findOneBy(PersonEntity, { id });
    if (!row) throw notFound('person');
    return toPerson(row);
  }

  async save(id: string, input: PersonInput): Promise<Person> {
    const { name, role } = input;
    await withBothCopies(
      () =>
        this.database.write((manager) =>
          saveVersioned(manager, PersonEntity, id, input.version, input, { name, role }),
        ),
      () => this.get(id),
      input,
    );
    return this.get(id);
  }
}

function toPerson({ id, version, name, role, struck }: PersonEntity): Person {
  return { id, version, name, role, struck };
}
