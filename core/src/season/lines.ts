import type { SeasonChoices } from './choices.js';
import type { SeasonChoice, Sureness } from './choose.js';

/** An instrument of a season as far as its lines ask of it. */
interface OfSeason {
  /** null where it could not be worked out */
  choices: SeasonChoices | null;
  /** it is being worked on */
  job: string | null;
}

/** An instrument that a season may take: which plan of it, or none, and in which share of the draws that is so. */
export interface SeasonLine<One extends OfSeason> {
  one: One & { choices: SeasonChoices };
  plan: number | null;
  share: number;
}

export interface SeasonLines<One extends OfSeason> {
  /** those that may be chosen */
  open: SeasonLine<One>[];
  chosen: (SeasonLine<One> & { plan: number })[];
  /** they have plans, and the hours or the money end before them */
  left: SeasonLine<One>[];
  /** nothing to do at them */
  sound: One[];
  inWork: One[];
  notMeasured: One[];
}

/** What became of each instrument of a season. @param choice of those that may be chosen, in their order */
export function seasonLines<One extends OfSeason>(
  instruments: readonly One[],
  choice: SeasonChoice,
  sureness: Sureness,
): SeasonLines<One> {
  const open = instruments
    .filter((one): one is One & { choices: SeasonChoices } => one.choices !== null && one.job === null)
    .map((one, i): SeasonLine<One> => {
      const plan = choice.chosen[i] ?? null;
      return {
        one,
        plan,
        share: plan === null ? (sureness.none[i] ?? 0) : (sureness.shares[i]?.[plan] ?? 0),
      };
    });
  const hasPlans = ({ one }: SeasonLine<One>) => one.choices.instrument.plans.length > 0;
  return {
    open,
    chosen: open.flatMap((line) => (line.plan === null ? [] : [{ ...line, plan: line.plan }])),
    left: open.filter((line) => line.plan === null && hasPlans(line)),
    sound: open.filter((line) => !hasPlans(line)).map(({ one }) => one),
    inWork: instruments.filter(({ job }) => job !== null),
    notMeasured: instruments.filter(({ choices, job }) => choices === null && job === null),
  };
}

/** Rooms of a round in their order, with what is to do in each; what has no room comes last. */
export function roundsByRoom<One extends { room: string; round: readonly unknown[] }>(
  instruments: readonly One[],
): { room: string; of: One[] }[] {
  const busy = instruments.filter(({ round }) => round.length > 0);
  const rooms = [...new Set(busy.map(({ room }) => room))].sort((a, b) =>
    a === '' ? 1 : b === '' ? -1 : a.localeCompare(b),
  );
  return rooms.map((room) => ({ room, of: busy.filter((one) => one.room === room) }));
}
