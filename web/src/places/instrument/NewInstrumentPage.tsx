import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../../data/ids.js';
import { emptyForm } from './details/form.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

export function NewInstrumentPage() {
  const [id] = useState(newId);
  const navigate = useNavigate();
  return (
    <>
      <h1 className="mb-3 text-[1.9rem]">A new instrument</h1>
      <InstrumentFormView
        id={id}
        initial={emptyForm()}
        onSaved={() => void navigate(`/instruments/${id}/examine`)}
      />
    </>
  );
}
