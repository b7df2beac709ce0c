import { WhyAsked } from '../../../app/FormFoot.js';
import type { MarkKind } from '@upright-elder/core/body-plan';
import { Redo2, Undo2 } from 'lucide-react';
import { Typed } from './Board.js';
import type { CrossHair } from './useCrossHair.js';
import type { MapOnBoard } from './useMapDocument.js';
import { ListField } from '../../../fields/ListField.js';

interface Props {
  map: MapOnBoard;
  hair: CrossHair;
  kind: MarkKind;
  kinds: readonly MarkKind[];
  onKind: (kind: MarkKind) => void;
  onBegin: () => void;
  onDone: () => void;
}

/** What is done on the board: a mark begun and done, undo, redo, save. */
export function Tools({ map, hair, kind, kinds, onKind, onBegin, onDone }: Props) {
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {hair.drawing ? (
          <>
            <button type="button" className="act" onClick={onDone}>
              Done, {hair.points.length} points
            </button>
            <Typed hair={hair} />
          </>
        ) : (
          <>
            <button type="button" className="act" onClick={onBegin}>
              Mark
            </button>
            <ListField
              label="What is marked"
              hideLabel
              value={kind}
              options={kinds.map((one) => ({
                value: one,
                label: one === 'separation' ? 'loose brace' : one,
              }))}
              onPick={(chosen) => onKind(chosen)}
              className="w-auto"
            />
          </>
        )}
        <span className="ml-auto flex gap-1">
          <button
            type="button"
            className="quiet"
            aria-label="Undo"
            disabled={!map.canUndo}
            onClick={map.undo}
          >
            <Undo2 size={20} aria-hidden />
          </button>
          <button
            type="button"
            className="quiet"
            aria-label="Redo"
            disabled={!map.canRedo}
            onClick={map.redo}
          >
            <Redo2 size={20} aria-hidden />
          </button>
          <button type="button" className="act" disabled={!map.dirty} onClick={() => void map.save()}>
            Save the map
          </button>
        </span>
      </div>
      {map.refused.map((words) => (
        <p key={words} className="mt-1 text-ochre">
          ✕ {words}
        </p>
      ))}
      {map.why && <WhyAsked {...map.why} />}
      {map.broughtBack && map.dirty && (
        <p className="mt-1 text-[0.95rem]">An unsaved drawing was brought back.</p>
      )}
    </>
  );
}
