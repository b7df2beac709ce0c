import { Injectable } from '@nestjs/common';
import type { FieldError, Tool, ToolInput } from '@upright-elder/contract';
import {
  HOUSE_TOOLS,
  learnedRepeatability,
  QUANTITIES,
  QUANTITY_IDS,
  TOOL_IDS,
  type Dimension,
  type HouseTool,
  type QuantityId,
  type ReadingUnit,
  type ToolError,
} from '@upright-elder/core/readings';
import {
  parseAngle,
  parseCents,
  parseLength,
  printAngle,
  printCents,
  printLength,
  type Parsed,
} from '@upright-elder/core/units';
import { validate as isUuid } from 'uuid';
import { Database } from '../store/database.js';
import { VersionedStore } from '../store/versioned.js';
import { ChangesService } from '../changes/changes.service.js';
import { badFields, notFound } from '../http/problem.js';
import { ReadingsService } from '../readings/readings.service.js';
import { ShopService } from '../shop/shop.service.js';
import { ToolEntity } from './tool.entity.js';

export type KnownTool = ToolError & { name: string; dimension: Dimension };

/** A scale coarser than this is no scale: 0.5 m, 30°, 100 cents. */
const COARSEST: Record<Dimension, number> = { length: 0.5, angle: Math.PI / 6, cents: 100 };

/** Tools of the shop: the house's, as the shop has changed them, and its own; each learns from its repeats. */
@Injectable()
export class ToolsService {
  private known: { revisions: string; tools: Promise<Tool[]> } | null = null;

  constructor(
    private readonly database: Database,
    private readonly changes: ChangesService,
    private readonly shop: ShopService,
    private readonly readings: ReadingsService,
    private readonly store: VersionedStore,
  ) {}

  /** All tools, retired ones too. Kept until a tool, the shop or a reading with repeats is saved. */
  async list(): Promise<Tool[]> {
    const revisions = `${await this.changes.revisionOf('tools')} ${await this.changes.revisionOf('shop')}`;
    if (this.known?.revisions !== revisions) this.known = { revisions, tools: this.workOut() };
    return this.known.tools;
  }

  /** Errors and name of every tool by its id. */
  async byId(): Promise<Map<string, KnownTool>> {
    return new Map(
      (await this.list()).map(({ id, name, dimension, resolutionValue, repeatabilityValue }) => [
        id,
        { name, dimension, resolution: resolutionValue, repeatability: repeatabilityValue },
      ]),
    );
  }

  /** Everything that readings stand on: the error of each tool, and which one each quantity is usually read with. */
  async standing(): Promise<object> {
    const tools = [...(await this.byId())].map(([id, { resolution, repeatability }]) => ({
      id,
      resolution,
      repeatability,
    }));
    const usual = await this.usual();
    return { tools, usual: QUANTITY_IDS.map((quantity) => usual(quantity)) };
  }

  /** What a quantity is usually read with in this shop. */
  async usual(): Promise<(quantity: QuantityId) => string> {
    const { tools } = await this.shop.get();
    return (quantity) => tools[quantity] ?? QUANTITIES[quantity].tool;
  }

  save(typedId: string, input: ToolInput): Promise<Tool> {
    const id = isUuid(typedId) ? typedId.toLowerCase() : typedId;
    const house = (TOOL_IDS as readonly string[]).includes(id);
    if (!house && !isUuid(id)) throw notFound('tool');
    const { version: _version, by: _by, ...facts } = input;
    const values = errorsOf(input, house ? HOUSE_TOOLS[id as HouseTool['id']].dimension : null);
    const get = async () => {
      const found = (await this.list()).find((one) => one.id === id);
      if (!found) throw notFound('tool');
      return found;
    };
    return this.store.save(ToolEntity, id, {
      input,
      row: async (before, manager) => {
        const read = await this.readings.takenWith(manager, id);
        if (before && before.dimension !== input.dimension && read > 0)
          throw badFields([readAlready(before.dimension, input.dimension)]);
        return { ...facts, ...values };
      },
      get,
    });
  }

  private async workOut(): Promise<Tool[]> {
    const stored = await this.database.read.find(ToolEntity, { order: { name: 'ASC' } });
    const usual = await this.usual();
    const repeated = await this.readings.repeated();
    const groups = new Map<string, number[][]>();
    for (const { tool, quantity, readings } of repeated) {
      const id = tool ?? usual(quantity);
      groups.set(id, [...(groups.get(id) ?? []), readings]);
    }
    const house = TOOL_IDS.map((id) => stored.find((row) => row.id === id) ?? houseRow(HOUSE_TOOLS[id]));
    const own = stored.filter(({ id }) => !(TOOL_IDS as readonly string[]).includes(id));
    return [...house, ...own].map(({ fingerprint: _fingerprint, ...row }) => {
      const believed = { resolution: row.resolutionValue, repeatability: row.believedValue };
      const learned = learnedRepeatability(believed, groups.get(row.id) ?? []);
      return {
        ...row,
        repeatabilityValue: twoDigits(learned.repeatability),
        repeats: learned.degrees,
        quantities: QUANTITY_IDS.filter((quantity) => usual(quantity) === row.id),
      };
    });
  }
}

/** An error is known to two digits; so that one more repeat does not make everything that was worked out stale. */
const twoDigits = (error: number): number => Number(error.toPrecision(2));

function houseRow({ id, name, dimension, resolution, repeatability }: HouseTool): ToolEntity {
  const unit: ReadingUnit = { length: 'mm', angle: '°', cents: 'cents' }[dimension] as ReadingUnit;
  const say = {
    length: (m: number) => printLength(m, 'mm', 3),
    angle: (r: number) => printAngle(r, '°'),
    cents: printCents,
  };
  return {
    id,
    version: 0,
    name,
    dimension,
    unit,
    resolution: say[dimension](resolution),
    repeatability: say[dimension](repeatability),
    resolutionValue: resolution,
    believedValue: repeatability,
    retired: false,
    fingerprint: '',
  };
}

const readAlready = (reads: Dimension, typed: Dimension): FieldError => ({
  field: 'dimension',
  typed,
  reason: 'readings were taken with it already',
  accepted: `${reads}; add a tool of your own for something else`,
});

/** @throws ProblemError naming what cannot be read */
function errorsOf(
  input: ToolInput,
  houseDimension: Dimension | null,
): { resolutionValue: number; believedValue: number } {
  const errors: FieldError[] = [];
  const { dimension, unit } = input;
  if (houseDimension && dimension !== houseDimension) {
    errors.push(readAlready(houseDimension, dimension));
  }
  const value = (field: 'resolution' | 'repeatability'): number => {
    const result = parseError(dimension, input[field], unit);
    const most = COARSEST[dimension];
    const low = field === 'resolution' ? result.ok && result.value <= 0 : result.ok && result.value < 0;
    if (!result.ok)
      errors.push({ field, typed: input[field], reason: result.reason, accepted: result.accepted });
    else if (low || result.value > most)
      errors.push({
        field,
        typed: input[field],
        reason: 'no tool reads so',
        accepted:
          field === 'resolution'
            ? 'a step above zero such as 0.02 mm or 1/64'
            : 'zero or a little more, such as 0.02 mm',
      });
    return result.ok ? result.value : 0;
  };
  const values = { resolutionValue: value('resolution'), believedValue: value('repeatability') };
  if (errors.length > 0) throw badFields(errors);
  return values;
}

function parseError(dimension: Dimension, text: string, unit: ReadingUnit): Parsed<number> {
  if (dimension === 'angle') return parseAngle(text, '°');
  if (dimension === 'cents') return parseCents(text);
  return parseLength(text, unit === '°' || unit === 'cents' ? 'mm' : unit);
}
