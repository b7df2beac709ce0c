import type { Room } from '@upright-elder/contract';
import type { ReactElement } from 'react';
import { Fetching } from '../../../app/Fetching.js';
import { useRooms } from '../../../data/hooks.js';
import { useStringSets, useTunings, type ShopStrings } from '../../../data/strings.js';

/** Waits for what the form's lists are made of: a chosen line must be there when the form is shown. */
export function FormReady({ children }: { children: (rooms: Room[], shop: ShopStrings) => ReactElement }) {
  const rooms = useRooms();
  const sets = useStringSets();
  const tunings = useTunings();
  return (
    <Fetching of={rooms}>
      {(allRooms) => (
        <Fetching of={sets}>
          {(allSets) => (
            <Fetching of={tunings}>
              {(allTunings) => children(allRooms, { sets: allSets, tunings: allTunings })}
            </Fetching>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}
