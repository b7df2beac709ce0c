import type { InChoices, Incoming, OutAsked, OutFile, Problem } from '@upright-elder/contract';
import useSWR from 'swr';
import { get, ProblemError, send, Unreachable } from './api.js';

/** So often a file under way is asked for, ms. */
const OFTEN = 400;

/** A file that goes out, followed until it is whole. */
export const useOutFile = (id: string | null) =>
  useSWR<OutFile, Error>(id && `exchange/out/${id}`, get, {
    refreshInterval: (file) => (file && file.state !== 'writing' ? 0 : OFTEN),
  });

/** A file that comes in, followed while something happens to it. */
export const useIncoming = (id: string | null) =>
  useSWR<Incoming, Error>(id && `exchange/in/${id}`, get, {
    refreshInterval: (file) => (file && file.state !== 'looking' && file.state !== 'taking' ? 0 : OFTEN),
  });

export const beginOut = (asked: OutAsked) => send<OutFile>('POST', 'exchange/out', asked);
export const stopOut = (id: string) => send<OutFile>('DELETE', `exchange/out/${id}`);
export const outUrl = (id: string): string => `/api/exchange/out/${id}/file`;

export const choose = (id: string, choices: InChoices) =>
  send<Incoming>('PUT', `exchange/in/${id}/choices`, choices);
export const takeIn = (id: string, by: string | null) =>
  send<Incoming>('POST', `exchange/in/${id}/take`, { by });
export const leaveIn = (id: string) => send<Incoming>('DELETE', `exchange/in/${id}`);

/** Sends a file whole, as it is on the disk. @throws ProblemError with the server's explanation, or Unreachable */
export async function comeIn(file: Blob): Promise<Incoming> {
  const response = await fetch('/api/exchange/in', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  }).catch(() => {
    throw new Unreachable();
  });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new ProblemError(answer as Problem);
  return answer as Incoming;
}
