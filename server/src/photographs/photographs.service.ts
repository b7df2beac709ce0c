import { Injectable } from '@nestjs/common';
import { type FieldError, type Photograph, type PhotographInput } from '@upright-elder/contract';
import sharp from 'sharp';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { everyWord, type FoundText } from '../store/words.js';
import { VersionedStore } from '../store/versioned.js';
import { badFields, notFound } from '../http/problem.js';
import { refuseStrangers } from '../examinations/strangers.js';
import { MapService } from '../map/map.service.js';
import { PeopleService } from '../people/people.service.js';
import { StrikesService } from '../strikes/strikes.service.js';
import { PhotographEntity } from './photograph.entity.js';
import { PictureStore } from './picture-store.js';

const NO_SUCH_MARK: FieldError = {
  field: 'markId',
  typed: '',
  reason: 'this instrument has no such mark',
  accepted: 'a mark of its map that is saved, or none',
};

const ANOTHER_PICTURE = {
  reason: 'a photograph stays the picture that it is',
  accepted: 'the same picture; add the other one as a photograph of its own',
};

/** Longest edge of a picture on paper, pixels. */
const ON_PAPER = 1000;

@Injectable()
export class PhotographsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: VersionedStore,
    private readonly pictures: PictureStore,
    private readonly map: MapService,
    private readonly people: PeopleService,
    private readonly strikes: StrikesService,
  ) {}

  /** Photographs in whose spot or note every word stands, the newest first. */
  async find(words: readonly string[], limit: number): Promise<FoundText[]> {
    const text = `"spot" || CASE "note" WHEN '' THEN '' ELSE ', ' || "note" END`;
    const { sql, parameters } = everyWord(text, words);
    return this.database.read.query<FoundText[]>(
      `SELECT "id", "instrumentId", ${text} AS "text", "takenOn" AS "date" FROM "photograph"
       WHERE NOT "putAway" AND ${sql} ORDER BY "takenOn" DESC, "id" LIMIT ?`,
      [...parameters, limit],
    );
  }

  /** All photographs of an instrument, oldest first; those taken back only where they are asked for. */
  async ofInstrument(instrumentId: string, withStruck = false): Promise<Photograph[]> {
    const rows = await this.database.read.find(PhotographEntity, {
      where: withStruck ? { instrumentId } : { instrumentId, putAway: false },
      order: { takenOn: 'ASC', addedAt: 'ASC', id: 'ASC' },
    });
    return this.complete(rows);
  }

  /** A picture as it goes on paper: JPEG, no larger than a page shows; null where it is not there. */
  async onPaper(picture: string): Promise<Uint8Array | null> {
    const path = this.pictures.pathOf(picture);
    if (!path) return null;
    const bytes = await sharp(path, { failOn: 'error' })
      .resize(ON_PAPER, ON_PAPER, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer();
    return new Uint8Array(bytes);
  }

  async get(id: string): Promise<Photograph> {
    const row = await this.database.read.findOneBy(PhotographEntity, { id });
    if (!row) throw notFound('photograph');
    return (await this.complete([row]))[0]!;
  }

  async save(id: string, input: PhotographInput): Promise<Photograph> {
    const path = this.pictures.pathOf(input.picture);
    if (!path) {
      throw badFields([
        {
          field: 'picture',
          typed: input.picture,
          reason: 'the picture itself has not been taken in',
          accepted: 'the name that was answered when its bytes were sent',
        },
      ]);
    }
    if (input.takenOn > this.clock.date()) {
      throw badFields([
        {
          field: 'takenOn',
          typed: input.takenOn,
          reason: 'the photograph would be from the future',
          accepted: `a day up to ${this.clock.date()}`,
        },
      ]);
    }
    const { width, height } = await sharp(path).metadata();
    const { version: _version, why: _why, ...facts } = input;
    return this.store.save(PhotographEntity, id, {
      input,
      row: async (before, manager) => {
        const { markId = null, examinationId = null, instrumentId } = facts;
        if (markId && !(await this.map.hasMark(manager, markId, instrumentId)))
          throw badFields([NO_SUCH_MARK]);
        await refuseStrangers(manager, 'examinationId', instrumentId, [examinationId]);
        if (before && before.picture !== facts.picture)
          throw badFields([{ field: 'picture', typed: facts.picture, ...ANOTHER_PICTURE }]);
        return {
          ...facts,
          examinationId,
          markId,
          width,
          height,
          putAway: before?.putAway ?? false,
          addedAt: before?.addedAt ?? this.clock.now(),
        };
      },
      // a word added to a note takes nothing away
      asks: (before, { note }) => [
        'takenOn',
        'spot',
        'examinationId',
        'markId',
        ...(note.startsWith(before.note) ? [] : (['note'] as const)),
      ],
      get: () => this.get(id),
    });
  }

  private async complete(rows: PhotographEntity[]): Promise<Photograph[]> {
    const nameOf = await this.people.names();
    const strikes = await this.strikes.ofMany(
      'photograph',
      rows.filter(({ putAway }) => putAway).map(({ id }) => id),
    );
    return rows.map(({ fingerprint: _fingerprint, putAway: struck, ...row }) => ({
      ...row,
      struck,
      strikes: strikes.get(row.id) ?? [],
      byName: nameOf(row.by),
    }));
  }
}
