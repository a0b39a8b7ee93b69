import { useQuery } from '@tanstack/react-query';
import { memo, useEffect, useRef, useState } from 'react';
import { announce } from '../lib/announce';
import { api, type LeastPreview, Problem, type StudyView, type WorkingsRow, type WorkingsView } from '../lib/api';
import { isolated } from '../lib/bidi';
import { paint } from '../lib/paint';
import { useHiddenRight } from '../lib/useHiddenRight';
import { useActiveCell } from '../parts/useActiveCell';
import { useRowWindow } from '../parts/useRowWindow';
import type { StudyActions } from './useStudy';

type Props = {
  view: StudyView;
  workings: WorkingsView;
  lit: number | null;
  setLit: (row: number | null) => void;
  chosen: number[];
  choose: (row: number, extend: boolean) => void;
  actions: StudyActions;
};

/** The columns whose amounts can be tried otherwise. */
const tried = ['value', 'share', 'shownShare', 'after'];

const rowHeight = 26;
const page = 400;

/** The workings: a ledger with right-aligned figures, and the whole under a double rule. */
export const Ledger = memo(function Ledger({ view, workings, lit, setLit, chosen, choose, actions }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [more, setMore] = useState(new Map<number, WorkingsRow[]>());
  const dragged = useRef<{ label: string; groups: boolean } | null>(null);
  /** Dragged to another row, a part or a group takes its place. */
  const carried = (label: string | null | undefined, groups: boolean) => ({
    draggable: !!label,
    onDragStart: () => {
      dragged.current = label ? { label, groups } : null;
    },
    onDragEnd: () => {
      dragged.current = null;
    },
    onDragOver: (event: React.DragEvent) => {
      if (dragged.current?.groups === groups) event.preventDefault();
    },
    onDrop: () => {
      const moved = dragged.current;
      if (moved && label && moved.groups === groups && moved.label !== label) actions.move({ ...moved, to: label });
    },
  });
  const [cell, setCell] = useState<{ row: number; column: string; text: string; least: LeastPreview | null } | null>(null);
  const { stamp } = workings;
  // With groups, each has a ruled line of its own before its rows, which are equally many.
  const groups = workings.groups;
  const perGroup = groups.length ? workings.rowCount / groups.length : 0;
  const rowsAreGroups = !workings.columns.some((column) => column.key === 'part');
  const lines = workings.rowCount + groups.length;
  const rowOn = (line: number) => {
    if (!perGroup) return line;
    const inGroup = line % (perGroup + 1);
    return inGroup === 0 ? -1 : Math.floor(line / (perGroup + 1)) * perGroup + inGroup - 1;
  };
  useEffect(() => {
    void stamp;
    setMore(new Map());
    setCell(null);
  }, [stamp]);
  const rows = useRowWindow(scroller, lines, rowHeight);
  // At most as many rows as lines stand before a line.
  const lastPage = Math.floor(Math.max(0, Math.min(rows.last, workings.rowCount - 1)) / page);
  const firstPage = Math.floor(Math.max(0, rows.first - (perGroup ? Math.ceil(rows.first / (perGroup + 1)) : 0)) / page);
  const { reveal } = rows;
  useEffect(() => {
    for (let at = Math.max(1, firstPage); at <= lastPage; at++) {
      if (more.has(at)) continue;
      // Rows of other workings than those above are not shown: the study itself is fetched anew.
      api.studyRows(view.id, at * page, page, stamp).then(
        (got) => setMore((known) => new Map(known).set(at, got)),
        (fault) => (fault instanceof Problem && fault.code === 'changed' ? actions.outdated() : undefined),
      );
    }
  }, [firstPage, lastPage, more, view.id, stamp, actions]);
  useEffect(() => {
    if (lit !== null) reveal(perGroup ? lit + Math.floor(lit / perGroup) + 1 : lit, 44, 34);
  }, [lit, reveal, perGroup]);

  const columns = workings.columns.filter((column) => !(perGroup && column.key === 'group'));
  const places = columns.map((column) => workings.columns.indexOf(column));
  // Numbers are never cut: each column is as wide as its longest text, or the ledger scrolls sideways.
  const widest = (at: number) => {
    const place = places[at] ?? 0;
    const texts = [
      workings.whole[place] ?? '',
      ...groups.map((group) => group.cells[place] ?? ''),
      ...workings.rows.map((row) => row.cells[place] ?? ''),
    ];
    const heading = Math.max(...(columns[at]?.label ?? '').split(' ').map((word) => word.length)) * 6.4;
    return Math.ceil(Math.max(heading, Math.max(...texts.map((text) => text.length)) * 8.4) + 10);
  };
  // A group's line has its name and, in smaller print, its share of everything.
  const part = workings.columns.findIndex((column) => column.key === 'part');
  const named = groups.map((group) => group.label.length * 8 + (group.cells[part]?.length ?? 0) * 6.6 + 24);
  const parts = workings.rows.map((row) => (row.cells[part] ?? '').length * 7.4 + (perGroup ? 40 : 30));
  const names = Math.min(240, Math.max(112, ...named, ...parts));
  // What is over goes to all columns, so that numbers don't stand far from their names.
  const template = columns
    .map((column, at) =>
      column.key === 'part' || column.key === 'group' ? `minmax(${names}px, 1fr)` : `minmax(${widest(at)}px, 0.4fr)`,
    )
    .join(' ');
  const hidden = useHiddenRight(scroller, template);
  const rowOf = (index: number): WorkingsRow | undefined =>
    index < page ? workings.rows[index] : more.get(Math.floor(index / page))?.[index % page];
  const ask = async (row: number, column: string) => {
    const reply = await api.arithmetic(view.id, column, row).catch((fault: Error) => ({ text: fault.message }));
    const least = column === 'value' ? await api.least(view.id, row).catch(() => null) : null;
    setCell({ row, column, text: reply.text, least });
    announce(reply.text);
  };
  const act = (row: number, key: string, extend: boolean) =>
    key === 'part' || key === 'group' ? choose(row, extend) : ask(row, key);
  const cells = useActiveCell(
    'ledger',
    lines + 1,
    columns.length,
    (line) => reveal(Math.min(line, lines - 1), 44, 34),
    (at, event) => {
      const row = at.row === lines ? -1 : rowOn(at.row);
      if (row >= 0) act(row, columns[at.column]?.key ?? 'part', event.shiftKey || event.key === ' ');
    },
  );
  return (
    <>
      {hidden ? (
        <button
          type="button"
          tabIndex={-1}
          className="word -mt-1 mb-0.5 cursor-pointer self-end text-[12px] text-accent"
          onClick={() => scroller.current?.scrollBy({ left: 240, behavior: 'smooth' })}
        >
          more columns to the right
        </button>
      ) : null}
      <div
        ref={scroller}
        role="grid"
        id="workings"
        {...cells.gridProps}
        aria-label="Workings"
        aria-rowcount={lines + 2}
        className="figures min-h-0 shrink overflow-auto text-[13px]"
      >
        <div
          role="row"
          className="sticky top-0 z-10 grid items-end border-b border-ink bg-paper text-[12px] text-quiet"
          style={{ gridTemplateColumns: template }}
        >
          {columns.map((column) => (
            <div
              key={column.key}
              role="columnheader"
              className={`px-1 pt-1 pb-1 leading-tight ${column.text ? (column.key === 'class' ? 'text-right' : '') : 'text-right'}`}
              title={`${column.label} = ${column.rule}`}
            >
              {column.label}
            </div>
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.height }}>
          {rows.rows.map((item) => {
            const at = rowOn(item.index);
            if (at < 0) {
              const group = groups[Math.floor(item.index / (perGroup + 1))];
              return (
                <div
                  key={item.index}
                  role="row"
                  aria-rowindex={item.index + 2}
                  {...carried(group?.label, true)}
                  className="absolute inset-x-0 top-0 grid border-b border-ink bg-paper font-semibold"
                  style={{ height: rowHeight, transform: `translateY(${item.top}px)`, gridTemplateColumns: template }}
                >
                  {columns.map((column, place) => (
                    <div
                      key={column.key}
                      id={cells.cellId(item.index, place)}
                      role={column.key === 'part' ? 'rowheader' : 'gridcell'}
                      className={
                        `truncate px-1 leading-[25px] ${column.key === 'part' ? '' : 'text-right'} ` +
                        `${column.quiet ? 'font-normal text-quiet' : ''} ` +
                        cells.activeClass(item.index, place)
                      }
                    >
                      {column.key === 'part' ? <span className="pr-2">{group?.label}</span> : null}
                      <span className={column.key === 'part' ? 'text-[12px] font-normal text-quiet' : ''}>
                        <Text of={group?.cells[places[place] ?? 0]} column={column} named={column.key === 'part'} />
                      </span>
                    </div>
                  ))}
                </div>
              );
            }
            const row = rowOf(at);
            return (
              <div
                key={item.index}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={chosen.includes(at)}
                {...carried(row?.key, rowsAreGroups)}
                className={`absolute inset-x-0 top-0 grid border-b border-hairline ${chosen.includes(at) || lit === at ? 'bg-wash' : ''}`}
                style={{ height: rowHeight, transform: `translateY(${item.top}px)`, gridTemplateColumns: template }}
                onPointerEnter={() => setLit(at)}
                onPointerLeave={() => setLit(null)}
              >
                {columns.map((column, place) => {
                  const text = perGroup && column.ofGroup ? '' : (row?.cells[places[place] ?? 0] ?? '…');
                  const isPart = column.key === 'part' || (column.key === 'group' && !perGroup);
                  return (
                    <div
                      key={column.key}
                      id={cells.cellId(item.index, place)}
                      role={isPart ? 'rowheader' : 'gridcell'}
                      className={
                        `min-w-0 ${perGroup && isPart ? 'pl-3' : ''} ` +
                        `${cells.activeClass(item.index, place)} ` +
                        `${column.text && column.key !== 'class' ? '' : 'text-right'} ` +
                        `${column.quiet || column.key === 'running' ? 'text-quiet' : ''}`
                      }
                    >
                      {perGroup && column.ofGroup ? (
                        <span className="sr-only">{column.label}: in the line of its group</span>
                      ) : (
                        <button
                          type="button"
                          tabIndex={-1}
                          className={
                            'h-full w-full cursor-pointer truncate px-1 text-[inherit] ' +
                            `${column.text && column.key !== 'class' ? 'text-left' : 'text-right'}`
                          }
                          aria-label={text === '' ? `no ${column.label}` : undefined}
                          title={isPart ? text : undefined}
                          onClick={(event) => act(at, column.key, event.shiftKey || event.ctrlKey || event.metaKey)}
                        >
                          {isPart && row?.fill ? (
                            <span
                              aria-hidden="true"
                              className="swatch mr-1.5 inline-block h-2.5 w-2.5"
                              style={{ background: paint(row.fill) }}
                            />
                          ) : null}
                          {text}
                        </button>
                      )}
                    </div>
                  );
                })}
              </div>
            );
          })}
        </div>
        <div
          role="row"
          aria-rowindex={lines + 2}
          className="sticky bottom-0 grid border-b-[3px] border-double border-ink bg-paper py-1 font-semibold"
          style={{ gridTemplateColumns: template }}
        >
          {columns.map((column, at) => (
            <div
              key={column.key}
              id={cells.cellId(lines, at)}
              role={at === 0 ? 'rowheader' : 'gridcell'}
              className={`truncate px-1 ${column.text ? '' : 'text-right'} ${cells.activeClass(lines, at)}`}
            >
              <Text of={workings.whole[places[at] ?? 0]} column={column} />
            </div>
          ))}
        </div>
      </div>
      {cell ? (
        <section
          className="figures mt-2 shrink-0 border-l-[3px] border-accent bg-wash px-3 py-2 text-[13px]"
          aria-label="Arithmetic"
          data-goes-on="#workings"
          onKeyDown={(event) => {
            if (event.key === 'Escape') setCell(null);
          }}
        >
          <p>{isolated(cell.text)}</p>
          {cell.least ? (
            <p className="mt-1">
              <button
                type="button"
                className="word cursor-pointer text-accent"
                onClick={() => {
                  const where = view.study.where?.length ?? 0;
                  actions.change(`where[${where}]`, cell.least?.clause);
                }}
              >
                only these
              </button>{' '}
              <span className="text-quiet">{cell.least.text}</span>
            </p>
          ) : null}
          {tried.includes(cell.column) && !rowsAreGroups ? (
            <Try
              key={`${cell.row}-${cell.column}`}
              id={view.id}
              row={cell.row}
              stamp={stamp ?? ''}
              name={rowOf(cell.row)?.name ?? ''}
              grouped={!!view.study.groups}
              act={(text) => actions.tryAmount(cell.row, rowOf(cell.row)?.name ?? '', text)}
            />
          ) : null}
          <button type="button" className="plain -ml-1 text-[12px]" onClick={() => setCell(null)}>
            close
          </button>
        </section>
      ) : null}
    </>
  );
});

/** A cell's text; one that shows nothing is read as what it has none of. */
function Text({ of, column, named = false }: { of: string | undefined; column: { label: string }; named?: boolean }) {
  return of || named ? of : <span className="sr-only">no {column.label}</span>;
}

/** What would be: another amount, a factor or a share in place of what was counted. */
function Try({
  id,
  row,
  stamp,
  name,
  grouped,
  act,
}: {
  id: string;
  row: number;
  stamp: string;
  name: string;
  /** A factor can be tried in all groups at once. */
  grouped: boolean;
  act: (text: string) => Promise<boolean>;
}) {
  const goals = useQuery({ queryKey: ['reach', id, row, stamp], queryFn: () => api.reach(id, row) });
  const [text, setText] = useState('');
  return (
    <>
      <form
        className="mt-1.5 flex items-baseline gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) act(text);
        }}
      >
        <label className="flex items-baseline gap-2">
          <span className="text-quiet">What if {isolated(name)} were</span>
          <input
            className="field w-40"
            placeholder="5000, ×1.2 or 25 %"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <button type="submit" className="button px-2.5" disabled={!text.trim()}>
          Try it
        </button>
        {grouped && /^\s*[×*x]/i.test(text) ? (
          <button type="button" className="button px-2.5" onClick={() => act(`${text} in all`)}>
            In all groups
          </button>
        ) : null}
      </form>
      {goals.data?.map((goal) => (
        <p key={goal.text} className="mt-1">
          <button type="button" className="word cursor-pointer text-accent" onClick={() => act(goal.amount)}>
            try
          </button>{' '}
          <span className="text-quiet">{isolated(goal.text)}</span>
        </p>
      ))}
    </>
  );
}
