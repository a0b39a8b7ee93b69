import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type StudyView } from '../lib/api';
import { writeNumbersAs } from '../lib/numbers';
import type { StudyActions } from './useStudy';

/** How the installation writes numbers and dates, and the way of this study for all. */
export function NumbersHere({ view, actions }: { view: StudyView; actions: StudyActions }) {
  const client = useQueryClient();
  const here = useQuery({ queryKey: ['numbers'], queryFn: api.numbers });
  const set = useMutation({
    mutationFn: api.setNumbers,
    onSuccess: (now) => {
      writeNumbersAs(now);
      actions.change('finish.numbers', null);
      client.invalidateQueries();
    },
  });
  const own = view.study.finish?.numbers;
  if (!here.data) return null;
  const isChanged = Object.keys(here.data.numbers as object).length > 0;
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-x-3 border-t border-hairline pt-2 text-[12px] text-quiet">
      This installation writes {here.data.sample}.
      {own ? (
        <button
          type="button"
          className="word cursor-pointer text-accent"
          onClick={() => set.mutate({ ...(here.data.numbers as object), ...own })}
        >
          write all studies here like this one
        </button>
      ) : null}
      {isChanged ? (
        <button type="button" className="word cursor-pointer text-accent" onClick={() => set.mutate({})}>
          back to 1,234.5
        </button>
      ) : null}
    </p>
  );
}
