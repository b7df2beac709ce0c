import { moveUnit } from '@upright-elder/core/units';

/** Turns of the bridge, in degrees. */
export const DEGREES = moveUnit('°', Math.PI / 180, 2);

/** A turn of the bridge to the tenth of a degree that is known of it; smaller ones to the hundredth. */
export const sayTurn = (radians: number): string => {
  const degrees = Math.abs(radians) / DEGREES.per;
  const text = degrees < 0.1 ? degrees.toFixed(2) : degrees.toFixed(1);
  return `${radians < 0 && Number(text) !== 0 ? '−' : ''}${text}°`;
};
