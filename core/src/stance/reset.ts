import { fretPosition } from './frets.js';
import { RELIEF_TO_PLANE, stringLength, type NeckGeometry } from './stance.js';

/** What a neck reset is worked out from; m and rad. */
export interface ResetInput {
  neck: NeckGeometry;
  /** straightedge wanted at pitch, frets in, neck straight */
  target: number;
  /** straightedge as measured */
  measured: number;
  /** bare board: height of the frets still to come; 0 with frets in */
  fretHeight?: number;
  /** relief wanted and relief while the straightedge was read */
  relief?: number;
  reliefAtStraightedge?: number;
  /** zero where it was read at pitch */
  slackToPitch?: { rise: number; neckAngle: number };
  /** board to heel cap H */
  heelDepth: number;
  /** body join to the end of the board E */
  extension: number;
}

export interface Reset {
  /** change of the straightedge at the bridge Δs, m */
  change: number;
  /** neck angle to add, rad */
  angle: number;
  /** to take off the heel at the cap, to zero at the board, m */
  heelCut: number;
  /** wedge under the end of the extension, to zero at the join, m */
  wedge: number;
}

/**
 * Neck reset by similar triangles about the body join:
 * `Δs = [s_target + δ_tp + D ψ_tp + k_r (r − r_s) D/l] − [s measured + fret height if the board is bare]`,
 * heel cut `H Δs/D`, wedge `E Δs/D`, D from the join to the saddle.
 *
 * @throws RangeError where heel depth or extension is negative
 */
export function neckReset(input: ResetInput): Reset {
  if (!(input.heelDepth > 0)) throw new RangeError('heel depth must be positive');
  if (!(input.extension >= 0)) throw new RangeError('extension must be zero or more');
  const { neck } = input;
  const xB = fretPosition(neck.scale, neck.bodyJoin);
  const D = stringLength(neck) - xB;
  const l = xB - fretPosition(neck.scale, 1);
  const { rise, neckAngle } = input.slackToPitch ?? { rise: 0, neckAngle: 0 };
  const reliefChange = (input.relief ?? 0) - (input.reliefAtStraightedge ?? input.relief ?? 0);
  const wanted = input.target + rise + D * neckAngle + (RELIEF_TO_PLANE * reliefChange * D) / l;
  const change = wanted - (input.measured + (input.fretHeight ?? 0));
  return {
    change,
    angle: change / D,
    heelCut: (input.heelDepth * change) / D,
    wedge: (input.extension * change) / D,
  };
}

/**
 * A strip of numbers to mark on the heel: what comes off at each distance from the board, `d Δs/D`.
 *
 * @param heelDepth board to cap, m
 * @param step distance between the marks, m
 * @returns marks down to the cap, m
 * @throws RangeError where the step is not positive
 */
export function heelStrip(reset: Reset, heelDepth: number, step = 0.02): { below: number; cut: number }[] {
  if (!(step > 0)) throw new RangeError('the step between marks must be positive');
  const marks: { below: number; cut: number }[] = [];
  for (let below = step; below < heelDepth - step / 4; below += step)
    marks.push({ below, cut: reset.angle * below });
  return [...marks, { below: heelDepth, cut: reset.heelCut }];
}

/**
 * What comes off one heel cheek to move the neck's line by d at the bridge: `w d/D`, off the cheek away from
 * the side to which the line must move.
 *
 * @param heelWidth w, m
 */
export function cheekCut(neck: NeckGeometry, offset: number, heelWidth: number): number {
  return (heelWidth * offset) / (stringLength(neck) - fretPosition(neck.scale, neck.bodyJoin));
}
