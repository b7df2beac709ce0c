import type { Shop, ShopInput } from '@upright-elder/contract';
import { send } from '../../data/api.js';
import { useVersionedForm } from '../../data/useVersionedForm.js';

/** The shop's settings as they are sent. */
export const shopInputOf = ({ today: _today, zone: _zone, ...input }: Shop): ShopInput => input;

/** A form over a part of the shop's settings; what it does not name goes along as it is stored. */
export function useShopForm(
  shop: Shop,
  part: { draftKey: string; names: Partial<Record<keyof ShopInput, string>>; saved: string },
) {
  return useVersionedForm<ShopInput>({
    ...part,
    stored: shopInputOf(shop),
    send: (input, said) => send<Shop>('PUT', 'shop', { ...input, ...said }),
    read: (current) => shopInputOf(current as Shop),
  });
}
