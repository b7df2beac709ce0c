import { FACES, type Face } from '@upright-elder/core/body-plan';

const SHORT: Record<Face, string> = {
  top: 'Top',
  'top inside': 'Inside',
  back: 'Back',
  'bass side': 'Bass side',
  'treble side': 'Treble side',
  neck: 'Neck',
};

export const FACE_OPTIONS = FACES.map((value) => ({ value, label: SHORT[value] }));
