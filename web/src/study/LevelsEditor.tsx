import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';

export type Level = { label: string; side: string };

const sides = ['low', 'neutral', 'high'];

/** Puts labels in order, from the lowest to the highest, and cuts them into low, neutral and high. */
export function LevelsEditor({ levels, set }: { levels: Level[]; set: (levels: Level[]) => void }) {
  const [now, setNow] = useState(levels);
  // The sides stay where they are: a label that moves takes the side of its new place.
  const move = (at: number, by: number) => {
    const labels = now.map((level) => level.label);
    const [moved] = labels.splice(at, 1);
    if (moved !== undefined) labels.splice(at + by, 0, moved);
    setNow(now.map((level, place) => ({ ...level, label: labels[place] ?? level.label })));
  };
  return (
    <form
      className="flex flex-col gap-3 px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        set(now);
      }}
    >
      <p className="text-[12px] text-quiet">From the lowest to the highest.</p>
      <ol className="flex flex-col gap-1">
        {now.map((level, at) => (
          <li key={level.label} className="flex items-center gap-1">
            <span className="min-w-0 flex-1 truncate" title={level.label}>
              {level.label}
            </span>
            <select
              className="field py-0.5"
              aria-label={`Side of ${level.label}`}
              value={level.side}
              onChange={(event) =>
                setNow(now.map((other, place) => (place === at ? { ...other, side: event.target.value } : other)))
              }
            >
              {sides.map((side) => (
                <option key={side}>{side}</option>
              ))}
            </select>
            <button
              type="button"
              className="plain px-1"
              aria-label={`${level.label} lower`}
              disabled={at === 0}
              onClick={() => move(at, -1)}
            >
              <ArrowUp size={14} />
            </button>
            <button
              type="button"
              className="plain px-1"
              aria-label={`${level.label} higher`}
              disabled={at === now.length - 1}
              onClick={() => move(at, 1)}
            >
              <ArrowDown size={14} />
            </button>
          </li>
        ))}
      </ol>
      <button type="submit" className="button primary self-start">
        This is their order
      </button>
    </form>
  );
}
