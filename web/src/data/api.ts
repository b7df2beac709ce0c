import type { Problem } from '@upright-elder/contract';

/** The server's own words about what went wrong. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ? `${problem.title}: ${problem.detail}` : problem.title);
  }
}

/** The server could not be reached at all: nothing was lost, it is tried again later. */
export class Unreachable extends Error {
  constructor() {
    super('The program on this machine does not answer. What you typed is kept in this browser.');
  }
}

/**
 * One request to the server.
 *
 * @throws ProblemError with the server's explanation, or Unreachable
 */
export async function send<T>(
  method: 'GET' | 'PUT' | 'POST' | 'DELETE',
  path: string,
  body?: unknown,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new Unreachable();
  }
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    throw new ProblemError(
      (answer as Problem | null) ?? {
        type: 'about:blank',
        title: 'The answer could not be read',
        status: response.status,
      },
    );
  }
  return answer as T;
}

export const get = <T>(path: string) => send<T>('GET', path);
