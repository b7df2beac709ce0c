import type { Examination, Instrument, Protocol } from '@upright-elder/contract';
import {
  isQuantity,
  linesFor,
  type LineId,
  type PointId,
  type QuantityId,
  type Stage,
} from '@upright-elder/core/readings';
import { FIELD_KEYS, partsOf, placesOf, type Draft } from './draft.js';
import { isGiven } from './draftFinding.js';

/**
 * The stages that an instrument is taken through: those of the protocol that its construction has; first what the last
 * examination found, where the protocol looks at that again; at the end whatever else has been read already.
 */
export function stagesOf(
  protocol: Protocol,
  instrument: Pick<Instrument, 'type'>,
  last: Examination | undefined,
  draft: Draft,
): Stage[] {
  const stages = protocol.stages
    .map((stage) => ({ title: stage.title, lines: linesFor(stage, instrument.type) }))
    .filter(({ lines }) => lines.length > 0);
  const named = new Set(stages.flatMap(({ lines }) => lines));
  const again = protocol.again ? foundBefore(last).filter((line) => !named.has(line)) : [];
  again.forEach((line) => named.add(line));
  const also = linesTouched(draft).filter((line) => !named.has(line));
  return [
    ...(again.length > 0 ? [{ title: 'What the last one found', lines: again }] : []),
    ...stages,
    ...(also.length > 0 ? [{ title: 'Also looked at', lines: also }] : []),
  ];
}

/** Of all stages only these lines, and whatever is filled in; chosen lines that no stage has come at the end. */
export function onlyThese(
  stages: readonly Stage[],
  lines: readonly LineId[],
  draft: Draft,
  type: Instrument['type'],
): Stage[] {
  const shown = new Set<LineId>([...lines, ...linesTouched(draft)]);
  const named = new Set(stages.flatMap((stage) => stage.lines));
  const beyond = linesFor({ title: '', lines: lines.filter((line) => !named.has(line)) }, type);
  return [
    ...stages.map((stage) => ({ ...stage, lines: stage.lines.filter((line) => shown.has(line)) })),
    { title: 'Also today', lines: beyond },
  ].filter((stage) => stage.lines.length > 0);
}

/**
 * Of each stage what is measured at every visit first, and what else it has as a stage of its own behind it: so a long
 * protocol opens short.
 */
export const split = (stages: readonly Stage[], lines: readonly LineId[]): Stage[] =>
  stages.flatMap((stage) => {
    const [every, others] = [true, false].map((of) =>
      stage.lines.filter((line) => lines.includes(line) === of),
    ) as [LineId[], LineId[]];
    if (every.length === 0 || others.length === 0) return [stage];
    return [
      { title: stage.title, lines: every },
      { title: `${stage.title}, the rest`, lines: others },
    ];
  });

/** Points that did not end in sound. */
function foundBefore(last: Examination | undefined): PointId[] {
  return (last?.findings ?? []).filter(({ verdict }) => verdict !== 'sound').map(({ point }) => point);
}

function linesTouched(draft: Draft): LineId[] {
  const quantities = new Set<QuantityId>(
    FIELD_KEYS.filter((key) => (draft.texts[key] ?? '').trim() !== '').map((key) => partsOf(key)[0]),
  );
  const points = (Object.keys(draft.findings) as PointId[]).filter((point) =>
    isGiven(draft.findings[point]!),
  );
  return [...quantities, ...points];
}

/** Fields of a line: each place of a quantity, one for a point. */
export const fieldsOf = (line: LineId): number => (isQuantity(line) ? placesOf(line).length : 1);

export const countOf = (lines: readonly LineId[]): number =>
  lines.reduce((sum, line) => sum + fieldsOf(line), 0);

/** How many fields of these lines are filled. */
export function filledOf(lines: readonly LineId[], draft: Draft): number {
  return lines.reduce((sum, line) => {
    if (!isQuantity(line)) {
      const finding = draft.findings[line];
      return sum + (finding && isGiven(finding) ? 1 : 0);
    }
    return (
      sum + placesOf(line).filter((place) => (draft.texts[`${line}.${place}`] ?? '').trim() !== '').length
    );
  }, 0);
}
