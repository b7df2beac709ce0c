import type { InChoices, Looked } from '@upright-elder/contract';
import { sayBringing } from '@upright-elder/core/wording';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { choose, comeIn, leaveIn, takeIn, useIncoming } from '../../../data/exchange.js';
import { usePeople, useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { ListField } from '../../../fields/ListField.js';
import { Differing } from './Differing.js';
import { RefusedRows } from './RefusedRows.js';

const NOTHING: InChoices = { people: {}, mends: {}, leaveOut: [], take: {} };

/** A file that comes in: looked through and shown, then taken in whole or not at all. */
export function In() {
  const [id, setId] = useState<string | null>(null);
  const [choices, setChoices] = useState(NOTHING);
  const [isSending, setSending] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const { data: file, mutate } = useIncoming(id);
  const by = usePersonId();
  const refresh = useRefresh();
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const come = (picked: File) =>
    attempt(async () => {
      setSending(true);
      setChoices(NOTHING);
      try {
        setId((await comeIn(picked)).id);
      } finally {
        setSending(false);
      }
    });
  const change = (to: InChoices) =>
    attempt(async () => {
      setChoices(to);
      if (id) await mutate(await choose(id, to), { revalidate: true });
    });
  const take = () =>
    attempt(async () => {
      if (!id) return;
      const taken = await takeIn(id, by);
      await mutate(taken, { revalidate: false });
      await refresh();
    });
  const leave = () =>
    attempt(async () => {
      if (id) await leaveIn(id);
      setId(null);
    });
  const isBusy = isSending || file?.state === 'looking' || file?.state === 'taking';
  return (
    <section className="sheet p-5" aria-labelledby="coming-in">
      <h2 id="coming-in" className="text-[1.3rem]">
        In
      </h2>
      <p className="mb-3 text-faint">
        You see first what a file would bring. Nothing is written before you say yes.
      </p>
      <input
        ref={input}
        type="file"
        accept=".zip"
        className="sr-only"
        aria-label="A file of another shop, or of this one"
        tabIndex={-1}
        onChange={({ target }) => {
          const [picked] = target.files ?? [];
          if (picked) void come(picked);
          target.value = '';
        }}
      />
      <button type="button" className="act" disabled={isBusy} onClick={() => input.current?.click()}>
        Choose a file
      </button>
      <div role="status" className="mt-3">
        {isSending && <p>The file comes in…</p>}
        {file?.state === 'looking' && <p>Looking through it: {file.done} records…</p>}
        {file?.state === 'taking' && <p>Taking it in…</p>}
        {file?.state === 'refused' && <p className="text-ochre">{file.why} Nothing was written.</p>}
        {file?.state === 'taken' && <p>Taken in: {file.rows} records.</p>}
      </div>
      {file?.state === 'looked' && file.looked && (
        <Shown looked={file.looked} choices={choices} onChange={(to) => void change(to)}>
          <button
            type="button"
            className="act"
            disabled={file.looked.refusedInAll > 0}
            onClick={() => void take()}
          >
            Take it in
          </button>
          <button type="button" className="quiet" onClick={() => void leave()}>
            Leave it
          </button>
        </Shown>
      )}
    </section>
  );
}

/** What a file would bring, and what is to decide. */
function Shown({
  looked,
  choices,
  onChange,
  children,
}: {
  looked: Looked;
  choices: InChoices;
  onChange: (to: InChoices) => void;
  children: React.ReactNode;
}) {
  const { shop, isFresh, isOurs, tables, instruments, instrumentsInAll, files } = looked;
  return (
    <div className="grid gap-4">
      <div>
        <h3 className="text-[1.1rem]">
          {isOurs ? 'From this shop' : `From ${shop.name}`}
          {isFresh && ', into an empty shop'}
        </h3>
        {sayBringing(tables).map((sentence) => (
          <p key={sentence}>{sentence}</p>
        ))}
        {files.missing > 0 && (
          <p className="text-ochre">
            {files.missing === 1 ? 'One photograph comes' : `${files.missing} photographs come`} without the
            picture.
          </p>
        )}
      </div>
      {instruments.length > 0 && (
        <ul aria-label="Instruments">
          {instruments.map(({ id, nickname, state, examinations }) => (
            <li key={id} className="flex flex-wrap justify-between gap-x-4 border-t border-rule py-1">
              <span className="font-bold">{nickname}</span>
              <span className="text-faint">
                {state === 'added' ? 'new here' : 'known here'}
                {examinations > 0 &&
                  `, ${examinations} new ${examinations === 1 ? 'examination' : 'examinations'}`}
              </span>
            </li>
          ))}
          {instrumentsInAll > instruments.length && (
            <li className="text-faint">and {instrumentsInAll - instruments.length} more</li>
          )}
        </ul>
      )}
      {!isFresh && <Matching looked={looked} choices={choices} onChange={onChange} />}
      <Differing looked={looked} choices={choices} onChange={onChange} />
      <RefusedRows looked={looked} choices={choices} onChange={onChange} />
      <div className="flex flex-wrap gap-3">{children}</div>
    </div>
  );
}

/** Which of their people are ours. */
function Matching({
  looked,
  choices,
  onChange,
}: {
  looked: Looked;
  choices: InChoices;
  onChange: (to: InChoices) => void;
}) {
  const { data: ours = [] } = usePeople();
  const names = useRef(new Map<string, string>());
  for (const { id, name } of looked.people) if (name !== '') names.current.set(id, name);
  if (looked.people.length === 0) return null;
  return (
    <div>
      <h3 className="text-[1.1rem]">Their people</h3>
      <ul className="grid gap-2">
        {looked.people.map(({ id, ours: matched, likely }) => {
          const name = names.current.get(id) ?? 'Somebody';
          const { [id]: _now, ...others } = choices.people;
          return (
            <li key={id}>
              <ListField
                label={name}
                value={matched ?? ''}
                options={[
                  { value: '', label: 'comes as a new person' },
                  ...ours.map((one) => ({
                    value: one.id,
                    label: `is our ${one.name}${one.id === likely ? ', by the name' : ''}`,
                  })),
                ]}
                onPick={(to) =>
                  onChange({ ...choices, people: to === '' ? others : { ...others, [id]: to } })
                }
              />
            </li>
          );
        })}
      </ul>
    </div>
  );
}
