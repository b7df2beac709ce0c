import { offered, tuningsFor, type ShopStrings } from '../../../data/strings.js';
import { OneSlider } from '../../../fields/OneSlider.js';
import type { Trial } from './useTrial.js';
import { ListField } from '../../../fields/ListField.js';
import { Tick } from '../../../fields/Tick.js';

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
      <ListField
        label="String set"
        value={strung.set}
        options={offered(shop.sets, strung.set).map(({ id, name }) => ({
          value: id,
          label: name,
          disabled: tuningsFor(shop, id).length === 0,
        }))}
        onPick={(chosen) => withSet(chosen)}
      />
      <ListField
        label="Tuning"
        value={strung.tuning}
        options={offered(tuningsFor(shop, strung.set), strung.tuning).map(({ id, name }) => ({
          value: id,
          label: name,
        }))}
        onPick={(chosen) => onStrung({ ...strung, tuning: chosen })}
      />
      <ListField
        label="The strings end"
        value={anchor}
        options={[
          { value: 'bridge', label: 'at the bridge, pinned or tied' },
          { value: 'tailpiece', label: 'at a tailpiece, over a floating bridge' },
        ]}
        onPick={(chosen) => setAnchor(chosen)}
      />
      {hasPlate && (
        <Tick
          label="Bridge plate cracked through the pin holes"
          checked={plateCracked}
          onChange={(checked) => setPlateCracked(checked)}
          className="mt-1"
        />
      )}
      <p className="mt-1 text-[0.95rem]">
        Together they pull <span className="font-bold">{Math.round(pull)} N</span>
        {changed ? ', other than its own' : ', its own strings'}.
      </p>
    </section>
  );
}
