import { remember, useRemembered } from './remembered.js';

/** Who works at this screen: picked, remembered by this browser. */
const KEY = 'upright-elder.person';

export const pickPerson = (id: string): void => remember(KEY, id);

export const usePersonId = (): string | null => useRemembered(KEY);
