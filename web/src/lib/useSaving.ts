import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { announce } from './announce';
import { Problem } from './api';
import { type Waiting, WaitingChanges } from './waiting';

/** Both sides of what was changed here and in another window. */
export type Conflict = { words: string; mine: string; theirs: string };

/** What a document of some kind needs to be saved. */
export type Saver<View, Body> = {
  kind: string;
  id: string;
  /** What is shown, where it may be newer than what was saved here. */
  shown?: View | null;
  /** The newest state of the document. */
  load: () => Promise<View>;
  /** Sends a change on top of a state. */
  send: (now: View, body: Body) => Promise<View>;
  /** Shows what the server made of it. */
  settle: (view: View, body: Body | null) => void;
  /** After somebody else's change: whether this one can still be made as it is, is there already, or what stands against it. */
  against: (now: View, body: Body) => Promise<'again' | 'done' | Conflict | Error>;
};

export type Saving<Body> = {
  /** Makes a change after those that were made before it; true where it was made. */
  save: (words: string, body: Body) => Promise<boolean>;
  /** What is not acknowledged yet, the oldest first. */
  waiting: Waiting<Body>[];
  /** Why what waits could not be sent yet. */
  held: string | null;
  /** What a change was refused for. */
  problem: { message: string; times: number } | null;
  say: (text: string | null) => void;
  /** Two windows changed the same. */
  conflict: Conflict | null;
  answer: (keep: 'mine' | 'theirs') => void;
  /** What a window left that was closed before it was sent. */
  left: Waiting<Body>[];
  takeUp: () => void;
  throwAway: () => void;
};

/** Why a change is not made again on what another window made of the document. */
export const changedElsewhere = (document: string, then?: string) =>
  new Problem(`The ${document} was changed in another window, which is shown now${then ? `; ${then}` : '.'}`, 'conflict', 409);

const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Faults that pass: the server is away, busy, or has no room. */
const passes = (fault: unknown) => fault instanceof Problem && (fault.status === 0 || fault.status >= 500);

/**
 * Saves changes of one document, one after another (serial mutations of the query library), each on the state that the one before
 * made. What can't be sent yet waits, in order, in the browser's storage, and survives a reload; it is deleted once it is acknowledged.
 */
export function useSaving<View extends { revision: number }, Body>(saver: Saver<View, Body>): Saving<Body> {
  const client = useQueryClient();
  const latest = useRef(saver);
  latest.current = saver;
  const store = useMemo(() => new WaitingChanges<Body>(saver.kind, saver.id), [saver.kind, saver.id]);
  const [waiting, setWaiting] = useState<Waiting<Body>[]>([]);
  const [held, setHeld] = useState<string | null>(null);
  const [problem, setProblem] = useState<Saving<Body>['problem']>(null);
  const [conflict, setConflict] = useState<(Conflict & { answer: (keep: 'mine' | 'theirs') => void }) | null>(null);
  const [left, setLeft] = useState<Waiting<Body>[]>([]);
  const line = useRef<Waiting<Body>[]>([]);
  const now = useRef<View | null>(null);
  const gone = useRef(false);
  /** What comes from the storage was typed on a state that is not known any more. */
  const kept = useRef(new Set<string>());
  if (saver.shown && (!now.current || saver.shown.revision > now.current.revision)) now.current = saver.shown;

  const say = useCallback((text: string | null) => {
    // Said each time, also where the same is refused again.
    if (text !== null) announce(text, true);
    setProblem((old) => (text === null ? null : { message: text, times: (old?.times ?? 0) + 1 }));
  }, []);

  const show = useCallback(
    (changes: Waiting<Body>[]) => {
      line.current = changes;
      setWaiting(changes);
      store.keep(changes);
    },
    [store],
  );

  const deliver = useCallback(
    async (change: Waiting<Body>): Promise<boolean> => {
      for (let tries = 0; ; tries++) {
        // Thrown away meanwhile, or the page has gone on to another document: what waits stays in the storage.
        if (gone.current || !line.current.some((other) => other.id === change.id)) return false;
        try {
          const { load, send, settle } = latest.current;
          now.current ??= await load();
          if (kept.current.delete(change.id)) {
            // Others may have changed the document while it waited.
            if (await settleConflict(change)) return true;
            continue;
          }
          now.current = await send(now.current, change.body);
          setHeld(null);
          setProblem(null);
          settle(now.current, change.body);
          return true;
        } catch (fault) {
          if (fault instanceof Problem && fault.code === 'conflict') {
            if (await settleConflict(change)) return true;
            continue;
          }
          if (passes(fault)) {
            setHeld((fault as Problem).status === 0 ? 'The server does not answer.' : (fault as Problem).message);
            await pause(Math.min(4000, 300 * 2 ** tries));
            continue;
          }
          setHeld(null);
          say(fault instanceof Error ? fault.message : String(fault));
          now.current = await latest.current.load().catch(() => null);
          if (now.current) latest.current.settle(now.current, null);
          return false;
        }
      }

      /** Somebody else was first. True where nothing is left to do. */
      async function settleConflict(change: Waiting<Body>): Promise<boolean> {
        try {
          const { load, settle, against } = latest.current;
          now.current = await load();
          settle(now.current, null);
          const found = await against(now.current, change.body);
          if (found === 'again') return false;
          if (found === 'done') return true;
          if (found instanceof Error) {
            say(found.message);
            line.current = line.current.filter((other) => other.id !== change.id);
            return false;
          }
          const keep = await new Promise<'mine' | 'theirs'>((answer) => setConflict({ ...found, answer }));
          setConflict(null);
          if (keep === 'theirs') line.current = line.current.filter((other) => other.id !== change.id);
          return false;
        } catch (fault) {
          if (!passes(fault)) throw fault;
          await pause(1000);
          return false;
        }
      }
    },
    [say],
  );

  const queue = useCallback(
    async (change: Waiting<Body>): Promise<boolean> => {
      const { kind, id } = latest.current;
      const mutation = client.getMutationCache().build(client, {
        mutationFn: () => deliver(change),
        scope: { id: `${kind} ${id}` },
        networkMode: 'always',
        retry: false,
      });
      try {
        return await mutation.execute(undefined);
      } finally {
        if (!gone.current) show(line.current.filter((other) => other.id !== change.id));
      }
    },
    [client, deliver, show],
  );

  const save = useCallback(
    (words: string, body: Body) => {
      const change = { id: crypto.randomUUID(), words, body };
      show([...line.current, change]);
      return queue(change);
    },
    [queue, show],
  );

  /** Sends what comes from the storage. */
  const resume = useCallback(
    (changes: Waiting<Body>[]) => {
      for (const change of changes) {
        kept.current.add(change.id);
        queue(change);
      }
    },
    [queue],
  );

  // What a reload interrupted is sent; what a closed window left is offered.
  useEffect(() => {
    gone.current = false;
    let stale = false;
    (async () => {
      const own = await store.own();
      if (stale) return;
      const fresh = own.filter((change) => !line.current.some((other) => other.id === change.id));
      if (fresh.length) {
        show([...fresh, ...line.current]);
        resume(fresh);
      }
      const found = await store.takeLeft();
      if (!stale && found.length) setLeft(found);
    })();
    return () => {
      stale = true;
      gone.current = true;
    };
  }, [store, resume, show]);

  return {
    save,
    waiting,
    held,
    problem,
    say,
    conflict,
    answer: (keep) => conflict?.answer(keep),
    left,
    takeUp: () => {
      const changes = left;
      setLeft([]);
      show([...line.current, ...changes]);
      resume(changes);
    },
    throwAway: () => {
      setLeft([]);
      setHeld(null);
      show([]);
    },
  };
}
