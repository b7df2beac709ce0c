/** What a length of an instrument usually is, metres. */
export interface UsualLength {
  from: number;
  to: number;
}

const mm = (from: number, to: number): UsualLength => ({ from: from / 1000, to: to / 1000 });

/**
 * What lengths that an instrument is described by usually are: outside, one is asked whether the number is read right.
 * From a terz guitar to a baritone, from a parlour guitar to a large archtop. House figures, common practice.
 */
export const USUAL_LENGTHS = {
  scale: mm(450, 800),
  targetBass: mm(1, 6),
  targetTreble: mm(1, 6),
  heelDepth: mm(50, 130),
  heelWidth: mm(8, 80),
  extension: mm(30, 250),
  bodyLength: mm(300, 600),
  bodyWidth: mm(200, 520),
  archHeight: mm(5, 45),
  topThickness: mm(1.2, 12),
  domeRadius: mm(2500, 40000),
  stringHeight: mm(5, 70),
  stringHeightBefore: mm(5, 70),
  builtBridge: mm(3, 40),
  nutWidth: mm(35, 65),
  stringSpread: mm(40, 80),
} as const satisfies Record<string, UsualLength>;
