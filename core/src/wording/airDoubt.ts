import { sayDate } from '../days/index.js';
import type { AirDoubt } from '../diagnosis/index.js';
import { humid } from './sentence.js';

/** What is asked about the air that an instrument is said to have lived in. */
export const airDoubtSentence = ({
  kind,
  room = '',
  date,
  read,
  logged,
}: Pick<AirDoubt, 'kind' | 'date' | 'read' | 'logged'> & { room?: string }): string =>
  `On ${sayDate(date, 'long')} ${humid(read)} was read beside it, and ${logOfRoom(room)} has ${humid(logged)}: ${ASKS[kind]}`;

/** A room's log in the midst of a sentence. */
const logOfRoom = (room: string): string => (room === '' ? 'the log of its room' : `the log of ${room}`);

const ASKS: Record<AirDoubt['kind'], string> = {
  always: 'is that the room it lies in?',
  until: 'did it lie somewhere else until then?',
  since: 'has it lain somewhere else since?',
  misread: 'was that read right?',
  sensor: 'is the sensor of that log right?',
};
