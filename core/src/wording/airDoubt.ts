import { sayDate } from '../days/index.js';
import type { AirDoubt } from '../diagnosis/index.js';
import { humid } from './sentence.js';
import { capital } from './words.js';

/** What is asked about the air that an instrument is said to have lived in. */
export function airDoubtSentence({
  kind,
  room = '',
  date,
  read,
  logged,
}: Pick<AirDoubt, 'kind' | 'date' | 'read' | 'logged'> & { room?: string }): string {
  const log = room === '' ? 'the log of its room' : `the log of ${room}`;
  const day = sayDate(date, 'long');
  if (kind === 'changed' || read === null || logged === null)
    return `${capital(log)} goes on otherwise since ${day} than its seasons explain: did the room change, or the sensor?`;
  return `On ${day} ${humid(read)} was read beside it, and ${log} has ${humid(logged)}: ${ASKS[kind]}`;
}

const ASKS: Record<Exclude<AirDoubt['kind'], 'changed'>, string> = {
  always: 'is that the room it lies in?',
  until: 'did it lie somewhere else until then?',
  since: 'has it lain somewhere else since?',
  misread: 'was that read right?',
  sensor: 'is the sensor of that log right?',
};
