import { Injectable } from '@nestjs/common';
import type { FieldError, Protocol, ProtocolInput } from '@upright-elder/contract';
import { HOUSE_PROTOCOL_IDS, HOUSE_PROTOCOLS, lineOf, type LineId } from '@upright-elder/core/readings';
import { validate as isUuid } from 'uuid';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { ProtocolEntity } from './protocol.entity.js';

const isHouse = (id: string): boolean => (HOUSE_PROTOCOL_IDS as readonly string[]).includes(id);

/** Protocols: the house's, as the shop has changed them, and its own. */
@Injectable()
export class ProtocolsService {
  constructor(
    private readonly database: Database,
    private readonly store: VersionedStore,
  ) {}

  async list(): Promise<Protocol[]> {
    const stored = await this.database.read.find(ProtocolEntity, { order: { name: 'ASC' } });
    const house = HOUSE_PROTOCOL_IDS.map((id): Protocol => {
      const row = stored.find((one) => one.id === id);
      return row ? toProtocol(row) : { ...HOUSE_PROTOCOLS[id], id, version: 0, retired: false, house: true };
    });
    return [...house, ...stored.filter(({ id }) => !isHouse(id)).map(toProtocol)];
  }

  async get(id: string): Promise<Protocol> {
    const found = (await this.list()).find((one) => one.id === id);
    if (!found) throw notFound('protocol');
    return found;
  }

  save(typedId: string, input: ProtocolInput): Promise<Protocol> {
    const id = isUuid(typedId) ? typedId.toLowerCase() : typedId;
    if (!isHouse(id) && !isUuid(id)) throw notFound('protocol');
    eachLineOnce(input);
    const { version: _version, by: _by, ...facts } = input;
    return this.store.save(ProtocolEntity, id, { input, row: () => facts, get: () => this.get(id) });
  }
}

function toProtocol({ fingerprint: _fingerprint, ...row }: ProtocolEntity): Protocol {
  return { ...row, house: isHouse(row.id) };
}

/** @throws ProblemError where a line stands in a protocol twice: its field would be two */
function eachLineOnce(input: ProtocolInput): void {
  const seen = new Set<LineId>();
  const errors: FieldError[] = [];
  input.stages.forEach(({ lines }, i) =>
    lines.forEach((line) => {
      if (seen.has(line))
        errors.push({
          field: `stages.${i}.lines`,
          typed: lineOf(line).name,
          reason: `${lineOf(line).name} is in it twice`,
          accepted: 'each line once in a protocol',
        });
      seen.add(line);
    }),
  );
  if (errors.length > 0) throw badFields(errors);
}
