import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type MouseEvent, useEffect, useRef, useState } from 'react';
import { found } from '../study/find';
import { keysOff } from '../study/useKeys';
import { findings } from './findings';
import { Keys } from './Keys';
import type { GuidePage } from './pages';
import { askHere, keysPage, loadPages, openGuide, useGuide } from './useGuide';

/** The guide beside the work: opened by "?" at the page of what one looks at, searched by everyday words. */
export function GuidePanel() {
  const place = useGuide();
  const [query, setQuery] = useState('');
  const pages = useQuery({
    queryKey: ['guide'],
    queryFn: loadPages,
    enabled: place !== null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.key !== '?' || target.matches('input, textarea, select, [contenteditable]')) return;
      if (event.ctrlKey || event.metaKey || event.altKey || localStorage.getItem(keysOff) === 'yes') return;
      event.preventDefault();
      askHere();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  const close = () => {
    setQuery('');
    openGuide(null);
  };
  return (
    <Dialog.Root open={place !== null} onOpenChange={(on) => !on && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="unprinted fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-50 flex w-[min(820px,100vw)] flex-col border-l border-hairline bg-paper shadow-lg"
        >
          <div className="flex items-center gap-4 border-b border-hairline px-6 py-2.5">
            <Dialog.Title className="font-serif text-[19px]">Guide</Dialog.Title>
            <input
              type="search"
              aria-label="Find in the guide"
              placeholder="Find in the guide"
              className="field min-w-0 flex-1"
              value={query}
              onChange={(event) => setQuery(event.target.value)}
            />
            <Dialog.Close className="plain" aria-label="Close the guide">
              <X size={16} />
            </Dialog.Close>
          </div>
          {place && pages.data ? (
            <Body pages={pages.data} page={place.page} heading={place.heading} query={query} leave={() => setQuery('')} />
          ) : (
            <p className="px-6 py-4 text-quiet">opening</p>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

type BodyProps = {
  pages: ReadonlyMap<string, GuidePage>;
  page: string;
  heading?: string;
  query: string;
  /** Leaves the search. */
  leave: () => void;
};

function Body({ pages, page, heading, query, leave }: BodyProps) {
  const article = useRef<HTMLElement>(null);
  const shown = pages.get(page);
  // A page is read from its heading on, by eye and by ear.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page is another text
  useEffect(() => {
    const at = heading ? document.getElementById(`guide-${heading}`) : article.current?.querySelector<HTMLElement>('h2');
    at?.focus({ preventScroll: true });
    if (heading) at?.scrollIntoView({ block: 'start' });
    else article.current?.scrollTo({ top: 0 });
  }, [page, heading, shown]);
  const turn = (to: string, at?: string) => {
    leave();
    openGuide({ page: to, heading: at });
  };
  const follow = (event: MouseEvent) => {
    const link = (event.target as HTMLElement).closest<HTMLElement>('a[data-page]');
    if (!link) return;
    event.preventDefault();
    turn(link.dataset.page ?? '');
  };
  const hits = query.trim() === '' ? null : found(findings(pages), query);
  return (
    <div className="flex min-h-0 flex-1 max-[699px]:flex-col">
      <nav
        aria-label="Pages of the guide"
        className={
          'w-52 shrink-0 overflow-auto border-r border-hairline py-3 text-[13px] ' +
          'max-[699px]:max-h-32 max-[699px]:w-auto max-[699px]:border-r-0 max-[699px]:border-b'
        }
      >
        {[[keysPage, { title: 'Keys' }] as const, ...pages.entries()].map(([id, one]) => (
          <button
            key={id}
            type="button"
            aria-current={id === page ? 'page' : undefined}
            className={`block w-full cursor-pointer px-6 py-1 text-left hover:bg-wash ${id === page ? 'bg-wash font-semibold' : ''} ${
              id.includes('/') ? 'pl-9' : ''
            }`}
            onClick={() => turn(id)}
          >
            {one.title}
          </button>
        ))}
      </nav>
      {hits ? (
        <ul className="min-w-0 flex-1 overflow-auto px-6 py-4" aria-label="Found in the guide">
          {hits.length === 0 ? <li className="text-quiet">Nothing of that name in the guide: try another word.</li> : null}
          {hits.map((hit) => (
            <li key={hit.id}>
              <button type="button" className="word cursor-pointer py-0.5 text-left" onClick={() => turn(hit.page, hit.heading)}>
                {hit.name}
              </button>{' '}
              <span className="text-quiet">{hit.detail}</span>
            </li>
          ))}
        </ul>
      ) : (
        // biome-ignore lint/a11y/useKeyWithClickEvents: a link's Enter is a click
        <article
          ref={article}
          tabIndex={0}
          aria-label="The page"
          className="guide min-w-0 flex-1 overflow-auto px-8 py-5"
          onClick={follow}
        >
          {page === keysPage ? <Keys /> : null}
          {shown ? (
            // biome-ignore lint/security/noDangerouslySetInnerHtml: made of our own pages when the front end was built
            <div dangerouslySetInnerHTML={{ __html: shown.html }} />
          ) : null}
        </article>
      )}
    </div>
  );
}
