import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { useEffect, useRef, useState } from 'react';

/** As near as a hairline, as far as the whole drawing. */
const RANGE: [number, number] = [1, 16];

/** Zoom and move by wheel, drag, pinch or button; the transform is for the drawing's own layer. */
export function useZoom() {
  const svg = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const [transform, setTransform] = useState(zoomIdentity);
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const { x, y, width, height } = element.viewBox.baseVal;
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
      .on('zoom', (event: { transform: typeof zoomIdentity }) => setTransform(event.transform));
    const selection = select(element).call(behaviour.current);
    // two quick taps are two points, not a wish to come nearer
    selection.on('dblclick.zoom', null);
    return () => void selection.on('.zoom', null);
  }, []);
  const by = (factor: number) => svg.current && behaviour.current?.scaleBy(select(svg.current), factor);
  const fit = () => svg.current && behaviour.current?.transform(select(svg.current), zoomIdentity);
  return { svg, transform: transform.toString(), by, fit };
}
