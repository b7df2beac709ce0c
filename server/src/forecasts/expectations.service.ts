import { Injectable } from '@nestjs/common';
import type { Expectations, ExpectationsQuery, LoggedAir } from '@upright-elder/contract';
import { dayOf } from '@upright-elder/core/days';
import { INTERVENTION_KINDS, type InterventionKind } from '@upright-elder/core/instrument';
import { QUANTITY_IDS, toolSd, type QuantityId } from '@upright-elder/core/readings';
import { parsePercent, parseTemperature } from '@upright-elder/core/units';
import { AnalysisService } from '../analysis/analysis.service.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import type { PackedRoom } from '../workers/packed-air.js';
import { ToolsService } from '../tools/tools.service.js';

/** What each quantity was last, and where it is expected now: the slip guard beside every field. */
@Injectable()
export class ExpectationsService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly examinations: ExaminationsService,
    private readonly tools: ToolsService,
  ) {}

  async of(instrumentId: string, query: ExpectationsQuery): Promise<Expectations> {
    const { record, packed, path } = await this.analysis.of(instrumentId);
    const { date, strings, except } = query;
    const { wood, expected } = await this.analysis.ask('expectations', {
      record,
      fit: packed,
      path,
      conditions: { date, strings, except: except ?? null, air: airOf(query), done: kindsOf(query) },
      toolSds: await this.toolSds(),
    });
    const toolNames = await this.examinations.toolNames(expected.map(({ last }) => last.examinationId));
    return {
      logged: loggedOn(path.home.packed, date),
      moisture: wood.moisture,
      moistureFrom: wood.from === 'climate' ? 'usual for the season' : wood.from,
      expected: expected.map(({ quantity, place, last, range, season }) => ({
        quantity,
        place,
        range,
        season,
        last: {
          date: last.date,
          value: last.value,
          sd: last.sd,
          division: last.division ?? 0,
          tool: toolNames(last),
        },
      })),
    };
  }

  /** Error of what each quantity is usually read with. */
  private async toolSds(): Promise<Partial<Record<QuantityId, number>>> {
    const tools = await this.tools.byId();
    const usual = await this.tools.usual();
    return Object.fromEntries(
      QUANTITY_IDS.flatMap((quantity) => {
        const tool = tools.get(usual(quantity));
        return tool ? [[quantity, toolSd(tool)]] : [];
      }),
    );
  }
}

/** The room's air on a day, out of the days of its log. */
function loggedOn({ days }: PackedRoom, date: string): LoggedAir | null {
  const day = dayOf(date);
  for (let i = days.length - 3; i >= 0 && days[i]! >= day; i -= 3)
    if (days[i] === day) return { humidity: days[i + 1]!, temperature: days[i + 2]! };
  return null;
}

/** What of the kinds that were named there is; others are as if they were not. */
const kindsOf = ({ done }: ExpectationsQuery): InterventionKind[] =>
  INTERVENTION_KINDS.filter((kind) => (done ?? '').split(',').includes(kind));

/** The air in the room as typed, where both halves of it can be read. */
function airOf({
  humidity,
  temperature,
  temperatureUnit,
}: ExpectationsQuery): { humidity: number; celsius: number } | null {
  const [percent, degrees] = [
    parsePercent(humidity ?? ''),
    parseTemperature(temperature ?? '', temperatureUnit ?? '°C'),
  ];
  return percent.ok && degrees.ok ? { humidity: percent.value, celsius: degrees.value } : null;
}
