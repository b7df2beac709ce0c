import type { Examination, Reading, Shop } from '@upright-elder/contract';
import { sayDate, sayInstant } from '@upright-elder/core/days';
import {
  placeName,
  QUANTITIES,
  QUANTITY_IDS,
  readingOn,
  realChange,
  type Place,
  type QuantityId,
} from '@upright-elder/core/readings';
import { isBareNumber, printPercent } from '@upright-elder/core/units';
import { beginsEpoch, timelineOf } from '@upright-elder/core/instrument';
import { lazy, Suspense } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { StruckWords } from '../../app/StrikeOut.js';
import { useHeights } from '../../data/heights.js';
import { useAllExaminations, useInterventions, useShop, useZone } from '../../data/hooks.js';
import { sayReading } from '../../fields/understood.js';
import { unitOf } from './seasons/unitOf.js';
import { ListField } from '../../fields/ListField.js';
import { SortedTable, type Column } from '../../fields/SortedTable.js';

const ReadingChart = lazy(() => import('../../charts/ReadingChart.js'));

/** Readings: any of them through all examinations, as a curve and as a table. */
export function ReadingsPage() {
  const { id } = useParams() as { id: string };
  const shop = useShop();
  return (
    <Fetching of={useAllExaminations(id)}>
      {(examinations) => (
        <Fetching of={shop}>
          {(settings) => <History id={id} examinations={examinations} shop={settings} />}
        </Fetching>
      )}
    </Fetching>
  );
}

type Of = `${QuantityId}.${Place}`;

function History({ id, examinations, shop }: { id: string; examinations: Examination[]; shop: Shop }) {
  const [params, setParams] = useSearchParams();
  const zone = useZone();
  const navigate = useNavigate();
  const { data: interventions = [] } = useInterventions(id);
  const { unit: heights } = useHeights();
  const read = placesRead(examinations);
  const asked = params.get('of') as Of | null;
  const of = read.find((one) => one === asked) ?? read[0];
  if (!of) return <p className="said sheet p-5">Nothing has been measured yet: begin with an examination.</p>;
  const [quantity, place] = of.split('.') as [QuantityId, Place];
  const unit = shop.units[quantity] ?? QUANTITIES[quantity].unit;
  const say = (value: number) => sayReading(quantity, value, unit, heights);
  const rows = examinations.flatMap((examination) => {
    const reading = readingOn(examination.readings, quantity, place);
    return reading ? [{ examination, reading }] : [];
  });
  const worked = new Set(
    timelineOf(
      examinations.filter(({ struck }) => !struck),
      interventions,
    )
      .filter(({ before }) => before.some(({ kinds }) => beginsEpoch(kinds)))
      .map(({ examination }) => examination.id),
  );
  // like is compared with like: strung with strung
  const strung = rows.filter(
    ({ examination }) => !examination.struck && examination.conditions.strings === 'pitch',
  );
  return (
    <div className="sheet p-4">
      <div className="flex flex-wrap items-center gap-3">
        <ListField
          label="Readings of"
          inline
          value={of}
          options={QUANTITY_IDS.flatMap((one) => {
            const places = read.filter((key) => key.startsWith(`${one}.`));
            const options = places.map((key) => ({ value: key, label: nameOf(key) }));
            return places.length > 0 ? [{ group: QUANTITIES[one].name, options }] : [];
          })}
          onPick={(chosen) => setParams({ of: chosen })}
        />
        <span className="text-[0.95rem] text-faint">{QUANTITIES[quantity].how}</span>
      </div>
      {strung.length > 1 && (
        <div className="max-w-[62rem] print:max-w-none">
          <Suspense fallback={<p className="mt-3 min-h-[320px] text-faint">Fetching…</p>}>
            <ReadingChart
              points={strung.map(({ examination, reading }) => ({
                id: examination.id,
                date: examination.date,
                value: reading.value,
                sd: reading.sd,
                afterIntervention: worked.has(examination.id),
              }))}
              unit={unitOf({ key: of, dimension: QUANTITIES[quantity].dimension }, heights)}
              say={say}
              onOpen={(examination) => void navigate(`../examine?examination=${examination}`)}
            />
          </Suspense>
        </div>
      )}
      <div className="mt-3">
        <SortedTable
          name="Table of readings"
          rows={rows}
          keyOf={({ examination }) => examination.id}
          rowClass={({ examination }) => (examination.struck ? 'text-faint line-through decoration-1' : '')}
          order={{ id: 'day', desc: true }}
          columns={columnsOf(rows, quantity, say, zone)}
        />
      </div>
    </div>
  );
}

interface Row {
  examination: Examination;
  reading: Reading;
}

/** What of a reading is compared with the others. */
function columnsOf(
  rows: readonly Row[],
  quantity: QuantityId,
  say: (value: number) => string,
  zone: string,
): Column<Row>[] {
  /** the one before it that was read with the strings alike */
  const earlier = ({ examination }: Row) =>
    rows
      .slice(
        0,
        rows.findIndex((one) => one.examination === examination),
      )
      .findLast(
        (one) =>
          !one.examination.struck && one.examination.conditions.strings === examination.conditions.strings,
      )?.reading;
  return [
    {
      id: 'day',
      head: 'Day',
      by: ({ examination }) => `${examination.date} ${examination.id}`,
      className: 'whitespace-nowrap',
      cell: ({ examination }) => (
        <>
          <Link
            className="inline-flex min-h-[44px] items-center underline"
            to={`../examine?examination=${examination.id}`}
          >
            {sayDate(examination.date)}
          </Link>
          {examination.struck && (
            <span className="inline-block">
              <StruckWords strikes={examination.strikes} />
            </span>
          )}
        </>
      ),
    },
    {
      id: 'reading',
      head: 'Reading',
      by: ({ reading }) => reading.value,
      className: 'text-[1.15rem] font-bold whitespace-nowrap',
      cell: ({ reading }) => say(reading.value),
    },
    {
      id: 'typed',
      head: 'As typed',
      cell: ({ examination, reading }) => (
        <>
          {reading.text}
          {isBareNumber(reading.text) && ` ${reading.unit}`}
          {reading.place === 'both' && ', both sides'}
          {examination.corrections
            .filter((old) => old.line === quantity && (old.place === reading.place || old.place === 'both'))
            .map((old) => (
              <span key={old.at} className="block text-[0.88rem] text-ochre">
                ▲ it said {old.text}; {old.by}, {sayInstant(old.at, zone)}
                {old.why && `: “${old.why}”`}
              </span>
            ))}
        </>
      ),
    },
    {
      id: 'error',
      head: '± 95 %',
      by: ({ reading }) => reading.sd,
      className: 'whitespace-nowrap',
      cell: ({ reading }) => say(1.96 * reading.sd),
    },
    {
      id: 'change',
      head: 'Change',
      className: 'whitespace-nowrap',
      cell: (row) => {
        const before = earlier(row);
        return before && !row.examination.struck ? changeWords(before, row.reading, say) : '';
      },
    },
    {
      id: 'tool',
      head: 'Tool',
      by: ({ reading }) => reading.toolName,
      cell: ({ reading }) => reading.toolName,
    },
    {
      id: 'conditions',
      head: 'Conditions',
      cell: ({ examination: { conditions } }) =>
        [
          { pitch: 'at pitch', slack: 'slack', off: 'strings off' }[conditions.strings],
          conditions.humidityPercent !== null &&
            printPercent(conditions.humidityPercent).replace(' %', ' % RH'),
          conditions.woodMoisturePercent !== null && `meter ${conditions.woodMoisturePercent.toFixed(1)} %MC`,
        ]
          .filter(Boolean)
          .join(', '),
    },
    { id: 'by', head: 'Read by', by: ({ reading }) => reading.byName, cell: ({ reading }) => reading.byName },
  ];
}

function placesRead(examinations: readonly Examination[]): Of[] {
  return QUANTITY_IDS.flatMap((quantity) =>
    QUANTITIES[quantity].places
      .filter((place) => examinations.some(({ readings }) => readingOn(readings, quantity, place)))
      .map((place): Of => `${quantity}.${place}`),
  );
}

function nameOf(key: Of): string {
  const [quantity, place] = key.split('.') as [QuantityId, Place];
  return [QUANTITIES[quantity].name, placeName(place)].filter(Boolean).join(', ');
}

function changeWords(earlier: Reading, now: Reading, say: (value: number) => string): string {
  const { change, real, oneDivision } = realChange(earlier, now);
  const by = `${change > 0 ? '+' : '−'}${say(Math.abs(change))}`;
  if (oneDivision) return `${by}: one line of the scale`;
  return real ? by : 'none seen';
}
