import { TREATMENTS, type TreatmentId } from '@upright-elder/core/treatments';
import { SearchField } from '../../../fields/SearchField.js';
import { treatmentOptions } from '../../../fields/treatmentOptions.js';

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
      <div className="max-w-[32rem]">
        <SearchField
          label="Of the catalogue"
          value=""
          placeholder="none, or add one"
          options={treatmentOptions(treatments)}
          onPick={(chosen) => onChange([...treatments, chosen as TreatmentId])}
        />
      </div>
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
