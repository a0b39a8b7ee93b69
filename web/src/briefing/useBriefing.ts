import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type BriefingDocument, type BriefingView, type Pick } from '../lib/api';

export type BriefingActions = {
  /** Changes the document, one change after another. */
  change: (note: string, make: (document: BriefingDocument) => BriefingDocument) => void;
  step: (step: 'undo' | 'redo') => void;
  pick: (pick: Pick) => void;
  again: () => void;
};

/** Holds a page as the server last showed it, with what is picked on it. */
export function useBriefing(id: string) {
  const [view, setView] = useState<BriefingView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [pick, setPick] = useState<Pick>(null);
  const latest = useRef<BriefingView | null>(null);
  const picked = useRef<Pick>(null);
  const queue = useRef<Promise<unknown>>(Promise.resolve());

  const run = useCallback((ask: (now: BriefingView | null) => Promise<BriefingView>) => {
    queue.current = queue.current.then(async () => {
      try {
        latest.current = await ask(latest.current);
        setView(latest.current);
        setProblem(null);
      } catch (fault) {
        setProblem(fault instanceof Error ? fault.message : String(fault));
      }
    });
  }, []);

  const again = useCallback(() => run(() => api.briefing(id, picked.current)), [id, run]);
  useEffect(again, [again]);

  const actions: BriefingActions = {
    change: (note, make) =>
      run((now) =>
        now
          ? api.changeBriefing(id, now.revision, make(now.document as unknown as BriefingDocument), note, picked.current)
          : api.briefing(id, picked.current),
      ),
    step: (step) =>
      run((now) => (now ? api.stepBriefing(id, step, now.revision, picked.current) : api.briefing(id, picked.current))),
    pick: (next) => {
      picked.current = next;
      setPick(next);
      again();
    },
    again,
  };
  return { view, problem, pick, actions };
}
