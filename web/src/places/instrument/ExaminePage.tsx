import type { Examination, Instrument, Protocol, Shop, Tool } from '@upright-elder/contract';
import { isDay, sayDate } from '@upright-elder/core/days';
import { isQuantity, needsPitch, QUANTITIES, type LineId, type Place } from '@upright-elder/core/readings';
import { sayHeight } from '@upright-elder/core/units';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { MergeDialog } from '../../app/MergeDialog.js';
import { StrikeOut, StruckWords } from '../../app/StrikeOut.js';
import { gaugesFor, laidOn, useGauges } from '../../data/gauges.js';
import {
  useAllExaminations,
  useExpectations,
  useInstrument,
  useMarks,
  usePhotographs,
  useProtocols,
  useShop,
  useTools,
} from '../../data/hooks.js';
import { useHeights } from '../../data/heights.js';
import { useSettled } from '../../data/useSettled.js';
import { Choice } from '../../fields/Choice.js';
import { ClosureNote } from './ClosureNote.js';
import { ConditionLines } from './examine/ConditionLines.js';
import { DoneSince } from './examine/DoneSince.js';
import { Corrections } from './examine/Corrections.js';
import {
  draftOf,
  emptyDraft,
  isHeld,
  withText,
  withTool,
  type Draft,
  type FieldKey,
} from './examine/draft.js';
import { goOn } from './examine/goOn.js';
import { closureOf, expectedBy, valuesOf } from './examine/measured.js';
import { differencesOf, mergedDraft, replacesStored } from './examine/merge.js';
import { LinePanel, PricePanel, ProgressPanel } from './examine/Panels.js';
import { PointLine } from './examine/PointLine.js';
import { ReadingLine } from './examine/ReadingLine.js';
import { stagesOf } from './examine/stages.js';
import { useExamination } from './examine/useExamination.js';
import { placeOf, sayAtPoint } from './map/atPoint.js';
import { Fold } from '../../fields/Fold.js';
import { ListField } from '../../fields/ListField.js';

/** Examine: the protocol, one reading a line. */
export function ExaminePage() {
  const { id } = useParams() as { id: string };
  const [params] = useSearchParams();
  const instrument = useInstrument(id);
  const shop = useShop();
  const examinations = useAllExaminations(id);
  const protocols = useProtocols();
  const tools = useTools();
  const chosen = params.get('examination');
  return (
    <Fetching of={instrument}>
      {(known) => (
        <Fetching of={shop}>
          {(settings) => (
            <Fetching of={examinations}>
              {(all) => (
                <Fetching of={protocols}>
                  {(orders) => (
                    <Fetching of={tools}>
                      {(held) => (
                        <Examining
                          key={chosen ?? 'new'}
                          instrument={known}
                          shop={settings}
                          examinations={all.filter(({ struck }) => !struck)}
                          protocols={orders}
                          tools={held}
                          stored={all.find((one) => one.id === chosen)}
                          asked={params.get('protocol')}
                          leftAt={params.get('at')}
                        />
                      )}
                    </Fetching>
                  )}
                </Fetching>
              )}
            </Fetching>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}

interface Props {
  instrument: Instrument;
  shop: Shop;
  examinations: Examination[];
  protocols: Protocol[];
  tools: Tool[];
  stored: Examination | undefined;
  /** the protocol that the address asks for */
  asked: string | null;
  /** the point at which it was left for the map */
  leftAt: string | null;
}

function Examining(props: Props) {
  const { instrument, shop, examinations, protocols, tools, stored, asked, leftAt } = props;
  const offered = protocols.filter(({ retired }) => !retired);
  const usual = [asked, examinations.length === 0 ? 'full' : 'recheck', offered[0]?.id].find((id) =>
    offered.some((one) => one.id === id),
  );
  const { draft, change, changed, refusals, saving, save, broughtBack, startAfresh, theirs, closeMerge } =
    useExamination(instrument, shop, stored, () => emptyDraft(shop, instrument.bodyJoin, usual ?? 'full'));
  const { data: marks } = useMarks(instrument.id);
  const form = useRef<HTMLFormElement>(null);
  const gauges = useGauges();
  const [active, setActive] = useState<{ line: LineId; place: Place | null } | null>(null);
  const protocol = protocols.find(({ id }) => id === draft.protocol) ?? protocols[0]!;
  const { conditions } = draft;

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 's') {
        event.preventDefault();
        form.current?.requestSubmit();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const last = useMemo(
    () => examinations.filter(({ id, date }) => id !== draft.id && date <= draft.date).at(-1),
    [examinations, draft.id, draft.date],
  );
  const air = useSettled(
    useMemo(
      () => ({
        date: isDay(draft.date) ? draft.date : shop.today,
        strings: conditions.strings,
        done: draft.done?.kinds.join(',') ?? '',
        humidity: conditions.humidity,
        temperature: conditions.temperature,
        temperatureUnit: conditions.temperatureUnit,
        except: stored?.id ?? '',
      }),
      [
        draft.date,
        shop.today,
        conditions.strings,
        draft.done,
        conditions.humidity,
        conditions.temperature,
        conditions.temperatureUnit,
        stored?.id,
      ],
    ),
  );
  const { data: expectations } = useExpectations(instrument.id, air);
  const now = useMemo(() => valuesOf(draft, shop, tools), [draft, shop, tools]);
  const { unit: heights } = useHeights();
  const closure = useMemo(
    () => closureOf(draft, now, instrument, (metres) => sayHeight(metres, heights), expectedBy(expectations)),
    [draft, now, instrument, heights, expectations],
  );
  const stages = useMemo(
    () => stagesOf(protocol, instrument, last, draft),
    [protocol, instrument, last, draft],
  );
  const cameBack = useRef(false);
  useEffect(() => {
    // the draft is read after the first drawing: its protocol may bring the line only then
    if (!leftAt || cameBack.current) return;
    const left = form.current?.querySelector<HTMLElement>(`[data-point=${CSS.escape(leftAt)}]`);
    left?.scrollIntoView({ block: 'center' });
    left?.querySelector<HTMLElement>('[data-step] button')?.focus();
    cameBack.current = left != null;
  }, [leftAt, stages]);
  const line = active?.line ?? stages[0]?.lines[0];
  const gaugeOf = (one: LineId) =>
    isQuantity(one) && active?.line === one ? laidOn(gauges.gauges, gaugesFor(one)) : undefined;

  const onCondition = (part: Partial<Draft['conditions']>) =>
    change(
      { ...draft, conditions: { ...conditions, ...part } },
      ...Object.keys(part).map((field) => `conditions.${field}`),
    );
  const onText = (key: FieldKey, text: string) => change(withText(draft, key, text, shop), key);

  return (
    <form
      ref={form}
      onSubmit={(event) => {
        event.preventDefault();
        void save(draft, protocol.priced ? 'judgement' : 'stance');
      }}
      onKeyDown={goOn}
      noValidate
      className="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[minmax(0,1fr)_18rem]"
    >
      <div className="sheet p-4">
        <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
          <h2 className="text-[1.4rem]">
            {stored ? `Examination of ${sayDate(stored.date, 'long')}` : 'New examination'}
          </h2>
          {examinations.length > 0 && <OpenAnother examinations={examinations} stored={stored} />}
        </div>
        {!stored && <NoPhotographYet instrument={instrument} />}
        <ProtocolChoice
          protocols={protocols}
          chosen={protocol}
          onChoose={(chosen) => change({ ...draft, protocol: chosen })}
        />
        <Fold
          className="border-t border-rule pt-1"
          summaryClass="font-serif text-[1.25rem] font-semibold"
          summary="Conditions"
          defaultOpen={!protocol.priced}
        >
          <ConditionLines
            draft={draft}
            shop={shop}
            refusals={refusals}
            meter={laidOn(gauges.gauges, ['moisture'])}
            onCondition={onCondition}
            onDate={(date) => change({ ...draft, date }, 'date')}
          />
          <DoneSince
            instrumentId={instrument.id}
            archtop={instrument.type === 'archtop'}
            done={draft.done}
            since={last?.date ?? null}
            until={draft.date}
            refusal={refusals.done}
            onDone={(done) => change({ ...draft, done }, 'done')}
          />
          {expectations?.moisture != null && (
            <p className="mt-1 text-[0.88rem] text-faint">
              Ranges are for wood at {expectations.moisture.toFixed(1)} %MC ({expectations.moistureFrom}).
            </p>
          )}
        </Fold>
        {stages.map(({ title, lines }, i) => (
          <section key={`${i} ${title}`} id={`stage-${i}`} aria-label={title} className="mt-4 scroll-mt-2">
            <h3 className="text-[1.25rem]">{title}</h3>
            {lines.map((one) =>
              isQuantity(one) && isHeld(draft) && needsPitch(one) ? (
                <p key={one} className="border-b border-rule py-2 text-[0.95rem]">
                  {QUANTITIES[one].name}: <span className="text-faint">not taken: unsound</span>
                </p>
              ) : isQuantity(one) ? (
                <ReadingLine
                  key={one}
                  quantity={one}
                  draft={draft}
                  shop={shop}
                  tools={tools}
                  expectations={expectations?.expected ?? []}
                  now={now}
                  refusals={refusals}
                  construction={instrument.type}
                  active={active?.line === one ? active.place : null}
                  gauge={gaugeOf(one)}
                  onActive={(place) => setActive({ line: one, place })}
                  onText={onText}
                  onTool={(quantity, tool) => change(withTool(draft, quantity, tool), `${quantity}.tool`)}
                />
              ) : (
                <PointLine
                  key={one}
                  point={one}
                  finding={draft.findings[one]}
                  priced={protocol.priced}
                  currency={shop.currency}
                  last={last}
                  refusals={refusals}
                  active={active?.line === one}
                  onActive={() => setActive({ line: one, place: null })}
                  onFinding={(point, finding) =>
                    change({ ...draft, findings: { ...draft.findings, [point]: finding } }, `${point}.`)
                  }
                  map={
                    placeOf(one)
                      ? {
                          has: sayAtPoint(one, marks ?? []),
                          to: `../map?point=${one}&examination=${draft.id}${stored ? '' : '&new'}`,
                        }
                      : null
                  }
                />
              ),
            )}
          </section>
        ))}
        <label className="mt-3 block font-bold">
          Notes
          <textarea
            className="field min-h-[5rem] font-normal"
            value={draft.notes}
            onChange={(event) => change({ ...draft, notes: event.target.value })}
          />
        </label>
        {stored && (replacesStored(draftOf(stored), draft) || refusals.why) && (
          <WhyField
            why={draft.why}
            refusal={refusals.why}
            onWhy={(why) => change({ ...draft, why }, 'why')}
          />
        )}
        {stored && <Corrections examination={stored} />}
      </div>
      <aside className="lg:sticky lg:top-3 lg:max-h-[calc(100vh-1.5rem)] lg:self-start lg:overflow-y-auto">
        <div className="sheet p-4">
          <ProgressPanel stages={stages} draft={draft} />
          <button type="submit" className="act mt-2 w-full justify-center" disabled={saving}>
            {saving ? 'Saving…' : 'Save the examination'}
          </button>
          <p className="mt-1 text-[0.85rem] text-faint">
            Anything may be skipped and stays missing. Enter goes on, 1 to 9 choose a state, Ctrl S saves.
          </p>
          {changed && (
            <p className="mt-2 text-[0.95rem]">
              {broughtBack ? 'An unsaved draft was brought back.' : 'Not saved yet.'}{' '}
              <button type="button" className="min-h-[44px] underline" onClick={startAfresh}>
                Start afresh
              </button>
            </p>
          )}
          {stored && (
            <div className="mt-2 border-t border-rule pt-2">
              <StrikeOut
                kind="examination"
                id={stored.id}
                what={`the examination of ${sayDate(stored.date)}`}
                struck={stored.struck}
                example="such as entered for the wrong instrument"
              />
              <StruckWords strikes={stored.strikes} />
            </div>
          )}
        </div>
        {protocol.priced && (
          <PricePanel
            draft={draft}
            protocol={protocol}
            instrument={instrument}
            shop={shop}
            saving={saving}
            refusal={refusals.askingPrice}
            onAskingPrice={(askingPrice) => change({ ...draft, askingPrice }, 'askingPrice')}
          />
        )}
        {line && <LinePanel line={line} place={active?.place ?? null} gauges={gauges} />}
        <section className="sheet mt-3 p-4" aria-live="polite" aria-label="Closure check">
          <h3 className="text-[1.15rem]">Do the readings agree?</h3>
          {closure.length === 0 ? (
            <p className="mt-1 text-[0.95rem] text-faint">
              Asked once action, relief, first-fret gap, straightedge and saddle of a side are read at pitch:
              the action follows from the others.
            </p>
          ) : (
            closure.map((words) => <ClosureNote key={words.statement} words={words} />)
          )}
        </section>
      </aside>
      {theirs && (
        <MergeDialog
          what="examination"
          differences={differencesOf(theirs, draft)}
          onClose={closeMerge}
          onChosen={(chosen) => {
            const merged = mergedDraft(theirs, draft, chosen);
            closeMerge();
            change(merged);
            void save(merged);
          }}
        />
      )}
    </form>
  );
}

function OpenAnother({
  examinations,
  stored,
}: {
  examinations: Examination[];
  stored: Examination | undefined;
}) {
  const [, setParams] = useSearchParams();
  return (
    <ListField
      label="Open"
      inline
      value={stored?.id ?? ''}
      options={[
        { value: '', label: 'a new one' },
        ...[...examinations].reverse().map(({ id, date, protocolName }) => ({
          value: id,
          label: `${sayDate(date)}, ${protocolName.toLowerCase()}`,
        })),
      ]}
      onPick={(chosen) => setParams(chosen ? { examination: chosen } : {})}
      className="w-auto max-w-[15rem]"
    />
  );
}

function ProtocolChoice({
  protocols,
  chosen,
  onChoose,
}: {
  protocols: Protocol[];
  chosen: Protocol;
  onChoose: (id: string) => void;
}) {
  const offered = protocols.filter(({ id, retired }) => !retired || id === chosen.id);
  return (
    <div className="mb-3">
      <Choice
        label="Protocol"
        value={chosen.id}
        options={offered.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={onChoose}
      />
      <p className="mt-1 text-[0.9rem] text-faint">
        {chosen.about}{' '}
        <Link to="/shop/protocols" className="underline">
          Edit protocols
        </Link>
      </p>
    </div>
  );
}

/** What was there before anything was touched can be seen only now. */
function NoPhotographYet({ instrument }: { instrument: Instrument }) {
  const { data } = usePhotographs(instrument.id);
  if (!data || data.length > 0) return null;
  return (
    <p className="mb-2 text-[0.95rem]">
      <span className="font-bold text-ochre">▲ No photograph yet.</span> Take them before anything is touched:{' '}
      <Link to="../photographs" className="underline">
        add photographs
      </Link>
      .
    </p>
  );
}

function WhyField({
  why,
  refusal,
  onWhy,
}: {
  why: string;
  refusal: string | undefined;
  onWhy: (why: string) => void;
}) {
  return (
    <label className="mt-3 block font-bold">
      Why it is corrected
      <input
        className="field font-normal"
        value={why}
        autoComplete="off"
        aria-invalid={refusal ? true : undefined}
        placeholder="for whoever reads this in twenty years"
        onChange={(event) => onWhy(event.target.value)}
      />
      {refusal && <span className="block text-[0.88rem] font-normal text-ochre">✕ {refusal}</span>}
    </label>
  );
}
