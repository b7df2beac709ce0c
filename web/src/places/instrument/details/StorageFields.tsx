import type { Room } from '@upright-elder/contract';
import { parseStorageEnd } from '@upright-elder/core/instrument';
import { Controller, type UseFormReturn } from 'react-hook-form';
import { TypedField } from '../../../fields/TypedField.js';
import { understoodPercent } from '../../../fields/understood.js';
import { Select } from './fields.js';
import type { InstrumentForm } from './form.js';

interface Props {
  form: UseFormReturn<InstrumentForm>;
  rooms: readonly Room[];
  /** the room that is stored, offered though it may be struck */
  storedRoom: string;
}

/** Where its owner will keep it: season is counted from there. */
export function StorageFields({ form, rooms, storedRoom }: Props) {
  const { watch, control, clearErrors, formState } = form;
  const inRoom = watch('keptRoomId') !== '';
  return (
    <>
      <Select
        label="Room it will live in"
        control={form.control}
        name="keptRoomId"
        error={formState.errors.keptRoomId?.message}
        options={[
          ['', 'no room that is followed'],
          ...rooms
            .filter(({ id, struck }) => !struck || id === storedRoom)
            .map(({ id, name }): [string, string] => [id, name]),
        ]}
      />
      {!inRoom &&
        (['keptFrom', 'keptTo'] as const).map((name) => (
          <Controller
            key={name}
            control={control}
            name={name}
            render={({ field }) => (
              <TypedField
                label={name === 'keptFrom' ? 'It will live at, driest' : 'It will live at, dampest'}
                unit="% RH"
                value={field.value}
                parse={parseStorageEnd}
                understood={understoodPercent}
                refusal={formState.errors[name]?.message}
                onChange={(text) => {
                  clearErrors(name);
                  field.onChange(text);
                }}
              />
            )}
          />
        ))}
    </>
  );
}
