import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api, type LabelMove, Problem, type Size, type StudyView } from '../lib/api';

/** What the study screen can do. Every change is saved at once; the newest answer is what is shown. */
export type StudyActions = {
  change: (path: string, value: unknown, drop?: string | null) => Promise<boolean>;
  preview: (path: string, value: unknown) => void;
  applyRemedy: (line: string) => Promise<boolean>;
  shape: (form: string, shape: string) => Promise<boolean>;
  /** Puts a part or a group elsewhere in its order. */
  move: (move: LabelMove) => Promise<boolean>;
  /** Lets parts and groups change places. */
  swap: () => void;
  undo: () => void;
  redo: () => void;
  say: (problem: string | null) => void;
  /** Shows what is saved, after previews that were not taken. */
  settle: () => void;
};

/**
 * Holds a study as the server last showed it. Changes go one after another, each on the revision that the one before
 * made, so that quick clicks are not lost; a change made elsewhere meanwhile shows the newer version and says so.
 */
export function useStudy(id: string, size: Size | null) {
  const [view, setView] = useState<StudyView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const client = useQueryClient();
  const latest = useRef<StudyView | null>(null);
  const sizeNow = useRef(size);
  sizeNow.current = size;
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const previewing = useRef<AbortController | null>(null);

  const show = useCallback((next: StudyView) => {
    latest.current = next;
    setView(next);
  }, []);

  const width = size?.width;
  const height = size?.height;
  useEffect(() => {
    if (!width || !height) return;
    let stale = false;
    // In line with the changes: an answer for a new size must not show what was there before a change.
    queue.current = queue.current.then(async () => {
      if (stale) return;
      try {
        show(await api.study(id, { width, height }));
      } catch (fault) {
        setProblem(fault instanceof Error ? fault.message : String(fault));
      }
    });
    return () => {
      stale = true;
    };
  }, [id, width, height, show]);

  const run = useCallback(
    (act: (now: StudyView, size: Size) => Promise<StudyView>): Promise<boolean> => {
      previewing.current?.abort();
      const next = queue.current.then(async () => {
        const now = latest.current;
        if (!now || !sizeNow.current) return false;
        try {
          show(await act(now, sizeNow.current));
          setProblem(null);
          client.invalidateQueries({ queryKey: ['studies'] });
          return true;
        } catch (fault) {
          setProblem(fault instanceof Error ? fault.message : String(fault));
          if (fault instanceof Problem && fault.code === 'conflict') show(await api.study(id, sizeNow.current));
          else if (latest.current) setView({ ...latest.current });
          return false;
        }
      });
      queue.current = next;
      return next;
    },
    [client, id, show],
  );

  const preview = useCallback(
    (path: string, value: unknown) => {
      previewing.current?.abort();
      const control = new AbortController();
      previewing.current = control;
      if (!sizeNow.current) return;
      api.preview(id, path, value, sizeNow.current, control.signal).then(
        (shown) => {
          if (!control.signal.aborted) setView(shown);
        },
        () => undefined,
      );
    },
    [id],
  );

  const actions = useMemo<StudyActions>(
    () => ({
      change: (path, value, drop) => run((now, at) => api.change(id, now.revision, path, value, at, drop)),
      preview,
      applyRemedy: (line) => run((now, at) => api.applyRemedy(id, now.revision, line, at)),
      shape: (form, shape) => run((now, at) => api.shape(id, now.revision, form, shape, at)),
      move: (move) => run((now, at) => api.move(id, now.revision, move, at)),
      swap: () => run((now, at) => api.swap(id, now.revision, at)),
      undo: () => run((now, at) => api.step(id, 'undo', now.revision, at)),
      redo: () => run((now, at) => api.step(id, 'redo', now.revision, at)),
      say: setProblem,
      settle: () => {
        previewing.current?.abort();
        if (latest.current) setView(latest.current);
      },
    }),
    [id, run, preview],
  );
  return { view, problem, actions };
}
