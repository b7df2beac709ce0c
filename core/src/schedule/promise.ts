import { boundOf } from './bounds.js';
import { datesOf, shareBy } from './dates.js';
import { goOn, orderOf, spreadsOf } from './goOn.js';
import { stoodBy } from './kept.js';
import { closingOf, type CalendarAsked } from './ofShop.js';
import type { Placed } from './place.js';
import { planShop } from './plan.js';
import { prepareShop } from './problem.js';
import { onward } from './replan.js';
import { endsOf } from './value.js';
import { inMs } from './windows.js';

/** What promising a day comes to. */
export interface IfPromised {
  /** the end of that day, ms */
  due: number;
  /** as the plan stands: when it is done, ms, and in which share it keeps the day */
  stands: { end: number; share: number };
  /** it cannot be before, ms */
  notBefore: number;
  /** with the plan changed for it; null where that is not needed, or brings nothing */
  changed: {
    end: number;
    share: number;
    moved: number;
    /** of others: how much later, ms, and whether that breaks a promise */
    others: { job: string; later: number; breaks: boolean }[];
  } | null;
}

/** A promise counts for so much while it is tried, that it is kept if it can be. */
const TRIED_WEIGHT = 400;
/** It is as good as kept, and nothing is changed for it. */
const KEPT = 0.8;

/**
 * What it comes to if a job is promised for a day, and what that costs the others.
 *
 * @param day ISO date
 * @returns null where the job stands in no calendar
 */
export function ifPromised(
  asked: CalendarAsked,
  job: string,
  day: string,
  isOver: (tries: number) => boolean,
  seed = 1,
): IfPromised | null {
  const { shown, laidOut, shop } = goOn(asked, isOver, seed);
  const due = inMs(closingOf(day, laidOut.hours, asked.zone));
  const j = shop.given.jobs.findIndex(({ id }) => id === job);
  const ends = endsOf(shop, shown.placed);
  if (j < 0 || ends[j] === -Infinity) return null;
  const datesIn = (placed: readonly Placed[]) => datesOf(shop, placed, spreadsOf(shop, laidOut), seed);
  const stands = { end: inMs(ends[j]!), share: shareBy(datesIn(shown.placed)[j]!, due / 60_000) };
  const { jobs: alone } = boundOf(shop);
  const told = {
    due,
    stands,
    notBefore: inMs(alone[j]!),
  };
  if (stands.share >= KEPT) return { ...told, changed: null };
  const tried = prepareShop({
    ...shop.given,
    jobs: shop.given.jobs.map(({ aim, ...one }, i) =>
      i === j
        ? { ...one, due: Math.floor(due / 60_000), weight: TRIED_WEIGHT }
        : { ...one, ...(aim ? { aim } : {}) },
    ),
  });
  const stood = stoodBy(shop, shown.placed);
  const found = planShop(tried, isOver, seed, orderOf(stood));
  const after = endsOf(tried, found.placed);
  const share = shareBy(datesIn(found.placed)[j]!, due / 60_000);
  if (after[j]! >= ends[j]! && share <= stands.share) return { ...told, changed: null };
  return {
    ...told,
    changed: {
      end: inMs(after[j]!),
      share,
      moved: onward(tried, found.placed, stood, new Set()).moved.length,
      others: shop.given.jobs.flatMap(({ id, due: own, aim }, i) => {
        const later = after[i]! - ends[i]!;
        if (i === j || !(later >= 60)) return [];
        return [
          { job: id, later: inMs(later), breaks: !aim && own !== null && after[i]! > own && ends[i]! <= own },
        ];
      }),
    },
  };
}
