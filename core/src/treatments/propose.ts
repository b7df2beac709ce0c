import { termOf, type ActionBudget } from '../diagnosis/budget.js';
import {
  ACTION_TOLERANCE,
  firstFretGapWanted,
  HUMIDITY_WINDOW,
  saddleShowingWanted,
  STRAIGHTEDGE_TARGET,
  TILT_LIMIT,
} from '../targets/targets.js';
import { heelStrip, neckReset, type Reset } from '../stance/reset.js';
import { saddleTrim } from '../stance/saddle.js';
import type { NeckGeometry } from '../stance/stance.js';
import type { WhyThere } from '../forecast/stands.js';
import type { SideMeasured } from '../readings/side.js';
import type { StringKind } from '../strings/spec.js';
import { METRES_PER } from '../units/length.js';
import { orderTreatments, type Chosen, type Ordered } from './order.js';

/** What a first repair order is made from. Lengths m, angles rad, percent as numbers. */
export interface ProposalInput {
  archtop: boolean;
  stringKind: StringKind;
  rod: 'adjustable' | 'none' | 'unknown';
  neck: NeckGeometry;
  /** relief wanted, between fret 1 and the body join */
  reliefTarget: number;
  heelDepth: number | null;
  extension: number | null;
  sides: {
    budget: ActionBudget;
    measured: SideMeasured;
    /** why it stands where it does, as *Seasons* says it; null where nothing is told of it */
    why: WhyThere | null;
  }[];
  /** belly and relief account for what the action did */
  bodyExplains: boolean;
  tilt: number | null;
  /** humidity of the examination's room, percent */
  humidity: number | null;
  /** days since it was strung up after work, where that was lately */
  restingDays: number | null;
  /** whether season and age have been told apart, and whether age shows */
  age: 'rises' | 'none shows' | 'not told';
}

export interface Proposal {
  /** what the numbers say, in one sentence */
  verdict: string;
  order: Ordered[];
  /** what must be known before the irreversible steps, by name */
  questions: string[];
}

/** Thread of a thumb-wheel post, m per turn; common practice. */
export const WHEEL_PITCH = 0.8e-3;
/** A bow beyond this is pressed, not pulled by a rod or left to the saddle, m. House default. */
const BOW_TO_PRESS = 0.5e-3;
/** Relief is left alone while it brings less than half a 64th to the action, m. House default. */
const RELIEF_THAT_MATTERS = METRES_PER['64ths'] / 2;
/** After structural work a box moves for up to this long. Common practice: 7 to 42 days. */
export const RESTING_DAYS = 42;
/** The saddle cannot be told from its target by less than a caliper's error and a stroke of the file, m. */
const TRIM_THAT_MATTERS = 0.2e-3;

/**
 * The first repair order: what the action budget leads to, least intervention first, each with its reason.
 *
 * Season is never repaired. Rod before nut before saddle; where the saddle has nothing left to give, the cause
 * under it is looked for: a leaning bridge points to the belly, a bridge that stands straight to the neck angle.
 * A reset is only proposed as more than a question when season and age have been told apart.
 *
 * @param say how a height is said, in the shop's unit
 * @param fine how an amount that is cut or pressed is said; tenths of a millimetre where it is left out
 */
export function proposeOrder(
  input: ProposalInput,
  say: (metres: number) => string,
  fine: (metres: number) => string = (metres) => `${(metres * 1000).toFixed(1)} mm`,
): Proposal {
  const chosen: Chosen[] = [];
  const questions: string[] = [];
  const verdicts: string[] = [];
  const showing = saddleShowingWanted(input.stringKind);
  const wantedGap = firstFretGapWanted(input.stringKind);
  const worst = [...input.sides].sort((a, b) => beyond(b.budget) - beyond(a.budget))[0];
  if (!worst)
    return {
      verdict:
        'No strung examination yet: measure action, relief, first-fret gap, straightedge and saddle at pitch.',
      order: [],
      questions: [],
    };

  if (
    input.sides.some(
      ({ budget }) => Math.abs(termOf(budget, 'unexplained').value) > 1.96 * termOf(budget, 'unexplained').sd,
    )
  ) {
    questions.push('The readings of this examination do not close: measure again before anything is cut.');
  }

  relief();
  nut();
  const left = input.sides.map((side) => ({
    ...side,
    // what is season is never repaired
    rest: side.why === 'season' ? 0 : restOf(side.budget),
  }));
  const off = input.sides.filter(({ budget }) => Math.abs(budget.total) > ACTION_TOLERANCE);
  if (left.some(({ rest }) => Math.abs(rest) > ACTION_TOLERANCE)) {
    if (input.archtop) wheels();
    else saddleOrCause();
  } else if (input.restingDays !== null && worst.budget.total > ACTION_TOLERANCE) {
    // what the season seems to explain may be a box that has not come to rest
    rest(input.restingDays);
    verdicts.push('It was strung up lately: season and settling cannot be told apart yet.');
  } else if (chosen.length === 0) {
    verdicts.push(
      off.length === 0
        ? nothingOff()
        : off.every(({ why }) => why === 'season')
          ? input.age === 'rises'
            ? 'Most of what is off today is season. The action also creeps up from year to year: look for the cause.'
            : 'What is off is season: leave it alone and measure again in the other season.'
          : 'Most of what is off may be season: measure again in the other season before anything is cut.',
    );
  }
  if (
    chosen.length > 0 &&
    input.humidity !== null &&
    (input.humidity < HUMIDITY_WINDOW.from || input.humidity > HUMIDITY_WINDOW.to)
  ) {
    chosen.push({
      id: 'rehydrate',
      why: `The room stood at ${Math.round(input.humidity)} % RH; wood is worked between ${HUMIDITY_WINDOW.from} and ${HUMIDITY_WINDOW.to} %.`,
    });
  }
  if (chosen.length > 0) {
    chosen.push({ id: 'clean-and-inspect', why: 'Every job begins with it: dirt hides cracks.' });
    chosen.push({
      id: 'set-up',
      why: 'Whatever was changed is measured at pitch, left overnight, and measured again.',
    });
  }
  return {
    verdict: verdicts.join(' ') || 'Small corrections only.',
    order: orderTreatments(chosen),
    questions,
  };

  function nothingOff(): string {
    const [only, other] = input.sides;
    // an old reading on its target is no news of today
    const stale = input.sides.find(({ why }) => why === 'lasting');
    if (stale)
      return `The last ${stale.budget.side} action read is within a 64th of what is wanted, but it is not expected to stand there now: measure it again.`;
    const leave = 'within a 64th of what is wanted: if it does not need doing, do not do it.';
    // what was not measured in full is not called right
    return other
      ? `The action is ${leave}`
      : `The ${only!.budget.side} action is ${leave} Measure the other side in full too.`;
  }

  function relief() {
    const off = worstOf('relief');
    if (Math.abs(off.value) < 2 * off.sd || Math.abs(off.value) < RELIEF_THAT_MATTERS) return;
    const bow = Math.max(...input.sides.map(({ measured }) => measured.relief.value));
    const effect = `it ${off.value > 0 ? 'raises' : 'lowers'} the action at fret 12 by ${fine(Math.abs(off.value))}`;
    if (input.rod === 'adjustable')
      chosen.push({ id: 'adjust-rod', why: `Relief is off its target; ${effect}.` });
    else if (bow > BOW_TO_PRESS)
      chosen.push({ id: 'press-neck', why: `A bow of ${fine(bow)} and no rod to pull it; ${effect}.` });
    if (input.rod === 'unknown') questions.push('Is there a rod, and does its nut turn freely?');
  }

  function nut() {
    const gaps = input.sides.map(({ budget, measured }) => ({
      ...measured.firstFretGap,
      wanted: wantedGap[budget.side],
    }));
    const high = gaps.filter(({ value, sd, wanted }) => value > wanted.to + 2 * sd);
    const low = gaps.filter(({ value, sd, wanted }) => value < wanted.from - 3 * sd - 0.1e-3);
    const most = high.sort((one, other) => other.value - one.value)[0];
    const least = low.sort((one, other) => one.value - other.value)[0];
    if (most) {
      const { from, to } = most.wanted;
      chosen.push({
        id: 'nut',
        why: `First-fret gap ${gap(most.value)}; ${gap(from, false)} to ${gap(to, false)} are wanted, and below that the nut is not cut.`,
      });
    } else if (least) {
      chosen.push({
        id: 'nut',
        why: `First-fret gap only ${gap(least.value)}: a new nut, or the slots built up.`,
      });
    }
  }

  /** A gap as the trade says it: thousandths of an inch under steel, hundredths of a millimetre under nylon. */
  function gap(metres: number, withUnit = true): string {
    const [said, unit] =
      input.stringKind === 'nylon'
        ? [(metres * 1000).toFixed(2), 'mm']
        : [String(Math.round(metres / METRES_PER.thou)), 'thou'];
    return withUnit ? `${said} ${unit}` : said;
  }

  /** What is off once season, relief and nut are set right. */
  function restOf(budget: ActionBudget): number {
    const mended = chosen.map(({ id }) => id);
    let rest = budget.total - termOf(budget, 'season').value;
    if (mended.includes('adjust-rod') || mended.includes('press-neck'))
      rest -= termOf(budget, 'relief').value;
    if (mended.includes('nut')) rest -= termOf(budget, 'nut').value;
    return rest;
  }

  function rest(days: number) {
    chosen.push({
      id: 'rest-under-tension',
      why: `Strung up ${days} days ago: it may still rise, and the saddle is cut once.`,
    });
  }

  function wheels() {
    const turn = left.map(
      ({ budget, rest }) =>
        `${budget.side} ${rest > 0 ? 'down' : 'up'} ${(Math.abs(saddleTrim(input.neck, rest)) / WHEEL_PITCH).toFixed(1)} turns`,
    );
    chosen.push({
      id: 'thumb-wheels',
      why: `Archtops are corrected at the wheels first: ${turn.join(', ')} on a thread of ${fine(WHEEL_PITCH)}.`,
    });
    verdicts.push('The thumb wheels carry what is off.');
    questions.push(
      'How much travel is left on the posts? Wheels that no longer reach point to a sinking arch or a rising neck block.',
    );
  }

  function saddleOrCause() {
    const trims = left.map(({ budget, measured, rest }) => {
      const trim = saddleTrim(input.neck, rest);
      return { side: budget.side, trim, remains: measured.saddleShowing.value - trim };
    });
    const needed = trims.filter(({ trim }) => Math.abs(trim) > TRIM_THAT_MATTERS);
    // a trim must leave enough, a taller saddle must not stand too tall; what it is today is not asked
    const enough = needed.every(({ trim, remains }) =>
      trim > 0 ? remains >= showing.least : remains <= showing.most,
    );
    if (enough) {
      const parts = needed.map(
        ({ side, trim, remains }) =>
          `${side} ${trim > 0 ? 'down' : 'up'} ${fine(Math.abs(trim))}, ${fine(remains)} left showing`,
      );
      chosen.push({ id: 'saddle', why: `Twice the wanted change at fret 12: ${parts.join('; ')}.` });
      if (input.restingDays !== null) rest(input.restingDays);
      verdicts.push('There is saddle enough: no reset.');
      return;
    }
    const cut = needed.filter(({ trim, remains }) => trim > 0 && remains < showing.least);
    const short = Math.min(...(cut.length > 0 ? cut : needed).map(({ remains }) => remains));
    if (cut.length === 0) {
      chosen.push({
        id: 'saddle',
        why: `A taller saddle would show ${fine(short)}, more than ${fine(showing.most)}: look at the neck angle before it is made.`,
      });
      verdicts.push(
        'The strings stand low and the saddle is already tall: the neck may be set too far back.',
      );
      questions.push('Was the neck reset or the bridge thinned before?');
      return;
    }
    if (input.tilt === null)
      questions.push(
        'Bridge tilt and the belly behind the bridge: without them belly and neck cannot be told apart.',
      );
    if (input.tilt !== null && input.tilt > TILT_LIMIT) foldedBelly(short);
    else if (input.bodyExplains) raisedBelly();
    else reset(short);
  }

  function foldedBelly(short: number) {
    verdicts.push(
      `The bridge leans ${((input.tilt! * 180) / Math.PI).toFixed(1)}° towards the neck: look at the belly before the neck. Not a neck reset yet.`,
    );
    chosen.push(
      {
        id: 'reglue-brace',
        why: 'A leaning bridge with high action points to a loose brace or a tired plate under it.',
      },
      {
        id: 'flatten-belly',
        why: `Trimming would leave ${leaves(short)}, and ${fine(showing.least)} is the least; the belly is what lifts the bridge.`,
      },
      {
        id: 'rest-under-tension',
        why: 'Only what the belly does under tension shows how much neck is left to correct.',
      },
      { id: 'saddle', why: 'Fitted to where the belly comes to rest.' },
    );
    questions.push(
      'Which braces does the feeler find loose, and is the top under the plate sound along and across the grain?',
    );
  }

  function raisedBelly() {
    verdicts.push(
      'The saddle has nothing left to give. Belly and relief explain the rise: look at the belly and its braces before the neck.',
    );
    questions.push(
      'Which braces does the feeler find loose, and how does the belly stand behind the bridge?',
    );
  }

  function reset(short: number) {
    if (input.age === 'not told') {
      questions.push(
        'Season and age are not told apart yet: never plan a neck reset on one season’s reading. Measure again in the other season.',
      );
    }
    // what the season lifts the bridge by comes back by itself: the angle is set for where it will be kept
    const lowest = [...input.sides].sort((a, b) => atKept(a) - atKept(b))[0]!;
    const straightened = chosen.some(({ id }) => id === 'adjust-rod' || id === 'press-neck');
    const numbers =
      input.heelDepth !== null && input.extension !== null
        ? neckReset({
            neck: input.neck,
            target: STRAIGHTEDGE_TARGET,
            measured: atKept(lowest),
            relief: straightened ? input.reliefTarget : lowest.measured.relief.value,
            reliefAtStraightedge: lowest.measured.relief.value,
            heelDepth: input.heelDepth,
            extension: input.extension,
          })
        : null;
    if (!numbers)
      questions.push('Heel depth and length of the extension, to work out the cut and the wedge.');
    if (numbers && numbers.change <= 0) {
      verdicts.push(
        'The straightedge clears the bridge: the neck angle is not the cause. Look at the bridge’s thickness and the saddle.',
      );
      questions.push('Is the bridge thicker than it was made?');
      return;
    }
    verdicts.push(
      input.age === 'not told'
        ? 'If this height stays in the dry season, the neck angle is due; until then it is a question.'
        : 'The saddle has nothing left to give and the bridge stands straight: the neck angle is due.',
    );
    chosen.push(
      {
        id: 'neck-off',
        why: `Trimming to the target would leave ${leaves(short)}; ${fine(showing.least)} is the least.`,
      },
      {
        id: 'fit-heel',
        why: numbers
          ? `At the humidity that it will be kept at the straightedge must come up ${fine(numbers.change)} at the bridge: ${fine(numbers.heelCut)} off the heel at the cap, to nothing at the board (${((numbers.angle * 180) / Math.PI).toFixed(2)}°). Marks below the board: ${heelMarks(numbers)}.`
          : 'The straightedge must come up to just above the bridge top.',
      },
      { id: 'reglue-neck', why: 'With fitted shims, or as a bolted joint the next person can undo.' },
      {
        id: 'extension',
        why: numbers
          ? `A wedge from nothing at the join to ${fine(numbers.wedge)} at its end keeps the board in one plane.`
          : 'Keeps the board in one plane.',
      },
      {
        id: 'saddle',
        why: `A new saddle of its full height for the new angle, ${say(showing.least)} or more showing.`,
      },
    );
  }

  /** What a trim leaves standing, in words. */
  function leaves(short: number): string {
    return short < 0.05e-3 ? 'no saddle at all' : `${fine(short)} of saddle`;
  }

  /** The strip of numbers: `20 mm 0.2, 40 mm 0.5, … cap 95 mm 1.1`. */
  function heelMarks(numbers: Reset): string {
    return heelStrip(numbers, input.heelDepth!)
      .map(
        ({ below, cut }, i, all) =>
          `${i === all.length - 1 ? 'cap ' : ''}${Math.round(below * 1000)} mm ${(cut * 1000).toFixed(1)}`,
      )
      .join(', ');
  }

  /** Straightedge as it would read at the humidity that it will be kept at. */
  function atKept({ budget, measured }: ProposalInput['sides'][number]): number {
    return measured.straightedge.value + saddleTrim(input.neck, termOf(budget, 'season').value);
  }

  function worstOf(cause: 'relief') {
    return [...input.sides]
      .map(({ budget }) => termOf(budget, cause))
      .sort((a, b) => Math.abs(b.value) - Math.abs(a.value))[0]!;
  }
}

function beyond(budget: ActionBudget): number {
  return Math.abs(budget.total);
}
