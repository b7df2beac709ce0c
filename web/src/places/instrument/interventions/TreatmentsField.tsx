import { TREATMENTS, type TreatmentId } from '@upright-elder/core/treatments';
import { TreatmentOptions } from '../../../fields/TreatmentOptions.js';

/** Which treatments of the catalogue it was: what was done before and after them teaches the shop what they do. */
export function TreatmentsField({
  treatments,
  onChange,
}: {
  treatments: readonly TreatmentId[];
  onChange: (treatments: TreatmentId[]) => void;
}) {
  return (
    <div className="mt-2">
      <label className="block max-w-[32rem] text-[0.9rem] font-bold">
        Of the catalogue
        <select
          className="field block font-normal"
          value=""
          onChange={({ target: { value } }) => value && onChange([...treatments, value as TreatmentId])}
        >
          <option value="">none, or add one</option>
          <TreatmentOptions without={treatments} />
        </select>
      </label>
      {treatments.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-2">
          {treatments.map((id) => (
            <li key={id}>
              <button
                type="button"
                className="quiet text-[0.92rem]"
                aria-label={`Take out ${TREATMENTS[id].name}`}
                onClick={() => onChange(treatments.filter((one) => one !== id))}
              >
                {TREATMENTS[id].name} <span aria-hidden="true">×</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
