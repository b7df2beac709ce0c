import { HEADINGS, TREATMENTS, type TreatmentId } from '@upright-elder/core/treatments';

/** Options of a select: every treatment under its heading, those left out that stand there already. */
export function TreatmentOptions({ without }: { without: readonly TreatmentId[] }) {
  return Object.entries(HEADINGS).map(([heading, rows]) => (
    <optgroup key={heading} label={heading}>
      {(Object.keys(rows) as TreatmentId[])
        .filter((id) => !without.includes(id))
        .map((id) => (
          <option key={id} value={id}>
            {TREATMENTS[id].name}
          </option>
        ))}
    </optgroup>
  ));
}
