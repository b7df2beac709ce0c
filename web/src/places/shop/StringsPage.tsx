import type { StringSetAnswer } from '@upright-elder/contract';
import { useState } from 'react';
import { Fetching } from '../../app/Fetching.js';
import { newId } from '../../data/ids.js';
import { useStringSets, useTunings } from '../../data/strings.js';
import { OneOfShop } from './OneOfShop.js';
import { SetEditor } from './strings/SetEditor.js';
import { SetShown } from './strings/SetShown.js';
import { TuningList } from './strings/TuningList.js';

/** String sets and tunings: the house's, and the shop's own. */
export function StringsPage() {
  const sets = useStringSets();
  const tunings = useTunings();
  const [chosen, setChosen] = useState('light');
  const [own, setOwn] = useState<StringSetAnswer | null>(null);
  return (
    <Fetching of={sets}>
      {(all) => (
        <Fetching of={tunings}>
          {(tuned) => {
            const listed = own && !all.some(({ id }) => id === own.id) ? [...all, own] : all;
            const set = listed.find(({ id }) => id === chosen) ?? listed[0]!;
            return (
              <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[17rem_minmax(0,1fr)]">
                <OneOfShop
                  title="String sets"
                  all={listed.map((one) => ({
                    id: one.id,
                    name: one.name,
                    under: one.retired ? 'hidden' : one.house ? 'built in' : 'our own',
                  }))}
                  chosen={set.id}
                  onChoose={setChosen}
                  onOwn={() => {
                    const fresh = ownOf(set);
                    setOwn(fresh);
                    setChosen(fresh.id);
                  }}
                />
                <div className="grid gap-4">
                  {set.house ? (
                    <SetShown set={set} tunings={tuned} />
                  ) : (
                    <SetEditor key={set.id} set={set} tunings={tuned} />
                  )}
                  <TuningList tunings={tuned} />
                </div>
              </div>
            );
          }}
        </Fetching>
      )}
    </Fetching>
  );
}

const ownOf = (set: StringSetAnswer): StringSetAnswer => ({
  ...set,
  id: newId(),
  version: 0,
  name: `${set.name}, ours`,
  house: false,
  retired: false,
});
