import { memo, useEffect, useState } from 'react';
import { api, type StripItem, type StudyView } from '../lib/api';
import { FigurePaint } from '../parts/FigurePaint';
import type { StudyActions } from './useStudy';

const size = { width: 112, height: 72 };

/** Every form, drawn small with these rows, always in one order. An unsuitable one is faint and says why. */
export const FormStrip = memo(function FormStrip({ view, actions }: { view: StudyView; actions: StudyActions }) {
  const [items, setItems] = useState<StripItem[]>([]);
  useEffect(() => {
    const control = new AbortController();
    void view.revision;
    api.strip(view.id, size, control.signal).then(setItems, () => undefined);
    return () => control.abort();
  }, [view.id, view.revision]);
  return (
    <section aria-label="Forms" className="flex shrink-0 gap-3 overflow-x-auto border-t border-hairline px-6 pt-2.5 pb-2">
      {items.map((item) => (
        <button
          key={`${item.form}-${item.shape}`}
          type="button"
          aria-pressed={item.chosen}
          title={item.why ? `${item.why}${item.remedy ? `: ${item.remedy}` : ''}` : undefined}
          className={`shrink-0 cursor-pointer text-center text-[12px] ${item.chosen ? 'font-semibold' : 'text-quiet'}`}
          onClick={() => actions.shape(item.form, item.shape)}
        >
          <span
            className={`block bg-sheet ${item.why ? 'opacity-45' : ''} ${item.chosen ? 'outline-2 outline-accent' : 'outline outline-hairline'}`}
            style={{ width: size.width, height: size.height }}
          >
            {item.figure ? <FigurePaint figure={item.figure} /> : null}
          </span>
          <span className="mt-1 block">{item.name}</span>
        </button>
      ))}
    </section>
  );
});
