import type { PaperGiven, PapersAsked } from '@upright-elder/contract';
import type { GivenWay } from '@upright-elder/contract/lists';
import { useEffect, useRef, useState } from 'react';
import { useSWRConfig } from 'swr';
import { send } from '../../../data/api.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';

/** Gives papers out: kept as they are from then on, and opened to be printed, saved or sent. */
export function GiveOut({ id, asked, draft }: { id: string; asked: PapersAsked; draft: string }) {
  const by = usePersonId();
  const { mutate } = useSWRConfig();
  const [to, setTo] = useState('');
  const [busy, setBusy] = useState(false);
  const [given, setGiven] = useState<{ paper: PaperGiven; of: string } | null>(null);
  const [fault, setFault] = useState('');
  const link = useRef<HTMLAnchorElement>(null);
  // the same papers, tried again after a failure, are given once
  const giving = useRef({ of: '', id: '' });
  const of = JSON.stringify({ asked, to });
  const address = /@/u.test(to);
  const kept = given?.of === of ? given.paper : null;
  useEffect(() => {
    if (kept) link.current?.focus();
  }, [kept]);
  const give = async (way: GivenWay) => {
    const what = `${of} ${way}`;
    if (giving.current.of !== what) giving.current = { of: what, id: newId() };
    setBusy(true);
    setFault('');
    try {
      const paper = await send<PaperGiven>('PUT', `instruments/${id}/papers/given/${giving.current.id}`, {
        ...asked,
        ...{ by, to, way },
      });
      setGiven({ paper, of });
      giving.current = { of: '', id: '' };
      await mutate(`instruments/${id}/papers/given`);
    } catch (error) {
      setFault(Object.values(refusals(error)).join(' '));
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className="flex flex-wrap items-end gap-x-3 gap-y-2"
      aria-label="Give it out"
      onSubmit={(event) => {
        event.preventDefault();
        void give('file');
      }}
    >
      <label className="text-[0.9rem] font-bold">
        To whom
        <input
          className="field block w-[12rem] font-normal"
          autoComplete="off"
          maxLength={200}
          placeholder={`the ${asked.for}`}
          value={to}
          onChange={(event) => setTo(event.target.value)}
        />
      </label>
      {kept ? (
        <a
          ref={link}
          className="act inline-flex items-center"
          href={fileOf(kept)}
          target="_blank"
          rel="noreferrer"
        >
          Print or save it
        </a>
      ) : (
        <button type="submit" className="act" disabled={busy || by === null}>
          Give it out
        </button>
      )}
      <a className="quiet inline-flex items-center" href={draft} target="_blank" rel="noreferrer">
        Print a draft
      </a>
      {!kept && address && (
        <button
          type="button"
          className="quiet"
          disabled={busy || by === null}
          onClick={() => void give('mail')}
        >
          Write a mail with it
        </button>
      )}
      {fault !== '' && (
        <p className="basis-full text-ochre" role="alert">
          ▲ {fault}
        </p>
      )}
      {kept && (
        <p className="basis-full text-faint" role="status">
          Given out, and kept as it is.{' '}
          {kept.way === 'mail' && (
            <a className="underline" href={`${fileOf(kept)}/letter`}>
              Open the mail and send it.
            </a>
          )}
        </p>
      )}
    </form>
  );
}

/** Where a paper that was given out lies. */
export const fileOf = ({ id }: Pick<PaperGiven, 'id'>): string => `/api/papers/${id}`;
