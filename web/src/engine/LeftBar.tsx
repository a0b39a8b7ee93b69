import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type TableView } from '../lib/api';
import { ActingSelect } from '../parts/ActingSelect';
import { Problem } from '../parts/Problem';

const every = [5, 15, 30, 60, 240];

/** Where a table's rows stay, and when they are asked again. */
export function LeftBar({ view, changed }: { view: TableView; changed: (view: TableView) => void }) {
  const client = useQueryClient();
  const all = (next: TableView) => {
    changed(next);
    client.invalidateQueries();
  };
  const again = useMutation({ mutationFn: () => api.askAgain(view.id), onSuccess: all });
  const set = useMutation({
    mutationFn: (minutes: number | null) => api.askEvery(view.id, view.revision, minutes),
    onSuccess: all,
  });
  const look = useMutation({ mutationFn: () => api.lookAtLeft(view.id, view.revision), onSuccess: all });
  const minutes = view.left?.everyMinutes ?? null;
  return (
    <section
      aria-label="Rows that stay where they are"
      className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1 border-l-2 border-accent bg-wash px-3 py-1.5"
    >
      <p>
        Its rows stay in {view.left?.engine}
        {view.left?.query ? ': what a query gives' : ''}. Studies ask for what they need, and say as of when.
      </p>
      <button type="button" className="word cursor-pointer text-accent" disabled={again.isPending} onClick={() => again.mutate()}>
        ask again now
      </button>
      <span className="flex items-baseline gap-2 text-[13px]">
        ask again
        <ActingSelect
          label="Ask again"
          className="py-0.5"
          value={String(minutes ?? '')}
          act={(chosen) => set.mutate(chosen ? Number(chosen) : null)}
        >
          <option value="">when I say so</option>
          {(minutes && !every.includes(minutes) ? [...every, minutes] : every).map((one) => (
            <option key={one} value={one}>
              every {one} minutes
            </option>
          ))}
        </ActingSelect>
      </span>
      <button
        type="button"
        className="word cursor-pointer text-[13px] text-accent"
        disabled={look.isPending}
        onClick={() => look.mutate()}
      >
        {look.isPending ? 'looking' : 'look at its columns again'}
      </button>
      {view.left?.query ? <code className="w-full truncate text-[12px] text-quiet">{view.left.query}</code> : null}
      <Problem of={again.error ?? set.error ?? look.error} className="w-full text-[13px]" />
    </section>
  );
}
