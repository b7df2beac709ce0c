import { dateIn } from '@upright-elder/core/days';
import { draft, STRINGS_NOW, workedOf, type Bench, type Folded, type Step } from '@upright-elder/core/jobs';
import {
  isQuantity,
  isSided,
  parseReading,
  placeName,
  QUANTITIES,
  QUANTITY_IDS,
  type Place,
  type QuantityId,
} from '@upright-elder/core/readings';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Photograph } from '@upright-elder/contract';
import { SPOTS, type Spot } from '@upright-elder/contract/lists';
import { ProblemError, send } from '../../data/api.js';
import { useRefresh, useShop } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { usePersonId } from '../../data/person.js';
import { sendPicture } from '../../data/pictures.js';
import { Fold } from '../../fields/Fold.js';
import { ListField } from '../../fields/ListField.js';
import { ReadingField } from '../../fields/ReadingField.js';
import { SearchField } from '../../fields/SearchField.js';
import { SaidForms, type JobForm } from './SaidForm.js';
import { useActing } from './useActing.js';

const FORMS: JobForm[] = [
  {
    label: 'Part off',
    blanks: {
      label: { kind: 'words', label: 'What, as its label says', example: 'bridge pins' },
      place: { kind: 'words', label: 'Where it is kept', example: 'tin 4' },
      number: { kind: 'number', label: 'How many', may: true, from: 1, to: 200, whole: true },
    },
    write: ({ label, place, number }, acting, { step }) => [
      draft(acting, 'part off', step!.id, {
        part: acting.newId(),
        label: label!,
        place: place!,
        ...(number ? { ofHowMany: Number(number) } : {}),
      }),
    ],
    done: 'Noted.',
  },
  {
    label: 'Frets out, in order',
    blanks: {
      first: { kind: 'number', label: 'From fret', from: 1, to: 30, whole: true },
      last: { kind: 'number', label: 'To fret', from: 1, to: 30, whole: true },
      place: { kind: 'words', label: 'Where they are kept', example: 'on the strip, bass ends up' },
    },
    write: ({ first, last, place }, acting, { step }) => {
      const [from, to] = [Number(first), Number(last)].sort((a, b) => a - b) as [number, number];
      return [
        draft(acting, 'part off', step!.id, {
          part: acting.newId(),
          label: `frets ${from} to ${to}, in order, bass ends marked`,
          place: place!,
          ofHowMany: to - from + 1,
        }),
      ];
    },
    done: 'Noted. Mark the bass ends.',
  },
  {
    label: 'Number copied',
    blanks: {
      what: { kind: 'words', label: 'Which number', example: 'stamped on the block' },
      number: { kind: 'words', label: 'It reads' },
    },
    write: ({ what, number }, acting, { step }) => [
      draft(acting, 'number copied', step!.id, { what: what!, number: number! }),
    ],
    done: 'Copied.',
  },
  {
    label: 'Material used',
    blanks: {
      what: { kind: 'words', label: 'What', example: 'spruce cleats' },
      much: { kind: 'words', label: 'How much', may: true, example: '4 pieces' },
      cost: { kind: 'words', label: 'Cost', may: true },
    },
    write: ({ what, much, cost }, acting, { step }) => [
      draft(acting, 'material used', step!.id, {
        what: what!,
        ...(much ? { much } : {}),
        ...(cost ? { cost } : {}),
      }),
    ],
    done: 'Noted.',
  },
  {
    label: 'Glue mixed',
    blanks: {
      glue: { kind: 'words', label: 'Which glue', example: 'hot hide glue, 251 g' },
      pot: { kind: 'number', label: 'Pot, °C', may: true, from: 0, to: 120 },
      days: { kind: 'number', label: 'Age of the dry glue or bottle, days', may: true, from: 0, to: 3650 },
    },
    write: ({ glue, pot, days }, acting, { step }) => [
      draft(acting, 'glue mixed', step!.id, {
        batch: acting.newId(),
        glue: glue!,
        ...(pot ? { pot: Number(pot.replace(',', '.')) } : {}),
        ...(days ? { days: Number(days.replace(',', '.')) } : {}),
      }),
    ],
    done: 'Noted.',
  },
  {
    label: 'Part wanted',
    blanks: {
      what: { kind: 'words', label: 'What' },
      from: { kind: 'words', label: 'From whom', may: true },
    },
    write: ({ what, from }, acting, { step }) => [
      draft(acting, 'part wanted', step!.id, { what: what!, ...(from ? { from } : {}) }),
    ],
    done: 'Noted.',
  },
  {
    label: 'Note for the next luthier',
    blanks: { say: { kind: 'words', label: 'Note', long: true } },
    write: ({ say }, acting, { step }) => [draft(acting, 'surprise', step!.id, { say: say! })],
    done: 'Noted.',
  },
];

/** What is noted at a step while hands are on it: a reading, a photograph, parts, materials, glue. */
export function StepNotes({ job, step, bench }: { job: Folded; step: Step; bench: Bench }) {
  const { acting, act } = useActing(job.id);
  const { data: shop } = useShop();
  const parts = [...job.parts.values()].filter(({ state }) => state === 'off');
  return (
    <Fold
      summary="Note something: reading, photograph, part, glue"
      className="mt-6 border-t border-rule pt-2"
    >
      {shop && <ReadAtBench job={job} step={step} bench={bench} zone={shop.zone} units={shop.units} />}
      <TakePhotographs job={job} step={step} photos={workedOf(step, bench).photos} />
      <SaidForms forms={FORMS} of={{ job, bench, step }} acting={acting} act={act} />
      {parts.length > 0 && (
        <ul className="mt-3 text-[0.95rem]" aria-label="Parts that are off">
          {parts.map(({ id, label, place, ofHowMany }) => (
            <li key={id} className="flex flex-wrap items-center gap-3">
              <span>
                Off: {label}
                {ofHowMany === null ? '' : ` (${ofHowMany})`}, {place}
              </span>
              <button
                type="button"
                className="quiet"
                onClick={() => act([draft(acting(), 'part on', step.id, { part: id })], 'Noted.')}
              >
                It is back on
              </button>
            </li>
          ))}
        </ul>
      )}
    </Fold>
  );
}

/** What a step reads stands first. */
function ReadAtBench({
  job,
  step,
  bench,
  zone,
  units,
}: {
  job: Folded;
  step: Step;
  bench: Bench;
  zone: string;
  units: Partial<Record<QuantityId, string>>;
}) {
  const { acting, act } = useActing(job.id);
  const own = workedOf(step, bench).reads.filter((line): line is QuantityId => isQuantity(line));
  const [quantity, setQuantity] = useState<QuantityId>(own[0] ?? 'action12');
  const { places, unit: usual, name, dimension } = QUANTITIES[quantity];
  const [place, setPlace] = useState<Place>(places[0]!);
  const at = places.includes(place) ? place : places[0]!;
  const [text, setText] = useState('');
  const [strings, setStrings] = useState<(typeof STRINGS_NOW)[number]>(lastStrings(job));
  const unit = (dimension === 'length' ? (units[quantity] ?? usual) : usual) as typeof usual;
  const read = text.trim() === '' ? null : parseReading(quantity, text, unit);
  const keep = () => {
    if (!read?.ok) return;
    const now = acting();
    act(
      [
        draft(now, 'reading', step.id, {
          what: name,
          ...(isSided(quantity) ? { side: placeName(at) } : {}),
          quantity,
          place: at,
          text: text.trim(),
          unit,
          value: read.value.reduce((sum, one) => sum + one, 0) / read.value.length,
          strings,
          examination: examinationOf(job, zone, now.now) ?? newId(),
        }),
      ],
      'Read and noted.',
    );
    setText('');
    const next = places[places.indexOf(at) + 1];
    if (next) setPlace(next);
  };
  return (
    <form
      className="grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_minmax(0,1fr)_auto]"
      aria-label="A reading"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <SearchField
        label="Reading"
        value={quantity}
        options={[
          ...(own.length > 0
            ? [
                {
                  group: 'Of this step',
                  options: own.map((id) => ({ value: id, label: QUANTITIES[id].name })),
                },
              ]
            : []),
          {
            group: 'All',
            options: QUANTITY_IDS.filter((id) => !own.includes(id)).map((id) => ({
              value: id,
              label: QUANTITIES[id].name,
            })),
          },
        ]}
        onPick={(id) => {
          setQuantity(id);
          setPlace(QUANTITIES[id].places[0]!);
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        {places.length > 1 ? (
          <ListField
            label="Where"
            value={at}
            options={places.map((one) => ({ value: one, label: placeName(one) || 'centre' }))}
            onPick={setPlace}
          />
        ) : (
          <span />
        )}
        <ListField
          label="Strings"
          value={strings}
          options={STRINGS_NOW.map((one) => ({ value: one, label: one }))}
          onPick={setStrings}
        />
      </div>
      <ReadingField quantity={quantity} place={at} value={text} unit={unit} onChange={setText} />
      <button type="submit" className="act" disabled={!read?.ok}>
        Note it
      </button>
    </form>
  );
}

function lastStrings(job: Folded): (typeof STRINGS_NOW)[number] {
  const last = job.log.findLast(({ kind, struck }) => kind === 'reading' && !struck);
  return (
    (last?.body as { strings?: (typeof STRINGS_NOW)[number] } | undefined)?.strings ??
    job.aside?.strings ??
    'slack'
  );
}

/** The examination at the bench that goes on: of the same day, with no step finished since. */
function examinationOf(job: Folded, zone: string, now: number): string | null {
  const day = (time: number) => dateIn(new Date(time).toISOString(), zone);
  for (const { kind, struck, time, body } of job.log.toReversed()) {
    if (struck) continue;
    if (kind === 'finished' || kind === 'reopened' || day(time) !== day(now)) return null;
    const { examination } = body as { examination?: string };
    if (kind === 'reading' && examination !== undefined) return examination;
  }
  return null;
}

/** Straight from the tablet’s camera, or a file. */
function TakePhotographs({
  job,
  step,
  photos,
}: {
  job: Folded;
  step: Step;
  /** what is usually photographed at it */
  photos: readonly string[];
}) {
  const { acting, act } = useActing(job.id);
  const { data: shop } = useShop();
  const by = usePersonId();
  const refresh = useRefresh();
  const input = useRef<HTMLInputElement>(null);
  const [part, setPart] = useState<number | null>(null);
  const [left, setLeft] = useState<File[]>([]);
  const [note, setNote] = useState('');
  const [spot, setSpot] = useState<Spot>('other');
  const take = async (files: readonly File[]) => {
    if (!by || !shop) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    const waits = [...files];
    try {
      while (waits[0]) {
        setPart(0);
        const { picture } = await sendPicture(waits[0], setPart);
        const id = newId();
        const words = note.trim();
        await send<Photograph>('PUT', `photographs/${id}`, {
          version: 0,
          instrumentId: job.instrument!,
          examinationId: null,
          markId: null,
          picture,
          takenOn: shop.today,
          spot,
          note: words,
          by,
        });
        act([draft(acting(), 'photograph', step.id, { photograph: id, ...(words ? { of: words } : {}) })]);
        waits.shift();
      }
      toast.success('Photograph kept.');
      setNote('');
      await refresh();
    } catch (error) {
      toast.error(
        error instanceof ProblemError
          ? error.message
          : 'The program does not answer. Try again when it does.',
      );
    } finally {
      // what did not go out stays here, to be tried again
      setLeft(waits);
      setPart(null);
    }
  };
  return (
    <div className="mt-3 flex flex-wrap items-end gap-3">
      <button type="button" className="act" disabled={part !== null} onClick={() => input.current?.click()}>
        Take a photograph
      </button>
      {photos.length > 0 && <span className="pb-2">of {photos.join(', ')}</span>}
      <input
        ref={input}
        type="file"
        multiple
        accept="image/jpeg,image/png,image/webp,image/avif"
        capture="environment"
        className="sr-only"
        tabIndex={-1}
        aria-label="Photographs of the step"
        onChange={(event) => {
          void take([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <ListField
        label="Spot"
        value={spot}
        options={SPOTS.map((one) => ({ value: one, label: one }))}
        onPick={setSpot}
        className="w-44"
      />
      <label className="min-w-[12rem] flex-1 text-[0.95rem] font-bold">
        What it shows <span className="font-normal text-faint">(if you like)</span>
        <input
          className="field font-normal"
          autoComplete="off"
          maxLength={200}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {part !== null && (
        <progress className="h-3 w-40" value={part} max={1} aria-label="The photograph goes out" />
      )}
      {left.length > 0 && (
        <button type="button" className="quiet" onClick={() => void take(left)}>
          Send {left.length === 1 ? 'the photograph' : `${left.length} photographs`} again
        </button>
      )}
    </div>
  );
}
