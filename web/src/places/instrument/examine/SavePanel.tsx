import type { Examination } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import type { Stage } from '@upright-elder/core/readings';
import { useEffect, useRef } from 'react';
import { StrikeOut, StruckWords } from '../../../app/StrikeOut.js';
import type { Draft } from './draft.js';
import { MeasuredRule } from './MeasuredRule.js';

interface Props {
  stages: readonly Stage[];
  draft: Draft;
  stored: Examination | undefined;
  saving: boolean;
  /** something is typed that is not saved */
  changed: boolean;
  broughtBack: boolean;
  /** something that is stored is replaced: it is asked why */
  replaces: boolean;
  /** fields that were refused */
  refused: number;
  whyRefusal: string | undefined;
  onRefused: () => void;
  onWhy: (why: string) => void;
  onStartAfresh: () => void;
}

/** How far it has come, the save, and what stands before it: what is unsaved, and why something is corrected. */
export function SavePanel(props: Props) {
  const { stages, draft, stored, saving, changed, broughtBack, replaces } = props;
  const { refused, whyRefusal, onRefused, onWhy, onStartAfresh } = props;
  return (
    <div className="sheet p-4" data-answer="save">
      <MeasuredRule stages={stages} draft={draft} />
      {replaces && <WhyField why={draft.why} refusal={whyRefusal} onWhy={onWhy} />}
      <button type="submit" className="act mt-2 w-full justify-center" disabled={saving}>
        {saving ? 'Saving…' : 'Save the examination'}
      </button>
      <Refused fields={refused} onGo={onRefused} />
      <p className="mt-1 text-[0.85rem] text-faint max-lg:hidden">
        Skip anything: it stays missing. Enter goes on, 1 to 9 pick a state, Ctrl S saves.
      </p>
      {changed && (
        <p className="mt-2 text-[0.95rem]">
          {broughtBack ? 'An unsaved draft was brought back.' : 'Not saved yet.'}{' '}
          <button type="button" className="min-h-[44px] underline print:hidden" onClick={onStartAfresh}>
            Discard changes
          </button>
        </p>
      )}
      {stored && (
        <div className="mt-2 border-t border-rule pt-2">
          <StrikeOut
            kind="examination"
            id={stored.id}
            what={`the examination of ${sayDate(stored.date)}`}
            struck={stored.struck}
            example="such as entered for the wrong instrument"
          />
          <StruckWords strikes={stored.strikes} />
        </div>
      )}
    </div>
  );
}

/** On a narrow screen the save stays under the thumb. */
export function SaveBar({
  changed,
  saving,
  refused,
  onRefused,
}: {
  changed: boolean;
  saving: boolean;
  refused: number;
  onRefused: () => void;
}) {
  return (
    <>
      <div className="sheet fixed inset-x-0 bottom-0 z-10 flex items-center gap-3 border-t-2 px-3 py-2 lg:hidden">
        <div className="min-w-0 flex-1 text-[0.95rem]">
          {refused > 0 ? (
            <Refused fields={refused} onGo={onRefused} />
          ) : (
            <span className={changed ? 'text-ochre' : 'text-faint'}>
              {changed ? 'Not saved yet' : 'Nothing entered yet'}
            </span>
          )}
        </div>
        <button type="submit" className="act" disabled={saving}>
          {saving ? 'Saving…' : 'Save'}
        </button>
      </div>
      <div className="h-[4rem] lg:hidden" aria-hidden="true" />
    </>
  );
}

/** How many fields were refused, and the way to the first of them. */
function Refused({ fields, onGo }: { fields: number; onGo: () => void }) {
  if (fields === 0) return null;
  return (
    <div role="alert">
      <button
        type="button"
        className="mt-1 min-h-[44px] text-left text-[0.95rem] font-bold text-ochre underline"
        onClick={onGo}
      >
        ✕ {fields === 1 ? '1 field was' : `${fields} fields were`} refused. Not saved: go there
      </button>
    </div>
  );
}

function WhyField({
  why,
  refusal,
  onWhy,
}: {
  why: string;
  refusal: string | undefined;
  onWhy: (why: string) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (refusal) field.current?.focus();
  }, [refusal]);
  return (
    <label className="mt-3 block font-bold">
      Why it is corrected
      <input
        ref={field}
        className="field font-normal"
        value={why}
        autoComplete="off"
        aria-invalid={refusal ? true : undefined}
        placeholder="for whoever reads this in twenty years"
        onChange={(event) => onWhy(event.target.value)}
      />
      {refusal && <span className="block text-[0.88rem] font-normal text-ochre">✕ {refusal}</span>}
    </label>
  );
}
