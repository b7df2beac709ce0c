import { readLogFile, type LogFile } from '@upright-elder/core/air';
import { clockOf } from '@upright-elder/core/days';
import { expose } from 'comlink';

/** Reads a logger's file beside the page, so that a long one never holds it. Times without a zone are the shop's. */
const api = {
  read: (text: string, zone: string): LogFile => readLogFile(text, clockOf(zone)),
};
export type LogFileReader = typeof api;

expose(api);
