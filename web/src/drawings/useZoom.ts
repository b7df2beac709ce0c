import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { useCallback, useRef } from 'react';

/** As near as a hairline, as far as the whole drawing. */
const RANGE: [number, number] = [1, 16];

/**
 * Zoom and move by wheel, drag, pinch or button. The drawing's own layer is moved as it is, without drawing it anew:
 * a full map follows the finger.
 */
export function useZoom() {
  const element = useRef<SVGSVGElement | null>(null);
  const layer = useRef<SVGGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const svg = useCallback((mounted: SVGSVGElement | null) => {
    if (element.current) select(element.current).on('.zoom', null);
    element.current = mounted;
    if (!mounted) return;
    const { x, y, width, height } = mounted.viewBox.baseVal;
    behaviour.current = zoom<SVGSVGElement, unknown>()
      .scaleExtent(RANGE)
      .extent([
        [x, y],
        [x + width, y + height],
      ])
      .translateExtent([
        [x, y],
        [x + width, y + height],
      ])
      // a handle is drawn by itself, not the paper under it
      .filter((event: Event) => !(event.target as Element).closest('[data-handle]'))
      .on('zoom', (event: { transform: typeof zoomIdentity }) =>
        layer.current?.setAttribute('transform', event.transform.toString()),
      );
    // two quick taps are two points, not a wish to come nearer
    select(mounted).call(behaviour.current).on('dblclick.zoom', null);
  }, []);
  const by = (factor: number) =>
    element.current && behaviour.current?.scaleBy(select(element.current), factor);
  const fit = () => element.current && behaviour.current?.transform(select(element.current), zoomIdentity);
  return { svg, layer, by, fit };
}
