import { del, get, set } from 'idb-keyval';

/**
 * Drafts live in IndexedDB: what is written there survives a killed browser at once. A browser that refuses it
 * (a private window) works on without drafts.
 */
export async function readDraft<T>(key: string): Promise<T | undefined> {
  return get<T>(key).catch(() => undefined);
}

export async function keepDraft(key: string, draft: unknown): Promise<void> {
  await set(key, draft).catch(() => undefined);
}

export async function dropDraft(key: string): Promise<void> {
  await del(key).catch(() => undefined);
}
