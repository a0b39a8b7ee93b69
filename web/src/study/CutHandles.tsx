import { useRef, useState } from 'react';
import type { Edit, Figure, Mark, StudyView } from '../lib/api';
import { paint } from '../lib/paint';
import { MarkPaint } from '../parts/FigurePaint';
import { pressed, stop } from '../parts/useStops';
import { valueAt } from './hits';
import { useSlider } from './useSlider';
import type { StudyActions } from './useStudy';

type HandleProps = {
  mark: Mark;
  place: (event: React.PointerEvent) => [number, number];
  actions: StudyActions;
  dragging: React.RefObject<boolean>;
};

/** A cut's handle: dragged, its reading follows; saved once, on release. By keys it is taken first. */
export function Handle({ mark, place, actions, dragging }: HandleProps) {
  const edit = mark.edit;
  const name = edit?.name ?? 'cut';
  const slider = useSlider({
    edit,
    name,
    preview: (value) => actions.preview(edit?.path ?? '', value),
    save: (value, moved) => (moved ? actions.change(edit?.path ?? '', value) : actions.settle()),
  });
  if (!edit || !('height' in mark)) return null;
  const vertical = edit.control === 'drag-y';
  const pixel = (event: React.PointerEvent) => place(event)[vertical ? 1 : 0];
  const cx = mark.x + (mark.width ?? 0) / 2;
  const cy = mark.y + mark.height / 2;
  return (
    <g
      role="slider"
      {...stop('handle', mark.id)}
      aria-label={name}
      aria-orientation={vertical ? 'vertical' : 'horizontal'}
      aria-valuemin={edit.least}
      aria-valuemax={edit.most}
      aria-valuenow={slider.value}
      aria-valuetext={(edit.most ?? 1) <= 1 ? `${Math.round(slider.value * 100)} %` : String(slider.value)}
      data-taken={slider.taken}
      className={`taken-ring ${vertical ? 'cursor-ns-resize' : 'cursor-ew-resize'}`}
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
      onKeyDown={slider.onKeyDown}
      onBlur={slider.onBlur}
    >
      <rect className="ring" x={cx - 12} y={cy - 12} width={24} height={24} fill="transparent" />
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
export function CutWords({ mark, view, figure, actions, open, dragging }: CutWordsProps) {
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const index = Number(/^cut-(\d+)/.exec(mark.id)?.[1] ?? 0);
  const first = figure.marks.find((other) => other.id === `cut-${index}-words`);
  const edit = first?.edit;
  const finish = view.study.finish?.cuts?.[index] ?? {};
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
      {...(mark.id === first?.id ? stop('cut', mark.id) : { tabIndex: -1 })}
      aria-label={`Words of the cut: ${'text' in mark ? mark.text : ''}`}
      className="cursor-move"
      transform={`translate(${shift[0]} ${shift[1]})`}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={pressed(() => edit && open(edit))}
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
