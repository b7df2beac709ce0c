import { Injectable } from '@nestjs/common';
import { breathingByKind, type BreathingOfKind } from '@upright-elder/core/forecast';
import { breathingKind, type InstrumentRecord, type Taught } from '@upright-elder/core/instrument';
import { learnEffects } from '@upright-elder/core/repair-plans';
import { Database } from '../store/database.js';

/** Fewer tops of the shop's own teach nothing of all. House figure. */
const ENOUGH = 5;
/** It is taken in steps of this: a figure that moves in its third digit works nothing out anew. */
const STEP = 0.05;

/** How the shop's own instruments move with the season: what every forecast begins from. */
@Injectable()
export class LearnedTopsService {
  /** by what share of what is solved for them its tops move; null while too few were followed: the house's figure is taken */
  private inUse: number | null = null;
  /** its kinds, as far as they were shown to breathe otherwise than is believed of all */
  private kinds: Record<string, BreathingOfKind> = {};

  constructor(private readonly database: Database) {}

  /** All of it, as a text that changes with it. */
  get said(): string {
    return JSON.stringify([this.inUse, this.kinds]);
  }

  /** What of it an instrument begins from. */
  of(instrument: InstrumentRecord['instrument']): Pick<InstrumentRecord, 'inUse' | 'ofKind'> {
    const ofKind = this.kinds[breathingKind(instrument)];
    return { ...(this.inUse !== null ? { inUse: this.inUse } : {}), ...(ofKind ? { ofKind } : {}) };
  }

  /** Looks at what is kept. @returns whether it became another */
  async look(): Promise<boolean> {
    const rows = await this.database.read.query<{ taught: string }[]>(
      `SELECT "taught" FROM "worked_out" WHERE "taught" LIKE '%top against model%' OR json_type("taught", '$.breathing') = 'object'
       ORDER BY "instrumentId"`,
    );
    const all = rows.map(({ taught }) => JSON.parse(taught) as Taught);
    const { value, cases } = learnEffects(
      all.flatMap((one) => one.cases),
      [],
    ).effects['top against model'];
    const next = cases < ENOUGH ? null : Math.round(value / STEP) * STEP;
    // what follows from it teaches in its turn: a step to and fro is none
    const moved = (before: number, after: number) => Math.abs(after - before) > 1.5 * STEP;
    const top = next === null || this.inUse === null ? next !== this.inUse : moved(this.inUse, next);
    if (top) this.inUse = next;
    const kinds = breathingByKind(all.flatMap(({ breathing }) => breathing ?? []));
    const names = [...new Set([...Object.keys(kinds), ...Object.keys(this.kinds)])];
    const other = names.filter((kind) => {
      const [before, after] = [this.kinds[kind], kinds[kind]];
      return !before || !after || moved(before.ratio, after.ratio) || moved(before.sd, after.sd);
    });
    if (other.length > 0) this.kinds = kinds;
    return top || other.length > 0;
  }
}
