import type { FromShop } from '@upright-elder/contract';
import { list, sayRecords } from '@upright-elder/core/wording';
import useSWR from 'swr';
import { get } from '../../../data/api.js';

/** What other shops wrote of an instrument that came from them, or was there for a while. */
export function FromShops({ of }: { of: string }) {
  const { data = [] } = useSWR<FromShop[]>(`instruments/${of}/from-shops`, get);
  if (data.length === 0) return null;
  return (
    <section className="sheet mt-4 p-5" aria-labelledby="from-shops">
      <h2 id="from-shops" className="text-[1.3rem]">
        From other shops
      </h2>
      {data.map(({ shop, records }) => (
        <p key={shop}>
          {shop} wrote {list(records.map(({ table, count }) => sayRecords(table, count)))}. They remain as
          they came.
        </p>
      ))}
    </section>
  );
}
