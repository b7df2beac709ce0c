import { Injectable } from '@nestjs/common';
import type { PapersAsked } from '@upright-elder/contract';
import { isFor, PAPERS } from '@upright-elder/core/papers';
import { AnalysisService } from '../analysis/analysis.service.js';
import { badFields } from '../http/problem.js';
import { RecordOnPaperService } from './record-on-paper.service.js';

/** Sets papers of an instrument as they are asked for. */
@Injectable()
export class PapersService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly records: RecordOnPaperService,
  ) {}

  /** @throws ProblemError where a paper is not made for whom it is asked */
  async of(id: string, asked: PapersAsked): Promise<{ name: string; bytes: Uint8Array }> {
    const { of: ids, for: audience, size } = asked;
    const wrong = ids.find((one) => !isFor(one, audience));
    if (wrong)
      throw badFields([
        {
          field: 'for',
          typed: audience,
          reason: `${PAPERS[wrong].name.toLowerCase()} is not for the ${audience}`,
          accepted: PAPERS[wrong].for.join(', '),
        },
      ]);
    const record = await this.records.of(id, asked);
    const bytes = await this.analysis.ask('setPapers', { ids, size, record });
    const names = ids.map((one) => PAPERS[one].name).join(', ');
    return { name: `${record.instrument.nickname}, ${names}`, bytes };
  }
}
