import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api, type Edit, type Figure, type Mark, type StudyView, type WorkingsRow } from '../lib/api';
import { paint } from '../lib/paint';
import { MarkPaint } from '../parts/FigurePaint';
import { PointerNote } from '../parts/PointerNote';
import { AxisEnd } from './AxisEnd';
import { CutEditor } from './CutEditor';
import { KeyColour } from './KeyColour';
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
};

const near = 12;

const isBar = (mark: Mark) => mark.role === 'bar' && (mark.row ?? -1) >= 0 && ('height' in mark || 'runs' in mark);

/** The box of a bar or of a slice. */
function boxOf(mark: Mark): { left: number; top: number; right: number; bottom: number } {
  if ('height' in mark) return { left: mark.x, top: mark.y, right: mark.x + (mark.width ?? 0), bottom: mark.y + mark.height };
  const run = 'runs' in mark ? (mark.runs[0] ?? []) : [];
  const xs = run.filter((_, at) => at % 2 === 0);
  const ys = run.filter((_, at) => at % 2 === 1);
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

/** Whether a place is inside a closed run of points (the even-odd rule). */
function isInside(run: number[], x: number, y: number): boolean {
  let inside = false;
  for (let at = 0, before = run.length - 2; at < run.length; before = at, at += 2) {
    const [ax = 0, ay = 0, bx = 0, by = 0] = [run[at], run[at + 1], run[before], run[before + 1]];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

/** The row at a place: a bar under it or near by (24 × 24 px), or one of many in a merged path. */
function rowAt(figure: Figure, x: number, y: number): number | null {
  let best: number | null = null;
  let least = near;
  for (const mark of figure.marks) {
    if (isBar(mark) && 'runs' in mark) {
      if (isInside(mark.runs[0] ?? [], x, y)) return mark.row ?? null;
    } else if (isBar(mark) && 'height' in mark && 'width' in mark && 'x' in mark) {
      const dx = Math.max(mark.x - x, 0, x - mark.x - (mark.width ?? 0));
      const dy = Math.max(mark.y - y, 0, y - mark.y - mark.height);
      const distance = Math.max(dx, dy);
      if (distance < least || (distance === 0 && least === 0)) {
        least = distance;
        best = mark.row ?? null;
      }
    } else if ('strip' in mark && mark.strip) {
      const place = mark.strip.axis === 'x' ? x : y;
      if (place >= mark.strip.from && place < mark.strip.to) {
        return Math.floor(((place - mark.strip.from) / (mark.strip.to - mark.strip.from)) * mark.strip.count);
      }
    }
  }
  return best;
}

/** A rectangle drawn around bars, in the figure's pixels. */
type Lasso = { fromX: number; fromY: number; x: number; y: number };

const isDrawn = (lasso: Lasso) => Math.abs(lasso.x - lasso.fromX) > 5 || Math.abs(lasso.y - lasso.fromY) > 5;

const rowsWithin = (bars: Mark[], lasso: Lasso): number[] => {
  const [left, right] = [Math.min(lasso.x, lasso.fromX), Math.max(lasso.x, lasso.fromX)];
  const [top, bottom] = [Math.min(lasso.y, lasso.fromY), Math.max(lasso.y, lasso.fromY)];
  return bars.flatMap((bar) => {
    const box = boxOf(bar);
    return box.left < right && box.right > left && box.top < bottom && box.bottom > top ? [bar.row ?? 0] : [];
  });
};

const valueAt = (edit: Edit, pixel: number) => {
  const span = (edit.toPixel ?? 1) - (edit.fromPixel ?? 0);
  const raw = (edit.fromValue ?? 0) + ((pixel - (edit.fromPixel ?? 0)) / span) * ((edit.toValue ?? 1) - (edit.fromValue ?? 0));
  const step = edit.step || 0.01;
  return Number(Math.min(edit.most ?? 1, Math.max(edit.least ?? 0, Math.round(raw / step) * step)).toFixed(6));
};

/** The figure: painted from marks, pointed at, selected, dragged. */
export function FigureView({ view, figure, lit, setLit, chosen, choose, setChosen, actions }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [note, setNote] = useState<{ x: number; y: number; row: number } | null>(null);
  const [title, setTitle] = useState(false);
  const [cut, setCut] = useState<Edit | null>(null);
  const [recolour, setRecolour] = useState<{ part: string; left: number; top: number; group?: boolean } | null>(null);
  const [end, setEnd] = useState<{ left: number; top: number } | null>(null);
  const finish = (
    view.study as {
      finish?: { colours?: Record<string, string>; emphasis?: string[]; emphasisGroups?: string[]; amountEnd?: number };
    }
  ).finish;
  const colours = finish?.colours ?? {};
  const emphasis = (recolour?.group ? finish?.emphasisGroups : finish?.emphasis) ?? [];
  const [lasso, setLasso] = useState<Lasso | null>(null);
  const lassoed = useRef(false);
  const dragging = useRef(false);
  const rows = useMemo(() => new Map(view.workings?.rows.map((row) => [row.row, row])), [view.workings]);
  const bars = useMemo(() => figure.marks.filter(isBar), [figure]);
  const place = (event: React.PointerEvent | React.MouseEvent): [number, number] => {
    const box = svg.current?.getBoundingClientRect();
    return box
      ? [((event.clientX - box.left) / box.width) * figure.width, ((event.clientY - box.top) / box.height) * figure.height]
      : [0, 0];
  };
  const isSettled = useSettled(`${figure.width} × ${figure.height}`);
  const focusRow = bars.find((mark) => mark.row === lit)?.row ?? bars[0]?.row;

  return (
    <>
      <svg
        ref={svg}
        role="graphics-document"
        aria-roledescription="figure"
        aria-label={figure.description}
        className={`sheet-figure ${isSettled ? 'moving' : ''} absolute inset-0 h-full w-full touch-none select-none`}
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
        onKeyDown={(event) => {
          const target = event.target as Element;
          if (target.getAttribute('role') === 'slider') return;
          // The bar that has the focus, wherever the pointer rests.
          const focused = target.getAttribute('role') === 'graphics-symbol' ? Number(target.getAttribute('data-row')) : null;
          const order = bars.map((mark) => mark.row ?? 0);
          const at = order.indexOf(focused ?? lit ?? -1);
          if (['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp', 'Home', 'End'].includes(event.key) && order.length) {
            const by = event.key === 'ArrowRight' || event.key === 'ArrowDown' ? 1 : -1;
            const next =
              event.key === 'Home'
                ? 0
                : event.key === 'End'
                  ? order.length - 1
                  : Math.min(order.length - 1, Math.max(0, at + by));
            event.preventDefault();
            svg.current?.querySelector<SVGElement>(`[data-row="${order[next]}"]`)?.focus();
          }
          if ((event.key === ' ' || event.key === 'Enter') && focused !== null) {
            event.preventDefault();
            choose(focused, event.shiftKey || event.key === ' ');
          }
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
                aria-label={spoken(rows.get(row), view)}
                data-row={row}
                tabIndex={row === focusRow ? 0 : -1}
                onFocus={() => setLit(row)}
                onBlur={() => setLit(null)}
                className="cursor-pointer outline-none"
              >
                <MarkPaint mark={mark} faint={faint} lit={row === lit || chosen.includes(row)} />
              </g>
            );
          }
          if (mark.role === 'title') {
            return (
              <g
                key={mark.id}
                role="button"
                tabIndex={0}
                aria-label={`Title: ${figure.title}`}
                className="cursor-text"
                onClick={() => setTitle(true)}
                onKeyDown={(event) => {
                  if (event.key === 'Enter') setTitle(true);
                }}
              >
                <MarkPaint mark={mark} />
              </g>
            );
          }
          if ('text' in mark && mark.edit?.control === 'end') {
            const place = { left: (mark.x / figure.width) * 100, top: (mark.y / figure.height) * 100 };
            return (
              <MarkButton key={mark.id} mark={mark} name={`${mark.text}: say where the axis ends`} act={() => setEnd(place)} />
            );
          }
          const small = 'text' in mark ? /^each-(\d+)$/.exec(mark.id) : null;
          const value = small ? view.panels?.values[Number(small[1])] : undefined;
          if (value !== undefined) {
            const show = () => actions.change('finish.eachShown', value);
            return <MarkButton key={mark.id} mark={mark} name={`Workings of ${value}`} act={show} />;
          }
          const isGroup = mark.role === 'name' && !!mark.group && !mark.part && 'text' in mark && !mark.id.startsWith('under-');
          if (((mark.role === 'key' && mark.part) || isGroup) && 'text' in mark) {
            const part = (isGroup ? mark.group : mark.part) ?? '';
            const open = () =>
              setRecolour({
                part,
                group: isGroup,
                left: ((mark.x - (mark.anchor === 'end' ? 90 : 10)) / figure.width) * 100,
                top: ((mark.y - mark.size) / figure.height) * 100,
              });
            const name = `${isGroup ? 'Looks' : 'Colour'} of ${mark.full ?? mark.text}`;
            const moved = (to: string) => actions.move({ label: part, groups: isGroup, to });
            return (
              <MarkButton key={mark.id} mark={mark} name={name} act={open} carried={{ label: part, groups: isGroup, moved }} />
            );
          }
          if (mark.role === 'cut-words') {
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
          return <MarkPaint key={mark.id} mark={mark} />;
        })}
        {figure.marks
          .filter((mark) => mark.role === 'handle' && mark.edit)
          .map((mark) => (
            <Handle key={mark.id} mark={mark} place={place} actions={actions} dragging={dragging} />
          ))}
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
          now={colours[recolour.part]}
          alone={emphasis.includes(recolour.part)}
          emphasise={(on) => {
            const others = emphasis.filter((label) => label !== recolour.part);
            setRecolour(null);
            actions.change(
              recolour.group ? 'finish.emphasisGroups' : 'finish.emphasis',
              on ? [...others, recolour.part] : others,
            );
          }}
          move={(by) => {
            setRecolour(null);
            actions.move({ label: recolour.part, groups: recolour.group ?? false, by });
          }}
          narrow={(only) => {
            setRecolour(null);
            actions.narrow([recolour.part], recolour.group ?? false, only);
          }}
          close={() => setRecolour(null)}
          set={(colour) => {
            const { [recolour.part]: _, ...others } = colours;
            setRecolour(null);
            actions.change('finish.colours', colour ? { ...others, [recolour.part]: colour } : others);
          }}
        />
      ) : null}
      {end ? <AxisEnd {...end} now={finish?.amountEnd} actions={actions} close={() => setEnd(null)} /> : null}
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

type Carried = { label: string; groups: boolean; moved: (to: string) => void };

/** A text of the figure that can be pressed; a name of the key or of the bars also carried to the place of another. */
function MarkButton({ mark, name, act, carried }: { mark: Mark; name: string; act: () => void; carried?: Carried }) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const wasCarried = useRef(false);
  const [shift, setShift] = useState<[number, number] | null>(null);
  const kind = carried ? `${carried.groups ? 'group' : 'part'}-name` : undefined;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      data-carried={kind}
      data-label={carried?.label}
      className={carried ? 'cursor-grab' : 'cursor-pointer'}
      transform={shift ? `translate(${shift[0]} ${shift[1]})` : undefined}
      onClick={(event) => {
        event.stopPropagation();
        if (!wasCarried.current) act();
        wasCarried.current = false;
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') act();
      }}
      onPointerDown={(event) => {
        event.stopPropagation();
        from.current = { x: event.clientX, y: event.clientY };
        wasCarried.current = false;
        if (carried) event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (!from.current || !carried || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
        const [x, y] = [event.clientX - from.current.x, event.clientY - from.current.y];
        const svg = event.currentTarget.ownerSVGElement;
        const scale = svg ? svg.viewBox.baseVal.width / svg.getBoundingClientRect().width : 1;
        if (shift || Math.hypot(x, y) > 5) setShift([x * scale, y * scale]);
      }}
      onPointerUp={(event) => {
        from.current = null;
        if (!shift || !carried) return;
        wasCarried.current = true;
        setShift(null);
        const to = nearestName(event.currentTarget, event.clientX, event.clientY);
        if (to && to !== carried.label) carried.moved(to);
      }}
    >
      <MarkPaint mark={mark} />
    </g>
  );
}

/** The name of its kind that is nearest to a place on the screen. */
function nearestName(of: SVGGElement, x: number, y: number): string | undefined {
  const names = [...(of.ownerSVGElement?.querySelectorAll<SVGGElement>(`[data-carried="${of.dataset.carried}"]`) ?? [])];
  const away = (name: SVGGElement) => {
    const box = name.getBoundingClientRect();
    const dx = Math.max(box.left - x, 0, x - box.right);
    const dy = Math.max(box.top - y, 0, y - box.bottom);
    return Math.hypot(dx, dy);
  };
  return names
    .filter((name) => name !== of)
    .map((name) => ({ label: name.dataset.label, far: away(name) }))
    .sort((a, b) => a.far - b.far)
    .find((name) => name.far < 40)?.label;
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

type HandleProps = {
  mark: Mark;
  place: (event: React.PointerEvent) => [number, number];
  actions: StudyActions;
  dragging: React.RefObject<boolean>;
};

/** A cut's handle: dragged, its reading follows; saved once, on release. */
function Handle({ mark, place, actions, dragging }: HandleProps) {
  const edit = mark.edit;
  if (!edit || !('height' in mark)) return null;
  const vertical = edit.control === 'drag-y';
  const pixel = (event: React.PointerEvent) => place(event)[vertical ? 1 : 0];
  const cx = mark.x + (mark.width ?? 0) / 2;
  const cy = mark.y + mark.height / 2;
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={edit.name ?? 'cut'}
      aria-orientation={vertical ? 'vertical' : 'horizontal'}
      aria-valuemin={edit.least}
      aria-valuemax={edit.most}
      aria-valuenow={edit.value}
      aria-valuetext={(edit.most ?? 1) <= 1 ? `${Math.round((edit.value ?? 0) * 100)} %` : String(edit.value)}
      className={vertical ? 'cursor-ns-resize' : 'cursor-ew-resize'}
      onClick={(event) => event.stopPropagation()}
      onPointerDown={(event) => {
        event.preventDefault();
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        dragging.current = true;
      }}
      onPointerMove={(event) => {
        if (dragging.current && event.currentTarget.hasPointerCapture(event.pointerId))
          actions.preview(edit.path, valueAt(edit, pixel(event)));
      }}
      onPointerUp={(event) => {
        if (!dragging.current) return;
        dragging.current = false;
        actions.change(edit.path, valueAt(edit, pixel(event)));
      }}
      onKeyDown={(event) => {
        const by =
          event.key === 'ArrowUp' || event.key === 'ArrowRight'
            ? 1
            : event.key === 'ArrowDown' || event.key === 'ArrowLeft'
              ? -1
              : 0;
        if (by) {
          event.preventDefault();
          event.stopPropagation();
          const next = (edit.value ?? 0) + by * (edit.step ?? 0.01);
          actions.change(edit.path, Number(Math.min(edit.most ?? 1, Math.max(edit.least ?? 0, next)).toFixed(6)));
        }
      }}
    >
      <rect x={cx - 12} y={cy - 12} width={24} height={24} fill="transparent" />
      <rect x={mark.x} y={mark.y} width={mark.width} height={mark.height} rx={2} fill={paint(mark.fill ?? 'cut')} />
    </g>
  );
}

type CutWordsProps = {
  mark: Mark;
  view: StudyView;
  figure: Figure;
  actions: StudyActions;
  open: (cut: Edit) => void;
  dragging: React.RefObject<boolean>;
};

/** The words of a cut: clicked they are edited, dragged they move. */
function CutWords({ mark, view, figure, actions, open, dragging }: CutWordsProps) {
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const index = Number(/^cut-(\d+)/.exec(mark.id)?.[1] ?? 0);
  const first = figure.marks.find((other) => other.id === `cut-${index}-words`);
  const edit = first?.edit;
  const finish = ((view.study as { finish?: { cuts?: { moved?: number[] }[] } }).finish?.cuts ?? [])[index] ?? {};
  const [shift, setShift] = useState<[number, number]>([0, 0]);
  const isAt = (event: React.PointerEvent) => {
    const box = event.currentTarget.closest('svg')?.getBoundingClientRect();
    const scale = box ? figure.width / box.width : 1;
    return from.current
      ? ([(event.clientX - from.current.x) * scale, (event.clientY - from.current.y) * scale] as [number, number])
      : ([0, 0] as [number, number]);
  };
  return (
    <g
      role="button"
      tabIndex={mark.id === first?.id ? 0 : -1}
      aria-label={`Words of the cut: ${'text' in mark ? mark.text : ''}`}
      className="cursor-move"
      transform={`translate(${shift[0]} ${shift[1]})`}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && edit) open(edit);
      }}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY, moved: false };
        dragging.current = true;
      }}
      onPointerMove={(event) => {
        if (!from.current) return;
        const by = isAt(event);
        if (Math.hypot(...by) > 3) from.current.moved = true;
        if (from.current.moved) setShift(by);
      }}
      onPointerUp={(event) => {
        dragging.current = false;
        const start = from.current;
        const by = isAt(event);
        from.current = null;
        setShift([0, 0]);
        if (!start?.moved) {
          if (edit) open(edit);
          return;
        }
        const old = finish.moved ?? [];
        const anchor = edit ? [edit.across ?? 0, edit.down ?? 0] : [0, 0];
        const base = old.length === 2 ? old : anchor;
        const clamp = (value: number) => Number(Math.min(100, Math.max(-100, value)).toFixed(2));
        actions.change(edit?.path ?? '', {
          ...finish,
          moved: [
            clamp((base[0] ?? 0) + (by[0] / (edit?.fromPixel ?? 1)) * 100),
            clamp((base[1] ?? 0) + (by[1] / (edit?.toPixel ?? 1)) * 100),
          ],
        });
      }}
    >
      <MarkPaint mark={mark} />
    </g>
  );
}
