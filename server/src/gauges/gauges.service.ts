import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import type { GaugesNow, GaugeShown } from '@upright-elder/contract';
import { GAUGE_RESOLUTION, GAUGES, steadyValue, type Gauge } from '@upright-elder/core/readings';
import { printAngle, printLength, printPercent } from '@upright-elder/core/units';
import { distinctUntilChanged, interval, map, merge, Subject, throttleTime, type Observable } from 'rxjs';
import { EventsService } from '../events/events.service.js';
import { GaugeBox, type BoxAddress } from './gauge-box.js';

export const GAUGE_BOX = Symbol('where the gauge box listens, or nothing');

/** At most so often a browser is told. */
const TELL_MS = 100;
/** Steadiness comes by itself, without a new line. */
const LOOK_MS = 250;

const SAY: Record<Gauge, (value: number) => string> = {
  height: (metres) => printLength(metres, 'mm'),
  depth: (metres) => printLength(metres, 'mm'),
  level: (radians) => printAngle(radians, '°'),
  moisture: printPercent,
};

/** What the gauges of the bench show, as it changes. */
@Injectable()
export class GaugesService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly changed = new Subject<void>();
  private readonly box: GaugeBox | null;

  constructor(@Inject(GAUGE_BOX) address: BoxAddress | null, events: EventsService) {
    if (address) events.add(() => this.live().pipe(map((data) => ({ type: 'gauges', data }))));
    this.box = address && new GaugeBox(address, () => this.changed.next(), seconds);
  }

  onApplicationBootstrap(): void {
    this.box?.open();
  }

  onModuleDestroy(): void {
    this.box?.close();
  }

  now(): GaugesNow {
    if (!this.box) return { setUp: false, connected: false, box: '', gauges: [] };
    const { connected, name, samples } = this.box;
    const gauges = GAUGES.flatMap((kind): GaugeShown[] => {
      const seen = samples.get(kind);
      if (!seen) return [];
      const steady = steadyValue(seen, GAUGE_RESOLUTION[kind], seconds());
      const value = steady ?? seen.at(-1)?.value ?? null;
      return [{ kind, value, text: value === null ? '' : SAY[kind](value), steady: steady !== null }];
    });
    return { setUp: true, connected, box: name, gauges };
  }

  /** The same as it changes. */
  private live(): Observable<GaugesNow> {
    return merge(
      this.changed.pipe(throttleTime(TELL_MS, undefined, { leading: true, trailing: true })),
      interval(LOOK_MS),
    ).pipe(
      map(() => this.now()),
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
    );
  }
}

/** A clock of its own that nobody sets back. */
function seconds(): number {
  return performance.now() / 1000;
}
