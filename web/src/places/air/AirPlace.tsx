import type { AirTaken, Room } from '@upright-elder/contract';
import { humidityAt, STALE_DAYS } from '@upright-elder/core/air';
import { DAY_MS, dayOf, isoDate, sayDate } from '@upright-elder/core/days';
import { questionOfHumidity, questionOfTemperature } from '@upright-elder/core/readings';
import { humiditySentence } from '@upright-elder/core/wording';
import { parsePercent, parseTemperature } from '@upright-elder/core/units';
import { equilibriumMoisture } from '@upright-elder/core/wood';
import { useState, type FormEvent } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useTitle } from '../../app/useTitle.js';
import { Fetching } from '../../app/Fetching.js';
import { send } from '../../data/api.js';
import { useRefresh, useRoomAir, useRooms, useShop } from '../../data/hooks.js';
import { refusals } from '../../data/save.js';
import { Imports } from './Imports.js';
import { LogChanged } from './LogChanged.js';
import { LoggerFolder } from './LoggerFolder.js';
import { AddRoom } from './AddRoom.js';
import { KIND_NAMES } from './kinds.js';
import { LiesHere } from './LiesHere.js';
import { RoomCurves } from './RoomCurves.js';
import { RoomSettings } from './RoomSettings.js';
import { TakeLogFile } from './TakeLogFile.js';
import { WoodInRoom } from './WoodInRoom.js';
import { TypedField } from '../../fields/TypedField.js';
import { understoodPercent, understoodTemperature } from '../../fields/understood.js';

/** Air: rooms, their logs, and what the wood in each is doing. */
export function AirPlace() {
  const rooms = useRooms();
  useTitle('The air');
  const [params, setParams] = useSearchParams();
  return (
    <>
      <h1 className="mb-3 text-[1.9rem]">The air</h1>
      <Fetching of={rooms}>
        {(all) => {
          const room = all.find(({ id }) => id === params.get('room')) ?? all[0];
          return (
            <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[19rem_minmax(0,1fr)]">
              <aside className="sheet p-4">
                <h2 className="text-[1.2rem]">Rooms</h2>
                {all.length === 0 && (
                  <p>No room yet. Add the room an instrument hangs in: it sets the seasons.</p>
                )}
                <ul>
                  {all.map(({ id, name, kind, readings, struck }) => (
                    <li key={id}>
                      <button
                        type="button"
                        aria-pressed={id === room?.id}
                        onClick={() => setParams({ room: id })}
                        className={`min-h-[44px] w-full border-l-4 px-3 text-left ${id === room?.id ? 'border-verdigris font-bold' : 'border-transparent'}`}
                      >
                        <span className={struck ? 'text-faint line-through' : ''}>{name}</span>{' '}
                        <span className="block text-[0.85rem] font-normal text-faint">
                          {KIND_NAMES[kind]} · {readings.toLocaleString('en')} readings
                        </span>
                      </button>
                    </li>
                  ))}
                </ul>
                <AddRoom />
              </aside>
              <div>
                {room && <RoomOf key={room.id} room={room} />}
                <LoggerFolder />
              </div>
            </div>
          );
        }}
      </Fetching>
    </>
  );
}

function RoomOf({ room }: { room: Room }) {
  const air = useRoomAir(room.id);
  const today = useShop().data?.today ?? isoDate(Date.now() / DAY_MS);
  return (
    <section className="sheet p-4">
      <h2 className="text-[1.4rem]">{room.name}</h2>
      <Fetching of={air}>
        {({ days, basis, wood, dewPoint, hygrometer, change }) => {
          const last = days.at(-1);
          const stale = last !== undefined && dayOf(today) - dayOf(last.date) > STALE_DAYS;
          return (
            <>
              {last && (
                <p className="said">
                  On {sayDate(last.date, 'long')}: {Math.round(last.humidity)} % RH,{' '}
                  {last.temperature.toFixed(0)} °C
                  {last.moisture !== null && `; thin wood settles at ${last.moisture.toFixed(1)} %MC`}.{' '}
                  {stale ? 'The log ends there.' : humiditySentence(last.humidity)}
                </p>
              )}
              <LogChanged room={room} change={change} />
              {wood.some(({ now }) => now !== null) && <WoodInRoom wood={wood} />}
              <p className="text-[0.95rem] text-faint">
                {basis} {last && hygrometer}
                {last && dewPoint !== null && ` Dew point of its last air: ${dewPoint.toFixed(0)} °C.`}
                {last &&
                  last.temperature < 18 &&
                  ` Warmed to 20 °C it would be at ${Math.round(humidityAt(last.humidity, last.temperature, 20))} % RH.`}
              </p>
              <RoomCurves room={room} days={days} />
            </>
          );
        }}
      </Fetching>
      <LiesHere roomId={room.id} />
      <AddReading room={room} />
      <TakeLogFile room={room} />
      <Imports room={room} />
      <RoomSettings room={room} />
    </section>
  );
}

function AddReading({ room }: { room: Room }) {
  const { data: shop } = useShop();
  const [humidity, setHumidity] = useState('');
  const [temperature, setTemperature] = useState('');
  const [refused, setRefused] = useState<Record<string, string>>({});
  const refresh = useRefresh();
  if (!shop) return null;
  const unit = shop.temperatureUnit;
  const add = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const at = new Date().toISOString();
      await send<AirTaken>('POST', `rooms/${room.id}/air`, {
        unit,
        readings: [{ at, humidity, temperature }],
      });
      toast.success('The reading is saved.');
      setHumidity('');
      setTemperature('');
      setRefused({});
      await refresh();
    } catch (error) {
      setRefused(refusals(error));
    }
  };
  const h = parsePercent(humidity);
  const t = parseTemperature(temperature, unit);
  return (
    <form
      onSubmit={(event) => void add(event)}
      className="mt-3 grid max-w-[40rem] grid-cols-2 items-start gap-x-4 sm:grid-cols-3"
      noValidate
    >
      <TypedField
        label="Humidity now"
        unit="% RH"
        value={humidity}
        onChange={setHumidity}
        parse={parsePercent}
        understood={understoodPercent}
        question={questionOfHumidity}
        refusal={refused['readings.0.humidity']}
      />
      <TypedField
        label="Temperature now"
        unit={unit}
        value={temperature}
        onChange={setTemperature}
        parse={(text) => parseTemperature(text, unit)}
        understood={(text) => understoodTemperature(text, unit)}
        question={(text) => questionOfTemperature(text, unit)}
        refusal={refused['readings.0.temperature']}
      />
      <div className="pt-[1.35rem]">
        <button type="submit" className="act">
          Save the reading
        </button>
        {h.ok && t.ok && (
          <p className="text-[0.88rem] text-faint">
            wood would rest at {equilibriumMoisture(h.value, t.value).toFixed(1)} %MC
          </p>
        )}
      </div>
    </form>
  );
}
