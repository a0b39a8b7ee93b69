import { useState } from 'react';
import type { Edit, Mark } from '../lib/api';
import { stop } from '../parts/useStops';
import { turnAt, valueAt } from './hits';
import { useSlider } from './useSlider';
import type { StudyActions } from './useStudy';

type Props = {
  mark: Mark;
  /** Whether its bar is pointed at. */
  shown: boolean;
  place: (event: React.PointerEvent) => [number, number];
  actions: StudyActions;
  dragging: React.RefObject<boolean>;
  /** It is dragged from now on. */
  taken: () => void;
};

/** What is dragged, as it stood when that began: bars change places and scales while the figure follows. */
type Held = { mark: Mark; edit: Edit; value: number };

/** Where a bar or a slice ends: dragged, or moved by keys, another amount is tried; what was counted stays as an outline. */
export function BarEnd({ mark: now, shown, place, actions, dragging, taken }: Props) {
  const [held, setHeld] = useState<Held | null>(null);
  const mark = held?.mark ?? now;
  const edit = mark.edit;
  const name = edit?.name?.replace(/^try another amount of /, '') ?? '';
  const set = (next: number) => edit && actions.tryAmount(mark.row ?? 0, name, written(edit, next));
  const slider = useSlider({
    edit,
    name: edit?.name ?? 'try another amount',
    onGrid: true,
    preview: (next) => {
      if (!edit) return;
      setHeld((old) => ({ mark: old?.mark ?? mark, edit: old?.edit ?? edit, value: next }));
      actions.tryAhead(mark.row ?? 0, written(edit, next));
    },
    save: (next, moved) => {
      setHeld(null);
      if (moved) set(next);
      else actions.settle();
    },
  });
  if (!edit) return null;
  const turns = edit.control === 'turn';
  const value = held?.value ?? edit.value ?? 0;
  const [x, y] = endOf(mark, edit, value);
  const at = (event: React.PointerEvent) => {
    const [px, py] = place(event);
    return valueAt(edit, turns ? turnAt(edit, px, py) : edit.control === 'drag-y' ? py : px);
  };
  return (
    <g
      role="slider"
      {...stop('end', 'bar-end')}
      aria-label={edit.name ?? 'try another amount'}
      aria-orientation={edit.control === 'drag-y' ? 'vertical' : 'horizontal'}
      aria-valuemin={edit.least}
      aria-valuemax={edit.most}
      aria-valuenow={value}
      aria-valuetext={written(edit, value)}
      className={
        'bar-end taken-ring ' +
        `${turns ? 'cursor-grab' : edit.control === 'drag-y' ? 'cursor-ns-resize' : 'cursor-ew-resize'} ` +
        `${shown || held ? '' : 'opacity-0 focus-visible:opacity-100'}`
      }
      onClick={(event) => event.stopPropagation()}
      onPointerDown={(event) => {
        event.preventDefault();
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        dragging.current = true;
        setHeld({ mark, edit, value });
        taken();
      }}
      onPointerMove={(event) => {
        if (held && event.currentTarget.hasPointerCapture(event.pointerId))
          actions.tryAhead(mark.row ?? 0, written(edit, at(event)));
      }}
      onPointerUp={(event) => {
        if (!held) return;
        dragging.current = false;
        const next = at(event);
        setHeld(null);
        if (next === edit.value) actions.settle();
        else set(next);
      }}
      onPointerCancel={() => {
        dragging.current = false;
        setHeld(null);
        actions.settle();
      }}
      data-taken={slider.taken}
      onKeyDown={slider.onKeyDown}
      onBlur={slider.onBlur}
    >
      <rect className="ring" x={x - 12} y={y - 12} width={24} height={24} fill="transparent" />
      <circle cx={x} cy={y} r={5} fill="var(--sheet)" stroke="var(--accent)" strokeWidth={2} />
    </g>
  );
}

/** As one types it: an amount, or a share where a slice is turned. */
const written = (edit: Edit, value: number) =>
  edit.control === 'turn' ? `${Number((value * 100).toFixed(4))} %` : String(value);

function endOf(mark: Mark, edit: Edit, value: number): [number, number] {
  const part = (value - (edit.fromValue ?? 0)) / ((edit.toValue ?? 1) - (edit.fromValue ?? 0) || 1);
  const along = (edit.fromPixel ?? 0) + part * ((edit.toPixel ?? 0) - (edit.fromPixel ?? 0));
  if (edit.control === 'turn') {
    const [cx, cy] = [edit.across ?? 0, edit.down ?? 0];
    const run = 'runs' in mark ? (mark.runs[0] ?? []) : [];
    const radius = run.reduce(
      (most, _, at) => (at % 2 ? most : Math.max(most, Math.hypot((run[at] ?? 0) - cx, (run[at + 1] ?? 0) - cy))),
      0,
    );
    const angle = (along * Math.PI) / 180;
    return [cx + radius * Math.sin(angle), cy - radius * Math.cos(angle)];
  }
  if (!('height' in mark)) return [0, 0];
  return edit.control === 'drag-y' ? [mark.x + (mark.width ?? 0) / 2, along] : [along, mark.y + mark.height / 2];
}
