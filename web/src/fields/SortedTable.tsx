import {
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { TableOut } from './TableOut.js';

export interface Column<Row> {
  id: string;
  head: string;
  cell: (row: Row) => ReactNode;
  /** what rows are put in order by; a column without it is not sorted */
  by?: (row: Row) => string | number;
  className?: string;
  /** for the hand alone: no copy of the table has it */
  aside?: boolean;
}

interface Props<Row> {
  name: string;
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  keyOf: (row: Row) => string;
  rowClass?: (row: Row) => string;
  /** the order at first */
  order?: { id: string; desc: boolean };
}

/** Rows that people compare: a heading puts them in its order, a second press the other way round. */
export function SortedTable<Row>({ name, rows, columns, keyOf, rowClass, order }: Props<Row>) {
  const [sorting, setSorting] = useState<SortingState>(order ? [order] : []);
  const data = useMemo(() => [...rows], [rows]);
  const defined = columns.map(({ id, head, cell, by }): ColumnDef<Row> => ({
    id,
    header: head,
    cell: ({ row }) => cell(row.original),
    ...(by ? { accessorFn: by, sortingFn: 'alphanumeric' } : {}),
    enableSorting: by !== undefined,
  }));

  const table = useReactTable({
    data,
    columns: defined,
    state: { sorting },
    onSortingChange: setSorting,
    getRowId: keyOf,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const of = (id: string) => columns.find((one) => one.id === id)!;
  return (
    <TableOut name={name}>
      <table className="w-full min-w-[36rem] text-left text-[0.97rem] print:min-w-0">
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id} className="border-b-2 border-ink/60 font-serif">
              {group.headers.map(({ id, column, getContext }) => {
                const sorted = column.getIsSorted();
                const head = flexRender(column.columnDef.header, getContext());
                return (
                  <th
                    key={id}
                    scope="col"
                    data-aside={of(id).aside ? '' : undefined}
                    aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : undefined}
                    className="pr-4 align-bottom"
                  >
                    {column.getCanSort() ? (
                      <button
                        type="button"
                        className="inline-flex min-h-[44px] min-w-[44px] items-center gap-1 text-left"
                        onClick={column.getToggleSortingHandler()}
                      >
                        {head}
                        {sorted === 'asc' && <ArrowUp size={16} aria-hidden />}
                        {sorted === 'desc' && <ArrowDown size={16} aria-hidden />}
                      </button>
                    ) : (
                      <span className={of(id).aside ? 'sr-only' : 'inline-flex min-h-[44px] items-center'}>
                        {head}
                      </span>
                    )}
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr
              key={row.id}
              className={`border-b border-rule align-baseline ${rowClass?.(row.original) ?? ''}`}
            >
              {row.getVisibleCells().map((cell) => (
                <td
                  key={cell.id}
                  data-aside={of(cell.column.id).aside ? '' : undefined}
                  className={`py-1.5 pr-4 ${of(cell.column.id).className ?? ''}`}
                >
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </TableOut>
  );
}
