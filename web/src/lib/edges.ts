import type { Figure } from './api';
import { paint } from './paint';

/** The sheet of a dark page, and the fills that are other colours there, as the style sheet has them. */
export const onDark: Record<string, string> = {
  sheet: '#1f2726',
  'class-a': '#4fa797',
  'class-b': '#3c6f66',
  'class-c': '#59625d',
  folded: '#938a6e',
  behind: '#33403b',
  wash: '#24332f',
  cut: '#ef8f7d',
  ink: '#e6e4da',
  quiet: '#a3aea9',
};

/** The relative luminance of WCAG 2.2. */
export function luminance(colour: string): number {
  const channel = (at: number) => {
    const value = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
}

/** The contrast of two colours "#rrggbb", 1 to 21. */
export function contrast(one: string, other: string): number {
  const [a, b] = [luminance(one), luminance(other)];
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

/** The least contrast of shapes with what is beside them (WCAG 2.2, 1.4.11). */
export const forShapes = 3;

const known = new Map<string, boolean>();

/** Whether a fill stands out too little from the sheet of a dark page, so that it needs an edge there. */
export function isFaintOnDark(fill: string | null | undefined): boolean {
  if (!fill || fill.includes('/')) return false;
  let is = known.get(fill);
  if (is === undefined) {
    const colour = onDark[fill] ?? paint(fill);
    is = colour.startsWith('#') && contrast(colour, onDark.sheet ?? '') < forShapes;
    known.set(fill, is);
  }
  return is;
}

/** Whether a figure has a bar or an entry that needs an edge on a dark page: then all of its bars have one there. */
export const needsEdges = (figure: Figure) =>
  figure.marks.some((mark) => (mark.role === 'bar' || mark.role === 'key') && isFaintOnDark(mark.fill));
