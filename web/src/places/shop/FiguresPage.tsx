import type { Shop } from '@upright-elder/contract';
import {
  parseFigure,
  SHOP_FIGURE_IDS,
  SHOP_FIGURES,
  TREATMENTS,
  type Treatment,
} from '@upright-elder/core/treatments';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { useShop } from '../../data/hooks.js';
import { useShopForm } from './useShopForm.js';

/** Figures that nobody gave: the shop's own, by which its bench goes. */
export default function FiguresPage() {
  return <Fetching of={useShop()}>{(shop) => <Figures shop={shop} />}</Fetching>;
}

function Figures({ shop }: { shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'figures of the shop',
    names: { figures: 'Figures' },
    saved: 'Figures saved.',
  });
  const { value, change } = form;
  const figures = value.figures ?? {};
  const runs = Object.keys(figures).filter((id) => id.startsWith('run '));
  const set = (id: string, typed: string) => {
    const next = { ...figures };
    if (typed.trim() === '') delete next[id];
    else next[id] = typed;
    change({ figures: next });
  };
  const wrong = Object.entries(figures).some(([id, typed]) => !parseFigure(id, typed).ok);
  return (
    <form
      className="sheet max-w-[54rem] p-5"
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) void form.save();
      }}
    >
      <h2 className="text-[1.3rem]">Your own figures</h2>
      <p className="text-faint">
        No usual figure is known for these. The bench goes by what you type here, and plans nothing by a
        figure that is empty.
      </p>
      <div className="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2">
        {SHOP_FIGURE_IDS.map((id) => (
          <FigureField
            key={id}
            id={id}
            label={SHOP_FIGURES[id].name}
            unit={SHOP_FIGURES[id].unit}
            typed={figures[id] ?? ''}
            onChange={(typed) => set(id, typed)}
          />
        ))}
        {runs.map((id) => (
          <FigureField
            key={id}
            id={id}
            label={`One heat run: ${runName(id)}`}
            unit="min:s"
            typed={figures[id]!}
            onChange={(typed) => set(id, typed)}
          />
        ))}
      </div>
      <button type="submit" className="act mt-4" disabled={form.saving || !form.dirty || wrong}>
        Save the figures
      </button>
      <FormFoot form={form} what="figures" />
    </form>
  );
}

/** `run neck-off 3` as the treatment and what is heated there. */
function runName(id: string): string {
  const [, treatment, stage] = /^run (.+) (\d+)$/u.exec(id) ?? [];
  const of = (TREATMENTS as Record<string, Treatment | undefined>)[treatment ?? ''];
  return of ? `${of.name}, ${of.steps[Number(stage)]?.say ?? ''}` : (treatment ?? id);
}

function FigureField({
  id,
  label,
  unit,
  typed,
  onChange,
}: {
  id: string;
  label: string;
  unit: string;
  typed: string;
  onChange: (typed: string) => void;
}) {
  const read = typed.trim() === '' ? null : parseFigure(id, typed);
  return (
    <label className="grid grid-cols-[minmax(0,1fr)_6rem_3rem] items-center gap-2">
      <span>{label}</span>
      <input
        className="field"
        inputMode="decimal"
        autoComplete="off"
        maxLength={20}
        value={typed}
        aria-invalid={read?.ok === false ? true : undefined}
        onChange={(event) => onChange(event.target.value)}
      />
      <span className="text-faint">{unit}</span>
      {read?.ok === false && (
        <span className="col-span-3 text-ochre">
          ✕ {read.reason}. Accepted: {read.accepted}.
        </span>
      )}
    </label>
  );
}
