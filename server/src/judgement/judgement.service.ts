import { Injectable } from '@nestjs/common';
import type { Judgement, Step } from '@upright-elder/contract';
import { QUANTITIES } from '@upright-elder/core/readings';
import { CAUTIONS, TREATMENTS, type Ordered } from '@upright-elder/core/treatments';
import type { HeightUnit } from '@upright-elder/core/units';
import { AnalysisService } from '../analysis/analysis.service.js';
import { Clock } from '../clock.js';
import { ShopService } from '../shop/shop.service.js';

@Injectable()
export class JudgementService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
  ) {}

  async of(id: string, heights: HeightUnit | null = null): Promise<Judgement> {
    const analysis = await this.analysis.of(id);
    const unit = heights ?? (await this.shop.get()).sayIn;
    const { record, packed, room } = analysis;
    const day = this.clock.today();
    const judged = await this.analysis.ask('judgement', { record, fit: packed, room, day, unit });
    if (judged.kind === 'nothing at pitch')
      return nothingYet(
        'No examination at pitch yet: measure action, relief, first-fret gap, straightedge and saddle with the strings up.',
      );
    if (judged.kind === 'missing') {
      const names = judged.missing.map((quantity) => QUANTITIES[quantity].name.toLowerCase());
      return {
        ...nothingYet('Not enough readings to judge yet.'),
        questions: [`Still to be measured: ${names.join(', ')}.`],
      };
    }
    const { examinationId, date, budgets, proposal } = judged;
    return {
      examinationId,
      date,
      budgets: budgets.map(({ side, actual, target, total, terms }) => ({
        side,
        actual,
        target,
        total,
        parts: terms,
      })),
      verdict: proposal.verdict,
      order: proposal.order.map(toStep),
      questions: proposal.questions,
    };
  }
}

function nothingYet(verdict: string): Judgement {
  return { examinationId: null, date: null, budgets: [], verdict, order: [], questions: [] };
}

function toStep({ id, place, why, after }: Ordered): Step {
  const { name, hands, wait, gate, undo, cautions } = TREATMENTS[id];
  return {
    id,
    place,
    name,
    why,
    after,
    hands,
    wait,
    gate,
    undo,
    cautions: cautions.map((caution) => CAUTIONS[caution]),
  };
}
