import { sayDate } from '@upright-elder/core/days';
import { memo } from 'react';
import { Link } from 'react-router';
import { useInterventions, useRooms } from '../../../data/hooks.js';
import { useShopStrings } from '../../../data/strings.js';
import { KindsField } from '../interventions/KindsField.js';
import { sayDone, sayWhen } from '../interventions/sayDone.js';
import { nothingDone, type DraftIntervention } from './draft.js';

interface Props {
  instrumentId: string;
  archtop: boolean;
  done: DraftIntervention | null;
  /** day of the examination before; null where there is none */
  since: string | null;
  until: string;
  refusal: string | undefined;
  onDone: (done: DraftIntervention | null) => void;
}

/** What was done to the instrument since it was examined last: what is written down already, and what is added now. */
export const DoneSince = memo(function DoneSince({
  instrumentId,
  archtop,
  done,
  since,
  until,
  refusal,
  onDone,
}: Props) {
  const { data: interventions = [] } = useInterventions(instrumentId);
  const { data: rooms = [] } = useRooms();
  const names = { rooms, ...useShopStrings() };
  const between = interventions.filter(({ date }) => (since === null || date >= since) && date <= until);
  return (
    <fieldset className="mt-2 border-t border-rule pt-2">
      <legend className="sr-only">Done since last time</legend>
      {between.length > 0 && (
        <ul className="mb-1">
          {between.map((one) => (
            <li key={one.id}>
              {sayWhen(one)}: {sayDone(one, names)}{' '}
              <Link className="underline" data-aside to={`../seasons?done=${one.id}`}>
                open
              </Link>
            </li>
          ))}
        </ul>
      )}
      {done === null ? (
        <button type="button" className="quiet" data-aside onClick={() => onDone(nothingDone())}>
          Something was done since last time
        </button>
      ) : (
        <>
          <p className="font-bold">What was done since last time, up to {sayDate(until)}</p>
          <KindsField
            label="What was done"
            archtop={archtop}
            kinds={done.kinds}
            refusal={refusal}
            onKinds={(kinds) => onDone({ ...done, kinds })}
          />
          <div className="mt-1 flex flex-wrap items-end gap-3">
            <label className="grow text-[0.9rem] font-bold">
              In words
              <input
                className="field font-normal"
                data-aside
                autoComplete="off"
                value={done.note}
                onChange={(event) => onDone({ ...done, note: event.target.value })}
              />
            </label>
            <button type="button" className="quiet" data-aside onClick={() => onDone(null)}>
              Nothing was done
            </button>
          </div>
          <p className="text-[0.88rem] text-faint">
            It is saved with the examination, as done before it. For another day, enter it under Seasons.
          </p>
        </>
      )}
    </fieldset>
  );
});
