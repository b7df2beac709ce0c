import type { Instrument } from '@upright-elder/contract';
import { useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useInstrument, useMarks, usePlan, useShop } from '../../data/hooks.js';
import { documentOf } from './map/mapDocument.js';
import { MapView } from './map/MapView.js';
import { SetUpPlan } from './map/SetUpPlan.js';

/** Map: cracks and loose braces on the instrument's own drawing, with their history. */
export function MapPage() {
  const { id } = useParams() as { id: string };
  return <Fetching of={useInstrument(id)}>{(instrument) => <MapOf instrument={instrument} />}</Fetching>;
}

function MapOf({ instrument }: { instrument: Instrument }) {
  const marks = useMarks(instrument.id);
  const shop = useShop();
  return (
    <Fetching of={usePlan(instrument.id)}>
      {({ plan }) =>
        plan ? (
          <Fetching of={marks}>
            {(all) => (
              <Fetching of={shop}>
                {({ today }) => (
                  <MapView
                    key={`${plan.version} ${all.map(({ id, version }) => `${id}${version}`).join()}`}
                    instrumentId={instrument.id}
                    saved={documentOf(plan, all)}
                    today={today}
                  />
                )}
              </Fetching>
            )}
          </Fetching>
        ) : (
          <SetUpPlan instrument={instrument} />
        )
      }
    </Fetching>
  );
}
