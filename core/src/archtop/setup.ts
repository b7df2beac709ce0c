/**
 * Force of the strings on the saddle of a floating bridge: `T (sin α + sin β)`, the angles before and behind the crown.
 *
 * @param pull of the whole set, N
 * @param front break angle towards the nut, rad
 * @param back break angle towards the tailpiece, rad
 * @returns N, downwards
 * @throws RangeError where the pull is negative or an angle lies outside a quarter turn
 */
export function downForce(pull: number, front: number, back: number): number {
  const quarter = Math.PI / 2;
  if (!(pull >= 0)) throw new RangeError('the pull must be zero or more');
  if (!(Math.abs(front) < quarter && Math.abs(back) < quarter))
    throw new RangeError('break angles must be less than a quarter turn');
  return pull * (Math.sin(front) + Math.sin(back));
}

/**
 * Turns of the thumb wheels that bring the action at fret 12 where it is wanted: the saddle moves by `Δa · X/x₁₂`, a
 * turn moves it by the pitch.
 *
 * @param change of the action wanted, m, down negative
 * @param lever share of a rise at the saddle that stands in the action at 12, about a half
 * @param pitch of the wheels' thread, m a turn
 * @returns turns, up positive
 * @throws RangeError where lever or pitch are not positive
 */
export function wheelTurns(change: number, lever: number, pitch: number): number {
  if (!(lever > 0 && pitch > 0)) throw new RangeError('lever and pitch must be positive');
  return change / lever / pitch;
}
