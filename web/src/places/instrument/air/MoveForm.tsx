import type { Room } from '@upright-elder/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { DayField } from '../../../fields/DayField.js';
import { ListField } from '../../../fields/ListField.js';
import { Tick } from '../../../fields/Tick.js';

type Stays = 'for good' | 'until' | 'not back yet';

interface Props {
  instrumentId: string;
  rooms: readonly Room[];
  today: string;
  /** what it begins with, such as the days that were asked about */
  start?: { from?: string; until?: string };
  onSaved?: () => void;
}

/** Where it was taken, on the day on which it was: also years later, for a while, or every year. */
export function MoveForm({ instrumentId, rooms, today, start = {}, onSaved }: Props) {
  const personId = usePersonId();
  const refresh = useRefresh();
  const [room, setRoom] = useState('');
  const [from, setFrom] = useState(start.from ?? '');
  const [stays, setStays] = useState<Stays>(start.until ? 'until' : 'for good');
  const [until, setUntil] = useState(start.until ?? '');
  const [yearly, setYearly] = useState(false);
  const [refused, setRefused] = useState<Record<string, string>>({});
  const save = async () => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    const moved = {
      to: room === '' ? null : room,
      ...(stays === 'until' ? { until } : stays === 'not back yet' ? { until: null } : {}),
      ...(stays === 'until' && yearly ? { yearly } : {}),
    };
    try {
      await send('PUT', `interventions/${newId()}`, {
        version: 0,
        instrumentId,
        by: personId,
        date: from,
        time: null,
        follows: null,
        kinds: ['room'],
        treatments: [],
        note: '',
        moved,
      });
      toast.success('Saved; its years are being worked out again.');
      setRefused({});
      setFrom('');
      setUntil('');
      setYearly(false);
      setStays('for good');
      await refresh();
      onSaved?.();
    } catch (error) {
      setRefused(refusals(error));
    }
  };
  return (
    <form
      className="mt-2 grid gap-x-4 gap-y-2 border-l-4 border-verdigris pl-3 sm:grid-cols-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        event.stopPropagation();
        void save();
      }}
    >
      <ListField
        label="It was in"
        value={room}
        options={[
          { value: '', label: 'a place without a log, such as its owner’s home' },
          ...rooms.filter(({ struck }) => !struck).map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onPick={setRoom}
        refusal={refused['moved.to']}
      />
      <DayField
        label="From, or roughly when"
        roughly
        value={from}
        onChange={setFrom}
        max={today}
        {...(refused.date ? { refusal: refused.date } : {})}
      />
      <ListField
        label="For how long"
        value={stays}
        options={[
          { value: 'for good', label: 'for good' },
          { value: 'until', label: 'until a day' },
          { value: 'not back yet', label: 'it is not back yet' },
        ]}
        onPick={setStays}
      />
      {stays === 'until' && (
        <div>
          <DayField
            label="Until"
            value={until}
            onChange={setUntil}
            {...(refused['moved.until'] ? { refusal: refused['moved.until'] } : {})}
          />
          <Tick checked={yearly} onChange={setYearly} label="the same days every year since" />
        </div>
      )}
      <div className="sm:col-span-2">
        <button type="submit" className="act" disabled={from === ''}>
          Write it down
        </button>
      </div>
    </form>
  );
}
