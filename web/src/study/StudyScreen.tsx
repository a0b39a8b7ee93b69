import { Copy, Redo2, Search, Undo2 } from 'lucide-react';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { AsOf, AtWork, EngineFault } from '../engine/AtWork';
import { useAnnounced } from '../lib/announce';
import { api, type Figure, type SelectionReading, type Size } from '../lib/api';
import { isolated } from '../lib/bidi';
import { go } from '../lib/router';
import { together } from '../lib/together';
import { usePaper } from '../lib/usePaper';
import { IconButton } from '../parts/IconButton';
import { Link } from '../parts/Link';
import { NotSaved } from '../parts/NotSaved';
import { TopBar } from '../parts/TopBar';
import { FigureView } from './FigureView';
import { FindOrDo } from './FindOrDo';
import { FinishPanel } from './FinishPanel';
import { FormStrip } from './FormStrip';
import { HandOver } from './HandOver';
import { LayOn } from './LayOn';
import { Ledger } from './Ledger';
import { PanelShown } from './PanelShown';
import { StatementLine } from './StatementLine';
import { StudyOnPaper } from './StudyOnPaper';
import { TieOut } from './TieOut';
import { useKeys } from './useKeys';
import { useStudy } from './useStudy';
import { WhatChanged } from './WhatChanged';

/** The most rows of workings that are printed, and how many are fetched at once. */
const mostOnPaper = 5000;
const rowsAtOnce = 400;

/** The study screen: statement, figure, workings, tie-out, forms. */
export function StudyScreen({ id }: { id: string }) {
  const sheet = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<Size | null>(null);
  const [proportion, setProportion] = useState<number | undefined>();
  const size = useMemo(() => (room ? fitted(room, proportion) : null), [room, proportion]);
  const { view, problem, actions, saving, working, asked } = useStudy(id, size);
  useAnnounced(problem, true);
  useAnnounced(view && !view.figure ? view.problem : null, true);
  const minutes = view?.left?.everyMinutes;
  useEffect(() => {
    if (!minutes) return;
    const timer = setInterval(() => actions.askAgain(false), minutes * 60_000);
    return () => clearInterval(timer);
  }, [minutes, actions]);
  const wished = view?.study.finish?.proportion;
  useEffect(() => setProportion(wished), [wished]);
  // The figure first; what stands around it follows in the next breath.
  const later = useDeferredValue(view);
  const [lit, setLit] = useState<number | null>(null);
  const [chosen, setChosen] = useState<number[]>([]);
  const [selection, setSelection] = useState<SelectionReading | null>(null);
  const [finding, setFinding] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  // A change that takes a while closes what it was made in, not what was opened meanwhile.
  const show = useCallback((what: string, on: boolean) => setOpen((now) => (on ? what : now === what ? null : now)), []);
  const [colouring, setColouring] = useState<string | null>(null);
  const coloured = useCallback(() => setColouring(null), []);
  const [drawer, setDrawer] = useState(false);
  const [split, setSplit] = useState(() => Number(localStorage.getItem('onewhole.split')) || 0.59);

  useEffect(() => {
    const element = sheet.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const width = Math.round(entry.contentRect.width);
      const height = Math.round(entry.contentRect.height);
      if (width > 40 && height > 40) setRoom((old) => (old?.width === width && old.height === height ? old : { width, height }));
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const rowCount = view?.workings?.rowCount ?? 0;
  // A row chosen in one state of the study is another one in the next: what is drawn of its part and group stays chosen.
  const stamp = view ? `${view.revision}-${rowCount}` : '';
  const seen = useRef({ stamp, figure: view?.figure });
  if (seen.current.stamp !== stamp) {
    const before = seen.current.figure;
    seen.current = { stamp, figure: view?.figure };
    if (chosen.length) setChosen(sameRows(before, view?.figure, chosen));
  }
  useEffect(() => {
    setSelection(null);
    if (chosen.length === 0) return;
    let stale = false;
    api.selection(id, chosen).then((reading) => {
      if (!stale) setSelection(reading);
    });
    return () => {
      stale = true;
    };
  }, [chosen, id]);

  useAnnounced(selection?.text);
  const narrowed = useMemo(() => labelsOf(view?.figure, chosen), [view?.figure, chosen]);

  const choose = useCallback((row: number, extend: boolean) => {
    setChosen((old) =>
      extend
        ? old.includes(row)
          ? old.filter((other) => other !== row)
          : [...old, row]
        : old.length === 1 && old[0] === row
          ? []
          : [row],
    );
  }, []);

  useKeys({ view, actions, setOpen, find: () => setFinding(true) });

  const saved = view ? new Date(view.changed).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : '';
  const paper = usePaper(view?.workings?.stamp ?? '', async () => {
    const rows = [...(view?.workings?.rows ?? [])];
    const { rowCount = 0, stamp } = view?.workings ?? {};
    while (rows.length < Math.min(rowCount, mostOnPaper)) rows.push(...(await api.studyRows(id, rows.length, rowsAtOnce, stamp)));
    return rows.slice(0, mostOnPaper);
  });
  const copy = () =>
    api.copy(id).then(
      (made) => go(`/studies/${made.id}`),
      (fault: Error) => actions.say(fault.message),
    );

  return (
    <div className="workplace">
      <TopBar
        trail={
          view ? (
            <span className="flex items-baseline max-[899px]:flex-wrap">
              <span className="min-w-0 truncate max-[899px]:whitespace-normal">› {view.title}</span>
              <span className="px-1.5">on</span>
              <Link to={`/tables/${view.tableId}`} className="word max-w-[50%] shrink-0 truncate">
                {view.tableName}
              </Link>
            </span>
          ) : null
        }
      >
        <span className="figures text-quiet">{view ? `saved ${saved}` : 'opening'}</span>
        <span className="flex">
          <IconButton name="Undo" keys="Ctrl+Z" disabled={!view?.canUndo} act={actions.undo}>
            <Undo2 size={15} />
          </IconButton>
          <IconButton name="Redo" keys="Ctrl+Shift+Z" disabled={!view?.canRedo} act={actions.redo}>
            <Redo2 size={15} />
          </IconButton>
          <IconButton name="Copy this study" disabled={!view} act={copy}>
            <Copy size={15} />
          </IconButton>
        </span>
        <button type="button" className="plain" onClick={() => setFinding(true)}>
          <Search size={14} /> Find or do{' '}
          <kbd className="max-[599px]:hidden rounded-xs border border-hairline px-1 text-[11px]">/</kbd>
        </button>
        {view ? (
          <HandOver
            view={view}
            size={size ?? { width: 960, height: 600 }}
            print={paper.print}
            open={open === 'hand-over'}
            setOpen={(on) => show('hand-over', on)}
          />
        ) : null}
      </TopBar>
      <main className="flex min-h-0 flex-1 flex-col print:block" data-guide={view ? `forms/${view.study.form.kind}` : undefined}>
        <h1 className="sr-only">{view?.title ?? 'Study'}</h1>
        {view && paper.printing ? <StudyOnPaper view={view} rows={paper.rows ?? view.workings?.rows ?? []} /> : null}
        <div className="unprinted min-h-[76px] px-6 pt-3 pb-2 max-[599px]:px-3" data-guide="3-say-the-whole">
          {view ? <StatementLine view={view} actions={actions} open={open} setOpen={show} /> : null}
          {problem ? (
            <p className="mt-1 text-fail">
              {problem}{' '}
              <button type="button" className="word cursor-pointer text-ink" onClick={() => actions.say(null)}>
                all right
              </button>
            </p>
          ) : null}
          <NotSaved saving={saving} />
        </div>
        <div className="work-row unprinted px-6 pb-3 max-[599px]:px-3">
          <div className="flex min-w-0 flex-col" style={{ flex: `${split * 100} 1 0` }}>
            <div ref={sheet} className="relative flex min-h-0 flex-1 items-center justify-center">
              <div
                className="relative overflow-hidden rounded-xs border border-hairline bg-sheet"
                style={proportion && size ? { width: size.width, height: size.height } : { width: '100%', height: '100%' }}
              >
                {view?.left ? <AtWork view={view} working={working} /> : null}
                {view?.figure ? (
                  <FigureView
                    view={view}
                    figure={view.figure}
                    lit={lit}
                    setLit={setLit}
                    chosen={chosen}
                    choose={choose}
                    setChosen={setChosen}
                    colouring={colouring}
                    coloured={coloured}
                    actions={actions}
                  />
                ) : view?.problem ? (
                  <>
                    <p className="m-6 max-w-[52ch] font-serif text-[17px]">
                      {view.problem}
                      {view.remedy ? (
                        <button
                          type="button"
                          className="button mt-3 block font-sans text-[14px]"
                          onClick={() => actions.applyRemedy('form')}
                        >
                          {view.remedy}
                        </button>
                      ) : null}
                    </p>
                    <EngineFault view={view} again={() => actions.askAgain(false)} />
                  </>
                ) : null}
              </div>
            </div>
            <div className="flex min-h-6 flex-wrap items-baseline gap-x-4 gap-y-1 pt-1 text-[13px]">
              <p className="figures min-w-[min(16rem,100%)] flex-1">
                <span className="pr-2">{isolated(together(selection?.text ?? view?.workings?.verdict ?? ''))}</span>
                {selection && narrowed ? (
                  <>
                    <button
                      type="button"
                      className="word mr-3 cursor-pointer text-accent"
                      onClick={() => actions.narrow(narrowed.labels, narrowed.groups, false)}
                    >
                      leave {narrowed.labels.length === 1 ? 'it' : 'them'} out
                    </button>
                    <button
                      type="button"
                      className="word mr-3 cursor-pointer text-accent"
                      onClick={() => actions.narrow(narrowed.labels, narrowed.groups, true)}
                    >
                      show {narrowed.labels.length === 1 ? 'it' : 'them'} alone
                    </button>
                    {narrowed.labels.length === 1 && !narrowed.groups ? (
                      <button
                        type="button"
                        className="word mr-3 cursor-pointer text-accent"
                        onClick={() => setColouring(narrowed.labels[0] ?? null)}
                      >
                        its colour
                      </button>
                    ) : null}
                  </>
                ) : null}
                {selection?.form && selection.shape ? (
                  <button
                    type="button"
                    className="word cursor-pointer text-accent"
                    onClick={() => actions.shape(selection.form ?? '', selection.shape ?? '')}
                  >
                    {selection.formText}
                  </button>
                ) : null}
              </p>
              <button
                type="button"
                className="word hidden cursor-pointer max-[899px]:inline"
                aria-expanded={drawer}
                onClick={() => setDrawer(!drawer)}
              >
                Workings
              </button>
              {view ? <AsOf view={view} again={() => actions.askAgain(true)} /> : null}
              {view ? (
                <WhatChanged
                  view={view}
                  size={size ?? { width: 960, height: 600 }}
                  open={open === 'changes'}
                  setOpen={(on) => show('changes', on)}
                />
              ) : null}
              {view ? (
                <FinishPanel view={view} actions={actions} open={open === 'finish'} setOpen={(on) => show('finish', on)} />
              ) : null}
            </div>
          </div>
          <Splitter split={split} setSplit={setSplit} />
          <div
            className={
              'flex min-w-[340px] flex-col max-[899px]:fixed max-[899px]:top-0 max-[899px]:right-0 max-[899px]:bottom-0 ' +
              'max-[899px]:z-20 max-[899px]:w-[min(540px,100vw)] max-[899px]:min-w-0 max-[899px]:overflow-y-auto ' +
              'max-[899px]:border-l max-[899px]:border-hairline max-[899px]:bg-paper max-[899px]:p-4 max-[899px]:shadow-lg ' +
              `${drawer ? '' : 'max-[899px]:hidden'}`
            }
            style={{ flex: `${(1 - split) * 100} 1 0` }}
          >
            <button
              type="button"
              className="word mb-2 hidden cursor-pointer self-end max-[899px]:block"
              onClick={() => setDrawer(false)}
            >
              Close the workings
            </button>
            {later?.workings ? (
              <>
                {later.panels ? <PanelShown panels={later.panels} actions={actions} /> : null}
                <Ledger
                  view={later}
                  workings={later.workings}
                  lit={lit}
                  setLit={setLit}
                  chosen={chosen}
                  choose={choose}
                  actions={actions}
                />
                <TieOut lines={later.workings.tieOut} remarks={later.remarks ?? []} actions={actions} />
              </>
            ) : null}
          </div>
        </div>
        {later ? <FormStrip view={later} actions={actions} asked={asked} /> : null}
      </main>
      {view ? (
        <FindOrDo
          open={finding}
          setOpen={setFinding}
          view={view}
          actions={actions}
          openWord={setOpen}
          choose={setChosen}
          copy={copy}
        />
      ) : null}
      {view ? <LayOn view={view} open={open === 'lay-on'} setOpen={(on) => show('lay-on', on)} /> : null}
    </div>
  );
}

/** The largest sheet of a proportion (width by height) that a room has space for. */
function fitted(room: Size, proportion: number | undefined): Size {
  if (!proportion) return room;
  const width = Math.min(room.width, room.height * proportion);
  return { width: Math.round(width), height: Math.round(width / proportion) };
}

/** The rows that draw, in another figure, the parts and groups of chosen rows. */
function sameRows(before: Figure | null | undefined, after: Figure | null | undefined, rows: number[]): number[] {
  const named = (figure: Figure | null | undefined) =>
    (figure?.marks ?? []).filter((mark) => mark.role === 'bar' && (mark.row ?? -1) >= 0);
  const name = (mark: Figure['marks'][number]) => `${mark.group ?? ''}\u0001${mark.part ?? ''}`;
  const wanted = new Set(
    named(before)
      .filter((mark) => rows.includes(mark.row ?? -1))
      .map(name),
  );
  return [
    ...new Set(
      named(after)
        .filter((mark) => wanted.has(name(mark)))
        .map((mark) => mark.row ?? 0),
    ),
  ];
}

function Splitter({ split, setSplit }: { split: number; setSplit: (split: number) => void }) {
  const keep = (next: number) => {
    const within = Math.min(0.78, Math.max(0.4, next));
    setSplit(within);
    localStorage.setItem('onewhole.split', String(within));
  };
  return (
    <div
      role="separator"
      aria-label="Between figure and workings"
      aria-orientation="vertical"
      aria-valuenow={Math.round(split * 100)}
      aria-valuemin={40}
      aria-valuemax={78}
      tabIndex={0}
      className="mx-1 mb-6 flex w-4 max-[899px]:hidden cursor-col-resize items-center justify-center"
      onKeyDown={(event) => {
        if (event.key === 'ArrowLeft') keep(split - 0.02);
        if (event.key === 'ArrowRight') keep(split + 0.02);
      }}
      onPointerDown={(event) => {
        const row = event.currentTarget.parentElement;
        if (!row) return;
        const box = row.getBoundingClientRect();
        const target = event.currentTarget;
        target.setPointerCapture(event.pointerId);
        target.onpointermove = (move) => keep((move.clientX - box.left - 24) / (box.width - 48));
        target.onpointerup = () => {
          target.onpointermove = null;
        };
      }}
    >
      <span className="h-8 w-px bg-hairline" />
    </div>
  );
}

/** The parts that the chosen rows stand for; where rows are groups alone, those. */
function labelsOf(figure: Figure | null | undefined, rows: number[]): { labels: string[]; groups: boolean } | null {
  const marks = figure?.marks.filter((mark) => rows.includes(mark.row ?? -1)) ?? [];
  const parts = [...new Set(marks.flatMap((mark) => (mark.part && !mark.part.startsWith('\u0001') ? [mark.part] : [])))];
  const groups = [...new Set(marks.flatMap((mark) => (mark.group ? [mark.group] : [])))];
  if (parts.length) return { labels: parts, groups: false };
  return groups.length ? { labels: groups, groups: true } : null;
}
