import type { ProtocolStage } from '@upright-elder/contract';
import { LINE_IDS, type LineId } from '@upright-elder/core/readings';

/** Where a line stands: the stage and its place in it. */
export interface LinePlace {
  stage: number;
  at: number;
}

export function placeOf(stages: readonly ProtocolStage[], line: LineId): LinePlace | null {
  const stage = stages.findIndex(({ lines }) => lines.includes(line));
  return stage < 0 ? null : { stage, at: stages[stage]!.lines.indexOf(line) };
}

/** Moves a line to a place among the others; every line stays in it once. */
export function moved(stages: readonly ProtocolStage[], line: LineId, to: LinePlace): ProtocolStage[] {
  return withoutLine(stages, line).map((stage, i) => {
    if (i !== to.stage) return stage;
    const at = Math.min(Math.max(0, to.at), stage.lines.length);
    return { ...stage, lines: [...stage.lines.slice(0, at), line, ...stage.lines.slice(at)] };
  });
}

export function withoutLine(stages: readonly ProtocolStage[], line: LineId): ProtocolStage[] {
  return stages.map((stage) => ({ ...stage, lines: stage.lines.filter((one) => one !== line) }));
}

/** Lines that stand in no stage yet. */
export function linesLeft(stages: readonly ProtocolStage[]): LineId[] {
  return LINE_IDS.filter((line) => placeOf(stages, line) === null);
}
