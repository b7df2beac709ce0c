import type { Room, RoomInput } from '@upright-elder/contract';
import { ROOM_KINDS } from '@upright-elder/contract/lists';
import { PACKS_HUMIDITY, parsePacks, parseSalt, SALTS } from '@upright-elder/core/air';
import { WhatStoodBefore } from '../../app/WhatStoodBefore.js';
import { FormFoot } from '../../app/FormFoot.js';
import { StrikeOut } from '../../app/StrikeOut.js';
import { send } from '../../data/api.js';
import { useRooms } from '../../data/hooks.js';
import { useVersionedForm } from '../../data/useVersionedForm.js';
import { parsePercent } from '@upright-elder/core/units';
import { KIND_NAMES } from './kinds.js';
import { TypedField } from '../../fields/TypedField.js';
import { understoodPercent } from '../../fields/understood.js';
import { Fold } from '../../fields/Fold.js';
import { ListField } from '../../fields/ListField.js';

type RoomForm = Required<Omit<RoomInput, 'by'>>;

const formOf = ({
  version,
  name,
  notes,
  logger,
  kind,
  saltLow,
  saltHigh,
  packs,
  besideRoomId,
  besideShown,
  besideOther,
}: Room): RoomForm => ({
  version,
  name,
  notes,
  logger,
  kind,
  saltLow,
  saltHigh,
  packs,
  besideRoomId,
  besideShown,
  besideOther,
});

const NAMES = {
  name: 'Name',
  notes: 'Notes',
  kind: 'What it is',
  logger: 'Its logger’s files begin with',
  saltLow: 'Over magnesium chloride',
  saltHigh: 'Over table salt',
  packs: 'Its packs hold',
  besideRoomId: 'Laid beside',
  besideShown: 'It showed',
  besideOther: 'The other showed',
};

/** Kind of the room, its logger's file names, and how its hygrometer stands over two salts. */
export function RoomSettings({ room }: { room: Room }) {
  const form = useVersionedForm<RoomForm>({
    draftKey: `room ${room.id}`,
    stored: formOf(room),
    names: NAMES,
    send: (input, said) => send<Room>('PUT', `rooms/${room.id}`, { ...input, ...said }),
    read: (current) => formOf(current as Room),
    saved: 'The room is saved.',
  });
  const { value: edited, change, refused } = form;
  const { data: rooms = [] } = useRooms();
  return (
    <Fold
      className="mt-3 border-t border-rule pt-2"
      summaryClass="font-bold"
      summary="The room and its hygrometer"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void form.save();
        }}
        className="grid gap-x-4 sm:grid-cols-2"
        noValidate
      >
        <label className="text-[0.9rem] font-bold">
          Name
          <input
            className="field block w-full font-normal"
            autoComplete="off"
            value={edited.name}
            aria-invalid={refused.name ? true : undefined}
            onChange={(event) => change({ name: event.target.value })}
          />
          {refused.name && <span className="font-normal text-ochre">✕ {refused.name}</span>}
        </label>
        <label className="text-[0.9rem] font-bold">
          Notes
          <input
            className="field block w-full font-normal"
            autoComplete="off"
            value={edited.notes}
            onChange={(event) => change({ notes: event.target.value })}
          />
        </label>
        <ListField
          label="What it is"
          value={edited.kind}
          options={ROOM_KINDS.map((kind) => ({ value: kind, label: KIND_NAMES[kind] }))}
          onPick={(chosen) => change({ kind: chosen })}
        />
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
          Box the hygrometer for a day over a damp slurry of each salt and type what it shows. Past and later
          readings are corrected.
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
        <p className="col-span-full mt-2 text-[0.95rem]">
          Or lay it for an hour beside another hygrometer that you trust, and write what both show.
        </p>
        <div className="col-span-full">
          <ListField
            label="Laid beside"
            value={edited.besideRoomId ?? ''}
            options={[
              { value: '', label: 'a hygrometer that belongs to none of these rooms' },
              ...rooms
                .filter(({ id, struck }) => id !== room.id && (!struck || id === edited.besideRoomId))
                .map(({ id, name }) => ({ value: id, label: `that of ${name}` })),
            ]}
            onPick={(chosen) => change({ besideRoomId: chosen || null })}
            refusal={refused.besideRoomId}
          />
        </div>
        <TypedField
          label="It showed"
          unit="% RH"
          value={edited.besideShown}
          onChange={(besideShown) => change({ besideShown })}
          parse={parsePercent}
          understood={understoodPercent}
          refusal={refused.besideShown}
        />
        <TypedField
          label="The other showed"
          unit="% RH"
          value={edited.besideOther}
          onChange={(besideOther) => change({ besideOther })}
          parse={parsePercent}
          understood={understoodPercent}
          refusal={refused.besideOther}
        />
        <div className="col-span-full flex flex-wrap gap-3">
          <button type="submit" className="quiet" disabled={!form.dirty || form.saving}>
            Save the room
          </button>
          <StrikeOut
            kind="room"
            id={room.id}
            what={room.name}
            struck={room.struck}
            example="such as entered twice"
          />
        </div>
        <div className="col-span-full">
          <WhatStoodBefore table="room" id={room.id} names={NAMES} />
          <FormFoot what="room" form={form} />
        </div>
      </form>
    </Fold>
  );
}
