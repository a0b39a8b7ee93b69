import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { api } from '../lib/api';
import { go } from '../lib/router';
import { Link } from '../parts/Link';
import { Problem } from '../parts/Problem';
import { TakenAway, useTakeAway } from '../parts/TakenAway';
import { TopBar } from '../parts/TopBar';

/** The pages of several studies, and the place to begin one. */
export function Briefings() {
  const pages = useQuery({ queryKey: ['briefings'], queryFn: api.briefings });
  const studies = useQuery({ queryKey: ['studies'], queryFn: () => api.studies({ width: 300, height: 140 }) });
  const [title, setTitle] = useState('');
  const [chosen, setChosen] = useState<string[]>([]);
  const start = useMutation({
    mutationFn: () => api.startBriefing(title, chosen),
    onSuccess: (page) => go(`/briefings/${page.id}`),
  });
  const remove = useTakeAway(api.removeBriefing);
  return (
    <>
      <TopBar />
      <main data-guide="6-hand-over" className="mx-auto w-full max-w-6xl px-6 py-7 max-[599px]:px-3">
        <h1 className="font-serif text-[26px]">Briefings</h1>
        <p className="mt-1 text-quiet">A page of several studies and text, with a filter that all of them share.</p>
        {pages.data?.length ? (
          <ul aria-label="Briefings" className="mt-5 border-t border-hairline">
            {pages.data.map((page) => (
              <li key={page.id} className="flex items-baseline gap-4 border-b border-hairline py-2">
                <Link to={`/briefings/${page.id}`} className="font-serif text-[18px] hover:text-accent">
                  {page.title}
                </Link>
                <span className="flex-1 text-[13px] text-quiet">
                  {page.studies === 1 ? 'one study' : `${page.studies} studies`}
                </span>
                <button
                  type="button"
                  className="plain"
                  aria-label={`Remove ${page.title}`}
                  onClick={() => remove.mutate({ id: page.id, name: page.title })}
                >
                  <Trash2 size={14} />
                </button>
              </li>
            ))}
          </ul>
        ) : null}
        <TakenAway kinds={['briefing']} />
        <form
          className="mt-8"
          onSubmit={(event) => {
            event.preventDefault();
            start.mutate();
          }}
        >
          <h2 className="font-serif text-[20px]">Begin one</h2>
          <div className="mt-2 flex flex-wrap gap-3">
            <input
              className="field w-96 max-w-full"
              aria-label="Title of the briefing"
              placeholder="Its title"
              value={title}
              onChange={(event) => setTitle(event.target.value)}
            />
            <button type="submit" className="button primary" disabled={start.isPending || (!title.trim() && !chosen.length)}>
              Begin
            </button>
          </div>
          {studies.data?.length ? (
            <fieldset className="mt-4 min-w-0">
              <legend className="text-[13px] text-quiet">with these studies, in the order in which they are chosen</legend>
              <div className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(min(300px,100%),1fr))] gap-x-8">
                {studies.data.map((study) => {
                  const at = chosen.indexOf(study.id);
                  return (
                    <label key={study.id} className="flex items-baseline gap-2 py-0.5">
                      <input
                        type="checkbox"
                        checked={at >= 0}
                        onChange={() => setChosen(at >= 0 ? chosen.filter((id) => id !== study.id) : [...chosen, study.id])}
                      />
                      <span className="truncate">{study.name}</span>
                      {at >= 0 ? <span className="figures text-[12px] text-accent">{at + 1}</span> : null}
                    </label>
                  );
                })}
              </div>
            </fieldset>
          ) : null}
        </form>
        <OpenBundle />
        <Problem of={pages.error ?? studies.error ?? start.error} className="mt-4" />
      </main>
    </>
  );
}

/** A bundle is looked into first, and then added beside what is there. */
function OpenBundle() {
  const client = useQueryClient();
  const look = useMutation({ mutationFn: api.lookIntoBundle });
  const take = useMutation({
    mutationFn: api.takeBundle,
    onSuccess: (taken) => {
      client.invalidateQueries();
      go(taken.briefing ? `/briefings/${taken.briefing}` : `/studies/${taken.study}`);
    },
  });
  const found = look.data;
  const known = found?.known ?? [];
  return (
    <section className="mt-10" aria-label="Open a bundle">
      <h2 className="font-serif text-[20px]">Open a bundle</h2>
      <p className="text-quiet">A page or a study with its tables, as one file from another One Whole.</p>
      <input
        type="file"
        aria-label="Bundle"
        accept=".zip"
        className={
          'mt-2 max-w-full text-[13px] file:mr-3 file:cursor-pointer file:rounded-xs file:border file:border-solid ' +
          'file:border-hairline file:bg-sheet file:px-3 file:py-1.5 file:font-semibold file:text-ink'
        }
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) look.mutate(file);
        }}
      />
      {found ? (
        <div className="mt-3 max-w-prose border border-hairline bg-sheet p-4">
          <p className="font-serif text-[18px]">{found.title}</p>
          <p className="mt-1 text-[13px] text-quiet">
            {found.page ? `the page “${found.page}”, ` : ''}
            {found.studies.length === 1 ? 'one study' : `${found.studies.length} studies`}: {found.studies.join(', ')}; tables:{' '}
            {found.tables.join(', ')}
          </p>
          {known.length ? (
            <p className="mt-2 text-[13px] text-warn">
              Here already: {known.join(', ')}. It can lie beside them, its tables under names that differ, or replace them; a
              table that other studies stand on stays.
            </p>
          ) : null}
          <span className="mt-3 flex gap-3">
            <button
              type="button"
              className="button primary"
              disabled={take.isPending}
              onClick={() => take.mutate({ id: found.id, replace: false })}
            >
              Add it beside what is there
            </button>
            {known.length ? (
              <button
                type="button"
                className="button"
                disabled={take.isPending}
                onClick={() => take.mutate({ id: found.id, replace: true })}
              >
                Replace them
              </button>
            ) : null}
          </span>
        </div>
      ) : null}
      <Problem of={look.error ?? take.error} className="mt-3" />
    </section>
  );
}
