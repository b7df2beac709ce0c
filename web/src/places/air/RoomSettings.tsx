import { ROOM_KINDS, type Room, type RoomInput, type RoomKind } from '@upright-elder/contract';
import { PACKS_HUMIDITY, parsePacks, parseSalt, SALTS } from '@upright-elder/core';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { send } from '../../data/api.js';
import { useRefresh } from '../../data/hooks.js';
import { refusals } from '../../data/save.js';
import { TypedField } from '../../fields/TypedField.js';
import { understoodPercent } from '../../fields/understood.js';

export const KIND_NAMES: Record<RoomKind, string> = {
  workshop: 'workshop',
  home: 'a home',
  store: 'a store or loft',
  case: 'a case with packs',
};

/** Kind of the room, its logger's file names, and how its hygrometer stands over two salts. */
export function RoomSettings({ room }: { room: Room }) {
  const { version, name, notes } = room;
  const [edited, setEdited] = useState<RoomInput>({
    version,
    name,
    notes,
    logger: room.logger,
    kind: room.kind,
    saltLow: room.saltLow,
    saltHigh: room.saltHigh,
    packs: room.packs,
  });
  const [refused, setRefused] = useState<Record<string, string>>({});
  const refresh = useRefresh();
  const change = (part: Partial<RoomInput>) => setEdited((now) => ({ ...now, ...part }));
  const same =
    edited.logger === room.logger &&
    edited.kind === room.kind &&
    edited.saltLow === room.saltLow &&
    edited.saltHigh === room.saltHigh &&
    edited.packs === room.packs;
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await send<Room>('PUT', `rooms/${room.id}`, edited);
      toast.success('The room is kept.');
      await refresh();
    } catch (error) {
      setRefused(refusals(error));
    }
  };
  return (
    <details className="mt-3 border-t border-rule pt-2">
      <summary className="min-h-[44px] cursor-pointer content-center font-bold">
        The room and its hygrometer
      </summary>
      <form onSubmit={(event) => void save(event)} className="grid gap-x-4 sm:grid-cols-2" noValidate>
        <label className="text-[0.9rem] font-bold">
          What it is
          <select
            className="field block w-full font-normal"
            value={edited.kind}
            onChange={(event) => change({ kind: event.target.value as RoomKind })}
          >
            {ROOM_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {KIND_NAMES[kind]}
              </option>
            ))}
          </select>
        </label>
        <label className="text-[0.9rem] font-bold">
          Its logger’s files begin with
          <input
            className="field block w-full font-normal"
            autoComplete="off"
            value={edited.logger}
            placeholder="such as loft"
            aria-invalid={refused.logger ? true : undefined}
            onChange={(event) => change({ logger: event.target.value })}
          />
          {refused.logger && <span className="font-normal text-ochre">✕ {refused.logger}</span>}
        </label>
        {edited.kind === 'case' && (
          <TypedField
            label="Its packs hold"
            placeholder={`${PACKS_HUMIDITY}`}
            unit="% RH"
            value={edited.packs ?? ''}
            onChange={(packs) => change({ packs })}
            parse={parsePacks}
            understood={understoodPercent}
            refusal={refused.packs}
          />
        )}
        <p className="col-span-full mt-2 text-[0.95rem]">
          Close the hygrometer for a day in a box over a damp slurry of each salt, and write what it shows.
          Its readings, old and new, are then corrected along the straight line.
        </p>
        <TypedField
          label={`Over magnesium chloride (true ${SALTS.low} %)`}
          unit="% RH"
          value={edited.saltLow ?? ''}
          onChange={(saltLow) => change({ saltLow })}
          parse={(text) => parseSalt('low', text)}
          understood={understoodPercent}
          refusal={refused.saltLow}
        />
        <TypedField
          label={`Over table salt (true ${SALTS.high} %)`}
          unit="% RH"
          value={edited.saltHigh ?? ''}
          onChange={(saltHigh) => change({ saltHigh })}
          parse={(text) => parseSalt('high', text)}
          understood={understoodPercent}
          refusal={refused.saltHigh}
        />
        <div>
          <button type="submit" className="quiet" disabled={same}>
            Keep the room
          </button>
        </div>
      </form>
    </details>
  );
}
