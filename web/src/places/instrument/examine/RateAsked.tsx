import type { Shop } from '@upright-elder/contract';
import { parseMoney } from '@upright-elder/core/units';
import { useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { MoneyField } from '../../../fields/MoneyField.js';
import { shopInputOf } from '../../shop/useShopForm.js';

/** Without a rate nothing can be said of money: it is asked for where it is missing. */
export function RateAsked({ shop }: { shop: Shop }) {
  const [rate, setRate] = useState('');
  const [refusal, setRefusal] = useState<string | undefined>();
  const refresh = useRefresh();
  const personId = usePersonId();
  const save = async () => {
    try {
      await send<Shop>('PUT', 'shop', { ...shopInputOf(shop), rate, by: personId });
      await refresh();
      toast.success('Rate saved.');
    } catch (error) {
      setRefusal(Object.values(refusals(error))[0]);
    }
  };
  return (
    <div className="mt-2 flex items-end gap-2">
      <div className="min-w-0 flex-1">
        <MoneyField
          label="What your hour costs"
          currency={shop.currency}
          value={rate}
          hint="to see what this costs"
          refusal={refusal}
          onChange={(text) => {
            setRate(text);
            setRefusal(undefined);
          }}
        />
      </div>
      <button
        type="button"
        className="quiet mb-6"
        disabled={!parseMoney(rate).ok}
        onClick={() => void save()}
      >
        Save the rate
      </button>
    </div>
  );
}
