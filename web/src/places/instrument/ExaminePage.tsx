import type { Examination, Expectation, Instrument, Protocol, Shop, Tool } from '@upright-elder/contract';
import { isDay, sayDate } from '@upright-elder/core/days';
import {
  isQuantity,
  needsPitch,
  QUANTITIES,
  type LineId,
  type Place,
  type PointId,
  type QuantityId,
} from '@upright-elder/core/readings';
import { sayHeight } from '@upright-elder/core/units';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { MergeDialog } from '../../app/MergeDialog.js';
import { gaugesFor, laidOn, useGauges } from '../../data/gauges.js';
import { useHeights } from '../../data/heights.js';
import {
  useAllExaminations,
  useExpectations,
  useInstrument,
  useMarks,
  usePeople,
  useProtocols,
  useShop,
  useTools,
} from '../../data/hooks.js';
import { usePersonId } from '../../data/person.js';
import { useNarrow } from '../../data/useNarrow.js';
import { useStable } from '../../data/useStable.js';
import { useSettled } from '../../data/useSettled.js';
import { Fold } from '../../fields/Fold.js';
import { ClosureNote } from './ClosureNote.js';
import { ConditionLines } from './examine/ConditionLines.js';
import { Corrections } from './examine/Corrections.js';
import { DoneSince } from './examine/DoneSince.js';
import {
  draftOf,
  emptyDraft,
  isHeld,
  withSides,
  withText,
  withTool,
  type Draft,
  type FieldKey,
} from './examine/draft.js';
import type { DraftFinding } from './examine/draftFinding.js';
import { goOn, startAt } from './examine/goOn.js';
import { closureOf, expectedBy, valuesOf } from './examine/measured.js';
import { differencesOf, mergedDraft, replacesStored } from './examine/merge.js';
import { NoPhotographYet, NotHere, OpenAnother, ProtocolChoice } from './examine/Opening.js';
import { LinePanel, PricePanel } from './examine/Panels.js';
import { PointLine } from './examine/PointLine.js';
import { ReadingLine } from './examine/ReadingLine.js';
import { SaveBar, SavePanel } from './examine/SavePanel.js';
import { countOf, filledOf, onlyThese, stagesOf } from './examine/stages.js';
import { useToday } from './examine/today.js';
import { TodayChoice } from './examine/TodayChoice.js';
import { useExamination } from './examine/useExamination.js';
import { placeOf, sayAtPoint } from './map/atPoint.js';

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
                          missed={chosen !== null && !all.some((one) => one.id === chosen)}
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
  /** the address names an examination that this instrument does not have */
  missed: boolean;
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
  const personId = usePersonId();
  const [today, setToday] = useToday(personId);
  const { data: people } = usePeople();
  const every = useMemo(
    () => stagesOf(protocol, instrument, last, draft),
    [protocol, instrument, last, draft],
  );
  const onlyToday = today.only && !protocol.priced;
  const stages = onlyToday ? onlyThese(every, today.lines, draft, instrument.type) : every;
  const full = protocols.find(({ id }) => id === 'full') ?? protocol;
  const narrow = useNarrow();
  const [shut, setShut] = useState<Record<string, boolean>>({});
  const body = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // under a finger the keyboard would come up over the page
    if (!leftAt && body.current && !matchMedia('(pointer: coarse)').matches) startAt(body.current);
  }, [leftAt]);
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

  const onSides = (quantity: QuantityId) => {
    const next = withSides(draft, quantity, shop);
    if (next !== draft) change(next, `${quantity}.`);
    return next !== draft;
  };
  const act = useStable({
    onActive: (line: LineId, place: Place | null) => setActive({ line, place }),
    onText,
    onSides,
    onTool: (quantity: QuantityId, tool: string) =>
      change(withTool(draft, quantity, tool), `${quantity}.tool`),
    onFinding: (point: PointId, finding: DraftFinding) =>
      change({ ...draft, findings: { ...draft.findings, [point]: finding } }, `${point}.`),
  });
  const lineView = (one: LineId) =>
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
        expectations={expectations?.expected ?? NONE}
        now={now}
        refusals={refusals}
        construction={instrument.type}
        active={active?.line === one ? active.place : null}
        gauge={gaugeOf(one)}
        onActive={act.onActive}
        onText={act.onText}
        onSides={act.onSides}
        onTool={act.onTool}
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
        onActive={act.onActive}
        onFinding={act.onFinding}
        map={
          placeOf(one)
            ? {
                has: sayAtPoint(one, marks ?? []),
                to: `../map?point=${one}&examination=${draft.id}${stored ? '' : '&new'}`,
              }
            : null
        }
      />
    );

  return (
    <form
      ref={form}
      onSubmit={(event) => {
        event.preventDefault();
        void save(draft, protocol.priced ? 'judgement' : 'stance');
      }}
      onKeyDownCapture={(event) => /^Page(?:Down|Up)$/u.test(event.key) && goOn(event)}
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
        {props.missed && <NotHere />}
        {!stored && <NoPhotographYet instrument={instrument} />}
        <ProtocolChoice
          protocols={protocols}
          chosen={protocol}
          onChoose={(chosen) => change({ ...draft, protocol: chosen })}
        />
        {!protocol.priced && (
          <TodayChoice
            today={today}
            onToday={setToday}
            stages={stagesOf({ ...full, again: false }, instrument, undefined, NOTHING_READ)}
            name={people?.find(({ id }) => id === personId)?.name}
          />
        )}
        <div ref={body}>
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
              logged={expectations?.logged ?? null}
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
          {stages.map(({ title, lines }, i) => {
            const all = lines.map((one) => lineView(one));
            const at = `${i} ${title}`;
            return (
              <section key={at} id={`stage-${i}`} aria-label={title} className="mt-4 scroll-mt-2">
                {narrow ? (
                  <Fold
                    summary={
                      <span className="flex justify-between gap-2">
                        {title}
                        <span className="font-sans text-[0.95rem] font-normal text-faint">
                          {filledOf(lines, draft)} of {countOf(lines)}
                        </span>
                      </span>
                    }
                    summaryClass="border-b border-rule font-serif text-[1.25rem] font-semibold"
                    open={!(shut[at] ?? i > 0)}
                    onOpenChange={(open) => setShut({ ...shut, [at]: !open })}
                  >
                    {all}
                  </Fold>
                ) : (
                  <>
                    <h3 className="text-[1.25rem]">{title}</h3>
                    {all}
                  </>
                )}
              </section>
            );
          })}
        </div>
        <label className="mt-3 block font-bold">
          Notes
          <textarea
            className="field min-h-[5rem] font-normal"
            value={draft.notes}
            onChange={(event) => change({ ...draft, notes: event.target.value })}
          />
        </label>
        {stored && <Corrections examination={stored} />}
      </div>
      <aside className="lg:sticky lg:top-3 lg:max-h-[calc(100vh-1.5rem)] lg:self-start lg:overflow-y-auto">
        <SavePanel
          stages={stages}
          draft={draft}
          stored={stored}
          saving={saving}
          changed={changed}
          broughtBack={broughtBack}
          replaces={
            stored !== undefined && (replacesStored(draftOf(stored), draft) || refusals.why !== undefined)
          }
          whyRefusal={refusals.why}
          onWhy={(why) => change({ ...draft, why }, 'why')}
          onStartAfresh={startAfresh}
        />
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
      {!protocol.priced && (
        <SaveBar
          changed={changed}
          saving={saving}
          done={filledOf(
            stages.flatMap(({ lines }) => lines),
            draft,
          )}
          of={countOf(stages.flatMap(({ lines }) => lines))}
        />
      )}
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

/** A draft in which nothing was filled in. */
const NOTHING_READ = emptyDraft({ today: '', temperatureUnit: '°C' }, 14, 'full');
/** Nothing is expected yet. */
const NONE: Expectation[] = [];
