import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';

/** Serves the built interface: hashed files for ever, the page itself never from a cache. */
export function serveWeb(server: Express, folder: string): void {
  const page = join(folder, 'index.html');
  if (!existsSync(page))
    throw new Error(`The interface is not built: ${page} is missing. Run “npm run build”.`);
  // script and style travel compressed; what the program answers does not, since its stream may not wait
  server.use(
    '/assets',
    compression({ level: 9 }),
    express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y' }),
  );
  server.use(express.static(folder, { index: false, maxAge: 0 }));
  server.get(/^\/(?!api(?:\/|$)).*/u, (request, response) => {
    // an address with a point in it is a file's, and there is no such file; every other is a place of the interface
    if (/\.[^/]*$|\/\./u.test(request.path)) {
      response
        .status(404)
        .type('application/problem+json')
        .send(JSON.stringify({ type: 'about:blank', title: 'There is no such file', status: 404 }));
      return;
    }
    response.set('Cache-Control', 'no-cache').sendFile(page, { dotfiles: 'allow' });
  });
}
