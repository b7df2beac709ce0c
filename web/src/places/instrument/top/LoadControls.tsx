import type { Anchor } from '@upright-elder/core/top';
import { offered, tuningsFor, type ShopStrings } from '../../../data/strings.js';
import { OneSlider } from '../../../fields/OneSlider.js';
import type { Trial } from './useTrial.js';

export interface Strung {
  set: string;
  tuning: string;
}

/** Wood as dry and as wet as a top gets in a house, %MC. */
const DRIEST = 4;
const WETTEST = 15;

interface Props {
  /** what there is to put on it */
  shop: ShopStrings;
  strung: Strung;
  own: Strung;
  pull: number;
  /** of the wood, %MC */
  moisture: number;
  trial: Pick<Trial, 'anchor' | 'setAnchor' | 'plateCracked' | 'setPlateCracked'>;
  hasPlate: boolean;
  onStrung: (strung: Strung) => void;
  onMoisture: (moisture: number) => void;
}

/** What is laid on the top: the wood's moisture, the strings, their tuning. */
export function LoadControls(props: Props) {
  const { shop, strung, own, pull, moisture, trial, hasPlate, onStrung, onMoisture } = props;
  const { anchor, setAnchor, plateCracked, setPlateCracked } = trial;
  const withSet = (set: string): void => {
    const fitting = tuningsFor(shop, set);
    const kept = fitting.some(({ id }) => id === strung.tuning);
    onStrung({ set, tuning: kept ? strung.tuning : (fitting[0]?.id ?? strung.tuning) });
  };
  const changed = strung.set !== own.set || strung.tuning !== own.tuning;
  return (
    <section className="sheet p-4" aria-label="Strings and humidity">
      <h2 className="text-[1.2rem]">Strings and humidity</h2>
      <div className="mt-1 flex items-baseline justify-between text-[0.95rem]">
        <span className="font-bold">Wood</span>
        <span className="text-[1.2rem] font-bold tabular-nums">{moisture.toFixed(1)} %MC</span>
      </div>
      <OneSlider
        label="Moisture of the wood, percent"
        min={DRIEST}
        max={WETTEST}
        step={0.1}
        value={moisture}
        onValue={onMoisture}
      />
      <label className="block text-[0.9rem] font-bold">
        String set
        <select
          className="field font-normal"
          value={strung.set}
          onChange={(event) => withSet(event.target.value)}
        >
          {offered(shop.sets, strung.set).map(({ id, name }) => (
            <option key={id} value={id} disabled={tuningsFor(shop, id).length === 0}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="mt-1 block text-[0.9rem] font-bold">
        Tuning
        <select
          className="field font-normal"
          value={strung.tuning}
          onChange={(event) => onStrung({ ...strung, tuning: event.target.value })}
        >
          {offered(tuningsFor(shop, strung.set), strung.tuning).map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="mt-1 block text-[0.9rem] font-bold">
        The strings end
        <select
          className="field font-normal"
          value={anchor}
          onChange={(event) => setAnchor(event.target.value as Anchor)}
        >
          <option value="bridge">at the bridge, pinned or tied</option>
          <option value="tailpiece">at a tailpiece, over a floating bridge</option>
        </select>
      </label>
      {hasPlate && (
        <label className="mt-1 flex min-h-[44px] items-center gap-2">
          <input
            type="checkbox"
            className="h-6 w-6 shrink-0 accent-verdigris"
            checked={plateCracked}
            onChange={(event) => setPlateCracked(event.target.checked)}
          />
          Bridge plate cracked through the pin holes
        </label>
      )}
      <p className="mt-1 text-[0.95rem]">
        Together they pull <span className="font-bold">{Math.round(pull)} N</span>
        {changed ? ', other than its own' : ', its own strings'}.
      </p>
    </section>
  );
}
