import { Injectable } from '@nestjs/common';
import type { TreatmentAsWorked, TreatmentInput } from '@upright-elder/contract';
import {
  HEADINGS,
  TREATMENT_IDS,
  TREATMENTS,
  type OwnTreatment,
  type TreatmentEdits,
  type TreatmentId,
} from '@upright-elder/core/treatments';
import { validate as isUuid } from 'uuid';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound, STAYS } from '../http/problem.js';
import { TreatmentEditEntity } from './treatment-edit.entity.js';

const isHouse = (id: string): id is TreatmentId => (TREATMENT_IDS as string[]).includes(id);
const headingOf = (id: TreatmentId): string =>
  Object.entries(HEADINGS).find(([, rows]) => id in rows)?.[0] ?? 'Besides';

/** The catalogue as the shop works it: the house's rows with the shop's changes, kept apart, and what it added. */
@Injectable()
export class CatalogueService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
  ) {}

  /** The shop's own first; those put away only where they are asked for. */
  async list(withPutAway = false): Promise<TreatmentAsWorked[]> {
    const rows = await this.rows();
    const house = TREATMENT_IDS.map((id): TreatmentAsWorked => {
      const row = rows.find((one) => one.id === id);
      const { name, for: of, stage, hands, wait, supplies, materials, gate } = TREATMENTS[id];
      const as = { name, for: of, stage, hands, wait, supplies, materials, gate: gate ?? '' };
      const changed = row !== undefined && !row.putAway;
      return {
        ...as,
        ...(changed ? row.values : {}),
        stage,
        id,
        version: row?.version ?? 0,
        by: row?.by ?? '',
        putAway: false,
        own: false,
        heading: headingOf(id),
        changed,
      };
    });
    const own = rows
      .filter((row) => row.own && (withPutAway || !row.putAway))
      .map(({ id, version, values, by, putAway }): TreatmentAsWorked => ({
        ...values,
        id,
        version,
        by,
        putAway,
        own: true,
        heading: '',
        changed: true,
      }));
    return [...own, ...house];
  }

  /** The shop's changes and additions as the computation takes them. */
  async ofShop(): Promise<{ edits: TreatmentEdits; own: OwnTreatment[] }> {
    const rows = (await this.rows()).filter(({ putAway }) => !putAway);
    return {
      edits: Object.fromEntries(
        rows
          .filter(({ own }) => !own)
          .map(({ id, values: { stage: _stage, gate, ...values } }) => [
            id,
            { ...values, gate: gate || null },
          ]),
      ),
      own: rows
        .filter(({ own }) => own)
        .map(({ id, values: { gate, ...values } }) => ({ ...values, id, gate: gate || null })),
    };
  }

  async get(id: string): Promise<TreatmentAsWorked> {
    const found = (await this.list(true)).find((one) => one.id === id);
    if (!found) throw notFound('treatment');
    return found;
  }

  save(typedId: string, input: TreatmentInput): Promise<TreatmentAsWorked> {
    const id = isUuid(typedId) ? typedId.toLowerCase() : typedId;
    const own = isUuid(id);
    if (!own && !isHouse(id)) throw notFound('treatment');
    const { version: _version, by, putAway, ...values } = input;
    if (!own && values.stage !== TREATMENTS[id as TreatmentId].stage)
      throw badFields([{ field: 'stage', typed: values.stage, ...STAYS }]);
    return this.store.save(TreatmentEditEntity, id, {
      input,
      row: () => ({ own, values, putAway, by, updatedAt: this.clock.now() }),
      get: () => this.get(id),
    });
  }

  private rows(): Promise<TreatmentEditEntity[]> {
    return this.database.read.find(TreatmentEditEntity, { order: { updatedAt: 'ASC', id: 'ASC' } });
  }
}
