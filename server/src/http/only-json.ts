import type { NextFunction, Request, Response } from 'express';

/** Where bytes come in as they are. */
const BYTES = /^\/api\/(?:pictures|papers\/answers|exchange\/in)\/?$/u;

/** A body that is not JSON is refused by name: an empty one would seem to be missing everything. */
export function onlyJson(request: Request, response: Response, next: NextFunction): void {
  const { method, headers, path } = request;
  const hasBody = headers['content-length'] !== undefined || headers['transfer-encoding'] !== undefined;
  const empty = headers['content-length'] === '0';
  if (!['PUT', 'POST', 'PATCH'].includes(method) || !hasBody || empty || BYTES.test(path)) return next();
  if (request.is('application/json')) return next();
  response
    .status(415)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title: 'The body is not JSON',
        status: 415,
        detail: 'A body of the type application/json is accepted here. Nothing was saved.',
      }),
    );
}
