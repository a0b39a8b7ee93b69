import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { announce } from '../lib/announce';
import { api, type LabelMove, type Size, type StudyView } from '../lib/api';
import { changedElsewhere, type Saving, useSaving } from '../lib/useSaving';
import { saidOfChange } from './saidOfChange';

/** What the study screen can do. Every change is saved at once; the newest answer is what is shown. */
export type StudyActions = {
  change: (path: string, value: unknown, drop?: string | null) => Promise<boolean>;
  preview: (path: string, value: unknown) => void;
  applyRemedy: (line: string) => Promise<boolean>;
  shape: (form: string, shape: string) => Promise<boolean>;
  /** Puts a part or a group elsewhere in its order. */
  move: (move: LabelMove) => Promise<boolean>;
  /** Leaves parts or groups out, or all others. */
  narrow: (labels: string[], groups: boolean, only: boolean) => Promise<boolean>;
  /** Tries an amount in place of the one that was counted: "5000", "×1.2" or "25 %". */
  tryAmount: (row: number, name: string, text: string) => Promise<boolean>;
  /** Shows what it would be, without saving it. */
  tryAhead: (row: number, text: string) => void;
  /** Lets parts and groups change places. */
  swap: () => void;
  undo: () => void;
  redo: () => void;
  say: (problem: string | null) => void;
  /** Shows what is saved, after previews that were not taken. */
  settle: () => void;
  /** Rows elsewhere are asked again; or, where they did not answer, once more. */
  askAgain: (anew: boolean) => void;
  /** Something that is shown has changed elsewhere: it is fetched anew. */
  outdated: () => void;
};

/** A change of a study, as it waits. */
export type StudyChange =
  /** One place is set; `before` is what stood there. */
  | { do: 'change'; path: string; value: unknown; drop?: string | null; before: unknown }
  | { do: 'remedy'; line: string }
  | { do: 'shape'; form: string; shape: string }
  | { do: 'move'; move: LabelMove }
  | { do: 'narrow'; labels: string[]; groups: boolean; only: boolean }
  | { do: 'try'; row: number; text: string }
  | { do: 'swap' | 'undo' | 'redo' };

/** The value at a place of a study document: "form.cuts[0].share". */
export function valueAt(study: unknown, path: string): unknown {
  let at: unknown = study;
  for (const step of path.split(/[.[\]]+/).filter(Boolean))
    at = (at as Record<string, unknown> | null | undefined)?.[step as keyof object];
  return at ?? null;
}

const shown = (value: unknown) =>
  value === null || value === undefined ? 'nothing' : typeof value === 'string' ? `“${value}”` : JSON.stringify(value);

/**
 * Holds a study as the server last showed it. Changes go one after another, each on the revision that the one before
 * made, so that quick clicks are not lost; what another window changed elsewhere in it meanwhile stays.
 */
export function useStudy(id: string, size: Size | null) {
  const [view, setView] = useState<StudyView | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [asking, setAsking] = useState(0);
  const [asked, setAsked] = useState(0);
  const client = useQueryClient();
  const latest = useRef<StudyView | null>(null);
  const sizeNow = useRef(size);
  sizeNow.current = size;
  const previewing = useRef<AbortController | null>(null);
  const rounds = useRef(0);

  const show = useCallback((next: StudyView) => {
    latest.current = next;
    setView(next);
  }, []);

  const at = () => sizeNow.current ?? { width: 960, height: 600 };
  const saving: Saving<StudyChange> = useSaving<StudyView, StudyChange>({
    kind: 'study',
    id,
    shown: latest.current,
    load: () => api.study(id, at()),
    send: (now, change) => {
      switch (change.do) {
        case 'change':
          return api.change(id, now.revision, change.path, change.value, at(), change.drop);
        case 'remedy':
          return api.applyRemedy(id, now.revision, change.line, at());
        case 'shape':
          return api.shape(id, now.revision, change.form, change.shape, at());
        case 'move':
          return api.move(id, now.revision, change.move, at());
        case 'narrow':
          return api.narrow(id, now.revision, { labels: change.labels, groups: change.groups, only: change.only }, at());
        case 'try':
          return api.tryAmount(id, now.revision, change.row, change.text, at());
        case 'swap':
          return api.swap(id, now.revision, at());
        default:
          return api.step(id, change.do, now.revision, at());
      }
    },
    settle: (next, change) => {
      const round = ++rounds.current;
      const before = latest.current;
      if (change) {
        const way = change.do === 'undo' || change.do === 'redo' ? change.do : 'do';
        const names = new Map(next.settings.map((setting) => [setting.path, setting.name]));
        announce(saidOfChange(before, next, way, (path) => wordsOf(path, names)));
      }
      show(next);
      // Drawn for a sheet that has another size by now: the newest change's figure is drawn once more.
      const { width, height } = at();
      if (next.figure && (next.figure.width !== width || next.figure.height !== height))
        api.study(id, { width, height }).then(
          (again) => {
            if (round === rounds.current && !busy.current) show(again);
          },
          () => undefined,
        );
      if (change) client.invalidateQueries({ queryKey: ['studies'] });
    },
    against: async (now, change) => {
      if (change.do !== 'change') return changedElsewhere('study', 'this was not done. Do it again.');
      const theirs = JSON.stringify(valueAt(now.study, change.path));
      if (theirs === JSON.stringify(change.value ?? null)) return 'done';
      if (theirs === JSON.stringify(change.before)) return 'again';
      return { words: wordsOf(change.path), mine: shown(change.value), theirs: shown(valueAt(now.study, change.path)) };
    },
  });

  const width = size?.width;
  const height = size?.height;
  const { waiting } = saving;
  const busy = useRef(false);
  busy.current = waiting.length > 0;
  useEffect(() => {
    if (!width || !height) return;
    // Where an engine did not answer, another size is no reason to ask it again.
    if (latest.current?.left && latest.current.problemCode) return;
    let stale = false;
    const fetch = async () => {
      const round = rounds.current;
      setAsking((now) => now + 1);
      try {
        const next = await api.study(id, { width, height });
        if (stale) return;
        setFailed(null);
        // While a change is on its way its answer is what will be shown; one that came meanwhile is newer than this.
        if (busy.current && latest.current) return;
        if (round !== rounds.current) fetch();
        else show(next);
      } catch (fault) {
        if (!stale) setFailed(fault instanceof Error ? fault.message : String(fault));
      } finally {
        setAsking((now) => now - 1);
      }
    };
    fetch();
    return () => {
      stale = true;
    };
  }, [id, width, height, show]);

  const { save, say } = saving;
  const run = useCallback(
    async (words: string, change: StudyChange): Promise<boolean> => {
      previewing.current?.abort();
      const done = await save(words, change);
      // What was shown ahead of its time gives way.
      if (!done && latest.current) setView({ ...latest.current });
      return done;
    },
    [save],
  );

  /** Shows what is asked for, unless something else is by then. */
  const ahead = useCallback((ask: (size: Size, signal: AbortSignal) => Promise<StudyView>) => {
    previewing.current?.abort();
    const control = new AbortController();
    previewing.current = control;
    if (!sizeNow.current) return;
    ask(sizeNow.current, control.signal).then(
      (next) => {
        if (!control.signal.aborted) setView(next);
      },
      () => undefined,
    );
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: what it says is set anew each time, and does the same
  const actions = useMemo<StudyActions>(
    () => ({
      change: (path, value, drop) =>
        run(typeof value === 'string' ? `${wordsOf(path)} ${shown(value)}` : wordsOf(path), {
          do: 'change',
          path,
          value,
          drop,
          before: valueAt(latest.current?.study, path),
        }),
      preview: (path, value) => ahead((size, signal) => api.preview(id, path, value, size, signal)),
      tryAhead: (row, text) => ahead((size, signal) => api.tryAhead(id, row, text, size, signal)),
      applyRemedy: (line) => run('a remedy', { do: 'remedy', line }),
      shape: (form, shape) => run('another form', { do: 'shape', form, shape }),
      move: (move) => run(`${move.label} moved`, { do: 'move', move }),
      narrow: (labels, groups, only) =>
        run(`${labels.join(', ')} ${only ? 'only' : 'left out'}`, { do: 'narrow', labels, groups, only }),
      tryAmount: (row, name, text) => run(`${name} tried at ${text}`, { do: 'try', row, text }),
      swap: () => run('parts and groups changing places', { do: 'swap' }),
      undo: () => run('what was undone', { do: 'undo' }),
      redo: () => run('what was done again', { do: 'redo' }),
      say,
      outdated: () => {
        api.study(id, at()).then(show, () => undefined);
      },
      askAgain: async (anew) => {
        setAsking((now) => now + 1);
        try {
          if (anew && latest.current) await api.askAgain(latest.current.tableId);
          const next = await api.study(id, at());
          if (next.problemCode === 'stopped' && latest.current?.figure) {
            say(`${next.problem} What is shown is as it was asked before.`);
            return;
          }
          show(next);
          client.invalidateQueries();
          setAsked((now) => now + 1);
        } catch (fault) {
          say(fault instanceof Error ? fault.message : String(fault));
        } finally {
          setAsking((now) => now - 1);
        }
      },
      settle: () => {
        previewing.current?.abort();
        if (latest.current) setView(latest.current);
      },
    }),
    [run, ahead],
  );
  return {
    view: withTyped(
      view,
      waiting.map((change) => change.body),
    ),
    problem: saving.problem?.message ?? failed,
    actions,
    saving,
    /** Whether an answer is waited for. */
    working: asking > 0 || waiting.length > 0,
    /** How often rows elsewhere were asked again. */
    asked,
  };
}

const names: Record<string, string> = {
  title: 'The title',
  'finish.caption': 'The caption',
  'finish.source': 'The source line',
  'order.parts': 'The order of parts',
  'order.groups': 'The order of groups',
  where: 'The filter',
  value: 'What is counted',
  parts: 'The parts',
  groups: 'The groups',
  whole: 'What 100 % is',
  fold: 'The fold',
  negatives: 'What is below zero',
  'rounding.decimals': 'The decimals of shares',
};

/** A place of a study in words: "The title", "The order of parts". */
function wordsOf(path: string, settings?: Map<string, string>): string {
  // What the server says of a change may be words already.
  if (path.includes(' ')) return path;
  return (
    names[path] ??
    settings?.get(path) ??
    `“${path
      .replace(/^finish\./, '')
      .replace(/[.[\]]+/g, ' ')
      .trim()}”`
  );
}

/** A title that is typed stands in its place until the server has it. */
function withTyped(view: StudyView | null, waiting: StudyChange[]): StudyView | null {
  const typed = waiting.findLast(
    (change) => change.do === 'change' && change.path === 'title' && typeof change.value === 'string',
  );
  if (!view || typed?.do !== 'change') return view;
  const title = String(typed.value);
  const figure = view.figure && {
    ...view.figure,
    marks: view.figure.marks.map((mark) => (mark.role === 'title' && 'text' in mark ? { ...mark, text: title } : mark)),
  };
  return { ...view, title, figure: figure as StudyView['figure'] };
}
