import type { Edit, Figure, Mark } from '../lib/api';

const near = 12;

export const isBar = (mark: Mark) => mark.role === 'bar' && (mark.row ?? -1) >= 0 && ('height' in mark || 'runs' in mark);

/** The box of a bar or of a slice. */
export function boxOf(mark: Mark): { left: number; top: number; right: number; bottom: number } {
  if ('height' in mark) return { left: mark.x, top: mark.y, right: mark.x + (mark.width ?? 0), bottom: mark.y + mark.height };
  const run = 'runs' in mark ? (mark.runs[0] ?? []) : [];
  const xs = run.filter((_, at) => at % 2 === 0);
  const ys = run.filter((_, at) => at % 2 === 1);
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

/** Whether a place is inside a closed run of points (the even-odd rule). */
export function isInside(run: number[], x: number, y: number): boolean {
  let inside = false;
  for (let at = 0, before = run.length - 2; at < run.length; before = at, at += 2) {
    const [ax = 0, ay = 0, bx = 0, by = 0] = [run[at], run[at + 1], run[before], run[before + 1]];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

/** How far a place is from the outline of a run. */
export function distanceTo(run: number[], x: number, y: number): number {
  let least = Number.POSITIVE_INFINITY;
  for (let at = 0, before = run.length - 2; at < run.length; before = at, at += 2) {
    const [ax = 0, ay = 0, bx = 0, by = 0] = [run[before], run[before + 1], run[at], run[at + 1]];
    const length = (bx - ax) ** 2 + (by - ay) ** 2;
    const along = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length));
    least = Math.min(least, Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay)));
  }
  return least;
}

/** The row at a place: a bar under it or near by (24 × 24 px), or one of many in a merged path. */
export function rowAt(figure: Figure, x: number, y: number): number | null {
  let best: number | null = null;
  let least = near;
  for (const mark of figure.marks) {
    if (isBar(mark) && 'runs' in mark) {
      const run = mark.runs[0] ?? [];
      if (isInside(run, x, y)) return mark.row ?? null;
      const distance = distanceTo(run, x, y);
      if (distance < least) {
        least = distance;
        best = mark.row ?? null;
      }
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

/** The rows of the bars that labels stand in, by the labels' ids: what is printed on a bar that fades must still be read. */
export function barsUnder(figure: Figure): Map<string, number> {
  const bars = figure.marks.filter(isBar);
  const under = new Map<string, number>();
  for (const mark of figure.marks) {
    if (mark.role !== 'label' || !('text' in mark)) continue;
    const shift = mark.anchor === 'middle' ? 0 : (mark.anchor === 'end' ? -0.5 : 0.5) * (mark.width ?? 0);
    const [x, y] = mark.turn ? [mark.x, mark.y] : [mark.x + shift, mark.y - mark.size * 0.35];
    const bar = bars.findLast((one) => {
      const box = boxOf(one);
      if (x < box.left || x > box.right || y < box.top || y > box.bottom) return false;
      return 'runs' in one ? isInside(one.runs[0] ?? [], x, y) : true;
    });
    if (bar) under.set(mark.id, bar.row ?? -1);
  }
  return under;
}

/** A rectangle drawn around bars, in the figure's pixels. */
export type Lasso = { fromX: number; fromY: number; x: number; y: number };

export const isDrawn = (lasso: Lasso) => Math.abs(lasso.x - lasso.fromX) > 5 || Math.abs(lasso.y - lasso.fromY) > 5;

export const rowsWithin = (bars: Mark[], lasso: Lasso): number[] => {
  const [left, right] = [Math.min(lasso.x, lasso.fromX), Math.max(lasso.x, lasso.fromX)];
  const [top, bottom] = [Math.min(lasso.y, lasso.fromY), Math.max(lasso.y, lasso.fromY)];
  return bars.flatMap((bar) => {
    const box = boxOf(bar);
    return box.left < right && box.right > left && box.top < bottom && box.bottom > top ? [bar.row ?? 0] : [];
  });
};

/** The angle of a place about a middle, in degrees clockwise from the top, from a first angle on. */
export const turnAt = (edit: Edit, x: number, y: number) => {
  const degrees = (Math.atan2(x - (edit.across ?? 0), (edit.down ?? 0) - y) * 180) / Math.PI;
  const from = edit.fromPixel ?? 0;
  return from + ((((degrees - from) % 360) + 360) % 360);
};

export const valueAt = (edit: Edit, pixel: number) => {
  const span = (edit.toPixel ?? 1) - (edit.fromPixel ?? 0);
  const raw = (edit.fromValue ?? 0) + ((pixel - (edit.fromPixel ?? 0)) / span) * ((edit.toValue ?? 1) - (edit.fromValue ?? 0));
  const step = edit.step || 0.01;
  return Number(Math.min(edit.most ?? 1, Math.max(edit.least ?? 0, Math.round(raw / step) * step)).toFixed(6));
};
