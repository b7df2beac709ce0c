import { PAGE_INKS, sectionDrawing, type SectionDrawn } from '@upright-elder/drawings';
import { Drawn } from '../Drawn.js';

/** A section through the belly, with its title and by how much its heights are drawn larger. */
export function Section({
  title,
  say,
  ...section
}: SectionDrawn & {
  title: string;
  /** a height in the person's unit */
  say: (metres: number) => string;
}) {
  const { drawing, exaggeration } = sectionDrawing(section, title, say, PAGE_INKS);
  return (
    <figure className="min-w-0">
      <figcaption className="text-[0.95rem]">
        <span className="font-bold">{title}</span>, heights × {exaggeration}
      </figcaption>
      <Drawn of={drawing} className="w-full text-ink" />
    </figure>
  );
}
