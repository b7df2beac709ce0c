import type { GaugeKind, GaugesNow, GaugeShown } from '@upright-elder/contract';
import { QUANTITIES, type QuantityId } from '@upright-elder/core';
import { useSyncExternalStore } from 'react';

const SILENT: GaugesNow = { setUp: false, connected: false, box: '', gauges: [] };

let now: GaugesNow = SILENT;
let source: EventSource | null = null;
const listeners = new Set<() => void>();

function tell(next: GaugesNow): void {
  now = next;
  listeners.forEach((listener) => listener());
}

/** One line to the server for all fields; the browser opens it again by itself when it is lost. */
function listen(listener: () => void): () => void {
  listeners.add(listener);
  if (!source) {
    source = new EventSource('/api/gauges/live');
    source.onmessage = ({ data }: MessageEvent<string>) => tell(JSON.parse(data) as GaugesNow);
    source.onerror = () => tell({ ...now, connected: false, gauges: [] });
  }
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    source?.close();
    source = null;
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
