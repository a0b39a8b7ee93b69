import { useMutation, useQuery } from '@tanstack/react-query';
import { ArrowLeft, ArrowRight, Redo2, Trash2, Undo2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type ReactNode, type RefObject, useEffect, useRef, useState } from 'react';
import { useAnnounced } from '../lib/announce';
import { api, type Block, type BlockView, type BriefingView, handOverPage, type Pick } from '../lib/api';
import { type HandedFile, HandedFiles, PaperChoice, SharesOnlyChoice } from '../parts/HandedFiles';
import { IconButton } from '../parts/IconButton';
import { Link } from '../parts/Link';
import { NotSaved } from '../parts/NotSaved';
import { TopBar } from '../parts/TopBar';
import { stop, useStops } from '../parts/useStops';
import { BriefingFigure } from './BriefingFigure';
import { FilterLine } from './FilterLine';
import { TextBlock } from './TextBlock';
import { type BriefingActions, useBriefing } from './useBriefing';

const shows = [
  ['figure', 'figure'],
  ['workings', 'workings'],
  ['both', 'both'],
] as const;

/** A page of several studies and text: arranged, filtered, picked from, read, handed over. */
export function BriefingScreen({ id }: { id: string }) {
  const page = useRef<HTMLElement>(null);
  const width = useWidth(page);
  const { view, problem, pick, actions, saving, seen } = useBriefing(id, width);
  useAnnounced(problem, true);
  const [reading, setReading] = useState(false);
  const [lit, setLit] = useState<string | null>(null);
  const dragged = useRef<string | null>(null);
  const move = (key: string, to: string) => {
    const moved = view?.blocks.find((block) => block.key === key);
    const place = (view?.blocks.findIndex((block) => block.key === to) ?? 0) + 1;
    actions.change(
      `${moved?.study?.title ?? 'the text'} moved to place ${place} of ${view?.blocks.length ?? place}`,
      (document) => {
        const blocks = [...(document.blocks ?? [])];
        const from = blocks.findIndex((block) => block.key === key);
        const target = blocks.findIndex((block) => block.key === to);
        const [block] = blocks.splice(from, 1);
        if (block) blocks.splice(target, 0, block);
        return { ...document, blocks };
      },
    );
  };
  return (
    <>
      <TopBar
        trail={
          <span>
            › <Link to="/briefings">Briefings</Link> › {view?.title}
          </span>
        }
      >
        {view && !reading ? (
          <span className="flex">
            <IconButton name="Undo" disabled={!view.canUndo} act={() => actions.step('undo')}>
              <Undo2 size={15} />
            </IconButton>
            <IconButton name="Redo" disabled={!view.canRedo} act={() => actions.step('redo')}>
              <Redo2 size={15} />
            </IconButton>
          </span>
        ) : null}
        <button type="button" className="button" aria-pressed={reading} onClick={() => setReading(!reading)}>
          {reading ? 'Arrange' : 'Read'}
        </button>
        <HandOverPage id={id} pick={pick} />
      </TopBar>
      <main
        ref={page}
        data-guide="6-hand-over"
        className="mx-auto w-full max-w-[1288px] px-6 max-[599px]:px-3 py-6 print:max-w-none print:p-0"
      >
        {problem ? <p className="mb-3 text-fail">{problem}</p> : null}
        <NotSaved saving={saving} />
        {view ? (
          <>
            <Title view={seen?.title ? { ...view, title: seen.title } : view} reading={reading} actions={actions} />
            <FilterLine view={view} pick={pick} actions={actions} />
            <NewerRows id={id} taken={actions.again} />
            {reading ? null : <Arrange view={view} actions={actions} />}
            <div
              className="mt-5 grid items-start gap-6"
              style={{ gridTemplateColumns: `repeat(${view.sideBySide}, minmax(0, 1fr))` }}
            >
              {view.blocks.map((block, at) => (
                <section
                  key={block.key}
                  aria-label={block.study?.title ?? (block.kind === 'text' ? 'Text' : 'Study')}
                  data-block={block.key}
                  style={{ gridColumn: `span ${block.span}` }}
                  className="min-w-0 break-inside-avoid"
                  onDragOver={(event) => {
                    if (dragged.current) event.preventDefault();
                  }}
                  onDrop={() => {
                    if (dragged.current && dragged.current !== block.key) move(dragged.current, block.key);
                    dragged.current = null;
                  }}
                >
                  {reading ? null : (
                    <BlockTools
                      block={block}
                      view={view}
                      actions={actions}
                      earlier={at > 0 ? () => move(block.key, view.blocks[at - 1]?.key ?? '') : undefined}
                      later={at + 1 < view.blocks.length ? () => move(block.key, view.blocks[at + 1]?.key ?? '') : undefined}
                      drag={() => {
                        dragged.current = block.key;
                      }}
                    />
                  )}
                  <BlockBody
                    block={block}
                    typed={seen?.blocks?.find((other) => other.key === block.key)?.text}
                    view={view}
                    reading={reading}
                    actions={actions}
                    lit={lit}
                    setLit={setLit}
                  />
                </section>
              ))}
            </div>
          </>
        ) : null}
      </main>
    </>
  );
}

function Title({ view, reading, actions }: { view: BriefingView; reading: boolean; actions: BriefingActions }) {
  const [editing, setEditing] = useState(false);
  if (editing && !reading) {
    return (
      <input
        className="w-full border border-accent bg-sheet px-1 font-serif text-[26px]"
        aria-label="Title"
        data-goes-on="main h1 button"
        autoFocus
        defaultValue={view.title}
        onBlur={(event) => {
          setEditing(false);
          const title = event.target.value.trim();
          if (title && title !== view.title) actions.change('title', (document) => ({ ...document, title }));
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            event.currentTarget.blur();
          }
        }}
      />
    );
  }
  return (
    <h1 className="font-serif text-[26px]">
      {reading ? (
        view.title
      ) : (
        <button type="button" className="cursor-text text-left" onClick={() => setEditing(true)}>
          {view.title}
        </button>
      )}
    </h1>
  );
}

/** The width of a page's content, to ten pixels; null until it is known. */
function useWidth(of: RefObject<HTMLElement | null>): number | null {
  const [width, setWidth] = useState<number | null>(null);
  useEffect(() => {
    const element = of.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      // On paper the figures are those of the screen.
      if (entry && !window.matchMedia('print').matches) setWidth(Math.floor(entry.contentRect.width / 10) * 10);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [of]);
  return width;
}

/** How many columns, and what else can stand on the page. */
function Arrange({ view, actions }: { view: BriefingView; actions: BriefingActions }) {
  const studies = useQuery({ queryKey: ['studies'], queryFn: () => api.studies({ width: 300, height: 140 }) });
  const add = (block: Omit<Block, 'key'>) =>
    actions.change('block added', (document) => {
      const blocks = document.blocks ?? [];
      const next = 1 + Math.max(0, ...blocks.map((each) => Number(/^b(\d+)$/.exec(each.key)?.[1] ?? 0)));
      return { ...document, blocks: [...blocks, { ...block, key: `b${next}` }] };
    });
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px] text-quiet unprinted">
      <span>
        in{' '}
        {[1, 2, 3].map((columns) => (
          <button
            key={columns}
            type="button"
            aria-pressed={view.columns === columns}
            className={`min-h-6 min-w-6 cursor-pointer px-1.5 ${view.columns === columns ? 'font-semibold text-ink' : 'hover:text-ink'}`}
            onClick={() => actions.change('columns', (document) => ({ ...document, columns }))}
          >
            {columns === 1 ? 'one' : columns === 2 ? 'two' : 'three'}
          </button>
        ))}{' '}
        {view.columns === 1 ? 'column' : 'columns'}
      </span>
      <Popover.Root>
        <Popover.Trigger className="plain">+ study</Popover.Trigger>
        <Popover.Portal>
          <Popover.Content className="popover w-96 py-1" align="start" aria-label="Add a study">
            {(studies.data ?? []).map((study) => (
              <Popover.Close asChild key={study.id}>
                <button
                  type="button"
                  className="block w-full cursor-pointer truncate px-4 py-1 text-left hover:bg-wash"
                  onClick={() => add({ kind: 'study', study: study.id })}
                >
                  {study.name}
                </button>
              </Popover.Close>
            ))}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <button type="button" className="plain" onClick={() => add({ kind: 'text', text: '' })}>
        + text
      </button>
    </div>
  );
}

type ToolProps = {
  block: BlockView;
  view: BriefingView;
  actions: BriefingActions;
  earlier?: () => void;
  later?: () => void;
  drag: () => void;
};

/** What can be done with a block: moved, made wider, shown otherwise, taken away. */
function BlockTools({ block, view, actions, earlier, later, drag }: ToolProps) {
  const name = block.study?.title ?? 'the text';
  const set = (note: string, change: Partial<Block>) =>
    actions.change(note, (document) => ({
      ...document,
      blocks: (document.blocks ?? []).map((each) => (each.key === block.key ? { ...each, ...change } : each)),
    }));
  const row = useRef<HTMLDivElement>(null);
  const stops = useStops(row);
  const tool = (label: string, act: (() => void) | undefined, icon: ReactNode) => (
    <IconButton name={`${label}: ${name}`} stop={label} disabled={!act} act={() => act?.()}>
      {icon}
    </IconButton>
  );
  return (
    <div
      ref={row}
      role="toolbar"
      aria-label={`Block: ${name}`}
      draggable
      className="unprinted mb-1 flex min-h-6 flex-wrap cursor-grab items-center gap-1 text-[12px] text-quiet"
      onDragStart={drag}
      onFocus={stops.onFocus}
      onKeyDown={stops.onKeyDown}
    >
      <span aria-hidden="true">⠿</span>
      {tool('Earlier', earlier, <ArrowLeft size={13} />)}
      {tool('Later', later, <ArrowRight size={13} />)}
      {tool('Narrower', block.span > 1 ? () => set('narrower', { span: block.span - 1 }) : undefined, '–')}
      {tool('Wider', block.span < view.columns ? () => set('wider', { span: block.span + 1 }) : undefined, '+')}
      {block.kind === 'study'
        ? shows.map(([show, word]) => (
            <button
              key={show}
              type="button"
              aria-pressed={block.show === show}
              aria-label={`Show ${word}: ${name}`}
              {...stop('tool', show)}
              className={`min-h-6 cursor-pointer px-1 ${block.show === show ? 'font-semibold text-ink' : 'hover:text-ink'}`}
              onClick={() => set('shown otherwise', { show })}
            >
              {word}
            </button>
          ))
        : null}
      <span className="flex-1" />
      {tool(
        'Take away',
        () =>
          actions.change(`${name} taken away`, (document) => ({
            ...document,
            blocks: (document.blocks ?? []).filter((each) => each.key !== block.key),
          })),
        <Trash2 size={13} />,
      )}
    </div>
  );
}

type BodyProps = {
  block: BlockView;
  /** Its text as it was typed last, which may not be saved yet. */
  typed: string | undefined;
  view: BriefingView;
  reading: boolean;
  actions: BriefingActions;
  lit: string | null;
  setLit: (label: string | null) => void;
};

function BlockBody({ block, typed, view, reading, actions, lit, setLit }: BodyProps) {
  if (block.kind === 'text') {
    const save = (text: string) =>
      actions.change('text', (document) => ({
        ...document,
        blocks: (document.blocks ?? []).map((each) => (each.key === block.key ? { ...each, text } : each)),
      }));
    return <TextBlock block={block} typed={typed ?? block.text} view={view} reading={reading} save={save} />;
  }
  const study = block.study;
  return (
    <div className="border border-hairline bg-sheet">
      {block.problem ? <p className="p-4 text-warn">{block.problem}</p> : null}
      {study ? (
        <>
          <h2 className="sr-only">{study.title}</h2>
          <BriefingFigure study={study} lit={lit} setLit={setLit} pick={actions.pick} />
          {study.table ? <PageWorkings study={study} /> : null}
          {study.remark || !reading ? (
            <p className="flex gap-3 px-4 py-1 text-[12px] text-quiet">
              <span className="flex-1 text-warn">{study.remark}</span>
              {reading ? null : (
                <Link to={`/studies/${study.id}`} className="word unprinted">
                  the study
                </Link>
              )}
            </p>
          ) : null}
        </>
      ) : null}
    </div>
  );
}

function PageWorkings({ study }: { study: NonNullable<BlockView['study']> }) {
  const table = study.table;
  if (!table) return null;
  return (
    <div className="overflow-x-auto px-4 pt-2 pb-3">
      <table className="figures w-full text-[12px]">
        <caption className="sr-only">Workings of {study.title}</caption>
        <thead>
          <tr>
            {table.heads.map((head, at) => (
              <th
                key={head}
                scope="col"
                className={`border-b border-ink py-0.5 font-normal text-quiet ${table.numbers[at] ? 'pl-2 text-right' : 'text-left'}`}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row) => (
            <tr key={row.join('\u0001')}>
              {row.map((cell, at) => (
                <td
                  key={table.heads[at]}
                  className={`border-b border-hairline py-0.5 ${table.numbers[at] ? 'pl-2 text-right whitespace-nowrap' : ''}`}
                >
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {table.rowCount > table.rows.length ? (
        <p className="pt-1 text-[12px] text-quiet">and {table.rowCount - table.rows.length} rows more</p>
      ) : null}
    </div>
  );
}

/** Says that a table of the page has newer rows, and takes them in one step. */
function NewerRows({ id, taken }: { id: string; taken: () => void }) {
  const newer = useQuery({ queryKey: ['newer-on-page', id], queryFn: () => api.newerOnPage(id), staleTime: 60_000 });
  const take = useMutation({
    mutationFn: () => api.takeNewer(id),
    onSuccess: () => {
      taken();
      newer.refetch();
    },
  });
  useAnnounced(
    newer.data?.length && !take.data ? `${newer.data.map((table) => table.name).join(', ')}: newer rows are there` : '',
  );
  useAnnounced(
    take.data
      ?.map((table) => `${table.table}: ${table.problem ?? `${table.rowsBefore} rows before, ${table.rowsAfter} now`}`)
      .join('; '),
  );
  if (take.data) {
    return (
      <ul className="mt-2 text-[13px] text-quiet">
        {take.data.map((table) => (
          <li key={table.table}>
            {table.table}: {table.problem ?? `${table.rowsBefore} rows before, ${table.rowsAfter} now`}
            {table.studies
              .map((study) => `; ${study.title}: ${study.before ?? '–'}, now ${study.after ?? study.problem ?? '–'}`)
              .join('')}
          </li>
        ))}
      </ul>
    );
  }
  if (!newer.data?.length) return null;
  return (
    <p className="mt-2 text-[13px]">
      {newer.data.map((table) => table.name).join(', ')} {newer.data.length === 1 ? 'has' : 'have'} newer rows.{' '}
      <button type="button" className="word cursor-pointer text-accent" disabled={take.isPending} onClick={() => take.mutate()}>
        take them
      </button>
    </p>
  );
}

function HandOverPage({ id, pick }: { id: string; pick: Pick }) {
  const [paper, setPaper] = useState({ paper: 'a4', margin: 12 });
  const [sharesOnly, setSharesOnly] = useState(false);
  const kinds = useQuery({ queryKey: ['briefing-kinds'], queryFn: api.briefingKinds, staleTime: Number.POSITIVE_INFINITY });
  const files: HandedFile[] = (kinds.data ?? []).map((kind) => {
    const onPaper = kind.papers.length > 0;
    const address = handOverPage(id, kind.kind, pick, {
      ...(onPaper ? paper : {}),
      sharesOnly: sharesOnly || undefined,
    });
    return { name: kind.name, detail: kind.detail, onPaper, address };
  });
  files.push({ name: 'Bundle', detail: 'with its studies and tables', address: `/api/briefings/${id}/bundle` });
  return (
    <Popover.Root>
      <Popover.Trigger className="button primary">Hand over</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover w-96 py-1" align="end" sideOffset={6} aria-label="Hand over">
          <SharesOnlyChoice on={sharesOnly} set={setSharesOnly} />
          <HandedFiles files={files}>
            <span className="flex items-center gap-4 px-4 pb-1.5 text-[12px] text-quiet">
              <PaperChoice kinds={kinds.data ?? []} now={paper} set={setPaper} />
            </span>
          </HandedFiles>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
