import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useTitle } from '../../app/useTitle.js';
import { Fetching } from '../../app/Fetching.js';
import { useRooms } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { emptyForm } from './details/form.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

export function NewInstrumentPage() {
  const [id] = useState(newId);
  const navigate = useNavigate();
  useTitle('A new instrument');
  return (
    <>
      <h1 className="mb-3 text-[1.9rem]">A new instrument</h1>
      <Fetching of={useRooms()}>
        {(all) => (
          <InstrumentFormView
            id={id}
            draftKey="new instrument"
            initial={emptyForm()}
            rooms={all}
            onSaved={() => void navigate(`/instruments/${id}/examine`)}
          />
        )}
      </Fetching>
    </>
  );
}
