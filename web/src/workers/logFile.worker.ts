import { readLogFile, type LogFile } from '@upright-elder/core';
import { expose } from 'comlink';

/** Reads a logger's file beside the page, so that a long one never holds it. Times without a zone are local. */
const api = {
  read: (text: string): LogFile =>
    readLogFile(text, ([year, month, day, hour, minute, second]) =>
      new Date(year, month - 1, day, hour, minute, second).toISOString(),
    ),
};
export type LogFileReader = typeof api;

expose(api);
