import type { NextFunction, Request, Response } from 'express';

/**
 * Even on this machine a page from elsewhere must not speak to the shop's data: the Host must be ours (no DNS
 * rebinding), an Origin, where the browser sends one, must be the same place, and what a page of another site asks for
 * is not answered. Following a link to the shop from elsewhere is no such question.
 */
export function localOnly(request: Request, response: Response, next: NextFunction): void {
  const port = request.socket.localPort;
  const hosts = [`127.0.0.1:${port}`, `localhost:${port}`];
  const { host, origin } = request.headers;
  const refuse = (detail: string) =>
    response
      .status(403)
      .type('application/problem+json')
      .send(
        JSON.stringify({
          type: 'urn:upright-elder:problem:not-from-here',
          title: 'Not from here',
          status: 403,
          detail,
        }),
      );
  if (!host || !hosts.includes(host))
    return void refuse('The program answers only under its own local address.');
  if (origin !== undefined && !hosts.some((ours) => origin === `http://${ours}`)) {
    return void refuse('A page from another place may not use this program.');
  }
  const { 'sec-fetch-site': site, 'sec-fetch-mode': mode } = request.headers;
  if (site === 'cross-site' && mode !== 'navigate')
    return void refuse('A page from another place may not use this program.');
  next();
}
