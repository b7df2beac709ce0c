/**
 * One event stream for all windows of this browser: a browser opens few connections to one server, and every window
 * would take one. Runs as a shared worker; a browser without them opens a stream a window (data/events.ts).
 */
interface SharedScope {
  onconnect: ((event: MessageEvent) => void) | null;
}

/** What the stream says, as it is handed on. */
export type StreamSaid = { type: 'changes' | 'gauges'; data: string } | { type: 'open' | 'lost' };

const ports = new Set<MessagePort>();
let source: EventSource | null = null;

function tell(said: StreamSaid): void {
  for (const port of ports) port.postMessage(said);
}

function listen(): void {
  if (source) return;
  source = new EventSource('/api/events');
  source.onopen = () => tell({ type: 'open' });
  source.onerror = () => tell({ type: 'lost' });
  for (const type of ['changes', 'gauges'] as const)
    source.addEventListener(type, ({ data }: MessageEvent<string>) => tell({ type, data }));
}

(self as unknown as SharedScope).onconnect = ({ ports: [port] }) => {
  if (!port) return;
  ports.add(port);
  port.onmessage = ({ data }: MessageEvent<string>) => {
    if (data !== 'bye') return;
    ports.delete(port);
    if (ports.size > 0) return;
    source?.close();
    source = null;
  };
  listen();
};
