/** Asks a server; tries once more where the connection was dropped before an answer: everything here may be sent twice. */
export async function ask(address: string, path: string, init: RequestInit = {}): Promise<unknown> {
  const response = await fetch(`${address}/api/${path}`, init).catch((error: unknown) => {
    if (!isDropped(error)) throw error;
    return fetch(`${address}/api/${path}`, init);
  });
  if (!response.ok) throw new Error(`${init.method ?? 'GET'} ${path}: ${await response.text()}`);
  return response.json();
}

/** A connection that was kept alive, and closed by the other side as it was about to be used. */
function isDropped(error: unknown): boolean {
  const { code } = ((error as Error).cause ?? {}) as { code?: string };
  return code === 'UND_ERR_SOCKET' || code === 'ECONNRESET' || code === 'EPIPE';
}
