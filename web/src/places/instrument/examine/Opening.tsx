import type { Examination, Instrument, Protocol } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { Link, useSearchParams } from 'react-router';
import { usePhotographs } from '../../../data/hooks.js';
import { Choice } from '../../../fields/Choice.js';
import { ListField } from '../../../fields/ListField.js';

/** Another examination of the instrument, to be read or corrected. */
export function OpenAnother({
  examinations,
  stored,
}: {
  examinations: Examination[];
  stored: Examination | undefined;
}) {
  const [, setParams] = useSearchParams();
  return (
    <ListField
      label="Open"
      inline
      value={stored?.id ?? ''}
      options={[
        { value: '', label: 'a new one' },
        ...[...examinations].reverse().map(({ id, date, protocolName }) => ({
          value: id,
          label: `${sayDate(date)}, ${protocolName.toLowerCase()}`,
        })),
      ]}
      onPick={(chosen) => setParams(chosen ? { examination: chosen } : {})}
      className="w-auto max-w-[15rem]"
    />
  );
}

/** Which protocol it is taken through. */
export function ProtocolChoice({
  protocols,
  chosen,
  onChoose,
}: {
  protocols: Protocol[];
  chosen: Protocol;
  onChoose: (id: string) => void;
}) {
  const offered = protocols.filter(({ id, retired }) => !retired || id === chosen.id);
  return (
    <div className="mb-3">
      <Choice
        label="Protocol"
        value={chosen.id}
        options={offered.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={onChoose}
      />
      <p className="mt-1 text-[0.9rem] text-faint max-sm:hidden">
        {chosen.about}{' '}
        <Link to="/shop/protocols" className="underline">
          Edit protocols
        </Link>
      </p>
    </div>
  );
}

/** A link to an examination that the instrument does not have. */
export function NotHere() {
  return (
    <p role="status" className="mb-2 font-bold text-ochre">
      ▲ The examination that the address names is not one of this instrument. What is entered here is a new
      one.
    </p>
  );
}

/** What was there before anything was touched can be seen only now. */
export function NoPhotographYet({ instrument }: { instrument: Instrument }) {
  const { data } = usePhotographs(instrument.id);
  if (!data || data.length > 0) return null;
  return (
    <p className="mb-2 text-[0.95rem]">
      <span className="font-bold text-ochre">▲ No photograph yet.</span> Take them before anything is touched:{' '}
      <Link to="../photographs" className="underline">
        add photographs
      </Link>
      .
    </p>
  );
}
