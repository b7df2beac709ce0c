import type { StringSetAnswer } from '@upright-elder/contract';
import { useState } from 'react';
import { Fetching } from '../../app/Fetching.js';
import { newId } from '../../data/ids.js';
import { useStringSets, useTunings } from '../../data/strings.js';
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
                <aside className="sheet p-4">
                  <h2 className="text-[1.2rem]">String sets</h2>
                  <ul>
                    {listed.map(({ id, name, retired, house }) => (
                      <li key={id}>
                        <button
                          type="button"
                          aria-pressed={id === set.id}
                          onClick={() => setChosen(id)}
                          className={`min-h-[44px] w-full border-l-4 px-3 text-left ${id === set.id ? 'border-verdigris font-bold' : 'border-transparent'}`}
                        >
                          {name || 'unnamed'}
                          <span className="block text-[0.85rem] font-normal text-faint">
                            {retired ? 'hidden' : house ? 'of the house' : 'our own'}
                          </span>
                        </button>
                      </li>
                    ))}
                  </ul>
                  <button
                    type="button"
                    className="quiet mt-2"
                    onClick={() => {
                      const fresh = ownOf(set);
                      setOwn(fresh);
                      setChosen(fresh.id);
                    }}
                  >
                    Our own, from this one
                  </button>
                </aside>
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
