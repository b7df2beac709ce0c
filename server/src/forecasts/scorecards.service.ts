import { setImmediate } from 'node:timers/promises';
import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import type { ForecastCheck, Scorecard } from '@upright-elder/contract';
import { QUANTITIES, scorecard, type ForecastCheck as Check, type Kept } from '@upright-elder/core';
import { AnalysisService } from '../analysis/analysis.service.js';
import { BackgroundService } from '../analysis/background.service.js';

/** How often the bands held, for an instrument and over the shop. */
@Injectable()
export class ScorecardsService implements OnApplicationBootstrap {
  /** what each instrument's forecasts came to, as far as it is worked out */
  private readonly byInstrument = new Map<string, Kept[]>();

  constructor(
    private readonly analysis: AnalysisService,
    private readonly background: BackgroundService,
  ) {
    background.follow((id, checks) => this.know(id, checks));
  }

  onApplicationBootstrap(): void {
    void this.remember();
  }

  async of(instrumentId: string): Promise<Scorecard> {
    const { fresh } = await this.analysis.of(instrumentId);
    const checks = fresh?.checks ?? (await this.background.checksOf(instrumentId));
    this.know(instrumentId, checks);
    return {
      checks: checks.map(said),
      instrument: scorecard(checks),
      shop: scorecard([...this.byInstrument.values()].flat()),
    };
  }

  private know(id: string, checks: readonly Check[]): void {
    this.byInstrument.set(
      id,
      checks.map(({ in50, in80, in95, error }) => ({ in50, in80, in95, error })),
    );
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
