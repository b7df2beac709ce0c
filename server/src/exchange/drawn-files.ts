import type { Connection } from '../store/data-source.js';
import type { Selection } from './selection.js';

/** Body plans as SVG and DXF, and how each instrument stands, as SVG. */
export async function* drawingsOf(_selection: Selection, _connection: Connection): AsyncGenerator<never> {
  // next
}
