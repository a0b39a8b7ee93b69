import { type QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { announce } from '../lib/announce';
import { api } from '../lib/api';
import { isolated } from '../lib/bidi';
import { Problem } from './Problem';

const words: Record<string, string> = {
  study: 'the study',
  table: 'the table',
  briefing: 'the briefing',
  source: 'the source',
  colours: 'the colours',
};

/** Shown at once; the others on request. */
const first = 3;

/** Asks for all that is shown again, also for what is being asked for the first time: its answer may be from before. */
async function refetchAll(client: QueryClient) {
  await client.cancelQueries();
  await client.invalidateQueries();
}

/** Says that something was taken away, and makes the lists follow. */
export function useTakeAway<Id>(remove: (id: Id) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id }: { id: Id; name: string }) => remove(id),
    onSuccess: (_, { name }) => {
      announce(`${name} is taken away. It can be brought back below the list`);
      return refetchAll(client);
    },
  });
}

const when = (time: string) => {
  const at = new Date(time);
  const clock = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return at.toDateString() === new Date().toDateString()
    ? `today at ${clock}`
    : at.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
};

/** What was taken away of some kinds, each with the way back; after a month it is no longer kept. */
export function TakenAway({ kinds }: { kinds: string[] }) {
  const client = useQueryClient();
  const gone = useQuery({ queryKey: ['taken-away'], queryFn: api.takenAway });
  const [all, setAll] = useState(false);
  const [sure, setSure] = useState<string | null>(null);
  const settle = () => refetchAll(client);
  const back = useMutation({
    mutationFn: ({ id }: { id: string; name: string }) => api.bringBack(id),
    onSuccess: (_, { name }) => {
      announce(`${name} is back`);
      return settle();
    },
  });
  const forget = useMutation({ mutationFn: api.forget, onSuccess: settle });
  const shown = (gone.data ?? []).filter((one) => kinds.includes(one.kind));
  if (!shown.length) return null;
  const word = 'word cursor-pointer text-accent';
  return (
    <section aria-label="Taken away" className="mt-6 text-[13px] text-quiet">
      <h2 className="font-serif text-[17px] text-ink">Taken away</h2>
      <ul>
        {shown.slice(0, all ? undefined : first).map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3 py-1">
            <span className="min-w-0">
              {words[one.kind] ?? one.kind} <span className="text-ink">“{isolated(one.name)}”</span>
              {one.studies ? `, with ${one.studies === 1 ? 'its study' : `its ${one.studies} studies`}` : ''}, {when(one.removed)}
            </span>
            <button
              type="button"
              className={word}
              aria-label={`Bring ${one.name} back`}
              disabled={back.isPending}
              onClick={() => back.mutate({ id: one.id, name: one.name })}
            >
              bring back
            </button>
            {sure === one.id ? (
              <span>
                for good?{' '}
                <button
                  type="button"
                  className="word cursor-pointer text-fail"
                  aria-label={`Yes, delete ${one.name} for good`}
                  onClick={() => forget.mutate(one.id)}
                >
                  yes, delete
                </button>{' '}
                <button type="button" className={word} onClick={() => setSure(null)}>
                  no
                </button>
              </span>
            ) : (
              <button
                type="button"
                className="word cursor-pointer"
                aria-label={`Delete ${one.name} for good`}
                onClick={() => setSure(one.id)}
              >
                delete for good
              </button>
            )}
          </li>
        ))}
      </ul>
      {shown.length > first ? (
        <button type="button" className={word} aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'fewer' : `all ${shown.length}`}
        </button>
      ) : null}
      <p className="text-[12px]">Kept for 30 days, then deleted.</p>
      <Problem of={back.error ?? forget.error} />
    </section>
  );
}
