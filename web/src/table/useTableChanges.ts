import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { TableView } from '../lib/api';

/**
 * Changes to a table, one after another, each on the revision that the one before it made: typing does not wait for the server.
 * When one fails, those that wait behind it are not tried, because they were meant for another table.
 */
export function useTableChanges(view: TableView | undefined, settle: (view: TableView) => void) {
  const client = useQueryClient();
  const line = useRef<Promise<void>>(Promise.resolve());
  const round = useRef(0);
  const revision = useRef(0);
  const [problem, setProblem] = useState<{ text: string; times: number } | null>(null);
  // What another window changed is seen when the table is fetched anew.
  revision.current = Math.max(revision.current, view?.revision ?? 0);
  const change = (make: (revision: number) => Promise<TableView | null>) => {
    const mine = round.current;
    line.current = line.current.then(async () => {
      if (mine !== round.current) return;
      try {
        const changed = await make(revision.current);
        if (!changed) return;
        revision.current = changed.revision;
        setProblem(null);
        settle(changed);
      } catch (fault) {
        round.current++;
        setProblem((old) => ({
          text: fault instanceof Error ? fault.message : 'The change could not be made.',
          times: (old?.times ?? 0) + 1,
        }));
        revision.current = 0;
        if (view) await client.invalidateQueries({ queryKey: ['table', view.id] });
      }
    });
  };
  return { change, problem };
}
