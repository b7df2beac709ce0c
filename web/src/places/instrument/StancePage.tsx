import { WrittenBy } from '../../app/WrittenBy.js';
import { STRING_SIDES } from '@upright-elder/core/strings';
import type { Examination, Instrument, Shop } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { QUANTITIES, readingOn, sideMeasured, type QuantityId } from '@upright-elder/core/readings';
import { checkClosure, closureWords, COMPENSATION, stanceOf, valuesOf } from '@upright-elder/core/stance';
import { printDecimal, printTemperature, sayHeight } from '@upright-elder/core/units';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useParam } from '../../data/useParam.js';
import { useHeights } from '../../data/heights.js';
import { useExaminations, useInstrument, useShop } from '../../data/hooks.js';
import {
  PAGE_INKS,
  partAlong,
  placesAlong,
  STANCE_BOX,
  stanceDrawing,
  type DrawnSide,
} from '@upright-elder/drawings';
import { Drawn } from '../../drawings/Drawn.js';
import { useLetter } from '../../drawings/useLetter.js';
import { Choice } from '../../fields/Choice.js';
import { ClosureNote } from './ClosureNote.js';
import { PlacedNumber, ReadingNumber } from './stance/ReadingNumber.js';
import { ListField } from '../../fields/ListField.js';

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
  const [chosenId, setChosenId] = useParam('examination', '');
  const { unit } = useHeights();
  const { ref: sized, letter } = useLetter(STANCE_BOX);
  const say = (metres: number) => sayHeight(metres, unit);
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
  const drawing = stanceDrawing(
    {
      neck,
      bass,
      treble,
      tilt: readingOn(examination.readings, 'bridgeTilt', 'centre')?.value ?? null,
      belly: readingOn(examination.readings, 'bellyBehindBridge', 'centre')?.value ?? null,
      exaggeration: Number(exaggeration),
    },
    PAGE_INKS,
    letter,
  );
  const places = placesAlong(neck);
  const at = (metres: number) => `${100 * partAlong(neck, metres)}%`;
  const among = { examination, examinations, shop };
  const number = (quantity: QuantityId, left: string, align?: 'end' | 'start') => (
    <PlacedNumber quantity={quantity} left={left} align={align} {...among} />
  );
  const words = STRING_SIDES.flatMap((side, i) => {
    const found = measured[side].measured;
    if (!found || examination.conditions.strings !== 'pitch') return [];
    const closure = checkClosure({ ...neck, compensation: COMPENSATION[side] }, found, options, {
      other: measured[i === 0 ? 'treble' : 'bass'].measured ?? undefined,
      construction: instrument.type,
    });
    return [closureWords(side === 'bass' ? 'Bass' : 'Treble', found.action12.value, closure, say)];
  });
  const { conditions } = examination;

  return (
    <div className="sheet p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <div className="flex flex-wrap items-center gap-3">
          <ListField
            label="As measured on"
            inline
            value={examination.id}
            options={[...examinations]
              .reverse()
              .map(({ id, date }) => ({ value: id, label: sayDate(date, 'long') }))}
            onPick={(chosen) => setChosenId(chosen)}
            className="w-auto"
          />
          <span className="text-[0.95rem] text-faint">
            {[
              { pitch: 'at pitch', slack: 'strings slack', off: 'strings off' }[conditions.strings],
              conditions.humidityPercent !== null && `${printDecimal(conditions.humidityPercent, 1)} % RH`,
              conditions.temperatureCelsius !== null &&
                printTemperature(conditions.temperatureCelsius, shop.temperatureUnit),
              conditions.woodMoisturePercent !== null &&
                `meter ${printDecimal(conditions.woodMoisturePercent, 1)} %MC`,
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

      <div className="relative mt-3 hidden h-[112px] lg:block">
        <div className="absolute bottom-0 left-0 text-[0.9rem] text-faint" aria-hidden="true">
          <div className="flex h-[44px] items-center">bass</div>
          <div className="flex h-[44px] items-center">treble</div>
        </div>
        {number('firstFretGap', at(places.first), 'start')}
        {number('relief', at(places.middle))}
        {number('action12', at(places.twelve))}
        {number('straightedge', at(places.bridge - 0.135))}
        {number('saddleShowing', at(places.bridge))}
        {number('bridgeTilt', '100%', 'end')}
      </div>
      <div className="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-3 lg:hidden">
        {(['firstFretGap', 'relief', 'action12', 'straightedge', 'saddleShowing', 'bridgeTilt'] as const).map(
          (quantity) => (
            <PlacedNumber key={quantity} quantity={quantity} {...among} />
          ),
        )}
      </div>

      {drawing ? (
        <div ref={sized}>
          <Drawn of={drawing} className="h-auto w-full text-ink" />
        </div>
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
      <WrittenBy pieces={examination.notesWritten} />
      <p className="mt-3 flex flex-wrap items-center gap-3">
        <Link className="quiet" to={`../examine?examination=${examination.id}`}>
          Open this examination
        </Link>
        <Link className="act" to="../examine">
          Examine again
        </Link>
        {readingOn(examination.readings, 'bellyBehindBridge', 'centre') && (
          <span className="inline-flex items-center gap-2">
            Belly behind the bridge <ReadingNumber quantity="bellyBehindBridge" side="centre" {...among} />
          </span>
        )}
      </p>
    </div>
  );
}
