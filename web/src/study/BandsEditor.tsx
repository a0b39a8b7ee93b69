import { useEffect, useState } from 'react';
import type { StudyActions } from './useStudy';

type Bands = { start: number; width: number; end?: number };

/** Start, width and end of bands; the figure follows while one types, and goes back where nothing is set. */
export function BandsEditor({
  path,
  value,
  actions,
  set,
}: {
  path: string;
  value: Bands;
  actions: StudyActions;
  set: (path: string, value: unknown) => void;
}) {
  const [texts, setTexts] = useState({
    start: String(value.start),
    width: String(value.width),
    end: value.end === undefined ? '' : String(value.end),
  });
  useEffect(() => actions.settle, [actions]);
  const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));
  const read = (now: typeof texts): Bands | null => {
    const bands: Bands = { start: number(now.start), width: number(now.width) };
    if (now.end.trim() !== '') bands.end = number(now.end);
    const fine = Object.values(bands).every(Number.isFinite) && bands.width > 0;
    return fine ? bands : null;
  };
  const type = (member: keyof typeof texts, text: string) => {
    const next = { ...texts, [member]: text };
    setTexts(next);
    const bands = read(next);
    if (bands) actions.preview(path, bands);
  };
  const bands = read(texts);
  const widths = [value.width / 2, value.width * 2].filter((width) => Number.isFinite(width) && width > 0);
  return (
    <form
      className="flex flex-col gap-3 px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (bands) set(path, bands);
      }}
    >
      <span className="flex gap-3">
        {(['start', 'width', 'end'] as const).map((member) => (
          <label key={member} className="flex flex-col gap-0.5">
            <span className="text-[13px] text-quiet">{{ start: 'Start', width: 'Width', end: 'End, or none' }[member]}</span>
            <input
              className="field figures w-24 text-right"
              aria-label={{ start: 'Start', width: 'Width', end: 'End' }[member]}
              inputMode="decimal"
              value={texts[member]}
              onChange={(event) => type(member, event.target.value)}
            />
          </label>
        ))}
      </span>
      <span className="flex items-baseline gap-3 text-[13px]">
        {widths.map((width) => (
          <button
            key={width}
            type="button"
            className="word cursor-pointer"
            onClick={() => type('width', String(Number(width.toPrecision(6))))}
          >
            each {Number(width.toPrecision(6)).toLocaleString('en')} wide
          </button>
        ))}
      </span>
      <button type="submit" className="button primary self-start" disabled={!bands}>
        Set
      </button>
    </form>
  );
}
