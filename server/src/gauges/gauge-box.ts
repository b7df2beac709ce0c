import { connect, type Socket } from 'node:net';
import { parseGaugeLine, type Gauge, type GaugeSample } from '@upright-elder/core/readings';

/** Where a gauge box listens. */
export interface BoxAddress {
  host: string;
  port: number;
}

const FIRST_RETRY_MS = 500;
const LAST_RETRY_MS = 8000;
/** A box that is silent for so long is lost, whatever its connection says: a pulled cable does not close it. */
const SILENT_MS = 5000;
const KEPT_SAMPLES = 40;
const LONGEST_BUFFER = 4096;

/**
 * The line to a gauge box over TCP: connects, connects again when it is lost, and keeps the last samples of every
 * gauge. A real serial-to-TCP bridge takes the stand-in's place without anything else changing.
 */
export class GaugeBox {
  connected = false;
  name = '';
  readonly samples = new Map<Gauge, GaugeSample[]>();
  private socket: Socket | null = null;
  private buffer = '';
  private retry = FIRST_RETRY_MS;
  private timer: NodeJS.Timeout | null = null;
  private closed = false;

  constructor(
    private readonly address: BoxAddress,
    private readonly onChange: () => void,
    private readonly seconds: () => number,
  ) {}

  open(): void {
    const socket = connect(this.address);
    this.socket = socket;
    socket.setEncoding('utf8');
    socket.setTimeout(SILENT_MS);
    socket.on('connect', () => {
      this.connected = true;
      this.retry = FIRST_RETRY_MS;
      this.onChange();
    });
    socket.on('data', (text: string) => this.hear(text));
    socket.on('timeout', () => socket.destroy());
    socket.on('error', () => undefined);
    socket.on('close', () => this.lost());
  }

  close(): void {
    this.closed = true;
    if (this.timer) clearTimeout(this.timer);
    this.socket?.destroy();
  }

  private lost(): void {
    this.connected = false;
    this.buffer = '';
    this.samples.clear();
    this.onChange();
    if (this.closed) return;
    this.timer = setTimeout(() => this.open(), this.retry);
    this.timer.unref();
    this.retry = Math.min(this.retry * 2, LAST_RETRY_MS);
  }

  private hear(text: string): void {
    const lines = (this.buffer + text).split(/\r?\n/u);
    // a line that never ends is noise, not a reading
    this.buffer = lines.pop()!.slice(-LONGEST_BUFFER);
    for (const line of lines) {
      const said = parseGaugeLine(line);
      if (said?.says === 'box') this.name = said.name;
      if (said?.says === 'gauge') this.note(said.gauge, said.value);
    }
    if (lines.length > 0) this.onChange();
  }

  private note(gauge: Gauge, value: number | null): void {
    if (value === null) this.samples.set(gauge, []);
    else {
      const kept = (this.samples.get(gauge) ?? []).slice(1 - KEPT_SAMPLES);
      this.samples.set(gauge, [...kept, { value, at: this.seconds() }]);
    }
  }
}
