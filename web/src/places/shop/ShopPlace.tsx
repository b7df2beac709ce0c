import type { Shop } from '@upright-elder/contract';
import { LENGTH_UNIT_NAMES, QUANTITIES, QUANTITY_IDS, type LengthUnit } from '@upright-elder/core';
import { useState, type FormEvent } from 'react';
import { NavLink, Outlet } from 'react-router';
import { toast } from 'sonner';
import { Fetching } from '../../app/Fetching.js';
import { send } from '../../data/api.js';
import { usePeople, useRefresh, useShop } from '../../data/hooks.js';
import { refusals } from '../../data/save.js';
import { Choice } from '../../fields/Choice.js';
import { AddPerson } from './AddPerson.js';

const PAGES = [
  { to: '/shop', label: 'People and units' },
  { to: '/shop/tools', label: 'Tools' },
  { to: '/shop/protocols', label: 'Protocols' },
];

/** The shop: who works here, how it measures and speaks, its tools and protocols. */
export function ShopPlace() {
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-x-6">
        <h1 className="text-[1.9rem]">The shop</h1>
        <nav aria-label="Pages of the shop" className="flex flex-wrap">
          {PAGES.map(({ to, label }) => (
            <NavLink
              key={to}
              to={to}
              end
              className={({ isActive }) =>
                `flex min-h-[44px] items-center border-b-4 px-3 font-serif text-[1.1rem] ${isActive ? 'border-verdigris font-semibold' : 'border-transparent'}`
              }
            >
              {label}
            </NavLink>
          ))}
        </nav>
      </div>
      <Outlet />
    </>
  );
}

/** People, and the units that fields and sentences speak. */
export function PeoplePage() {
  const people = usePeople();
  const shop = useShop();
  return (
    <div className="grid items-start gap-4 lg:grid-cols-2">
      <section className="sheet p-5">
        <h2 className="text-[1.3rem]">People</h2>
        <Fetching of={people}>
          {(all) => (
            <ul className="mt-1">
              {all.map(({ id, name, role }) => (
                <li key={id} className="flex justify-between border-b border-rule py-1.5">
                  {name} <span className="text-faint">{role}</span>
                </li>
              ))}
            </ul>
          )}
        </Fetching>
        <AddPerson />
      </section>
      <Fetching of={shop}>{(known) => <Settings key={known.version} shop={known} />}</Fetching>
    </div>
  );
}

const SAY_IN = [
  { value: '64ths', label: '64ths' },
  { value: 'thou', label: 'thousandths' },
  { value: 'mm', label: 'mm' },
] as const;
const TEMPERATURES = [
  { value: '°C', label: '°C' },
  { value: '°F', label: '°F' },
] as const;

function Settings({ shop }: { shop: Shop }) {
  const [settings, setSettings] = useState(shop);
  const refresh = useRefresh();
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const { today: _today, ...input } = settings;
    try {
      await send<Shop>('PUT', 'shop', input);
      toast.success('The shop’s settings are saved.');
      await refresh();
    } catch (error) {
      refusals(error);
    }
  };
  return (
    <form onSubmit={(event) => void save(event)} className="sheet p-5">
      <h2 className="text-[1.3rem]">How it measures and speaks</h2>
      <label className="mt-2 block text-[0.9rem] font-bold">
        Name of the workshop
        <input
          className="field font-normal"
          value={settings.name}
          onChange={(event) => setSettings({ ...settings, name: event.target.value })}
        />
      </label>
      <div className="mt-3 flex flex-wrap gap-x-8 gap-y-2">
        <div>
          <div className="text-[0.9rem] font-bold">Heights in sentences</div>
          <Choice
            label="Heights in sentences"
            value={settings.sayIn}
            options={SAY_IN}
            onChange={(sayIn) => setSettings({ ...settings, sayIn })}
          />
        </div>
        <div>
          <div className="text-[0.9rem] font-bold">Temperature</div>
          <Choice
            label="Temperature"
            value={settings.temperatureUnit}
            options={TEMPERATURES}
            onChange={(temperatureUnit) => setSettings({ ...settings, temperatureUnit })}
          />
        </div>
      </div>
      <label className="mt-3 block w-40 text-[0.9rem] font-bold">
        Currency
        <input
          className="field font-normal"
          maxLength={4}
          placeholder="sign or code"
          value={settings.currency}
          onChange={(event) => setSettings({ ...settings, currency: event.target.value })}
        />
      </label>
      <h3 className="mt-4 text-[1.1rem]">What a bare number means in each field</h3>
      <p className="text-[0.9rem] text-faint">
        A fraction such as 7/64 is always inches, and a written unit always wins.
      </p>
      <div className="mt-1 grid grid-cols-2 gap-x-5 gap-y-2">
        {QUANTITY_IDS.filter((id) => QUANTITIES[id].dimension === 'length').map((id) => (
          <label key={id} className="text-[0.9rem]">
            {QUANTITIES[id].name}
            <select
              className="field"
              value={settings.units[id] ?? QUANTITIES[id].unit}
              onChange={(event) =>
                setSettings({
                  ...settings,
                  units: { ...settings.units, [id]: event.target.value as LengthUnit },
                })
              }
            >
              {Object.entries(LENGTH_UNIT_NAMES).map(([unit, name]) => (
                <option key={unit} value={unit}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      <button type="submit" className="act mt-4">
        Save the settings
      </button>
    </form>
  );
}
