import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api, type Edit, type Figure, type StudyView, type WorkingsRow } from '../lib/api';
import { needsEdges } from '../lib/edges';
import { MarkPaint } from '../parts/FigurePaint';
import { PointerNote } from '../parts/PointerNote';
import { pressed, stop, stopSelector, useStops } from '../parts/useStops';
import { AxisEnd } from './AxisEnd';
import { BarEnd } from './BarEnd';
import { CutEditor } from './CutEditor';
import { CutWords, Handle } from './CutHandles';
import { barsUnder, isBar, isDrawn, type Lasso, rowAt, rowsWithin } from './hits';
import { KeyColour } from './KeyColour';
import { MarkButton } from './MarkButton';
import { partActions } from './PartLooks';
import type { StudyActions } from './useStudy';

type Props = {
  view: StudyView;
  figure: Figure;
  lit: number | null;
  setLit: (row: number | null) => void;
  chosen: number[];
  choose: (row: number, extend: boolean) => void;
  setChosen: (rows: number[]) => void;
  actions: StudyActions;
  /** The part whose colours are to be opened; null for none. */
  colouring: string | null;
  /** They are open. */
  coloured: () => void;
};

/** The figure: painted from marks, pointed at, selected, dragged. */
export function FigureView({ view, figure, lit, setLit, chosen, choose, setChosen, actions, colouring, coloured }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [note, setNote] = useState<{ x: number; y: number; row: number } | null>(null);
  const [title, setTitle] = useState(false);
  const [cut, setCut] = useState<Edit | null>(null);
  const [recolour, setRecolour] = useState<{
    part: string;
    left: number;
    top: number;
    group?: boolean;
    /** The mark that it was opened from. */
    from: string;
  } | null>(null);
  const [end, setEnd] = useState<{ left: number; top: number; from: string } | null>(null);
  const { finish } = view.study;
  const [lasso, setLasso] = useState<Lasso | null>(null);
  const lassoed = useRef(false);
  const dragging = useRef(false);
  const labelled = useMemo(() => barsUnder(figure), [figure]);
  const edged = useMemo(() => needsEdges(figure), [figure]);
  const titled = figure.marks.find((mark) => mark.role === 'title')?.id;
  const rows = useMemo(() => new Map(view.workings?.rows.map((row) => [row.row, row])), [view.workings]);
  const bars = useMemo(() => figure.marks.filter(isBar), [figure]);
  // A part's colours are opened from its bar's reading, too: not every part has an entry of a key.
  useEffect(() => {
    const mark = colouring ? bars.find((bar) => bar.part === colouring) : undefined;
    if (!mark || !colouring) return;
    const [x, y] =
      'width' in mark && 'x' in mark
        ? [mark.x + (mark.width ?? 0) / 2, mark.y]
        : 'runs' in mark
          ? [mark.runs[0]?.[0] ?? 0, mark.runs[0]?.[1] ?? 0]
          : [0, 0];
    setRecolour({ part: colouring, from: mark.id, left: (x / figure.width) * 100, top: (y / figure.height) * 100 });
    coloured();
  }, [colouring, bars, figure, coloured]);
  const place = (event: React.PointerEvent | React.MouseEvent): [number, number] => {
    const box = svg.current?.getBoundingClientRect();
    return box
      ? [((event.clientX - box.left) / box.width) * figure.width, ((event.clientY - box.top) / box.height) * figure.height]
      : [0, 0];
  };
  const isSettled = useSettled(`${figure.width} × ${figure.height}`);
  // The end of the bar that was pointed at last: the keys reach it after the bar has lost the focus to it.
  const [ended, setEnded] = useState<string | null>(null);
  const ends = useMemo(() => bars.filter((mark) => mark.edit?.path === 'trial'), [bars]);
  const pointed = ends.find((mark) => mark.row === lit);
  if (pointed && pointed.id !== ended && !dragging.current) setEnded(pointed.id);
  const endOf = ends.find((mark) => mark.id === ended) ?? ends[0];
  const stops = useStops(svg);

  return (
    <>
      <svg
        ref={svg}
        role="graphics-document"
        aria-roledescription="figure"
        aria-label={figure.description}
        className={`sheet-figure ${edged ? 'edged' : ''} ${isSettled ? 'moving' : ''} absolute inset-0 h-full w-full touch-none select-none`}
        viewBox={`0 0 ${figure.width} ${figure.height}`}
        onPointerDown={(event) => {
          if (event.button !== 0 || event.pointerType === 'touch') return;
          const [x, y] = place(event);
          lassoed.current = false;
          setLasso({ fromX: x, fromY: y, x, y });
        }}
        onPointerUp={() => {
          if (lasso && isDrawn(lasso)) {
            lassoed.current = true;
            setChosen(rowsWithin(bars, lasso));
          }
          setLasso(null);
        }}
        onPointerMove={(event) => {
          if (dragging.current) return;
          const [x, y] = place(event);
          if (lasso) {
            const next = { ...lasso, x, y };
            setLasso(next);
            if (isDrawn(next)) {
              event.currentTarget.setPointerCapture(event.pointerId);
              setNote(null);
              return;
            }
          }
          const row = rowAt(figure, x, y);
          setLit(row);
          setNote(row === null ? null : { x, y, row });
        }}
        onPointerLeave={() => {
          setLit(null);
          setNote(null);
        }}
        onClick={(event) => {
          if (lassoed.current) {
            lassoed.current = false;
            return;
          }
          const [x, y] = place(event);
          const row = rowAt(figure, x, y);
          if (row !== null) choose(row, event.shiftKey || event.ctrlKey || event.metaKey);
          else if (event.target === svg.current) setChosen([]);
        }}
        onFocus={stops.onFocus}
        onKeyDown={(event) => {
          const target = event.target as Element;
          if (stops.onKeyDown(event) || target.getAttribute('data-stop') !== 'bar') return;
          pressed(() => choose(Number(target.getAttribute('data-row')), event.shiftKey || event.key === ' '))(event);
        }}
      >
        {figure.marks.map((mark) => {
          if (mark.role === 'handle') return null;
          const row = mark.row ?? -1;
          const faint = chosen.length > 0 && row >= 0 && !chosen.includes(row) && mark.role === 'bar';
          if (isBar(mark)) {
            return (
              <g
                key={mark.id}
                role="graphics-symbol"
                aria-roledescription={'runs' in mark ? 'slice' : 'bar'}
                aria-label={`${spoken(rows.get(row), view)}${chosen.includes(row) ? ', chosen' : ''}`}
                data-row={row}
                {...stop('bar', mark.id)}
                onFocus={() => setLit(row)}
                onBlur={() => setLit(null)}
                className="cursor-pointer outline-none"
              >
                <MarkPaint mark={mark} faint={faint} lit={row === lit || chosen.includes(row)} />
              </g>
            );
          }
          if (mark.role === 'title') {
            // A title of several lines is one thing to the keys.
            const button =
              mark.id === titled
                ? {
                    role: 'button',
                    'aria-label': `Title: ${figure.title}`,
                    onKeyDown: pressed(() => setTitle(true)),
                    ...stop('title', mark.id),
                  }
                : { 'aria-hidden': true };
            return (
              // biome-ignore lint/a11y/noStaticElementInteractions: its first line is a button; the others are the same one to the pointer
              <g key={mark.id} {...button} className="cursor-text" onClick={() => setTitle(true)}>
                <MarkPaint mark={mark} />
              </g>
            );
          }
          if ('text' in mark && mark.edit?.control === 'end') {
            const place = { left: (mark.x / figure.width) * 100, top: (mark.y / figure.height) * 100 };
            return (
              <MarkButton
                key={mark.id}
                mark={mark}
                kind="axis"
                name={`${mark.text}: say where the axis ends`}
                act={() => setEnd({ ...place, from: mark.id })}
              />
            );
          }
          const small = 'text' in mark ? /^each-(\d+)$/.exec(mark.id) : null;
          const value = small ? view.panels?.values[Number(small[1])] : undefined;
          if (value !== undefined) {
            const show = () => actions.change('finish.eachShown', value);
            return <MarkButton key={mark.id} mark={mark} kind="panel" name={`Workings of ${value}`} act={show} />;
          }
          const isGroup = mark.role === 'name' && !!mark.group && !mark.part && 'text' in mark && !mark.id.startsWith('under-');
          if (((mark.role === 'key' && mark.part) || isGroup) && 'text' in mark) {
            const part = (isGroup ? mark.group : mark.part) ?? '';
            const open = () =>
              setRecolour({
                part,
                from: mark.id,
                group: isGroup,
                left: ((mark.x - (mark.anchor === 'end' ? 90 : 10)) / figure.width) * 100,
                top: ((mark.y - mark.size) / figure.height) * 100,
              });
            const name = `${isGroup ? 'Colour and highlight' : 'Colour'} of ${mark.full ?? mark.text}`;
            const moved = (to: string) => actions.move({ label: part, groups: isGroup, to });
            return (
              <MarkButton
                key={mark.id}
                mark={mark}
                kind={isGroup ? 'name' : 'key'}
                name={name}
                act={open}
                carried={{ label: part, groups: isGroup, moved }}
              />
            );
          }
          if (mark.role === 'cutWords') {
            return (
              <CutWords
                key={mark.id}
                mark={mark}
                view={view}
                figure={figure}
                actions={actions}
                open={setCut}
                dragging={dragging}
              />
            );
          }
          const on = labelled.get(mark.id);
          const over = chosen.length > 0 && on !== undefined && !chosen.includes(on);
          return <MarkPaint key={mark.id} mark={over ? { ...mark, fill: 'ink' } : mark} />;
        })}
        {figure.marks
          .filter((mark) => mark.role === 'handle' && mark.edit)
          .map((mark) => (
            <Handle key={mark.id} mark={mark} place={place} actions={actions} dragging={dragging} />
          ))}
        {endOf ? (
          <BarEnd
            mark={endOf}
            shown={endOf === pointed}
            place={place}
            actions={actions}
            dragging={dragging}
            taken={() => {
              setNote(null);
              setLit(null);
            }}
          />
        ) : null}
        {lasso && isDrawn(lasso) ? (
          <rect
            x={Math.min(lasso.fromX, lasso.x)}
            y={Math.min(lasso.fromY, lasso.y)}
            width={Math.abs(lasso.x - lasso.fromX)}
            height={Math.abs(lasso.y - lasso.fromY)}
            fill="var(--accent)"
            fillOpacity={0.08}
            stroke="var(--accent)"
            strokeDasharray="4 3"
            pointerEvents="none"
          />
        ) : null}
      </svg>
      {note && !recolour && !end && rows.get(note.row) ? (
        <Note row={rows.get(note.row)} view={view} x={note.x / figure.width} y={note.y / figure.height} />
      ) : null}
      {title ? (
        <form
          className="absolute top-4 right-5 left-5"
          data-goes-on={stopSelector(titled ?? '')}
          onSubmit={(event) => {
            event.preventDefault();
            setTitle(false);
            actions.change('title', String(new FormData(event.currentTarget).get('title') ?? '').trim() || null);
          }}
        >
          <input
            name="title"
            aria-label="Title"
            autoFocus
            className="w-full border border-accent bg-sheet px-1 py-0.5 font-serif text-[20px]"
            defaultValue={view.title}
            onFocus={(event) => event.currentTarget.select()}
            onBlur={(event) => event.currentTarget.form?.requestSubmit()}
            onKeyDown={(event) => {
              if (event.key === 'Escape') {
                event.stopPropagation();
                setTitle(false);
              }
            }}
          />
          {view.settings
            .find((setting) => setting.path === 'title')
            ?.suggestions?.filter((text) => text !== view.title)
            .map((text) => (
              <button
                key={text}
                type="button"
                className="popover block w-full px-2 py-1 text-left text-[13px]"
                // The field must not end before the click has come.
                onPointerDown={(event) => event.preventDefault()}
                onClick={() => {
                  setTitle(false);
                  actions.change('title', text);
                }}
              >
                “{text}”, as the table has it
              </button>
            ))}
        </form>
      ) : null}
      {recolour ? (
        <KeyColour
          {...recolour}
          goesOn={stopSelector(recolour.from)}
          now={finish?.colours?.[recolour.part]}
          alone={((recolour.group ? finish?.emphasisGroups : finish?.emphasis) ?? []).includes(recolour.part)}
          act={partActions(recolour.part, recolour.group ?? false, finish, actions, () => setRecolour(null))}
          close={() => setRecolour(null)}
        />
      ) : null}
      {end ? (
        <AxisEnd
          {...end}
          goesOn={`${stopSelector(end.from)}||[data-stop="axis"]`}
          now={finish?.amountEnd}
          actions={actions}
          close={() => setEnd(null)}
        />
      ) : null}
      {cut !== null ? <CutEditor edit={cut} view={view} actions={actions} close={() => setCut(null)} /> : null}
    </>
  );
}

/** Whether a sheet has had its size for a while: bars move when numbers change, not when the sheet does. */
function useSettled(size: string) {
  const [settled, setSettled] = useState('');
  useEffect(() => {
    const wait = setTimeout(() => setSettled(size), 250);
    return () => clearTimeout(wait);
  }, [size]);
  return settled === size;
}

function spoken(row: WorkingsRow | undefined, view: StudyView): string {
  if (!row || !view.workings) return '';
  return view.workings.columns
    .map((column, at) =>
      column.text && column.key !== 'class'
        ? row.cells[at]
        : `${column.label} ${row.cells[at]}${column.unit === 'share' || column.unit === 'percent' ? ' %' : ''}`,
    )
    .filter((_, at) => ['part', 'group', 'value', 'shownShare', 'runningShare'].includes(view.workings?.columns[at]?.key ?? ''))
    .join(', ');
}

/** What is said at the pointer: the row's name, its amount, its shares, and how it compares. */
function Note({ row, view, x, y }: { row: WorkingsRow | undefined; view: StudyView; x: number; y: number }) {
  const at = row?.row ?? -1;
  const said = useQuery({
    queryKey: ['pointed', view.id, view.revision, view.figure?.description, at],
    queryFn: () => api.pointed(view.id, at),
    enabled: at >= 0,
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (!row || !view.workings) return null;
  const columns = view.workings.columns;
  const cell = (key: string) => row.cells[columns.findIndex((column) => column.key === key)];
  const first = [
    `${cell('value')} ${columns.find((column) => column.key === 'value')?.label}`,
    `${cell('shownShare') ?? cell('share')} % of the whole`,
  ];
  return <PointerNote name={row.name} lines={said.data ?? first} x={x} y={y} />;
}
