import { AS_IT_WAS, PACKS_HUMIDITY, type Climate, type Scenario } from '@upright-elder/core/air';
import type { Forecast } from '@upright-elder/contract';
import { dayOf, isDay } from '@upright-elder/core/days';
import { HUMIDITY_WINDOW } from '@upright-elder/core/targets';
import { Slider } from 'radix-ui';
import { useState } from 'react';
import { useRoomAir, useRooms } from '../../../data/hooks.js';
import { Choice } from '../../../fields/Choice.js';
import { OneSlider } from '../../../fields/OneSlider.js';
import { ListField } from '../../../fields/ListField.js';
import { DayField } from '../../../fields/DayField.js';

interface Props {
  /** the room it lives in */
  homeRoomId: string | null;
  /** where it will be kept */
  kept: Forecast['kept'];
  /** today's date */
  today: string;
  onScenario: (scenario: Scenario) => void;
}

const KINDS = [
  { value: 'as it was', label: 'As it was' },
  { value: 'held in a band', label: 'Held in a band' },
  { value: 'case with packs', label: 'Case with packs' },
  { value: 'moved', label: 'Another room' },
] as const;
type Kind = (typeof KINDS)[number]['value'];

/** How the air is kept from now on; the year follows while the finger is on it. */
export function ScenarioControls({ homeRoomId, kept, today, onScenario }: Props) {
  const [kind, setKind] = useState<Kind>('as it was');
  const [band, setBand] = useState<[number, number]>(() => bandAbout(kept));
  const [packs, setPacks] = useState<number>(PACKS_HUMIDITY);
  const since = dayOf(today);
  const choose = (next: Kind) => {
    setKind(next);
    if (next === 'as it was') onScenario(AS_IT_WAS);
    if (next === 'held in a band') onScenario({ kind: next, from: band[0], to: band[1], since });
    if (next === 'case with packs') onScenario({ kind: next, humidity: packs, since });
  };
  return (
    <section aria-label="Try other air" className="border-t border-rule pt-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 className="text-[1.05rem]">If the air is kept</h3>
        <Choice label="Try other air" value={kind} options={KINDS} onChange={choose} />
      </div>
      {kind === 'held in a band' && (
        <BandSlider
          band={band}
          onBand={(next) => {
            setBand(next);
            onScenario({ kind, from: next[0], to: next[1], since });
          }}
        />
      )}
      {kind === 'case with packs' && (
        <div className="flex items-center gap-3">
          <span className="w-44 shrink-0">
            packs of <strong className="tabular-nums">{packs} %</strong> RH
          </span>
          <OneSlider
            label="Humidity of the packs"
            min={35}
            max={65}
            step={1}
            value={packs}
            onValue={(humidity) => {
              setPacks(humidity);
              onScenario({ kind, humidity, since });
            }}
          />
        </div>
      )}
      {kind === 'moved' && <MovedTo homeRoomId={homeRoomId} today={today} onScenario={onScenario} />}
    </section>
  );
}

/** The band to begin with: about where it will be kept, else what is tolerable; percent. */
function bandAbout({ humidity, from }: Forecast['kept']): [number, number] {
  if (from === 'assumed') return [HUMIDITY_WINDOW.from, HUMIDITY_WINDOW.to];
  const middle = Math.round(humidity);
  return [Math.max(ENDS.from, middle - HALF_BAND), Math.min(ENDS.to, middle + HALF_BAND)];
}

/** A home is held within so much of its middle, percent. House default. */
const HALF_BAND = 5;
/** What a band can be dragged to, percent. */
const ENDS = { from: 20, to: 80 } as const;

/** From dry to damp, percent RH. */
function BandSlider({ band, onBand }: { band: [number, number]; onBand: (band: [number, number]) => void }) {
  return (
    <div className="flex items-center gap-3">
      <span className="w-56 shrink-0">
        between <strong className="tabular-nums">{band[0]}</strong> and{' '}
        <strong className="tabular-nums">{band[1]} %</strong> RH
      </span>
      <Slider.Root
        className="relative flex h-[44px] w-full grow touch-none items-center"
        min={ENDS.from}
        max={ENDS.to}
        step={1}
        minStepsBetweenThumbs={1}
        value={band}
        onValueChange={([from, to]) => onBand([from!, to!])}
      >
        <Slider.Track className="relative h-2 grow rounded-full bg-sunk">
          <Slider.Range className="absolute h-full rounded-full bg-verdigris-soft" />
        </Slider.Track>
        {(['Driest', 'Dampest'] as const).map((label) => (
          <Slider.Thumb
            key={label}
            className="block h-7 w-7 rounded-full border-2 border-verdigris bg-sheet"
            aria-label={`${label} humidity of the room`}
          />
        ))}
      </Slider.Root>
    </div>
  );
}

function MovedTo({ homeRoomId, today, onScenario }: Omit<Props, 'kept'>) {
  const { data: rooms = [] } = useRooms();
  const others = rooms.filter(({ id }) => id !== homeRoomId);
  const [chosen, setChosen] = useState<string>();
  const [on, setOn] = useState(today);
  const roomId = chosen ?? others[0]?.id;
  const { data: air } = useRoomAir(roomId);
  const move = (climate: Climate | undefined, date: string) => {
    if (climate && date) onScenario({ kind: 'moved', climate, on: dayOf(date) });
  };
  if (others.length === 0)
    return <p className="py-2 text-faint">There is no other room yet: add one under Air, with its log.</p>;
  return (
    <div className="flex flex-wrap items-end gap-3 py-1">
      <ListField
        label="To"
        value={roomId ?? ''}
        options={others.map(({ id, name }) => ({ value: id, label: name }))}
        onPick={(chosen) => setChosen(chosen)}
        className="w-56"
      />
      <div className="w-60">
        <DayField label="From" value={on} min={today} onChange={setOn} />
      </div>
      <button
        type="button"
        className="act"
        disabled={!air || !isDay(on)}
        onClick={() => move(air?.climate, on)}
      >
        See its year there
      </button>
      {air && <p className="basis-full text-[0.9rem] text-faint">{air.basis}</p>}
    </div>
  );
}
