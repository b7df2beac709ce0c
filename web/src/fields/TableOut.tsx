import { unparse } from 'papaparse';
import { useRef, type ReactNode } from 'react';
import { toast } from 'sonner';
import { copyText } from '../app/copyText.js';
import { harmless } from './harmless.js';

interface Props {
  /** names the region, and the file */
  name: string;
  children: ReactNode;
  /** what goes out, where the page shows less than there is; a line each, the headings first */
  lines?: () => string[][];
  className?: string;
}

/** What a cell says, in one line. */
const said = (cell: HTMLElement): string => cell.innerText.replace(/\s+/gu, ' ').trim();

/** What a table on the page says, line by line; what is for the hand alone is left out. */
function linesOf(table: HTMLTableElement): string[][] {
  return [...table.rows].map((row) =>
    [...row.cells].filter((cell) => cell.dataset.aside === undefined).map((cell) => said(cell)),
  );
}

/** A table that scrolls by itself where it is wide, and that leaves as text for a letter or as CSV for a sheet. */
export function TableOut({ name, children, lines, className = '' }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const out = (): string[][] => {
    const table = frame.current?.querySelector('table');
    const rows = lines?.() ?? (table ? linesOf(table) : []);
    return rows.map((line) => line.map(harmless));
  };
  const copy = async () => {
    const text = out()
      .map((line) => line.join('\t'))
      .join('\n');
    if (await copyText(text)) toast.success('The table is on the clipboard.');
    else toast.error('The browser does not let the page copy: mark the table and copy it by hand.');
  };
  const save = () => {
    // a spreadsheet takes the mark in front for UTF-8
    const file = new Blob([`\uFEFF${unparse(out())}`], { type: 'text/csv' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.csv`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 10000);
  };
  return (
    <div className={className}>
      <div
        ref={frame}
        className="relative overflow-x-auto print:overflow-visible"
        tabIndex={0}
        role="region"
        aria-label={name}
      >
        {children}
      </div>
      <div className="mt-1 flex flex-wrap gap-2 text-[0.92rem] print:hidden">
        <button
          type="button"
          className="quiet"
          onClick={() => void copy()}
          aria-label={`Copy the table: ${name}`}
        >
          Copy the table
        </button>
        <button type="button" className="quiet" onClick={save} aria-label={`Save as CSV: ${name}`}>
          Save as CSV
        </button>
      </div>
    </div>
  );
}
