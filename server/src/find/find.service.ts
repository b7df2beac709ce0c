import { Injectable } from '@nestjs/common';
import type { Hit, HitKind, Hits } from '@upright-elder/contract';
import { wordsOf, type FoundText } from '../store/words.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import { MapService } from '../map/map.service.js';
import { PhotographsService } from '../photographs/photographs.service.js';

/** So many of each kind are shown. */
const EACH = 6;
const LONGEST = 120;

/** Looks through everything that people wrote. */
@Injectable()
export class FindService {
  constructor(
    private readonly instruments: InstrumentsService,
    private readonly map: MapService,
    private readonly examinations: ExaminationsService,
    private readonly interventions: InterventionsService,
    private readonly photographs: PhotographsService,
    private readonly jobs: JobsService,
  ) {}

  async find(search: string): Promise<Hits> {
    const words = wordsOf(search);
    if (words.length === 0) return { search, hits: [], instruments: 0 };
    const found = await this.instruments.page({ search, archived: false, room: null }, 0, EACH);
    const texts: [HitKind, FoundText[]][] = [
      ['mark', await this.map.find(words, EACH)],
      ['finding', await this.examinations.findFindings(words, EACH)],
      ['note', await this.examinations.findNotes(words, EACH)],
      ['work', await this.interventions.find(words, EACH)],
      ['log', await this.jobs.find(words, EACH)],
      ['photograph', await this.photographs.find(words, EACH)],
    ];
    const names = await this.instruments.names(
      texts.flatMap(([, rows]) => rows.map(({ instrumentId }) => instrumentId)),
    );
    return {
      search,
      instruments: found.total,
      hits: [
        ...found.rows.map((row): Hit => ({
          kind: 'instrument',
          id: row.id,
          instrumentId: row.id,
          instrument: row.nickname,
          text: [row.maker, row.owner].filter(Boolean).join(' · '),
          date: null,
        })),
        ...texts.flatMap(([kind, rows]) =>
          rows.flatMap(({ id, instrumentId, text, date }): Hit[] => {
            const instrument = names.get(instrumentId);
            return instrument === undefined
              ? []
              : [{ kind, id, instrumentId, instrument, text: around(text, words), date }];
          }),
        ),
      ],
    };
  }
}

/** A long text about the first word that was looked for. */
function around(text: string, words: readonly string[]): string {
  if (text.length <= LONGEST) return text;
  const at = Math.max(0, text.toLowerCase().indexOf(words[0]!) - LONGEST / 3);
  const from = at === 0 ? 0 : text.indexOf(' ', at) + 1;
  const cut = text.slice(from, from + LONGEST);
  return `${from > 0 ? '… ' : ''}${cut}${from + LONGEST < text.length ? ' …' : ''}`;
}
