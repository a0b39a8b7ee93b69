import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type StudyView } from '../lib/api';
import { ActingSelect } from '../parts/ActingSelect';
import type { StudyActions } from './useStudy';

const same = (one: object, other: object) =>
  JSON.stringify(Object.entries(one).sort()) === JSON.stringify(Object.entries(other).sort());

/** In which language a figure prints its own words: those of a set, for this study or for all here. */
export function WordsHere({ view, actions }: { view: StudyView; actions: StudyActions }) {
  const client = useQueryClient();
  const here = useQuery({ queryKey: ['words'], queryFn: api.words });
  const set = useMutation({
    mutationFn: api.setWords,
    onSuccess: () => {
      actions.change('finish.words', null);
      client.invalidateQueries();
    },
  });
  if (!here.data?.sets.length) return null;
  const own = view.study.finish?.words as object | undefined;
  const known = own ? here.data.sets.find((words) => same(words.words as object, own)) : undefined;
  const installed = here.data.sets.find((words) => same(words.words as object, here.data.words as object))?.name ?? 'English';
  return (
    <div className="mt-1 border-t border-hairline pt-2">
      <span className="flex items-baseline gap-2">
        <span className="text-[12px] text-quiet">the figure’s own words</span>
        <ActingSelect
          label="the figure’s own words"
          value={own ? (known?.name ?? 'others') : ''}
          act={(name) => actions.change('finish.words', here.data.sets.find((words) => words.name === name)?.words ?? null)}
        >
          <option value="">as this installation: {installed}</option>
          {here.data.sets.map((words) => (
            <option key={words.name} value={words.name}>
              {words.name}
            </option>
          ))}
          {own && !known ? <option value="others">others, from the study’s file</option> : null}
        </ActingSelect>
      </span>
      {own ? (
        <button
          type="button"
          className="word cursor-pointer text-[12px] text-accent"
          onClick={() => set.mutate(known?.name === 'English' ? {} : own)}
        >
          for all studies here
        </button>
      ) : null}
    </div>
  );
}
