import { useMemo, useRef, useState } from 'react';
import type { BriefingStudy, Pick } from '../lib/api';
import { needsEdges } from '../lib/edges';
import { MarkPaint } from '../parts/FigurePaint';
import { PointerNote } from '../parts/PointerNote';
import { pressed, stop, useStops } from '../parts/useStops';

type Props = {
  study: BriefingStudy;
  /** The part or group that is pointed at, anywhere on the page. */
  lit: string | null;
  setLit: (label: string | null) => void;
  pick: (pick: Pick) => void;
};

/** A figure on a page: pointing at a part lights it in all figures, picking it narrows the page to it. */
export function BriefingFigure({ study, lit, setLit, pick }: Props) {
  const figure = study.figure;
  const [note, setNote] = useState<{ x: number; y: number; lines: string[] } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const stops = useStops(svg);
  const rows = useMemo(() => new Map(study.rows.map((row) => [row.row, row])), [study.rows]);
  if (!figure) return null;
  const here = rows.size > 0 && lit !== null && study.rows.some((row) => row.part === lit || row.group === lit);
  return (
    <div className="relative">
      <svg
        ref={svg}
        role="graphics-document"
        aria-roledescription="figure"
        aria-label={figure.description}
        className={`sheet-figure ${needsEdges(figure) ? 'edged' : ''} moving block h-auto w-full bg-sheet`}
        viewBox={`0 0 ${figure.width} ${figure.height}`}
        onFocus={stops.onFocus}
        onKeyDown={stops.onKeyDown}
        onPointerLeave={() => {
          setLit(null);
          setNote(null);
        }}
      >
        {figure.marks.map((mark) => {
          if (mark.role === 'handle') return null;
          const row = rows.get(mark.row ?? -1);
          if (mark.role !== 'bar' || !row) return <MarkPaint key={mark.id} mark={mark} />;
          const label = row.part ?? row.group ?? '';
          const column = row.part ? study.parts : study.groups;
          const on = row.part === lit || row.group === lit;
          const choose = () => column && pick({ column, label });
          return (
            // biome-ignore lint/a11y/noStaticElementInteractions: it is a button where it can be picked, else a bar that is read
            <g
              key={mark.id}
              role={column ? 'button' : 'graphics-symbol'}
              {...stop('bar', mark.id)}
              aria-label={`${row.lines.join('; ')}${column ? '; pick it' : ''}`}
              className={column ? 'cursor-pointer outline-none' : 'outline-none'}
              onPointerMove={(event) => {
                const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
                setLit(label);
                if (box)
                  setNote({
                    x: (event.clientX - box.left) / box.width,
                    y: (event.clientY - box.top) / box.height,
                    lines: row.lines,
                  });
              }}
              onPointerOut={() => setNote(null)}
              onFocus={() => setLit(label)}
              onBlur={() => setLit(null)}
              onClick={choose}
              onKeyDown={pressed(choose)}
            >
              <MarkPaint mark={mark} lit={here && on} faint={here && !on} />
            </g>
          );
        })}
      </svg>
      {note ? <PointerNote name={note.lines[0] ?? ''} lines={note.lines.slice(1)} x={note.x} y={note.y} /> : null}
    </div>
  );
}
