import { CircleHelp, Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { askHere } from '../guide/useGuide';
import { focusHeading } from '../lib/arrival';
import { usePath } from '../lib/router';
import { toggleTheme } from '../lib/theme';
import { Link } from './Link';

const places = [
  ['/tables', 'Tables'],
  ['/', 'Studies'],
  ['/briefings', 'Briefings'],
] as const;

/** The line across the top of every screen: the three places, where one is, and what can be done here. */
export function TopBar({ trail, children }: { trail?: ReactNode; children?: ReactNode }) {
  const path = usePath();
  const here = path.startsWith('/tables') ? '/tables' : path.startsWith('/briefings') ? '/briefings' : '/';
  return (
    <header className="unprinted flex min-h-11 shrink-0 flex-wrap items-center gap-x-5 gap-y-0.5 border-b border-hairline px-6 py-1 text-[13px] max-[599px]:gap-x-3 max-[599px]:px-3">
      <button
        type="button"
        className="button sr-only focus:not-sr-only focus:absolute! focus:top-1.5 focus:left-4 focus:z-50 focus:px-3! focus:py-1!"
        onClick={focusHeading}
      >
        Skip to the work
      </button>
      <Link to="/" className="flex items-center gap-2 font-serif text-[16px]">
        <svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true">
          <circle cx="12" cy="12" r="9.5" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
          <path d="M12 12V2.5A9.5 9.5 0 0 1 20.6 16z" fill="var(--accent)" />
        </svg>
        One Whole
      </Link>
      <nav aria-label="Places" className="flex gap-4">
        {places.map(([to, name]) => (
          <Link
            key={to}
            to={to}
            aria-current={here === to ? 'page' : undefined}
            className={here === to ? 'font-semibold' : 'text-quiet hover:text-ink'}
          >
            {name}
          </Link>
        ))}
      </nav>
      <div className="min-w-0 flex-1 truncate text-quiet max-[899px]:order-last max-[899px]:basis-full max-[899px]:empty:hidden">
        {trail}
      </div>
      {children}
      <button type="button" className="plain" aria-label="Guide" title="Guide (?)" onClick={askHere}>
        <CircleHelp size={15} />
      </button>
      <button type="button" className="plain" aria-label="Light or dark" onClick={toggleTheme}>
        <Sun size={15} className="hidden in-data-[theme=dark]:block" />
        <Moon size={15} className="in-data-[theme=dark]:hidden" />
      </button>
    </header>
  );
}
