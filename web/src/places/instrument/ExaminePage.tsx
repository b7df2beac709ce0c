import { useParams, useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useAllExaminations, useInstrument, useProtocols, useShop, useTools } from '../../data/hooks.js';
import { Examining } from './examine/Examining.js';

/** Examine: the protocol, one reading a line. */
export function ExaminePage() {
  const { id } = useParams() as { id: string };
  const [params] = useSearchParams();
  const instrument = useInstrument(id);
  const shop = useShop();
  const examinations = useAllExaminations(id);
  const protocols = useProtocols();
  const tools = useTools();
  const chosen = params.get('examination');
  return (
    <Fetching of={instrument}>
      {(known) => (
        <Fetching of={shop}>
          {(settings) => (
            <Fetching of={examinations}>
              {(all) => (
                <Fetching of={protocols}>
                  {(orders) => (
                    <Fetching of={tools}>
                      {(held) => (
                        <Examining
                          key={chosen ?? 'new'}
                          instrument={known}
                          shop={settings}
                          examinations={all.filter(({ struck }) => !struck)}
                          protocols={orders}
                          tools={held}
                          stored={all.find((one) => one.id === chosen)}
                          missed={chosen !== null && !all.some((one) => one.id === chosen)}
                          asked={params.get('protocol')}
                          leftAt={params.get('at')}
                        />
                      )}
                    </Fetching>
                  )}
                </Fetching>
              )}
            </Fetching>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}
