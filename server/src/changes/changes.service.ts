import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Changed } from '@upright-elder/contract';
import { Subject, type Observable } from 'rxjs';
import { Database } from '../store/database.js';

/**
 * What was changed, as it is on disk: the one record that every cache and every open page hears of changes by. It is
 * written by triggers (migrations/interventions.ts), so that nobody who writes can forget it.
 */
@Injectable()
export class ChangesService implements OnModuleInit {
  private readonly said = new Subject<Changed[]>();
  private seen = 0;

  constructor(private readonly database: Database) {}

  async onModuleInit(): Promise<void> {
    this.seen = await this.latest();
    this.database.follow(() => this.look());
  }

  /** Everything that was changed by each transaction, after it is on disk. */
  changed(): Observable<Changed[]> {
    return this.said.asObservable();
  }

  /** Of one subject that there is one of: rises with every change of it. */
  async revisionOf(subject: Changed['subject'], id = ''): Promise<number> {
    const [row] = await this.database.read.query<{ revision: number }[]>(
      'SELECT "revision" FROM "change" WHERE "subject" = ? AND "id" = ?',
      [subject, id],
    );
    return row?.revision ?? 0;
  }

  private async latest(): Promise<number> {
    const [row] = await this.database.read.query<{ revision: number | null }[]>(
      'SELECT max("revision") AS "revision" FROM "change"',
    );
    return row?.revision ?? 0;
  }

  private look(): void {
    const since = this.seen;
    void this.database.read
      .query<(Changed & { revision: number })[]>(
        'SELECT "subject", "id", "revision" FROM "change" WHERE "revision" > ? ORDER BY "revision"',
        [since],
      )
      .then((rows) => {
        const news = rows.filter(({ revision }) => revision > this.seen);
        if (news.length === 0) return;
        this.seen = news.at(-1)!.revision;
        this.said.next(news.map(({ subject, id }) => ({ subject, id })));
      })
      // the program is ending: nobody listens any more
      .catch(() => undefined);
  }
}
