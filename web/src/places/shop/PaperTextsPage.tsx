import type { Shop } from '@upright-elder/contract';
import { PAPER_TEXT_IDS, PAPER_TEXTS, type PaperText } from '@upright-elder/core/papers';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { useShop } from '../../data/hooks.js';
import { useShopForm } from './useShopForm.js';

const LABELS: Record<PaperText, string> = {
  owner: 'At the foot of papers for the owner',
  'next luthier': 'For the next luthier',
  buyer: 'For a buyer',
  museum: 'For a museum',
  insurance: 'Under a value, for the insurer',
};

/** What papers say in the shop's own words. */
export default function PaperTextsPage() {
  return <Fetching of={useShop()}>{(shop) => <Texts shop={shop} />}</Fetching>;
}

function Texts({ shop }: { shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'texts of papers',
    names: { paperTexts: 'Texts of papers' },
    saved: 'The texts are saved.',
  });
  const { value, change, refused } = form;
  const texts = value.paperTexts ?? {};
  return (
    <form
      className="sheet max-w-[54rem] p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <h2 className="text-[1.3rem]">What your papers say</h2>
      <p className="text-faint">
        Printed in small type at the foot of a paper. Change the wording, or clear it and nothing is printed.
      </p>
      {PAPER_TEXT_IDS.map((id) => (
        <label key={id} className="mt-3 block text-[0.9rem] font-bold">
          {LABELS[id]}
          <textarea
            className="field font-normal"
            rows={3}
            maxLength={2000}
            value={texts[id] ?? PAPER_TEXTS[id]}
            onChange={(event) => change({ paperTexts: { ...texts, [id]: event.target.value } })}
          />
        </label>
      ))}
      {refused.paperTexts && <p className="text-ochre">✕ {refused.paperTexts}</p>}
      <button type="submit" className="act mt-4" disabled={form.saving || !form.dirty}>
        Save the texts
      </button>
      <FormFoot form={form} what="texts" />
    </form>
  );
}
