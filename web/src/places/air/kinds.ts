import type { RoomKind } from '@upright-elder/contract';

export const KIND_NAMES: Record<RoomKind, string> = {
  workshop: 'workshop',
  home: 'a home',
  store: 'a store or loft',
  case: 'a case with packs',
};
