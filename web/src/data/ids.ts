import { v7 } from 'uuid';

/** A new id, made here so that a create can be repeated (UUIDv7; no secure context needed). */
export const newId = (): string => v7();
