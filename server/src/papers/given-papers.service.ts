import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { PaperGiven, PapersAsked, WayOn } from '@upright-elder/contract';
import { toAgree, type PaperId } from '@upright-elder/core/papers';
import type { PaperRecord } from '@upright-elder/papers';
import { In, type EntityManager } from 'typeorm';
import { Database } from '../store/database.js';
import { notFound } from '../http/problem.js';
import { answersOf } from '../jobs/owners-words.js';
import { OwnersService, type Erased } from '../owners/owners.service.js';
import { PeopleService } from '../people/people.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { Outgoing } from './outgoing.js';
import { PaperFiles } from './paper-files.js';
import { PaperGivenEntity } from './paper-given.entity.js';
import { paperName } from './paper-name.js';
import { TreeSaidEntity } from './tree-said.entity.js';

/** Papers as they went out of the shop: kept as the files that were given, whatever is recorded later. */
@Injectable()
export class GivenPapersService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly files: PaperFiles,
    private readonly instruments: InstrumentsService,
    private readonly outgoing: Outgoing,
    private readonly owners: OwnersService,
    private readonly people: PeopleService,
  ) {}

  onModuleInit(): void {
    this.owners.alsoErase((manager, erased) => this.forget(manager, erased));
  }

  /**
   * What was given to an owner, and what came back signed, bears their name: the files go, and that something was given
   * stays. They go before it is on disk that they did, so that nobody is ever told so while they are still there.
   */
  private async forget(manager: EntityManager, erased: Erased): Promise<void> {
    const theirs = await manager.findBy(PaperGivenEntity, { ownerId: erased.id });
    await manager.update(PaperGivenEntity, { ownerId: erased.id }, { to: '' });
    for (const { id } of theirs) await this.outgoing.remove(id);
    const answers = await answersOf(manager, erased);
    for (const file of new Set([...theirs.map((one) => one.file), ...answers])) {
      const others = await manager.findBy(PaperGivenEntity, { file });
      if (others.every(({ ownerId }) => ownerId === erased.id)) await this.files.remove(file);
    }
  }

  /** Of an instrument, the latest first. */
  async ofInstrument(instrumentId: string): Promise<PaperGiven[]> {
    return this.complete(await this.rowsOf(instrumentId));
  }

  async get(id: string): Promise<PaperGiven> {
    const row = await this.find(id);
    if (!row) throw notFound('paper');
    return (await this.complete([row]))[0]!;
  }

  find(id: string): Promise<PaperGivenEntity | null> {
    return this.database.read.findOneBy(PaperGivenEntity, { id });
  }

  /** The number that each paper gets when it is given, and the estimate that was given last. */
  async before(
    instrumentId: string,
    { of, for: audience }: Pick<PapersAsked, 'of' | 'for'>,
  ): Promise<Pick<PaperRecord, 'versions' | 'lastEstimate'>> {
    const rows = await this.rowsOf(instrumentId);
    const estimate = rows.find(({ papers }) => papers.includes('estimate'));
    const given = (paper: PaperId) =>
      rows.filter((row) => row.audience === audience && row.papers.includes(paper)).length;
    return {
      versions: Object.fromEntries(of.map((paper) => [paper, given(paper) + 1])),
      lastEstimate: estimate
        ? {
            day: estimate.at.slice(0, 10),
            version: estimate.versions.estimate ?? 1,
            ways: estimate.ways,
          }
        : null,
    };
  }

  /** The file first, then what is said of it: a row without its file cannot be. */
  async keep(
    row: Omit<PaperGivenEntity, 'file' | 'bytes'>,
    bytes: Uint8Array,
    trees: readonly TreeSaidEntity[],
  ): Promise<PaperGiven> {
    const file = await this.files.keep(bytes);
    await this.database.write(async (manager) => {
      await manager.insert(PaperGivenEntity, { ...row, file, bytes: bytes.length });
      for (const tree of trees) await manager.insert(TreeSaidEntity, tree);
    });
    return this.get(row.id);
  }

  /** The file that was given. @throws ProblemError where there is none, or the disk has lost it */
  async fileOf(id: string): Promise<{ path: string; name: string }> {
    const row = await this.find(id);
    if (!row) throw notFound('paper');
    const path = this.files.pathOf(row.file);
    if (!path) throw notFound('file of this paper');
    const { nickname } = await this.instruments.get(row.instrumentId);
    return { path, name: `${paperName(nickname, row.papers)}, ${row.at.slice(0, 10)}` };
  }

  private rowsOf(instrumentId: string): Promise<PaperGivenEntity[]> {
    return this.database.read.find(PaperGivenEntity, {
      where: { instrumentId },
      order: { at: 'DESC', id: 'DESC' },
    });
  }

  private async complete(rows: readonly PaperGivenEntity[]): Promise<PaperGiven[]> {
    const nameOf = await this.people.names();
    // of what a tree was drawn from nothing is shown
    const trees = await this.database.read.find(TreeSaidEntity, {
      select: { id: true, paper: true, plan: true, tree: true },
      where: {
        instrumentId: In([...new Set(rows.map((row) => row.instrumentId))]),
        paper: In(rows.map(({ id }) => id)),
      },
    });
    return rows.map(
      ({ id, at, by, papers, audience, size, heights, ownerName, prices, shopNotes, to, way, ...row }) => ({
        ...{ id, at, by, of: papers, for: audience, size, ownerName, prices, shopNotes, to, way },
        ...(heights ? { heights } : {}),
        byName: nameOf(by),
        file: row.file,
        bytes: row.bytes,
        versions: row.versions,
        there: this.files.has(row.file),
        onward: onward(trees.filter(({ paper }) => paper === id)),
      }),
    );
  }
}

/** The ways on, beyond what is agreed to now, that an owner may agree to beforehand. */
function onward(trees: readonly Pick<TreeSaidEntity, 'plan' | 'tree'>[]): WayOn[] {
  const asked = toAgree(trees, ({ plan: { kinds, chosen = false } }) => ({ kinds, chosen }));
  if (!asked || asked.tree.says === 'ask') return [];
  return asked.tree.ways
    .filter(({ more }) => more.hours[2] > 0.5)
    .map((way) => ({
      key: way.key,
      treatments: way.ids,
      upTo: way.more.money?.[2] ?? null,
    }));
}
