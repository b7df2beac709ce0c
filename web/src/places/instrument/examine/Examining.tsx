import type { Examination, Expectation, Instrument, Protocol, Shop, Tool } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import {
  isQuantity,
  needsPitch,
  QUANTITIES,
  type LineId,
  type Place,
  type PointId,
  type QuantityId,
} from '@upright-elder/core/readings';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { MergeDialog } from '../../../app/MergeDialog.js';
import { gaugesFor, laidOn, useGauges } from '../../../data/gauges.js';
import { useMarks, usePeople } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { useNarrow } from '../../../data/useNarrow.js';
import { useStable } from '../../../data/useStable.js';
import { Fold } from '../../../fields/Fold.js';
import { SAME } from '../../../fields/ReadingField.js';
import { placeOf, sayAtPoint } from '../map/atPoint.js';
import { ConditionLines } from './ConditionLines.js';
import { Corrections } from './Corrections.js';
import { DoneSince } from './DoneSince.js';
import {
  draftOf,
  emptyDraft,
  isHeld,
  withSides,
  withText,
  withTool,
  type Draft,
  type FieldKey,
} from './draft.js';
import type { DraftPointFinding } from './draftFinding.js';
import { goOn, goToRefused } from './goOn.js';
import { differencesOf, mergedDraft, replacesStored } from './merge.js';
import { NoPhotographYet, NotHere, OpenAnother, ProtocolChoice } from './Opening.js';
import { ClosurePanel, LinePanel, PricePanel } from './Panels.js';
import { PointLine } from './PointLine.js';
import { ReadingLine } from './ReadingLine.js';
import { SaveBar, SavePanel } from './SavePanel.js';
import { StagePart } from './StagePart.js';
import { countOf, filledOf, onlyThese, split, stagesOf } from './stages.js';
import { useToday } from './today.js';
import { TodayChoice } from './TodayChoice.js';
import { useExamination } from './useExamination.js';
import { useExpected } from './useExpected.js';
import { useHandPlace, useSaveKey } from './useHandPlace.js';

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

/** An examination in hand: its lines, its save, and what stands beside them. */
export function Examining(props: Props) {
  const { instrument, shop, examinations, protocols, tools, stored, asked, leftAt } = props;
  const offered = protocols.filter(({ retired }) => !retired);
  const usual = [asked, examinations.length === 0 ? 'full' : 'recheck', offered[0]?.id].find((id) =>
    offered.some((one) => one.id === id),
  );
  const { draft, change, changed, refusals, saving, save, broughtBack, startAfresh, theirs, closeMerge } =
    useExamination(instrument, shop, stored, () => emptyDraft(shop, instrument.bodyJoin, usual ?? 'full'));
  const { data: marks } = useMarks(instrument.id);
  const form = useRef<HTMLFormElement>(null);
  const narrow = useNarrow();
  const gauges = useGauges();
  const [active, setActive] = useState<{ line: LineId; place: Place | null } | null>(null);
  const protocol = protocols.find(({ id }) => id === draft.protocol) ?? protocols[0]!;
  const { conditions } = draft;

  useSaveKey(form);
  const last = useMemo(
    () => examinations.filter(({ id, date }) => id !== draft.id && date <= draft.date).at(-1),
    [examinations, draft.id, draft.date],
  );
  const { expectations, now, closure } = useExpected(instrument, draft, shop, tools, stored);
  const personId = usePersonId();
  const [today, setToday] = useToday(personId);
  const { data: people } = usePeople();
  const every = useMemo(
    () => stagesOf(protocol, instrument, last, draft),
    [protocol, instrument, last, draft],
  );
  const onlyToday = today.only && !protocol.priced;
  const long =
    !onlyToday &&
    !protocol.priced &&
    countOf(every.flatMap(({ lines }) => lines)) > (narrow ? LONG_ON_PHONE : LONG);
  const stages = onlyToday
    ? onlyThese(every, today.lines, draft, instrument.type)
    : long
      ? split(every, today.lines)
      : every;
  const full = protocols.find(({ id }) => id === 'full') ?? protocol;
  const [shut, setShut] = useState<Record<string, boolean>>({});
  // a long protocol opens with what is measured at every visit; the rest lies closed under its name
  const standsOpen = (lines: readonly LineId[], i: number) =>
    long
      ? (i === 0 && examinations.length === 0 && !narrow) ||
        lines.some((one) => today.lines.includes(one)) ||
        filledOf(lines, draft) > 0
      : !narrow || i === 0;
  const body = useRef<HTMLDivElement>(null);
  useHandPlace(form, body, leftAt, stages);
  const line = active?.line ?? stages[0]?.lines[0];
  const gaugeOf = (one: LineId) =>
    isQuantity(one) && active?.line === one ? laidOn(gauges.gauges, gaugesFor(one)) : undefined;

  const onText = (key: FieldKey, text: string) => change(withText(draft, key, text, shop), key);

  const onSides = (quantity: QuantityId) => {
    const next = withSides(draft, quantity, shop);
    if (next === draft) return false;
    change(next, `${quantity}.`);
    const [before, after] = [draft, next].map(({ texts }) => texts[`${quantity}.treble`]?.trim() ?? '');
    if (before && before !== SAME && before !== after)
      toast(`Treble was ${before}, now ${after}.`, {
        action: { label: 'Undo', onClick: () => act.onText(`${quantity}.treble`, before) },
      });
    return true;
  };
  const act = useStable({
    onCondition: (part: Partial<Draft['conditions']>) =>
      change(
        { ...draft, conditions: { ...conditions, ...part } },
        ...Object.keys(part).map((field) => `conditions.${field}`),
      ),
    onDate: (date: string) => change({ ...draft, date }, 'date'),
    onDone: (done: Draft['done']) => change({ ...draft, done }, 'done'),
    onActive: (line: LineId, place: Place | null) => setActive({ line, place }),
    onText,
    onSides,
    onTool: (quantity: QuantityId, tool: string) =>
      change(withTool(draft, quantity, tool), `${quantity}.tool`),
    onFinding: (point: PointId, finding: DraftPointFinding) =>
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
              onCondition={act.onCondition}
              onDate={act.onDate}
            />
            <DoneSince
              instrumentId={instrument.id}
              archtop={instrument.type === 'archtop'}
              done={draft.done}
              since={last?.date ?? null}
              until={draft.date}
              refusal={refusals.done}
              onDone={act.onDone}
            />
            {expectations?.moisture != null && (
              <p className="mt-1 text-[0.88rem] text-faint">
                Ranges are for wood at {expectations.moisture.toFixed(1)} %MC ({expectations.moistureFrom}).
              </p>
            )}
          </Fold>
          {stages.map(({ title, lines }, i) => {
            const at = `${i} ${title}`;
            return (
              <StagePart
                key={at}
                at={i}
                title={title}
                filled={filledOf(lines, draft)}
                fields={countOf(lines)}
                folds={long}
                open={!(shut[at] ?? !standsOpen(lines, i))}
                onOpenChange={(open) => setShut((now) => ({ ...now, [at]: !open }))}
              >
                {lines.map((one) => lineView(one))}
              </StagePart>
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
          refused={refusedIn(refusals)}
          whyRefusal={refusals.why}
          onRefused={() => goToRefused(form.current)}
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
        {!protocol.priced && <ClosurePanel closure={closure} />}
        {line && <LinePanel line={line} place={active?.place ?? null} gauges={gauges} />}
      </aside>
      {!protocol.priced && (
        <SaveBar
          changed={changed}
          saving={saving}
          refused={refusedIn(refusals)}
          onRefused={() => goToRefused(form.current)}
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
/** From so many fields on a protocol is long. */
const LONG = 40;
const LONG_ON_PHONE = 16;
/** Fields that were refused; what is asked for besides has its own words. */
const refusedIn = (refusals: Record<string, string>): number =>
  Object.keys(refusals).filter((key) => key !== 'why').length;
/** Nothing is expected yet. */
const NONE: Expectation[] = [];
