import { PAGE_INKS, SECTION_BOX, sectionDrawing, type SectionDrawn } from '@upright-elder/drawings';
import { Drawn } from '../Drawn.js';
import { useLetter } from '../useLetter.js';

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
  const { ref, letter } = useLetter(SECTION_BOX);
  const { drawing, exaggeration } = sectionDrawing(section, title, say, PAGE_INKS, letter);
  return (
    <figure className="min-w-0">
      <figcaption className="text-[0.95rem]">
        <span className="font-bold">{title}</span>, heights × {exaggeration}
      </figcaption>
      <div ref={ref}>
        <Drawn of={drawing} className="w-full text-ink" />
      </div>
    </figure>
  );
}
