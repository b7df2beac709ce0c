import type { Instrument, InstrumentLength, Room } from '@upright-elder/contract';
import { IDENTITY_PARTS, INSTRUMENT_AMOUNTS, INSTRUMENT_LENGTHS, RODS } from '@upright-elder/contract/lists';
import { BUILD_PARTS, buildPartsOf, NOT_KNOWN, USUAL_LENGTHS } from '@upright-elder/core/construction';
import { INSTRUMENT_TYPES } from '@upright-elder/core/instrument';
import type { StringKind } from '@upright-elder/core/strings';
import {
  actionWanted,
  PLAYING_STYLES,
  RELIEF_SCHOOL_IDS,
  RELIEF_SCHOOLS,
  type PlayingStyle,
} from '@upright-elder/core/targets';
import { printLength, sayAction } from '@upright-elder/core/units';
import { SPECIES, SPECIES_IDS } from '@upright-elder/core/wood';
import { ToggleGroup } from 'radix-ui';
import { Fragment, useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { toast } from 'sonner';
import { WhatStoodBefore } from '../../../app/WhatStoodBefore.js';
import { LeaveGuard, WhyAsked } from '../../../app/FormFoot.js';
import { MergeDialog } from '../../../app/MergeDialog.js';
import { StrikeOut, StruckWords } from '../../../app/StrikeOut.js';
import { ProblemError, send, Unreachable } from '../../../data/api.js';
import { useOwners, useRefresh, useShop } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import type { ShopStrings } from '../../../data/strings.js';
import { refusals } from '../../../data/save.js';
import { useUndoable } from '../../../data/undo.js';
import { LengthField } from '../../../fields/LengthField.js';
import { MoneyField } from '../../../fields/MoneyField.js';
import {
  AMOUNT_NAMES,
  COLUMN_NAMES,
  COLUMN_WORDS,
  formDifferences,
  formOf,
  inputOf,
  LENGTH_FIELD_UNITS,
  LENGTH_NAMES,
  mergedForm,
  type InstrumentForm,
} from './form.js';
import { CHOOSE, Section, Select, Text, UNKNOWN } from './fields.js';
import { StorageFields } from './StorageFields.js';
import { StringsFields } from './StringsFields.js';
import { useFormDraft } from './useFormDraft.js';
import { Tick } from '../../../fields/Tick.js';
import { Fold } from '../../../fields/Fold.js';

const TYPE_NAMES = { 'flat-top': 'flat top', archtop: 'archtop' };
const ROD_NAMES = { adjustable: 'adjustable', none: 'none', unknown: 'not known' };

/** The facts of an instrument: taken at intake, mended at any time. */
export function InstrumentFormView({
  id,
  draftKey,
  initial,
  rooms,
  shop,
  instrument,
  onSaved,
}: {
  id: string;
  /** name of its draft in this browser */
  draftKey: string;
  initial: InstrumentForm;
  /** as it is stored; none where it is new */
  instrument?: Instrument;
  /** all rooms: the form is shown once they are known, or a chosen one would have no line to stand on */
  rooms: Room[];
  shop: ShopStrings;
  onSaved: (saved: Instrument) => void;
}) {
  const form = useForm<InstrumentForm>({ defaultValues: initial });
  const { register, control, handleSubmit, watch, setError, clearErrors, formState } = form;
  const personId = usePersonId();
  const refresh = useRefresh();
  const undoable = useUndoable();
  const { data: settings } = useShop();
  const { data: owners = [] } = useOwners();
  const [type, style, set, design, build] = watch([
    'type',
    'playingStyle',
    'stringSet',
    'designStringSet',
    'build',
  ]);
  const strung = shop.sets.find(({ id: one }) => one === (set === NOT_KNOWN ? design : set));
  const stringKind: StringKind = strung?.kind ?? (build.bridge === 'tied' ? 'nylon' : 'steel');
  const wanted = actionWanted(
    { type, stringKind, pairedStrings: strung?.paired ?? build.strings === 'twelve' },
    styleOf(style),
  );
  const errors = formState.errors;

  const [theirs, setTheirs] = useState<InstrumentForm | null>(null);
  /** asked for once a save changes what every reading of the past is read by */
  const [why, setWhy] = useState<{ value: string; refusal: string } | null>(null);
  const draft = useFormDraft(form, draftKey, initial);

  const save = handleSubmit(async (values) => {
    if (!personId) {
      toast.error('Pick who is at the bench first; people are added in the shop.');
      return;
    }
    try {
      const saved = await send<Instrument>('PUT', `instruments/${id}`, {
        ...inputOf(values, personId),
        ...(why ? { why: why.value } : {}),
      });
      setWhy(null);
      const said = `${saved.nickname} is saved.`;
      if (instrument)
        undoable(said, () =>
          send('PUT', `instruments/${id}`, {
            ...inputOf(formOf(instrument), personId),
            version: saved.version,
          }),
        );
      else toast.success(said);
      draft.drop();
      await refresh();
      onSaved(saved);
    } catch (error) {
      if (error instanceof ProblemError && error.problem.status === 409) {
        setTheirs(formOf(error.problem.current as Instrument));
        return;
      }
      if (error instanceof Unreachable) {
        toast.error(error.message, { duration: 10000 });
        return;
      }
      const { why: asked, ...wrong } = refusals(error);
      if (asked) setWhy({ value: why?.value ?? '', refusal: asked });
      for (const [field, message] of Object.entries(wrong)) {
        const among = (names: readonly string[]) => names.includes(field);
        const path = among(INSTRUMENT_LENGTHS)
          ? `lengths.${field}`
          : among(INSTRUMENT_AMOUNTS)
            ? `amounts.${field}`
            : field;
        setError(path as keyof InstrumentForm, { message });
      }
    }
  });

  const length = (name: InstrumentLength, hint?: string) => (
    <Controller
      control={control}
      name={`lengths.${name}`}
      render={({ field }) => (
        <LengthField
          label={LENGTH_NAMES[name]}
          unit={LENGTH_FIELD_UNITS[name]}
          value={field.value}
          hint={hint}
          usual={USUAL_LENGTHS[name]}
          refusal={errors.lengths?.[name]?.message}
          onChange={(text) => {
            clearErrors(`lengths.${name}`);
            field.onChange(text);
          }}
        />
      )}
    />
  );

  return (
    <form onSubmit={(event) => void save(event)} noValidate className="sheet max-w-[62rem] p-5">
      <Section title="Name and owner">
        <Text
          label="Name"
          field={register('nickname', { required: 'an instrument needs a name to be found by' })}
          error={errors.nickname?.message}
        />
        <Text label="Maker" field={register('maker')} />
        <Text label="Owner" field={register('owner')} />
        <Text label="Serial, year, label" field={register('identity')} />
        <div className="sm:col-span-2 lg:col-span-4">
          <div className="text-[0.9rem] font-bold" aria-hidden="true">
            Parts you doubt are original
          </div>
          <Controller
            control={control}
            name="doubtful"
            render={({ field }) => (
              <ToggleGroup.Root
                type="multiple"
                aria-label="Parts you doubt are original"
                className="flex flex-wrap gap-1"
                value={field.value}
                onValueChange={(parts) => field.onChange(parts)}
              >
                {IDENTITY_PARTS.map((part) => (
                  <ToggleGroup.Item
                    key={part}
                    value={part}
                    className="min-h-[44px] rounded-[3px] border border-faint px-3 data-[state=on]:border-2 data-[state=on]:border-ochre data-[state=on]:bg-ochre-soft data-[state=on]:font-bold"
                  >
                    {part}
                  </ToggleGroup.Item>
                ))}
              </ToggleGroup.Root>
            )}
          />
        </div>
      </Section>
      <label className="mb-3 block font-bold">
        What the owner complains of
        <textarea className="field min-h-[4rem] font-normal" {...register('complaint')} />
      </label>
      <Section title="What it is">
        <Select
          label="Type"
          control={control}
          name="type"
          options={INSTRUMENT_TYPES.map((value) => [value, TYPE_NAMES[value]])}
        />
        {length('scale', 'for example 645, 25.4 in, 25½ in')}
        <Text
          label="Body joint at fret"
          field={register('bodyJoin')}
          inputMode="numeric"
          error={errors.bodyJoin?.message}
        />
        <Select
          label="Truss rod"
          control={control}
          name="rod"
          options={RODS.map((value) => [value, ROD_NAMES[value]])}
        />
        <Select
          label="Top wood"
          control={control}
          name="topSpecies"
          error={errors.topSpecies?.message}
          options={[
            ...CHOOSE,
            ...SPECIES_IDS.map((value): [string, string] => [value, SPECIES[value].name]),
            UNKNOWN,
          ]}
        />
        <Controller
          control={control}
          name="laminatedTop"
          render={({ field }) => (
            <Tick
              label="Laminated top"
              checked={field.value}
              onChange={field.onChange}
              className="self-center"
            />
          )}
        />
        {length('heelDepth')}
        {length('heelWidth')}
        {length('extension')}
        {type === 'archtop' && (
          <>
            {length('bodyLength')}
            {length('bodyWidth')}
            {length('archHeight')}
          </>
        )}
        <div className="sm:col-span-2">
          <Text label="Anything else about its build" field={register('construction')} />
        </div>
      </Section>
      <Fold className="mb-3" summaryClass="font-serif text-[1.3rem] font-semibold" summary="How it is built">
        <p className="text-[0.95rem] text-faint">
          Leave blank what you do not know: nothing is guessed. Map, top and forecasts use what you enter.
        </p>
        <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2 lg:grid-cols-4">
          {buildPartsOf(type).map((part) => (
            <Select
              key={part}
              label={BUILD_PARTS[part].name}
              control={control}
              name={`build.${part}`}
              options={[['', 'not known'], ...Object.entries(BUILD_PARTS[part].ways)]}
            />
          ))}
          {BUILT_LENGTHS.map((name) => (
            <Fragment key={name}>{length(name, BUILT_HINTS[name])}</Fragment>
          ))}
        </div>
      </Fold>
      <Section title="How it is played, where it lives">
        <Select
          label="Playing style"
          control={control}
          name="playingStyle"
          error={errors.playingStyle?.message}
          options={[
            ...CHOOSE,
            ...stylesFor(stringKind, style).map((value): [string, string] => [value, value]),
            UNKNOWN,
          ]}
        />
        <StringsFields form={form} shop={shop} />
        <Select
          label="Room it is in now"
          control={control}
          name="homeRoomId"
          options={[
            ['', 'not known yet'],
            ...rooms
              .filter((room) => !room.struck || room.id === initial.homeRoomId)
              .map(({ id: room, name }): [string, string] => [room, name]),
          ]}
        />
        <StorageFields form={form} rooms={rooms} storedRoom={initial.keptRoomId} />
        {length('targetBass', `empty: ${sayAction(wanted.bass)} for these strings and this style`)}
        {length('targetTreble', `empty: ${sayAction(wanted.treble)} for these strings and this style`)}
        <Select
          label="Relief wanted"
          control={control}
          name="reliefSchool"
          options={RELIEF_SCHOOL_IDS.map((value) => [
            value,
            `${RELIEF_SCHOOLS[value].name}, ${sayRelief(RELIEF_SCHOOLS[value].relief[stringKind], stringKind)}`,
          ])}
        />
      </Section>
      <Section title="What it is worth">
        {INSTRUMENT_AMOUNTS.map((name) => (
          <Controller
            key={name}
            control={control}
            name={`amounts.${name}`}
            render={({ field }) => (
              <MoneyField
                label={AMOUNT_NAMES[name]}
                currency={settings?.currency ?? ''}
                value={field.value}
                refusal={errors.amounts?.[name]?.message}
                onChange={(text) => {
                  clearErrors(`amounts.${name}`);
                  field.onChange(text);
                }}
              />
            )}
          />
        ))}
      </Section>
      {why && <WhyAsked {...why} change={(value) => setWhy({ ...why, value })} />}
      <div className="mt-4 flex flex-wrap gap-3">
        <button type="submit" className="act" disabled={formState.isSubmitting}>
          Save the instrument
        </button>
        {instrument && (
          <StrikeOut
            kind="instrument"
            id={id}
            what={instrument.nickname}
            struck={instrument.struck}
            label="Put in the archive"
            example="such as gone back to its owner, or a practice guitar"
          />
        )}
      </div>
      {instrument?.struck && <StruckWords strikes={instrument.strikes} />}
      {(draft.broughtBack || draft.dirty) && (
        <p className="mt-2 text-[0.95rem]">
          {draft.broughtBack ? 'Your unsaved typing is back. It is not saved yet.' : 'Not saved yet.'}{' '}
          <button type="button" className="min-h-[44px] underline print:hidden" onClick={draft.startAfresh}>
            Discard changes
          </button>
        </p>
      )}
      {instrument && (
        <WhatStoodBefore
          table="instrument"
          id={id}
          names={COLUMN_NAMES}
          say={{
            ...COLUMN_WORDS,
            ownerId: (of) => owners.find(({ id: one }) => one === of)?.name ?? 'none',
          }}
        />
      )}
      <LeaveGuard dirty={draft.dirty && !formState.isSubmitting} what="instrument" />
      {theirs && (
        <MergeDialog
          what="instrument"
          differences={formDifferences(theirs, form.getValues())}
          onClose={() => setTheirs(null)}
          onChosen={(chosen) => {
            form.reset(mergedForm(theirs, form.getValues(), chosen));
            setTheirs(null);
            void save();
          }}
        />
      )}
    </form>
  );
}

/** Flamenco is offered where the strings are of nylon or gut, and where it is chosen. */
const stylesFor = (kind: StringKind, chosen: string): PlayingStyle[] =>
  PLAYING_STYLES.filter((style) => style !== 'flamenco' || kind === 'nylon' || chosen === style);
const styleOf = (style: InstrumentForm['playingStyle']): PlayingStyle =>
  style === '' || style === NOT_KNOWN ? 'medium' : style;

const BUILT_HINTS: Partial<Record<InstrumentLength, string>> = {
  domeRadius: 'for example 9 m, 28 ft',
  stringHeight: 'over the top',
  stringHeightBefore: 'over the top, towards the hole',
};

/** Under nylon relief is said in millimetres, under steel in thousandths of an inch. */
const sayRelief = (relief: number, kind: StringKind): string =>
  kind === 'nylon' ? printLength(relief, 'mm', 2) : printLength(relief, 'thou', 0);

/** Lengths of how it is built. */
const BUILT_LENGTHS = [
  'topThickness',
  'domeRadius',
  'stringHeight',
  'stringHeightBefore',
  'builtBridge',
  'nutWidth',
  'stringSpread',
] as const;
