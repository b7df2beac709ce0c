import type { Shop } from '@upright-elder/contract';
import {
  BELLY_SCHOOLS,
  CRACK_SCHOOLS,
  SEASON_SCHOOLS,
  STRAIGHTEDGE_IDS,
} from '@upright-elder/contract/lists';
import { HOUSE_SCHOOLS } from '@upright-elder/core/diagnosis';
import { JOB_IDS, JOBS } from '@upright-elder/core/repair-plans';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { useShop } from '../../data/hooks.js';
import { MoneyField } from '../../fields/MoneyField.js';
import { SCHOOL_WORDS } from '../instrument/plans/schoolWords.js';
import { Catalogue } from './repairs/Catalogue.js';
import { useShopForm } from './useShopForm.js';
import { ListField } from '../../fields/ListField.js';

/** What repairs cost here, the schools that are followed, and the shop's own words and times for each treatment. */
export default function RepairsPage() {
  const shop = useShop();
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[26rem_minmax(0,1fr)]">
      <Fetching of={shop}>{(known) => <Rates shop={known} />}</Fetching>
      <Catalogue />
    </div>
  );
}

const SCHOOLS = {
  straightedge: STRAIGHTEDGE_IDS,
  cracks: CRACK_SCHOOLS,
  belly: BELLY_SCHOOLS,
  seasons: SEASON_SCHOOLS,
} as const;

function Rates({ shop }: { shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'shop repairs',
    names: { rate: 'An hour at the bench', schools: 'Schools', allowances: 'Allowances' },
    saved: 'Rate, schools and allowances are saved.',
  });
  const { value: settings, change, refused } = form;
  const schools = settings.schools ?? {};
  const allowances = settings.allowances ?? {};
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
      className="sheet p-5"
    >
      <h2 className="text-[1.3rem]">Rate and schools</h2>
      <div className="mt-2">
        <MoneyField
          label="An hour at the bench"
          currency={settings.currency}
          value={settings.rate ?? ''}
          refusal={refused.rate}
          hint="empty: plans say hours and no money"
          onChange={(rate) => change({ rate })}
        />
      </div>
      {(Object.keys(SCHOOLS) as (keyof typeof SCHOOLS)[]).map((school) => (
        <div key={school} className="mt-2">
          <ListField
            label={SCHOOL_WORDS[school].name}
            value={schools[school] ?? HOUSE_SCHOOLS[school]}
            options={SCHOOLS[school].map((one) => ({
              value: one,
              label: (SCHOOL_WORDS[school].ways as Record<string, string>)[one] ?? one,
            }))}
            onPick={(chosen) => change({ schools: { ...schools, [school]: chosen } })}
          />
        </div>
      ))}
      <h3 className="mt-4 text-[1.15rem]">Allowances at a quick look</h3>
      <p className="text-[0.92rem] text-faint">Amount per job. Empty: catalogue hours at your rate.</p>
      <div className="paper-columns mt-2 grid gap-2 sm:grid-cols-2">
        {JOB_IDS.map((job) => (
          <MoneyField
            key={job}
            label={JOBS[job].name}
            currency={settings.currency}
            value={allowances[job] ?? ''}
            refusal={refused[`allowances.${job}`]}
            onChange={(amount) =>
              change({
                allowances: Object.fromEntries(
                  Object.entries({ ...allowances, [job]: amount }).filter(([, text]) => text.trim() !== ''),
                ),
              })
            }
          />
        ))}
      </div>
      <button type="submit" className="act mt-4">
        Save
      </button>
      <FormFoot what="rate and schools" form={form} />
    </form>
  );
}
