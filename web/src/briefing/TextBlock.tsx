import { Pencil } from 'lucide-react';
import { useRef, useState } from 'react';
import type { BlockView, BriefingView } from '../lib/api';
import { isolated } from '../lib/bidi';
import { ActingSelect } from '../parts/ActingSelect';

/** Running text with readings in it, which follow the numbers. */
export function TextBlock({
  block,
  typed,
  view,
  reading,
  save,
}: {
  block: BlockView;
  /** The text as it was typed last, which may not be saved yet. */
  typed: string;
  view: BriefingView;
  /** Only read, not edited. */
  reading: boolean;
  save: (text: string) => void;
}) {
  const [editing, setEditing] = useState(false);
  const area = useRef<HTMLTextAreaElement>(null);
  if (editing && !reading) {
    const studies = view.blocks.filter((other) => other.study?.readings.length);
    return (
      <form
        aria-label="Text"
        data-goes-on={`[data-edits="${CSS.escape(block.key)}"]`}
        onSubmit={(event) => {
          event.preventDefault();
          setEditing(false);
          save(area.current?.value ?? typed);
        }}
      >
        <textarea
          ref={area}
          aria-label="Text"
          autoFocus
          className="field min-h-32 w-full text-[15px] leading-relaxed"
          defaultValue={typed}
        />
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <ActingSelect
            label="Put a reading in"
            className="max-w-[min(20rem,100%)] text-[13px]"
            value=""
            verb="puts it in"
            act={(reading) => {
              const at = area.current;
              if (!at) return;
              at.setRangeText(`[[${reading}]]`, at.selectionStart, at.selectionEnd, 'end');
              at.focus();
            }}
          >
            <option value="">insert a number…</option>
            {studies.map((other) => (
              <optgroup key={other.key} label={other.study?.title}>
                {other.study?.readings.map((each) => (
                  <option key={each.name} value={`${other.key}.${each.name}`}>
                    {each.text}
                  </option>
                ))}
              </optgroup>
            ))}
          </ActingSelect>
          <span className="flex-1" />
          <button type="submit" className="button primary">
            Done
          </button>
        </div>
      </form>
    );
  }
  const waits = typed !== block.text;
  const empty = !waits && block.segments.length === 0;
  const body = (
    <span className="block max-w-prose text-[16px] leading-relaxed whitespace-pre-wrap">
      {empty ? <span className="text-quiet">{reading ? '' : 'Text: click to write'}</span> : null}
      {waits ? (
        <span className="unsaved" title="Not saved yet">
          {typed}
        </span>
      ) : null}
      {(waits ? [] : block.segments).map((segment, at) =>
        segment.reading ? (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: a text may have the same reading twice.
            key={at}
            className={segment.problem ? 'text-warn' : 'figures font-semibold'}
            title={segment.problem ? `There is no reading ${segment.reading} (any more)` : undefined}
          >
            {segment.text}
          </span>
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: stretches of one text have no other name.
          <span key={at}>{isolated(segment.text)}</span>
        ),
      )}
    </span>
  );
  if (reading) return body;
  return (
    <div>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: what a click does here the button below it does, too */}
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: as above */}
      <div className="cursor-text" onClick={() => setEditing(true)}>
        {body}
      </div>
      <button
        type="button"
        data-edits={block.key}
        aria-label="Edit the text"
        className="plain unprinted -ml-1.5 min-h-6 text-[12px]"
        onClick={() => setEditing(true)}
      >
        <Pencil size={12} /> edit
      </button>
    </div>
  );
}
