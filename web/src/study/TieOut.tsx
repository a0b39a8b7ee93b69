import { Check, Info, TriangleAlert, X } from 'lucide-react';
import { memo, useState } from 'react';
import type { Remark, TieOutLine } from '../lib/api';
import { isolated } from '../lib/bidi';
import { together } from '../lib/together';
import type { StudyActions } from './useStudy';

/** The proofs under the workings: what holds is quiet, what should be known comes with its remedy. */
export const TieOut = memo(function TieOut({
  lines,
  remarks,
  actions,
}: {
  lines: TieOutLine[];
  remarks: Remark[];
  actions: StudyActions;
}) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <ul aria-label="Tie-out" className="figures mt-2 max-h-[45%] shrink-0 space-y-1 overflow-auto text-[12.5px]">
      {lines.map((line) => (
        <li key={line.id} data-proof={line.id} data-status={line.status} className="flex gap-2">
          <span
            className={`mt-[3px] shrink-0 ${line.status === 'ok' ? 'text-accent' : line.status === 'warn' ? 'text-warn' : 'text-fail'}`}
          >
            {line.status === 'ok' ? (
              <Check size={13} aria-label="holds" />
            ) : line.status === 'warn' ? (
              <TriangleAlert size={13} aria-label="to know" />
            ) : (
              <X size={13} aria-label="fails" />
            )}
          </span>
          <span
            className={
              'min-w-0 flex-1 ' +
              `${line.status === 'ok' ? 'text-quiet' : line.status === 'warn' ? 'text-warn' : 'font-semibold text-fail'}`
            }
          >
            {isolated(together(line.text))}
            {line.names.length > 3 ? (
              <button
                type="button"
                className="word ml-2 cursor-pointer"
                aria-expanded={open === line.id}
                onClick={() => setOpen(open === line.id ? null : line.id)}
              >
                {open === line.id ? 'fewer' : 'all of them'}
              </button>
            ) : null}
            {open === line.id ? (
              <span className="mt-1 block max-h-40 overflow-auto border-l border-warn pl-2 text-ink">
                {line.names.map((name) => (
                  <span key={name} className="block">
                    {name}
                  </span>
                ))}
              </span>
            ) : null}
          </span>
          {line.remedy ? (
            <button
              type="button"
              className="word shrink-0 cursor-pointer self-start text-accent"
              onClick={() => actions.applyRemedy(line.id)}
            >
              {line.remedy}
            </button>
          ) : null}
        </li>
      ))}
      {remarks.map((remark) => (
        <li key={remark.id} data-remark={remark.id} className="flex gap-2">
          <span className="mt-[3px] shrink-0 text-quiet">
            <Info size={13} aria-label="remark" />
          </span>
          <span className="min-w-0 flex-1">{isolated(together(remark.text))}</span>
          {remark.remedy ? (
            <button
              type="button"
              className="word shrink-0 cursor-pointer self-start text-accent"
              onClick={() => actions.applyRemedy(remark.id)}
            >
              {remark.remedy}
            </button>
          ) : null}
        </li>
      ))}
    </ul>
  );
});
