import { useNavigate, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useInstrument } from '../../data/hooks.js';
import { FromShops } from './details/FromShops.js';
import { FormReady } from './details/FormReady.js';
import { formOf } from './details/form.js';
import { WhereItLay } from './air/WhereItLay.js';
import { InstrumentFormView } from './details/InstrumentFormView.js';

export function DetailsPage() {
  const { id } = useParams() as { id: string };
  const navigate = useNavigate();
  return (
    <Fetching of={useInstrument(id)}>
      {(instrument) => (
        <>
          <FormReady>
            {(rooms, shop) => (
              <InstrumentFormView
                id={id}
                draftKey={`instrument ${id}`}
                instrument={instrument}
                initial={formOf(instrument)}
                rooms={rooms}
                shop={shop}
                onSaved={() => void navigate(`/instruments/${id}/stance`)}
              />
            )}
          </FormReady>
          <FromShops of={id} />
          <WhereItLay id={id} />
        </>
      )}
    </Fetching>
  );
}
