import type { Instrument, BodyPlanAnswer } from '@upright-elder/contract';
import { bodyPlanInputOf } from '@upright-elder/contract/lists';
import {
  BODY_SHAPE_IDS,
  BODY_SHAPES,
  BRACING_IDS,
  BRACINGS,
  faultsOf,
  halfWidthOf,
  bodyPlanFrom,
  usualOutline,
  usualSides,
  WIDTH_STATIONS,
  type BodyShapeId,
  type BracingId,
  type Outline,
} from '@upright-elder/core/body-plan';
import { parseLength } from '@upright-elder/core/units';
import { useMemo, useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { BodyPlanDrawing } from '../../../drawings/plan/BodyPlanDrawing.js';
import { LengthField, useFieldUnit } from '../../../fields/LengthField.js';
import { sayLength } from '@upright-elder/core/wording';
import { metresOf } from './mapDocument.js';
import { ListField } from '../../../fields/ListField.js';

/** The layout that an instrument is offered first: its own bracing where that was entered. */
function bracingOf({ type, build = {} }: Instrument): BracingId {
  const archtop = type === 'archtop';
  if (build.bracing === 'x') return archtop ? 'x-archtop' : 'x';
  if (build.bracing === 'ladder' || build.bracing === 'fan' || build.bracing === 'parallel')
    return build.bracing;
  return archtop ? 'parallel' : 'x';
}

/** The first drawing of an instrument: a body shape, its length, six widths, and a bracing to be corrected later. */
export function SetUpBodyPlan({ instrument }: { instrument: Instrument }) {
  const archtop = instrument.type === 'archtop';
  const [shape, setShape] = useState<BodyShapeId>(archtop ? 'archtop' : 'auditorium');
  const [bracing, setBracing] = useState<BracingId>(bracingOf(instrument));
  const unit = useFieldUnit('mm');
  const [length, setLength] = useState(instrument.bodyLength?.text ?? '');
  const [widths, setWidths] = useState<Record<string, string>>({});
  const personId = usePersonId();
  const refresh = useRefresh();
  const outline = useMemo(() => outlineOf(shape, length, widths), [shape, length, widths]);
  const [sides, setSides] = useState({ tail: '', neck: '' });
  const plan = useMemo(() => {
    const drawn = bodyPlanFrom(outline, bracing);
    const deep = (end: 'tail' | 'neck') => metresOf(sides[end]) ?? drawn.sides[end];
    return { ...drawn, sides: { tail: deep('tail'), neck: deep('neck') } };
  }, [outline, bracing, sides]);
  const faults = useMemo(() => faultsOf(plan), [plan]);
  const usual = halfWidthOf({ ...outline, widths: [] });

  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    try {
      await send<BodyPlanAnswer>(
        'PUT',
        `instruments/${instrument.id}/body-plan`,
        bodyPlanInputOf(plan, 0, personId),
      );
      toast.success('The plan is drawn.');
      await refresh();
    } catch (error) {
      refusals(error);
    }
  };

  return (
    <form
      onSubmit={(event) => void save(event)}
      noValidate
      className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_26rem]"
    >
      <section className="sheet p-4" aria-label="The first drawing">
        <h2 className="text-[1.4rem]">Draw its top</h2>
        <p className="text-[0.95rem] text-faint">
          Begin with the nearest shape and measure it across; every part can be corrected afterwards. What is
          left empty keeps the shape’s own.
        </p>
        <div className="mt-2 grid gap-x-4 gap-y-1 sm:grid-cols-2">
          <ListField
            label="Body shape"
            value={shape}
            options={BODY_SHAPE_IDS.map((id) => ({ value: id, label: BODY_SHAPES[id].name }))}
            onPick={(chosen) => setShape(chosen)}
          />
          <ListField
            label="Bracing"
            value={bracing}
            options={BRACING_IDS.map((id) => ({ value: id, label: BRACINGS[id] }))}
            onPick={(chosen) => setBracing(chosen)}
          />
          <LengthField
            label="Body length"
            unit="mm"
            value={length}
            hint={`usually ${sayLength(BODY_SHAPES[shape].length, unit)}`}
            onChange={setLength}
          />
          {WIDTH_STATIONS.map(({ id, name, at }) => (
            <LengthField
              key={id}
              label={`Width ${name}`}
              unit="mm"
              value={widths[id] ?? ''}
              hint={`${sayLength(at * outline.length, unit)} from the tail; the shape has ${sayLength(2 * usual(at * outline.length), unit)}`}
              onChange={(text) => setWidths({ ...widths, [id]: text })}
            />
          ))}
          {(['tail', 'neck'] as const).map((end) => (
            <LengthField
              key={end}
              label={`Sides, deep at the ${end}`}
              unit="mm"
              value={sides[end]}
              hint={`usually ${sayLength(usualSides(shape)[end], unit)}`}
              onChange={(text) => setSides({ ...sides, [end]: text })}
            />
          ))}
        </div>
        {faults.map(({ part, reason, accepted }) => (
          <p key={`${part} ${reason}`} className="mt-2 text-ochre">
            ✕ {part}: {reason}. Accepted: {accepted}.
          </p>
        ))}
        <button type="submit" className="act mt-3" disabled={faults.length > 0}>
          Save the drawing
        </button>
      </section>
      <section className="sheet h-[36rem] p-3" aria-label="Preview">
        {faults.length === 0 && (
          <BodyPlanDrawing
            plan={plan}
            face="top inside"
            neck={{ scale: instrument.scale.metres, bodyJoin: instrument.bodyJoin }}
            marks={[]}
            label={`The top from inside: ${BODY_SHAPES[shape].name}, ${BRACINGS[bracing]}`}
          />
        )}
      </section>
    </form>
  );
}

function outlineOf(shape: BodyShapeId, length: string, widths: Record<string, string>): Outline {
  const usual = usualOutline(shape);
  const measured = metresOf(length) ?? usual.length;
  return {
    shape,
    length: measured,
    widths: WIDTH_STATIONS.flatMap(({ id, at }) => {
      const result = parseLength(widths[id] ?? '', 'mm');
      return result.ok ? [{ at: at * measured, width: result.value }] : [];
    }),
  };
}
