import type { StringSide } from '../strings/index.js';
import { calibrate, seriesBelief, type Played, type TopConstruction } from '../forecast/index.js';
import { readingOn, type StateId } from '../readings/index.js';
import { limitingForce, pluckForce, pluckHeard, type Heard } from '../stance/index.js';
import { saddleShowingWanted } from '../targets/index.js';
import type { ExaminationFacts, InstrumentFacts, InstrumentRecord } from './facts.js';
import { neckOf, stanceAt } from './geometry.js';
import { visitsOf } from './visits.js';
import type { WoodSource } from './wood.js';

/** How a side stands by its last full reading at pitch, how hard it is played, and its relief through the seasons. */
export function playedOf(
  record: InstrumentRecord,
  side: StringSide,
  { source, top }: { source: WoodSource; top: TopConstruction },
): Played | null {
  const { instrument, examinations } = record;
  const latest = examinations.findLast((one) => stanceAt(one, instrument, side) !== null);
  if (!latest) return null;
  const heard = examinations.flatMap((one) => heardAt(one, instrument, side));
  const reliefs = visitsOf(record, 'relief', side, source);
  return {
    stance: stanceAt(latest, instrument, side)!,
    neck: neckOf(instrument, side),
    pluck: pluckHeard(pluckForce(instrument.playingStyle, side, instrument.outerPull[side]), heard),
    saddleShowing: readingOn(latest.readings, 'saddleShowing', side)!.value,
    leastShowing: saddleShowingWanted(instrument.stringKind).least,
    relief:
      reliefs.length > 0
        ? calibrate(reliefs, { climate: source.air.climate, belief: seriesBelief('relief', top) })
        : null,
  };
}

const BUZZES: Record<StringSide, StateId> = { bass: 'buzzes-bass', treble: 'buzzes-treble' };
const CLEAN: StateId = 'clean';

/** What was heard at an examination, against what the neck allowed that day. */
function heardAt(examination: ExaminationFacts, instrument: InstrumentFacts, side: StringSide): Heard[] {
  const found = examination.findings.find(({ point }) => point === 'buzz');
  const stance = stanceAt(examination, instrument, side);
  if (!found || !stance) return [];
  const buzzed = found.states.includes(BUZZES[side]);
  if (!buzzed && !found.states.includes(CLEAN)) return [];
  const asked = buzzed ? found.frets.filter((fret) => fret > 0) : [];
  return [
    {
      limit: limitingForce(stance, neckOf(instrument, side), undefined, asked.length ? asked : undefined),
      buzzed,
    },
  ];
}
