import { readLogFile, type LogFile } from '@upright-elder/core/air';
import { clockOf } from '@upright-elder/core/days';

/** Reads a logger's file beside the page, so that a long one never holds it. Times without a zone are the shop's. */
export const api = {
  read: (text: string, zone: string): LogFile => readLogFile(text, clockOf(zone)),
};
