import { Fragment } from 'react';
import type { StudyView, WorkingsRow } from '../lib/api';
import { isolated } from '../lib/bidi';
import { inDigits } from '../lib/numbers';
import { FigurePaint } from '../parts/FigurePaint';

/** A study on paper: its sheet, its workings with their headings on each page, and its proofs. */
export function StudyOnPaper({ view, rows }: { view: StudyView; rows: WorkingsRow[] }) {
  const { workings } = view;
  const statement = view.statement.map((phrase) => phrase.text).join('');
  const left = (workings?.rowCount ?? 0) - rows.length;
  // With groups, each has a line of its own before its rows.
  const groups = workings?.groups ?? [];
  const perGroup = groups.length ? (workings?.rowCount ?? 0) / groups.length : 0;
  const columns = workings?.columns.filter((column) => !(perGroup && column.key === 'group')) ?? [];
  const at = (column: (typeof columns)[number]) => workings?.columns.indexOf(column) ?? 0;
  const align = (column: (typeof columns)[number]) => (column.text && column.key !== 'class' ? 'text-left' : 'text-right');
  return (
    <div className="figures text-[9.5pt]" data-paper="">
      {view.figure ? <FigurePaint figure={view.figure} className="h-auto max-h-[150mm] w-full" /> : <p>{view.problem}</p>}
      <p className="mt-3 font-serif text-[12pt]">{isolated(statement)}</p>
      {workings?.verdict ? <p className="mt-1">{isolated(workings.verdict)}</p> : null}
      {workings ? (
        <table className="mt-4 w-full border-collapse">
          <caption className="pb-1 text-left font-serif text-[12pt]">Workings</caption>
          <thead>
            <tr className="border-b border-ink">
              {columns.map((column) => (
                <th key={column.key} scope="col" className={`px-1 py-1 align-bottom font-normal ${align(column)}`}>
                  {column.label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, place) => (
              <Fragment key={row.row}>
                {perGroup && place % perGroup === 0 ? (
                  <tr className="break-after-avoid border-b border-ink font-semibold">
                    {columns.map((column) => (
                      <td key={column.key} className={`px-1 pt-2 ${align(column)}`}>
                        {column.key === 'part' ? `${groups[place / perGroup]?.label ?? ''} ` : ''}
                        {groups[place / perGroup]?.cells[at(column)]}
                      </td>
                    ))}
                  </tr>
                ) : null}
                <tr className="break-inside-avoid border-b border-hairline">
                  {columns.map((column) => (
                    <td key={column.key} className={`px-1 py-0.5 ${align(column)}`}>
                      {perGroup && column.ofGroup ? '' : row.cells[at(column)]}
                    </td>
                  ))}
                </tr>
              </Fragment>
            ))}
            {left > 0 ? (
              <tr>
                <td colSpan={columns.length} className="px-1 py-1">
                  and {inDigits(left)} rows more: Ctrl+P prints them all
                </td>
              </tr>
            ) : null}
            <tr className="border-b-[3px] border-double border-ink font-semibold">
              {columns.map((column) => (
                <td key={column.key} className={`px-1 py-1 ${align(column)}`}>
                  {workings.whole[at(column)]}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      ) : null}
      {workings ? (
        <section className="mt-4 break-inside-avoid">
          <h2 className="font-serif text-[12pt]">Proofs</h2>
          <ul>
            {workings.tieOut.map((line) => (
              <li key={line.id}>
                {line.status === 'ok' ? '✓' : line.status === 'warn' ? '△' : '✗'} {isolated(line.text)}
              </li>
            ))}
            {view.remarks?.map((remark) => (
              <li key={remark.id}>{isolated(remark.text)}</li>
            ))}
          </ul>
        </section>
      ) : null}
    </div>
  );
}
