import { useEffect } from 'react';
import { api, type StudyView } from '../lib/api';
import type { StudyActions } from './useStudy';

type Keys = {
  view: StudyView | null;
  actions: StudyActions;
  setOpen: (path: string | null) => void;
  find: () => void;
};

export const keysOff = 'onewhole.keys-off';

/** The keys of the study screen. Letters act only outside fields, and can be switched off. */
export function useKeys({ view, actions, setOpen, find }: Keys) {
  useEffect(() => {
    const form = async (by: number) => {
      if (!view) return;
      const items = await api.strip(view.id, { width: 24, height: 24 });
      const at = items.findIndex((item) => item.chosen);
      const next = items[(at + by + items.length) % items.length];
      if (next) actions.shape(next.form, next.shape);
    };
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const inField = target.matches('input, textarea, select, [contenteditable]');
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !inField) {
        event.preventDefault();
        if (event.shiftKey) actions.redo();
        else actions.undo();
        return;
      }
      if (inField || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('[role="dialog"]')) return;
      if (localStorage.getItem(keysOff) === 'yes') return;
      const labels = ['auto', 'share', 'amount', 'both', 'none'];
      const acts: Record<string, () => void> = {
        '/': find,
        '[': () => form(-1),
        ']': () => form(1),
        w: () => setOpen('whole'),
        o: () => setOpen('order.parts'),
        s: () => actions.swap(),
        e: () => setOpen('value'),
        h: () => setOpen('hand-over'),
        l: () => {
          const now = view?.study.finish?.labels ?? 'auto';
          actions.change('finish.labels', labels[(labels.indexOf(now) + 1) % labels.length]);
        },
      };
      const act = acts[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (act) {
        event.preventDefault();
        act();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [view, actions, setOpen, find]);
}
