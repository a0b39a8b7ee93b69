import { useQuery } from '@tanstack/react-query';
import { api, type TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';

/** A column at a glance: its distribution, its ends, its sum, and the steps that go from here. */
export function ColumnPortrait({
  view,
  stage,
  column,
  prepare,
  join,
}: {
  view: TableView;
  stage: number | null;
  column: string;
  prepare: (kind: string, column: string) => void;
  /** Begins the step that joins a name with the column that tells its bearers apart. */
  join: (name: string, id: string) => void;
}) {
  const portrait = useQuery({
    queryKey: ['portrait', view.id, view.revision, stage, column],
    queryFn: () => api.portrait(view.id, column, stage ?? undefined),
  });
  const data = portrait.data;
  if (!data) return <p className="text-quiet">{portrait.error?.message ?? 'Counting'}</p>;
  const most = Math.max(...data.lines.map((line) => line.share), 1e-9);
  const steps: [string, string][] = view.left
    ? []
    : data.type === 'quantity'
      ? [['bands', 'cut into bands']]
      : [
          ['unify', 'unify labels'],
          ['regroup', 'regroup labels'],
          ['leave-out', 'leave rows out'],
        ];
  return (
    <section aria-label={`Summary of ${column}`} className="figures flex flex-col gap-1 text-[12.5px]">
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
          data.more ? `${inDigits(data.more)} more ${data.type === 'quantity' ? 'numbers' : 'labels'}` : '',
          data.smallest ? `from ${data.smallest} to ${data.largest}` : '',
          data.sum ? `sum ${data.sum}` : '',
          data.blanks ? `${inDigits(data.blanks)} blank` : '',
          data.unreadable?.length ? `not readable: ${data.unreadable.map((text) => `“${text}”`).join(', ')}` : '',
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      {data.following ? (
        <p className="border-l-2 border-accent bg-wash px-2 py-1 text-left">
          It is {data.following.rule}, checked on every row
          {data.following.differingCount
            ? `; ${inDigits(data.following.differingCount)} ` +
              `${data.following.differingCount === 1 ? 'row differs' : 'rows differ'}: ` +
              `${data.following.differing.map((row) => row + 1).join(', ')}` +
              `${data.following.differingCount > data.following.differing.length ? ' …' : ''}`
            : ', and right in all of them'}
          .
        </p>
      ) : null}
      {data.shared ? (
        <p className="border-l-2 border-warn bg-wash px-2 py-1 text-left">
          {inDigits(data.shared.count)} different {data.shared.idColumn} are called “{data.shared.example}”
          {data.shared.labels > 1 ? `, and ${inDigits(data.shared.labels - 1)} more names stand for several` : ''}.{' '}
          <button
            type="button"
            className="word cursor-pointer text-accent"
            onClick={() => data.shared && join(column, data.shared.idColumn)}
          >
            join the name and the {data.shared.idColumn}
          </button>
        </p>
      ) : null}
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
