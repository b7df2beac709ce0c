import { setImmediate } from 'node:timers/promises';
import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { ForecastCheck, Scorecard } from '@upright-elder/contract';
import { scorecard, ScorecardTally, type PromiseCheck } from '@upright-elder/core/forecast';
import type { ForecastCheck as Check } from '@upright-elder/core/instrument';
import { QUANTITIES } from '@upright-elder/core/readings';
import { AnalysisService } from '../analysis/analysis.service.js';
import { BackgroundService } from '../analysis/background.service.js';

/** The sum over the shop is gathered when the start is over, ms. */
const LATER_MS = 5000;

/** How often the bands held, for an instrument and over the shop. */
@Injectable()
export class ScorecardsService implements OnApplicationBootstrap, OnApplicationShutdown {
  private timer: NodeJS.Timeout | null = null;
  /** what each instrument's forecasts came to, as far as it is worked out */
  private readonly byInstrument = new Map<string, PromiseCheck[]>();
  private readonly shop = new ScorecardTally();

  constructor(
    private readonly analysis: AnalysisService,
    private readonly background: BackgroundService,
  ) {
    background.follow((id, checks) => this.know(id, checks));
  }

  onApplicationBootstrap(): void {
    this.timer = setTimeout(() => void this.remember(), LATER_MS);
    this.timer.unref();
  }

  onApplicationShutdown(): void {
    if (this.timer) clearTimeout(this.timer);
  }

  async of(instrumentId: string): Promise<Scorecard> {
    const { fresh } = await this.analysis.of(instrumentId);
    const checks = fresh?.checks ?? (await this.background.checksOf(instrumentId));
    this.know(instrumentId, checks);
    return {
      checks: checks.map(said),
      instrument: scorecard(checks),
      shop: this.shop.sum(),
    };
  }

  private know(id: string, checks: readonly Check[]): void {
    const now = checks.map(({ in50, in80, in95, error }) => ({ in50, in80, in95, error }));
    this.shop.remove(this.byInstrument.get(id) ?? []);
    this.shop.add(now);
    this.byInstrument.set(id, now);
  }

  /** What was worked out before the program was started, a few at a time: nobody is kept waiting. */
  private async remember(): Promise<void> {
    for await (const { id, checks } of this.background.allChecks()) {
      if (!this.byInstrument.has(id)) this.know(id, checks);
      await setImmediate();
    }
  }
}

function said({ promise, side, error: _error, ...check }: Check): ForecastCheck {
  const { name, dimension } = QUANTITIES.action12;
  return {
    ...check,
    name: `${name}, ${side}`,
    dimension,
    median: promise.median,
    band80: [promise.band80[0], promise.band80[1]],
  };
}
