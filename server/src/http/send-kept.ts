import type { Response } from 'express';

export interface KeptFile {
  path: string;
  /** MIME */
  type: string;
  disposition: string;
  /** it came from outside: nothing of it is ever run or shown as a page */
  foreign?: boolean;
}

/** Sends a file that never changes. The shop's folder may lie anywhere, also under a name that begins with a dot. */
export function sendKept(response: Response, { path, type, disposition, foreign = false }: KeptFile): void {
  response.set({
    'Cache-Control': 'private, max-age=31536000, immutable',
    'Content-Disposition': disposition,
    ...(foreign ? { 'Content-Security-Policy': "default-src 'none'; sandbox" } : {}),
  });
  response.sendFile(path, { dotfiles: 'allow', headers: { 'Content-Type': type } });
}
