import type { TableView } from '../lib/api';
import { isolated } from '../lib/bidi';
import { inDigits } from '../lib/numbers';

/** The most rows of a table that are printed. */
export const mostOnPaper = 2000;

/** A table on paper: its rows, with their headings on each page. */
export function TableOnPaper({ view, rows }: { view: TableView; rows: string[][] }) {
  const isNumber = (type: string) => type === 'number' || type === 'percent';
  const left = view.rowCount - rows.length;
  return (
    <div className="figures text-[9pt]" data-paper="">
      <table className="w-full border-collapse">
        <caption className="pb-2 text-left">
          <span className="font-serif text-[14pt]">{isolated(view.name)}</span>, {inDigits(view.rowCount)}{' '}
          {view.rowCount === 1 ? 'row' : 'rows'}, from {view.source}
        </caption>
        <thead>
          <tr className="border-b border-ink">
            {view.columns.map((column) => (
              <th
                key={column.name}
                scope="col"
                className={`px-1 align-bottom font-normal ${isNumber(column.type) ? 'text-right' : 'text-left'}`}
              >
                {column.name}
                {column.unit ? `, ${column.unit}` : ''}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name
            <tr key={at} className="break-inside-avoid border-b border-hairline">
              {row.map((cell, place) => (
                <td
                  key={view.columns[place]?.name ?? place}
                  className={`px-1 ${isNumber(view.columns[place]?.type ?? '') ? 'text-right' : ''}`}
                >
                  {isolated(cell)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {left > 0 ? (
        <p className="mt-2">
          {view.left
            ? `The rows stay in ${view.left.engine}, and are not printed.`
            : rows.length === 0
              ? 'No row is at hand: Ctrl+P fetches them.'
              : `and ${inDigits(left)} rows more, which are not printed`}
        </p>
      ) : null}
    </div>
  );
}
