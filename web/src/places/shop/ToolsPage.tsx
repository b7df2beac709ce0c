import type { Shop, Tool, ToolInput } from '@upright-elder/contract';
import {
  QUANTITIES,
  measuredToday,
  type Dimension,
  type QuantityId,
  type ReadingUnit,
} from '@upright-elder/core/readings';
import { printAngle, printCents, printLength } from '@upright-elder/core/units';
import { useState } from 'react';
import { Fetching } from '../../app/Fetching.js';
import { WhatStoodBefore } from '../../app/WhatStoodBefore.js';
import { FormFoot } from '../../app/FormFoot.js';
import { send } from '../../data/api.js';
import { useShop, useTools } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { useVersionedForm } from '../../data/useVersionedForm.js';
import { useShopForm } from './useShopForm.js';
import { ListField } from '../../fields/ListField.js';
import { Tick } from '../../fields/Tick.js';
import { SortedTable } from '../../fields/SortedTable.js';

const READS: Record<Dimension, string> = { length: 'lengths', angle: 'angles', cents: 'cents' };
const UNITS: Record<Dimension, ReadingUnit> = { length: 'mm', angle: '°', cents: 'cents' };
const SAY: Record<Dimension, (value: number) => string> = {
  length: (value) => printLength(value, 'mm', 3),
  angle: (value) => printAngle(value, '°'),
  cents: printCents,
};

/** Tools of the shop: how finely they read, how well they repeat, and what each quantity is usually read with. */
export function ToolsPage() {
  const tools = useTools();
  const shop = useShop();
  return (
    <Fetching of={tools}>
      {(all) => (
        <Fetching of={shop}>
          {(settings) => (
            <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 xl:grid-cols-[minmax(0,1fr)_24rem]">
              <ToolList tools={all} />
              <UsualTools tools={all} shop={settings} />
            </div>
          )}
        </Fetching>
      )}
    </Fetching>
  );
}

function ToolList({ tools }: { tools: Tool[] }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section className="sheet min-w-0 p-5">
      <h2 className="text-[1.3rem]">Tools and their errors</h2>
      <p className="text-[0.92rem] text-faint">
        A change smaller than the tool can see is not a change. Repeats of a reading teach how well the hand
        repeats with it.
      </p>
      <SortedTable
        name="Table of tools"
        rows={tools}
        keyOf={({ id }) => id}
        columns={[
          {
            id: 'tool',
            head: 'Tool',
            by: ({ name }) => name.toLowerCase(),
            cell: ({ name, retired }) => (
              <>
                {name}
                {retired && <span className="text-faint"> (hidden)</span>}
              </>
            ),
          },
          {
            id: 'scale',
            head: 'Scale reads to',
            by: ({ resolutionValue }) => resolutionValue,
            cell: ({ dimension, resolutionValue }) => SAY[dimension](resolutionValue),
          },
          {
            id: 'repeats',
            head: 'Repeats within',
            by: ({ repeatabilityValue }) => repeatabilityValue,
            className: 'font-bold',
            cell: ({ dimension, repeatabilityValue }) => SAY[dimension](repeatabilityValue),
          },
          {
            id: 'learned',
            head: 'Learned from',
            by: ({ repeats }) => repeats,
            className: 'text-faint',
            cell: ({ repeats, dimension, believedValue }) =>
              repeats === 0
                ? 'standard value; no repeats yet'
                : `${repeats} repeats; believed ${SAY[dimension](believedValue)}`,
          },
          {
            id: 'change',
            head: 'Change',
            aside: true,
            className: 'text-right',
            cell: ({ id, name }) => (
              <button
                type="button"
                className="quiet"
                aria-expanded={open === id}
                aria-label={`Change ${name}`}
                onClick={() => setOpen(open === id ? null : id)}
              >
                Change
              </button>
            ),
          },
        ]}
      />
      {tools
        .filter(({ id }) => id === open)
        .map((tool) => (
          <ToolForm key={tool.id} id={tool.id} tool={tool} onSaved={() => setOpen(null)} />
        ))}
      {open === null && <AddTool />}
    </section>
  );
}

function AddTool() {
  const [id, setId] = useState<string | null>(null);
  if (id) return <ToolForm key={id} id={id} onSaved={() => setId(null)} />;
  return (
    <button type="button" className="quiet mt-3" onClick={() => setId(newId())}>
      Add a tool
    </button>
  );
}

const NEW: ToolInput = {
  version: 0,
  name: '',
  dimension: 'length',
  resolution: '',
  repeatability: '',
  unit: 'mm',
  retired: false,
};

const TOOL_NAMES = {
  name: 'Name',
  dimension: 'Reads',
  resolution: 'Scale reads to',
  repeatability: 'Repeats within',
  retired: 'Hidden',
};

function ToolForm({ id, tool, onSaved }: { id: string; tool?: Tool; onSaved: () => void }) {
  const form = useVersionedForm<ToolInput>({
    draftKey: tool ? `tool ${id}` : 'new tool',
    stored: tool ? inputOf(tool) : NEW,
    names: TOOL_NAMES,
    send: (input, said) => send<Tool>('PUT', `tools/${id}`, { ...input, ...said }),
    read: (current) => inputOf(current as Tool),
    saved: ({ name }) => `${name} is saved.`,
    onSaved,
  });
  const { value: input, change, refused } = form;
  const text = (field: 'name' | 'resolution' | 'repeatability', label: string, placeholder: string) => (
    <label className="text-[0.9rem] font-bold">
      {label}
      <input
        className="field font-normal"
        autoComplete="off"
        placeholder={placeholder}
        value={input[field]}
        aria-invalid={refused[field] ? true : undefined}
        onChange={(event) => change({ [field]: event.target.value })}
      />
      {refused[field] && <span className="block font-normal text-ochre">✕ {refused[field]}</span>}
    </label>
  );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
      className="mt-3 border-t-2 border-rule pt-3"
      noValidate
    >
      <h3 className="text-[1.1rem]">{tool ? `Change ${tool.name}` : 'A new tool'}</h3>
      <div className="mt-1 grid gap-x-4 gap-y-2 sm:grid-cols-2">
        {text('name', 'Name', 'such as long feeler set')}
        <ListField
          label="Reads"
          value={input.dimension}
          options={(Object.keys(READS) as Dimension[]).map((dimension) => ({
            value: dimension,
            label: READS[dimension],
          }))}
          onPick={(chosen) => {
            const dimension = chosen;
            change({ dimension, unit: UNITS[dimension] });
          }}
          disabled={tool !== undefined}
        />
        {text('resolution', 'Scale reads to', 'such as 0.02 mm, 1/64, 0.1°')}
        {text('repeatability', 'Repeats within (standard deviation)', 'such as 0.03 mm')}
      </div>
      <Tick
        label="Hidden: no longer offered, its readings stay"
        checked={input.retired}
        onChange={(checked) => change({ retired: checked })}
        className="mt-2"
      />
      <div className="mt-1 flex gap-2">
        <button type="submit" className="act">
          Save the tool
        </button>
        <button type="button" className="quiet" onClick={onSaved}>
          Leave it
        </button>
      </div>
      {refused.dimension && <p className="text-ochre">✕ {refused.dimension}</p>}
      {tool && <WhatStoodBefore table="tool" id={id} names={TOOL_NAMES} />}
      <FormFoot what="tool" form={form} />
    </form>
  );
}

function inputOf({ version, name, dimension, resolution, repeatability, unit, retired }: Tool): ToolInput {
  return { version, name, dimension, resolution, repeatability, unit, retired };
}

function UsualTools({ tools, shop }: { tools: Tool[]; shop: Shop }) {
  const form = useShopForm(shop, {
    draftKey: 'usual tools',
    names: { tools: 'Usual tools' },
    saved: 'The usual tools are saved.',
  });
  const usual = form.value.tools;
  const choose = (quantity: QuantityId, tool: string) => {
    const { [quantity]: _former, ...others } = usual;
    form.change({ tools: tool === QUANTITIES[quantity].tool ? others : { ...others, [quantity]: tool } });
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
      className="sheet p-5"
    >
      <h2 className="text-[1.3rem]">Usually read with</h2>
      <div
        className="paper-columns mt-1 max-h-[26rem] overflow-y-auto pr-1"
        tabIndex={0}
        role="region"
        aria-label="Usual tools"
      >
        {measuredToday().map((quantity) => (
          <ListField
            key={quantity}
            label={QUANTITIES[quantity].name}
            value={usual[quantity] ?? QUANTITIES[quantity].tool}
            options={tools
              .filter(({ dimension, retired }) => dimension === QUANTITIES[quantity].dimension && !retired)
              .map(({ id, name }) => ({ value: id, label: name }))}
            onPick={(chosen) => choose(quantity, chosen)}
          />
        ))}
      </div>
      <button type="submit" className="act mt-3" disabled={form.saving}>
        Save the usual tools
      </button>
      {Object.entries(form.refused).map(([field, words]) => (
        <p key={field} className="text-ochre">
          ✕ {words}
        </p>
      ))}
      <FormFoot what="list of usual tools" form={form} />
    </form>
  );
}
