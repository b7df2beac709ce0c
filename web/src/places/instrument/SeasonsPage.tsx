import type { Forecast, Shop } from '@upright-elder/contract';
import { printLength } from '@upright-elder/core';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useForecast, useShop } from '../../data/hooks.js';
import { SeasonCurve } from '../../drawings/SeasonCurve.js';
import { Choice } from '../../fields/Choice.js';
import { WeightMark } from '../../fields/WeightMark.js';

/** Seasons: what is season and what is age, and the action through the coming year. */
export default function SeasonsPage() {
  const { id } = useParams() as { id: string };
  const shop = useShop();
  return (
    <Fetching of={useForecast(id)}>
      {(forecast) => (
        <Fetching of={shop}>{(settings) => <SeasonsOf forecast={forecast} shop={settings} />}</Fetching>
      )}
    </Fetching>
  );
}

const SIDES = [
  { value: 'bass', label: 'Bass' },
  { value: 'treble', label: 'Treble' },
] as const;

function SeasonsOf({ forecast, shop }: { forecast: Forecast; shop: Shop }) {
  const [chosen, setChosen] = useState<'bass' | 'treble'>('bass');
  const side = forecast.sides.find((one) => one.side === chosen) ?? forecast.sides[0];
  if (!forecast.ready || !side) {
    return (
      <div className="sheet p-6">
        <p className="said">No action at pitch has been read yet, so there is nothing to forecast.</p>
        {forecast.leftOut.map((words) => (
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
  const micro = (metres: number) => printLength(metres, 'mm', 2);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 xl:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="sheet order-2 p-4 xl:order-1">
        <div className="flex flex-wrap items-center justify-between gap-2">
          <h2 className="text-[1.3rem]">Action at fret 12 through the year</h2>
          {forecast.sides.length > 1 && (
            <Choice label="String side" value={chosen} options={SIDES} onChange={setChosen} />
          )}
        </div>
        <SeasonCurve side={side} season={forecast.season} today={forecast.made} unit={shop.sayIn} />
        <p className="text-[0.9rem] text-faint">
          Dots: readings with the tool’s error. Bands: where the action itself is expected, half, four fifths
          and nineteen twentieths of the time. Behind: the wood’s moisture by season, higher is damper.
          Between the green lines is what is wanted.
        </p>
        <details className="mt-2">
          <summary className="min-h-[44px] cursor-pointer content-center font-bold">
            What it stands on
          </summary>
          <ul className="list-disc pl-6">
            <li>
              {forecast.strungVisits === 1 ? 'One examination' : `${forecast.strungVisits} examinations`} at
              pitch.
            </li>
            <li>{forecast.climate}</li>
            <li>
              Before measuring it was believed to move {micro(side.prior.mean)} ± {micro(side.prior.sd)} per 1
              %MC ({side.priorSource}); now {micro(side.sensitivity.mean)} ± {micro(side.sensitivity.sd)}.
            </li>
            <li>
              Apart from the season it moves {micro(side.age.mean)} ± {micro(side.age.sd)} a year.
            </li>
            {forecast.leftOut.map((words) => (
              <li key={words}>Left out: {words}.</li>
            ))}
          </ul>
          <table className="mt-2 w-full text-left">
            <thead>
              <tr className="border-b border-rule">
                <th>Examined</th>
                <th>Action</th>
                <th>Wood</th>
                <th>Away from what the others expect</th>
              </tr>
            </thead>
            <tbody>
              {side.history.map(({ examinationId, date, value, sd, moisture, misfit }) => (
                <tr key={examinationId} className="border-b border-rule">
                  <td>
                    <Link className="underline" to={`../examine?examination=${examinationId}`}>
                      {format(new Date(date), 'd MMM yyyy')}
                    </Link>
                  </td>
                  <td>
                    {micro(value)} ± {micro(sd)}
                  </td>
                  <td>{moisture.toFixed(1)} %MC</td>
                  <td>
                    {misfit === null
                      ? 'before the last work'
                      : `${misfit > 0 ? '+' : '−'}${Math.abs(misfit).toFixed(1)} errors`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      </div>
      <section aria-label="What it says" className="order-1 xl:order-2">
        {forecast.sentences.map(({ text, weight, because }) => (
          <div key={text} className="sheet mb-2 px-4 py-2.5">
            <WeightMark weight={weight} />
            <p className="said">{text}</p>
            <details>
              <summary className="cursor-pointer text-[0.88rem] text-faint">why</summary>
              <p className="text-[0.95rem]">{because}</p>
            </details>
          </div>
        ))}
      </section>
    </div>
  );
}
