import { printLength } from '../units/length.js';
import type { Closure, ClosureQuantity, Slip } from './closure.js';

const NAMES: Record<ClosureQuantity, string> = {
  action12: 'action at fret 12',
  firstFretGap: 'first-fret gap',
  relief: 'relief',
  straightedge: 'straightedge',
  saddleShowing: 'saddle showing',
};

/** What the closure check says of one side: one statement and, where it does not close, its questions. */
export interface ClosureWords {
  closes: boolean;
  statement: string;
  questions: string[];
}

/**
 * The closure check in words. One residual cannot convict one reading, so that a match with a known slip stays a
 * question; without a match the reading whose correction is smallest in its own errors is named to be read again.
 *
 * @param say how a height is said; millimetres where none is given
 */
export function closureWords(
  side: string,
  measured: number,
  closure: Closure,
  say: (metres: number) => string = (metres) => printLength(metres, 'mm'),
): ClosureWords {
  const statement = closure.closes
    ? `${side}: readings agree. They give ${say(closure.computed)} at fret 12; you measured ${say(measured)}.`
    : `${side}: readings disagree. They give ${say(closure.computed)} at fret 12; you measured ${say(measured)}. That is ${say(Math.abs(closure.residual))} out; tool error covers ${say(1.96 * closure.sd)}.`;
  if (closure.closes) return { closes: true, statement, questions: [] };
  const questions = closure.slips.map(
    (slip) =>
      `${slipQuestion(slip)} ${slip.kind === 'slack for pitch' ? 'About ' : ''}${say(slip.wouldBe)} would fit.`,
  );
  if (questions.length === 0) {
    const [first] = closure.corrections;
    questions.push(
      first
        ? `Measure the ${NAMES[first.quantity]} again first: it would have to be ${say(Math.abs(first.correction))} ${first.correction < 0 ? 'less' : 'more'} to agree.`
        : 'Measure again.',
    );
  }
  return { closes: false, statement, questions };
}

function slipQuestion({ kind, quantity }: Slip): string {
  const name = NAMES[quantity];
  switch (kind) {
    case 'sign':
      return `Could the ${name} have the wrong sign?`;
    case 'unit':
      return `Did you read the ${name} in another unit?`;
    case 'one 64th':
      return `Could the ${name} be one 64th off on the rule?`;
    case 'one 32nd':
      return `Could the ${name} be one 32nd off on the rule?`;
    case 'slack for pitch':
      return `Did you read the ${name} with the strings slack?`;
    case 'strings swapped':
      return `Did you read the ${name} under the other string?`;
    case 'wrong fret':
      return `Did you read the ${name} at the fret next to it?`;
  }
}
