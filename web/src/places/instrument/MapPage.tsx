import type { Instrument, Mark, StoredBodyPlan } from '@upright-elder/contract';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useHeights } from '../../data/heights.js';
import { useAllMarks, useInstrument, useBodyPlan, useJudgement, useShop } from '../../data/hooks.js';
import { FindingsHere } from './judgement/FindingsHere.js';
import { endsAtTailpiece } from './map/endsAtTailpiece.js';
import { documentOf } from './map/mapDocument.js';
import { MapView } from './map/MapView.js';
import { SetUpBodyPlan } from './map/SetUpBodyPlan.js';

/** Map: cracks and loose braces on the instrument's own drawing, with their history. */
export function MapPage() {
  const { id } = useParams() as { id: string };
  return <Fetching of={useInstrument(id)}>{(instrument) => <MapOf instrument={instrument} />}</Fetching>;
}

function MapOf({ instrument }: { instrument: Instrument }) {
  const marks = useAllMarks(instrument.id);
  const shop = useShop();
  return (
    <Fetching of={useBodyPlan(instrument.id)}>
      {({ plan }) =>
        plan ? (
          <Fetching of={marks}>
            {(all) => (
              <Fetching of={shop}>
                {({ today }) => <DrawnMap key={instrument.id} {...{ instrument, plan, today }} marks={all} />}
              </Fetching>
            )}
          </Fetching>
        ) : (
          <SetUpBodyPlan instrument={instrument} />
        )
      }
    </Fetching>
  );
}

function DrawnMap({
  instrument: { id, scale, bodyJoin, build },
  plan,
  marks,
  today,
}: {
  instrument: Instrument;
  plan: StoredBodyPlan;
  marks: Mark[];
  today: string;
}) {
  const saved = useMemo(
    () =>
      documentOf(
        plan,
        marks.filter(({ struck }) => !struck),
      ),
    [plan, marks],
  );
  const { data: judged } = useJudgement(id, useHeights().unit);
  const live = useMemo(
    () =>
      new Set(judged?.findings.flatMap(({ severity, marks: of }) => (severity === 'live' ? of : [])) ?? []),
    [judged],
  );
  const neck = useMemo(() => ({ scale: scale.metres, bodyJoin }), [scale.metres, bodyJoin]);
  return (
    <>
      <MapView
        instrumentId={id}
        saved={saved}
        stored={marks}
        neck={neck}
        tailpiece={endsAtTailpiece(build)}
        live={live}
        today={today}
      />
      <div className="mt-3">
        <FindingsHere id={id} of={({ mark }) => mark !== null} />
      </div>
    </>
  );
}
