import { bodyPlanOf } from '@upright-elder/contract/lists';
import { anchorOf } from '@upright-elder/core/construction';
import { drawnFiles, type ArchiveFile, type Row, type TableId } from '@upright-elder/exchange';
import { markFacts } from '../map/facts.js';
import type { Selection } from './selection.js';

type Drawn = ArchiveFile & { type: string; says: string };

/** Body plans as SVG and DXF, and how each instrument stood last, as SVG, in a folder for each instrument. */
export function* drawingsOf(
  selection: Selection,
  leaving: (table: TableId, row: Row) => Row,
): Generator<Drawn> {
  for (const id of selection.instruments()) {
    const of = selection.of(id);
    const instrument = leaving('instrument', of.instrument);
    const folder = `instruments/${plain(String(instrument['nickname']))} ${id}`;
    const { plan, marks, ...rest } = of;
    const seen = marks
      .filter((mark) => mark['struck'] !== true)
      .map((mark) => markFacts(leaving('mark', mark) as never))
      .filter(({ sightings }) => sightings.length > 0);
    const files = drawnFiles({
      ...rest,
      instrument,
      plan: plan && bodyPlanOf(plan['drawn'] as never),
      marks: seen,
      tailpiece: anchorOf(instrument['build'] ?? {}) === 'tailpiece',
    });
    for (const { name, text, ...file } of files)
      yield {
        ...file,
        name: `${folder}/${name}`,
        text: () => [text],
      };
  }
}

const plain = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N} -]/gu, '')
    .trim()
    .slice(0, 60) || 'instrument';
