import { Agent, request } from 'node:http';

export interface Answer {
  status: number;
  type: string;
  text: string;
  /** from the request's leaving to the answer's end, less what this process stood still itself */
  ms: number;
}

/** So often it is looked whether this process itself stood still, ms. */
const LOOK_MS = 20;
let stood = 0;
let looked = performance.now();
setInterval(() => {
  const now = performance.now();
  stood += Math.max(0, now - looked - 5 * LOOK_MS);
  looked = now;
}, LOOK_MS).unref();

/** One connection that is kept open, as a browser keeps one. */
export class Client {
  private readonly agent = new Agent({ keepAlive: true, maxSockets: 1 });

  constructor(private readonly address: string) {}

  /** @throws Error where nothing is answered within a minute, or no client could send it */
  ask(method: string, path: string, type: string, body?: string): Promise<Answer> {
    return new Promise((done, failed) => {
      const { hostname, port } = new URL(this.address);
      const length = body === undefined ? {} : { 'content-length': Buffer.byteLength(body) };
      const headers = { 'content-type': type, ...length };
      let began = performance.now();
      let before = stood;
      const sent = request({ agent: this.agent, hostname, port, method, path, headers }, (response) => {
        const pieces: Buffer[] = [];
        response.on('data', (piece: Buffer) => pieces.push(piece));
        response.on('error', failed);
        response.on('end', () =>
          done({
            status: response.statusCode!,
            type: response.headers['content-type'] ?? '',
            text: Buffer.concat(pieces).toString('utf8'),
            ms: performance.now() - began - (stood - before),
          }),
        );
      });
      sent.setTimeout(60000, () => sent.destroy(new Error('no answer within a minute')));
      sent.on('socket', (socket) => {
        const leaves = () => {
          began = performance.now();
          before = stood;
        };
        if (socket.connecting) socket.once('connect', leaves);
        else leaves();
      });
      sent.on('error', (error) => {
        // the program closes the connection of a body that it will not read to its end
        if (/ECONNRESET|EPIPE/u.test(String(error))) done({ status: 413, type: '', text: '', ms: 0 });
        else failed(error);
      });
      sent.end(body);
    });
  }

  close(): void {
    this.agent.destroy();
  }
}
