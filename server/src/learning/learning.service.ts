import { Injectable } from '@nestjs/common';
import type { Learning } from '@upright-elder/contract';
import { scorePredictions } from '@upright-elder/core/predictions';
import { LEARNED_KINDS, learnEffects, PRIORS, type LearnedEffects } from '@upright-elder/core/repair-plans';
import type { TreatmentId } from '@upright-elder/core/treatments';
import { BackgroundService } from '../analysis/background.service.js';
import { PredictionsService } from '../predictions/predictions.service.js';

/** What the shop's own work showed: of treatments, and of who predicted what. */
@Injectable()
export class LearningService {
  constructor(
    private readonly background: BackgroundService,
    private readonly predictions: PredictionsService,
  ) {}

  /** What plans reckon with. */
  async effects(): Promise<LearnedEffects> {
    const { cases, hours } = await this.background.taught();
    return learnEffects(cases, hours);
  }

  async all(): Promise<Learning> {
    const [{ effects, hours }, predictions] = await Promise.all([this.effects(), this.predictions.all()]);
    const scored = predictions.flatMap(({ byName, cause, programCause, shown }) => [
      { by: byName, cause, shown },
      ...(programCause === null ? [] : [{ by: null, cause: programCause, shown }]),
    ]);
    return {
      effects: LEARNED_KINDS.map((kind) => {
        const { value, sd, cases } = effects[kind];
        return { kind, value, sd, cases, prior: PRIORS[kind].value, priorSd: PRIORS[kind].sd };
      }),
      hours: Object.entries(hours).map(([treatment, { value, cases }]) => ({
        treatment: treatment as TreatmentId,
        factor: value,
        cases,
      })),
      scores: scorePredictions(scored).map(({ by, ...score }) => ({ name: by, ...score })),
      predictions: predictions,
    };
  }
}
