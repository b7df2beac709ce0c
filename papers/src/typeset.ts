import { toSvg, type Drawing } from '@upright-elder/drawings';
import PDFDocument from 'pdfkit';
import toPdf from 'svg-to-pdfkit';
import type { PaperSize } from '@upright-elder/core/papers';
import type { Block, Paper, Photo } from './blocks.js';
import { faceOf, FACES, runsOf, type Face } from './faces.js';
import { linesOf, type Line } from './lines.js';

/** Points. */
const PAGES: Record<PaperSize, [width: number, height: number]> = {
  A4: [595.28, 841.89],
  Letter: [612, 792],
};
const MARGIN = 54;
const FOOT = 46;
const INK = '#241d16';
const FAINT = '#5d5245';
const RULE = '#b9ab97';
const LEADING = 1.36;
const SIZES = {
  title: 22,
  about: 10.5,
  heading: 13.5,
  text: 10.5,
  small: 9,
  caption: 9,
  cell: 9.5,
  foot: 8.5,
} as const;
const GAP = 9;
const CELL = { side: 4, top: 3 };
const PHOTOS = { across: 2, gap: 12, height: 190 };
/** Height over width of a drawing that does not say its own. */
const SQUARE = 1;

/**
 * Sets papers as one PDF: real text in the program’s faces, drawings as vectors, tagged, with an outline and page numbers.
 * The same papers give the same bytes.
 *
 * @throws where a picture is none
 */
export async function typeset(papers: readonly Paper[], size: PaperSize): Promise<Uint8Array> {
  const [first] = papers;
  if (!first) throw new RangeError('no paper was asked for');
  const made = new Date(`${first.day}T12:00:00Z`);
  const doc = new PDFDocument({
    size: PAGES[size],
    margin: 0,
    autoFirstPage: false,
    bufferPages: true,
    pdfVersion: '1.7',
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    info: {
      Title: papers.map(({ title }) => title).join(', '),
      Author: first.shop,
      Creator: 'Upright Elder',
      Producer: 'Upright Elder',
      CreationDate: made,
      ModDate: made,
    },
  });
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise((done, failed) => doc.on('end', done).on('error', failed));
  for (const face of FACES) doc.registerFont(face, faceOf(face).bytes);
  const root = doc.struct('Document');
  doc.addStructure(root);
  for (const paper of papers) new Setter(doc, root, size, paper).all();
  footers(doc, papers, size);
  root.end();
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(parts));
}

type Doc = PDFKit.PDFDocument;
type Struct = PDFKit.PDFStructureElement;

/** Between the foot and its page number, points. */
const FOOT_GAP = 12;

/** On which page each paper begins; written by its setter, read at the end. */
const begins = new WeakMap<Doc, { page: number; paper: Paper }[]>();

function footers(doc: Doc, papers: readonly Paper[], size: PaperSize): void {
  const { start, count } = doc.bufferedPageRange();
  const starts = begins.get(doc) ?? [];
  const [width, height] = PAGES[size];
  for (let page = start; page < start + count; page++) {
    doc.switchToPage(page);
    const at = starts.findLast((one) => one.page <= page) ?? { page: 0, paper: papers[0]! };
    const next = starts.find((one) => one.page > page)?.page ?? start + count;
    const { shop, title } = at.paper;
    doc.markContent('Artifact', { type: 'Pagination' });
    doc.fillColor(FAINT);
    const number = `page ${page - at.page + 1} of ${next - at.page}`;
    const from = width - MARGIN - wide(doc, number, SIZES.foot);
    line(
      doc,
      within(doc, `${shop} · ${title}`, from - MARGIN - FOOT_GAP, SIZES.foot),
      MARGIN,
      height - FOOT + 10,
      SIZES.foot,
    );
    line(doc, number, from, height - FOOT + 10, SIZES.foot);
    doc.endMarkedContent();
  }
}

const wide = (doc: Doc, text: string, size: number, face: Face = 'text'): number =>
  runsOf(text, face).reduce((sum, run) => sum + doc.font(run.face).fontSize(size).widthOfString(run.text), 0);

/** A text on one line of a width: what does not fit is left out, and that it is, is said. It stands in full on the first page. */
function within(doc: Doc, text: string, width: number, size: number): string {
  if (wide(doc, text, size) <= width) return text;
  let kept = [...text];
  while (kept.length > 0 && wide(doc, `${kept.join('')}…`, size) > width) kept = kept.slice(0, -1);
  return `${kept.join('').trimEnd()}…`;
}

function line(doc: Doc, text: string, x: number, y: number, size: number, face: Face = 'text'): void {
  set(doc, { runs: runsOf(text, face), width: 0 }, x, y, size);
}

/** Stretches of different faces stand on one baseline. */
function set(doc: Doc, { runs }: Line, x: number, y: number, size: number): void {
  let at = x;
  const baseline = y + size;
  for (const { text, face } of runs) {
    doc.font(face).fontSize(size);
    doc.text(text, at, baseline, { lineBreak: false, baseline: 'alphabetic' });
    at += doc.widthOfString(text);
  }
}

/** Sets one paper onto pages of its own. */
class Setter {
  private y = MARGIN;
  private readonly width: number;
  private readonly bottom: number;
  private readonly top = MARGIN;
  private readonly section: Struct;

  constructor(
    private readonly doc: Doc,
    root: Struct,
    private readonly size: PaperSize,
    private readonly paper: Paper,
  ) {
    const [width, height] = PAGES[size];
    this.width = width - 2 * MARGIN;
    this.bottom = height - FOOT;
    this.section = doc.struct('Sect', { title: paper.title });
    root.add(this.section);
  }

  all(): void {
    this.page();
    const { doc, paper } = this;
    const { count } = doc.bufferedPageRange();
    begins.set(doc, [...(begins.get(doc) ?? []), { page: count - 1, paper }]);
    const entry = doc.outline.addItem(paper.title);
    this.lines('H1', paper.title, 'serif', SIZES.title);
    if (paper.about) this.lines('P', paper.about, 'text', SIZES.about, { colour: FAINT });
    this.y += 4;
    this.artifact(() => this.rule(this.y, INK));
    this.y += GAP;
    paper.blocks.forEach((block, i) => {
      if (block.kind === 'heading') entry.addItem(block.text);
      this.block(block, paper.blocks[i + 1]);
    });
    this.section.end();
  }

  private page(): void {
    this.doc.addPage({ size: PAGES[this.size], margin: 0 });
    this.y = this.top;
  }

  /** A new page where so much does not fit any more. */
  private room(height: number): void {
    if (this.y + height > this.bottom && this.y > this.top) this.page();
  }

  private artifact(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' });
    draw();
    this.doc.endMarkedContent();
  }

  private rule(y: number, colour: string, from = MARGIN, to = MARGIN + this.width): void {
    this.doc.moveTo(from, y).lineTo(to, y).lineWidth(0.7).strokeColor(colour).stroke();
  }

  private measured(text: string, face: Face, size: number, width: number): Line[] {
    return linesOf(text, face, size, width, (run, of) =>
      this.doc.font(run.face).fontSize(of).widthOfString(run.text),
    );
  }

  /** A text as one element of the structure, over as many pages as it takes. */
  private lines(
    type: string,
    text: string,
    face: Face,
    size: number,
    {
      colour = INK,
      x = MARGIN,
      width = this.width,
      into = this.section,
    }: { colour?: string; x?: number; width?: number; into?: Struct } = {},
  ): void {
    const all = this.measured(text, face, size, width);
    const height = size * LEADING;
    const element = this.doc.struct(type);
    into.add(element);
    let left = all;
    while (left.length > 0) {
      // neither first nor last line of a paragraph stands alone on a page
      const fits = Math.floor((this.bottom - this.y) / height);
      if (fits < Math.min(left.length, 2) && this.y > this.top) {
        this.page();
        continue;
      }
      const take = left.length - fits === 1 && fits > 2 ? fits - 1 : Math.min(left.length, Math.max(1, fits));
      element.add(this.doc.markStructureContent(type));
      this.doc.fillColor(colour);
      for (const one of left.slice(0, take)) {
        set(this.doc, one, x, this.y, size);
        this.y += height;
      }
      this.doc.endMarkedContent();
      left = left.slice(take);
    }
    element.end();
  }

  private block(block: Block, next: Block | undefined): void {
    switch (block.kind) {
      case 'heading':
        // a heading is never the last of a page
        this.y += GAP / 2;
        this.room(SIZES.heading * LEADING + goesWith(next));
        this.lines('H2', block.text, 'serif', SIZES.heading);
        this.y += 2;
        return;
      case 'text':
        this.lines(
          'P',
          block.text,
          block.strong ? 'bold' : 'text',
          block.small ? SIZES.small : SIZES.text,
          block.small ? { colour: FAINT } : {},
        );
        this.y += GAP / 2;
        return;
      case 'facts':
        this.table(
          {
            kind: 'table',
            name: 'Facts',
            head: [],
            rows: block.pairs.map(([name, said]) => [name, said]),
            widths: [0.27, 0.73],
          },
          true,
        );
        return;
      case 'list':
        for (const item of block.items) this.item(item, block.ticks === true);
        this.y += GAP / 2;
        return;
      case 'table':
        this.table(block, false);
        return;
      case 'figure':
        this.figure(block);
        return;
      case 'photographs':
        this.photographs(block.of);
        return;
      case 'sign':
        for (const one of block.lines) this.signed(one);
        return;
    }
  }

  private item(text: string, ticks: boolean): void {
    const indent = ticks ? 20 : 13;
    this.room(
      Math.min(2, this.measured(text, 'text', SIZES.text, this.width - indent).length) * SIZES.text * LEADING,
    );
    const y = this.y;
    this.artifact(() => {
      if (ticks)
        this.doc
          .rect(MARGIN + 1, y + 1.5, 9.5, 9.5)
          .lineWidth(0.8)
          .strokeColor(INK)
          .stroke();
      else
        this.doc
          .circle(MARGIN + 3.5, y + SIZES.text * 0.62, 1.5)
          .fillColor(INK)
          .fill();
    });
    this.lines('P', text, 'text', SIZES.text, { x: MARGIN + indent, width: this.width - indent });
    this.y += 2;
  }

  private signed(text: string): void {
    const height = 34;
    this.room(height);
    const y = this.y + 22;
    const from = MARGIN + 8 + wide(this.doc, text, SIZES.text);
    const element = this.doc.struct('P', {}, [
      () => {
        this.doc.fillColor(INK);
        line(this.doc, text, MARGIN, y - SIZES.text - 1, SIZES.text);
      },
    ]);
    this.section.add(element);
    element.end();
    this.artifact(() => this.rule(y + 1, FAINT, from, MARGIN + this.width));
    this.y += height;
  }

  /** A row stands on one page; where a table goes on over pages its head is said again. */
  private table({ head, rows, widths }: Extract<Block, { kind: 'table' }>, plain: boolean): void {
    const { doc } = this;
    const table = doc.struct('Table');
    this.section.add(table);
    const columns = widths.map((share, i) => ({
      x: MARGIN + this.width * widths.slice(0, i).reduce((sum, one) => sum + one, 0),
      width: this.width * share - CELL.side,
    }));
    const laid = (cells: readonly string[], face: Face) =>
      cells.map((cell, i) => this.measured(cell, face, SIZES.cell, columns[i]!.width - CELL.side));
    const tall = (cells: readonly Line[][]) =>
      Math.max(1, ...cells.map((lines) => lines.length)) * SIZES.cell * LEADING + 2 * CELL.top;
    const put = (lines: readonly Line[], i: number) => {
      doc.fillColor(INK);
      lines.forEach((one, k) =>
        set(doc, one, columns[i]!.x, this.y + CELL.top + k * SIZES.cell * LEADING, SIZES.cell),
      );
    };
    const headLines = head.length > 0 ? laid(head, 'bold') : [];
    const heads = (again: boolean) => {
      if (headLines.length === 0) return;
      if (again) this.artifact(() => headLines.forEach(put));
      else {
        const row = doc.struct('TR');
        table.add(row);
        headLines.forEach((lines, i) => {
          const cell = doc.struct('TH', {}, [() => put(lines, i)]);
          row.add(cell);
        });
        row.end();
      }
      this.y += tall(headLines);
      this.artifact(() => this.rule(this.y, INK));
    };
    const rowsLaid = rows.map((cells) =>
      cells.map((cell, i) =>
        this.measured(cell, plain && i === 0 ? 'bold' : 'text', SIZES.cell, columns[i]!.width - CELL.side),
      ),
    );
    this.room((headLines.length > 0 ? tall(headLines) : 0) + (rowsLaid[0] ? tall(rowsLaid[0]) : 0));
    heads(false);
    for (const cells of rowsLaid) {
      for (const part of this.parted(cells)) {
        const height = tall(part);
        if (this.y + height > this.bottom && this.y > this.top) {
          this.page();
          heads(true);
        }
        const row = doc.struct('TR');
        table.add(row);
        part.forEach((lines, i) =>
          row.add(doc.struct(plain && i === 0 ? 'TH' : 'TD', {}, [() => put(lines, i)])),
        );
        row.end();
        this.y += height;
      }
      if (!plain) this.artifact(() => this.rule(this.y, RULE));
    }
    table.end();
    this.y += GAP;
  }

  /** A row that is taller than a page goes on as another one. */
  private parted(cells: Line[][]): Line[][][] {
    const most = Math.floor((this.bottom - this.top - 3 * SIZES.cell * LEADING) / (SIZES.cell * LEADING));
    const parts = Math.max(1, Math.ceil(Math.max(...cells.map((lines) => lines.length)) / most));
    return Array.from({ length: parts }, (_, i) =>
      cells.map((lines) => lines.slice(i * most, (i + 1) * most)),
    );
  }

  private figure({ drawing, said, caption, height: most }: Extract<Block, { kind: 'figure' }>): void {
    const ratio = ratioOf(drawing);
    const height = Math.min(most, this.width * ratio, this.bottom - this.top - 30);
    const width = Math.min(this.width, height / ratio);
    this.room(height + (caption ? SIZES.caption * LEADING + 4 : 0));
    const [x, y] = [MARGIN, this.y];
    const element = this.doc.struct('Figure', { alt: said }, [
      () =>
        toPdf(this.doc, toSvg(inFaces(drawing)), x, y, {
          width,
          height,
          preserveAspectRatio: 'xMinYMid meet',
          assumePt: true,
          fontCallback: (family: string, bold: boolean) =>
            family === 'signs' ? 'signs' : bold ? 'bold' : 'text',
        }),
    ]);
    this.section.add(element);
    element.end();
    this.y += height + 3;
    if (caption) this.lines('Caption', caption, 'text', SIZES.caption, { colour: FAINT });
    this.y += GAP;
  }

  private photographs(of: readonly Photo[]): void {
    const width = (this.width - (PHOTOS.across - 1) * PHOTOS.gap) / PHOTOS.across;
    for (let i = 0; i < of.length; i += PHOTOS.across) {
      const row = of.slice(i, i + PHOTOS.across);
      const captions = row.map(({ caption }) => this.measured(caption, 'text', SIZES.caption, width));
      const under = Math.max(...captions.map((lines) => lines.length)) * SIZES.caption * LEADING;
      this.room(PHOTOS.height + under + GAP);
      const y = this.y;
      row.forEach(({ bytes, said }, k) => {
        const x = MARGIN + k * (width + PHOTOS.gap);
        const element = this.doc.struct('Figure', { alt: said }, [
          () =>
            void this.doc.image(Buffer.from(bytes), x, y, {
              fit: [width, PHOTOS.height],
              align: 'center',
              valign: 'bottom',
            }),
        ]);
        this.section.add(element);
        element.end();
        const caption = this.doc.struct('Caption', {}, [
          () => {
            this.doc.fillColor(FAINT);
            captions[k]!.forEach((one, n) =>
              set(this.doc, one, x, y + PHOTOS.height + 3 + n * SIZES.caption * LEADING, SIZES.caption),
            );
          },
        ]);
        this.section.add(caption);
        caption.end();
      });
      this.y += PHOTOS.height + under + GAP;
    }
    this.y += GAP / 2;
  }
}

/** How much of what follows a heading stands on the same page. */
function goesWith(next: Block | undefined): number {
  if (next?.kind === 'figure') return next.height;
  return next?.kind === 'photographs'
    ? PHOTOS.height + 2 * SIZES.caption * LEADING
    : 4 * SIZES.text * LEADING;
}

function ratioOf({ properties }: Drawing): number {
  const [, , width, height] = String(properties.viewBox ?? '')
    .split(' ')
    .map(Number);
  return width && height ? height / width : SQUARE;
}

/** Letters of a drawing that its face lacks stand in stretches of the face of signs. */
function inFaces(drawing: Drawing): Drawing {
  const { tagName, children } = drawing;
  const text = tagName === 'text' || tagName === 'tspan';
  return {
    ...drawing,
    // what is only shown where a pointer rests has no place on paper
    children: children
      .filter((child) => !(child.type === 'element' && child.tagName === 'title'))
      .flatMap((child): Drawing['children'] => {
        if (child.type === 'element') return [inFaces(child)];
        if (child.type !== 'text' || !text) return [child];
        const runs = runsOf(child.value, 'text');
        if (runs.every(({ face }) => face === 'text')) return [child];
        return runs.map(({ text: value, face }) =>
          face === 'text'
            ? { type: 'text' as const, value }
            : {
                type: 'element' as const,
                tagName: 'tspan',
                properties: { fontFamily: 'signs' },
                children: [{ type: 'text' as const, value }],
              },
        );
      }),
  };
}
