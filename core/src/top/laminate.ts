/** Stiffness of a layer in its plane, N/m² : rows and columns are x (across the body), y (along it) and shear. */
export type PlaneStiffness = readonly [xx: number, xy: number, yy: number, shear: number];

/** A sheet of wood with its grain along x or y. */
export interface Sheet {
  /** m */
  thickness: number;
  grain: 'x' | 'y';
  /** Pa */
  along: number;
  across: number;
  shear: number;
  /** Poisson's ratio: strain across for a pull along the grain */
  poisson: number;
  /** relative change of size per 1 %MC */
  swellAlong: number;
  swellAcross: number;
}

/** A sheet where it lies: its middle above the middle of the top's own sheet, m. */
export interface Layer {
  stiffness: PlaneStiffness;
  thickness: number;
  middle: number;
  /** free strain per 1 %MC: x, y, shear */
  swell: readonly [number, number, number];
}

/**
 * Plane stress of an orthotropic sheet: `Q_L = E_L/(1 − ν_LR ν_RL)`, `Q_LR = ν_LR Q_R`, with `ν_RL = ν_LR E_R/E_L`.
 *
 * Source: R. M. Jones, *Mechanics of Composite Materials*, chapter 2.
 */
export function layerOf(sheet: Sheet, middle: number): Layer {
  const { along, across, shear, poisson, thickness, grain, swellAlong, swellAcross } = sheet;
  const rest = 1 - (poisson * poisson * across) / along;
  const [ql, qr, qlr] = [along / rest, across / rest, (poisson * across) / rest];
  return {
    stiffness: grain === 'y' ? [qr, qlr, ql, shear] : [ql, qlr, qr, shear],
    thickness,
    middle,
    swell: grain === 'y' ? [swellAcross, swellAlong, 0] : [swellAlong, swellAcross, 0],
  };
}
