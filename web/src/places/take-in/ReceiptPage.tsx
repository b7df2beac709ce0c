import type { Instrument } from '@upright-elder/contract';
import { standing } from '@upright-elder/core/body-plan';
import { dateIn, sayDate } from '@upright-elder/core/days';
import { unlookedOf, type Folded } from '@upright-elder/core/jobs';
import { placeName, QUANTITIES } from '@upright-elder/core/readings';
import { isBareNumber } from '@upright-elder/core/units';
import { list } from '@upright-elder/core/wording';
import { Link, useParams } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useTitle } from '../../app/useTitle.js';
import { useJob } from '../../data/bench/jobs.js';
import {
  useExaminations,
  useInstrument,
  useMarks,
  useOwners,
  usePeople,
  usePhotographs,
  useShop,
} from '../../data/hooks.js';
import { pictureUrl } from '../../data/pictures.js';
import { remember, useRemembered } from '../../data/remembered.js';
import { Tick } from '../../fields/Tick.js';

/** What was taken in, as the owner takes it home: on one sheet of paper. */
export default function ReceiptPage() {
  const { job: id } = useParams() as { job: string };
  const job = useJob(id);
  useTitle('Receipt');
  return (
    <Fetching of={job}>
      {(known) =>
        known.instrument ? (
          <ReceiptOf job={known} instrumentId={known.instrument} />
        ) : (
          <p className="said">This job is not open.</p>
        )
      }
    </Fetching>
  );
}

function ReceiptOf({ job, instrumentId }: { job: Folded; instrumentId: string }) {
  const instrument = useInstrument(instrumentId);
  return <Fetching of={instrument}>{(known) => <Receipt job={job} instrument={known} />}</Fetching>;
}

const OWNER_KEY = 'upright-elder.receipt-names-owner';

function Receipt({ job, instrument }: { job: Folded; instrument: Instrument }) {
  const { data: shop } = useShop();
  const { data: owners = [] } = useOwners();
  const { data: people = [] } = usePeople();
  const { data: marks = [] } = useMarks(instrument.id);
  const { data: examinations = [] } = useExaminations(instrument.id);
  const { data: photographs = [] } = usePhotographs(instrument.id);
  const named = useRemembered(OWNER_KEY) === 'yes';
  if (!shop || !job.opened) return null;
  const owner = owners.find(({ id }) => id === instrument.ownerId);
  const opened = dateIn(new Date(job.opened.at).toISOString(), shop.zone);
  const last = examinations.at(-1);
  const open = unlookedOf(job);
  const taken = photographs.filter(({ takenOn }) => takenOn >= opened);
  const seen = marks.flatMap((mark) => {
    const now = standing(mark.sightings)
      .toSorted((a, b) => a.date.localeCompare(b.date))
      .at(-1);
    return now && now.state !== 'repaired' ? [{ mark, now }] : [];
  });
  return (
    <article className="sheet max-w-[52rem] p-6 print:border-0 print:p-0">
      <div className="mb-3 flex flex-wrap items-center gap-3 print:hidden">
        <button type="button" className="act" onClick={() => window.print()}>
          Print the receipt
        </button>
        <Link to={`/instruments/${instrument.id}/work?job=${job.id}`} className="quiet">
          To the job
        </Link>
        <Link to={`/instruments/${instrument.id}/examine`} className="quiet">
          Examine it
        </Link>
        <Tick
          label="Print the owner’s name and how to reach them"
          checked={named}
          onChange={(yes) => remember(OWNER_KEY, yes ? 'yes' : 'no')}
        />
      </div>
      <h1 className="text-[1.7rem] leading-tight">Receipt</h1>
      <p className="text-faint">
        {shop.name} · {sayDate(opened, 'long')}
      </p>
      <h2 className="mt-3 text-[1.3rem]">
        {instrument.nickname}
        {instrument.maker && `, ${instrument.maker}`}
      </h2>
      {instrument.identity && <p>{instrument.identity}</p>}
      {named && owner && (
        <p className="whitespace-pre-line">
          Owner: {owner.name}
          {owner.reach && `\n${owner.reach}`}
        </p>
      )}
      <Part title="Asked for">
        {job.lines.size === 0 ? (
          <p>Nothing yet.</p>
        ) : (
          <ul className="list-disc pl-5">
            {[...job.lines.values()].map(({ id, say }) => (
              <li key={id}>{say}</li>
            ))}
          </ul>
        )}
        {job.playing && <p>Played: {job.playing}</p>}
        {job.promised && <p>Promised by {sayDate(job.promised.day, 'long')}</p>}
      </Part>
      <Part title="Came with it">
        <p>{job.cameWith.length > 0 ? job.cameWith.join(', ') : 'Nothing.'}</p>
      </Part>
      <Part title="Its state as it came in">
        {seen.length > 0 && (
          <ul className="list-disc pl-5">
            {seen.map(({ mark, now }) => (
              <li key={mark.id}>
                {mark.name || mark.kind}: {mark.kind}, {now.state}, seen {sayDate(now.date)}
              </li>
            ))}
          </ul>
        )}
        {last ? (
          <p>
            Measured {sayDate(last.date, 'long')}
            {last.date < opened && ', before it came in'}:{' '}
            {last.readings
              .slice(0, 8)
              .map(
                ({ quantity, place, text, unit }) =>
                  `${QUANTITIES[quantity].name.toLowerCase()}${placeName(place) ? ` ${placeName(place)}` : ''} ${text}${isBareNumber(text) ? ` ${unit}` : ''}`,
              )
              .join('; ')}
          </p>
        ) : (
          <p>Not measured yet.</p>
        )}
        {job.apart && (
          <p>
            {[...job.looked].map(([what, { found }]) => `${what}: ${found ?? 'none found'}`).join('; ')}
            {open.length > 0 && `${job.looked.size > 0 ? '. ' : ''}Not yet looked for ${list(open)}.`}
          </p>
        )}
        {seen.length === 0 && !last && <p>What is inside was not looked at.</p>}
      </Part>
      {taken.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-2">
          {taken.map(({ id, picture, note, spot }) => (
            <img
              key={id}
              src={pictureUrl(picture, true)}
              alt={`${spot}, ${note}`}
              className="h-[7rem] w-auto"
            />
          ))}
        </div>
      )}
      <div className="mt-8 grid grid-cols-2 gap-8">
        <p className="border-t border-faint pt-1">Left by</p>
        <p className="border-t border-faint pt-1">
          Taken in by {people.find(({ id }) => id === job.opened?.by)?.name ?? ''}
        </p>
      </div>
    </article>
  );
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="mt-3">
      <h3 className="text-[1.1rem]">{title}</h3>
      {children}
    </section>
  );
}
