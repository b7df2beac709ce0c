import { sayDate, sayInstant } from '@upright-elder/core';
import { ACCEPTED_PICTURES, SPOTS, type Photograph, type Shop, type Spot } from '@upright-elder/contract';
import { useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { Fetching } from '../../app/Fetching.js';
import { send } from '../../data/api.js';
import { usePhotographs, useRefresh, useShop } from '../../data/hooks.js';
import { usePersonId } from '../../data/person.js';
import { pictureUrl } from '../../data/pictures.js';
import { refusals } from '../../data/save.js';
import { AddPhotographs } from './photographs/AddPhotographs.js';
import { Compare } from './photographs/Compare.js';

/** Photographs: what it looked like, and two dates of the same spot over each other. */
export function PhotographsPage() {
  const { id } = useParams() as { id: string };
  const shop = useShop();
  return (
    <Fetching of={usePhotographs(id)}>
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
  photographs,
  shop,
}: {
  instrumentId: string;
  photographs: Photograph[];
  shop: Shop;
}) {
  const [spot, setSpot] = useState<Spot | 'all'>('all');
  const [chosen, setChosen] = useState<string | null>(null);
  const spots = SPOTS.filter((one) => photographs.some((photograph) => photograph.spot === one));
  const shown = spot === 'all' ? photographs : photographs.filter((one) => one.spot === spot);
  const open = photographs.find(({ id }) => id === chosen) ?? null;
  const sameSpot = open ? photographs.filter((one) => one.spot === open.spot && one.id !== open.id) : [];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_25rem]">
      <section className="sheet p-4" aria-label="Album">
        <div className="flex flex-wrap items-center gap-3">
          <h2 className="text-[1.4rem]">Photographs</h2>
          {spots.length > 1 && (
            <label className="ml-auto flex items-center gap-2 text-[0.9rem]">
              Show
              <select
                className="field w-auto"
                value={spot}
                onChange={(event) => setSpot(event.target.value as Spot | 'all')}
              >
                <option value="all">every spot</option>
                {spots.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </select>
            </label>
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
                onClick={() => setChosen(photograph.id === chosen ? null : photograph.id)}
                className={`block w-full border-2 text-left ${photograph.id === chosen ? 'border-verdigris' : 'border-transparent'}`}
              >
                <img
                  src={pictureUrl(photograph.picture, true)}
                  alt={`${photograph.spot}, ${photograph.note || 'no note'}`}
                  loading="lazy"
                  className="aspect-[4/3] w-full bg-sunk object-cover"
                />
                <span className="block px-1 text-[0.88rem]">
                  <span className="font-bold">{photograph.spot}</span>,{' '}
                  {sayDate(photograph.takenOn)}
                  <span className="block truncate text-faint">{photograph.note}</span>
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
            <EditPhotograph
              key={`${open.id} ${open.version}`}
              photograph={open}
              onPutAway={() => setChosen(null)}
            />
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

function EditPhotograph({ photograph, onPutAway }: { photograph: Photograph; onPutAway: () => void }) {
  const [note, setNote] = useState(photograph.note);
  const [spot, setSpot] = useState(photograph.spot);
  const personId = usePersonId();
  const refresh = useRefresh();
  const save = async (putAway: boolean) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    const { id, version, instrumentId, examinationId, markId, picture, takenOn } = photograph;
    try {
      await send<Photograph>('PUT', `photographs/${id}`, {
        version,
        instrumentId,
        examinationId,
        markId,
        picture,
        takenOn,
        spot,
        note,
        putAway,
        by: personId,
      });
      toast.success(putAway ? 'Put away; nothing is deleted.' : 'Kept.');
      if (putAway) onPutAway();
      await refresh();
    } catch (error) {
      refusals(error);
    }
  };
  return (
    <form
      className="sheet p-4"
      onSubmit={(event) => {
        event.preventDefault();
        void save(false);
      }}
    >
      <label className="block text-[0.9rem] font-bold">
        Spot
        <select
          className="field font-normal"
          value={spot}
          onChange={(event) => setSpot(event.target.value as Spot)}
        >
          {SPOTS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </label>
      <label className="mt-2 block text-[0.9rem] font-bold">
        Note
        <textarea
          className="field min-h-[4rem] font-normal"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <p className="text-[0.85rem] text-faint">
        {photograph.width} × {photograph.height} px, added by {photograph.byName},{' '}
        {sayInstant(photograph.addedAt, zone)}
      </p>
      <div className="mt-2 flex gap-2">
        <button type="submit" className="act">
          Keep the note
        </button>
        <button type="button" className="quiet" onClick={() => void save(true)}>
          Put away
        </button>
      </div>
    </form>
  );
}
