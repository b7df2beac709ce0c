import type { GaugeKind, GaugesNow, GaugeShown } from '@upright-elder/contract';
import { QUANTITIES, type QuantityId } from '@upright-elder/core/readings';
import { useSyncExternalStore } from 'react';
import { get } from './api.js';
import { hear } from './events.js';

const SILENT: GaugesNow = { setUp: false, connected: false, box: '', gauges: [] };

let now: GaugesNow = SILENT;
let stop: (() => void) | null = null;
const listeners = new Set<() => void>();

function tell(next: GaugesNow): void {
  now = next;
  listeners.forEach((listener) => listener());
}

/** The gauges come with the events of the server; what they show already is asked for once. */
function listen(listener: () => void): () => void {
  listeners.add(listener);
  if (!stop) {
    stop = hear((said) => {
      if (said.type === 'gauges') tell(JSON.parse(said.data) as GaugesNow);
      if (said.type === 'lost') tell({ ...now, connected: false, gauges: [] });
    });
    void get<GaugesNow>('gauges')
      .then(tell)
      .catch(() => undefined);
  }
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    stop?.();
    stop = null;
    now = SILENT;
  };
}

/** What the gauges of the bench show now. */
export const useGauges = (): GaugesNow => useSyncExternalStore(listen, () => now);

/** The gauges that can read a quantity: a level reads angles, height and depth gauges lengths. */
export function gaugesFor(quantity: QuantityId): GaugeKind[] {
  const { dimension } = QUANTITIES[quantity];
  if (dimension === 'angle') return ['level'];
  return dimension === 'length' ? ['height', 'depth'] : [];
}

/** The gauge that is laid on: a steady one before one that moves. */
export function laidOn(gauges: readonly GaugeShown[], kinds: readonly GaugeKind[]): GaugeShown | undefined {
  const fitting = gauges.filter(({ kind, value }) => kinds.includes(kind) && value !== null);
  return fitting.find(({ steady }) => steady) ?? fitting[0];
}
