/** For whom a file is made that goes out: everything for the shop itself; to others only what is ticked. */
export const FOR_WHOM = ['ourselves', 'next shop', 'owner'] as const;
export type ForWhom = (typeof FOR_WHOM)[number];

/**
 * What a row that comes in is to the shop: *added* (it has none such), *same*, *newer* (the shop’s was edited further since),
 * *older* (the shop edited it further), *changed* (both did, each their own way), *ours* (what it belongs to stays ours),
 * *theirs alone* (the settings of another shop, which are not taken in).
 */
export const ROW_STATES = ['added', 'same', 'newer', 'older', 'changed', 'ours', 'theirs alone'] as const;
export type RowState = (typeof ROW_STATES)[number];
