import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  TouchSensor,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { ProtocolStage } from '@upright-elder/contract';
import { isQuantity, lineOf, type LineId } from '@upright-elder/core/readings';
import { ArrowDown, ArrowUp, GripVertical, X } from 'lucide-react';
import { linesLeft, moved, placeOf, withoutLine } from './stages.js';
import { ListField } from '../../../fields/ListField.js';

interface Props {
  stages: ProtocolStage[];
  refused: Record<string, string>;
  onChange: (stages: ProtocolStage[]) => void;
}

/** The stages of a protocol and their lines: dragged by mouse, finger or keys, or moved by their arrows. */
export function StagesEditor({ stages, refused, onChange }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 120, tolerance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const line = active.id as LineId;
    const stage = /^stage (\d+)$/u.exec(String(over.id));
    const to = stage ? { stage: Number(stage[1]), at: Infinity } : placeOf(stages, over.id as LineId);
    if (to) onChange(moved(stages, line, to));
  };
  const change = (i: number, part: Partial<ProtocolStage>) =>
    onChange(stages.map((stage, k) => (k === i ? { ...stage, ...part } : stage)));
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      {refused.stages && <p className="text-ochre">✕ {refused.stages}</p>}
      <div className="mt-3 grid items-start gap-4 xl:grid-cols-2">
        {stages.map((stage, i) => (
          <StageBox
            key={i}
            index={i}
            stage={stage}
            stages={stages}
            refusal={refused[`stages.${i}.title`] ?? refused[`stages.${i}.lines`]}
            onTitle={(title) => change(i, { title })}
            onChange={onChange}
            onRemove={() => onChange(stages.filter((_, k) => k !== i))}
          />
        ))}
      </div>
      <button
        type="button"
        className="quiet mt-3"
        onClick={() => onChange([...stages, { title: 'Another stage', lines: [] }])}
      >
        Add a stage
      </button>
    </DndContext>
  );
}

function StageBox({
  index,
  stage,
  stages,
  refusal,
  onTitle,
  onChange,
  onRemove,
}: {
  index: number;
  stage: ProtocolStage;
  stages: ProtocolStage[];
  refusal: string | undefined;
  onTitle: (title: string) => void;
  onChange: (stages: ProtocolStage[]) => void;
  onRemove: () => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `stage ${index}` });
  const left = linesLeft(stages);
  return (
    <section
      ref={setNodeRef}
      className={`border border-rule p-2 ${isOver ? 'bg-verdigris-soft' : 'bg-sunk'}`}
      aria-label={stage.title}
    >
      <div className="flex items-center gap-2">
        <input
          className="field font-serif font-semibold"
          aria-label={`Title of stage ${index + 1}`}
          value={stage.title}
          onChange={(event) => onTitle(event.target.value)}
        />
        {stages.length > 1 && stage.lines.length === 0 && (
          <button type="button" className="quiet" aria-label={`Remove ${stage.title}`} onClick={onRemove}>
            <X size={18} aria-hidden />
          </button>
        )}
      </div>
      {refusal && <p className="text-[0.88rem] text-ochre">✕ {refusal}</p>}
      <SortableContext items={stage.lines} strategy={verticalListSortingStrategy}>
        <ol className="mt-1">
          {stage.lines.map((line, at) => (
            <LineRow
              key={line}
              line={line}
              onUp={at > 0 ? () => onChange(moved(stages, line, { stage: index, at: at - 1 })) : undefined}
              onDown={
                at < stage.lines.length - 1
                  ? () => onChange(moved(stages, line, { stage: index, at: at + 1 }))
                  : undefined
              }
              onOut={() => onChange(withoutLine(stages, line))}
            />
          ))}
        </ol>
      </SortableContext>
      {left.length > 0 && (
        <ListField
          label={`Add to ${stage.title}`}
          hideLabel
          value={''}
          options={[
            { value: '', label: 'Add a line…' },
            ...left.map((line) => ({
              value: line,
              label: `${lineOf(line).name} (${isQuantity(line) ? 'measured' : 'looked at'})`,
            })),
          ]}
          onPick={(chosen) => onChange(moved(stages, chosen as LineId, { stage: index, at: Infinity }))}
        />
      )}
    </section>
  );
}

function LineRow({
  line,
  onUp,
  onDown,
  onOut,
}: {
  line: LineId;
  onUp: (() => void) | undefined;
  onDown: (() => void) | undefined;
  onOut: () => void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({
      id: line,
    });
  const { name, only } = lineOf(line);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex items-center gap-1 border-b border-rule bg-sheet pr-1 ${isDragging ? 'relative z-10 shadow-lg' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        className="flex h-[44px] w-[44px] cursor-grab touch-none items-center justify-center text-faint"
        aria-label={`Drag ${name}`}
      >
        <GripVertical size={18} aria-hidden />
      </button>
      <span className="min-w-0 flex-1 text-[0.95rem]">
        {name}
        {only && <span className="text-faint"> ({only === 'archtop' ? 'archtops' : 'flat tops'})</span>}
      </span>
      <Small label={`${name} up`} onClick={onUp}>
        <ArrowUp size={16} aria-hidden />
      </Small>
      <Small label={`${name} down`} onClick={onDown}>
        <ArrowDown size={16} aria-hidden />
      </Small>
      <Small label={`Take ${name} out`} onClick={onOut}>
        <X size={16} aria-hidden />
      </Small>
    </li>
  );
}

function Small({
  label,
  onClick,
  children,
}: {
  label: string;
  onClick: (() => void) | undefined;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={!onClick}
      onClick={onClick}
      className="flex h-[44px] w-[44px] items-center justify-center disabled:opacity-30"
    >
      {children}
    </button>
  );
}
