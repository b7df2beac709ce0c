import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useTitle } from '../../app/useTitle.js';
import { newId } from '../../data/ids.js';
import { FormReady } from './details/FormReady.js';
import { emptyForm } from './details/form.js';
import { QuickStart } from './details/QuickStart.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

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
            initial={emptyForm()}
            rooms={rooms}
            shop={shop}
            onSaved={() => void navigate(`/instruments/${id}/examine`)}
          />
        )}
      </FormReady>
    </>
  );
}
