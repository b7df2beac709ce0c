import { Injectable } from '@nestjs/common';
import { ChangesService } from '../changes/changes.service.js';
import { Database } from '../store/database.js';
import { ShopService } from '../shop/shop.service.js';
import { ToolsService } from '../tools/tools.service.js';
import { fingerprintOf } from './fingerprint.js';
import { LearnedTopsService } from './learned-tops.service.js';

/** What the change record says of everything that an instrument stands on. */
export interface Stamp {
  id: string;
  stamp: string;
}

/** What is kept of an instrument, beside what its stamp is now. */
export interface WorkedOutStamp extends Stamp {
  /** null where nothing is kept */
  keptStamp: string | null;
  keptDay: number | null;
  /** of the sentence on its card */
  weight: string | null;
}

/** The change record: what is it, since when it says so. */
const STAMP = `ifnull(c."revision", 0) || ' ' || ifnull(i."homeRoomId", '') || ' ' || ifnull(r."revision", 0) || ' ' || ifnull((SELECT sum(p."revision") FROM "change" p WHERE p."subject" = 'room' AND p."id" IN (
    SELECT json_extract(m."changes", '$.room.from') FROM "intervention" m WHERE m."instrumentId" = i."id" AND m."changes" <> '{}'
    UNION SELECT json_extract(m."changes", '$.room.to') FROM "intervention" m WHERE m."instrumentId" = i."id" AND m."changes" <> '{}')), 0) || ' ' || ifnull(k."revision", 0) || ' ' || ifnull(s."fingerprint", '')`;
const FROM = `"instrument" i
  LEFT JOIN "change" c ON c."subject" = 'instrument' AND c."id" = i."id"
  LEFT JOIN "change" r ON r."subject" = 'room' AND r."id" = i."homeRoomId"
  LEFT JOIN "change" k ON k."subject" = 'room' AND k."id" = i."keptRoomId"
  LEFT JOIN "solved_top" s ON s."id" = i."id"`;

/**
 * Tells without gathering whether anything was written that an instrument stands on. Two stamps that are the same stand
 * on the same; two that differ may all the same, and only the fingerprint tells.
 */
@Injectable()
export class StampsService {
  private shared: { revisions: string; text: string } | null = null;

  constructor(
    private readonly database: Database,
    private readonly changes: ChangesService,
    private readonly tools: ToolsService,
    private readonly shop: ShopService,
    private readonly tops: LearnedTopsService,
  ) {}

  async of(id: string): Promise<string> {
    return (await this.these([id]))[0]?.stamp ?? '';
  }

  async these(ids: readonly string[]): Promise<Stamp[]> {
    const shared = await this.ofShop();
    return this.database.read.query<Stamp[]>(
      `SELECT i."id", ${STAMP} || ' ' || ? AS "stamp" FROM ${FROM} WHERE i."id" IN (SELECT value FROM json_each(?))`,
      [shared, JSON.stringify(ids)],
    );
  }

  /** Of all instruments, beside what is kept of them. */
  async all(): Promise<WorkedOutStamp[]> {
    const shared = await this.ofShop();
    return this.database.read.query<WorkedOutStamp[]>(
      `SELECT i."id", ${STAMP} || ' ' || ? AS "stamp", w."stamp" AS "keptStamp", w."day" AS "keptDay",
        json_extract(w."card", '$.first.mm.weight') AS "weight"
       FROM ${FROM} LEFT JOIN "worked_out" w ON w."instrumentId" = i."id"`,
      [shared],
    );
  }

  /** What every instrument stands on: the errors of the shop's tools, its schools, what its tops taught, and the program. */
  private async ofShop(): Promise<string> {
    const revisions = `${await this.changes.revisionOf('tools')} ${await this.changes.revisionOf('shop')} ${this.tops.said}`;
    if (this.shared?.revisions !== revisions)
      this.shared = {
        revisions,
        text: fingerprintOf({
          tools: await this.tools.standing(),
          schools: (await this.shop.get()).schools ?? {},
          learned: this.tops.said,
        }),
      };
    return this.shared.text;
  }
}
