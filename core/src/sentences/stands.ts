import type { SideOutlook } from '../forecast/outlook.js';
import type { Creep } from '../forecast/attribution.js';
import type { KeptAt } from '../instrument/kept.js';
import { actionOf, humid, ofSide, type Saying, type Sentence } from './sentence.js';

const KEPT_FROM: Record<KeptAt['from'], string> = {
  band: 'the middle of the band that its owner will keep',
  room: 'the mean of the room that it will be kept in',
  assumed: 'the shop’s wanted humidity, since nobody said where it will be kept',
};

/**
 * Where the action stands today against what is wanted, and whether that is the season.
 *
 * @param neckAsked something else of the instrument asks to look at the neck
 */
export function standsSentences(
  outlook: SideOutlook,
  kept: KeptAt,
  neckAsked: boolean,
  { height, span }: Saying,
): Sentence[] {
  const { side, stands, year, window, attribution } = outlook;
  const { now, why, atKept } = stands;
  const action = actionOf(side);
  const there = `at ${humid(kept.humidity)}`;
  const level = `about ${height(year.now)}`;
  const would = `${height(atKept.mean)}`;
  const because = `Wanted ${span(...window)}. Season is counted from ${humid(kept.humidity)}: ${KEPT_FROM[kept.from]}. There it is expected at ${span(atKept.mean - atKept.sd, atKept.mean + atKept.sd)}.`;
  const said = (text: string, weight: Sentence['weight']) => ofSide(side, [{ text, weight, because }]);
  const off = now === 'above' ? 'high' : 'low';
  switch (why) {
    case 'inside':
      return [];
    case 'hidden': {
      const dry = stands.kept === 'above';
      return said(
        `${action} is in range only because the wood is ${dry ? 'dry' : 'damp'}: ${there} it would stand at ${would}.`,
        'watch',
      );
    }
    case 'season':
      return said(
        `${action} is ${off} now, ${level}; ${there} it would stand at ${would}. ${seasonWords(attribution.known ? attribution.creep : null, now === 'above', neckAsked)}`,
        'watch',
      );
    case 'lasting':
      return said(
        `${action} is ${off}, ${level}, and not because of the season: ${there} it would still stand at ${would}.`,
        'act',
      );
    case 'not told':
      return said(
        `${action} is ${off} now, ${level}; how much of that is season cannot be told yet.`,
        'watch',
      );
  }
}

function seasonWords(creep: Creep | null, high: boolean, neckAsked: boolean): string {
  if (creep === 'creeping' || creep === 'probably creeping') return 'Most of that is season.';
  if (neckAsked) return 'That is season.';
  return high ? 'That is season: no neck reset.' : 'That is season: no new saddle.';
}
