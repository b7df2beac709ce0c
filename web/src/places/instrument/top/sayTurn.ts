/** A turn of the bridge: hundredths of a degree tell one brace from another. */
export const sayTurn = (radians: number): string => `${((radians * 180) / Math.PI).toFixed(2)}°`;
