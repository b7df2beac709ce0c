import { useNavigate, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useInstrument } from '../../data/hooks.js';
import { formOf } from './details/form.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

export function DetailsPage() {
  const { id } = useParams() as { id: string };
  const navigate = useNavigate();
  return (
    <Fetching of={useInstrument(id)}>
      {(instrument) => (
        <InstrumentFormView
          id={id}
          initial={formOf(instrument)}
          onSaved={() => void navigate(`/instruments/${id}/stance`)}
        />
      )}
    </Fetching>
  );
}
