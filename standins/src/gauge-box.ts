import { createServer, type Socket } from 'node:net';
import { GAUGES, lineOf, parseOrder, shownBy, type Gauge } from './gauges.js';

/**
 * The gauge box's stand-in: `gauge-box.ts [port]`. Sends its readings as text lines to whoever connects
 * (docs/gauge-box.md), ten times a second; a real serial-to-TCP bridge can take its place.
 */
const port = Number(process.argv[2] ?? 0);
const began = performance.now();
const told = new Map<Gauge, number | null>();
const sockets = new Set<Socket>();

const server = createServer((socket) => {
  sockets.add(socket);
  socket.setEncoding('utf8');
  socket.write('box stand-in on the bench\n');
  let rest = '';
  socket.on('data', (text: string) => {
    const lines = (rest + text).split(/\r?\n/u);
    rest = lines.pop()!.slice(-200);
    for (const line of lines) {
      const order = parseOrder(line);
      if (!order) continue;
      if (order.value === undefined) told.delete(order.gauge);
      else told.set(order.gauge, order.value);
    }
  });
  socket.on('error', () => undefined);
  socket.on('close', () => sockets.delete(socket));
});

setInterval(() => {
  const seconds = (performance.now() - began) / 1000;
  const lines = GAUGES.map((gauge) =>
    lineOf(gauge, told.has(gauge) ? told.get(gauge)! : shownBy(gauge, seconds)),
  );
  for (const socket of sockets) socket.write(`${lines.join('\n')}\n`);
}, 100);

server.on('error', (error) => {
  console.error(`The gauge box's stand-in cannot listen: ${error.message}`);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => {
  console.log(`gauge box at 127.0.0.1:${(server.address() as { port: number }).port}`);
});
