import { Injectable } from '@nestjs/common';
import type { Taught } from '@upright-elder/core/instrument';
import { learnEffects } from '@upright-elder/core/repair-plans';
import { Database } from '../store/database.js';

/** Fewer tops of the shop's own teach nothing of all. House figure. */
const ENOUGH = 5;
/** It is taken in steps of this: a figure that moves in its third digit works nothing out anew. */
const STEP = 0.05;

/** By what share of what is solved for them the shop's own tops move; what every forecast begins from. */
@Injectable()
export class LearnedTopsService {
  /** null while too few were followed: the house's figure is taken */
  value: number | null = null;

  constructor(private readonly database: Database) {}

  /** Looks at what is kept. @returns whether it became another */
  async look(): Promise<boolean> {
    const rows = await this.database.read.query<{ taught: string }[]>(
      `SELECT "taught" FROM "worked_out" WHERE "taught" LIKE '%top against model%' ORDER BY "instrumentId"`,
    );
    const cases = rows.flatMap(({ taught }) => (JSON.parse(taught) as Taught).cases);
    const { value, cases: many } = learnEffects(cases, []).effects['top against model'];
    const next = many < ENOUGH ? null : Math.round(value / STEP) * STEP;
    // what follows from it teaches in its turn: a step to and fro is none
    const changed =
      next === null || this.value === null ? next !== this.value : Math.abs(next - this.value) > 1.5 * STEP;
    if (changed) this.value = next;
    return changed;
  }
}
