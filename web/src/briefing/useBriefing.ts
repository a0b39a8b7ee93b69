import { useCallback, useEffect, useRef, useState } from 'react';
import { announce } from '../lib/announce';
import { api, type BriefingDocument, type BriefingView, type Pick } from '../lib/api';
import { changedElsewhere, type Saving, useSaving } from '../lib/useSaving';
import { laidOn } from './laidOn';

/** A change of a page, as it waits: the document before it and after it, so that it can be laid on a newer one. */
export type BriefingChange =
  | { do: 'change'; note: string; before: BriefingDocument; after: BriefingDocument }
  | { do: 'undo' | 'redo' };

export type BriefingActions = {
  /** Changes the document, one change after another. */
  change: (note: string, make: (document: BriefingDocument) => BriefingDocument) => void;
  step: (step: 'undo' | 'redo') => void;
  pick: (pick: Pick) => void;
  again: () => void;
};

/** What is said of a change of a page. */
function saidOf(before: BriefingView | null, after: BriefingView, change: BriefingChange): string {
  const filter = (view: BriefingView) => view.filter.map((clause) => clause.text).join(', ');
  const what =
    change.do === 'change'
      ? wordsOf(change.note, change.before, change.after)
      : change.do === 'undo'
        ? `Undone: ${before?.lastChange ?? ''}`
        : `Done again: ${after.lastChange}`;
  const filtered = before && filter(before) !== filter(after) ? ` The page shows ${filter(after) || 'all rows'}.` : '';
  return `${what}.${filtered} Saved.`;
}

/**
 * Holds a page as the server last showed it, with what is picked on it. Its figures are laid out for the width that they have, in
 * pixels; null until that is known.
 */
export function useBriefing(id: string, width: number | null) {
  const [view, setView] = useState<BriefingView | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [pick, setPick] = useState<Pick>(null);
  const picked = useRef<Pick>(null);
  const shown = useRef<BriefingView | null>(null);
  shown.current = view;
  const told = useRef<Pick>(null);
  const room = useRef(0);
  if (width !== null) room.current = width;
  const saving: Saving<BriefingChange> = useSaving<BriefingView, BriefingChange>({
    kind: 'briefing',
    id,
    shown: view,
    load: () => api.briefing(id, picked.current, room.current),
    send: (now, change) => {
      if (change.do !== 'change') return api.stepBriefing(id, change.do, now.revision, picked.current, room.current);
      const made = laidOn(now.document, change.before, change.after);
      return api.changeBriefing(id, now.revision, made.document, change.note, picked.current, room.current);
    },
    settle: (next, change) => {
      if (change) announce(saidOf(shown.current, next, change));
      setView(next);
    },
    against: async (now, change) => {
      if (change.do !== 'change') return changedElsewhere('page');
      const { clash } = laidOn(now.document, change.before, change.after);
      return clash ?? 'again';
    },
  });

  const again = useCallback(() => {
    const asked = picked.current;
    api.briefing(id, picked.current, room.current).then(
      (now) => {
        setFailed(null);
        if (asked !== (told.current ?? null)) announce(now.picked ? `Picked: ${now.picked}` : 'The whole page again');
        told.current = asked;
        setView(now);
      },
      (fault) => setFailed(fault instanceof Error ? fault.message : String(fault)),
    );
  }, [id]);
  useEffect(() => {
    if (width !== null) again();
  }, [again, width]);

  // A change is made on what is seen: what the server has, with what waits for it.
  const seen = (now: BriefingView) =>
    saving.waiting.reduce(
      (document, { body }) => (body.do === 'change' ? laidOn(document, body.before, body.after).document : document),
      now.document,
    );
  const actions: BriefingActions = {
    change: (note, make) => {
      if (!view) return;
      const before = seen(view);
      const after = make(before);
      saving.save(wordsOf(note, before, after), { do: 'change', note, before, after });
    },
    step: (step) => {
      saving.save(step === 'undo' ? 'what was undone' : 'what was done again', { do: step });
    },
    pick: (next) => {
      picked.current = next;
      setPick(next);
      again();
    },
    again,
  };
  return { view, problem: saving.problem?.message ?? failed, pick, actions, saving, seen: view ? seen(view) : null };
}

/** What was typed, where something was. */
function wordsOf(note: string, before: BriefingDocument, after: BriefingDocument): string {
  if (after.title !== before.title) return `the title “${after.title ?? ''}”`;
  const typed = after.blocks?.find((block) => block.text !== before.blocks?.find((old) => old.key === block.key)?.text);
  return typed?.text ? `the text “${typed.text.length > 40 ? `${typed.text.slice(0, 40)}…` : typed.text}”` : note;
}
