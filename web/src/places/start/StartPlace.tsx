import type { Shop } from '@upright-elder/contract';
import { spokenIn } from '@upright-elder/core/readings';
import { Check } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { Link } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { useTitle } from '../../app/useTitle.js';
import { useKeeping, usePeople, useRooms, useShop } from '../../data/hooks.js';
import { AddRoom } from '../air/AddRoom.js';
import { AddPerson } from '../shop/AddPerson.js';
import { BackupFolder } from '../shop/BackupFolder.js';
import { MeasureFields } from '../shop/MeasureFields.js';
import { useShopForm } from '../shop/useShopForm.js';

/** An empty shop: one step after the other to its first instrument, and what may be expected of the program. */
export function StartPlace() {
  const people = usePeople();
  const shop = useShop();
  const rooms = useRooms();
  const { data: keeping } = useKeeping();
  useTitle('Setting up the shop');
  return (
    <>
      <h1 className="text-[1.9rem]">A bench book that does sums</h1>
      <p className="said mt-1">
        Three short steps, then the first instrument. All of it can be changed later.
      </p>
      <div className="mt-3 grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <Fetching of={people}>
          {(everybody) => (
            <Fetching of={shop}>
              {(settings) => (
                <Fetching of={rooms}>
                  {(known) => {
                    const here = everybody.filter(({ struck }) => !struck);
                    const where = known.filter(({ struck }) => !struck);
                    const done = [here.length > 0, settings.version > 0, where.length > 0];
                    const at = done.indexOf(false);
                    return (
                      <ol className="grid gap-3" aria-label="Steps">
                        <Step
                          n={1}
                          title="Who works here"
                          done={done[0]!}
                          open={at === 0}
                          said={here.map(({ name }) => name).join(', ')}
                        >
                          <p>Every reading keeps the name of who took it.</p>
                          <AddPerson first />
                        </Step>
                        <Step
                          n={2}
                          title="How you measure"
                          done={done[1]!}
                          open={at === 1}
                          said={`${settings.name}: ${spokenIn(settings.units) === 'mixed' ? 'each field its own unit' : spokenIn(settings.units)}, ${settings.temperatureUnit}`}
                        >
                          <HowYouMeasure shop={settings} />
                        </Step>
                        <Step
                          n={3}
                          title="The room the instruments wait in"
                          done={done[2]!}
                          open={at === 2}
                          said={where.map(({ name }) => name).join(', ')}
                        >
                          <p>
                            Its humidity makes the seasons. A logger’s file is taken up under Air; until there
                            is one, a usual year is assumed and said to be so.
                          </p>
                          <AddRoom label="Name of the room" />
                        </Step>
                        <Step n={4} title="The first instrument" done={false} open={at < 0} said="">
                          <p>
                            Name, scale and strings; leave blank what you do not know. Then examine it at
                            pitch.
                          </p>
                          <Link to="/instruments/new" className="act mt-3">
                            Add the first instrument
                          </Link>
                        </Step>
                      </ol>
                    );
                  }}
                </Fetching>
              )}
            </Fetching>
          )}
        </Fetching>
        <aside className="grid gap-4">
          <WhatItGives />
          {keeping && (
            <section className="sheet p-4" aria-label="Backups">
              <h2 className="text-[1.2rem]">Backups</h2>
              <p className="text-[0.95rem]">
                One is written each day that something was saved, into{' '}
                <span className="break-all">{keeping.backupFolder}</span>
                {keeping.sameDisk && ', on the same disk as the shop'}.
              </p>
              {!keeping.backupFolderNamed && <BackupFolder current={keeping.backupFolder} />}
            </section>
          )}
        </aside>
      </div>
    </>
  );
}

function Step({
  n,
  title,
  done,
  open,
  said,
  children,
}: {
  n: number;
  title: string;
  done: boolean;
  open: boolean;
  /** what was entered */
  said: string;
  children: ReactNode;
}) {
  const body = useRef<HTMLDivElement>(null);
  // the step before it is done: the hand goes on here
  useEffect(() => {
    if (open) body.current?.querySelector<HTMLElement>('input, a.act')?.focus();
  }, [open]);
  return (
    <li
      className={`sheet p-4 ${open ? 'border-l-[6px] border-l-verdigris' : ''}`}
      aria-current={open ? 'step' : undefined}
    >
      <h2 className={`flex items-center gap-3 text-[1.3rem] ${open || done ? '' : 'text-faint'}`}>
        <span
          className={`flex h-8 w-8 shrink-0 items-center justify-center rounded-full border font-sans text-[1rem] ${done ? 'border-verdigris bg-verdigris text-on-verdigris' : 'border-faint'}`}
        >
          {done ? <Check size={18} aria-label="done" /> : n}
        </span>
        {title}
        {done && <span className="font-sans text-[0.95rem] font-normal text-faint">{said}</span>}
      </h2>
      {open && (
        <div ref={body} className="mt-2 sm:pl-11">
          {children}
        </div>
      )}
    </li>
  );
}

function HowYouMeasure({ shop }: { shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'first settings',
    names: { name: 'Name of the workshop', units: 'Units of the fields', currency: 'Currency' },
    saved: 'The shop is set up.',
  });
  const { value, change, refused } = form;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <label className="mb-3 block text-[0.9rem] font-bold">
        Name of the workshop
        <input
          className="field font-normal"
          autoComplete="off"
          onFocus={(event) => event.target.select()}
          value={value.name}
          aria-invalid={refused.name ? true : undefined}
          onChange={(event) => change({ name: event.target.value })}
        />
        {refused.name && <span className="font-normal text-ochre">✕ {refused.name}</span>}
      </label>
      <MeasureFields settings={value} shop={shop} refused={refused} onChange={change} />
      <button type="submit" className="act mt-3" disabled={form.saving}>
        Save and go on
      </button>
      <FormFoot what="shop’s settings" form={form} />
    </form>
  );
}

/** What nobody should expect sooner. */
function WhatItGives() {
  return (
    <section className="sheet p-4" aria-label="What it gives, and when">
      <h2 className="text-[1.2rem]">What it gives, and when</h2>
      <dl className="mt-1 text-[0.95rem]">
        <dt className="mt-1 font-bold">After one visit</dt>
        <dd>
          The stance drawn, whether your readings agree, what is wrong and what to measure next. The year
          ahead is that of a usual instrument: a wide band.
        </dd>
        <dt className="mt-2 font-bold">After two, one in the dry months and one in the damp</dt>
        <dd>How far this instrument moves with the season. The band narrows; age is not known yet.</dd>
        <dt className="mt-2 font-bold">After five, over two years</dt>
        <dd>
          What is season and what is age, with the error of each; which cause gives how much of the action;
          and how well earlier forecasts came true.
        </dd>
      </dl>
    </section>
  );
}
