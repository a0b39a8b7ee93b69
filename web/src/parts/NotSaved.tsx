import { useEffect, useState } from 'react';
import { useAnnounced } from '../lib/announce';
import type { Saving } from '../lib/useSaving';

/** Longer than this nothing waits unseen. */
const patience = 900;
const mostNamed = 3;

const listed = (changes: { words: string }[]) =>
  [
    ...changes.slice(0, mostNamed).map((change) => change.words),
    ...(changes.length > mostNamed ? [`${changes.length - mostNamed} more`] : []),
  ].join('; ');

const leftWords = (left: { words: string }[]) =>
  `A window was closed before ${left.length === 1 ? 'a change was' : `${left.length} changes were`} saved: ${listed(left)}.`;

/** Says what is not saved yet and why, what a closed window left, and asks about what two windows changed. */
export function NotSaved<Body>({ saving }: { saving: Saving<Body> }) {
  const { waiting, held, conflict, left } = saving;
  const [late, setLate] = useState(false);
  const oldest = waiting[0]?.id;
  useEffect(() => {
    setLate(false);
    if (!oldest) return;
    const timer = setTimeout(() => setLate(true), patience);
    return () => clearTimeout(timer);
  }, [oldest]);
  const line = 'mt-1 flex flex-wrap items-baseline gap-x-4 gap-y-1 border-l-2 border-warn bg-wash px-3 py-1.5 text-[13px]';
  const isShown = waiting.length > 0 && (late || !!held);
  const theirs = conflict
    ? `${conflict.words} was changed in another window: there it is ${conflict.theirs}, here ${conflict.mine}. Choose one.`
    : '';
  useAnnounced(theirs, true);
  useAnnounced(left.length && !conflict ? leftWords(left) : '');
  useAnnounced(isShown && !conflict ? `Not saved yet: ${listed(waiting)}. ${held ?? 'The server takes its time.'}` : '');
  if (conflict) {
    return (
      <section role="alertdialog" aria-label="Changed in another window" className={line}>
        <p>
          {conflict.words} was changed in another window: there it is <b>{conflict.theirs}</b>, here <b>{conflict.mine}</b>.
        </p>
        <span className="flex gap-2">
          <button type="button" className="button primary" onClick={() => saving.answer('mine')}>
            Take {conflict.mine}
          </button>
          <button type="button" className="button" onClick={() => saving.answer('theirs')}>
            Leave {conflict.theirs}
          </button>
        </span>
      </section>
    );
  }
  if (left.length) {
    return (
      <section aria-label="Left unsaved" className={line}>
        <p>{leftWords(left)}</p>
        <span className="flex gap-2">
          <button type="button" className="button primary" onClick={saving.takeUp}>
            Save {left.length === 1 ? 'it' : 'them'} now
          </button>
          <button type="button" className="button" onClick={saving.throwAway}>
            Throw away
          </button>
        </span>
      </section>
    );
  }
  if (!isShown) return null;
  return (
    <section aria-label="Not saved yet" className={line}>
      <p>
        Not saved yet: {listed(waiting)}.{' '}
        {held
          ? `${held} ${waiting.length === 1 ? 'It is' : 'They are'} sent as soon as it can be.`
          : 'The server takes its time.'}
      </p>
      {held ? (
        <button type="button" className="word cursor-pointer" onClick={saving.throwAway}>
          throw {waiting.length === 1 ? 'it' : 'them'} away
        </button>
      ) : null}
    </section>
  );
}
