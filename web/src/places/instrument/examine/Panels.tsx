import { quickAnswerOf } from '@upright-elder/contract/lists';
import type { GaugesNow, Instrument, Protocol, Shop } from '@upright-elder/contract';
import { lineOf, isQuantity, type LineId, type Place } from '@upright-elder/core/readings';
import type { ClosureWords } from '@upright-elder/core/stance';
import { useMemo } from 'react';
import { MoneyField } from '../../../fields/MoneyField.js';
import { ClosureNote } from '../ClosureNote.js';
import type { Draft } from './draft.js';
import { GaugePlace } from './GaugePlace.js';
import { RateAsked } from './RateAsked.js';
import { lookedInDraft, QuickAnswer } from './QuickAnswer.js';

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
            ? `Gauges: ${gauges.box || 'connected'}. F2 takes a steady reading.`
            : '▲ The gauge box is lost. Type on; it comes back by itself.'}
        </p>
      )}
    </section>
  );
}

/** What the look comes to, beside what is asked for it; on a narrow screen it stays in sight with the save. */
export function PricePanel({
  draft,
  protocol,
  instrument,
  shop,
  saving,
  refusal,
  onAskingPrice,
}: {
  draft: Draft;
  protocol: Protocol;
  instrument: Instrument;
  shop: Shop;
  saving: boolean;
  refusal: string | undefined;
  onAskingPrice: (text: string) => void;
}) {
  const answer = useMemo(
    () => quickAnswerOf(lookedInDraft(draft.findings), draft.askingPrice, protocol, instrument, shop),
    [draft.findings, draft.askingPrice, protocol, instrument, shop],
  );
  return (
    <>
      <section className="sheet mt-3 p-4" aria-label="What it comes to">
        <QuickAnswer answer={answer} currency={shop.currency} />
        {(shop.rate ?? '') === '' && <RateAsked shop={shop} />}
        <div className="mt-2">
          <MoneyField
            label="Asking price"
            currency={shop.currency}
            value={draft.askingPrice}
            refusal={refusal}
            hint="empty where it is not for sale"
            onChange={onAskingPrice}
          />
        </div>
      </section>
      <div className="sheet fixed inset-x-0 bottom-0 z-10 flex items-center gap-3 border-t-2 px-3 py-2 lg:hidden">
        <div className="max-h-[5.5rem] min-w-0 flex-1 overflow-y-auto text-[0.92rem]">
          <QuickAnswer answer={answer} currency={shop.currency} brief />
        </div>
        <button type="submit" className="act" disabled={saving}>
          {saving ? 'Saving…' : 'Save'}
        </button>
      </div>
      <div className="h-[6.5rem] lg:hidden" aria-hidden="true" />
    </>
  );
}

/** Whether the readings of a side agree. */
export function ClosurePanel({ closure }: { closure: ClosureWords[] }) {
  return (
    <section className="sheet mt-3 p-4" aria-live="polite" aria-label="Closure check" data-answer="agree">
      <h3 className="text-[1.15rem]">Do the readings agree?</h3>
      {closure.length === 0 ? (
        <p className="mt-1 text-[0.95rem] text-faint">
          Measure action, relief, first-fret gap, straightedge and saddle on one side at pitch. The last four
          must give the action.
        </p>
      ) : (
        closure.map((words) => <ClosureNote key={words.statement} words={words} />)
      )}
    </section>
  );
}
