import { Injectable } from '@nestjs/common';
import type { FieldError, Shop, ShopInput } from '@upright-elder/contract';
import { HOUSE_TOOLS, QUANTITIES, type QuantityId } from '@upright-elder/core/readings';
import { parseOpening } from '@upright-elder/core/days';
import { parseFigure } from '@upright-elder/core/treatments';
import { parseMoney } from '@upright-elder/core/units';
import { Clock, MACHINE_ZONE } from '../clock.js';
import { Database } from '../store/database.js';
import { isWithin, whyUnwritable } from '../store/writable.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields } from '../http/problem.js';
import { ShopEntity } from './shop.entity.js';

/** There is one shop to a data folder. */
const ONLY = 'shop';

const FIRST: Omit<ShopInput, 'version'> = {
  name: 'Our workshop',
  units: {},
  tools: {},
  currency: '',
  temperatureUnit: '°C',
  timeZone: null,
  sayIn: '64ths',
};

type Follower = (zone: string) => Promise<void>;

@Injectable()
export class ShopService {
  private readonly followers: Follower[] = [];

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
  ) {}

  async get(): Promise<Shop> {
    const row = await this.database.read.findOneBy(ShopEntity, { id: ONLY });
    return {
      ...FIRST,
      ...row?.settings,
      version: row?.version ?? 0,
      zone: this.clock.zone,
      today: this.clock.date(),
    };
  }

  /** The zone that the shop has chosen; null where it follows the machine. */
  async chosenZone(): Promise<string | null> {
    const row = await this.database.read.findOneBy(ShopEntity, { id: ONLY });
    return row?.settings.timeZone ?? null;
  }

  /** Where the shop wants its backups; null where it never said. */
  async backupFolder(): Promise<string | null> {
    const row = await this.database.read.findOneBy(ShopEntity, { id: ONLY });
    return row?.settings.backupFolder ?? null;
  }

  /** To be called by whoever counts days, and wants to know when the shop has moved. */
  followZone(follower: Follower): void {
    this.followers.push(follower);
  }

  async save(input: ShopInput): Promise<Shop> {
    const { version: _version, by: _by, ...settings } = input;
    await this.refuseUnknownTools(input.tools);
    await this.refuseUnwritable(input.backupFolder ?? null);
    refuseNoMoney(input.rate ?? '');
    refuseNoHours(input.openingHours ?? [], input.lunch ?? '');
    refuseNoFigures(input.figures ?? {});
    await this.store.save(ShopEntity, ONLY, { input, row: () => ({ settings }), get: () => this.get() });
    const zone = settings.timeZone ?? MACHINE_ZONE;
    if (zone !== this.clock.zone) for (const follower of this.followers) await follower(zone);
    return this.get();
  }

  /** @throws ProblemError where a newly chosen folder cannot take backups */
  private async refuseUnwritable(folder: string | null): Promise<void> {
    if (folder === null || folder === (await this.backupFolder())) return;
    const reason = isWithin(this.database.folder, folder)
      ? 'it is within the shop’s own folder, and would be lost with it'
      : whyUnwritable(folder);
    if (reason === null) return;
    throw badFields([
      {
        field: 'backupFolder',
        typed: folder,
        reason,
        accepted: 'the whole path of a folder that can be written, best on another disk',
      },
    ]);
  }

  /** @throws ProblemError where a quantity's usual tool is not there, or reads something else */
  private async refuseUnknownTools(tools: ShopInput['tools']): Promise<void> {
    const own = await this.database.read.query<{ id: string; dimension: string }[]>(
      'SELECT "id", "dimension" FROM "tool"',
    );
    const dimensions = new Map<string, string>([
      ...Object.values(HOUSE_TOOLS).map(({ id, dimension }): [string, string] => [id, dimension]),
      ...own.map(({ id, dimension }): [string, string] => [id, dimension]),
    ]);
    const errors = Object.entries(tools).flatMap(([quantity, tool]): FieldError[] => {
      const { name, dimension } = QUANTITIES[quantity as QuantityId];
      const reads = dimensions.get(tool);
      if (reads === dimension) return [];
      return [
        {
          field: `tools.${quantity}`,
          typed: tool,
          reason: reads === undefined ? 'this tool is not in the shop' : `it does not measure ${dimension}`,
          accepted: `a tool of the shop for ${name.toLowerCase()}`,
        },
      ];
    });
    if (errors.length > 0) throw badFields(errors);
  }
}

/** @throws ProblemError where one of the shop's own figures cannot be read */
function refuseNoFigures(figures: Record<string, string>): void {
  const errors = Object.entries(figures).flatMap(([id, typed]): FieldError[] => {
    const read = parseFigure(id, typed);
    return read.ok ? [] : [{ field: `figures.${id}`, typed, reason: read.reason, accepted: read.accepted }];
  });
  if (errors.length > 0) throw badFields(errors);
}

/** @throws ProblemError where a day's opening hours, or those of lunch, cannot be read */
function refuseNoHours(hours: readonly string[], lunch: string): void {
  const fields = [
    ...hours.map((typed, day) => ({ field: `openingHours.${day}`, typed })),
    { field: 'lunch', typed: lunch },
  ];
  const errors = fields.flatMap(({ field, typed }): FieldError[] => {
    const read = parseOpening(typed);
    return read.ok ? [] : [{ field, typed, reason: read.reason, accepted: read.accepted }];
  });
  if (errors.length > 0) throw badFields(errors);
}

/** @throws ProblemError where what an hour costs is no amount */
function refuseNoMoney(rate: string): void {
  if (rate.trim() === '') return;
  const read = parseMoney(rate);
  if (!read.ok)
    throw badFields([{ field: 'rate', typed: rate, reason: read.reason, accepted: read.accepted }]);
}
