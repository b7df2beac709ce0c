import { sayDate } from '../days/index.js';
import type { AirDoubt } from '../diagnosis/index.js';
import { humid } from './sentence.js';

/** What is asked about the air that an instrument is said to have lived in. */
export function airDoubtSentence({
  kind,
  room = '',
  date,
  read,
  logged,
}: Pick<AirDoubt, 'kind' | 'date' | 'read' | 'logged'> & { room?: string }): string {
  const log = room === '' ? 'the log of its room' : `the log of ${room}`;
  if (kind === 'changed' || read === null || logged === null)
    return `Since ${sayDate(date, 'month in full')} ${log} does not fit its seasons. Did the room change, or the sensor?`;
  return `${humid(read)} measured beside it on ${sayDate(date)}; ${log} says ${humid(logged)}. ${ASKS[kind]}`;
}

const ASKS: Record<Exclude<AirDoubt['kind'], 'changed'>, string> = {
  always: 'Is that its room?',
  until: 'Was it somewhere else until then?',
  since: 'Has it been somewhere else since?',
  misread: 'Was that read right?',
  sensor: 'Is that log’s sensor right?',
};
