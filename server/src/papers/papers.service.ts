import { Injectable } from '@nestjs/common';
import type { PaperGiven, PapersAsked, PaperToGive } from '@upright-elder/contract';
import { isFor, PAPERS } from '@upright-elder/core/papers';
import { sayLetter } from '@upright-elder/core/wording';
import pLimit from 'p-limit';
import { AnalysisService } from '../analysis/analysis.service.js';
import { Clock } from '../clock.js';
import { badFields } from '../http/problem.js';
import { GivenPapersService } from './given-papers.service.js';
import { Outgoing } from './outgoing.js';
import { waySaidOf } from '@upright-elder/papers';
import { paperName } from './paper-name.js';
import { RecordOnPaperService, type Gathered } from './record-on-paper.service.js';
import { treeRows } from './tree-rows.js';

const TAKEN = { reason: 'another instrument has a paper of this id', accepted: 'a new id' };

const ADDRESS = /^[^\s@<>,;"]+@[^\s@<>,;"]+$/u;
const NO_ADDRESS = { reason: 'a mail goes to one address', accepted: 'an address such as name@example.org' };

interface Made {
  gathered: Gathered;
  bytes: Uint8Array;
}

/** Sets papers of an instrument as they are asked for, and gives them out. */
@Injectable()
export class PapersService {
  /** two that are given at once would have the same number */
  private readonly one = pLimit(1);

  constructor(
    private readonly analysis: AnalysisService,
    private readonly clock: Clock,
    private readonly given: GivenPapersService,
    private readonly outgoing: Outgoing,
    private readonly records: RecordOnPaperService,
  ) {}

  /** @throws ProblemError where a paper is not made for whom it is asked */
  async of(id: string, asked: PapersAsked): Promise<{ name: string; bytes: Uint8Array }> {
    const { gathered, bytes } = await this.made(id, asked);
    return { name: paperName(gathered.record.instrument.nickname, asked.of), bytes };
  }

  /**
   * Gives papers out: they are made once more and kept as they are, with all that they stood on. Asked again under the same
   * id, it is as the first time.
   */
  give(id: string, giving: string, input: PaperToGive): Promise<PaperGiven> {
    if (input.way === 'mail' && !ADDRESS.test(input.to.trim()))
      throw badFields([{ field: 'to', typed: input.to, ...NO_ADDRESS }]);
    return this.one(async () => {
      const before = await this.given.find(giving);
      if (before) {
        if (before.instrumentId !== id) throw badFields([{ field: 'id', typed: giving, ...TAKEN }]);
        return this.given.get(giving);
      }
      const { gathered, bytes } = await this.made(id, input);
      const { record, stoodOn, ownerId } = gathered;
      const {
        of: papers,
        for: audience,
        heights = null,
        size,
        ownerName,
        prices,
        shopNotes,
        by,
        to,
        way,
      } = input;
      const kept = await this.given.keep(
        {
          ...{
            id: giving,
            instrumentId: id,
            ownerId,
            at: this.clock.now(),
            by,
            papers,
            audience,
            size,
            heights,
          },
          ...{ ownerName, prices, shopNotes, to: to.trim(), way, stoodOn },
          versions: record.versions,
          ways: papers.includes('estimate') ? record.plans.map(waySaidOf) : [],
        },
        bytes,
        treeRows(gathered, { instrumentId: id, paper: giving }),
      );
      if (way === 'mail') await this.mail(kept, gathered, bytes);
      return kept;
    });
  }

  private mail({ id, at, to, of }: PaperGiven, { record }: Gathered, bytes: Uint8Array): Promise<void> {
    const { nickname } = record.instrument;
    const file = { name: paperName(nickname, of), bytes };
    return this.outgoing.put({ id, at, to, file, ...sayLetter(of, nickname, record.shop.name) });
  }

  private async made(id: string, asked: PapersAsked): Promise<Made> {
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
    const gathered = await this.records.of(id, asked);
    return { gathered, bytes: await this.analysis.ask('setPapers', { ids, size, record: gathered.record }) };
  }
}
