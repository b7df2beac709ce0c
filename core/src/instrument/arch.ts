import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { readingOn } from '../readings/index.js';
import { woodRead, type WoodSource } from './wood.js';
import type { ExaminationFacts } from './facts.js';

/** How far one foot of the bridge stands lower or higher than it did, the season taken out. */
export interface ArchMoved {
  side: StringSide;
  since: string;
  latest: string;
  /** m, down negative, and its error */
  by: number;
  sd: number;
  /** more than both readings, and what is not known of the season, can miss */
  real: boolean;
}

/** The shallow-arch formula is right within this part of it: the rim gives by nobody knows how much. House figure. */
const ARCH_ERROR = 0.5;
/** Where no air is known of a day, %MC. */
const UNKNOWN_SD = 2;

/**
 * Whether the arch has sunk: the first and the latest reading with the strings at pitch, side by side, carried to one
 * moisture.
 *
 * @param rise of the arch, m per %MC
 */
export function archMoved(
  examinations: readonly ExaminationFacts[],
  source: WoodSource,
  rise: number,
): ArchMoved[] {
  return STRING_SIDES.flatMap((side): ArchMoved[] => {
    const read = examinations
      .filter(({ strings }) => strings === 'pitch')
      .flatMap((examination) => {
        const reading = readingOn(examination.readings, 'archHeight', side);
        if (!reading) return [];
        const wood = woodRead(examination, source);
        return [{ date: examination.date, ...reading, wood }];
      });
    const [first, last] = [read[0], read.at(-1)];
    if (!first || !last || first.date === last.date) return [];
    const known = first.wood && last.wood;
    const damper = known ? last.wood!.moisture - first.wood!.moisture : 0;
    const moistureSd = known ? Math.hypot(first.wood!.sd, last.wood!.sd) : Math.SQRT2 * UNKNOWN_SD;
    const by = last.value - first.value - rise * damper;
    const sd = Math.hypot(first.sd, last.sd, ARCH_ERROR * rise * damper, rise * moistureSd);
    return [{ side, since: first.date, latest: last.date, by, sd, real: Math.abs(by) > 1.96 * sd }];
  });
}
