import type { Shop } from '@upright-elder/contract';
import { measuredToday, QUANTITIES } from '@upright-elder/core/readings';
import { LENGTH_UNIT_NAMES, type LengthUnit } from '@upright-elder/core/units';
import { NavLink, Outlet, useLocation } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { SHOP_PAGES } from '../../app/pages.js';
import { useActiveInSight } from '../../app/useActiveInSight.js';
import { useTitle } from '../../app/useTitle.js';
import { StrikeOut } from '../../app/StrikeOut.js';
import { usePeople, useShop } from '../../data/hooks.js';
import { Choice } from '../../fields/Choice.js';
import { AddPerson } from './AddPerson.js';
import { BackupPanel } from './BackupPanel.js';
import { useShopForm } from './useShopForm.js';
import { ListField } from '../../fields/ListField.js';
import { Fold } from '../../fields/Fold.js';
import { MeasureFields } from './MeasureFields.js';

/** The shop: who works here, how it measures and speaks, its tools and protocols. */
export function ShopPlace() {
  const { pathname } = useLocation();
  const tabs = useActiveInSight();
  useTitle('The shop', SHOP_PAGES.find(({ to }) => to === pathname)?.label);
  return (
    <>
      <div className="mb-3 items-end gap-x-6 sm:flex">
        <h1 className="shrink-0 text-[1.5rem] sm:text-[1.9rem]">The shop</h1>
        <nav
          ref={tabs}
          aria-label="Pages of the shop"
          className="-mx-3 flex overflow-x-auto px-3 [scrollbar-width:none] sm:mx-0 sm:px-0"
        >
          {SHOP_PAGES.map(({ to, label }) => (
            <NavLink
              key={to}
              to={to}
              end
              className={({ isActive }) =>
                `flex min-h-[44px] shrink-0 items-center border-b-4 px-3 font-serif text-[1.1rem] ${isActive ? 'border-verdigris font-semibold' : 'border-transparent'}`
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

/** People, the units that fields and sentences speak, and how it is all kept. */
export function PeoplePage() {
  const people = usePeople();
  const shop = useShop();
  return (
    <div className="grid items-start gap-4 lg:grid-cols-2">
      <div className="grid gap-4">
        <section className="sheet p-5">
          <h2 className="text-[1.3rem]">People</h2>
          <Fetching of={people}>
            {(all) => (
              <ul className="mt-1">
                {all.map(({ id, name, role, struck }) => (
                  <li key={id} className="flex items-center justify-between gap-3 border-b border-rule py-1">
                    <span className={struck ? 'text-faint line-through' : ''}>
                      {name} <span className="text-faint">{role}</span>
                    </span>
                    <StrikeOut
                      kind="person"
                      id={id}
                      what={name}
                      struck={struck}
                      label="No longer here"
                      example="such as entered twice, or left the shop"
                    />
                  </li>
                ))}
              </ul>
            )}
          </Fetching>
          <AddPerson />
        </section>
        <BackupPanel />
      </div>
      <Fetching of={shop}>{(known) => <Settings shop={known} />}</Fetching>
    </div>
  );
}

const SAY_IN = [
  { value: '64ths', label: '64ths' },
  { value: 'thou', label: 'thousandths' },
  { value: 'mm', label: 'mm' },
] as const;
function Settings({ shop }: { shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'shop settings',
    names: {
      name: 'Name of the workshop',
      sayIn: 'Heights in sentences',
      temperatureUnit: 'Temperature',
      currency: 'Currency',
      timeZone: 'Time zone',
      units: 'Units of the fields',
      lengths: 'Lengths that are no readings',
      dateOrder: 'Order of dates',
      backupFolder: 'Folder of backups',
    },
    saved: 'The shop’s settings are saved.',
  });
  const { value: settings, change, refused } = form;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
      className="sheet p-5"
    >
      <h2 className="text-[1.3rem]">How it measures and speaks</h2>
      <label className="mt-2 block text-[0.9rem] font-bold">
        Name of the workshop
        <input
          className="field font-normal"
          value={settings.name}
          onChange={(event) => change({ name: event.target.value })}
        />
      </label>
      {refused.name && <p className="text-ochre">✕ {refused.name}</p>}
      <div className="mt-3">
        <MeasureFields settings={settings} shop={shop} refused={refused} onChange={change} />
      </div>
      <div className="mt-3">
        <div className="text-[0.9rem] font-bold" aria-hidden="true">
          Heights in sentences
        </div>
        <Choice
          label="Heights in sentences"
          value={settings.sayIn}
          options={SAY_IN}
          onChange={(sayIn) => change({ sayIn })}
        />
      </div>
      <Fold className="mt-2" summaryClass="font-bold" summary="A bare number in each field">
        <div className="paper-columns mt-1 grid grid-cols-2 gap-x-5 gap-y-2">
          {measuredToday()
            .filter((id) => QUANTITIES[id].dimension === 'length')
            .map((id) => (
              <ListField
                key={id}
                label={QUANTITIES[id].name}
                value={settings.units[id] ?? QUANTITIES[id].unit}
                options={Object.entries(LENGTH_UNIT_NAMES).map(([unit, name]) => ({
                  value: unit,
                  label: name,
                }))}
                onPick={(chosen) => change({ units: { ...settings.units, [id]: chosen as LengthUnit } })}
              />
            ))}
        </div>
      </Fold>
      <button type="submit" className="act mt-4" disabled={form.saving}>
        Save the settings
      </button>
      <FormFoot what="shop’s settings" form={form} />
    </form>
  );
}
