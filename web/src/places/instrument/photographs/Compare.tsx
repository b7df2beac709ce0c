import { sayDate } from '@upright-elder/core/days';
import type { Photograph } from '@upright-elder/contract';
import { Slider } from 'radix-ui';
import { useState } from 'react';
import { pictureUrl } from '../../../data/pictures.js';
import { ListField } from '../../../fields/ListField.js';

const dayOf = ({ takenOn }: Photograph) => sayDate(takenOn);

/** A photograph, and another day of the same spot laid over it with a slider between them. */
export function Compare({ photograph, others }: { photograph: Photograph; others: Photograph[] }) {
  const [otherId, setOtherId] = useState('');
  const [at, setAt] = useState(50);
  const other = others.find(({ id }) => id === otherId);
  const [left, right] =
    other && other.takenOn < photograph.takenOn ? [other, photograph] : [photograph, other];
  return (
    <figure className="sheet p-3">
      <div className="relative overflow-hidden bg-sunk">
        <img src={pictureUrl(left.picture)} alt={`${left.spot}, ${dayOf(left)}`} className="block w-full" />
        {right && (
          <>
            <img
              src={pictureUrl(right.picture)}
              alt={`${right.spot}, ${dayOf(right)}`}
              className="absolute inset-0 h-full w-full object-cover"
              style={{ clipPath: `inset(0 0 0 ${at}%)` }}
            />
            <div
              className="absolute inset-y-0 w-0.5 bg-verdigris"
              style={{ left: `${at}%` }}
              aria-hidden="true"
            />
          </>
        )}
      </div>
      {right ? (
        <>
          <Slider.Root
            className="relative mt-2 flex h-[44px] touch-none items-center select-none"
            min={0}
            max={100}
            step={1}
            value={[at]}
            onValueChange={([value]) => setAt(value!)}
          >
            <Slider.Track className="relative h-2 grow rounded-full bg-sunk">
              <Slider.Range className="absolute h-full rounded-full bg-verdigris-soft" />
            </Slider.Track>
            <Slider.Thumb
              className="block h-7 w-7 rounded-full border-2 border-verdigris bg-sheet"
              aria-label={`Between ${dayOf(left)} and ${dayOf(right)}`}
            />
          </Slider.Root>
          <figcaption className="flex justify-between text-[0.95rem] font-bold">
            <span>{dayOf(left)}</span>
            <span>{dayOf(right)}</span>
          </figcaption>
        </>
      ) : (
        <figcaption className="mt-1 text-[0.95rem]">
          <span className="font-bold">{left.spot}</span>, {dayOf(left)}
        </figcaption>
      )}
      {others.length > 0 && (
        <ListField
          label="Lay another day of the same spot over it"
          value={otherId}
          options={[
            { value: '', label: 'none' },
            ...others.map((one) => ({ value: one.id, label: `${dayOf(one)}${one.note && `, ${one.note}`}` })),
          ]}
          onPick={(chosen) => setOtherId(chosen)}
        />
      )}
    </figure>
  );
}
