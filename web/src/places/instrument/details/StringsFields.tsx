import { NOT_KNOWN } from '@upright-elder/core/construction';
import { parseLength } from '@upright-elder/core/units';
import type { UseFormReturn } from 'react-hook-form';
import { offered, tensionOf, tuningsFor, type ShopStrings } from '../../../data/strings.js';
import { PullTable } from '../../../fields/PullTable.js';
import { CHOOSE, Select, UNKNOWN } from './fields.js';
import { LENGTH_FIELD_UNITS, type InstrumentForm } from './form.js';

/** What it is strung with and tuned to, what it was built for, and what that pulls. */
export function StringsFields({ form, shop }: { form: UseFormReturn<InstrumentForm>; shop: ShopStrings }) {
  const { watch, setValue, formState } = form;
  const [set, tuning, designSet, scale] = watch(['stringSet', 'tuning', 'designStringSet', 'lengths.scale']);
  const { errors } = formState;
  const lines = (all: readonly { id: string; name: string }[]) =>
    all.map(({ id, name }): [string, string] => [id, name]);
  const length = parseLength(scale, LENGTH_FIELD_UNITS.scale);
  const tension = length.ok && length.value > 0 ? tensionOf(shop, { set, tuning }, length.value) : null;
  const chooseSet = (chosen: string): void => {
    const fitting = tuningsFor(shop, chosen);
    if (fitting.length > 0 && !fitting.some(({ id }) => id === form.getValues('tuning')))
      setValue('tuning', fitting[0]!.id, { shouldDirty: true });
  };
  return (
    <>
      <Select
        label="Strings"
        control={form.control}
        name="stringSet"
        onPicked={chooseSet}
        error={errors.stringSet?.message}
        options={[...CHOOSE, ...lines(offered(shop.sets, set)), UNKNOWN]}
      />
      <Select
        label="Strings it was designed for"
        control={form.control}
        name="designStringSet"
        error={errors.designStringSet?.message}
        options={[['', 'not known'], ...lines(offered(shop.sets, designSet))]}
      />
      <Select
        label="Tuning"
        control={form.control}
        name="tuning"
        error={errors.tuning?.message}
        options={lines(offered(tuningsFor(shop, set), tuning))}
      />
      <div className="text-[0.92rem] sm:col-span-2 lg:col-span-4">
        <DesignCaution set={set} designSet={designSet} shop={shop} />
        {tension && <PullTable tension={tension} label="What each string pulls" />}
      </div>
    </>
  );
}

function DesignCaution({ set, designSet, shop }: { set: string; designSet: string; shop: ShopStrings }) {
  if (designSet === '' || designSet === set || set === '' || set === NOT_KNOWN) return null;
  const kindOf = (one: string) => shop.sets.find(({ id }) => id === one)?.kind;
  if (kindOf(set) === 'steel' && kindOf(designSet) === 'nylon')
    return (
      <p role="alert">
        <span className="font-bold text-ochre">▲ Steel strings on an instrument built for nylon or gut</span>{' '}
        pull its bridge off or its top in. Slacken them, look at bridge and top, and string it as it was
        built.
      </p>
    );
  return (
    <p>
      <span className="font-bold text-ochre">▲ Not the strings it was designed for.</span> A much heavier one
      overloads the top, a much lighter one starves it; some choose by ear.
    </p>
  );
}
