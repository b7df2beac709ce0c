import { Injectable, type MessageEvent, type OnModuleDestroy } from '@nestjs/common';
import type { Changed } from '@upright-elder/contract';
import { buffer, interval, map, merge, share, Subject, takeUntil, throttleTime, type Observable } from 'rxjs';
import { ChangesService } from '../changes/changes.service.js';

/** Changes are told together, so often, ms. */
const TELL_MS = 100;
/** A line that is silent for longer is cut by what lies between, ms. */
const ALIVE_MS = 20000;

/** The one stream of a browser: what was saved, what was worked out anew, and what other modules have to tell. */
@Injectable()
export class EventsService implements OnModuleDestroy {
  private readonly ended = new Subject<void>();
  private readonly worked = new Subject<Changed[]>();
  private readonly sources: (() => Observable<MessageEvent>)[] = [];

  constructor(private readonly changes: ChangesService) {}

  /** before the server waits for its connections to end: the live ones end only here */
  onModuleDestroy(): void {
    this.ended.next();
  }

  /** Something else that browsers hear of, under a type of its own. */
  add(source: () => Observable<MessageEvent>): void {
    this.sources.push(source);
  }

  /** These instruments were worked out anew. */
  workedOut(ids: readonly string[]): void {
    this.worked.next(ids.map((id) => ({ subject: 'worked out', id })));
  }

  stream(): Observable<MessageEvent> {
    const news = merge(this.changes.changed(), this.worked).pipe(share());
    const changes = news.pipe(
      buffer(news.pipe(throttleTime(TELL_MS, undefined, { leading: false, trailing: true }))),
      map((lists): MessageEvent => ({ type: 'changes', data: { changed: once(lists.flat()) } })),
    );
    const alive = interval(ALIVE_MS).pipe(map((): MessageEvent => ({ type: 'alive', data: '' })));
    return merge(changes, alive, ...this.sources.map((source) => source())).pipe(takeUntil(this.ended));
  }
}

function once(changed: Changed[]): Changed[] {
  return [...new Map(changed.map((one) => [`${one.subject} ${one.id}`, one])).values()];
}
