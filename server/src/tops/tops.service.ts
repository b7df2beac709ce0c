import { Injectable } from '@nestjs/common';
import type { ArchFacts, TopModel, TopPrior } from '@upright-elder/contract';
import { archRise } from '@upright-elder/core/archtop';
import { anchorOf } from '@upright-elder/core/construction';
import {
  archMoved,
  bellyOf,
  lastRead,
  lastTilt,
  looseOf,
  moistureOn,
  stringSlope,
  topOf,
  woodSourceOf,
  type WoodSource,
} from '@upright-elder/core/instrument';
import { GLUED_AT } from '@upright-elder/core/wood';
import { AnalysisService, fitOf, type Analysis } from '../analysis/analysis.service.js';
import { Clock } from '../clock.js';
import { MapService } from '../map/map.service.js';
import { pathOf } from '../workers/packed-air.js';

/** What the plate model needs of an instrument: its plan, its loose braces, its last belly profile. */
@Injectable()
export class TopsService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly map: MapService,
    private readonly clock: Clock,
  ) {}

  async of(id: string): Promise<TopModel> {
    const analysis = await this.analysis.of(id);
    const { instrument, examinations, plan, marks, top } = analysis.record;
    const { plan: stored } = await this.map.plan(id);
    const fit = fitOf(analysis);
    const source = woodSourceOf(analysis.record, fit, pathOf(analysis.path));
    const wood = moistureOn(this.clock.today(), source.air, fit.latestMoisture);
    const nameOf = (brace: string) => plan?.braces.find((one) => one.id === brace)?.name ?? '';
    return {
      plan: stored,
      species: instrument.topSpecies,
      laminated: instrument.laminatedTop,
      thickness: instrument.topThickness,
      domeRadius: instrument.domeRadius,
      stringHeight: instrument.stringHeight,
      stringSlope: stringSlope(instrument),
      downShare: downShare(lastRead(examinations, 'breakAngle', 'bass')),
      tilt: lastTilt(examinations),
      arch: archFacts(analysis.record, source),
      anchor: anchorOf(instrument.build),
      bridgeThickness: lastRead(examinations, 'bridgeThickness', 'middle'),
      plateThickness: lastRead(examinations, 'plateThickness', 'centre'),
      pull: instrument.stringPull,
      loose: plan ? looseOf(plan, marks).map((one) => ({ ...one, name: nameOf(one.brace) })) : [],
      belly: plan && bellyOf(plan, examinations, source),
      moisture: wood && { value: wood.moisture - GLUED_AT.value, sd: GLUED_AT.sd },
      prior: priorOf(analysis),
      rise: top?.rise ?? null,
      refusal: analysis.refusal,
    };
  }
}

/** The whole bend of the string over the bridge, half of it to each side: sum of the two sines. */
const downShare = (angle: number | null): number | null => angle && 2 * Math.sin(angle / 2);

/** What is known of a carved top. */
function archFacts({ instrument, examinations }: Analysis['record'], source: WoodSource): ArchFacts | null {
  if (instrument.type !== 'archtop') return null;
  const construction = topOf(instrument, null);
  const rise = construction.kind === 'archtop' ? archRise(construction.arch) : 0;
  return {
    rise,
    taken: [
      ...(instrument.bodyLength === null ? ['body length'] : []),
      ...(instrument.bodyWidth === null ? ['width'] : []),
      ...(instrument.archHeight === null ? ['height of the arch'] : []),
    ],
    moved: archMoved(examinations, source, rise),
    breakAngle: lastRead(examinations, 'breakAngle', 'bass'),
    bassWheel: lastRead(examinations, 'wheelHeight', 'bass'),
    trebleWheel: lastRead(examinations, 'wheelHeight', 'treble'),
  };
}

function priorOf({ record: { instrument, plan, top }, solving }: Analysis): TopPrior {
  if (instrument.type !== 'flat-top') return 'archtop';
  if (!plan) return 'no plan';
  if (solving || !top) return 'solving';
  return top.rise === null ? 'refused' : 'solved';
}
