import { found, stands, type Context } from './context.js';

const softens = ({ evidence }: Context): boolean => {
  const { oldGlue } = evidence.instrument.build;
  return oldGlue === 'hot-hide' || oldGlue === 'fish';
};
const openCrack = (of: Context): boolean =>
  found(of, 'grain-crack', 'crack-grew', 'crack-in-load') ||
  of.evidence.marks.some(
    ({ kind, state, face, besideBoard }) =>
      kind === 'crack' && face === 'top' && !besideBoard && (state === 'moving' || state === 'not tried'),
  );

/** A belly is flattened only where nothing forbids it. */
export function mayFlatten(of: Context): boolean {
  const { evidence } = of;
  return (
    evidence.schools.belly === 'flatten' &&
    !evidence.instrument.laminatedTop &&
    softens(of) &&
    of.diagnosis.verdict.fold === 'folds' &&
    !openCrack(of) &&
    !found(of, 'dome-sound', 'shape-disagrees', 'plate-cracked') &&
    // strings that stand low are not brought lower
    !stands(of, 'low') &&
    evidence.points.some(({ point, states }) => point === 'topBraces' && !states.includes('unseen'))
  );
}
