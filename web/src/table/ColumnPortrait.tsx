import { useQuery } from '@tanstack/react-query';
import { api, type TableView } from '../lib/api';

/** A column at a glance: its distribution, its ends, its sum, and the steps that go from here. */
export function ColumnPortrait({
  view,
  stage,
  column,
  prepare,
}: {
  view: TableView;
  stage: number | null;
  column: string;
  prepare: (kind: string, column: string) => void;
}) {
  const portrait = useQuery({
    queryKey: ['portrait', view.id, view.revision, stage, column],
    queryFn: () => api.portrait(view.id, column, stage ?? undefined),
  });
  const data = portrait.data;
  if (!data) return <p className="text-quiet">{portrait.error?.message ?? 'Counting'}</p>;
  const most = Math.max(...data.lines.map((line) => line.share), 1e-9);
  const steps: [string, string][] =
    data.type === 'quantity'
      ? [['bands', 'cut into bands']]
      : [
          ['unify', 'unify labels'],
          ['regroup', 'regroup labels'],
          ['leave-out', 'leave rows out'],
        ];
  return (
    <section aria-label={`Portrait of ${column}`} className="figures flex flex-col gap-1 text-[12.5px]">
      <ul>
        {data.lines.map((line) => (
          <li key={line.label} className="grid grid-cols-[7.5rem_1fr_3.5rem] items-center gap-2">
            <span className="truncate text-left" title={line.label}>
              {line.label}
            </span>
            <span className="h-2.5 bg-accent" style={{ width: `${(line.share / most) * 100}%` }} aria-hidden="true" />
            <span className="text-right text-quiet">{(line.share * 100).toFixed(1)} %</span>
          </li>
        ))}
      </ul>
      <p className="text-left text-quiet">
        {[
          data.more ? `${data.more.toLocaleString('en')} more labels` : '',
          data.smallest ? `from ${data.smallest} to ${data.largest}` : '',
          data.sum ? `sum ${data.sum}` : '',
          data.blanks ? `${data.blanks.toLocaleString('en')} blank` : '',
          data.unreadable?.length ? `not readable: ${data.unreadable.map((text) => `“${text}”`).join(', ')}` : '',
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      <p className="flex flex-wrap gap-x-3">
        {steps.map(([kind, text]) => (
          <button key={kind} type="button" className="word cursor-pointer text-accent" onClick={() => prepare(kind, column)}>
            {text}
          </button>
        ))}
      </p>
    </section>
  );
}
