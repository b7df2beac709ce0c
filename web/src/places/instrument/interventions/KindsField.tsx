import { INTERVENTION_KINDS, INTERVENTIONS, type InterventionKind } from '@upright-elder/core/instrument';
import { ToggleGroup } from 'radix-ui';
import { capital } from '@upright-elder/core/wording';

/** What nobody chooses: it stands for what older records did not say. */
const ARCHTOP: readonly InterventionKind[] = ['wheels', 'post'];
const CHOSEN = INTERVENTION_KINDS.filter((kind) => kind !== 'unsaid');

/** Which kinds of work something was; several may be. */
export function KindsField({
  kinds,
  archtop,
  label,
  refusal,
  onKinds,
}: {
  kinds: readonly InterventionKind[];
  /** wheels and a post are only on one */
  archtop: boolean;
  label: string;
  refusal?: string;
  onKinds: (kinds: InterventionKind[]) => void;
}) {
  // what an older record holds can be given up, not chosen
  const offered = CHOSEN.filter((kind) => archtop || !ARCHTOP.includes(kind) || kinds.includes(kind));
  const shown = kinds.includes('unsaid') ? [...offered, 'unsaid' as const] : offered;
  return (
    <div>
      <ToggleGroup.Root
        type="multiple"
        aria-label={label}
        value={[...kinds]}
        onValueChange={(chosen) => onKinds(shown.filter((kind) => chosen.includes(kind)))}
        className="flex flex-wrap gap-1"
      >
        {shown.map((kind) => (
          <ToggleGroup.Item
            key={kind}
            value={kind}
            className="min-h-[44px] rounded-[3px] border border-faint bg-sheet px-3 data-[state=on]:border-2 data-[state=on]:border-ink data-[state=on]:bg-sunk data-[state=on]:font-bold"
          >
            {capital(INTERVENTIONS[kind].name)}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {refusal && <p className="text-ochre">✕ {refusal}</p>}
    </div>
  );
}
