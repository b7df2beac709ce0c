import { sayDate } from '@upright-elder/core/days';
import type { Spot } from '@upright-elder/contract';
import type { Face } from '@upright-elder/core/body-plan';
import { Link } from 'react-router';
import { usePhotographs } from '../../../data/hooks.js';
import { pictureUrl } from '../../../data/pictures.js';
import { AddPhotographs } from '../photographs/AddPhotographs.js';
import { Fold } from '../../../fields/Fold.js';

/** Where a photograph of a mark was most likely taken. */
const SPOT_OF: Record<Face, Spot> = {
  top: 'front',
  'top inside': 'inside',
  back: 'back',
  'bass side': 'bass side',
  'treble side': 'treble side',
  neck: 'heel',
};

/** Photographs of a mark, day by day, and more of them. */
export function MarkPhotographs({
  instrumentId,
  markId,
  face,
  today,
  saved,
}: {
  instrumentId: string;
  markId: string;
  face: Face;
  today: string;
  saved: boolean;
}) {
  const { data } = usePhotographs(instrumentId);
  const ofMark = (data ?? []).filter((one) => one.markId === markId);
  return (
    <Fold
      className="sheet p-4"
      summaryClass="font-serif text-[1.1rem] font-semibold"
      summary={<>Photographs of it{ofMark.length > 0 && `, ${ofMark.length}`}</>}
      defaultOpen={ofMark.length > 0}
    >
      <ul className="mt-2 grid grid-cols-3 gap-2">
        {ofMark.map(({ id, picture, spot, note, takenOn }) => (
          <li key={id}>
            <Link to="../photographs">
              <img
                src={pictureUrl(picture, true)}
                alt={`${spot}, ${note || 'no note'}`}
                className="aspect-[4/3] w-full bg-sunk object-cover"
              />
              <span className="text-[0.85rem]">{sayDate(takenOn)}</span>
            </Link>
          </li>
        ))}
      </ul>
      {saved ? (
        <AddPhotographs instrumentId={instrumentId} today={today} markId={markId} usual={SPOT_OF[face]} />
      ) : (
        <p className="text-[0.9rem] text-faint">Save the map first; then they can be added here.</p>
      )}
    </Fold>
  );
}
