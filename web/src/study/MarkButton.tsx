import { useRef, useState } from 'react';
import type { Mark } from '../lib/api';
import { MarkPaint } from '../parts/FigurePaint';
import { pressed, type StopKind, stop } from '../parts/useStops';

/** A name that can be carried to the place of another. */
type Carried = { label: string; groups: boolean; moved: (to: string) => void };

/** A text of the figure that can be pressed; a name of the key or of the bars also carried to the place of another. */
export function MarkButton({
  mark,
  kind: stopKind,
  name,
  act,
  carried,
}: {
  mark: Mark;
  kind: StopKind;
  name: string;
  act: () => void;
  carried?: Carried;
}) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const wasCarried = useRef(false);
  const [shift, setShift] = useState<[number, number] | null>(null);
  const kind = carried ? `${carried.groups ? 'group' : 'part'}-name` : undefined;
  return (
    <g
      role="button"
      {...stop(stopKind, mark.id)}
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
      onKeyDown={pressed(act)}
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
