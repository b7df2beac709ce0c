import { Injectable } from '@nestjs/common';
import {
  settingsOf,
  wishesOf,
  type Examination,
  type Instrument,
  type Intervention,
  type Judgement,
  type PapersAsked,
  type Photograph,
  type Planning,
} from '@upright-elder/contract';
import { anchorOf, BUILD_PARTS, type BuildPart } from '@upright-elder/core/construction';
import { sayDate } from '@upright-elder/core/days';
import { INTERVENTIONS } from '@upright-elder/core/instrument';
import { askedFor, paperText } from '@upright-elder/core/papers';
import { lineOf } from '@upright-elder/core/readings';
import type { Evidence } from '@upright-elder/core/diagnosis';
import { TREATMENTS } from '@upright-elder/core/treatments';
import type { TreeAssumed } from '@upright-elder/core/tree';
import type { PaperRecord, Photo } from '@upright-elder/papers';
import { AnalysisService } from '../analysis/analysis.service.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { InterventionsService } from '../interventions/interventions.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import { JudgementService } from '../judgement/judgement.service.js';
import { MapService } from '../map/map.service.js';
import { OwnersService } from '../owners/owners.service.js';
import { PeopleService } from '../people/people.service.js';
import { PhotographsService } from '../photographs/photographs.service.js';
import { PlanningService } from '../plans/planning.service.js';
import { ProtocolsService } from '../protocols/protocols.service.js';
import { ShopService } from '../shop/shop.service.js';
import { StringsService } from '../strings/strings.service.js';
import { GivenPapersService } from './given-papers.service.js';
import { jobOnPaper } from './job-on-paper.js';
import { leftOut, NO_PRICES } from './left-out.js';
import { quickOnPaper } from './quick-on-paper.js';
import type { StoodOn } from './paper-given.entity.js';

/** What papers are made of, and what to keep of it where they are given out. */
export interface Gathered {
  record: PaperRecord;
  stoodOn: StoodOn[];
  /** whose it is now */
  ownerId: string | null;
  /** what was said of what a plan may come to stands on this; null where nothing was */
  trees: { assumed: TreeAssumed; evidence: Evidence } | null;
}

/** Everything that papers of an instrument are made of, with what is not theirs left out already. */
@Injectable()
export class RecordOnPaperService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly examinations: ExaminationsService,
    private readonly given: GivenPapersService,
    private readonly instruments: InstrumentsService,
    private readonly interventions: InterventionsService,
    private readonly jobs: JobsService,
    private readonly judgement: JudgementService,
    private readonly map: MapService,
    private readonly owners: OwnersService,
    private readonly people: PeopleService,
    private readonly photographs: PhotographsService,
    private readonly planning: PlanningService,
    private readonly protocols: ProtocolsService,
    private readonly shop: ShopService,
    private readonly strings: StringsService,
  ) {}

  async of(id: string, asked: PapersAsked): Promise<Gathered> {
    const { for: audience, ownerName, prices, shopNotes } = asked;
    const instrument = await this.instruments.get(id);
    const shop = await this.shop.get();
    const heights = asked.heights ?? shop.sayIn;
    const [judged, examinations, { plan, marks }, done, photographs, planning, sets, owner, told, people] =
      await Promise.all([
        this.judgement.of(id, heights),
        this.examinations.ofInstrument(id),
        this.map.facts(id),
        this.interventions.ofInstrument(id),
        this.photographs.ofInstrument(id),
        this.planning.of(id),
        this.strings.sets(),
        instrument.ownerId === null ? null : this.owners.get(instrument.ownerId),
        this.jobs.told(id),
        this.people.names(),
      ]);
    const { evidence, today, yearInput, sides, money, effects, edits } = planning;
    const clean = leftOut({ owner: ownerName ? null : owner, prices });
    const asks = askedFor(asked.of);
    const { plans, assumed } =
      asks === 'record'
        ? { plans: [], assumed: null }
        : await this.analysis.ask('plansOnPaper', {
            ...{ evidence, today, yearInput, sides, effects, edits, heights },
            chosen: chosenOf(planning, clean),
            money: prices ? money : { ...money, ...NO_PRICES },
            trees: asks === 'trees',
          });
    const [{ versions, lastEstimate }, onMap] = await Promise.all([
      this.given.before(id, asked),
      this.map.versions(id),
    ]);
    const record: PaperRecord = {
      shop: {
        name: shop.name,
        currency: shop.currency,
        foot: paperText(shop.paperTexts ?? {}, audience),
        insurance: prices ? paperText(shop.paperTexts ?? {}, 'insurance') : '',
      },
      day: shop.today,
      heights,
      lengths: shop.lengths === 'in' || heights !== 'mm' ? 'in' : 'mm',
      audience,
      shows: { ownerName, prices, shopNotes },
      instrument: {
        ...whatIsKnown(instrument, clean),
        complaint: ownerName ? instrument.complaint : '',
        owner: ownerName ? (owner?.name ?? '') : '',
        strings: sets.find((one) => one.id === instrument.stringSet)?.name ?? '',
        marketValue: prices ? (instrument.marketValue?.amount ?? null) : null,
        worthToOwner: prices ? (instrument.worthToOwner?.amount ?? null) : null,
      },
      judged: saidOf(judged, clean),
      examinations: read(examinations, shopNotes ? clean : () => ''),
      plan,
      marks: marks.map((mark) => ({ ...mark, name: clean(mark.name) })),
      done: done.map((one) => ({
        when: clean(one.roughly) || sayDate(one.date),
        what: sayDone(one, shopNotes ? clean : () => ''),
      })),
      photographs: await this.pictures(photographs, shopNotes ? clean : () => ''),
      plans,
      versions,
      lastEstimate,
      quick: asked.of.includes('quick look')
        ? quickOnPaper(examinations, await this.protocols.list(), { instrument, shop, prices }, clean)
        : null,
      job:
        told &&
        jobOnPaper(told, {
          person: (one) => people(one),
          zone: shop.zone,
          written: clean,
          owners: ownerName,
        }),
      money,
    };
    return {
      record,
      ownerId: instrument.ownerId,
      trees: assumed && { assumed, evidence },
      stoodOn: [
        ...rows('instrument', [instrument]),
        ...rows('examination', examinations),
        ...rows('plan', onMap.plan),
        ...rows('mark', onMap.mark),
        ...rows('intervention', done),
        ...rows('photograph', photographs),
        ...rows('job', told ? [{ id: told.job.id, version: told.job.log.length }] : []),
      ],
    };
  }

  private async pictures(all: readonly Photograph[], written: Written): Promise<Photo[]> {
    const photos: Photo[] = [];
    for (const { picture, spot, takenOn, note } of all) {
      const bytes = await this.photographs.onPaper(picture);
      if (!bytes) continue;
      const said = `${spot}, ${sayDate(takenOn, 'long')}`;
      photos.push({
        bytes,
        said,
        caption: written(note.trim()) === '' ? said : `${said}: ${written(note.trim())}`,
      });
    }
    return photos;
  }
}

const rows = (table: string, all: readonly { id: string; version: number }[]): StoodOn[] =>
  all.map(({ id, version }) => ({ table, id, version }));

/** What becomes of a text that a person wrote. */
type Written = (text: string) => string;

/** The plan that Work shows. */
function chosenOf({ kept, own }: Planning, written: Written) {
  const plan = kept.find(({ chosen }) => chosen);
  if (!plan) return null;
  return {
    name: written(plan.name),
    ids: plan.treatments,
    own: own.filter(({ id }) => plan.own?.includes(id)),
    settings: settingsOf(plan.settings),
    wishes: wishesOf(plan.settings),
  };
}

function whatIsKnown(of: Instrument, written: Written) {
  const build = Object.entries(of.build ?? {}).flatMap(([part, way]): [string, string][] => {
    const known: { name: string; ways: Record<string, string> } = BUILD_PARTS[part as BuildPart];
    return [[known.name, known.ways[way] ?? way]];
  });
  return {
    nickname: written(of.nickname),
    maker: written(of.maker),
    identity: written(of.identity),
    doubtful: of.doubtful,
    archtop: of.type === 'archtop',
    scale: of.scale.metres,
    bodyJoin: of.bodyJoin,
    construction: written(of.construction),
    build,
    tailpiece: anchorOf(of.build ?? {}) === 'tailpiece',
  };
}

const read = (
  examinations: readonly Examination[],
  written: Written,
): PaperRecord['examinations'][number][] =>
  examinations
    .map(({ date, byName, conditions, notes, readings, findings }) => ({
      date,
      byName,
      humidity: conditions.humidity ?? '',
      strings: conditions.strings,
      notes: written(notes),
      readings: readings.map(({ quantity, place, value, toolName }) => ({
        quantity,
        place,
        value,
        toolName,
      })),
      points: findings.map(({ point, states, words }) => ({ point, states, words: written(words) })),
    }))
    .sort((a, b) => a.date.localeCompare(b.date));

const saidOf = (
  { date, first, unsound, findings, questions, looked }: Judgement,
  written: Written,
): PaperRecord['judged'] => ({
  date,
  first: first === null ? null : written(first),
  unsound,
  findings: findings.map(({ severity, text, more, never, marks }) => ({
    severity,
    text: written(text),
    more: more.map(written),
    never,
    marks,
  })),
  questions,
  notLooked: looked
    .filter(({ looked: how }) => how !== 'found so' && how !== 'found sound')
    .map(({ line }) => lineOf(line).name.toLowerCase()),
});

/** What was done, in one line. */
const sayDone = ({ kinds, treatments, note }: Intervention, written: Written): string =>
  [
    ...kinds.map((kind) => INTERVENTIONS[kind].name),
    ...treatments.map((id) => TREATMENTS[id].name.toLowerCase()),
    written(note.trim()),
  ]
    .filter(Boolean)
    .join('; ');
