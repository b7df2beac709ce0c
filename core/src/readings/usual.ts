import type { ConstructionKind, QuantityId } from './quantities.js';

/**
 * What each quantity usually is on a guitar that is still a guitar, damaged ones included: outside of it a first
 * reading is met with a question, never refused. In mm, degrees or cents. Common practice, without a published source.
 */
const USUAL: Record<QuantityId, readonly [number, number]> = {
  action12: [1.3, 6],
  relief: [-0.6, 1],
  firstFretGap: [0.2, 1],
  straightedge: [-6, 6],
  saddleShowing: [0.5, 9],
  bridgeTilt: [-2, 6],
  bellyBehindBridge: [-4, 10],
  fretPlane: [6, 20],
  firstFretGapInner: [0.2, 1],
  bow: [-0.6, 1],
  neckTwist: [-2, 2],
  radius: [180, 520],
  nutSlot: [-1, 1],
  nutWidth: [38, 56],
  fretHeight: [0.3, 1.5],
  intonation: [-30, 30],
  pinGap: [-6, 10],
  breakAngle: [8, 45],
  saddleSlot: [2, 4.5],
  bridgeThickness: [4, 13],
  bridgeGap: [0, 2],
  bridgeGapDepth: [0, 30],
  bridgeGapLength: [0, 180],
  plateThickness: [1.5, 5],
  plateSize: [25, 200],
  bellyAlong: [-4, 10],
  bellyAcross: [-4, 10],
  soundHole: [-1, 4],
  jointGap: [0, 1.5],
  archHeight: [8, 30],
  backArch: [5, 30],
  wheelHeight: [0, 12],
};

/** An archtop's bridge stands far over the top by design. */
const ARCHTOP: Partial<typeof USUAL> = { straightedge: [5, 35], saddleShowing: [5, 30], fretPlane: [25, 60] };

/** The usual range of a quantity, in mm, degrees or cents; whichever construction where none is given. */
export function usualRange(quantity: QuantityId, construction?: ConstructionKind): readonly [number, number] {
  const flat = USUAL[quantity];
  const arched = ARCHTOP[quantity] ?? flat;
  if (construction === 'archtop') return arched;
  if (construction === 'flat-top') return flat;
  return [Math.min(flat[0], arched[0]), Math.max(flat[1], arched[1])];
}
