import type { Photograph, Spot } from '@upright-elder/contract';
import { SPOTS } from '@upright-elder/contract/lists';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { ProblemError, send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { sendPicture } from '../../../data/pictures.js';
import { ListField } from '../../../fields/ListField.js';
import { DayField } from '../../../fields/DayField.js';

interface Sending {
  id: string;
  name: string;
  /** the part that has gone out, 0 to 1 */
  part: number;
  state: 'sending' | 'kept' | 'refused';
  words: string;
  /** as it is kept */
  photograph: Photograph | null;
}

/** Takes photographs in: chosen, dropped or pasted, several at once, each with its own progress and its own refusal. */
export function AddPhotographs({
  instrumentId,
  today,
  markId = null,
  usual = 'front',
}: {
  instrumentId: string;
  today: string;
  /** the mark on the map that they are of */
  markId?: string | null;
  usual?: Spot;
}) {
  const [spot, setSpot] = useState<Spot>(usual);
  const [takenOn, setTakenOn] = useState(today);
  const [sending, setSending] = useState<Sending[]>([]);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const personId = usePersonId();
  const refresh = useRefresh();

  const add = useCallback(
    async (files: readonly File[]) => {
      if (files.length === 0) return;
      if (!personId) {
        toast.error('Pick who is at the bench first.');
        return;
      }
      const queue = files.map((file): [string, File] => [newId(), file]);
      setSending((now) => [
        ...now.filter(({ state }) => state !== 'kept'),
        ...queue.map(([id, { name }]): Sending => ({
          id,
          name,
          part: 0,
          state: 'sending',
          words: '',
          photograph: null,
        })),
      ]);
      const note = (id: string, part: Partial<Sending>) =>
        setSending((now) => now.map((one) => (one.id === id ? { ...one, ...part } : one)));
      for (const [id, file] of queue) {
        try {
          const { picture } = await sendPicture(file, (part) => note(id, { part }));
          const photograph = await send<Photograph>('PUT', `photographs/${id}`, {
            version: 0,
            instrumentId,
            examinationId: null,
            markId,
            picture,
            takenOn,
            spot,
            note: '',
            by: personId,
          });
          note(id, { part: 1, state: 'kept', photograph });
        } catch (error) {
          const words =
            error instanceof ProblemError
              ? (error.problem.detail ?? error.problem.title)
              : error instanceof Error
                ? error.message
                : 'It could not be kept.';
          note(id, { state: 'refused', words });
        }
      }
      await refresh();
    },
    [personId, instrumentId, markId, takenOn, spot, refresh],
  );

  /** One of several was of another spot than the first. */
  const respot = async ({ id, photograph }: Sending, to: Spot) => {
    if (!photograph || !personId) return;
    try {
      const {
        version,
        instrumentId: of,
        examinationId,
        markId: mark,
        picture,
        takenOn: day,
        note,
      } = photograph;
      const kept = await send<Photograph>('PUT', `photographs/${id}`, {
        version,
        instrumentId: of,
        examinationId,
        markId: mark,
        picture,
        takenOn: day,
        note,
        spot: to,
        by: personId,
      });
      setSending((now) => now.map((one) => (one.id === id ? { ...one, photograph: kept } : one)));
      await refresh();
    } catch (error) {
      refusals(error);
    }
  };

  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0) return;
      event.preventDefault();
      void add(files);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [add]);

  return (
    <section
      className={`sheet p-4 ${over ? 'outline-3 outline-verdigris outline-dashed' : ''}`}
      aria-label="Add photographs"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void add([...event.dataTransfer.files]);
      }}
    >
      <h3 className="text-[1.15rem]">Add photographs</h3>
      <div className="mt-1 grid grid-cols-[minmax(0,1fr)_11.5rem] gap-2">
        <ListField
          label="Spot"
          value={spot}
          options={SPOTS.map((one) => ({ value: one, label: one }))}
          onPick={(chosen) => setSpot(chosen)}
        />
        <DayField label="Taken on" max={today} value={takenOn} onChange={setTakenOn} />
      </div>
      <button type="button" className="act mt-2" onClick={() => input.current?.click()}>
        Choose files
      </button>
      <input
        ref={input}
        type="file"
        multiple
        accept="image/jpeg,image/png,image/webp,image/avif"
        className="sr-only"
        tabIndex={-1}
        aria-label="Photographs"
        onChange={(event) => {
          void add([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <span className="ml-3 text-[0.9rem] text-faint">or drop them here, or paste</span>
      <ul aria-live="polite">
        {sending.map((one) => {
          const { id, name, part, state, words, photograph } = one;
          return (
            <li key={id} className="mt-2 text-[0.92rem]">
              <span className="flex flex-wrap items-center gap-2">
                <span className="min-w-0 flex-1 truncate">
                  {state === 'kept' ? '✓ ' : ''}
                  {name}
                </span>
                {photograph && sending.length > 1 && (
                  <ListField
                    label={`Spot of ${name}`}
                    hideLabel
                    className="w-40"
                    value={photograph.spot}
                    options={SPOTS.map((of) => ({ value: of, label: of }))}
                    onPick={(chosen) => void respot(one, chosen)}
                  />
                )}
              </span>
              {state === 'sending' && (
                <progress className="h-3 w-full" value={part} max={1} aria-label={`${name} goes out`} />
              )}
              {state === 'refused' && <span className="text-ochre">✕ {words}</span>}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
