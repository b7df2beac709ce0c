import type { Room } from '@upright-elder/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useTitle } from '../../app/useTitle.js';
import { newId } from '../../data/ids.js';
import { FormReady } from './details/FormReady.js';
import { emptyForm } from './details/form.js';
import { QuickStart } from './details/QuickStart.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

/** Where there is one room, it is that; where there are several, nobody guesses. */
function theOnly(rooms: readonly Room[]): string {
  const here = rooms.filter(({ struck }) => !struck);
  return here.length === 1 ? here[0]!.id : '';
}

export function NewInstrumentPage() {
  const [id] = useState(newId);
  const navigate = useNavigate();
  useTitle('A new instrument');
  return (
    <>
      <h1 className="mb-3 text-[1.9rem]">A new instrument</h1>
      <QuickStart id={id} />
      <FormReady>
        {(rooms, shop) => (
          <InstrumentFormView
            id={id}
            draftKey="new instrument"
            initial={{ ...emptyForm(), homeRoomId: theOnly(rooms) }}
            rooms={rooms}
            shop={shop}
            onSaved={() => void navigate(`/instruments/${id}/examine`)}
          />
        )}
      </FormReady>
    </>
  );
}
