import {
  dayOfChange,
  EVER_AFTER,
  EVER_BEFORE,
  isAirAsked,
  isAirSure,
  stayOn,
  type Explanation,
  type LivedAir,
} from '../air/index.js';
import { dayOf, isoDate } from '../days/index.js';
import type { AirDoubt } from '../diagnosis/index.js';
import type { ExaminationFacts } from './facts.js';
import { airOf } from './wood.js';

/** What is likeliest to be wrong with the air that an instrument is said to have lived in; null where that is right. */
export function airDoubtOf(examinations: readonly ExaminationFacts[], lived: LivedAir): AirDoubt | null {
  if (isAirSure(lived)) return null;
  const likely = likeliest(lived.explanations);
  const seen = examinations.flatMap((examination) => {
    const [air] = examination.airMisread ? [] : airOf(examination);
    const logged = air ? lived.log.airOn(air.day) : null;
    return air && logged ? [{ examination, day: air.day, read: air.humidity, logged: logged.humidity }] : [];
  });
  const told = likely ? seen.filter(({ day }) => day >= likely.from && day < likely.to) : seen;
  const off = ({ read, logged }: (typeof seen)[number]) => Math.abs(read - logged);
  const most = (told.length > 0 ? told : seen).reduce<(typeof seen)[number] | null>(
    (best, one) => (best && off(best) >= off(one) ? best : one),
    null,
  );
  if (!most) return changedDoubt(lived);
  const { examination, read, logged } = most;
  return {
    kind: likely ? kindOf(likely) : 'sensor',
    room: stayOn(lived.path, dayOf(examination.date)).name,
    date: examination.date,
    read,
    logged,
    first: isoDate((told[0] ?? most).day),
    last: isoDate((told.at(-1) ?? most).day),
    asked: isAirAsked(lived),
  };
}

/** A log that went over to other ways, with nothing read beside it that could tell why. */
function changedDoubt({ rooms }: LivedAir): AirDoubt | null {
  const found = rooms.find(({ air }) => air.change?.open);
  if (!found?.air.change) return null;
  const date = isoDate(dayOfChange(found.air.change));
  return {
    kind: 'changed',
    room: found.name,
    date,
    read: null,
    logged: null,
    first: date,
    last: date,
    asked: true,
  };
}

function kindOf({ kind, from, to }: Explanation): AirDoubt['kind'] {
  if (kind === 'misread') return 'misread';
  if (kind !== 'elsewhere') return 'sensor';
  if (from === EVER_BEFORE) return to === EVER_AFTER ? 'always' : 'until';
  return 'since';
}

/** Of the kind of explanation that is likeliest in sum the likeliest; null where only *right* is left. */
function likeliest(explanations: readonly Explanation[]): Explanation | null {
  const others = explanations.filter(({ kind }) => kind !== 'right');
  const sums = new Map<AirDoubt['kind'], number>();
  for (const one of others) sums.set(kindOf(one), (sums.get(kindOf(one)) ?? 0) + one.weight);
  const best = [...sums].sort(([, a], [, b]) => b - a)[0]?.[0];
  return others.filter((one) => kindOf(one) === best).sort((a, b) => b.weight - a.weight)[0] ?? null;
}
