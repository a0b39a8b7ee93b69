import { memo } from 'react';
import type { Figure, Mark } from '../lib/api';
import { isolated } from '../lib/bidi';
import { needsEdges } from '../lib/edges';
import { paint, pathText } from '../lib/paint';

/** One mark as SVG. Knows shapes and roles, never forms. */
export const MarkPaint = memo(function MarkPaint({ mark, faint, lit }: { mark: Mark; faint?: boolean; lit?: boolean }) {
  const opacity = faint ? 0.35 : undefined;
  // What an edge on a dark page is mixed of; a bar that is thinner than two edges has none.
  const filled = (mark.role === 'bar' || mark.role === 'key') && !lit && !!mark.fill;
  const isThin = 'height' in mark && Math.min(mark.width ?? 0, mark.height) <= 3;
  const edge = filled && !isThin ? 'may-have-edge' : undefined;
  const style = edge ? ({ '--fill': paint(mark.fill) } as React.CSSProperties) : undefined;
  if ('text' in mark) {
    return (
      <text
        x={mark.x}
        y={mark.y}
        fontSize={mark.size}
        fontWeight={mark.weight}
        fontFamily={mark.typeface === 'serif' ? 'var(--font-serif)' : 'var(--font-sans)'}
        textAnchor={mark.anchor as 'start' | 'middle' | 'end'}
        fill={paint(mark.fill)}
        opacity={opacity}
        // What stands in a bar must not be in the way of the bar.
        pointerEvents={mark.role === 'label' && !mark.full ? 'none' : undefined}
        transform={mark.turn ? `rotate(${mark.turn} ${mark.x} ${mark.y})` : undefined}
      >
        {mark.full ? <title>{mark.full}</title> : null}
        {isolated(mark.text)}
      </text>
    );
  }
  if ('runs' in mark) {
    return (
      <path
        className={edge}
        style={style}
        pointerEvents={mark.role === 'bar' ? undefined : 'none'}
        d={pathText(mark.runs, !!mark.fill)}
        fill={paint(mark.fill)}
        stroke={lit ? 'var(--ink)' : mark.stroke ? paint(mark.stroke) : undefined}
        strokeWidth={lit ? 2 : mark.stroke ? mark.strokeWidth : undefined}
        strokeDasharray={mark.dash?.join(' ')}
        strokeLinejoin="round"
        opacity={opacity}
      />
    );
  }
  return (
    <rect
      className={`${mark.role} ${edge ?? ''}`}
      style={style}
      x={mark.x}
      y={mark.y}
      width={mark.width}
      height={mark.height}
      fill={paint(mark.fill)}
      stroke={lit ? 'var(--ink)' : mark.stroke ? paint(mark.stroke) : undefined}
      strokeWidth={lit ? 2 : mark.stroke ? mark.strokeWidth : undefined}
      opacity={opacity}
    />
  );
});

/** A figure that is only looked at. */
export function FigurePaint({ figure, className }: { figure: Figure; className?: string }) {
  return (
    <svg
      className={`sheet-figure ${needsEdges(figure) ? 'edged' : ''} ${className ?? ''}`}
      viewBox={`0 0 ${figure.width} ${figure.height}`}
      width={figure.width}
      height={figure.height}
      aria-hidden="true"
    >
      {figure.marks
        .filter((mark) => mark.role !== 'handle')
        .map((mark) => (
          <MarkPaint key={mark.id} mark={mark} />
        ))}
    </svg>
  );
}
