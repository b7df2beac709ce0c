import type { Forecast, Shop } from '@upright-elder/contract';
import { Link, useParams, useSearchParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useHeights } from '../../data/heights.js';
import { useForecast, useSeries, useShop } from '../../data/hooks.js';
import { DoneOf } from './interventions/DoneOf.js';
import { ScorecardOf } from './seasons/ScorecardOf.js';
import { SeasonsView } from './seasons/SeasonsView.js';
import { PartFold } from '../../fields/PartFold.js';

/** Seasons: what is season and what is age, and everything that is followed through the coming year. */
export default function SeasonsPage() {
  const { id } = useParams() as { id: string };
  const shop = useShop();
  const { unit: sayIn } = useHeights();
  return (
    <Fetching of={useForecast(id, sayIn)}>
      {(forecast) => (
        <Fetching of={shop}>
          {(settings) => <SeasonsOf key={id} id={id} forecast={forecast} shop={{ ...settings, sayIn }} />}
        </Fetching>
      )}
    </Fetching>
  );
}

function SeasonsOf({ id, forecast, shop }: { id: string; forecast: Forecast; shop: Shop }) {
  const [params, setParams] = useSearchParams();
  const wanted = params.get('of');
  const action = forecast.sides.find(({ key }) => key === wanted);
  const other = forecast.others.find(({ key }) => key === wanted);
  const asked = useSeries(id, other?.key ?? null, shop.sayIn);
  const choose = (key: string, reading?: string) =>
    setParams({ of: key, ...(reading && { reading }) }, { replace: !reading });
  const opened = params.get('reading');
  const first = forecast.sides[0];
  if (!forecast.ready || !first)
    return (
      <>
        <NothingYet leftOut={forecast.leftOut} />
        <DoneOf id={id} today={shop.today} />
      </>
    );
  const view = (series: Forecast['sides'][number]) => (
    <>
      <SeasonsView
        id={id}
        forecast={forecast}
        series={series}
        shop={shop}
        opened={opened}
        onChoose={choose}
      />
      <PartFold name="What was done to it" defaultOpen={params.has('done')}>
        <DoneOf id={id} today={shop.today} />
      </PartFold>
      <PartFold name="Forecast against measured">
        <ScorecardOf id={id} sayIn={shop.sayIn} />
      </PartFold>
    </>
  );
  if (other) return <Fetching of={asked}>{view}</Fetching>;
  return view(action ?? first);
}

function NothingYet({ leftOut }: { leftOut: string[] }) {
  return (
    <div className="sheet p-6">
      <p className="said">
        Measure the action with the strings at pitch first: then there is something to forecast.
      </p>
      {leftOut.map((words) => (
        <p key={words} className="mt-1 text-faint">
          Left out: {words}.
        </p>
      ))}
      <Link to="../examine" className="act mt-4">
        Examine it now
      </Link>
    </div>
  );
}
