import { useEffect, useState } from 'react';
import { useAnnounced } from '../lib/announce';
import { api, type StudyView } from '../lib/api';
import { PasswordForm } from './PasswordForm';

/** Below this nobody would know that something is waited for. */
const unseen = 400;

/** Over the last figure while an engine works: how long it has been at it, and a stop. */
export function AtWork({ view, working }: { view: StudyView; working: boolean }) {
  const [begun, setBegun] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (!working) {
      setBegun(null);
      return;
    }
    const start = Date.now();
    setBegun(start);
    setNow(start);
    const timer = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(timer);
  }, [working]);
  const shown = begun !== null && now - begun >= unseen;
  const seconds = begun === null ? 0 : Math.floor((now - begun) / 1000);
  // Heard every ten seconds, seen every one.
  useAnnounced(shown ? `${view.left?.engine} is working${seconds < 10 ? '' : `, ${seconds - (seconds % 10)} seconds`}` : null);
  return shown ? (
    <div className="absolute inset-0 z-10 flex items-start justify-center bg-sheet/70 pt-16">
      <p className="figures flex items-center gap-4 border border-hairline bg-paper px-4 py-2">
        {view.left?.engine} is working, {seconds} s
        <button type="button" className="button" onClick={() => api.stopAsking(view.tableId).catch(() => undefined)}>
          Stop
        </button>
      </p>
    </div>
  ) : null;
}

/** As of when the figure is, and a way to ask again. */
export function AsOf({ view, again }: { view: StudyView; again: () => void }) {
  if (!view.left) return null;
  const asked = view.asOf ? new Date(view.asOf) : null;
  const when = asked
    ? asked.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) +
      (asked.toDateString() === new Date().toDateString() ? '' : `, ${asked.toLocaleDateString('en-GB')}`)
    : null;
  return (
    <span className="figures whitespace-nowrap text-quiet">
      {when ? `as of ${when}` : `in ${view.left.engine}`}
      {view.left.everyMinutes ? `, every ${view.left.everyMinutes} min` : ''}{' '}
      <button type="button" className="word cursor-pointer text-accent" onClick={again}>
        ask again
      </button>
    </span>
  );
}

/** What can be done where an engine did not answer. */
export function EngineFault({ view, again }: { view: StudyView; again: () => void }) {
  if (!view.left) return null;
  if (view.problemCode === 'wrong-password' && view.sourceId)
    return (
      <div className="mx-6 font-sans text-[14px]">
        <PasswordForm source={view.sourceId} taken={again} />
      </div>
    );
  return (
    <button type="button" className="button mx-6" onClick={again}>
      Try again
    </button>
  );
}
