import { memo, useEffect, useRef, useState } from 'react';
import { api, type StripItem, type StudyView } from '../lib/api';
import { FigurePaint } from '../parts/FigurePaint';
import { stop, useStops } from '../parts/useStops';
import type { StudyActions } from './useStudy';

const size = { width: 108, height: 64 };

/** Every form, drawn small with these rows, always in one order. An unsuitable one is faint and says why. */
export const FormStrip = memo(function FormStrip({
  view,
  actions,
  asked,
}: {
  view: StudyView;
  actions: StudyActions;
  /** How often rows elsewhere were asked again. */
  asked: number;
}) {
  const [items, setItems] = useState<StripItem[]>([]);
  useEffect(() => {
    const control = new AbortController();
    void [view.revision, asked];
    api.strip(view.id, size, control.signal).then(setItems, () => undefined);
    return () => control.abort();
  }, [view.id, view.revision, asked]);
  const strip = useRef<HTMLDivElement>(null);
  const stops = useStops(strip);
  return (
    <div
      ref={strip}
      role="toolbar"
      data-guide="4-choose-the-form"
      aria-label="Forms"
      onFocus={stops.onFocus}
      onKeyDown={stops.onKeyDown}
      className={
        'unprinted grid shrink-0 grid-cols-17 max-[1199px]:grid-cols-9 max-[599px]:grid-cols-4 gap-x-[3px] gap-y-1 ' +
        'border-t border-hairline px-6 pt-2 pb-1.5 max-[599px]:px-3'
      }
    >
      {items.map((item) => (
        <button
          key={`${item.form}-${item.shape}`}
          type="button"
          {...stop('form', `${item.form}-${item.shape}`)}
          aria-pressed={item.chosen}
          title={
            item.why
              ? `${item.why}${item.remedy ? `: ${item.remedy}` : ''}${item.isSample ? ' (drawn from invented amounts)' : ''}`
              : undefined
          }
          className={
            'flex min-w-0 cursor-pointer flex-col items-center text-center text-[10.5px] leading-tight ' +
            `tracking-tighter ${item.chosen ? 'font-semibold' : 'text-quiet'}`
          }
          onClick={() => actions.shape(item.form, item.shape)}
        >
          <span
            className={
              `block w-full overflow-hidden bg-sheet ${item.why ? 'opacity-45' : ''} ` +
              `${item.chosen ? 'outline-2 outline-accent' : 'outline outline-hairline'}`
            }
            style={{ aspectRatio: `${size.width} / ${size.height}`, maxWidth: 78 }}
          >
            {item.figure ? <FigurePaint figure={item.figure} className="h-auto w-full" /> : null}
          </span>
          <span className="mt-0.5 block w-full truncate" title={item.name}>
            {item.name}
          </span>
        </button>
      ))}
    </div>
  );
});
