import type { GaugesNow, Shop } from '@upright-elder/contract';
import { lineOf, isQuantity, type LineId, type Place, type Stage } from '@upright-elder/core/readings';
import { parseMoney, printMoney } from '@upright-elder/core/units';
import { MoneyField } from '../../../fields/MoneyField.js';
import type { Draft } from './draft.js';
import { allowanceSum } from './draftFinding.js';
import { GaugePlace } from './GaugePlace.js';
import { fieldsOf, filledOf } from './stages.js';

/** How far the protocol has come, and a way to each of its stages. */
export function ProgressPanel({ stages, draft }: { stages: readonly Stage[]; draft: Draft }) {
  const count = (lines: readonly LineId[]) => lines.reduce((sum, line) => sum + fieldsOf(line), 0);
  const all = stages.flatMap(({ lines }) => lines);
  const done = filledOf(all, draft);
  return (
    <div>
      <p className="text-[1.6rem] leading-tight font-bold">
        {done} <span className="text-[1rem] font-normal">of {count(all)} read</span>
      </p>
      <progress className="h-3 w-full" value={done} max={count(all)} aria-label="Readings taken" />
      <ul>
        {stages.map(({ title, lines }, i) => (
          <li key={`${i} ${title}`}>
            <a
              href={`#stage-${i}`}
              tabIndex={-1}
              className="flex min-h-[34px] items-center justify-between gap-2 text-[0.92rem] underline decoration-rule underline-offset-4"
            >
              {title}
              <span className="text-faint">
                {filledOf(lines, draft)} of {count(lines)}
              </span>
            </a>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The line at hand: where the gauge goes and how it is taken; beside it whether the gauge box is heard. */
export function LinePanel({ line, place, gauges }: { line: LineId; place: Place | null; gauges: GaugesNow }) {
  const { name, how } = lineOf(line);
  return (
    <section className="sheet mt-3 hidden p-4 lg:block" aria-label="The line at hand">
      {isQuantity(line) && <GaugePlace quantity={line} place={place} />}
      <h3 className="text-[1.1rem]">{name}</h3>
      <p className="text-[0.92rem] leading-snug">{how}</p>
      {gauges.setUp && (
        <p className={`mt-1 text-[0.88rem] ${gauges.connected ? 'text-faint' : 'font-bold text-ochre'}`}>
          {gauges.connected
            ? `Gauges: ${gauges.box || 'connected'}. F2 takes what stands still.`
            : '▲ The gauge box is lost. Type on; it comes back by itself.'}
        </p>
      )}
    </section>
  );
}

/** What putting it right would cost, beside what is asked for it. */
export function PricePanel({
  draft,
  shop,
  refusal,
  onAskingPrice,
}: {
  draft: Draft;
  shop: Shop;
  refusal: string | undefined;
  onAskingPrice: (text: string) => void;
}) {
  const sum = allowanceSum(draft.findings);
  const asking = parseMoney(draft.askingPrice);
  return (
    <section className="sheet mt-3 p-4" aria-label="What it would cost">
      <dl className="grid grid-cols-[1fr_auto] items-baseline gap-x-3">
        <dt>Allowances</dt>
        <dd className="text-[1.5rem] font-bold">{printMoney(sum, shop.currency)}</dd>
        {asking.ok && (
          <>
            <dt>Asked and allowances</dt>
            <dd className="text-[1.5rem] font-bold">{printMoney(sum + asking.value, shop.currency)}</dd>
          </>
        )}
      </dl>
      <MoneyField
        label="Asking price"
        currency={shop.currency}
        value={draft.askingPrice}
        refusal={refusal}
        hint="empty where it is not for sale"
        onChange={onAskingPrice}
      />
    </section>
  );
}
