import type { Drawing } from '@upright-elder/drawings';
import { toJsxRuntime } from 'hast-util-to-jsx-runtime';
import { memo, type ReactElement } from 'react';
import { Fragment, jsx, jsxs } from 'react/jsx-runtime';

const REACT = { Fragment, jsx, jsxs } as const;

/** A drawing on a page. */
export const Drawn = memo(function Drawn({
  of,
  className,
  hidden = false,
}: {
  of: Drawing;
  className?: string;
  /** its words stand beside it: it is passed over where it is not seen */
  hidden?: boolean;
}) {
  const { role, ariaLabel, ...properties } = of.properties;
  const said = hidden ? { ariaHidden: 'true' } : { role, ariaLabel };
  const shown = { ...of, properties: { ...properties, ...said, className: className?.split(' ') } };
  return toJsxRuntime(shown, REACT) as ReactElement;
});

/** Parts of a drawing within an SVG of the page's own. */
export const DrawnParts = memo(function DrawnParts({ of }: { of: readonly Drawing[] }) {
  return toJsxRuntime({ type: 'root', children: [...of] }, { ...REACT, space: 'svg' }) as ReactElement;
});
