import type { StringSetAnswer, TuningAnswer } from '@upright-elder/contract';
import { AtPitch } from './AtPitch.js';
import { GAUGE_UNIT_NAMES, sayString } from './words.js';

/** A set of the house, which is not changed; the shop's own can begin from it. */
export function SetShown({ set, tunings }: { set: StringSetAnswer; tunings: TuningAnswer[] }) {
  return (
    <section className="sheet p-5" aria-label="String set">
      <h2 className="text-[1.3rem]">{set.name}</h2>
      <p className="text-[0.92rem] text-faint">
        Built in, common gauges. In {GAUGE_UNIT_NAMES[set.unit]}, thinnest string first.
      </p>
      <ol className="mt-1 list-decimal pl-6">
        {set.typed.map((one, i) => (
          <li key={i}>{sayString(one)}</li>
        ))}
      </ol>
      <AtPitch strings={set.strings} paired={set.paired} tunings={tunings} />
    </section>
  );
}
