import { anchorOf, type Build } from '@upright-elder/core/construction';

/** Whether the strings end at a tailpiece, as far as it is known. */
export const endsAtTailpiece = (build: Build | undefined): boolean => anchorOf(build ?? {}) === 'tailpiece';
