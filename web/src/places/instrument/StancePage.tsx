import type { Examination, Instrument, Reading, Shop } from '@upright-elder/contract';
import {
  checkClosure,
  closureWords,
  COMPENSATION,
  isBareNumber,
  QUANTITIES,
  readingOn,
  realChange,
  sideMeasured,
  stanceOf,
  valuesOf,
  type QuantityId,
} from '@upright-elder/core';
import { format } from 'date-fns';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useExaminations, useInstrument, useShop } from '../../data/hooks.js';
import { placesAlong, StanceDrawing, xOf, type DrawnSide } from '../../drawings/StanceDrawing.js';
import { Choice } from '../../fields/Choice.js';
import { ClosureNote } from './ClosureNote.js';
import { sayReading } from '../../fields/understood.js';

/** Stance: the side elevation with numbers where they are measured. */
export function StancePage() {
  const { id } = useParams() as { id: string };
  const instrument = useInstrument(id);
  const shop = useShop();
  return (
    <Fetching of={useExaminations(id)}>
      {(examinations) => (
        <Fetching of={instrument}>
          {(known) => (
            <Fetching of={shop}>
              {(settings) => <StanceOf instrument={known} examinations={examinations} shop={settings} />}
            </Fetching>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}

/** An archtop's bridge stands so tall that less exaggeration fills the page. */
const EXAGGERATIONS = { 'flat-top': [5, 8, 12], archtop: [2, 3, 5] };

function StanceOf({
  instrument,
  examinations,
  shop,
}: {
  instrument: Instrument;
  examinations: Examination[];
  shop: Shop;
}) {
  const [chosenId, setChosenId] = useState<string | null>(null);
  const steps = EXAGGERATIONS[instrument.type];
  const [exaggeration, setExaggeration] = useState(String(steps[1]));
  const examination = examinations.find(({ id }) => id === chosenId) ?? examinations.at(-1);
  if (!examination) {
    return (
      <div className="sheet p-6">
        <p className="said">Nothing is measured yet.</p>
        <p className="mt-2">
          The stance is drawn from the first examination at pitch: action, relief, first-fret gap,
          straightedge and saddle.
        </p>
        <Link to="../examine" className="act mt-4">
          Examine it now
        </Link>
      </div>
    );
  }
  const earlier = examinations
    .filter(
      ({ date, id, conditions }) =>
        id !== examination.id &&
        date <= examination.date &&
        conditions.strings === examination.conditions.strings,
    )
    .at(-1);
  const neck = {
    scale: instrument.scale.metres,
    compensation: COMPENSATION.bass,
    bodyJoin: instrument.bodyJoin,
  };
  const options = {
    reliefFrets: [examination.conditions.reliefFrom, examination.conditions.reliefTo] as [number, number],
  };
  const measured = {
    bass: sideMeasured(examination.readings, 'bass'),
    treble: sideMeasured(examination.readings, 'treble'),
  };
  const drawn = (side: 'bass' | 'treble'): DrawnSide | null => {
    const found = measured[side].measured;
    return (
      found && { stance: stanceOf(neck, valuesOf(found), options), saddleShowing: found.saddleShowing.value }
    );
  };
  const bass = drawn('bass');
  const treble = drawn('treble');
  const places = placesAlong(neck);
  const at = (metres: number) => `${(xOf(neck, metres) / 1180) * 100}%`;
  const number = (quantity: QuantityId, left: string, align?: 'end' | 'start') => (
    <PlacedNumber
      quantity={quantity}
      left={left}
      align={align}
      examination={examination}
      earlier={earlier}
      shop={shop}
    />
  );
  const words = (['bass', 'treble'] as const).flatMap((side, i) => {
    const found = measured[side].measured;
    if (!found || examination.conditions.strings !== 'pitch') return [];
    const closure = checkClosure(
      { ...neck, compensation: COMPENSATION[side] },
      found,
      options,
      measured[i === 0 ? 'treble' : 'bass'].measured ?? undefined,
    );
    return [closureWords(side === 'bass' ? 'Bass' : 'Treble', found.action12.value, closure)];
  });
  const { conditions } = examination;

  return (
    <div className="sheet p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <div className="flex flex-wrap items-center gap-3">
          <label className="flex items-center gap-2">
            <span className="font-bold">As measured on</span>
            <select
              className="field w-auto"
              value={examination.id}
              onChange={(event) => setChosenId(event.target.value)}
            >
              {[...examinations].reverse().map(({ id, date }) => (
                <option key={id} value={id}>
                  {format(new Date(date), 'd MMMM yyyy')}
                </option>
              ))}
            </select>
          </label>
          <span className="text-[0.95rem] text-faint">
            {[
              { pitch: 'at pitch', slack: 'strings slack', off: 'strings off' }[conditions.strings],
              conditions.humidityPercent !== null && `${conditions.humidityPercent} % RH`,
              conditions.temperature && `${conditions.temperatureCelsius?.toFixed(0)} °C`,
              conditions.woodMoisturePercent !== null && `meter ${conditions.woodMoisturePercent} %MC`,
              examination.byName,
            ]
              .filter(Boolean)
              .join(' · ')}
          </span>
        </div>
        <div className="flex items-center gap-2 text-[0.95rem]">
          Heights drawn
          <Choice
            label="Height exaggeration"
            value={exaggeration}
            options={steps.map((times) => ({ value: String(times), label: `${times} ×` }))}
            onChange={setExaggeration}
          />
        </div>
      </div>

      <div className="relative mt-3 hidden h-[112px] md:block">
        <div className="absolute bottom-0 left-0 text-[0.9rem] text-faint" aria-hidden="true">
          <div className="flex h-[38px] items-center">bass</div>
          <div className="flex h-[38px] items-center">treble</div>
        </div>
        {number('firstFretGap', at(places.first), 'start')}
        {number('relief', at(places.middle))}
        {number('action12', at(places.twelve))}
        {number('straightedge', at(places.bridge - 0.135))}
        {number('saddleShowing', at(places.bridge))}
        {number('bridgeTilt', '100%', 'end')}
      </div>
      <div className="mt-3 grid grid-cols-2 gap-3 md:hidden">
        {(['firstFretGap', 'relief', 'action12', 'straightedge', 'saddleShowing', 'bridgeTilt'] as const).map(
          (quantity) => (
            <PlacedNumber
              key={quantity}
              quantity={quantity}
              examination={examination}
              earlier={earlier}
              shop={shop}
            />
          ),
        )}
      </div>

      {bass || treble ? (
        <StanceDrawing
          neck={neck}
          bass={bass}
          treble={treble}
          tilt={readingOn(examination.readings, 'bridgeTilt', 'centre')?.value ?? null}
          belly={readingOn(examination.readings, 'bellyBehindBridge', 'centre')?.value ?? null}
          exaggeration={Number(exaggeration)}
        />
      ) : (
        <p className="said py-10 text-center">
          Not enough to draw:{' '}
          {measured.bass.missing.map((quantity) => QUANTITIES[quantity].name.toLowerCase()).join(', ')} still
          to be measured.
        </p>
      )}
      <p className="text-[0.9rem] text-faint">
        To scale along the strings; heights {exaggeration} times too tall. Thick string bass, thin string
        treble. The outline of the top between its measured places is sketched.
      </p>
      <div className="mt-3 grid gap-4 md:grid-cols-2">
        {words.map((side) => (
          <ClosureNote key={side.statement} words={side} />
        ))}
      </div>
      {examination.notes && <p className="said mt-3">“{examination.notes}”</p>}
      <p className="mt-3 flex flex-wrap items-center gap-3">
        <Link className="quiet" to={`../examine?examination=${examination.id}`}>
          Open this examination
        </Link>
        <Link className="act" to="../examine">
          Examine again
        </Link>
        <BellyWords examination={examination} earlier={earlier} shop={shop} />
      </p>
    </div>
  );
}

function BellyWords({
  examination,
  earlier,
  shop,
}: {
  examination: Examination;
  earlier: Examination | undefined;
  shop: Shop;
}) {
  const belly = readingOn(examination.readings, 'bellyBehindBridge', 'centre');
  if (!belly) return null;
  return (
    <span className="inline-flex items-center gap-2">
      Belly behind the bridge
      <NumberButton
        quantity="bellyBehindBridge"
        reading={belly}
        before={earlier && readingOn(earlier.readings, 'bellyBehindBridge', 'centre')}
        examination={examination}
        earlier={earlier}
        shop={shop}
      />
    </span>
  );
}

interface Placed {
  quantity: QuantityId;
  left?: string;
  align?: 'start' | 'end';
  examination: Examination;
  earlier: Examination | undefined;
  shop: Shop;
}

/** A number standing over the place where it is measured. */
function PlacedNumber({ quantity, left, align, examination, earlier, shop }: Placed) {
  const sides = QUANTITIES[quantity].sided ? (['bass', 'treble'] as const) : (['centre'] as const);
  const shift = align === 'start' ? '' : align === 'end' ? '-translate-x-full' : '-translate-x-1/2';
  return (
    <div className={left === undefined ? '' : `absolute bottom-0 ${shift}`} style={{ left }}>
      <div
        className={`text-[0.9rem] font-bold whitespace-nowrap text-faint ${align === 'end' ? 'text-right' : align === 'start' || left === undefined ? '' : 'text-center'}`}
      >
        {QUANTITIES[quantity].name.replace(' at the bridge', '')}
      </div>
      {sides.map((side) => {
        const reading = readingOn(examination.readings, quantity, side);
        const before = earlier && readingOn(earlier.readings, quantity, side);
        return (
          <div
            key={side}
            className={`flex h-[38px] items-center gap-2 whitespace-nowrap ${side === 'centre' && left !== undefined ? 'mb-[38px]' : ''}`}
          >
            {side !== 'centre' && (
              <span className={left === undefined ? 'w-[3.1rem] text-[0.85rem] text-faint' : 'sr-only'}>
                {side}
              </span>
            )}
            {reading ? (
              <NumberButton
                quantity={quantity}
                reading={reading}
                before={before}
                examination={examination}
                earlier={earlier}
                shop={shop}
              />
            ) : (
              <span className="text-[0.95rem] text-faint">not read</span>
            )}
          </div>
        );
      })}
    </div>
  );
}

interface Opened {
  quantity: QuantityId;
  reading: Reading;
  before: Reading | undefined;
  examination: Examination;
  earlier: Examination | undefined;
  shop: Shop;
}

/** Every number can be opened: what was typed, by whom, how sure, and what has changed. */
function NumberButton({ quantity, reading, before, examination, earlier, shop }: Opened) {
  const unit = shop.units[quantity] ?? QUANTITIES[quantity].unit;
  const change = before && realChange(before, reading);
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-[38px] text-[1.3rem] md:text-[1.65rem] leading-tight font-bold underline decoration-rule decoration-2 underline-offset-4 hover:decoration-verdigris">
        {sayReading(quantity, reading.value, unit)}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="sheet z-10 w-80 p-4 shadow-lg" sideOffset={6}>
          <p className="font-serif text-[1.15rem] font-semibold">{QUANTITIES[quantity].name}</p>
          <p>
            Typed “{reading.text}”{isBareNumber(reading.text) && ` in ${reading.unit}`}
            {reading.side === 'both' && ', one value for both sides'} by {examination.byName},{' '}
            {format(new Date(examination.date), 'd MMM yyyy')}.
          </p>
          <p>
            {QUANTITIES[quantity].tool.name}: ± {sayReading(quantity, 1.96 * reading.sd, unit)} (95 %)
            {reading.values.length > 1 && `, mean of ${reading.values.length} readings`}.
          </p>
          {change && earlier && (
            <p className="mt-2">
              Since {format(new Date(earlier.date), 'd MMM yyyy')}:{' '}
              {change.real
                ? `${change.change > 0 ? '+' : '−'}${sayReading(quantity, Math.abs(change.change), unit)}, a real change.`
                : 'no change that this tool can see.'}
            </p>
          )}
          {reading.corrections.map((old) => (
            <p key={old.at} className="mt-2 text-[0.9rem]">
              Corrected by {old.by}, {format(new Date(old.at), 'd MMM yyyy')}: it said {old.text}.
            </p>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
