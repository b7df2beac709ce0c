import { FACES, type Face } from '@upright-elder/core/body-plan';

/** The faces as the drawing is named by them. */
export const FACE_NAMES: Record<Face, string> = {
  top: 'The top from outside',
  'top inside': 'The top from inside, mirrored',
  back: 'The back from behind',
  'bass side': 'The bass side, rolled out',
  'treble side': 'The treble side, rolled out',
  neck: 'The neck from behind',
};

const SHORT: Record<Face, string> = {
  top: 'Top',
  'top inside': 'Inside',
  back: 'Back',
  'bass side': 'Bass side',
  'treble side': 'Treble side',
  neck: 'Neck',
};

export const FACE_OPTIONS = FACES.map((value) => ({ value, label: SHORT[value] }));
