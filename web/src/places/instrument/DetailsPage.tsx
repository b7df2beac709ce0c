import { useNavigate, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useInstrument, useRooms } from '../../data/hooks.js';
import { formOf } from './details/form.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

export function DetailsPage() {
  const { id } = useParams() as { id: string };
  const navigate = useNavigate();
  const rooms = useRooms();
  return (
    <Fetching of={useInstrument(id)}>
      {(instrument) => (
        <Fetching of={rooms}>
          {(all) => (
            <InstrumentFormView
              id={id}
              draftKey={`instrument ${id}`}
              instrument={instrument}
              initial={formOf(instrument)}
              rooms={all}
              onSaved={() => void navigate(`/instruments/${id}/stance`)}
            />
          )}
        </Fetching>
      )}
    </Fetching>
  );
}
