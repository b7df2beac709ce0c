import { WhatStoodBefore } from '../../app/WhatStoodBefore.js';
import type { Photograph, PhotographInput, Shop } from '@upright-elder/contract';
import { ACCEPTED_PICTURES, SPOTS } from '@upright-elder/contract/lists';
import { sayDate, sayInstant } from '@upright-elder/core/days';
import { useState } from 'react';
import { useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { FormFoot } from '../../app/FormFoot.js';
import { StrikeOut, StruckWords } from '../../app/StrikeOut.js';
import { send } from '../../data/api.js';
import { useAllPhotographs, useShop, useZone } from '../../data/hooks.js';
import { pictureUrl } from '../../data/pictures.js';
import { useVersionedForm } from '../../data/useVersionedForm.js';
import { AddPhotographs } from './photographs/AddPhotographs.js';
import { Compare } from './photographs/Compare.js';
import { Tick } from '../../fields/Tick.js';
import { useParam } from '../../data/useParam.js';
import { ListField } from '../../fields/ListField.js';

/** Photographs: what it looked like, and two dates of the same spot over each other. */
export function PhotographsPage() {
  const { id } = useParams() as { id: string };
  const shop = useShop();
  return (
    <Fetching of={useAllPhotographs(id)}>
      {(photographs) => (
        <Fetching of={shop}>
          {(settings) => <Album instrumentId={id} photographs={photographs} shop={settings} />}
        </Fetching>
      )}
    </Fetching>
  );
}

function Album({
  instrumentId,
  photographs: all,
  shop,
}: {
  instrumentId: string;
  photographs: Photograph[];
  shop: Shop;
}) {
  const [spot, setSpot] = useParam('spot', 'all');
  const [chosen, setChosen] = useParam('photograph', '', true);
  const [withStruck, setWithStruck] = useState(false);
  const struckOnes = all.filter(({ struck }) => struck).length;
  const photographs = withStruck ? all : all.filter(({ struck }) => !struck);
  const spots = SPOTS.filter((one) => photographs.some((photograph) => photograph.spot === one));
  const shown = spot === 'all' ? photographs : photographs.filter((one) => one.spot === spot);
  const open = photographs.find(({ id }) => id === chosen) ?? null;
  const sameSpot = open ? photographs.filter((one) => one.spot === open.spot && one.id !== open.id) : [];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_25rem]">
      <section className="sheet p-4" aria-label="Album">
        <div className="flex flex-wrap items-center gap-3">
          <h2 className="text-[1.4rem]">Photographs</h2>
          {struckOnes > 0 && (
            <Tick
              label={<>with {struckOnes} crossed out</>}
              checked={withStruck}
              onChange={(checked) => setWithStruck(checked)}
              className="text-[0.9rem]"
            />
          )}
          {spots.length > 1 && (
            <ListField
              label="Show"
              inline
              value={spot}
              options={[
                { value: 'all', label: 'every spot' },
                ...spots.map((one) => ({ value: one, label: one })),
              ]}
              onPick={(chosen) => setSpot(chosen)}
              className="w-auto"
            />
          )}
        </div>
        {photographs.length === 0 && (
          <p className="said mt-2">
            None yet. Take them before anything is touched: front, back, bridge, head, label.
          </p>
        )}
        <ul className="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-3 xl:grid-cols-4">
          {[...shown].reverse().map((photograph) => (
            <li key={photograph.id}>
              <button
                type="button"
                aria-pressed={photograph.id === chosen}
                onClick={() => setChosen(photograph.id === chosen ? '' : photograph.id)}
                className={`block w-full border-2 text-left ${photograph.id === chosen ? 'border-verdigris' : 'border-transparent'}`}
              >
                <img
                  src={pictureUrl(photograph.picture, true)}
                  alt={`${photograph.spot}, ${photograph.note || 'no note'}`}
                  loading="lazy"
                  className={`aspect-[4/3] w-full bg-sunk object-cover ${photograph.struck ? 'opacity-40' : ''}`}
                />
                <span className="block px-1 text-[0.88rem]">
                  <span className="font-bold">{photograph.spot}</span>,{' '}
                  <span className="whitespace-nowrap">{sayDate(photograph.takenOn)}</span>
                  <span className="block truncate text-faint">
                    {photograph.struck && <strong>Crossed out. </strong>}
                    {photograph.note}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      <aside className="grid gap-4">
        {open ? (
          <>
            <Compare key={open.id} photograph={open} others={sameSpot} />
            <EditPhotograph key={open.id} photograph={open} onStruck={() => setChosen('')} />
          </>
        ) : (
          photographs.length > 0 && (
            <p className="sheet p-4 text-[0.95rem] text-faint">
              Choose a photograph to see it large, to write under it, and to lay another day of the same spot
              over it.
            </p>
          )
        )}
        <AddPhotographs instrumentId={instrumentId} today={shop.today} />
        <p className="text-[0.85rem] text-faint">
          Accepted: {ACCEPTED_PICTURES}. Place, camera and anything else written into the file are taken off.
        </p>
      </aside>
    </div>
  );
}

type PhotographForm = Omit<PhotographInput, 'by' | 'why'>;

const formOf = ({
  version,
  instrumentId,
  examinationId,
  markId,
  picture,
  takenOn,
  spot,
  note,
}: Photograph): PhotographForm => ({
  version,
  instrumentId,
  examinationId,
  markId,
  picture,
  takenOn,
  spot,
  note,
});

function EditPhotograph({ photograph, onStruck }: { photograph: Photograph; onStruck: () => void }) {
  const zone = useZone();
  const form = useVersionedForm<PhotographForm>({
    draftKey: `photograph ${photograph.id}`,
    stored: formOf(photograph),
    names: { spot: 'Spot', note: 'Note' },
    send: (value, said) => {
      if (!said.by) throw new Error('Pick who is at the bench first.');
      return send<Photograph>('PUT', `photographs/${photograph.id}`, { ...value, ...said });
    },
    read: (current) => formOf(current as Photograph),
    saved: 'The note is saved.',
  });
  const { spot, note } = form.value;
  return (
    <form
      className="sheet p-4"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <ListField
        label="Spot"
        value={spot}
        options={SPOTS.map((one) => ({ value: one, label: one }))}
        onPick={(chosen) => form.change({ spot: chosen })}
      />
      <label className="mt-2 block text-[0.9rem] font-bold">
        Note
        <textarea
          className="field min-h-[4rem] font-normal"
          value={note}
          onChange={(event) => form.change({ note: event.target.value })}
        />
      </label>
      <p className="text-[0.85rem] text-faint">
        {photograph.width} × {photograph.height} px, added by {photograph.byName},{' '}
        {sayInstant(photograph.addedAt, zone)}
      </p>
      <div className="mt-2 flex gap-2">
        <button type="submit" className="act">
          Save the note
        </button>
        <StrikeOut
          kind="photograph"
          id={photograph.id}
          what="this photograph"
          struck={photograph.struck}
          example="such as blurred, or of another guitar"
          onDone={(struck) => struck && onStruck()}
        />
      </div>
      {photograph.struck && <StruckWords strikes={photograph.strikes} />}
      <WhatStoodBefore
        table="photograph"
        id={photograph.id}
        names={{
          takenOn: 'Taken on',
          spot: 'Spot',
          note: 'Note',
          examinationId: 'Examination',
          markId: 'Mark',
        }}
        say={{ takenOn: (day) => sayDate(String(day)) }}
      />
      <FormFoot what="photograph" form={form} />
    </form>
  );
}
